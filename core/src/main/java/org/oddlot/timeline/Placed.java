package org.oddlot.timeline;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.oddlot.time.RationalTime;
import org.oddlot.time.Timecode;

/** An object and where it lies: what it lies in, as which child of it, and from when on. */
public final class Placed {
  /** Names of more letters are shortened where a place is told in words. */
  private static final int LONGEST = 400;

  private final TimelineObject object;
  private final @Nullable Placed parent;
  private final int index;

  /** When its children begin, once somebody asked; whoever asks works out the same. */
  private @Nullable RationalTime @Nullable [] starts;

  /** What its children are known by, once somebody asked; whoever asks works out the same. */
  private String @Nullable [] steps;

  /** Which of its kind each child is, once somebody asked; whoever asks works out the same. */
  private int @Nullable [] ordinals;

  /** A timeline's first label, once somebody asked; whoever asks works out the same. */
  private @Nullable Timecode first;

  private Placed(TimelineObject object, @Nullable Placed parent, int index) {
    this.object = object;
    this.parent = parent;
    this.index = index;
  }

  /** A root, which lies in nothing. */
  public static Placed root(TimelineObject object) {
    return new Placed(object, null, 0);
  }

  /** The children of this one, each in its place. */
  public void forEachChild(Consumer<Placed> action) {
    int children = object.children().size();
    for (int i = 0; i < children; i++) {
      action.accept(child(i));
    }
  }

  /** One of the children, counted from zero. */
  Placed child(int which) {
    return new Placed(object.children().get(which), this, which);
  }

  /** When it begins within what it lies in; null where that is not known. */
  private @Nullable RationalTime start() {
    Placed in = parent;
    if (in == null) {
      return null;
    }
    @Nullable RationalTime[] its = in.starts;
    if (its == null) {
      its = starts(in.object);
      in.starts = its;
    }
    return its[index];
  }

  /**
   * When each child begins. On a track that is the sum of the durations before it; after one
   * without a known duration it is not known.
   */
  private static @Nullable RationalTime[] starts(TimelineObject object) {
    List<? extends TimelineObject> children = object.children();
    var starts = new @Nullable RationalTime[children.size()];
    RationalTime next = null;
    boolean known = object instanceof Track || object instanceof Stack;
    for (int i = 0; known && i < starts.length; i++) {
      TimelineObject child = children.get(i);
      Optional<RationalTime> duration =
          child instanceof Item item ? item.duration() : Optional.empty();
      starts[i] = next != null ? next : duration.map(d -> RationalTime.zero(d.rate())).orElse(null);
      if (object instanceof Track && !(child instanceof Transition)) {
        known = duration.isPresent();
        next = starts[i] == null || duration.isEmpty() ? null : starts[i].plus(duration.get());
      }
    }
    return starts;
  }

  /** This and everything under it, each before what lies in it. */
  public void walk(Consumer<Placed> action) {
    action.accept(this);
    forEachChild(child -> child.walk(action));
  }

  /** All the clips under this, in order, each in its place. */
  public List<Placed> clips() {
    var clips = new ArrayList<Placed>();
    walk(placed -> {
      if (placed.object instanceof Clip) {
        clips.add(placed);
      }
    });
    return clips;
  }

  /** What lies here. */
  public TimelineObject object() {
    return object;
  }

  /** What it lies in; empty for a root. */
  public Optional<Placed> parent() {
    return Optional.ofNullable(parent);
  }

  /** Which child it is, counted from zero. */
  public int index() {
    return index;
  }

  /** The nearest timeline that this lies in or is. */
  public Optional<Timeline> timeline() {
    return whole().map(placed -> (Timeline) placed.object);
  }

  /** Where the nearest timeline is that this lies in or is. */
  public Optional<Placed> whole() {
    for (Placed at = this; at != null; at = at.parent) {
      if (at.object instanceof Timeline) {
        return Optional.of(at);
      }
    }
    return Optional.empty();
  }

  /**
   * When a moment of its own time is, after the first frame of its timeline; empty in none, and
   * where a length before it is not known.
   */
  public Optional<RationalTime> recordTime(RationalTime own) {
    RationalTime inside =
        object instanceof Item item
            ? item.sourceRange().map(used -> own.minus(used.start())).orElse(own)
            : own;
    // The stack of all tracks begins with its timeline.
    boolean isAll = parent != null && parent.object instanceof Timeline;
    return isAll ? Optional.of(inside) : recordOffset().map(offset -> offset.plus(inside));
  }

  /**
   * The name of the outermost track that it lies on or is. One without a name is called by its kind
   * and which of that kind it is, from the bottom: {@code A2}. Empty where it lies on none.
   */
  public String trackLabel() {
    Placed at = outermostTrack();
    return at == null || !(at.object instanceof Track track)
        ? ""
        : track.name().isEmpty()
            ? track.kind().substring(0, Math.min(1, track.kind().length()))
                + (1 + at.ordinalOfItsKind())
            : track.name();
  }

  /** The outermost track that it lies on or is; empty where it lies on none. */
  public Optional<Placed> track() {
    return Optional.ofNullable(outermostTrack());
  }

