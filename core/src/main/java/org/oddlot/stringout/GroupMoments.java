package org.oddlot.stringout;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.material.Derived;
import org.oddlot.material.Group;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.Source;
import org.oddlot.material.Sources;
import org.oddlot.material.TimelineFile;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.TimelineObject;

/** When moments of sources are in the groups that hold them. */
public final class GroupMoments {
  private final Map<String, List<There>> bySource = new HashMap<>();
  private final IdentityHashMap<TimelineObject, Rational> begins = new IdentityHashMap<>();

  /**
   * A source in a group.
   *
   * @param begins when its clip begins there, in seconds
   * @param range what of it is there, in media time
   */
  private record There(Group group, Group.Member member, Rational begins, TimeRange range) {}

  /**
   * A piece in a group.
   *
   * @param group the group
   * @param member the angle that it is
   * @param from when it begins there, in seconds
   */
  public record Moment(Group group, Group.Member member, Rational from) {}

  /** Those of all groups of a lot. */
  public static final Derived<GroupMoments> ALL =
      Derived.of(
          Set.of(TimelineFile.class),
          material -> new GroupMoments(material.sources(), material.derive(Group.ALL)));

  private GroupMoments(Sources sources, List<Group> groups) {
    for (Group group : groups) {
      for (Group.Member member : group.members()) {
        member.clips().stream()
            .flatMap(placed -> placed.place().track().stream())
            .findFirst()
            .ifPresent(track -> begin(track.object()));
        for (PlacedClip placed : member.clips()) {
          Optional<Source> source = sources.of(placed.clip());
          Optional<TimeRange> range = placed.clip().trimmedRange();
          Optional<Rational> begins = begins(placed);
          if (source.isPresent() && range.isPresent() && begins.isPresent()) {
            bySource
                .computeIfAbsent(source.get().id(), _ -> new ArrayList<>(1))
                .add(new There(group, member, begins.get(), range.get()));
          }
        }
      }
    }
  }

  /** Notes when what is on a track begins. */
  private void begin(TimelineObject track) {
    Rational at = Rational.ZERO;
    for (TimelineObject child : track.children()) {
      begins.put(child, at);
      if (child instanceof Item item) {
        at = at.plus(item.duration().map(RationalTime::seconds).orElse(Rational.ZERO));
      }
    }
  }

  /** Where all of a piece is in a group of this kind, as a picture. */
  public Optional<Moment> of(StringOut.Piece piece, Group.Kind kind) {
    return bySource.getOrDefault(piece.source().id(), List.of()).stream()
        .filter(there -> there.group.kind() == kind && !there.member.isSound())
        .filter(there -> there.range.contains(piece.range()))
        .findFirst()
        .map(there -> moment(there, piece));
  }

  /** Where a piece is in a group, also if what is there of its source is less. */
  Optional<Moment> of(StringOut.Piece piece, Group group) {
    return bySource.getOrDefault(piece.source().id(), List.of()).stream()
        .filter(there -> there.group.equals(group) && !there.member.isSound())
        .findFirst()
        .map(there -> moment(there, piece));
  }

  private static Moment moment(There there, StringOut.Piece piece) {
    return new Moment(
        there.group,
        there.member,
        there.begins.plus(piece.range().start().seconds().minus(there.range.start().seconds())));
  }

  /** When a clip of a group begins on its track, in seconds. */
  Optional<Rational> begins(PlacedClip placed) {
    return Optional.ofNullable(begins.get(placed.place().object()));
  }
}
