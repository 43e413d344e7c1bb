package org.oddlot.time;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Lengths of time as clocks show them: {@code 0:30}, {@code 01:02:03.5}, {@code −0:00:01,25}. */
public final class ClockLength {
  private static final Pattern CLOCK =
      Pattern.compile("([−-]?)(?:(\\d{1,4}):)?(\\d{1,3}):(\\d{2})(?:[.,](\\d{1,6}))?");

  private ClockLength() {}

  /**
   * The seconds that a text says: minutes and seconds, or hours before them, with parts of a second
   * behind a point or a comma; empty where it is written otherwise.
   */
  public static Optional<Rational> parse(String text) {
    Matcher clock = CLOCK.matcher(text.strip());
    if (!clock.matches()) {
      return Optional.empty();
    }
    long hours = clock.group(2) == null ? 0 : Long.parseLong(clock.group(2));
    Rational seconds =
        Rational.of(
            hours * 3600 + Long.parseLong(clock.group(3)) * 60 + Long.parseLong(clock.group(4)));
    String parts = clock.group(5);
    if (parts != null) {
      seconds = seconds.plus(Rational.ofDecimals(parts));
    }
    return Optional.of(clock.group(1).isEmpty() ? seconds : seconds.negated());
  }
}
