package org.oddlot.window.angles;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.oddlot.pass.angles.PieceFinding;
import org.oddlot.progress.Progress;
import org.oddlot.sound.Peaks;
import org.oddlot.sound.SoundMedia;
import org.oddlot.waveform.Agreement;
import org.oddlot.waveform.FitCurve;
import org.oddlot.window.kit.SoundLine;

/**
 * A piece laid over the one that says most about it: the fit by shift, and both sounds at the head
 * of what they share, in its middle and at its tail.
 *
 * @param curve the fit where it is strongest
 * @param strips the two sounds
 */
record Overlaid(FitCurve curve, List<Strip> strips) {
  private static final double SECONDS = 1.6;
  private static final double HEARD = 6;
  private static final int PARTS = 280;
  private static final long RATE = 48_000;

  /** Both sounds at one place: the other's, and the piece's own. */
  record Strip(String name, Peaks other, Peaks own) {}

  /** Whether there is something to lay over each other. */
  static boolean isPossible(PieceFinding finding) {
    return finding.leading().isPresent() && finding.other().isPresent();
  }

  /**
   * Reads what is shown.
   *
   * @throws IOException if one of the two cannot be read
   */
  static Overlaid of(PieceFinding finding) throws IOException {
    Agreement best = finding.leading().orElseThrow().best();
    Path other = finding.other().orElseThrow().media();
    Path own = finding.piece().media();
    double strongest =
        best.windows().stream()
            .max((one, two) -> Float.compare(one.strength(), two.strength()))
            .map(Agreement.Window::at)
            .orElse(best.from());
    var strips = new ArrayList<Strip>();
    double seconds = Math.min(SECONDS, best.to() - best.from());
    String[] names = {"Head", "Middle", "Tail"};
    for (int i = 0; i < names.length; i++) {
      double from = best.from() + (best.to() - best.from() - seconds) * i / 2;
      strips.add(
          new Strip(
              names[i],
              Peaks.of(SoundMedia.resampled(other, best.other(from), seconds, RATE), PARTS),
              Peaks.of(SoundMedia.resampled(own, from, seconds, RATE), PARTS)));
    }
    return new Overlaid(
        FitCurve.of(other, own, best.other(strongest) - strongest, strongest, Progress.NONE),
        strips);
  }

  /**
   * Some seconds of both from the middle of what they share, the other left, the piece right, as 16
   * bits at {@link #RATE}.
   */
  static byte[] stereo(PieceFinding finding) throws IOException {
    Agreement best = finding.leading().orElseThrow().best();
    double seconds = Math.min(HEARD, best.to() - best.from());
    double from = (best.from() + best.to() - seconds) / 2;
    float[] left =
        SoundMedia.resampled(
            finding.other().orElseThrow().media(), best.other(from), seconds, RATE);
    float[] right = SoundMedia.resampled(finding.piece().media(), from, seconds, RATE);
    return SoundLine.stereo(left, right);
  }

  static long rate() {
    return RATE;
  }
}
