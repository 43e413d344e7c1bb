package org.oddlot.format.caption;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.caption.Timebase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.Timecode;

/**
 * How a TTML document counts its times: W3C TTML2, 12.3.1, and the parameters of 7.2.
 *
 * @param frameRate the effective one: {@code ttp:frameRate} times {@code ttp:frameRateMultiplier}
 * @param subFrames parts of a frame
 * @param tickRate ticks a second
 * @param dropFrame whether labels of frames drop some: {@code ttp:dropMode} is {@code dropNTSC} and
 *     {@code ttp:timeBase} is {@code smpte}
 * @param isTimecode whether {@code ttp:timeBase} is {@code smpte}: clock times are labels of frames
 */
record TtmlTimes(
    FrameRate frameRate, long subFrames, long tickRate, boolean dropFrame, boolean isTimecode) {
  /** A hundred days, in seconds. */
  private static final double LONGEST = 8_640_000;

  private static final Pattern CLOCK =
      Pattern.compile("(\\d{2,}):(\\d{2}):(\\d{2})(?:\\.(\\d{1,9})\\d*|:(\\d{2,})(?:\\.(\\d+))?)?");
  private static final Pattern OFFSET =
      Pattern.compile("(\\d{1,12})(?:\\.(\\d{1,9})\\d*)?(h|m|s|ms|f|t)");

  /**
   * What holds where a document says nothing: 30 frames, ticks as many as frames and their parts.
   */
  static final TtmlTimes INITIAL = new TtmlTimes(FrameRate.FPS_30, 1, 1, false, false);

  /**
   * The moment that {@code expression} names, in seconds; empty where it names none within the
   * first hundred days.
   */
  Optional<Rational> read(String expression) {
    try {
      return moment(expression.strip()).filter(moment -> moment.toDouble() < LONGEST);
    } catch (ArithmeticException e) {
      return Optional.empty();
    }
  }

  private Optional<Rational> moment(String text) {
    Optional<Rational> count = count(text);
    if (count.isPresent()) {
      return count;
    }
    Matcher clock = CLOCK.matcher(text);
    if (clock.matches() && clock.group(1).length() < 8 && isInRange(clock)) {
      return Optional.of(clock(clock));
    }
    Matcher offset = OFFSET.matcher(text);
    return offset.matches() ? Optional.of(offset(offset)) : Optional.empty();
  }

  /** A whole number of frames or ticks, the commonest of all, without much ado. */
  private Optional<Rational> count(String text) {
    int last = text.length() - 1;
    if (last < 1 || last > 12 || (text.charAt(last) != 'f' && text.charAt(last) != 't')) {
      return Optional.empty();
    }
    long number = 0;
    for (int i = 0; i < last; i++) {
      char c = text.charAt(i);
      if (c < '0' || c > '9') {
        return Optional.empty();
      }
      number = number * 10 + (c - '0');
    }
    return Optional.of(
        text.charAt(last) == 'f'
            ? Rational.of(number * frameRate.denominator(), frameRate.numerator())
            : Rational.of(number, tickRate));
  }

  /** No minute is above 59; a second may be 60, where one is put in. */
  private static boolean isInRange(Matcher clock) {
    return Integer.parseInt(clock.group(2)) < 60 && Integer.parseInt(clock.group(3)) <= 60;
  }

  private Rational clock(Matcher clock) {
    long whole =
        Long.parseLong(clock.group(1)) * 3600
            + Long.parseLong(clock.group(2)) * 60
            + Long.parseLong(clock.group(3));
    long frames = clock.group(5) == null ? 0 : Long.parseLong(clock.group(5));
    if (isTimecode) {
      long count =
          Timecode.countOf(whole, frames, frameRate, dropFrame && frameRate.canDropFrames());
      return frameRate.frameDuration().times(count).plus(decimals(clock.group(4)));
    }
    return Rational.of(whole)
        .plus(decimals(clock.group(4)))
        .plus(frameRate.frameDuration().times(frames))
        .plus(
            clock.group(6) == null
                ? Rational.ZERO
                : frameRate
                    .frameDuration()
                    .times(Rational.of(Long.parseLong(clock.group(6)), subFrames)));
  }

  private Rational offset(Matcher offset) {
    Rational number = Rational.of(Long.parseLong(offset.group(1))).plus(decimals(offset.group(2)));
    return switch (offset.group(3)) {
      case "h" -> number.times(3600);
      case "m" -> number.times(60);
      case "s" -> number;
      case "ms" -> number.dividedBy(Rational.of(1000));
      case "f" -> number.times(frameRate.frameDuration());
      default -> number.dividedBy(Rational.of(tickRate));
    };
  }

  private static Rational decimals(@org.jspecify.annotations.Nullable String digits) {
    return digits == null ? Rational.ZERO : Rational.ofDecimals(digits);
  }

  /** The moments that a document whose times are written like {@code example} can name. */
  Timebase grid(String example) {
    String text = example.strip();
    if (text.endsWith("t")) {
      return new Timebase.Ticks(tickRate);
    }
    boolean frames = text.endsWith("f") || text.matches("\\d+:\\d\\d:\\d\\d:\\d+.*");
    return frames || (isTimecode && text.indexOf('.') < 0)
        ? new Timebase.Frames(frameRate, dropFrame)
        : Timebase.Ticks.MILLISECONDS;
  }

  /** A moment written like {@code example}, as finely as that kind of time can say it. */
  String write(Rational seconds, String example) {
    String text = example.strip();
    if (text.endsWith("t")) {
      return new Timebase.Ticks(tickRate).count(seconds) + "t";
    }
    if (text.endsWith("f")) {
      return new Timebase.Frames(frameRate, false).count(seconds) + "f";
    }
    if (text.endsWith("ms")) {
      return Timebase.Ticks.MILLISECONDS.count(seconds) + "ms";
    }
    if (text.endsWith("s") || text.endsWith("m") || text.endsWith("h")) {
      return seconds.toDecimal(3) + "s";
    }
    boolean frames = text.matches("\\d+:\\d\\d:\\d\\d:\\d+.*");
    if (isTimecode) {
      return Timecode.ofFrames(
              new Timebase.Frames(frameRate, dropFrame).count(seconds), frameRate, dropFrame)
          .toString()
          .replace(';', ':');
    }
    return frames ? mediaFrames(seconds) : Timebase.clock(seconds, '.');
  }

  /** Hours, minutes and seconds of the clock, and frames within the second. */
  private String mediaFrames(Rational seconds) {
    long whole = seconds.rounded(java.math.RoundingMode.FLOOR);
    long frames = new Timebase.Frames(frameRate, false).count(seconds.minus(Rational.of(whole)));
    if (frames >= frameRate.nominal()) {
      return mediaFrames(Rational.of(whole + 1));
    }
    String clock = Timebase.clock(Rational.of(whole), '.');
    return clock.substring(0, clock.length() - 4) + ":" + (frames < 10 ? "0" : "") + frames;
  }
}
