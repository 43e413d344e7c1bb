package org.oddlot.stringout;

import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * How much of somebody a picture shows, from the closest to the widest; by the abbreviations and
 * words of logs (common practice, no source).
 */
enum Framing {
  EXTREME_CLOSE_UP("ECU|XCU|BCU", "(extreme|big|very)[ -]close([ -]?up)?"),
  CLOSE_UP("CU", "close[ -]?up|closeup"),
  MEDIUM_CLOSE_UP("MCU", "(medium|mid)[ -]close([ -]?up)?"),
  MEDIUM("MS", "(medium|mid)[ -]?shot"),
  MEDIUM_LONG("MLS|MWS", "(medium|mid)[ -](long|wide)([ -]shot)?"),
  LONG("LS|WS|FS", "(long|wide|full)[ -]?shot"),
  EXTREME_LONG("ELS|XLS|EWS|VWS", "(extreme|very)[ -](long|wide)([ -]shot)?");

  private final Pattern written;

  Framing(String letters, String words) {
    // Capitals tell an abbreviation from a word; letters and figures beside it make it another.
    written =
        Pattern.compile(
            "(?<![\\p{L}\\p{N}])(?:(?:" + letters + ")|(?i:" + words + "))(?![\\p{L}\\p{N}])");
  }

  /** The one that texts speak of; empty where they speak of none, or of several. */
  static Optional<Framing> of(Iterable<String> texts) {
    Set<Framing> found = EnumSet.noneOf(Framing.class);
    for (String text : texts) {
      String left = text;
      // The longer names have the shorter ones in them.
      for (Framing framing :
          new Framing[] {
            EXTREME_CLOSE_UP, MEDIUM_CLOSE_UP, EXTREME_LONG, MEDIUM_LONG, CLOSE_UP, MEDIUM, LONG
          }) {
        String without = framing.written.matcher(left).replaceAll(" ");
        if (!without.equals(left)) {
          found.add(framing);
          left = without;
        }
      }
    }
    return found.size() == 1 ? Optional.of(found.iterator().next()) : Optional.empty();
  }

  boolean isCloserThan(Framing other) {
    return compareTo(other) < 0;
  }
}
