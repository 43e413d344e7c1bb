package org.oddlot.format.otio;

import java.math.RoundingMode;
import org.jspecify.annotations.Nullable;
import org.oddlot.json.JsonReader;
import org.oddlot.json.JsonText;
import org.oddlot.problem.Problems;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;

/**
 * Reads times. The doubles of the file are recognised here and go no further: a rate becomes a
 * fraction, a value a whole count, if need be at a multiple of its rate (48.5 at 24 is 97 at 48).
 */
final class TimeReader {
  /** Parts of a frame down to a sample are recognised: 1/2002 at 23.976, 1/8008 at 29.97. */
  private static final long SMALLEST_PART_OF_A_FRAME = 20_000;

  private static final double LARGEST_WHOLE_DOUBLE = 1L << 53;

  private final JsonText text;
  private final JsonReader reader;
  private final Problems problems;

  private double lastRateValue = Double.NaN;
  private @Nullable FrameRate lastRate;

  TimeReader(JsonText text, JsonReader reader, Problems problems) {
    this.text = text;
    this.reader = reader;
    this.problems = problems;
  }

  /** The next value as a range; null if it is none, which is noted unless it is a JSON null. */
  @Nullable TimeRange range() {
    if (!isObject()) {
      return null;
    }
    int at = reader.offset();
    RationalTime start = null;
    RationalTime duration = null;
    reader.beginObject();
    for (boolean first = true; reader.nextMember(first); first = false) {
      switch (Key.of(reader)) {
        case START_TIME -> start = time();
        case DURATION -> duration = time();
        case null, default -> reader.skipValue();
      }
    }
    if (start == null || duration == null || duration.value() < 0) {
      problems.error(
          text.place(at),
          duration != null && duration.value() < 0
              ? "A range lasts less than nothing (" + duration + "); it is not used."
              : "A range lacks a usable start or duration; it is not used.",
          "It is carried unchanged. Mend it in the editing program if the clip is needed.");
      return null;
    }
    return TimeRange.of(start, duration);
  }

  /** The next value as a time; null if it is none, which is noted unless it is a JSON null. */
  @Nullable RationalTime time() {
    if (!isObject()) {
      return null;
    }
    int at = reader.offset();
    double value = Double.NaN;
    double rate = Double.NaN;
    reader.beginObject();
    for (boolean first = true; reader.nextMember(first); first = false) {
      switch (Key.of(reader)) {
        case VALUE -> value = number();
        case RATE -> rate = number();
        case null, default -> reader.skipValue();
      }
    }
    FrameRate frameRate = recognise(rate, at);
    if (frameRate == null) {
      return null;
    }
    if (value == Math.rint(value) && Math.abs(value) < LARGEST_WHOLE_DOUBLE) {
      return RationalTime.of((long) value, frameRate);
    }
    return fraction(value, frameRate, at);
  }

  private @Nullable RationalTime fraction(double value, FrameRate rate, int at) {
    try {
      Rational exact = Rational.ofDouble(value);
      if (exact.denominator() > SMALLEST_PART_OF_A_FRAME) {
        exact = Rational.of(exact.times(1000).rounded(RoundingMode.HALF_EVEN), 1000);
        problems.info(
            text.place(at),
            "The time " + value + " is no recognisable part of a frame; taken to a thousandth.");
      }
      var finer = rate.toRational().times(exact.denominator());
      return RationalTime.of(
          exact.numerator(), FrameRate.of(finer.numerator(), finer.denominator()));
    } catch (ArithmeticException e) {
      problems.error(
          text.place(at),
          "The time " + value + " cannot be used.",
          "It is carried unchanged. Mend it in the editing program if the clip is needed.");
      return null;
    }
  }

  /** The next value as a rate; null if it is none. */
  @Nullable FrameRate rate() {
    int at = reader.offset();
    return recognise(number(), at);
  }

  /** The next value as a speed; null if it is none. */
  @Nullable Rational scalar() {
    int at = reader.offset();
    try {
      return Rational.ofDouble(number());
    } catch (ArithmeticException e) {
      problems.error(
          text.place(at), "This speed cannot be used: " + e.getMessage() + ".", "It is carried.");
      return null;
    }
  }

  private @Nullable FrameRate recognise(double value, int at) {
    if (value == lastRateValue) {
      return lastRate;
    }
    try {
      lastRate = FrameRate.ofDouble(value);
      lastRateValue = value;
      return lastRate;
    } catch (IllegalArgumentException e) {
      problems.error(
          text.place(at),
          "A time has no usable rate (" + value + "); it is not used.",
          "It is carried unchanged. Mend it in the editing program if the clip is needed.");
      return null;
    }
  }

  private double number() {
    byte next = reader.peek();
    if (next == '-' || next == 'N' || next == 'I' || (next >= '0' && next <= '9')) {
      return reader.readDouble();
    }
    reader.skipValue();
    return Double.NaN;
  }

  private boolean isObject() {
    byte next = reader.peek();
    if (next == '{') {
      return true;
    }
    if (next != 'n') {
      problems.error(text.place(reader.offset()), "This is not a valid time; it is not used.", "");
    }
    reader.skipValue();
    return false;
  }
}
