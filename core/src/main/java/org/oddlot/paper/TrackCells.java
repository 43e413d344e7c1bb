package org.oddlot.paper;

import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What is on which channel: in numbered columns, or in one as {@code 1: Boom, 2: Inés}, or as names
 * in their order. A number by itself counts channels and names none.
 */
final class TrackCells {
  /** The number of a track's column, and that before a track's name. */
  private static final Pattern NUMBERED = Pattern.compile("\\D*?([1-9]\\d?)\\D*");

  private static final Pattern NUMBERED_NAME =
      Pattern.compile(
          "(?:(?:tr|trk|ch)\\s*)?([1-9]\\d?)\\s*[:=.)-]\\s*(.+)", Pattern.CASE_INSENSITIVE);

  private final Map<Integer, String> tracks = new TreeMap<>();

  void add(String header, String cell) {
    Matcher column = NUMBERED.matcher(header);
    if (cell.isEmpty()) {
      return;
    }
    if (column.matches()) {
      tracks.putIfAbsent(Integer.parseInt(column.group(1)), cell);
    } else if (!cell.matches("\\d+")) {
      String[] names = cell.split("[;,\\n]", -1);
      for (int i = 0; i < names.length; i++) {
        Matcher numbered = NUMBERED_NAME.matcher(names[i].strip());
        boolean hasNumber = numbered.matches();
        String name = hasNumber ? numbered.group(2) : names[i].strip();
        if (!name.isEmpty()) {
          tracks.putIfAbsent(hasNumber ? Integer.parseInt(numbered.group(1)) : i + 1, name);
        }
      }
    }
  }

  Map<Integer, String> tracks() {
    return tracks;
  }
}
