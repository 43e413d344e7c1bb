package org.oddlot.format.transcript;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Turn;
import org.oddlot.caption.Word;
import org.oddlot.format.text.TextFile;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;

/**
 * {@code .ctm}: time-marked words of NIST's evaluations, a word a line: file, channel, start and
 * duration in seconds, the word, and how sure it is. Two semicolons begin a comment. From memory.
 */
public final class Ctm implements TranscriptFormat {
  /** A longer silence begins another passage. */
  private static final Rational PAUSE = Rational.of(3, 2);

  @Override
  public String name() {
    return "CTM words";
  }

  @Override
  public List<String> extensions() {
    return List.of(".ctm");
  }

  @Override
  public Optional<Transcript> read(TextFile file, ReadingOptions options, Problems problems) {
    var turns = new ArrayList<Turn>();
    var words = new ArrayList<Word>();
    String key = "";
    var channels = new java.util.TreeSet<String>();
    var keys = new ArrayList<String>();
    int number = 0;
    for (String line : file.text().lines().toList()) {
      number++;
      if (line.isBlank() || line.strip().startsWith(";;")) {
        continue;
      }
      String[] fields = line.strip().split("\\s+", -1);
      Optional<Rational> start =
          fields.length < 5 ? Optional.empty() : TranscriptFormat.seconds(fields[2]);
      Optional<Rational> length =
          fields.length < 5 ? Optional.empty() : TranscriptFormat.seconds(fields[3]);
      if (start.isEmpty() || length.isEmpty()) {
        problems.warning(
            "line " + number, Phrase.of("\"%s\" is no line of a word.", line.strip()), "");
        continue;
      }
      var span = new Span(start.get(), start.get().plus(length.get()));
      String its = fields[0] + " " + fields[1];
      boolean goesOn =
          its.equals(key)
              && !words.isEmpty()
              && span.start().minus(end(words)).compareTo(PAUSE) <= 0;
      if (!goesOn && !words.isEmpty()) {
        turns.add(turn(words));
        keys.add(key);
        words.clear();
      }
      key = its;
      channels.add(its);
      words.add(new Word(fields[4], Optional.of(span), confidence(fields)));
    }
    if (!words.isEmpty()) {
      turns.add(turn(words));
      keys.add(key);
    }
    if (turns.isEmpty()) {
      problems.error("", "There is no line of a word in the file.", "Export it again.");
      return Optional.empty();
    }
    if (channels.size() > 1) {
      // Several channels are several people, as far as can be known.
      for (int i = 0; i < turns.size(); i++) {
        turns.set(i, turns.get(i).withSpeaker(keys.get(i)));
      }
    }
    return Optional.of(Transcript.made(problems.file(), "", Timebase.Ticks.MILLISECONDS, turns));
  }

  private static Rational end(List<Word> words) {
    return words.getLast().span().orElseThrow().end();
  }

  private static Turn turn(List<Word> words) {
    Rational start = words.getFirst().span().orElseThrow().start();
    return new Turn("", new Span(start, end(words)), words);
  }

  private static OptionalDouble confidence(String[] fields) {
    if (fields.length < 6 || !fields[5].matches("[01](\\.\\d+)?|\\.\\d+")) {
      return OptionalDouble.empty();
    }
    return OptionalDouble.of(Double.parseDouble(fields[5]));
  }

  @Override
  public String text(Transcript transcript) {
    var out = new StringBuilder();
    String stem = TranscriptNames.stem(transcript.name());
    for (Turn turn : transcript.turns()) {
      for (Word word : TranscriptFormat.timed(turn)) {
        Span span = word.span().orElse(turn.span());
        out.append(stem)
            .append(" 1 ")
            .append(TranscriptFormat.decimal(span.start()))
            .append(' ')
            .append(TranscriptFormat.decimal(span.length()))
            .append(' ')
            .append(word.text().replaceAll("\\s+", "_"));
        word.confidence().ifPresent(sure -> out.append(Phrase.of(" %.2f", sure)));
        out.append('\n');
      }
    }
    return out.toString();
  }

  @Override
  public List<String> loses(Transcript transcript) {
    var lost = new ArrayList<String>();
    if (!transcript.speakers().isEmpty()) {
      lost.add("names of speakers");
    }
    if (!transcript.language().isEmpty()) {
      lost.add("the language");
    }
    if (transcript.turns().stream().anyMatch(turn -> !turn.isTimed())) {
      lost.add("times of words are not known and shared out by their letters");
    }
    return lost;
  }
}
