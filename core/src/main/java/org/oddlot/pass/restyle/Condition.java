package org.oddlot.pass.restyle;

import java.math.BigDecimal;
import java.util.Arrays;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.oddlot.format.title.TitleProperty;
import org.oddlot.text.Phrase;

/**
 * What a title has to be: {@code font=Georgia}, {@code size=>40}, {@code text=*harbour*}. Numbers
 * are compared as numbers, colours however they are spelled, words without heed of case; {@code *}
 * stands for anything.
 */
public final class Condition {
  private final TitleProperty property;
  private final String value;
  private final Optional<BigDecimal> number;
  private final Pattern pattern;

  /**
   * A condition.
   *
   * @param property what is looked at
   * @param value what it has to be
   */
  public Condition(TitleProperty property, String value) {
    this.property = property;
    this.value = value;
    this.number = number(value);
    this.pattern =
        Pattern.compile(
            Arrays.stream(value.split("\\*", -1))
                .map(Pattern::quote)
                .collect(Collectors.joining(".*")),
            Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE | Pattern.DOTALL);
  }

  /** What is looked at. */
  public TitleProperty property() {
    return property;
  }

  /** What it has to be. */
  public String value() {
    return value;
  }

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
    Optional<BigDecimal> its = number(is);
    if ((first == '<' || first == '>') && its.isPresent()) {
      int side = number(value.substring(1)).map(its.get()::compareTo).orElse(0);
      return first == '<' ? side < 0 : side > 0;
    }
    if (its.isPresent() && number.isPresent()) {
      return its.get().compareTo(number.get()) == 0;
    }
    if (property == TitleProperty.COLOUR) {
      return is.replace("#", "").equalsIgnoreCase(value.replace("#", ""));
    }
    return pattern.matcher(is).matches();
  }

  private static Optional<BigDecimal> number(String text) {
    boolean begins = !text.isEmpty() && text.charAt(0) <= '9';
    return begins && text.strip().matches("-?\\d{1,12}(\\.\\d{1,12})?")
        ? Optional.of(new BigDecimal(text.strip()))
        : Optional.empty();
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Condition condition
        && property == condition.property
        && value.equals(condition.value);
  }

  @Override
  public int hashCode() {
    return Objects.hash(property, value);
  }

  /** As it is written. */
  @Override
  public String toString() {
    return property.word() + "=" + value.replace("\n", "\\n");
  }
}
