package org.oddlot.pass.restyle;

import java.math.BigDecimal;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import org.oddlot.format.title.TitleProperty;
import org.oddlot.text.Phrase;

/**
 * What a title has to be: {@code font=Georgia}, {@code size=>40}, {@code text=*harbour*}. Numbers
 * are compared as numbers, colours however they are spelled, words without heed of case; {@code *}
 * stands for anything.
 *
 * @param property what is looked at
 * @param value what it has to be
 */
public record Condition(TitleProperty property, String value) {

  /**
   * Reads a condition, or what is to be set: {@code PROPERTY=VALUE}.
   *
   * @throws IllegalArgumentException if it is none; the message says why
   */
  public static Condition parse(String text) {
    int equals = text.indexOf('=');
    if (equals < 1) {
      throw new IllegalArgumentException(Phrase.of("\"%s\" is no PROPERTY=VALUE", text));
    }
    String word = text.substring(0, equals).strip().toLowerCase(Locale.ROOT);
    TitleProperty property =
        TitleProperty.of(word)
            .orElseThrow(() ->
                new IllegalArgumentException(
                    Phrase.of(
                        "titles have no \"%s\"; they have %s",
                        word, String.join(", ", TitleProperty.words()))));
    return new Condition(property, text.substring(equals + 1).replace("\\n", "\n"));
  }

  /** Whether a value is what it has to be. */
  public boolean holds(Optional<String> is) {
    return is.filter(this::holds).isPresent();
  }

  private boolean holds(String is) {
    char first = value.isEmpty() ? ' ' : value.charAt(0);
    Optional<BigDecimal> number = number(is);
    if ((first == '<' || first == '>') && number.isPresent()) {
      Optional<BigDecimal> limit = number(value.substring(1));
      int side = limit.map(number.get()::compareTo).orElse(0);
      return first == '<' ? side < 0 : side > 0;
    }
    Optional<BigDecimal> wanted = number(value);
    if (number.isPresent() && wanted.isPresent()) {
      return number.get().compareTo(wanted.get()) == 0;
    }
    if (property == TitleProperty.COLOUR) {
      return is.replace("#", "").equalsIgnoreCase(value.replace("#", ""));
    }
    return pattern().matcher(is).matches();
  }

  private Pattern pattern() {
    String all =
        java.util.Arrays.stream(value.split("\\*", -1))
            .map(Pattern::quote)
            .collect(java.util.stream.Collectors.joining(".*"));
    return Pattern.compile(all, Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE | Pattern.DOTALL);
  }

  private static Optional<BigDecimal> number(String text) {
    return text.strip().matches("-?\\d{1,12}(\\.\\d{1,12})?")
        ? Optional.of(new BigDecimal(text.strip()))
        : Optional.empty();
  }

  /** As it is written. */
  @Override
  public String toString() {
    return property.word() + "=" + value.replace("\n", "\\n");
  }
}
