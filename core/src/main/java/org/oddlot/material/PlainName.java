package org.oddlot.material;

import java.util.Locale;
import java.util.regex.Pattern;

/**
 * Names as they are compared, for people write them down without the file's ending, in any case,
 * with other separators or none, with fewer zeros, with an O for a zero.
 */
public final class PlainName {
  private static final Pattern ENDING = Pattern.compile("\\.[A-Za-z][A-Za-z0-9]{1,4}$");
  private static final Pattern SEPARATOR = Pattern.compile("[^\\p{L}\\p{N}]+");
  private static final Pattern IDLE_SEPARATOR = Pattern.compile("(?<![0-9])_|_(?![0-9])");
  private static final Pattern ZEROS = Pattern.compile("(?<![0-9])0+(?=[0-9])");
  private static final Pattern LETTER_FOR_ZERO = Pattern.compile("(?<=[0-9])O|O(?=[0-9])");

  private PlainName() {}

  /** A name as it is compared. */
  public static String of(String name) {
    String upper = withoutEnding(name).toUpperCase(Locale.ROOT);
    String digits = upper;
    for (String before = ""; !before.equals(digits); ) {
      before = digits;
      digits = LETTER_FOR_ZERO.matcher(before).replaceAll("0");
    }
    String joined = SEPARATOR.matcher(digits).replaceAll("_");
    // Between two numbers the separator stays, or they would become one.
    return ZEROS.matcher(IDLE_SEPARATOR.matcher(joined).replaceAll("")).replaceAll("");
  }

  /** A name without the ending of its file and without spaces around it. */
  public static String withoutEnding(String name) {
    return ENDING.matcher(name.strip()).replaceFirst("");
  }
}
