package org.oddlot.pass.layout;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.material.ChannelNote;
import org.oddlot.profile.Profile;
import org.oddlot.time.RationalTime;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;
import org.oddlot.timeline.Transition;

/**
 * A timeline whose sound lies by role: each role has its track, and a second one where two of its
 * clips are heard at a time. A clip lies on the track of each role that it has a channel of, with
 * only those channels noted; the picture stays as it is.
 */
final class RoleTracks {
  private static final String KIND = "role tracks";

  private final Map<String, List<Lane>> lanes = new LinkedHashMap<>();
  private final Profile profile;
  private int lostFades;

  /** A track as it is filled. */
  private static final class Lane {
    private final List<Composable> items = new ArrayList<>();
    private Optional<RationalTime> end = Optional.empty();
    private Optional<Transition> fade = Optional.empty();

    boolean isFreeAt(RationalTime time) {
      return end.filter(e -> e.isAfter(time)).isEmpty();
    }
  }

  private RoleTracks(List<String> order, Profile profile) {
    this.profile = profile;
    order.forEach(role -> lanes.put(role, new ArrayList<>()));
  }

  /** Whether a timeline was made here. */
  static boolean areIn(Timeline timeline) {
    return timeline.metadata().object("oddlot").string("kind").filter(KIND::equals).isPresent();
  }

  /**
   * What came of it.
   *
   * @param timeline the new timeline
   * @param lostFades how many transitions lead from one role to another and cannot be there
   */
  record Made(Timeline timeline, int lostFades) {}

  /**
   * The sound of {@code timeline} by role.
   *
   * @param order the roles in the order of their tracks
   */
  static Made of(Timeline timeline, AudibleClips heard, List<String> order, Profile profile) {
    var made = new RoleTracks(order, profile);
    heard.pieces().forEach(made::add);
    var tracks = new ArrayList<Composable>();
    timeline
        .tracks()
        .map(Stack::children)
        .orElse(List.of())
        .forEach(track -> {
          if (!(track instanceof Track t && t.kind().equals(Track.AUDIO))) {
            tracks.add((Composable) AudibleClips.silenced(track));
          }
        });
    made.lanes.forEach((role, its) -> {
      for (int i = 0; i < its.size(); i++) {
        String name = i == 0 ? role : role + " " + (i + 1);
        tracks.add(Track.of(name, Track.AUDIO, its.get(i).items));
      }
    });
    Timeline result =
        Timeline.of(timeline.name() + " by role", timeline.globalStart(), List.of())
            .withMetadata(JsonObject.of("oddlot", JsonObject.of("kind", JsonString.of(KIND))));
    return new Made(result.withChildren(List.of(Stack.of("tracks", tracks))), made.lostFades);
  }

  private void add(AudibleClips.Piece piece) {
    piece
        .byRole()
        .forEach((role, notes) -> {
          List<Lane> its = lanes.computeIfAbsent(role, _ -> new ArrayList<>());
          Lane lane =
              its.stream()
                  .filter(l -> l.isFreeAt(piece.at()))
                  .findFirst()
                  .orElseGet(() -> {
                    var more = new Lane();
                    its.add(more);
                    return more;
                  });
          put(piece, notes, lane);
        });
  }

  private void put(AudibleClips.Piece piece, List<ChannelNote> notes, Lane lane) {
    RationalTime end = lane.end.orElseGet(() -> RationalTime.zero(piece.at().rate()));
    boolean adjoins = lane.end.filter(e -> e.compareTo(piece.at()) == 0).isPresent();
    lane.fade.ifPresent(fade -> {
      if (adjoins) {
        lane.items.add(fade);
      } else {
        lostFades++;
      }
    });
    if (piece.at().isAfter(end)) {
      lane.items.add(Gap.of(piece.at().minus(end)));
    }
    Clip clip = ChannelNote.only(piece.clip(), profile, notes);
    lane.items.add(clip);
    lane.end = Optional.of(piece.end());
    lane.fade = piece.fade();
  }
}
