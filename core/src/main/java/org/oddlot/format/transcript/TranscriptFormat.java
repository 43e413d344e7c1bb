package org.oddlot.format.transcript;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Transcript.AsRead;
import org.oddlot.caption.Turn;
import org.oddlot.caption.Word;
import org.oddlot.format.caption.CaptionFormat;
import org.oddlot.format.text.Charsets;
import org.oddlot.format.text.TextFile;
import org.oddlot.input.Contents;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKind;
import org.oddlot.input.InputKinds;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.setting.Setting;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;

/** A format of transcripts, read and written. */
public interface TranscriptFormat extends InputKind<Transcript> {

  @Override
  default String what() {
    return "transcript";
  }

  @Override
  default Class<Transcript> type() {
    return Transcript.class;
  }

  @Override
  default List<Setting<?>> options() {
    return List.of(CaptionFormat.LANGUAGE, Charsets.SETTING);
  }

  @Override
  default Optional<Transcript> read(InputFile file, ReadingOptions options, Problems problems) {
    return file.read(problems)
        .flatMap(bytes -> read(bytes, options, problems))
        .map(transcript ->
            options.get(CaptionFormat.LANGUAGE).map(transcript::withLanguage).orElse(transcript));
  }

  /** The transcript in {@code bytes}; empty where there is none; {@code problems} then says why. */
  default Optional<Transcript> read(byte[] bytes, ReadingOptions options, Problems problems) {
    return TextFile.of(bytes, Charsets.said(options), problems)
        .flatMap(file -> read(file, options, problems))
        .map(read ->
            new Transcript(
                read.name(),
                read.language(),
                read.grid(),
                read.turns(),
                Optional.of(new AsRead(name(), read.turns(), List.of(bytes)))));
  }

  /** The transcript in a text. */
  Optional<Transcript> read(TextFile file, ReadingOptions options, Problems problems);

  /** The file that holds {@code transcript}; one that was not changed is written as it was read. */
  default byte[] write(Transcript transcript) {
    return transcript
        .asRead()
        .filter(read -> read.format().equals(name()) && read.turns().equals(transcript.turns()))
        .map(read -> read.bytes().getFirst())
        .orElseGet(() -> text(transcript).getBytes(StandardCharsets.UTF_8));
  }

  /** The text of the file that holds {@code transcript}. */
  String text(Transcript transcript);

  /** What it has no place for, in words. */
  List<String> loses(Transcript transcript);

  /** All that there are. */
  static List<TranscriptFormat> all() {
    return InputKinds.all(TranscriptFormat.class);
  }

  /** The one whose files end so, with the dot. */
  static Optional<TranscriptFormat> of(String extension) {
    return all().stream().filter(format -> format.extensions().contains(extension)).findFirst();
  }

  @Override
  default Contents describe(Transcript transcript) {
    return Contents.of(
            Phrase.of(
                "%s, %s",
                Phrase.count(transcript.turns().size(), "passage"),
                Phrase.count((int) transcript.words().count(), "word")))
        .with("speakers", String.join(", ", transcript.speakers()))
        .with("times", transcript.grid().inWords());
  }

  /** A number of seconds with a point, as the formats have it. */
  static Optional<Rational> seconds(String text) {
    if (!text.matches("-?\\d{1,9}(\\.\\d{1,9}\\d*)?")) {
      return Optional.empty();
    }
    int point = text.indexOf('.');
    if (point < 0) {
      return Optional.of(Rational.of(Long.parseLong(text)));
    }
    String decimals = text.substring(point + 1, Math.min(text.length(), point + 10));
    long whole = Math.abs(Long.parseLong(text.substring(0, point)));
    Rational value = Rational.of(whole).plus(Rational.ofDecimals(decimals));
    return Optional.of(text.startsWith("-") ? value.negated() : value);
  }

  /** Seconds to the millisecond: {@code 12.345}. */
  static String decimal(Rational seconds) {
    return seconds.toDecimal(3);
  }

  /**
   * The words of a passage each with a time: its own, or its share of the passage by its letters.
   */
  static List<Word> timed(Turn turn) {
    if (turn.isTimed() || turn.words().isEmpty()) {
      return turn.words();
    }
    long letters = turn.words().stream().mapToLong(word -> word.text().length() + 1L).sum();
    Rational length = turn.span().length();
    var timed = new ArrayList<Word>();
    long at = 0;
    for (Word word : turn.words()) {
      Rational start = turn.span().start().plus(length.times(Rational.of(at, letters)));
      at += word.text().length() + 1L;
      Rational end = turn.span().start().plus(length.times(Rational.of(at, letters)));
      timed.add(
          word.withSpan(
              Optional.of(
                  new Span(
                      Timebase.Ticks.MILLISECONDS.nearest(start),
                      Timebase.Ticks.MILLISECONDS.nearest(end)))));
    }
    return timed;
  }
}
