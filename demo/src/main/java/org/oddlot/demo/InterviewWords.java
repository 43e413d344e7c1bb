package org.oddlot.demo;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Turn;
import org.oddlot.caption.Word;
import org.oddlot.format.transcript.WordJson;
import org.oddlot.time.Rational;

/** What is said in the interviews, word by word: two speakers each, at times both at once. */
final class InterviewWords {
  private static final double FIRST = 21.4;

  private final Random chance = new Random(81);

  /** The transcripts as files, by the clip that they were said in. */
  Map<String, byte[]> files() {
    Map<String, List<Turn>> turns = new LinkedHashMap<>();
    Map<String, Double> ends = new LinkedHashMap<>();
    for (String[] line : lines()) {
      double end = ends.getOrDefault(line[0], FIRST - 1);
      boolean interrupts = line[1].startsWith("+ ");
      double from = interrupts ? end - 0.45 : end + 0.5 + 1.2 * chance.nextDouble();
      Turn turn = turn(line[1].replaceFirst("^\\+ ", ""), line[2], from);
      turns.computeIfAbsent(line[0], _ -> new ArrayList<>()).add(turn);
      ends.put(line[0], turn.span().end().toDouble());
    }
    Map<String, byte[]> files = new LinkedHashMap<>();
    turns.forEach((clip, its) ->
        files.put(
            clip,
            new WordJson().write(Transcript.made(clip, "en", Timebase.Ticks.MILLISECONDS, its))));
    return files;
  }

  private static List<String[]> lines() {
    try (InputStream in = InterviewWords.class.getResourceAsStream("interviews.txt")) {
      if (in == null) {
        throw new IllegalStateException("interviews.txt is not shipped");
      }
      return new String(in.readAllBytes(), StandardCharsets.UTF_8)
          .lines()
          .filter(line -> !line.startsWith("#"))
          .map(line -> line.split("\\s*\\|\\s*", -1))
          .toList();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private Turn turn(String speaker, String text, double from) {
    var words = new ArrayList<Word>();
    double at = from;
    for (String word : text.split(" ", -1)) {
      double length = 0.1 + word.length() * (0.048 + 0.02 * chance.nextDouble());
      words.add(
          new Word(
              word,
              Optional.of(new Span(seconds(at), seconds(at + length))),
              OptionalDouble.of(Math.round((0.84 + 0.15 * chance.nextDouble()) * 100) / 100.0)));
      at += length + 0.03;
      char last = word.charAt(word.length() - 1);
      at += ".?!:".indexOf(last) >= 0 ? 0.3 + 0.5 * chance.nextDouble() : last == ',' ? 0.2 : 0;
    }
    return new Turn(
        speaker,
        new Span(
            words.getFirst().span().orElseThrow().start(),
            words.getLast().span().orElseThrow().end()),
        words);
  }

  private static Rational seconds(double seconds) {
    return Rational.of(Math.round(seconds * 1000), 1000);
  }
}
