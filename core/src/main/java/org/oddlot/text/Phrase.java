package org.oddlot.text;

import com.google.errorprone.annotations.FormatMethod;
import com.google.errorprone.annotations.FormatString;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** Sentences with figures in them, in no locale's own digits and separators. */
public final class Phrase {
  private static final char MINUS = '−';

  private Phrase() {}

  /** A text of so many letters at the most; one that is longer ends in an ellipsis. */
  public static String shortened(String text, int most) {
    return text.length() > most ? text.substring(0, most - 1) + "…" : text;
  }

  /** {@code pattern} with {@code values} filled in, as {@link String#format} does it. */
  @FormatMethod
  public static String of(@FormatString String pattern, @Nullable Object... values) {
    return String.format(Locale.ROOT, pattern, values);
  }

  /** A number as people read it, its thousands apart: {@code 1,234}, {@code −12}. */
  public static String number(long number) {
    // Said of each of a hundred thousand clips; a format would be built anew for each of them.
    var figures = new StringBuilder(Long.toString(number));
    int first = number < 0 ? 1 : 0;
    for (int at = figures.length() - 3; at > first; at -= 3) {
      figures.insert(at, ',');
    }
    if (number < 0) {
      figures.setCharAt(0, MINUS);
    }
    return figures.toString();
  }

  /** A number of bytes as people read it: {@code 812 bytes}, {@code 34 KB}, {@code 1,200 MB}. */
  public static String size(long bytes) {
    if (bytes < 10_000) {
      return count((int) bytes, "byte");
    }
    return bytes < 10_000_000 ? number(bytes / 1000) + " KB" : number(bytes / 1_000_000) + " MB";
  }

  /** A number with at the most so many decimals, and none where it is whole: {@code 46}. */
  public static String decimal(double value, int places) {
    return value == Math.rint(value)
        ? Long.toString((long) value)
        : String.format(Locale.ROOT, "%." + places + "f", value);
  }

  /** A whole number with its sign: {@code +1,234}, {@code −12}; zero has none. */
  public static String signed(long number) {
    return (number > 0 ? "+" : "") + number(number);
  }

  /**
   * A number with its sign and so many decimals: {@code −0.5}; what is rounded to zero has none.
   */
  public static String signed(double value, int places) {
    String figures = String.format(Locale.ROOT, "%,." + places + "f", Math.abs(value));
    return figures.matches("[0.]+") ? figures : (value < 0 ? MINUS : '+') + figures;
  }

  /** A count with its noun: {@code 1 entry}, {@code 3 entries}, {@code 2 clips}, {@code 2 days}. */
  public static String count(int count, String noun) {
    String plural =
        noun.matches(".*[^aeiou]y") ? noun.substring(0, noun.length() - 1) + "ies" : noun + "s";
    return number(count) + " " + (count == 1 ? noun : plural);
  }

  /** A length in hours, minutes and seconds: {@code 1:04:09}. */
  public static String clock(long seconds) {
    return of("%d:%02d:%02d", seconds / 3600, seconds / 60 % 60, seconds % 60);
  }
}
