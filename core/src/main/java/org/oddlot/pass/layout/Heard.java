package org.oddlot.pass.layout;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.oddlot.pass.ChannelNote;
import org.oddlot.profile.Profile;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;
import org.oddlot.timeline.Transition;

/**
 * All sound that is heard in a timeline, clip by clip, with when it is heard and on which roles.
 */
final class Heard {
  /** What a channel without a role is put under. */
  static final String NO_ROLE = "No role";

  private final Profile profile;
  private final boolean listedOnly;
  private final List<Piece> pieces = new ArrayList<>();
  private final List<String> notUnderstood = new ArrayList<>();

  /**
   * A clip that is heard.
   *
   * @param at when, after the timeline's first frame
   * @param clip the clip, its source range what is heard of it
   * @param byRole its channels by their roles
   * @param fade the transition that leads from it to the next piece, if there is one
   */
  record Piece(
      RationalTime at,
      Clip clip,
      Map<String, List<ChannelNote>> byRole,
      Optional<Transition> fade) {
    RationalTime duration() {
      return clip.duration().orElseThrow();
    }

    RationalTime end() {
      return at.plus(duration());
    }
  }

  private Heard(Profile profile, boolean listedOnly) {
    this.profile = profile;
    this.listedOnly = listedOnly;
  }

  /** What is heard in {@code timeline}. */
  static Heard in(Timeline timeline, Profile profile) {
    var heard = new Heard(profile, RoleTracks.areIn(timeline));
    timeline
        .tracks()
        .ifPresent(stack -> {
          for (Composable track : stack.children()) {
            heard.walk(track, null, Optional.empty());
          }
        });
    return heard;
  }

  List<Piece> pieces() {
    return pieces;
  }

  /** What may be heard and could not be looked into. */
  List<String> notUnderstood() {
    return notUnderstood;
  }

  /**
   * Walks a track or a stack.
   *
   * @param at when its time zero is, after the timeline's first frame; null at the very beginning
   * @param window the part of its time that is used; all of it where empty
   */
  private void walk(Composable object, @Nullable RationalTime at, Optional<TimeRange> window) {
    if (!(object instanceof Item item) || !item.enabled()) {
      return;
    }
    Optional<TimeRange> inner = within(item.sourceRange(), window);
    switch (item) {
      case Track track -> track(track, at, inner);
      case Stack stack -> stack.children().forEach(child -> walk(child, at, inner));
      default -> {}
    }
  }

  private static Optional<TimeRange> within(Optional<TimeRange> own, Optional<TimeRange> outer) {
    return own.isEmpty()
        ? outer
        : outer.isEmpty()
            ? own
            : Optional.of(
                own.get()
                    .intersection(outer.get())
                    .orElse(
                        own.get().withDuration(RationalTime.zero(own.get().duration().rate()))));
  }

  private void track(Track track, @Nullable RationalTime at, Optional<TimeRange> window) {
    RationalTime next = null;
    List<Composable> children = track.children();
    for (int i = 0; i < children.size(); i++) {
      if (!(children.get(i) instanceof Item item)) {
        if (!(children.get(i) instanceof Transition) && track.kind().equals(Track.AUDIO)) {
          notUnderstood.add(children.get(i).name());
        }
        continue;
      }
      Optional<RationalTime> duration = item.duration();
      if (duration.isEmpty()) {
        notUnderstood.add(item.name());
        return;
      }
      RationalTime begin = next == null ? RationalTime.zero(duration.get().rate()) : next;
      next = begin.plus(duration.get());
      Optional<TimeRange> used = used(TimeRange.of(begin, duration.get()), window);
      if (used.isPresent()) {
        RationalTime recorded = recorded(used.get().start(), at, window);
        RationalTime skipped = used.get().start().minus(begin);
        switch (item) {
          case Clip clip when track.kind().equals(Track.AUDIO) && clip.enabled() ->
              add(clip, recorded, skipped, used.get().duration(), fade(children, i));
          case Stack stack -> nested(stack, recorded, skipped, used.get().duration());
          default -> {}
        }
      }
    }
  }