  private @Nullable Placed outermostTrack() {
    Placed track = null;
    for (Placed at = this; at != null; at = at.parent) {
      track = at.object instanceof Track ? at : track;
    }
    return track;
  }

  /**
   * Which of the tracks of its kind it is, from the bottom, from zero; zero for what is no track.
   */
  public int ordinalOfItsKind() {
    Placed in = parent;
    if (in == null || !(object instanceof Track)) {
      return 0;
    }
    int[] its = in.ordinals;
    if (its == null) {
      its = ordinals(in.object.children());
      in.ordinals = its;
    }
    return its[index];
  }

  /** Of each track, how many of its kind are before it. */
  private static int[] ordinals(List<? extends TimelineObject> children) {
    var ordinals = new int[children.size()];
    Map<String, Integer> counts = new HashMap<>();
    for (int i = 0; i < ordinals.length; i++) {
      if (children.get(i) instanceof Track track) {
        ordinals[i] = counts.merge(track.kind(), 1, Integer::sum) - 1;
      }
    }
    return ordinals;
  }

  /**
   * How long after its timeline's first frame it begins, exactly. Empty outside a timeline and
   * where a length before it is not known.
   */
  public Optional<RationalTime> recordOffset() {
    RationalTime time = start();
    for (Placed at = parent; at != null && time != null; at = at.parent) {
      if (at.object instanceof Timeline) {
        return Optional.of(time);
      }
      if (at.object instanceof Item item) {
        if (item.sourceRange().isPresent()) {
          time = time.minus(item.sourceRange().get().start());
        }
        boolean tracks = at.parent != null && at.parent.object instanceof Timeline;
        if (!tracks) {
          RationalTime start = at.start();
          time = start == null ? null : start.plus(time);
        }
      }
    }
    return Optional.empty();
  }

  /** The record timecode of its first frame, where {@link #recordOffset} is known. */
  public Optional<Timecode> recordTimecode() {
    return recordOffset().flatMap(offset -> whole().map(timeline -> timeline.recordLabel(offset)));
  }

  /** The label of a moment after a timeline's first frame; how it counts is found out once. */
  private Timecode recordLabel(RationalTime offset) {
    Timeline timeline = (Timeline) object;
    Timecode its = first;
    if (its == null) {
      if (timeline.editRate().isEmpty()) {
        return timeline.recordTimecode(offset);
      }
      its = timeline.recordTimecode(RationalTime.zero(offset.rate()));
      first = its;
    }
    return its.plusFrames(offset.rescaledTo(its.rate(), RoundingMode.FLOOR).value());
  }

  /**
   * The place in words, from the outside in: {@code Day 1 / A003C014}, or {@code Rough cut / V1 /
   * 01:00:10:00 A003C014}.
   */
  public String path() {
    var steps = new ArrayList<String>();
    for (Placed at = this; at != null; at = at.parent) {
      boolean tracksOfATimeline = at.parent != null && at.parent.object instanceof Timeline;
      if (!tracksOfATimeline) {
        steps.add(at.label());
      }
    }
    Collections.reverse(steps);
    return String.join(" / ", steps);
  }

  /**
   * What it is known by among all that lies under the same root, as in the {@link Address#path} of
   * an address: the names on the way to it, and where several there are called alike its ordinal.
   */
  public String key() {
    var steps = new ArrayList<String>();
    for (Placed at = this; at.parent != null; at = at.parent) {
      steps.add(at.step(at.parent));
    }
    Collections.reverse(steps);
    return String.join("/", steps);
  }

  /** What it is known by among the children of what it lies in. */
  String step(Placed in) {
    String[] its = in.steps;
    if (its == null) {
      its = steps(in.object.children());
      in.steps = its;
    }
    return its[index];
  }

  /** What each child is known by among its siblings, all worked out at once. */
  private static String[] steps(List<? extends TimelineObject> children) {
    var steps = new String[children.size()];
    Map<String, Integer> counts = new HashMap<>();
    for (int i = 0; i < steps.length; i++) {
      TimelineObject child = children.get(i);
      String name = child.name().isEmpty() ? child.schema() : escaped(child.name());
      int count = counts.merge(name, 1, Integer::sum);
      steps[i] = count == 1 ? name : name + "#" + count;
    }
    return steps;
  }

  /** A name in which nothing can be taken for what stands between names. */
  private static String escaped(String name) {
    boolean isPlain = name.indexOf('/') < 0 && name.indexOf('#') < 0 && name.indexOf('\\') < 0;
    return isPlain ? name : name.replace("\\", "\\\\").replace("/", "\\/").replace("#", "\\#");
  }

  private String label() {
    String own = object.name().length() > LONGEST ? shortened(object.name()) : object.name();
    String name = own.isEmpty() ? object.schema() + " " + (index + 1) : own;
    if (object instanceof Item && !(object instanceof Track)) {
      return recordTimecode().map(at -> at + " " + name).orElse(name);
    }
    return name;
  }

  private static String shortened(String name) {
    return name.substring(0, name.offsetByCodePoints(0, LONGEST / 2)) + "…";
  }

  @Override
  public String toString() {
    return path();
  }
}
