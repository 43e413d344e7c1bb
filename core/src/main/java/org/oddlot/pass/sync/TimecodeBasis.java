package org.oddlot.pass.sync;

import java.util.Locale;
import org.oddlot.sound.SoundFile;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/**
 * How timecodes of two rates are compared. At 24000/1001 a label is slower than the clock: 3.6
 * seconds an hour; at 24, 25 and 30, and where labels are dropped, it is the clock. Where both are
 * slow or neither is, it makes no difference.
 */
public enum TimecodeBasis {
  /** Equal labels are the same moment: both were set to each other in the course of the day. */
  LABELS("the same label is the same moment"),
  /** Each counts from midnight at its own pace, and the real time since then is compared. */
  CLOCK("both count real time since midnight");

  private final String words;

  TimecodeBasis(String words) {
    this.words = words;
  }

  /** As people read it. */
  public String words() {
    return words;
  }

  /** What decisions call it. */
  public String id() {
    return name().toLowerCase(Locale.ROOT);
  }

  /** Whether it makes a difference which one is taken for a picture and a recording. */
  static boolean matters(FrameRate picture, SoundFile sound) {
    FrameRate rate = sound.timecodeRate().orElse(picture);
    boolean drop = sound.dropFrame();
    return isSlow(picture, drop && picture.canDropFrames()) != isSlow(rate, drop);
  }

  /** Whether labels of a rate fall behind the clock; those that drop frames keep up with it. */
  private static boolean isSlow(FrameRate rate, boolean dropFrame) {
    return rate.isPulledDown() && !dropFrame;
  }

  /** How long a second of labels takes, in seconds. */
  static Rational labelSecond(FrameRate rate, boolean dropFrame) {
    return dropFrame ? Rational.ONE : Rational.of(rate.nominal()).dividedBy(rate.toRational());
  }
}
