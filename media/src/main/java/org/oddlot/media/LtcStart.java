package org.oddlot.media;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;
import org.oddlot.time.TimecodeException;

/**
 * What the linear timecode of a channel says about the first sample.
 *
 * @param start the timecode of the first sample's frame
 * @param agreeing how many frames say so
 * @param frames how many frames there are
 */
record LtcStart(Timecode start, int agreeing, int frames) {
  /** A channel with fewer frames than this has no timecode: chance makes one now and then. */
  private static final int FEWEST = 5;

  private static final System.Logger LOG = System.getLogger(LtcStart.class.getName());

  /** Whether the timecode runs through without a jump. */
  boolean isSteady() {
    return agreeing >= frames * 0.9;
  }

  /**
   * The start that most frames of a channel agree on, at the rate of the picture; empty where the
   * channel has no timecode, or one that counts at another rate.
   */
  static Optional<LtcStart> of(List<LtcFrame> frames, double sampleRate, FrameRate rate) {
    if (frames.size() < FEWEST || frames.stream().anyMatch(f -> f.frames() >= rate.nominal())) {
      return Optional.empty();
    }
    Map<Long, Integer> votes = new HashMap<>();
    for (long start : starts(frames, sampleRate, rate)) {
      votes.merge(start, 1, Integer::sum);
    }
    return votes.entrySet().stream()
        .max(Map.Entry.<Long, Integer>comparingByValue().thenComparing(Map.Entry.comparingByKey()))
        .filter(best -> best.getValue() >= FEWEST && best.getValue() * 2 > frames.size())
        .map(best ->
            new LtcStart(
                Timecode.ofFrames(best.getKey(), rate, isDropFrame(frames, rate)),
                best.getValue(),
                frames.size()));
  }

  private static boolean isDropFrame(List<LtcFrame> frames, FrameRate rate) {
    return rate.canDropFrames() && frames.getFirst().dropFrame();
  }

  private static List<Long> starts(List<LtcFrame> frames, double sampleRate, FrameRate rate) {
    var starts = new ArrayList<Long>();
    for (LtcFrame frame : frames) {
      try {
        Timecode label =
            Timecode.of(
                frame.hours(),
                frame.minutes(),
                frame.seconds(),
                frame.frames(),
                rate,
                frame.dropFrame() && rate.canDropFrames());
        long before = Math.round(frame.start() * rate.toDouble() / sampleRate);
        starts.add(label.frames() - before);
      } catch (TimecodeException e) {
        // A label that does not exist at this rate says nothing; the others are asked.
        LOG.log(System.Logger.Level.DEBUG, "{0} is no label at {1}", frame, rate);
      }
    }
    return starts;
  }
}
