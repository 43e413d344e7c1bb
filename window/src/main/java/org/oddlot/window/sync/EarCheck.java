package org.oddlot.window.sync;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.pass.sync.Alignment;
import org.oddlot.sound.Lag;
import org.oddlot.sound.Peaks;
import org.oddlot.sound.SoundMedia;
import org.oddlot.text.Phrase;

/** Picture and sound of a pair beside each other, at its head, in its middle and at its tail. */
final class EarCheck {
  private static final double SECONDS = 1.6;
  private static final int PARTS = 280;

  private EarCheck() {}

  /**
   * One place that was looked at.
   *
   * @param name which one it is
   * @param own what the camera heard
   * @param sound what the recorder heard
   * @param late how much later the recorder has it, if both clearly hear the same
   * @param samplesPerFrame samples in a frame, to say it in frames
   */
  record Strip(String name, Peaks own, Peaks sound, Optional<Lag> late, double samplesPerFrame) {

    String words() {
      return late.map(lag ->
              lag.samples() == 0
                  ? "together"
                  : Phrase.of(
                      "%.2f f %s (%,d samples)",
                      Math.abs(lag.samples()) / samplesPerFrame,
                      lag.samples() > 0 ? "late" : "early",
                      lag.samples()))
          .orElse("not clear");
    }
  }

  /** Looks at a pair; none where one of the two cannot be read. */
  static List<Strip> of(Path picture, Alignment laid) {
    var strips = new ArrayList<Strip>();
    Optional<Path> sound = laid.recording().first().path();
    double shared = laid.sharedSeconds();
    double seconds = Math.min(SECONDS, shared);
    if (sound.isEmpty() || seconds < 0.2) {
      return strips;
    }
    String[] names = {"Head", "Middle", "Tail"};
    long rate = laid.recording().first().sampleRate();
    try {
      for (int i = 0; i < names.length; i++) {
        double from = laid.sharedFrom() + (shared - seconds) * i / 2;
        float[] own = SoundMedia.resampled(picture, from, seconds, rate);
        float[] other = SoundMedia.samples(sound.get(), sampleAt(laid, from), own.length);
        strips.add(
            new Strip(
                names[i],
                Peaks.of(own, PARTS),
                Peaks.of(other, PARTS),
                Lag.between(own, other, rate, own.length / 2).filter(Lag::isClear),
                laid.samplesPerFrame().toDouble()));
      }
    } catch (IOException e) {
      return List.of();
    }
    return strips;
  }

  /** The recording's sample at a time of the picture, in seconds from its first frame. */
  static long sampleAt(Alignment laid, double seconds) {
    return laid.firstSample() + Math.round(seconds * laid.recording().first().sampleRate());
  }
}
