package org.oddlot.window.kit;

import java.math.RoundingMode;
import org.oddlot.sound.Recording;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;

/** When recordings begin and how long they last, as people read it. */
public final class SoundTimes {
  private SoundTimes() {}

  /** The label of the first sample, at the recorder's own rate; by the clock where it has none. */
  public static String start(Recording recording) {
    return start(recording, FrameRate.of(1000));
  }

  /**
   * The label of the first sample.
   *
   * @param otherwise the rate at which it counts if the recorder does not say its own
   */
  public static String start(Recording recording, FrameRate otherwise) {
    FrameRate rate = recording.first().timecodeRate().orElse(otherwise);
    return recording
        .first()
        .reference()
        .map(reference ->
            Timecode.of(reference.toFrames(rate, RoundingMode.FLOOR), false).withinDay().toString())
        .orElse("not known");
  }

  /** {@code 1:07.5}: minutes, seconds and tenths. */
  public static String length(Recording recording) {
    long tenths = recording.first().frames() * 10 / recording.first().sampleRate();
    return Phrase.of("%d:%02d.%d", tenths / 600, tenths / 10 % 60, tenths % 10);
  }
}
