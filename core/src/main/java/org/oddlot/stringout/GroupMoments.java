package org.oddlot.stringout;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.material.Group;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.Source;
import org.oddlot.material.Sources;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Placed;

/** When moments of sources are in the groups that hold them. */
public final class GroupMoments {
  private final Map<String, List<There>> bySource = new HashMap<>();

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

  /** Those of some groups. */
  public GroupMoments(Sources sources, List<Group> groups) {
    for (Group group : groups) {
      for (Group.Member member : group.members()) {
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

  /** When a clip begins on its track, in seconds. */
  @SuppressWarnings("ReferenceEquality") // whether it is the very same clip is what is asked
  static Optional<Rational> begins(PlacedClip placed) {
    Optional<Placed> track = placed.place().track();
    if (track.isEmpty()) {
      return Optional.empty();
    }
    Rational at = Rational.ZERO;
    for (var child : track.get().object().children()) {
      if (child == placed.place().object()) {
        return Optional.of(at);
      }
      if (child instanceof Item item) {
        at = at.plus(item.duration().map(RationalTime::seconds).orElse(Rational.ZERO));
      }
    }
    return Optional.empty();
  }
}
