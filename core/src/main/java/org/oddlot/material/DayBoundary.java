package org.oddlot.material;

import java.time.LocalDate;

/**
 * A shooting day, which may go on past midnight: what is shot before six in the morning can be
 * dated the day before or the day itself, by the clock or by the call sheet. Common practice, no
 * source.
 */
public final class DayBoundary {
  private static final int ENDS_AT_HOUR = 6;

  private DayBoundary() {}

  /**
   * Whether two dates mean one shooting day for something at this time of day: they are the same,
   * or it is night and they follow each other.
   */
  public static boolean isSame(LocalDate one, LocalDate other, int hour) {
    return one.equals(other)
        || (hour < ENDS_AT_HOUR
            && (one.plusDays(1).equals(other) || other.plusDays(1).equals(one)));
  }
}
