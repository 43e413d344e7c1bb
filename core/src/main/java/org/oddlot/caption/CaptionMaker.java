package org.oddlot.caption;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.caption.Caption.Placement;
import org.oddlot.time.Rational;

/** Makes captions of a transcript: by speaker, pause, length and sense. */
public final class CaptionMaker {
  /** A silence after which another caption begins. */
  private static final Rational PAUSE = Rational.of(7, 10);

  private static final int WORDS_AFTER = 8;

  private final Guideline guideline;
  private final LineBreaker sense;
  private final List<Caption> captions = new ArrayList<>();

  private CaptionMaker(Guideline guideline, LineBreaker sense) {
    this.guideline = guideline;
    this.sense = sense;
  }

  /** The captions of {@code transcript} within {@code guideline}. */
  public static List<Caption> of(Transcript transcript, Guideline guideline, List<String> names) {
    var maker =
        new CaptionMaker(
            guideline, new LineBreaker(transcript.language(), names).heeding(guideline));
    for (Turn turn : transcript.turns()) {
      if (turn.isTimed()) {
        maker.timed(turn);
      } else if (!turn.words().isEmpty()) {
        maker.untimed(turn);
      }
    }
    return maker.withoutOverlaps();
  }

  /** Passages of words between pauses, each of which becomes as many captions as it needs. */
  private void timed(Turn turn) {
    var run = new ArrayList<Word>();
    for (Word word : turn.words()) {
      boolean pauses =
          !run.isEmpty()
              && span(word).start().minus(span(run.getLast()).end()).compareTo(PAUSE) > 0;
      if (pauses) {
        captions(turn.speaker(), run);
        run.clear();
      }
      run.add(word);
    }
    if (!run.isEmpty()) {
      captions(turn.speaker(), run);
    }
  }

  private static Span span(Word word) {
    return word.span().orElseThrow();
  }

  /** The first piece that fits and ends best, then the rest. */
  private void captions(String speaker, List<Word> run) {
    int from = 0;
    while (from < run.size()) {
      int to = end(run, from);
      var text = new StringBuilder();
      for (Word word : run.subList(from, to)) {
        text.append(text.isEmpty() ? "" : " ").append(word.text());
      }
      add(
          speaker,
          new Span(span(run.get(from)).start(), span(run.get(to - 1)).end()),
          text.toString());
      from = to;
    }
  }

  /** Behind which word a caption best ends: as late as it fits, where it does least harm. */
  private int end(List<Word> run, int from) {
    var text = new StringBuilder();
    int longest = from + 1;
    for (int to = from; to < run.size(); to++) {
      text.append(to == from ? "" : " ").append(run.get(to).text());
      boolean fits =
          sense.lines(text.toString(), guideline.letters(), guideline.lines()).isPresent()
              && span(run.get(to))
                      .end()
                      .minus(span(run.get(from)).start())
                      .compareTo(guideline.longest())
                  <= 0;
      if (!fits) {
        break;
      }
      longest = to + 1;
    }
    if (longest == run.size()) {
      return longest;
    }
    // What comes after tells where the last words may part, and a few words tell that.
    int heard = Math.min(run.size(), longest + WORDS_AFTER);
    String all = String.join(" ", run.subList(from, heard).stream().map(Word::text).toList());
    List<LineBreaker.Break> breaks = sense.breaks(all);
    int best = longest;
    int least = Integer.MAX_VALUE;
    int at = 0;
    for (int to = from + 1; to <= longest; to++) {
      at += run.get(to - 1).text().length() + 1;
      int place = at;
      int cost =
          breaks.stream()
                  .filter(each -> each.at() == place)
                  .mapToInt(LineBreaker.Break::cost)
                  .findFirst()
                  .orElse(LineBreaker.ANY)
              + (longest - to) * 3;
      if (cost <= least) {
        least = cost;
        best = to;
      }
    }
    return best;
  }

  private void untimed(Turn turn) {
    String rest = turn.text();
    Rational start = turn.span().start();
    int letters = Math.max(1, rest.length());
    Rational perLetter = turn.span().length().dividedBy(Rational.of(letters));
    while (!rest.isEmpty()) {
      int to = longest(rest);
      String text = rest.substring(0, to).strip();
      Rational end = start.plus(perLetter.times(to));
      add(turn.speaker(), new Span(start, end), text);
      start = end;
      rest = rest.substring(to).stripLeading();
    }
  }

  private int longest(String whole) {
    // No more than this can be on a caption, whatever its letters are made of.
    String rest =
        whole.substring(0, Math.min(whole.length(), 10 * guideline.letters() * guideline.lines()));
    if (rest.length() == whole.length()
        && sense.lines(rest, guideline.letters(), guideline.lines()).isPresent()) {
      return rest.length();
    }
    int best = rest.length();
    int least = Integer.MAX_VALUE;
    for (LineBreaker.Break each : sense.breaks(rest)) {
      String head = rest.substring(0, each.at()).strip();
      if (sense.lines(head, guideline.letters(), guideline.lines()).isEmpty()) {
        break;
      }
      int unused = guideline.letters() * guideline.lines() - Letters.columns(head);
      int cost = each.cost() + unused / 3;
      if (cost <= least) {
        least = cost;
        best = each.at();
      }
    }
    return best;
  }

  private void add(String speaker, Span span, String words) {
    CaptionText text = CaptionText.of(words);
    Optional<List<Integer>> lines = sense.lines(words, guideline.letters(), guideline.lines());
    captions.add(
        new Caption(
            Integer.toString(captions.size() + 1),
            new Span(
                Timebase.Ticks.MILLISECONDS.nearest(span.start()),
                Timebase.Ticks.MILLISECONDS.nearest(span.end())),
            lines.map(ends -> LineBreaker.broken(text, ends)).orElse(text),
            speaker,
            Placement.USUAL));
  }

  /** Where two people talk at once the first caption ends when the second begins. */
  private List<Caption> withoutOverlaps() {
    var apart = new ArrayList<Caption>();
    for (int i = 0; i < captions.size(); i++) {
      Caption caption = captions.get(i);
      if (i + 1 < captions.size()) {
        Rational next = captions.get(i + 1).start();
        if (next.compareTo(caption.end()) < 0 && next.compareTo(caption.start()) > 0) {
          caption = caption.withSpan(caption.start(), next);
        }
      }
      apart.add(caption);
    }
    return apart;
  }
}
