package org.oddlot.caption;

import java.math.RoundingMode;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.Timecode;

/** The moments that a file can name: nothing between them is written. */
public sealed interface Timebase {
  /** How far apart two neighbouring moments are, in seconds. */
  Rational step();

  /** A moment as people read it. */
  String label(Rational seconds);

  /** What the moments are, in words. */
  String inWords();

  /** The nearest moment of the grid; halfway between two, the later. */
  default Rational nearest(Rational seconds) {
    return at(count(seconds));
  }

  /** The number of the nearest moment, counted from zero; halfway between two, the later. */
  long count(Rational seconds);

  /** The moment of this number. */
  Rational at(long count);

  /**
   * How many parts of a second there are until {@code seconds}, to the nearest: {@code above} over
   * {@code below} of them a second. Half up, towards the later one also before zero, so that
   * neighbours stay neighbours.
   */
  private static long count(Rational seconds, long above, long below) {
    try {
      long counts = Math.multiplyExact(seconds.numerator(), above);
      long parts = Math.multiplyExact(seconds.denominator(), below);
      return Math.floorDiv(
          Math.addExact(Math.multiplyExact(counts, 2), parts), Math.multiplyExact(parts, 2));
    } catch (ArithmeticException e) {
      // Fractions in lowest terms have room for more.
      return seconds
          .times(Rational.of(above, below))
          .plus(Rational.of(1, 2))
          .rounded(RoundingMode.FLOOR);
    }
  }

  /** Itself, if its moments are frames; 25 a second where nothing says which they are. */
  default Frames frames() {
    return this instanceof Frames frames ? frames : new Frames(FrameRate.FPS_25, false);
  }

  /**
   * Parts of a second.
   *
   * @param perSecond how many there are in a second
   */
  record Ticks(long perSecond) implements Timebase {
    /** Thousandths of a second. */
    public static final Ticks MILLISECONDS = new Ticks(1000);

    @Override
    public Rational step() {
      return Rational.of(1, perSecond);
    }

    @Override
    public long count(Rational seconds) {
      return Timebase.count(seconds, perSecond, 1);
    }

    @Override
    public Rational at(long count) {
      return Rational.of(count, perSecond);
    }

    @Override
    public String label(Rational seconds) {
      return clock(seconds, '.');
    }

    @Override
    public String inWords() {
      return perSecond == 1000 ? "milliseconds" : Phrase.number(perSecond) + " ticks a second";
    }
  }

  /**
   * Frames, named by timecode.
   *
   * @param rate how many there are in a second
   * @param dropFrame whether labels drop frames
   */
  record Frames(FrameRate rate, boolean dropFrame) implements Timebase {
    @Override
    public Rational step() {
      return rate.frameDuration();
    }

    @Override
    public long count(Rational seconds) {
      return Timebase.count(seconds, rate.numerator(), rate.denominator());
    }

    @Override
    public Rational at(long count) {
      return Rational.of(Math.multiplyExact(count, rate.denominator()), rate.numerator());
    }

    @Override
    public String label(Rational seconds) {
      return Timecode.ofFrames(count(seconds), rate, dropFrame).toString();
    }

    @Override
    public String inWords() {
      return "timecode at " + rate + (dropFrame ? " drop-frame" : "");
    }
  }

  /** {@code 01:02:03.456}; what is finer than a millisecond is rounded. */
  static String clock(Rational seconds, char point) {
    long all = Ticks.MILLISECONDS.count(seconds);
    long millis = Math.abs(all);
    var text = new StringBuilder(13);
    if (all < 0) {
      text.append('-');
    }
    append(text, millis / 3_600_000, 2).append(':');
    append(text, millis / 60_000 % 60, 2).append(':');
    append(text, millis / 1000 % 60, 2).append(point);
    return append(text, millis % 1000, 3).toString();
  }

  private static StringBuilder append(StringBuilder text, long number, int digits) {
    String all = Long.toString(number);
    return text.repeat('0', Math.max(0, digits - all.length())).append(all);
  }
}
