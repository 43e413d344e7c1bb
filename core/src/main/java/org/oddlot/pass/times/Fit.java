package org.oddlot.pass.times;

import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.caption.Timebase;
import org.oddlot.pass.Codec;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;

/**
 * How times of a file become those of a programme: multiplied, then shifted.
 *
 * @param programme its id; empty for none
 * @param stretch what each time is multiplied with
 * @param shift seconds that are added then
 */
public record Fit(Optional<String> programme, Rational stretch, Rational shift) {
  private static final Pattern WRITTEN =
      Pattern.compile(
          "(?:(?<at>.+) )?x(?<above>\\d{1,9})/(?<below>\\d{1,9}) (?<shift>[+-]\\d{1,7}\\.\\d{1,6})");

  /** Times stay what they are. */
  static final Fit NONE = new Fit(Optional.empty(), Rational.ONE, Rational.ZERO);

  /** As answers have it: {@code ferry.otio/Ferry talk x1/1 +3600.000000}. */
  public static final Codec<Fit> CODEC = Codec.of(fit -> List.of(fit.inOneWord()), Fit::decode);

  private static Fit decode(List<String> words) {
    Matcher written = words.size() == 1 ? WRITTEN.matcher(words.getFirst()) : null;
    if (written == null || !written.matches() || written.group("below").matches("0+")) {
      throw new IllegalArgumentException(
          "it takes a timeline, what times are multiplied with and what is added:"
              + " \"talk.otio/Talk x1/1 +3600.000\"");
    }
    String shift = written.group("shift");
    var micros = new java.math.BigDecimal(shift).movePointRight(6).longValueExact();
    return new Fit(
        Optional.ofNullable(written.group("at")),
        Rational.of(Long.parseLong(written.group("above")), Long.parseLong(written.group("below"))),
        Rational.of(micros, 1_000_000));
  }

  /** How answers name it. */
  public String inOneWord() {
    long micros = new Timebase.Ticks(1_000_000).count(shift);
    return programme.map(id -> id + " ").orElse("")
        + "x"
        + stretch.numerator()
        + "/"
        + stretch.denominator()
        + (micros < 0 ? " -" : " +")
        + Phrase.of("%d.%06d", Math.abs(micros) / 1_000_000, Math.abs(micros) % 1_000_000);
  }

  /** The time of the programme that a time of the file is. */
  public Rational apply(Rational time) {
    if (stretch.equals(Rational.ONE)) {
      return time.plus(shift);
    }
    // To the microsecond, so that fractions of fractions do not grow without end.
    return new Timebase.Ticks(1_000_000).nearest(time.times(stretch)).plus(shift);
  }

  /** Whether it changes nothing. */
  public boolean isNone() {
    return stretch.equals(Rational.ONE) && shift.signum() == 0;
  }

  /** What it does, in words. */
  public String inWords() {
    if (isNone()) {
      return "as it is";
    }
    String moved =
        shift.signum() == 0
            ? ""
            : (shift.signum() > 0 ? "later by " : "earlier by ") + Timebase.clock(shift.abs(), '.');
    if (stretch.equals(Rational.ONE)) {
      return moved;
    }
    String stretched = Rates.inWords(stretch);
    return moved.isEmpty() ? stretched : stretched + ", " + moved;
  }
}
