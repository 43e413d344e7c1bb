package org.oddlot.format.edl;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import org.oddlot.format.text.TextFile;
import org.oddlot.time.FrameRate;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Transition;

/** A list as it was read: its text, its events, and what each of them became. */
final class EdlOriginal extends Origin {
  private final TextFile file;
  private final FrameRate rate;
  private final boolean drop;
  private final List<EdlEvent> events;
  private final Map<String, String> reels;
  private final Map<Integer, List<Laid>> laid = new TreeMap<>();

  /**
   * What lies on a track.
   *
   * @param channel on which one
   * @param from its first frame, counted from midnight
   * @param to behind its last
   * @param clip what is there; empty for black
   * @param before the transition that begins there, if one does
   */
  record Laid(
      String channel, long from, long to, Optional<Clip> clip, Optional<Transition> before) {
    boolean isOver(long begin, long end) {
      return from < end && to > begin;
    }

    /** Where it lies tells nearly all apart; what a clip holds is long to go through. */
    @Override
    public int hashCode() {
      return Objects.hash(channel, from, to);
    }
  }

  /** From which event a clip comes. */
  static final class OfClip extends Origin {
    private final int event;

    OfClip(int event) {
      this.event = event;
    }

    int event() {
      return event;
    }
  }

  /**
   * @param reels the full names of reels by what they are called in the list
   */
  EdlOriginal(
      TextFile file,
      FrameRate rate,
      boolean drop,
      List<EdlEvent> events,
      Map<String, String> reels) {
    this.file = file;
    this.rate = rate;
    this.drop = drop;
    this.events = List.copyOf(events);
    this.reels = Map.copyOf(reels);
  }

  /** That of a timeline that was read from a list; empty for all others. */
  static Optional<EdlOriginal> of(Timeline timeline) {
    return timeline.origin() instanceof EdlOriginal its ? Optional.of(its) : Optional.empty();
  }

  void became(int event, Laid its) {
    laid.computeIfAbsent(event, _ -> new ArrayList<>()).add(its);
  }

  /** What an event became. */
  List<Laid> of(int event) {
    return laid.getOrDefault(event, List.of());
  }

  TextFile file() {
    return file;
  }

  FrameRate rate() {
    return rate;
  }

  boolean drop() {
    return drop;
  }

  List<EdlEvent> events() {
    return events;
  }

  /** The full names of reels by what they are called in the list. */
  Map<String, String> reels() {
    return reels;
  }
}
