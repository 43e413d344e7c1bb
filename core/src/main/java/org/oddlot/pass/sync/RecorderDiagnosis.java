package org.oddlot.pass.sync;

import java.time.LocalDate;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/** What is known of a recorder's clock, as numbers; its sentences are made here. */
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

  Question question();

  /** In a few words, for a narrow column. */
  String headline();

  /** In a sentence without a full stop. */
  String reason();

  private static String way(boolean isLate) {
    return isLate ? "late" : "early";
  }

  /** A time that is known to about a second: {@code 1 h}, {@code 2 min 7 s}. */
  static String length(long seconds) {
    return seconds % 3600 == 0
        ? Phrase.of("%d h", seconds / 3600)
        : Phrase.of("%d min %d s", seconds / 60, seconds % 60);
  }

  /** Its sounds cover only some pictures; with another clock they would cover nearly all. */
  record Partial(int now, int touched, int then, long seconds) implements RecorderDiagnosis {
    @Override
    public Question question() {
      return Question.COVER;
    }

    private String shift() {
      return length(Math.abs(seconds)) + " " + way(seconds > 0);
    }

    @Override
    public String headline() {
      return "about " + shift();
    }

    @Override
    public String reason() {
      return Phrase.of(
          "its sounds cover %,d of %,d pictures from end to end; %s they would cover %,d. That tells"
              + " which take is which; the frame only the waveform can tell",
          now, touched, shift(), then);
    }
  }

  /** Its files are of a day without pictures; {@code pairs} would lie together on another. */
  record OtherDay(LocalDate dated, LocalDate would, int pairs) implements RecorderDiagnosis {
    @Override
    public Question question() {
      return Question.DATE;
    }

    @Override
    public String headline() {
      return "dated " + dated;
    }

    @Override
    public String reason() {
      return pairs == 0
          ? Phrase.of(
              "its files are dated %s, where there is no picture, and lie at none on any other day",
              dated)
          : Phrase.of(
              "its files are dated %s, where there is no picture; dated %s, %s would lie together",
              dated, would, Phrase.count(pairs, "pair"));
    }
  }

  /** Its timecode counts at another rate than the pictures'. */
  record OtherRate(FrameRate sound, FrameRate picture, Rational secondsAnHour)
      implements RecorderDiagnosis {
    @Override
    public Question question() {
      return Question.RATE;
    }

    @Override
    public String headline() {
      return Phrase.of("%s fps, pictures %s", sound, picture);
    }

    @Override
    public String reason() {
      return Phrase.of(
          "its timecode counts at %s, the picture's at %s: they run apart by %s s an hour",
          sound, picture, secondsAnHour.toDecimal(1));
    }
  }

  /** By waveform it is late by more and more. */
  record Drifts(double fromFrames, double toFrames) implements RecorderDiagnosis {
    @Override
    public Question question() {
      return Question.WAVEFORM;
    }

    @Override
    public String headline() {
      return "drifts by waveform";
    }

    @Override
    public String reason() {
      return Phrase.of(
          "by waveform it is %.1f to %.1f frames late: it drifts", fromFrames, toFrames);
    }
  }

  /** By waveform it is late by so many frames all day; negative where it is early. */
  record Late(double frames, long agreeing, int heard) implements RecorderDiagnosis {
    @Override
    public Question question() {
      return Question.WAVEFORM;
    }

    @Override
    public String headline() {
      return Phrase.of("%.1f f %s by waveform", Math.abs(frames), way(frames > 0));
    }

    @Override
    public String reason() {
      return Phrase.of(
          "its clock is %.1f frames %s all day: %,d of %,d pairs agree by waveform",
          Math.abs(frames), way(frames > 0), agreeing, heard);
    }
  }

  /** By waveform its timecode is right. */
  record InStep(long agreeing, int heard) implements RecorderDiagnosis {
    @Override
    public Question question() {
      return Question.WAVEFORM;
    }

    @Override
    public String headline() {
      return "in step by waveform";
    }

    @Override
    public String reason() {
      return Phrase.of("%,d of %,d pairs agree by waveform with their timecode", agreeing, heard);
    }
  }

  /** Recordings that lie at no picture begin that much after those of their slate. */
  record SlatesApart(int recordings, long seconds) implements RecorderDiagnosis {
    @Override
    public Question question() {
      return Question.SLATES;
    }

    @Override
    public String headline() {
      return Phrase.of("about %s %s", length(Math.abs(seconds)), way(seconds > 0));
    }

    @Override
    public String reason() {
      return Phrase.of(
          "%,d of its recordings lie at no picture, and begin about %s %s the picture of their slate",
          recordings, length(Math.abs(seconds)), seconds > 0 ? "after" : "before");
    }
  }

  /** Somebody has said how the clock is. */
  record ByHand(RecorderAnswer answer) implements RecorderDiagnosis {
    @Override
    public Question question() {
      return Question.HAND;
    }

    @Override
    public String headline() {
      return "by hand";
    }

    @Override
    public String reason() {
      return "its clock was put right by hand: " + answer.written();
    }
  }
}
