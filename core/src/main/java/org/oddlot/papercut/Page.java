package org.oddlot.papercut;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.oddlot.caption.Span;
import org.oddlot.material.Sources;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.timeline.Cut;
import org.oddlot.timeline.Placed;

/**
 * Text as it is read and printed: numbered paragraphs, whose sentences have letters.
 *
 * @param paragraphs in their order
 */
public record Page(List<Paragraph> paragraphs) {
  private static final Pattern ENDS = Pattern.compile(".*[.!?…。！？؟۔।]+[\\p{Pf}\\p{Pe}\"'”’»]*");

  /**
   * What one person says without being interrupted, or what of it is in a cut.
   *
   * @param number what it is printed with, from 1
   * @param spoken where its words are
   * @param from the number of its first word
   * @param to that behind its last
   */
  public record Paragraph(int number, Spoken spoken, int from, int to) {
    /** All of it. */
    public Marked whole() {
      return Marked.of(spoken, from, to);
    }

    /** Its sentences; that of letter a first. */
    public List<Marked> sentences() {
      var sentences = new ArrayList<Marked>();
      int start = from;
      for (int i = from; i < to; i++) {
        if (i == to - 1 || ENDS.matcher(spoken.word(i).word().text()).matches()) {
          sentences.add(Marked.of(spoken, start, i + 1));
          start = i + 1;
        }
      }
      return sentences;
    }
  }

  public Page {
    paragraphs = List.copyOf(paragraphs);
  }

  /** The text of transcripts, one behind the other. */
  public static Page of(List<Spoken> transcripts) {
    return numbered(transcripts.stream().flatMap(spoken -> spoken.turns().stream()));
  }

  private static Page numbered(Stream<Marked> all) {
    var paragraphs = new ArrayList<Paragraph>();
    all.forEach(its ->
        paragraphs.add(new Paragraph(paragraphs.size() + 1, its.spoken(), its.from(), its.to())));
    return new Page(paragraphs);
  }

  /**
   * What is said in a timeline, in the order of the cut: of each clip whose source has a
   * transcript, the words most of which are in it. What is heard at the same time on several tracks
   * is there once. Clips that run slower, faster or backwards have no text.
   */
  public static Page of(Placed timeline, Sources sources, Ties ties) {
    record Run(Rational record, Marked words) {}
    var runs = new ArrayList<Run>();
    Map<String, List<Rational>> known = new HashMap<>();
    List<Cut.Event> events =
        Cut.of(timeline).events().stream()
            .filter(event -> event.enabled() && !event.record().isEmpty())
            .filter(event -> event.speed().equals(Rational.ONE))
            .sorted(Comparator.comparing(event -> event.record().start()))
            .toList();
    for (Cut.Event event : events) {
      for (Spoken spoken : sources.of(event.clip()).map(ties::of).orElse(List.of())) {
        // Where the media's zero would lie in the cut: the same for all that plays in step.
        Rational shift = event.record().start().seconds().minus(event.source().start().seconds());
        List<Integer> inside = inside(spoken, event);
        List<Rational> before = known.computeIfAbsent(spoken.name(), _ -> new ArrayList<>());
        for (int i = 0; i < inside.size(); ) {
          int end = i + 1;
          while (end < inside.size() && inside.get(end) == inside.get(end - 1) + 1) {
            end++;
          }
          int from = inside.get(i);
          Rational at = spoken.word(from).span().start().plus(shift);
          boolean isNew =
              before.stream()
                  .noneMatch(its -> its.minus(at).abs().compareTo(Rational.of(1, 10)) < 0);
          if (isNew) {
            runs.add(new Run(at, Marked.of(spoken, from, inside.get(end - 1) + 1)));
            for (int k = i; k < end; k++) {
              before.add(spoken.word(inside.get(k)).span().start().plus(shift));
            }
          }
          i = end;
        }
      }
    }
    runs.sort(Comparator.comparing(Run::record));
    return numbered(
        runs.stream()
            .flatMap(run -> run.words.spoken().turns(run.words.from(), run.words.to()).stream()));
  }

  /** The words most of which are in a clip. */
  private static List<Integer> inside(Spoken spoken, Cut.Event event) {
    RationalTime from = event.source().start();
    var there = new Span(from.seconds(), event.source().endExclusive().seconds());
    var inside = new ArrayList<Integer>();
    for (int i : spoken.around(there)) {
      Span span = spoken.word(i).span();
      boolean isThere =
          span.length().signum() > 0
              ? span.shared(there).times(2).compareTo(span.length()) >= 0
              : there.start().compareTo(span.start()) <= 0
                  && span.start().compareTo(there.end()) < 0;
      if (isThere) {
        inside.add(i);
      }
    }
    return inside;
  }

  /** What of it one transcript says, under the same numbers. */
  public Page only(Spoken spoken) {
    return new Page(
        paragraphs.stream().filter(each -> each.spoken.name().equals(spoken.name())).toList());
  }
}
