package org.oddlot.pass.sync;

import java.math.RoundingMode;
import org.oddlot.material.MeasuredOffset;
import org.oddlot.material.Source;
import org.oddlot.sound.Recording;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;

/**
 * A recording laid to a picture.
 *
 * @param picture the picture; its range is known
 * @param recording the recording; its time reference is known
 * @param basis how their timecodes were compared
 * @param first which of the recording's samples lies at the picture's first frame, exactly;
 *     negative where the recording begins later
 */
public record Alignment(Source picture, Recording recording, TimecodeBasis basis, Rational first) {

  /** The picture's rate. */
  FrameRate rate() {
    return picture.rate().orElseThrow();
  }

  /** Samples that pass while one frame is shown: 2002 at 24000/1001 and 48,000. */
  public Rational samplesPerFrame() {
    return rate().samplesPerFrame(recording.first().sampleRate());
  }

  /** How many frames the picture has. */
  long pictureFrames() {
    return picture
        .range()
        .orElseThrow()
        .duration()
        .rescaledTo(rate(), RoundingMode.HALF_UP)
        .value();
  }

  /** The sample after the picture's last frame. */
  Rational last() {
    return first.plus(samplesPerFrame().times(pictureFrames()));
  }

  /** What picture and recording are known by together. */
  String pair() {
    return MeasuredOffset.pair(picture.id(), recording.first().id());
  }

  /** The sample at the picture's first frame, rounded: the one place where that is done. */
  public long firstSample() {
    return first.rounded(RoundingMode.HALF_UP);
  }

  /** How many samples later than by timecode the recording was heard. */
  long late(MeasuredOffset heard) {
    return heard.sample() - firstSample();
  }

  /** So many samples as frames, with their sign: {@code +12.0 f}. */
  public String inFrames(long samples) {
    return Phrase.signed(samples / samplesPerFrame().toDouble(), 1) + " f";
  }

  /** The first sample that is used: at the picture's first frame or the recording's first one. */
  long usedFrom() {
    return Math.max(0, firstSample());
  }

  /** The sample after the last one that is used. */
  long usedTo() {
    return Math.min(recording.first().frames(), last().rounded(RoundingMode.HALF_UP));
  }

  /** Whether they share any time. */
  boolean overlaps() {
    return usedTo() > usedFrom();
  }

  /** How much of the picture has sound, in per cent, rounded down. */
  public int cover() {
    Rational all = last().minus(first);
    return all.signum() == 0
        ? 0
        : (int)
            Rational.of(100 * Math.max(0, usedTo() - usedFrom()))
                .dividedBy(all)
                .rounded(RoundingMode.FLOOR);
  }

  /**
   * How many whole frames the recording begins before the picture; negative where it begins later.
   */
  public long offsetFrames() {
    return first.dividedBy(samplesPerFrame()).rounded(RoundingMode.FLOOR);
  }

  /** What is left of the offset beside its whole frames, in samples. */
  public long offsetSamples() {
    return first.minus(samplesPerFrame().times(offsetFrames())).rounded(RoundingMode.HALF_UP);
  }

  /** The offset as frames: {@code 3 s 12 f before}. */
  public String offsetInWords() {
    long frames = offsetFrames();
    return frames == 0 && offsetSamples() == 0
        ? "together"
        : RationalTime.of(frames < 0 && offsetSamples() > 0 ? frames + 1 : frames, rate()).inWords()
            + (frames < 0 ? " late" : " before");
  }

  /** Where in the picture what both have begins, in seconds. */
  public double sharedFrom() {
    return (usedFrom() - first.toDouble()) / recording.first().sampleRate();
  }

  /** When the recording begins, in seconds after the picture's first frame; negative if before. */
  public double soundBegins() {
    return -first.toDouble() / recording.first().sampleRate();
  }

  /** How long the recording is, in seconds. */
  public double soundSeconds() {
    return (double) recording.first().frames() / recording.first().sampleRate();
  }

  /** How long the picture is, in seconds. */
  public double pictureSeconds() {
    return last().minus(first).toDouble() / recording.first().sampleRate();
  }

  /** How long what both have lasts, in seconds. */
  public double sharedSeconds() {
    return Math.max(0, usedTo() - usedFrom()) / (double) recording.first().sampleRate();
  }

  /** This with the recording's clock put right by some samples; positive where it was late. */
  Alignment shifted(Rational samples) {
    return new Alignment(picture, recording, basis, first.plus(samples));
  }
}
