package org.oddlot.caption;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/**
 * In which frames captions were counted whose file says only fractions of a second: those at which
 * nearly all of their moments lie, as near as the fractions can say.
 */
public final class FrameGuess {
  /** The coarsest first: what lies on frames of 25 lies on those of 50 as well. */
  private static final List<FrameRate> RATES =
      List.of(
          FrameRate.FPS_25,
          FrameRate.FPS_24,
          FrameRate.FPS_23_976,
          FrameRate.FPS_30,
          FrameRate.FPS_29_97,
          FrameRate.FPS_50,
          FrameRate.FPS_60,
          FrameRate.FPS_59_94);

  private static final int FEWEST = 4;
  private static final int LOOKED_AT = 2000;

  private FrameGuess() {}

  /** The frames; those of the file itself where it counts in frames, empty where none fit. */
  public static Optional<Timebase.Frames> of(Captions captions) {
    if (captions.grid() instanceof Timebase.Frames frames) {
      return Optional.of(frames);
    }
    List<Rational> moments =
        captions.captions().stream()
            .flatMap(caption -> Stream.of(caption.start(), caption.end()))
            .distinct()
            .limit(LOOKED_AT)
            .toList();
    if (moments.size() < FEWEST) {
      return Optional.empty();
    }
    // A fraction is written to its nearest, or cut off.
    double most = captions.grid().step().toDouble() * 1.01;
    return RATES.stream()
        .filter(rate -> fits(moments, rate, most))
        .map(rate -> new Timebase.Frames(rate, false))
        .findFirst();
  }

  private static boolean fits(List<Rational> moments, FrameRate rate, double most) {
    double frame = rate.frameDuration().toDouble();
    long on =
        moments.stream()
            .mapToDouble(Rational::toDouble)
            .filter(at -> Math.abs(at - Math.round(at / frame) * frame) <= most)
            .count();
    return on * 50 >= moments.size() * 49L;
  }
}
