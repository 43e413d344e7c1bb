package org.oddlot.practice.desk;

import java.util.Locale;

/**
 * A stretch of media or of a timeline.
 *
 * @param start its first frame
 * @param duration how many frames
 * @param rate frames in a second
 */
public record Span(double start, double duration, double rate) {

  /** From the same beginning so many times as long. */
  public Span times(double factor) {
    return new Span(start, duration * factor, rate);
  }

  /** The frame after its last. */
  public double end() {
    return start + duration;
  }

  boolean contains(Span other) {
    return other.start >= start && other.end() <= end();
  }

  boolean sameRateAs(Span other) {
    return Math.abs(rate - other.rate) < 0.01;
  }

  /** The start as hours, minutes, seconds and frames. */
  public String label() {
    long nominal = Math.round(rate);
    long frames = Math.round(start);
    long seconds = frames / nominal;
    return String.format(
        Locale.ROOT,
        "%02d:%02d:%02d:%02d",
        seconds / 3600,
        seconds / 60 % 60,
        seconds % 60,
        frames % nominal);
  }
}
