package org.oddlot.pass.flatten;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.material.Group;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Track;

/** Which angle of a group is chosen, as {@code conventions-otio.md} has it. */
final class Angle {
  private Angle() {}

  /** Whether an object is a use of a group of angles: a stack of them, or a clip of several. */
  static boolean isUse(Object object) {
    return switch (object) {
      case Stack stack -> Group.Kind.of(stack).filter(Group.Kind.ANGLES::equals).isPresent();
      case Clip clip -> isOfAngles(clip);
      default -> false;
    };
  }

  /**
   * Whether the media of a clip are angles. Most clips with several media have a proxy beside what
   * was shot; those are called alike, angles are not.
   */
  private static boolean isOfAngles(Clip clip) {
    List<String> names = clip.mediaReferences().values().stream().map(Angle::stem).toList();
    for (int i = 0; i < names.size(); i++) {
      for (int j = 0; j < i; j++) {
        String one = names.get(i);
        String other = names.get(j);
        if (one.isEmpty() || other.isEmpty() || one.contains(other) || other.contains(one)) {
          return false;
        }
      }
    }
    return names.size() > 1 && clip.media().isPresent();
  }

  /** What a media's file is called without its ending, in small letters; its name where no file. */
  private static String stem(MediaReference media) {
    return name(media).toLowerCase(Locale.ROOT);
  }

  private static String name(MediaReference media) {
    String url = media instanceof MediaReference.External file ? file.targetUrl() : "";
    String file = url.substring(url.lastIndexOf('/') + 1);
    int dot = file.lastIndexOf('.');
    return file.isEmpty() ? media.name() : dot > 0 ? file.substring(0, dot) : file;
  }

  /** A clip of several media with that of one key alone, called as the media is. */
  static Clip alone(Clip use, String key) {
    MediaReference media = use.mediaReferences().get(key);
    if (media == null) {
      return use;
    }
    String name = name(media);
    return use.withMedia(Map.of(key, media), key).withName(name.isEmpty() ? use.name() : name);
  }

  /**
   * The name of the angle that is chosen for a track of some kind.
   *
   * @param kind that of the track on which the use lies in the cut
   */
  static Optional<String> name(Item use, String kind) {
    if (use instanceof Clip clip) {
      return Optional.of(clip.activeKey());
    }
    JsonObject chosen = use.metadata().object("oddlot").object("angle");
    return chosen.string(kind.equals(Track.AUDIO) ? "sound" : "picture");
  }

  /** The row of that angle; empty where none is chosen, or there is no such row, or two. */
  static Optional<Composable> row(Stack use, String kind) {
    return index(use, kind).map(use.children()::get);
  }

  /** Which of its rows that is, counted from zero. */
  static Optional<Integer> index(Stack use, String kind) {
    Optional<String> name = name(use, kind);
    List<Integer> rows =
        IntStream.range(0, use.children().size())
            .filter(i -> name.filter(use.children().get(i).name()::equals).isPresent())
            .boxed()
            .toList();
    return rows.size() == 1 ? Optional.of(rows.getFirst()) : Optional.empty();
  }

  /** The names of all angles of a use that a track of this kind can show. */
  static List<String> all(Item use, String kind) {
    return switch (use) {
      case Clip clip -> List.copyOf(clip.mediaReferences().keySet());
      case Stack stack ->
          stack.children().stream()
              .filter(row -> row instanceof Track track && track.kind().equals(kind))
              .map(Composable::name)
              .toList();
      default -> List.of();
    };
  }

  /** This use with another angle chosen. */
  static Item with(Item use, String kind, String angle) {
    return switch (use) {
      case Clip clip -> clip.withMedia(clip.mediaReferences(), angle);
      case Stack stack -> with(stack, kind, angle);
      default -> use;
    };
  }

  /** The same of a stack. */
  static Stack with(Stack use, String kind, String angle) {
    JsonObject oddlot = use.metadata().object("oddlot");
    String key = kind.equals(Track.AUDIO) ? "sound" : "picture";
    JsonObject chosen = oddlot.object("angle").with(key, JsonString.of(angle));
    return use.withMetadata(use.metadata().with("oddlot", oddlot.with("angle", chosen)));
  }
}
