package org.oddlot.material;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.oddlot.format.title.TitleClip;
import org.oddlot.format.title.TitleProperty;
import org.oddlot.timeline.Address;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;

/**
 * A title and where it lies.
 *
 * @param address what it is known by
 * @param placed where in the file it lies
 * @param title the title
 */
public record LaidTitle(Address address, Placed placed, TitleClip title) {

  /** All titles of a lot, in the order of their files. */
  public static final Derived<List<LaidTitle>> ALL =
      Derived.of(Set.of(TimelineFile.class), LaidTitle::all);

  private static List<LaidTitle> all(Material material) {
    var all = new ArrayList<LaidTitle>();
    for (TimelineFile document : material.documents()) {
      Placed.root(document.root())
          .walk(placed -> {
            if (placed.object() instanceof Clip clip) {
              TitleClip.of(clip, document.profile())
                  .ifPresent(title ->
                      all.add(
                          new LaidTitle(material.address(document.name(), placed), placed, title)));
            }
          });
    }
    return List.copyOf(all);
  }

  /** The name of the file that it is in. */
  public String document() {
    return address.file();
  }

  /** Where it lies, in words. */
  public String path() {
    return placed.path();
  }

  /** The name of its track; empty outside of one. */
  public String track() {
    return placed
        .parent()
        .map(Placed::object)
        .filter(Track.class::isInstance)
        .map(TimelineObject::name)
        .orElse("");
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
      case TRACK -> Optional.of(track());
      case LENGTH -> title.clip().duration().map(its -> Long.toString(its.value()));
      default -> title.value(property, look);
    };
  }

  /** This with another title in its place. */
  public LaidTitle with(TitleClip changed) {
    return new LaidTitle(address, placed, changed);
  }
}
