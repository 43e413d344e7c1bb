package org.oddlot.window.kit;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.time.Rational;

/**
 * A shift as people type it: {@code 7:12} for seconds and frames, {@code 1:07:12} with minutes
 * before them, {@code 180} or {@code 12.5} for frames alone; with a minus it is the other way.
 */
public final class FrameShift {
  private static final Pattern SHIFT =
      Pattern.compile("([+−-]?)(?:(\\d{1,4}):)?(?:(\\d{1,4}):)?(\\d{1,6})(?:\\.(\\d))?");

  private FrameShift() {}

  /** The shift in frames, of which a second has {@code nominal}; empty where it is none. */
  public static Optional<Rational> parse(String text, long nominal) {
    Matcher matcher = SHIFT.matcher(text);
    if (!matcher.matches()) {
      return Optional.empty();
    }
    String first = matcher.group(2);
    String second = matcher.group(3);
    long minutes = second == null ? 0 : Long.parseLong(first);
    long seconds =
        second == null ? (first == null ? 0 : Long.parseLong(first)) : Long.parseLong(second);
    long tenths =
        ((minutes * 60 + seconds) * nominal + Long.parseLong(matcher.group(4))) * 10
            + (matcher.group(5) == null ? 0 : Long.parseLong(matcher.group(5)));
    boolean later = matcher.group(1).isEmpty() || matcher.group(1).equals("+");
    return Optional.of(Rational.of(later ? tenths : -tenths, 10));
  }
}
