package org.oddlot.lot;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.pass.Matter;
import org.oddlot.pass.Source;
import org.oddlot.pass.sync.Laid;
import org.oddlot.pass.sync.Laying;
import org.oddlot.sound.Lag;
import org.oddlot.sound.Recording;

/**
 * A picture and a recording that by their timecode lie together, to be listened to.
 *
 * @param picture the picture
 * @param recording the recording
 * @param firstSample which of its samples lies at the picture's first frame by timecode
 * @param from where in the picture to listen, in seconds
 * @param seconds how long to listen
 */
record PairToHear(
    Source picture, Recording recording, long firstSample, double from, double seconds) {
  private static final System.Logger LOG = System.getLogger(PairToHear.class.getName());

  /** Enough to know a clock by; more would only take longer. */
  private static final int OF_A_RECORDER = 6;

  private static final double LONGEST = 4;
  private static final double SHORTEST = 1.5;

  /** How far apart sound and picture may be by ear, in seconds. */
  private static final double REACH = 2;

  /** Some pairs of each recorder, spread over the day. */
  static List<PairToHear> some(Matter matter) {
    Map<String, List<Laid>> byRecorder = new LinkedHashMap<>();
    if (matter.sounds().isEmpty()) {
      return List.of();
    }
    for (Laid laid : new Laying(matter).asSaid()) {
      boolean hasBoth = laid.recording().first().path().isPresent();
      if (hasBoth && laid.sharedSeconds() >= SHORTEST) {
        byRecorder.computeIfAbsent(laid.recording().recorder(), _ -> new ArrayList<>()).add(laid);
      }
    }
    var some = new ArrayList<PairToHear>();
    for (List<Laid> all : byRecorder.values()) {
      int step = Math.max(1, (all.size() + OF_A_RECORDER - 1) / OF_A_RECORDER);
      for (int i = 0; i < all.size(); i += step) {
        some.add(of(all.get(i)));
      }
    }
    return some;
  }

  private static PairToHear of(Laid laid) {
    double shared = laid.sharedSeconds();
    double seconds = Math.min(LONGEST, shared);
    return new PairToHear(
        laid.picture(),
        laid.recording(),
        laid.firstSample(),
        laid.sharedFrom() + (shared - seconds) / 2,
        seconds);
  }

  /** How much later the recording has what the picture's own sound has, if that is clear. */
  Optional<Lag> listen(Path pictureFile, Path soundFile) {
    try {
      long rate = recording.first().sampleRate();
      float[] own = Heard.samples(pictureFile, from, seconds, rate);
      float[] other =
          SoundMedia.samples(soundFile, firstSample + Math.round(from * rate), own.length);
      return Lag.between(own, other, rate, (int) (REACH * rate)).filter(Lag::isClear);
    } catch (IOException e) {
      LOG.log(System.Logger.Level.DEBUG, "{0}: {1}", picture.name(), e.getMessage());
      return Optional.empty();
    }
  }
}
