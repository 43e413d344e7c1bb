package org.oddlot.pass.restyle;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.oddlot.format.title.TitleClip;
import org.oddlot.format.title.TitleProperty;
import org.oddlot.material.Derived;
import org.oddlot.material.Document;
import org.oddlot.material.Material;
import org.oddlot.time.RationalTime;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Track;

/**
 * A title and where it lies.
 *
 * @param document the file that it is in
 * @param key what it is known by within the file
 * @param path where it lies, in words
 * @param track the name of its track; empty outside of one
 * @param frames how long it is, in its own frames; empty where that is not known
 * @param title the title
 */
public record LaidTitle(
    String document,
    String key,
    String path,
    String track,
    Optional<RationalTime> frames,
    TitleClip title) {

  /** All titles of a lot, in the order of their files. */
  public static final Derived<List<LaidTitle>> ALL =
      Derived.of(Set.of(Document.class), LaidTitle::all);

  private static List<LaidTitle> all(Material material) {
    var all = new ArrayList<LaidTitle>();
    for (Document document : material.documents()) {
      Placed.root(document.root())
          .walk(placed -> {
            if (placed.object() instanceof Clip clip) {
              TitleClip.of(clip, document.profile())
                  .ifPresent(title -> all.add(of(document, placed, clip, title)));
            }
          });
    }
    return List.copyOf(all);
  }

  private static LaidTitle of(Document document, Placed placed, Clip clip, TitleClip title) {
    String track =
        placed
            .parent()
            .map(Placed::object)
            .filter(Track.class::isInstance)
            .map(its -> its.name())
            .orElse("");
    return new LaidTitle(
        document.name(), placed.key(), placed.path(), track, clip.duration(), title);
  }

  /** What it says of a property, each of its looks by itself. */
  public List<String> values(TitleProperty property) {
    var values = new ArrayList<String>();
    int looks = property.isOfALine() ? title.looks() : 1;
    for (int look = 0; look < looks; look++) {
      value(property, look).ifPresent(values::add);
    }
    return values;
  }

  /** What a look says of a property. */
  public Optional<String> value(TitleProperty property, int look) {
    return switch (property) {
      case TRACK -> Optional.of(track);
      case LENGTH -> frames.map(its -> Long.toString(its.value()));
      default -> title.value(property, look);
    };
  }

  /** This with another title in its place. */
  LaidTitle with(TitleClip changed) {
    return new LaidTitle(document, key, path, track, frames, changed);
  }
}
