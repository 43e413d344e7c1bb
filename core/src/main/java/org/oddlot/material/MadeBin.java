package org.oddlot.material;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Edits;
import org.oddlot.timeline.TimelineObject;

/**
 * A bin for what a pass makes: that of its name where there is one, else a new one in the outermost
 * bin of the file. A file that is a timeline by itself has room for none: what is made of it gets a
 * file of its own.
 */
public final class MadeBin {
  private final Material material;
  private final String name;
  private final List<TimelineFile> documents;
  private final Map<String, Edits> edits = new HashMap<>();

  /** A bin of this name, in any file of the lot. */
  public MadeBin(Material material, String name) {
    this.material = material;
    this.name = name;
    this.documents = new ArrayList<>(material.documents());
  }

  /**
   * Puts objects that were made of a file into it.
   *
   * @return the bin, if it had to be made
   */
  public Optional<Bin> add(TimelineFile document, List<? extends TimelineObject> objects) {
    if (!(document.root() instanceof Bin root)) {
      Bin bin = Bin.of(name, objects);
      String title = (document.root().name() + " " + name).strip();
      documents.add(
          TimelineFile.made(
              TimelineFile.freeName(title, document.name(), documents), bin, List.of(document)));
      return Optional.of(bin);
    }
    Optional<Bin> there =
        root.children().stream()
            .filter(child -> child instanceof Bin bin && bin.name().equals(name))
            .map(Bin.class::cast)
            .findFirst();
    if (there.isPresent()) {
      edits.put(
          document.name(),
          new Edits().change(there.get(), bin -> bin.withChildren(plus(bin, objects))));
      return Optional.empty();
    }
    Bin bin = Bin.of(name, objects);
    edits.put(
        document.name(),
        new Edits().change(root, object -> object.withChildren(plus(object, List.of(bin)))));
    return Optional.of(bin);
  }

  private static List<TimelineObject> plus(
      TimelineObject bin, List<? extends TimelineObject> more) {
    return Stream.<TimelineObject>concat(bin.children().stream(), more.stream()).toList();
  }

  /** The material with them. */
  public Material added() {
    return material.with(TimelineFile.class, documents).withEdits(edits);
  }
}
