package org.oddlot.material;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Track;

/**
 * Sources that a document holds together: a picture with its sound, or the angles of one event. A
 * stack whose {@code metadata.oddlot.kind} says so, as {@code conventions-otio.md} has it.
 *
 * @param kind what holds them together
 * @param name what it is called
 * @param document the name of the document
 * @param place where in the document the stack is
 * @param members a member for each track, in the stack's order
 */
public record Group(Kind kind, String name, String document, Placed place, List<Member> members) {

  /** All groups of the documents of a lot, in their order. */
  public static final Derived<List<Group>> ALL = Derived.of(Set.of(TimelineFile.class), Group::of);

  /** What holds the members of a group together. */
  public enum Kind {
    /** A picture and the sound that was recorded with it. */
    SYNCED("synced"),
    /** Cameras and recorders of one event. */
    ANGLES("angles");

    private final String word;

    Kind(String word) {
      this.word = word;
    }

    /** How it stands in the file. */
    public String word() {
      return word;
    }

    /** The kind of a stack, if it is a group. */
    public static Optional<Kind> of(Stack stack) {
      Optional<String> said = stack.metadata().object("oddlot").string("kind");
      for (Kind kind : values()) {
        if (said.filter(kind.word::equals).isPresent()) {
          return Optional.of(kind);
        }
      }
      return Optional.empty();
    }
  }

  /**
   * One member of a group.
   *
   * @param name the angle's, the recorder's or the camera's: that of its track
   * @param isSound whether it is heard and not seen
   * @param clips the clips on its track, one behind the other
   */
  public record Member(String name, boolean isSound, List<PlacedClip> clips) {
    public Member {
      clips = List.copyOf(clips);
    }
  }

  public Group {
    members = List.copyOf(members);
  }

  private static List<Group> of(Material material) {
    var groups = new ArrayList<Group>();
    for (TimelineFile document : material.documents()) {
      Placed.root(document.root())
          .walk(placed -> {
            if (placed.object() instanceof Stack stack) {
              Kind.of(stack).ifPresent(kind -> groups.add(of(document, placed, stack, kind)));
            }
          });
    }
    return List.copyOf(groups);
  }

  private static Group of(TimelineFile document, Placed placed, Stack stack, Kind kind) {
    var members = new ArrayList<Member>();
    placed.forEachChild(track -> {
      List<PlacedClip> clips =
          track.clips().stream()
              .map(clip -> new PlacedClip(document.name(), document.profile(), clip))
              .toList();
      boolean isSound = track.object() instanceof Track of && of.kind().equals(Track.AUDIO);
      members.add(new Member(track.object().name(), isSound, clips));
    });
    return new Group(kind, stack.name(), document.name(), placed, members);
  }

  /** The sources of its members, each once. */
  public Set<String> sources(Sources of) {
    return members.stream()
        .flatMap(member -> member.clips.stream())
        .map(PlacedClip::clip)
        .map((Clip clip) -> of.of(clip))
        .flatMap(source -> source.map(Source::id).stream())
        .collect(Collectors.toCollection(java.util.LinkedHashSet::new));
  }
}