  private static Optional<TimeRange> used(TimeRange range, Optional<TimeRange> window) {
    return window.isEmpty()
        ? Optional.of(range).filter(r -> !r.isEmpty())
        : range.intersection(window.get());
  }

  private static RationalTime recorded(
      RationalTime time, @Nullable RationalTime at, Optional<TimeRange> window) {
    RationalTime inWindow = window.map(w -> time.minus(w.start())).orElse(time);
    return at == null ? inWindow : at.plus(inWindow);
  }

  private static Optional<Transition> fade(List<Composable> children, int index) {
    return index + 1 < children.size() && children.get(index + 1) instanceof Transition transition
        ? Optional.of(transition)
        : Optional.empty();
  }

  /** A stack within a track: what is heard in the part of it that is used. */
  private void nested(
      Stack stack, RationalTime recorded, RationalTime skipped, RationalTime length) {
    RationalTime begin =
        stack
            .sourceRange()
            .map(TimeRange::start)
            .orElseGet(() -> RationalTime.zero(skipped.rate()));
    var window = TimeRange.of(begin.plus(skipped), length);
    if (stack.enabled()) {
      stack.children().forEach(child -> walk(child, recorded, Optional.of(window)));
    }
  }

  private void add(
      Clip clip,
      RationalTime recorded,
      RationalTime skipped,
      RationalTime length,
      Optional<Transition> fade) {
    TimeRange own = clip.trimmedRange().orElseThrow();
    boolean whole = skipped.value() == 0 && length.compareTo(own.duration()) == 0;
    Clip heard =
        whole
            ? clip
            : clip.withSourceRange(Optional.of(TimeRange.of(own.start().plus(skipped), length)));
    pieces.add(new Piece(recorded, heard, byRole(clip), fade));
  }

  /** The channels of a clip by their roles; those of which nothing is noted have none. */
  private Map<String, List<ChannelNote>> byRole(Clip clip) {
    Map<Integer, ChannelNote> notes = new TreeMap<>(ChannelNote.of(clip, profile));
    int noted = notes.values().stream().mapToInt(n -> n.number() + n.width() - 1).max().orElse(0);
    int count = listedOnly ? 0 : profile.channelCount(clip).orElse(noted == 0 ? 1 : noted);
    for (int i = 1; i <= count; i++) {
      int channel = i;
      boolean covered =
          notes.values().stream()
              .anyMatch(n -> n.number() <= channel && channel < n.number() + n.width());
      if (!covered) {
        notes.put(i, new ChannelNote(i, 1, "", "", ""));
      }
    }
    var byRole = new TreeMap<String, List<ChannelNote>>();
    notes
        .values()
        .forEach(note ->
            byRole
                .computeIfAbsent(
                    note.role().isEmpty() ? NO_ROLE : note.role(), _ -> new ArrayList<>())
                .add(note));
    return byRole;
  }

  /** How long each role is heard, channel by channel, in seconds, exactly. */
  Map<String, Rational> secondsByRole() {
    var seconds = new TreeMap<String, Rational>();
    for (Piece piece : pieces) {
      piece.byRole.forEach((role, notes) -> {
        long channels = notes.stream().mapToLong(ChannelNote::width).sum();
        seconds.merge(role, piece.duration().seconds().times(channels), Rational::plus);
      });
    }
    return seconds;
  }

  /** A video track without the sound of what is nested in it: that has tracks of its own. */
  static TimelineObject silenced(TimelineObject object) {
    if (object instanceof Stack || object instanceof Track) {
      List<TimelineObject> kept =
          object.children().stream()
              .filter(child -> !(child instanceof Track track && track.kind().equals(Track.AUDIO)))
              .<TimelineObject>map(Heard::silenced)
              .toList();
      return kept.equals(object.children()) ? object : object.withChildren(kept);
    }
    return object;
  }
}
