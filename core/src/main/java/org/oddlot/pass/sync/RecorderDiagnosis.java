package org.oddlot.pass.sync;

import java.time.LocalDate;
import org.oddlot.pass.Sentence;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/** What is known of a recorder's clock, as numbers. */
sealed interface RecorderDiagnosis {

  /** What of the clock is in question; part of what a finding is known by. */
  enum Question {
    RATE("rate"),
    DATE("date"),
    COVER("cover"),
    WAVEFORM("ear"),
    SLATES("slates"),
    HAND("hand");

    private final String word;

    Question(String word) {
      this.word = word;
    }

    /** As ids have it. */
    String word() {
      return word;
    }
  }

  /** Its sounds cover only some pictures; with another clock they would cover nearly all. */
  record Partial(int now, int touched, int then, long seconds) implements RecorderDiagnosis {}

  /** Its files are of a day without pictures; {@code pairs} would lie together on another. */
  record OtherDay(LocalDate dated, LocalDate would, int pairs) implements RecorderDiagnosis {}

  /** Its timecode counts at another rate than the pictures'. */
  record OtherRate(FrameRate sound, FrameRate picture, Rational secondsAnHour)
      implements RecorderDiagnosis {}

  /** By waveform it is late by more and more. */
  record Drifts(double fromFrames, double toFrames) implements RecorderDiagnosis {}

  /** By waveform it is late by so many frames all day; negative where it is early. */
  record Late(double frames, long agreeing, int heard) implements RecorderDiagnosis {}

  /** By waveform its timecode is right. */
  record InStep(long agreeing, int heard) implements RecorderDiagnosis {}

  /** Recordings that lie at no picture begin that much after those of their slate. */
  record SlatesApart(int recordings, long seconds) implements RecorderDiagnosis {}

  /** Somebody has said how the clock is. */
  record ByHand(RecorderAnswer answer) implements RecorderDiagnosis {}

  /** What of the clock is in question. */
  default Question question() {
    return switch (this) {
      case OtherRate _ -> Question.RATE;
      case OtherDay _ -> Question.DATE;
      case Partial _ -> Question.COVER;
      case Drifts _, Late _, InStep _ -> Question.WAVEFORM;
      case SlatesApart _ -> Question.SLATES;
      case ByHand _ -> Question.HAND;
    };
  }

  /** How people read it. */
  default Sentence inWords() {
    return switch (this) {
      case Partial(int now, int touched, int then, long seconds) ->
          Sentence.of(
              "about " + shift(seconds),
              "its sounds cover %,d of %,d pictures from end to end; %s they would cover %,d. That"
                  + " tells which take is which; the frame only the waveform can tell",
              now,
              touched,
              shift(seconds),
              then);
      case OtherDay(LocalDate dated, LocalDate would, int pairs) ->
          pairs == 0
              ? Sentence.of(
                  "dated " + dated,
                  "its files are dated %s, where there is no picture, and lie at none on any other"
                      + " day",
                  dated)
              : Sentence.of(
                  "dated " + dated,
                  "its files are dated %s, where there is no picture; dated %s, %s would lie together",
                  dated,
                  would,
                  Phrase.count(pairs, "pair"));
      case OtherRate(FrameRate sound, FrameRate picture, Rational hourly) ->
          Sentence.of(
              Phrase.of("%s fps, pictures %s", sound, picture),
              "its timecode counts at %s, the picture's at %s: they run apart by %s s an hour",
              sound,
              picture,
              hourly.toDecimal(1));
      case Drifts(double from, double to) ->
          Sentence.of(
              "drifts by waveform",
              "by waveform it is %.1f to %.1f frames late: it drifts",
              from,
              to);
      case Late(double frames, long agreeing, int heard) ->
          Sentence.of(
              Phrase.of("%.1f f %s by waveform", Math.abs(frames), way(frames > 0)),
              "its clock is %.1f frames %s all day: %,d of %,d pairs agree by waveform",
              Math.abs(frames),
              way(frames > 0),
              agreeing,
              heard);
      case InStep(long agreeing, int heard) ->
          Sentence.of(
              "in step by waveform",
              "%,d of %,d pairs agree by waveform with their timecode",
              agreeing,
              heard);
      case SlatesApart(int recordings, long seconds) ->
          Sentence.of(
              "about " + shift(seconds),
              "%,d of its recordings lie at no picture, and begin about %s %s the picture of their"
                  + " slate",
              recordings,
              length(Math.abs(seconds)),
              seconds > 0 ? "after" : "before");
      case ByHand(RecorderAnswer answer) ->
          new Sentence("by hand", "its clock was put right by hand: " + answer.written());
    };
  }

  private static String way(boolean isLate) {
    return isLate ? "late" : "early";
  }

  private static String shift(long seconds) {
    return length(Math.abs(seconds)) + " " + way(seconds > 0);
  }

  /** A time that is known to about a second: {@code 1 h}, {@code 2 min 7 s}. */
  static String length(long seconds) {
    return seconds % 3600 == 0
        ? Phrase.of("%d h", seconds / 3600)
        : Phrase.of("%d min %d s", seconds / 60, seconds % 60);
  }
}
