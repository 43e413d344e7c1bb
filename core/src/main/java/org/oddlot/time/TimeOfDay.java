package org.oddlot.time;

import java.math.RoundingMode;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.text.Phrase;

/**
 * A time between one midnight and the next, exact to any fraction of a second; it wraps.
 *
 * <p>A timecode label can mean two times of day. {@link #ofLabel} takes what it spells: {@code
 * 10:14:07:12} at 23.976 is half past 10:14:07, which is right for a counter that is set from a
 * clock over and over. {@link #ofCount} takes how long its frame comes after midnight's at the true
 * rate, which is right for a counter that has run free since.
 *
 * @param sinceMidnight seconds, from 0 up to but without 86,400
 */
public record TimeOfDay(Rational sinceMidnight) implements Comparable<TimeOfDay> {

  private static final Rational DAY = Rational.of(86_400);
  private static final Rational HALF_A_DAY = Rational.of(43_200);
  private static final Pattern CLOCK =
      Pattern.compile("(\\d{1,2}):(\\d{2})(?::(\\d{2})(?:[.,](\\d{1,9}))?)?");

  /**
   * @throws IllegalArgumentException if the seconds are not within a day
   */
  public TimeOfDay {
    if (sinceMidnight.signum() < 0 || sinceMidnight.compareTo(DAY) >= 0) {
      throw new IllegalArgumentException(sinceMidnight + " s is not within a day");
    }
  }

  /** The time {@code seconds} after midnight, brought back into the day where it is outside. */
  public static TimeOfDay ofSeconds(Rational seconds) {
    long days = seconds.dividedBy(DAY).rounded(RoundingMode.FLOOR);
    return new TimeOfDay(seconds.minus(DAY.times(days)));
  }

  /** The time that the label spells: its frames digit over the nominal rate. */
  public static TimeOfDay ofLabel(Timecode timecode) {
    var label = timecode.withinDay();
    return ofSeconds(
        Rational.of((label.hours() * 60L + label.minutes()) * 60 + label.seconds())
            .plus(Rational.of(label.frameDigits(), label.rate().nominal())));
  }

  /** The time at which the label's frame comes when frames were counted from midnight. */
  public static TimeOfDay ofCount(Timecode timecode) {
    return ofSeconds(timecode.toRationalTime().seconds());
  }

  /** The time of a sample counted from midnight, such as a sound file's time reference. */
  public static TimeOfDay of(SampleTime sinceMidnight) {
    return ofSeconds(sinceMidnight.seconds());
  }

  /**
   * Reads a clock time: {@code 9:05}, {@code 10:14:07}, {@code 10:14:07.5}.
   *
   * @throws IllegalArgumentException if it is none
   */
  public static TimeOfDay parse(CharSequence text) {
    Matcher clock = CLOCK.matcher(text.toString().strip());
    if (!clock.matches()) {
      throw new IllegalArgumentException("\"" + text + "\" is not a time of day");
    }
    long minutes = Long.parseLong(clock.group(1)) * 60 + Long.parseLong(clock.group(2));
    Rational seconds = Rational.of(minutes * 60);
    if (clock.group(3) != null) {
      seconds = seconds.plus(Rational.of(Long.parseLong(clock.group(3))));
    }
    if (clock.group(4) != null) {
      String digits = clock.group(4);
      seconds =
          seconds.plus(Rational.of(Long.parseLong(digits), Math.powExact(10L, digits.length())));
    }
    return new TimeOfDay(seconds);
  }

  /** This time {@code seconds} later, past midnight if need be. */
  public TimeOfDay plus(Rational seconds) {
    return ofSeconds(sinceMidnight.plus(seconds));
  }

  /**
   * The shortest way from {@code other} to this in seconds, across midnight where that is shorter:
   * more than −43,200, at most 43,200; positive when this is the later one.
   */
  public Rational after(TimeOfDay other) {
    Rational difference = sinceMidnight.minus(other.sinceMidnight);
    if (difference.compareTo(HALF_A_DAY) > 0) {
      return difference.minus(DAY);
    }
    return difference.compareTo(HALF_A_DAY.negated()) <= 0 ? difference.plus(DAY) : difference;
  }

  @Override
  public int compareTo(TimeOfDay other) {
    return sinceMidnight.compareTo(other.sinceMidnight);
  }

  /** {@code 10:14:07}, with thousandths where there is a fraction. */
  @Override
  public String toString() {
    long milliseconds = sinceMidnight.times(1000).rounded(RoundingMode.FLOOR);
    long seconds = milliseconds / 1000;
    String clock = Phrase.of("%02d:%02d:%02d", seconds / 3600, seconds / 60 % 60, seconds % 60);
    return milliseconds % 1000 == 0 ? clock : clock + Phrase.of(".%03d", milliseconds % 1000);
  }
}
