package org.oddlot.pass.layout;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.oddlot.material.ChannelNote;
import org.oddlot.profile.Profile;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Cut;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;
import org.oddlot.timeline.Transition;

/**
 * All sound that is heard in a timeline, clip by clip, with when it is heard and on which roles.
 */
final class AudibleClips {
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

  private AudibleClips(Profile profile, boolean listedOnly) {
    this.profile = profile;
    this.listedOnly = listedOnly;
  }

  /** What is heard in {@code timeline}. */
  static AudibleClips in(Timeline timeline, Profile profile) {
    var heard = new AudibleClips(profile, RoleTracks.areIn(timeline));
    if (!hasSoundTrack(timeline)) {
      return heard;
    }
    Cut cut = Cut.of(timeline);
    for (Cut.Event event : cut.events()) {
      if (event.enabled() && event.kind().equals(Track.AUDIO) && !event.record().isEmpty()) {
        heard.pieces.add(
            new Piece(
                event.record().start(),
                event.trimmed(),
                heard.byRole(event.clip()),
                event.outOf().map(Cut.Edge::transition)));
      }
    }
    cut.unknown().forEach(placed -> heard.notUnderstood.add(placed.object().name()));
    return heard;
  }

  private static boolean hasSoundTrack(TimelineObject object) {
    for (TimelineObject child : object.children()) {
      boolean isSound = child instanceof Track track && track.kind().equals(Track.AUDIO);
      if (isSound || hasSoundTrack(child)) {
        return true;
      }
    }
    return false;
  }

  List<Piece> pieces() {
    return pieces;
  }

  /** What may be heard and could not be looked into. */
  List<String> notUnderstood() {
    return notUnderstood;
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
              .<TimelineObject>map(AudibleClips::silenced)
              .toList();
      return kept.equals(object.children()) ? object : object.withChildren(kept);
    }
    return object;
  }
}
