package org.oddlot.practice.slate;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The device's clock: the time of day, as far off as it was set, its fraction of a second counted
 * in frames.
 *
 * @param rate frames in a second as it is written into the log, such as {@code 23.976}
 * @param date the day at which the device believes the script begins
 * @param offsetMillis by how much the clock is ahead of the true time
 */
public record Clock(BigDecimal rate, LocalDate date, long offsetMillis) {
  private static final long DAY = 86_400_000;
  private static final Pattern TIME =
      Pattern.compile("([+-]?)(?:(?:(\\d{1,2}):)?(\\d{1,2}):)?(\\d{1,5})(?:\\.(\\d{1,3}))?");

  public Clock {
    if (rate.signum() <= 0 || rate.compareTo(BigDecimal.valueOf(240)) > 0) {
      throw new IllegalArgumentException("A rate lies between 1 and 240 frames in a second.");
    }
  }

  /**
   * Reads {@code 10:14:07.5}, {@code 7.5} or {@code -0:07.5} as milliseconds.
   *
   * @throws IllegalArgumentException if it is none
   */
  public static long millis(String text) {
    Matcher matcher = TIME.matcher(text.strip());
    if (!matcher.matches()) {
      throw new IllegalArgumentException("\"" + text + "\" is no time such as 10:14:07.5");
    }
    long seconds =
        number(matcher.group(2)) * 3600 + number(matcher.group(3)) * 60 + number(matcher.group(4));
    String fraction = matcher.group(5) == null ? "0" : matcher.group(5);
    long millis = seconds * 1000 + Long.parseLong((fraction + "00").substring(0, 3));
    return matcher.group(1).equals("-") ? -millis : millis;
  }

  private static long number(@org.jspecify.annotations.Nullable String digits) {
    return digits == null ? 0 : Long.parseLong(digits);
  }

  /** What it shows at a true time. */
  String label(long trueMillis) {
    long shown = Math.floorMod(trueMillis + offsetMillis, DAY);
    long nominal = rate.setScale(0, RoundingMode.CEILING).longValueExact();
    long frames = shown % 1000 * nominal / 1000;
    long seconds = shown / 1000;
    return "%02d:%02d:%02d:%02d".formatted(seconds / 3600, seconds / 60 % 60, seconds % 60, frames);
  }

  /** The day that it shows at a true time; a script may go on past midnight. */
  LocalDate day(long trueMillis) {
    return date.plusDays(Math.floorDiv(trueMillis + offsetMillis, DAY));
  }
}
