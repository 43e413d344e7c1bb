package org.oddlot.pass.putright;

import org.oddlot.pass.Sentence;
import org.oddlot.pass.putright.ClockEstimate.Shift;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;

/** What is known of a log's clock, as numbers; entries are counted that fall on clips. */
sealed interface ClockDiagnosis {

  /** No shift does better than none. */
  record InStep(int now, int total) implements ClockDiagnosis {}

  /** Two shifts do about equally well. */
  record TwoFit(Shift best, Shift rival, FrameRate rate) implements ClockDiagnosis {}

  /**
   * One shift does better than all others.
   *
   * @param then how many fall on clips with it
   * @param isClear whether it is good enough to be proposed
   */
  record Shifted(int now, int total, long frames, FrameRate rate, int then, boolean isClear)
      implements ClockDiagnosis {}

  /**
   * The clock changes in the course of the paper.
   *
   * @param single how many fall on clips with one clock
   * @param then how many with the changes
   * @param where the rows at which it changes, in words
   */
  record Changing(int single, int total, int then, String where) implements ClockDiagnosis {}

  /** How people read it. */
  default Sentence inWords() {
    return switch (this) {
      case InStep(int now, int total) ->
          Sentence.of(
              "clock in step",
              "%,d of %,d entries fall on clips; no shift does better",
              now,
              total);
      case TwoFit(Shift best, Shift rival, FrameRate rate) ->
          Sentence.of(
              "two clocks fit",
              "two shifts explain it about equally well: %s matches %,d entries, %s %,d",
              shift(best.frames(), rate),
              best.matches(),
              shift(rival.frames(), rate),
              rival.matches());
      case Shifted(int now, int total, long frames, FrameRate rate, int then, boolean isClear) ->
          Sentence.of(
              isClear ? "clock " + shift(frames, rate) : "clock unclear",
              "%,d of %,d entries match now; %,d would with the log %s",
              now,
              total,
              then,
              shift(frames, rate));
      case Changing(int single, int total, int then, String where) ->
          Sentence.of(
              "clock changes at " + where,
              "%,d of %,d entries match with one clock; %,d would with a clock that changes at %s",
              single,
              total,
              then,
              where);
    };
  }

  /** A shift in words: {@code 7 s 12 f later}. */
  static String shift(long frames, FrameRate rate) {
    return RationalTime.of(Math.abs(frames), rate).inWords() + (frames < 0 ? " earlier" : " later");
  }

  /** A count of a total, as evidence has it. */
  static String of(int some, int total) {
    return Phrase.of("%,d of %,d", some, total);
  }
}
