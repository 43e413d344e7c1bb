package org.oddlot.text;

import com.google.errorprone.annotations.FormatMethod;
import com.google.errorprone.annotations.FormatString;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** Sentences with figures in them, in no locale's own digits and separators. */
public final class Phrase {
  private Phrase() {}

  /** {@code pattern} with {@code values} filled in, as {@link String#format} does it. */
  @FormatMethod
  public static String of(@FormatString String pattern, @Nullable Object... values) {
    return String.format(Locale.ROOT, pattern, values);
  }
}
