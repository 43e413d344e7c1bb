package org.oddlot.sheet;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.Optional;
import java.util.stream.Stream;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.Timecode;

/** What stands in a cell. */
public sealed interface Cell {
  /** As people read it: {@code 1,234}. */
  String text();

  /** As programs read it: {@code 1234}, and a length of time as a number of seconds. */
  String plain();

  /** What a cell can be found by: both of these, or the one where they are the same. */
  static Stream<String> readings(Cell cell) {
    String text = cell.text();
    String plain = cell.plain();
    return plain.equals(text) ? Stream.of(text) : Stream.of(text, plain);
  }

  /** An empty cell. */
  Cell NOTHING = new Text("");

  /** Words, a timecode, a file. */
  record Text(String text) implements Cell {
    @Override
    public String plain() {
      return text;
    }
  }

  /** A whole number. */
  record Count(long number) implements Cell {
    @Override
    public String text() {
      return Phrase.number(number);
    }

    @Override
    public String plain() {
      return Long.toString(number);
    }
  }

  /**
   * A length of time.
   *
   * @param seconds how long, exactly
   * @param frames at which rate it is read as a timecode, non-drop; by the clock where empty
   */
  record Time(Rational seconds, Optional<FrameRate> frames) implements Cell {
    /** A length by the clock. */
    public Time(Rational seconds) {
      this(seconds, Optional.empty());
    }

    /** Hours, minutes, seconds and frames or thousandths, rounded half up. */
    @Override
    public String text() {
      if (frames.isPresent()) {
        long all = seconds.times(frames.get().toRational()).rounded(RoundingMode.HALF_UP);
        return (all < 0 ? "−" : "") + Timecode.ofFrames(Math.abs(all), frames.get(), false);
      }
      long thousandths = seconds.times(1000).rounded(RoundingMode.HALF_UP);
      long whole = Math.abs(thousandths);
      return Phrase.of(
          "%s%d:%02d:%02d.%03d",
          thousandths < 0 ? "−" : "",
          whole / 3_600_000,
          whole / 60_000 % 60,
          whole / 1000 % 60,
          whole % 1000);
    }

    @Override
    public String plain() {
      return decimal().toPlainString();
    }

    /** As a number of seconds, with as many digits as a double is sure of. */
    public BigDecimal decimal() {
      return new BigDecimal(seconds.numerator())
          .divide(new BigDecimal(seconds.denominator()), MathContext.DECIMAL64);
    }
  }

  /**
   * A number with two decimals, of money or of speed.
   *
   * @param number what it is
   * @param how how it comes of a length of time in the same row, if it does
   */
  record Amount(Rational number, Optional<Rate> how) implements Cell {
    /** An amount by itself. */
    public Amount(Rational number) {
      this(number, Optional.empty());
    }

    @Override
    public String text() {
      return Phrase.of("%,.2f", decimal()).replace('-', '−');
    }

    @Override
    public String plain() {
      return decimal().toPlainString();
    }

    /** Rounded half up to two decimals. */
    public BigDecimal decimal() {
      return new BigDecimal(number.numerator())
          .divide(new BigDecimal(number.denominator()), 2, RoundingMode.HALF_UP);
    }
  }

  /**
   * So much for a length of time.
   *
   * @param column the key of the column that the length stands in
   * @param aSecond how much for each second of it
   * @param least how much at the least
   */
  record Rate(String column, Rational aSecond, Rational least) {}

  /** A day. */
  record Day(LocalDate day) implements Cell {
    @Override
    public String text() {
      return day.toString();
    }

    @Override
    public String plain() {
      return text();
    }
  }

  /** Words; an empty cell where there are none. */
  static Cell of(String text) {
    return text.isEmpty() ? NOTHING : new Text(text);
  }

  /** A whole number. */
  static Cell of(long number) {
    return new Count(number);
  }

  /** A length of time. */
  static Cell of(Rational seconds) {
    return new Time(seconds);
  }
}
