package org.oddlot.compare;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * One thing that changed.
 *
 * @param kind what
 * @param name what it is about: a shot, a marker
 * @param lane the track that it is on: where it is, else where it was; empty where it is on none
 * @param before where and what it was; empty for what is new
 * @param after where and what it is; empty for what is gone
 * @param head frames that it has more at its head, less than zero for what was taken off
 * @param tail the same at its tail
 * @param later how much later, in frames, everything around it is than it was
 * @param says what changed, in words, without a full stop
 * @param doubt why somebody should look at it; empty where nothing is in doubt
 */
public record Change(
    Kind kind,
    String name,
    Optional<Shot.Lane> lane,
    Optional<Spot> before,
    Optional<Spot> after,
    long head,
    long tail,
    long later,
    String says,
    String doubt) {

  /** What can change. */
  public enum Kind {
    NEW,
    GONE,
    /** Its head, its tail or both. */
    TRIMMED,
    /** It comes at another place in the order, or at another time than all around it. */
    MOVED,
    /** Another part of its media in the same place. */
    SLIPPED,
    RETIMED,
    /** Other media in the same place. */
    REPLACED,
    TRACK,
    /** One shot was cut in several. */
    SPLIT,
    /** Several pieces of one shot became one. */
    JOINED,
    DISABLED,
    ENABLED,
    NAME,
    WORDS,
    /** How words are set. */
    LOOK,
    LEVEL,
    ROLE,
    /** What is noted of it: scene, take, keywords. */
    NOTES,
    EFFECT,
    TRANSITION,
    MARKER,
    /** There is more or less of nothing before it. */
    GAP;

    /** What it is called in documents: one word in lower case. */
    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /**
   * A place in one of the versions.
   *
   * @param in the first frame, counted after the timeline's first
   * @param out the frame after the last
   * @param shots what is there: one shot, several pieces of one, or none for a marker of the
   *     timeline
   */
  public record Spot(long in, long out, List<Shot> shots) {
    public Spot {
      shots = List.copyOf(shots);
    }

    static Spot of(Shot shot) {
      return of(List.of(shot));
    }

    /** Pieces of one shot, from the first to the last. */
    static Spot of(List<Shot> pieces) {
      return new Spot(pieces.getFirst().in(), pieces.getLast().out(), pieces);
    }
  }

  /** A change of a shot that is in both versions. */
  static Change of(
      Kind kind, Pair pair, long head, long tail, Ripple ripple, String says, String doubt) {
    return new Change(
        kind,
        pair.after().name().isEmpty() ? pair.before().name() : pair.after().name(),
        Optional.of(pair.after().lane()),
        Optional.of(Spot.of(pair.befores())),
        Optional.of(Spot.of(pair.afters())),
        head,
        tail,
        ripple.usual(pair.before().in()),
        says,
        doubt);
  }

  /** The shot that it is about: as it is, else as it was; empty for a marker of the timeline. */
  public Optional<Shot> shot() {
    return after.or(() -> before).flatMap(spot -> spot.shots().stream().findFirst());
  }
}
