package org.oddlot.format.transcript;

import java.util.ArrayList;
import java.util.Comparator;
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
 * {@code .rttm}: rich transcription marks of NIST's evaluations: {@code SPEAKER} says who speaks
 * when, {@code LEXEME} which word. Other kinds of lines are not read, and said. From memory.
 */
public final class Rttm implements TranscriptFormat {
  @Override
  public String name() {
    return "RTTM speakers";
  }

  @Override
  public List<String> extensions() {
    return List.of(".rttm");
  }

  @Override
  public Optional<Transcript> read(TextFile file, ReadingOptions options, Problems problems) {
    var turns = new ArrayList<Turn>();
    var words = new ArrayList<Turn>();
    int number = 0;
    int others = 0;
    for (String line : file.text().lines().toList()) {
      number++;
      if (line.isBlank() || line.strip().startsWith(";;")) {
        continue;
      }
      String[] fields = line.strip().split("\\s+", -1);
      boolean isKnown = fields[0].equals("SPEAKER") || fields[0].equals("LEXEME");
      Optional<Rational> start =
          fields.length < 8 ? Optional.empty() : TranscriptFormat.seconds(fields[3]);
      Optional<Rational> length =
          fields.length < 8 ? Optional.empty() : TranscriptFormat.seconds(fields[4]);
      if (!isKnown && fields.length >= 8 && fields[0].matches("[A-Z_-]+")) {
        others++;
        continue;
      }
      if (!isKnown || start.isEmpty() || length.isEmpty()) {
        problems.warning(
            "line " + number, Phrase.of("\"%s\" is no line of a speaker.", line.strip()), "");
        continue;
      }
      var span = new Span(start.get(), start.get().plus(length.get()));
      String speaker = TranscriptNames.name(fields[7]);
      if (fields[0].equals("SPEAKER")) {
        turns.add(new Turn(speaker, span, List.of()));
      } else {
        OptionalDouble sure =
            fields.length > 8 && fields[8].matches("[01](\\.\\d+)?")
                ? OptionalDouble.of(Double.parseDouble(fields[8]))
                : OptionalDouble.empty();
        words.add(new Turn(speaker, span, List.of(new Word(fields[5], Optional.of(span), sure))));
      }
    }
    if (others > 0) {
      problems.info("", Phrase.of("%s of other kinds are not read.", Phrase.count(others, "line")));
    }
    if (turns.isEmpty()) {
      problems.error("", "There is no line of a speaker in the file.", "Export it again.");
      return Optional.empty();
    }
    return Optional.of(
        Transcript.made(problems.file(), "", Timebase.Ticks.MILLISECONDS, withWords(turns, words)));
  }

  /** Each word goes to the passage of its speaker in which it begins. */
  private static List<Turn> withWords(List<Turn> turns, List<Turn> words) {
    if (words.isEmpty()) {
      return turns;
    }
    var sorted = new ArrayList<>(words);
    sorted.sort(Comparator.comparing(word -> word.span().start()));
    var filled = new ArrayList<Turn>();
    for (Turn turn : turns) {
      List<Word> its =
          sorted.stream()
              .filter(word -> word.speaker().equals(turn.speaker()))
              .filter(word ->
                  word.span().start().compareTo(turn.span().start()) >= 0
                      && word.span().start().compareTo(turn.span().end()) < 0)
              .flatMap(word -> word.words().stream())
              .toList();
      filled.add(turn.withWords(its));
    }
    return filled;
  }

  @Override
  public String text(Transcript transcript) {
    var out = new StringBuilder();
    String stem = TranscriptNames.stem(transcript.name());
    for (Turn turn : transcript.turns()) {
      line(out, "SPEAKER", stem, turn.span(), "<NA>", "<NA>", turn.speaker(), "<NA>");
    }
    for (Turn turn : transcript.turns()) {
      for (Word word : TranscriptFormat.timed(turn)) {
        line(
            out,
            "LEXEME",
            stem,
            word.span().orElse(turn.span()),
            word.text().replaceAll("\\s+", "_"),
            "lex",
            turn.speaker(),
            word.confidence().isPresent()
                ? Phrase.of("%.2f", word.confidence().getAsDouble())
                : "<NA>");
      }
    }
    return out.toString();
  }

  private static void line(
      StringBuilder out,
      String kind,
      String stem,
      Span span,
      String word,
      String subtype,
      String speaker,
      String sure) {
    out.append(kind)
        .append(' ')
        .append(stem)
        .append(" 1 ")
        .append(TranscriptFormat.decimal(span.start()))
        .append(' ')
        .append(TranscriptFormat.decimal(span.length()))
        .append(' ')
        .append(word)
        .append(' ')
        .append(subtype)
        .append(' ')
        .append(TranscriptNames.field(speaker))
        .append(' ')
        .append(sure)
        .append(" <NA>\n");
  }

  @Override
  public List<String> loses(Transcript transcript) {
    var lost = new ArrayList<String>();
    if (transcript.turns().stream().anyMatch(turn -> !turn.words().isEmpty() && !turn.isTimed())) {
      lost.add("times of words are not known and shared out by their letters");
    }
    if (!transcript.language().isEmpty()) {
      lost.add("the language");
    }
    return lost;
  }
}
