package org.oddlot.input;

import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/** Names of files that every common file system takes, made of what people and programs write. */
public final class FileName {
  /**
   * Most systems take 255 bytes; what comes behind a name that is taken, or beside it, has room.
   */
  private static final int MOST_BYTES = 200;

  /** Separators, what Windows keeps for itself, and what cannot be seen. */
  private static final Pattern NOT_TAKEN = Pattern.compile("[\\\\/:*?\"<>|\\p{Cntrl}\\p{Cs}]");

  /** Devices, whatever their ending. */
  private static final Set<String> DEVICES = Set.of("con", "prn", "aux", "nul");

  private static final Pattern PORT = Pattern.compile("(com|lpt)[0-9]");

  private FileName() {}

  /**
   * The nearest name to {@code wanted} that a file can have: without its ending, of 200 bytes in
   * UTF-8 at the most, never empty.
   */
  public static String of(String wanted) {
    String name = NOT_TAKEN.matcher(wanted).replaceAll("-").strip();
    while (name.getBytes(StandardCharsets.UTF_8).length > MOST_BYTES) {
      // A letter at a time is slow for a name of a million; not through the middle of one.
      int half = Math.max(name.length() / 2, MOST_BYTES / 4);
      int shorter = name.length() > 2 * MOST_BYTES ? half : name.length() - 1;
      name =
          name.substring(0, Character.isLowSurrogate(name.charAt(shorter)) ? shorter - 1 : shorter);
    }
    while (name.endsWith(".") || name.endsWith(" ")) {
      name = name.substring(0, name.length() - 1);
    }
    String lower = name.toLowerCase(Locale.ROOT);
    if (name.isEmpty() || DEVICES.contains(lower) || PORT.matcher(lower).matches()) {
      return "-" + name;
    }
    return name;
  }

  /** How a name ends, lower case with the dot; empty if it has no ending. */
  public static String ending(String name) {
    int dot = name.lastIndexOf('.');
    return dot <= name.lastIndexOf('/') + 1 ? "" : name.substring(dot).toLowerCase(Locale.ROOT);
  }
}
