package org.oddlot.pass;

import com.google.errorprone.annotations.FormatMethod;
import com.google.errorprone.annotations.FormatString;
import org.jspecify.annotations.Nullable;
import org.oddlot.text.Phrase;

/**
 * How people read what a pass found out: made of facts in one place of each pass, so that nothing
 * is decided by words.
 *
 * @param headline in a few words, for a narrow column
 * @param reason in a sentence without a full stop
 */
public record Sentence(String headline, String reason) {

  /** The same, with facts put into the reason as {@link Phrase} does. */
  @FormatMethod
  public static Sentence of(
      String headline, @FormatString String reason, @Nullable Object... facts) {
    return new Sentence(headline, Phrase.of(reason, facts));
  }
}
