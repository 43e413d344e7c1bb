package org.oddlot.pass.sync;

import org.oddlot.text.Phrase;

/** Why a pair is for a person to look at, or left. */
sealed interface PairDoubt {

  /** In a few words. */
  String headline();

  /** In a sentence, without a full stop. */
  String reason();

  /** Whether the frame is not known. */
  default boolean isRough() {
    return false;
  }

  /** Whether nothing may be laid because of it, also when all else is accepted. */
  default boolean leaves() {
    return false;
  }

  /** The clock of its recorder is not settled. */
  record ClockInQuestion(String recorder) implements PairDoubt {
    @Override
    public String headline() {
      return "clock in question";
    }

    @Override
    public String reason() {
      return Phrase.of("the clock of %s is in question; settle that first", recorder);
    }
  }

  /** Its recorder drifts, and it was not heard where it lies. */
  record NotHeard() implements PairDoubt {
    @Override
    public String headline() {
      return "not heard";
    }

    @Override
    public String reason() {
      return "this recorder drifts and its waveform could not be matched; sync it by hand";
    }

    @Override
    public boolean isRough() {
      return true;
    }

    @Override
    public boolean leaves() {
      return true;
    }
  }

  /** Which take it is is known, the frame is not. */
  record ToAboutASecond(String recorder) implements PairDoubt {
    @Override
    public String headline() {
      return "to about a second";
    }

    @Override
    public String reason() {
      return Phrase.of(
          "the clock of %s is known to about a second only, and the waveform did not give the frame;"
              + " sync it by hand",
          recorder);
    }

    @Override
    public boolean isRough() {
      return true;
    }

    @Override
    public boolean leaves() {
      return true;
    }
  }

  /** Another recording of the same recorder lies at the same time. */
  record TwoAtOnce(String recorder) implements PairDoubt {
    @Override
    public String headline() {
      return "two at once";
    }

    @Override
    public String reason() {
      return Phrase.of("two recordings of %s lie at the same time", recorder);
    }
  }

  /** It is called after another take than the picture. */
  record OtherTake(Slate recording, Slate picture) implements PairDoubt {
    @Override
    public String headline() {
      return "other take";
    }

    @Override
    public String reason() {
      return Phrase.of("the recording is called %s, the picture %s", recording, picture);
    }
  }

  /**
   * By its waveform it lies elsewhere than by its timecode.
   *
   * @param frames how much later, in frames of the picture; negative if earlier
   */
  record WaveformDisagrees(double frames) implements PairDoubt {
    @Override
    public String headline() {
      return "waveform disagrees";
    }

    @Override
    public String reason() {
      return Phrase.of(
          "waveform and timecode disagree: by waveform the recording is %,.1f f %s; it is synced"
              + " by waveform",
          Math.abs(frames), frames > 0 ? "later" : "earlier");
    }
  }

  /** What lies together of its recorder does so as chance would have it. */
  record ByChance(String recorder) implements PairDoubt {
    @Override
    public String headline() {
      return "by chance?";
    }

    @Override
    public String reason() {
      return Phrase.of(
          "recordings of %s overlap only a few pictures, as those of another unit would, or of a"
              + " clock that is far off",
          recorder);
    }

    @Override
    public boolean leaves() {
      return true;
    }
  }

  /**
   * Nothing but the timecodes says so.
   *
   * @param cover how much of the picture has sound, in percent
   */
  record TimecodeAlone(int cover) implements PairDoubt {
    @Override
    public String headline() {
      return "timecode alone";
    }

    @Override
    public String reason() {
      return Phrase.of(
          "only the timecodes say so (%d %% of the picture has sound): no slate, no report and no"
              + " waveform confirms it, and the rest of the day does not decide it",
          cover);
    }
  }
}
