package org.oddlot.pass.sync;

import org.oddlot.pass.Sentence;

/** Why a pair is for a person to look at, or left, as facts. */
sealed interface PairDoubt {

  /** The clock of its recorder is not settled. */
  record ClockInQuestion(String recorder) implements PairDoubt {}

  /** Its recorder drifts, and it was not heard where it lies. */
  record NotHeard() implements PairDoubt {}

  /** Which take it is is known, the frame is not. */
  record ToAboutASecond(String recorder) implements PairDoubt {}

  /** Another recording of the same recorder lies at the same time. */
  record TwoAtOnce(String recorder) implements PairDoubt {}

  /** It is called after another take than the picture. */
  record OtherTake(Slate recording, Slate picture) implements PairDoubt {}

  /**
   * By its waveform it lies elsewhere than by its timecode.
   *
   * @param frames how much later, in frames of the picture; negative if earlier
   */
  record WaveformDisagrees(double frames) implements PairDoubt {}

  /** What lies together of its recorder does so as chance would have it. */
  record ByChance(String recorder) implements PairDoubt {}

  /**
   * Nothing but the timecodes says so.
   *
   * @param cover how much of the picture has sound, in percent
   */
  record TimecodeAlone(int cover) implements PairDoubt {}

  /** Whether the frame is not known. */
  default boolean isRough() {
    return this instanceof NotHeard || this instanceof ToAboutASecond;
  }

  /** Whether nothing may be laid because of it, also when all else is accepted. */
  default boolean leaves() {
    return isRough() || this instanceof ByChance;
  }

  /** How people read it. */
  default Sentence inWords() {
    return switch (this) {
      case ClockInQuestion(String recorder) ->
          Sentence.of(
              "clock in question", "the clock of %s is in question; settle that first", recorder);
      case NotHeard() ->
          new Sentence(
              "not heard",
              "this recorder drifts and its waveform could not be matched; sync it by hand");
      case ToAboutASecond(String recorder) ->
          Sentence.of(
              "to about a second",
              "the clock of %s is known to about a second only, and the waveform did not give the"
                  + " frame; sync it by hand",
              recorder);
      case TwoAtOnce(String recorder) ->
          Sentence.of("two at once", "two recordings of %s lie at the same time", recorder);
      case OtherTake(Slate recording, Slate picture) ->
          Sentence.of(
              "other take", "the recording is called %s, the picture %s", recording, picture);
      case WaveformDisagrees(double frames) ->
          Sentence.of(
              "waveform disagrees",
              "waveform and timecode disagree: by waveform the recording is %,.1f f %s; it is synced"
                  + " by waveform",
              Math.abs(frames),
              frames > 0 ? "later" : "earlier");
      case ByChance(String recorder) ->
          Sentence.of(
              "by chance?",
              "recordings of %s overlap only a few pictures, as those of another unit would, or of a"
                  + " clock that is far off",
              recorder);
      case TimecodeAlone(int cover) ->
          Sentence.of(
              "timecode alone",
              "only the timecodes say so (%d %% of the picture has sound): no slate, no report and no"
                  + " waveform confirms it, and the rest of the day does not decide it",
              cover);
    };
  }
}
