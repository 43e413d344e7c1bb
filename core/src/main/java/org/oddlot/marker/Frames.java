package org.oddlot.marker;

import java.math.RoundingMode;
import java.util.Optional;
import org.oddlot.compare.Shot;
import org.oddlot.compare.Version;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;

/**
 * Frames of a cut and the frames of media that they show.
 *
 * @param rate the frames of the cut
 */
record Frames(FrameRate rate) {
  static Frames of(Version version) {
    return new Frames(version.rate());
  }

  /** Which frame of its media a shot shows at a frame of the cut. */
  RationalTime mediaAt(Shot shot, long frame) {
    return RationalTime.of(
        shot.event().sourceFrame(after(shot, frame)), shot.event().source().start().rate());
  }

  private Rational after(Shot shot, long frame) {
    return rate.frameDuration().times(frame).minus(shot.event().record().start().seconds());
  }

  /**
   * The frame of the cut at which a shot shows a frame of its media; empty where it does not.
   *
   * @param media the frame, which is there from its beginning to the next
   * @param rather one that is preferred where several show it
   */
  Optional<Long> shownAt(Shot shot, RationalTime media, Optional<Long> rather) {
    FrameRate counted = shot.event().source().start().rate();
    long wanted = media.rescaledTo(counted, RoundingMode.FLOOR).value();
    if (rather.filter(frame -> shows(shot, frame, wanted)).isPresent()) {
      return rather;
    }
    Rational speed = shot.event().speed();
    if (speed.signum() == 0) {
      return shows(shot, shot.in(), wanted) ? Optional.of(shot.in()) : Optional.empty();
    }
    RationalTime at = RationalTime.of(wanted, counted);
    Rational into =
        speed.signum() > 0
            ? at.minus(shot.event().source().start()).seconds().dividedBy(speed)
            : shot.event()
                .source()
                .endExclusive()
                .minus(at.plusCounts(1))
                .seconds()
                .dividedBy(speed.abs());
    long near =
        shot.event()
            .record()
            .start()
            .seconds()
            .plus(into)
            .dividedBy(rate.frameDuration())
            .rounded(RoundingMode.CEILING);
    for (long frame = near - 1; frame <= near + 1; frame++) {
      if (shows(shot, frame, wanted)) {
        return Optional.of(frame);
      }
    }
    return Optional.empty();
  }

  private boolean shows(Shot shot, long frame, long media) {
    return frame >= shot.in()
        && frame < shot.out()
        && shot.event().sourceFrame(after(shot, frame)) == media;
  }
}
