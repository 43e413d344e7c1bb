package org.oddlot.time;

import java.math.RoundingMode;

/**
 * A point or a length of time counted in sound samples, such as a sound file's time reference since
 * midnight.
 *
 * @param samples the count; may be negative
 * @param sampleRate samples in a second, positive
 */
public record SampleTime(long samples, long sampleRate) implements Comparable<SampleTime> {

  /**
   * @throws IllegalArgumentException if the sample rate is not positive
   */
  public SampleTime {
    if (sampleRate <= 0) {
      throw new IllegalArgumentException(sampleRate + " is not a sample rate");
    }
  }

  /** {@code samples} at {@code sampleRate}. */
  public static SampleTime of(long samples, long sampleRate) {
    return new SampleTime(samples, sampleRate);
  }

  /** The sample at {@code time}, rounded as {@code rounding} says. */
  public static SampleTime of(RationalTime time, long sampleRate, RoundingMode rounding) {
    return of(time.seconds().times(sampleRate).rounded(rounding), sampleRate);
  }

  /** This in seconds, exactly. */
  public Rational seconds() {
    return Rational.of(samples, sampleRate);
  }

  /** This in frames, rounded as {@code rounding} says; a frame begins at its first sample. */
  public RationalTime toFrames(FrameRate rate, RoundingMode rounding) {
    return RationalTime.ofSeconds(seconds(), rate, rounding);
  }

  /** Compares the times, exactly, whatever the sample rates. */
  @Override
  public int compareTo(SampleTime other) {
    return seconds().compareTo(other.seconds());
  }

  /** {@code 2002 samples at 48000}. */
  @Override
  public String toString() {
    return samples + " samples at " + sampleRate;
  }
}
