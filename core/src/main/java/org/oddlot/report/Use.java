package org.oddlot.report;

import java.util.List;
import java.util.Optional;
import org.oddlot.material.Source;
import org.oddlot.time.FrameSpans;
import org.oddlot.time.FrameSpans.Span;
import org.oddlot.timeline.Cut;
import org.oddlot.timeline.Track;

/**
 * A clip in a timeline, and how much of it is seen or heard.
 *
 * @param number its ordinal among the pictures or the sounds, counted from one
 * @param event the clip and when it is there
 * @param source its media; empty for what is generated
 * @param plain when it is there, in frames after the timeline's first
 * @param there the same with what transitions take before and behind it
 * @param seen which of those are seen, or heard
 * @param unknown which of those nobody can tell about
 * @param once how many of the frames that are seen are seen for the first time: those of its media
 *     that no earlier use of it showed
 * @param unknownOnce how many of those that nobody can tell about show frames that are not seen
 *     anywhere, each once
 * @param why why it is not seen as a whole; empty if it is
 */
record Use(
    int number,
    Cut.Event event,
    Optional<Source> source,
    Span plain,
    Span there,
    List<Span> seen,
    List<Span> unknown,
    long once,
    long unknownOnce,
    String why) {
  Use {
    seen = List.copyOf(seen);
    unknown = List.copyOf(unknown);
  }

  boolean isPicture() {
    return event.kind().equals(Track.VIDEO);
  }

  boolean isSound() {
    return event.kind().equals(Track.AUDIO);
  }

  long seenFrames() {
    return FrameSpans.length(seen);
  }

  long unknownFrames() {
    return FrameSpans.length(unknown);
  }

  Use withNumber(int its) {
    return new Use(its, event, source, plain, there, seen, unknown, once, unknownOnce, why);
  }

  Use withOnce(long frames) {
    return new Use(number, event, source, plain, there, seen, unknown, frames, unknownOnce, why);
  }

  Use withUnknownOnce(long frames) {
    return new Use(number, event, source, plain, there, seen, unknown, once, frames, why);
  }

  /** In one word; {@code heard} and {@code silent} of sound. */
  String standing() {
    if (!event.enabled()) {
      return "disabled";
    }
    if (unknownFrames() > 0) {
      return "unknown";
    }
    long frames = seenFrames();
    if (frames == 0) {
      return isSound() ? "silent" : "hidden";
    }
    return frames < there.length() ? "partly" : isSound() ? "heard" : "seen";
  }
}
