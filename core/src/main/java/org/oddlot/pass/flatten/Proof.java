package org.oddlot.pass.flatten;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Cut;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

/**
 * What is there on each track at each frame of a cut: which media, and which frame of it. Two cuts
 * are walked and compared; the walk is that of {@link Cut}, which flattening does not use.
 *
 * @param frames how many frames were compared, all tracks together
 * @param same how many of them show the same
 * @param otherwise the frames that do not, by track
 */
record Proof(long frames, long same, Map<Integer, List<Long>> otherwise) {

  /** Compares a cut with what became of it; what it has on further tracks is not looked at. */
  static Proof of(Timeline before, Timeline after, FrameRate rate) {
    Map<Integer, Map<Long, Long>> was = seen(before, rate);
    Map<Integer, Map<Long, Long>> is = seen(after, rate);
    long frames = 0;
    long same = 0;
    var otherwise = new TreeMap<Integer, List<Long>>();
    for (int track = 0;
        track < before.tracks().map(its -> its.children().size()).orElse(0);
        track++) {
      Map<Long, Long> one = was.getOrDefault(track, Map.of());
      Map<Long, Long> other = is.getOrDefault(track, Map.of());
      var all = new TreeSet<>(one.keySet());
      all.addAll(other.keySet());
      for (long frame : all) {
        frames++;
        if (one.getOrDefault(frame, 0L).equals(other.getOrDefault(frame, 0L))) {
          same++;
        } else {
          otherwise.computeIfAbsent(track, _ -> new ArrayList<>()).add(frame);
        }
      }
    }
    return new Proof(frames, same, otherwise);
  }

  /** How many frames of a track show something else from a frame to another. */
  long otherwise(int track, long from, long to) {
    return otherwise.getOrDefault(track, List.of()).stream()
        .filter(frame -> frame >= from && frame < to)
        .count();
  }

  /** What is there by track and frame, as a number that is another for anything else. */
  private static Map<Integer, Map<Long, Long>> seen(Timeline timeline, FrameRate rate) {
    var seen = new HashMap<Integer, Map<Long, Long>>();
    for (Cut.Event event : Cut.of(timeline).events()) {
      Optional<Placed> track = trackOf(event.place());
      if (!event.enabled() || track.isEmpty() || !isChosen(event.place(), track.get())) {
        continue;
      }
      Map<Long, Long> its = seen.computeIfAbsent(track.get().index(), _ -> new HashMap<>());
      TimeRange range = event.recordWithTransitions();
      long from = range.start().rescaledTo(rate, RoundingMode.CEILING).value();
      long to = range.endExclusive().rescaledTo(rate, RoundingMode.CEILING).value();
      long media = media(event.clip()).hashCode();
      for (long frame = from; frame < to; frame++) {
        Rational after = rate.frameDuration().times(frame).minus(event.record().start().seconds());
        long at = sourceFrame(event, after);
        long there = mixed(media * 1_000_003L + at);
        its.merge(frame, there, Long::sum);
      }
    }
    return seen;
  }

  /**
   * Which frame of its media is there, counted at the media's own rate: at half the speed a cut
   * counts in halves of frames.
   */
  private static long sourceFrame(Cut.Event event, Rational after) {
    Rational rate =
        event
            .clip()
            .availableRange()
            .map(range -> range.start().rate())
            .orElse(event.source().start().rate())
            .toRational();
    boolean backwards = event.speed().signum() < 0;
    RationalTime from = backwards ? event.source().endExclusive() : event.source().start();
    Rational at = from.seconds().plus(after.times(event.speed())).times(rate);
    return backwards ? at.rounded(RoundingMode.CEILING) - 1 : at.rounded(RoundingMode.FLOOR);
  }

  private static long mixed(long number) {
    long mixed = (number + 0x9E3779B97F4A7C15L) * 0xBF58476D1CE4E5B9L;
    return mixed ^ (mixed >>> 31);
  }

  private static String media(Clip clip) {
    return clip.media()
        .filter(MediaReference.External.class::isInstance)
        .map(media -> ((MediaReference.External) media).targetUrl())
        .filter(url -> !url.isEmpty())
        .or(() -> clip.media().map(MediaReference::name).filter(name -> !name.isEmpty()))
        .orElseGet(clip::name);
  }

  /** The track of the timeline that something lies on, however deep. */
  static Optional<Placed> trackOf(Placed place) {
    for (Placed at = place; at.parent().isPresent(); at = at.parent().get()) {
      Optional<Placed> above = at.parent().flatMap(Placed::parent);
      if (above.filter(its -> its.object() instanceof Timeline).isPresent()) {
        return Optional.of(at);
      }
    }
    return Optional.empty();
  }

  /** Whether something lies in the chosen angle of all groups that it lies in. */
  private static boolean isChosen(Placed place, Placed track) {
    String kind = ((Track) track.object()).kind();
    for (Placed at = place; at.parent().isPresent(); at = at.parent().get()) {
      if (at.parent().get().object() instanceof Stack stack
          && Angle.isUse(stack)
          && Angle.index(stack, kind).filter(Integer.valueOf(at.index())::equals).isEmpty()) {
        return false;
      }
    }
    return true;
  }
}
