package org.oddlot.pass.tag;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import org.oddlot.material.Material;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.Source;
import org.oddlot.material.Sources;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Applied;
import org.oddlot.profile.Field;
import org.oddlot.text.NaturalOrder;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.TimelineObject;

/**
 * A set of new bins beside those that are there: a bin for each scene, day or camera, in it the
 * clips once more. The old ones stay as they are. A file that is a single timeline can have none.
 */
enum BinSet {
  SCENE("scene", "By scene", Field.SCENE),
  DAY("day", "By day", Field.RECORDED),
  CAMERA("camera", "By camera", Field.CAMERA),
  CIRCLED("circled", "By circle", Field.CIRCLED);

  /** Scene 2 before scene 12; names that are not the same are bins of their own. */
  private static final Comparator<String> ORDER =
      ((Comparator<String>) NaturalOrder::compare).thenComparing(Comparator.naturalOrder());

  private final String word;
  private final String title;
  private final Field field;

  BinSet(String word, String title, Field field) {
    this.word = word;
    this.title = title;
    this.field = field;
  }

  static List<String> words() {
    return Arrays.stream(values()).map(set -> set.word).toList();
  }

  /** What was tagged, with the sets that are chosen. */
  static Applied added(Applied tagged, List<String> chosen) {
    Material material = tagged.material();
    var claims = new ArrayList<>(tagged.claims());
    for (BinSet set : values()) {
      if (chosen.contains(set.word)) {
        material = material.withDocuments(document -> set.addedTo(document, claims));
      }
    }
    return new Applied(material, claims);
  }

  private TimelineFile addedTo(TimelineFile document, List<Applied.Claim> claims) {
    if (!(document.root() instanceof Bin root)) {
      return document;
    }
    var groups = new TreeMap<String, List<TimelineObject>>(ORDER);
    for (Source source : Sources.of(List.of(document)).all()) {
      source.inBins().stream()
          .findFirst()
          .ifPresent(clip ->
              value(source, clip)
                  .ifPresent(name ->
                      groups.computeIfAbsent(name, _ -> new ArrayList<>()).add(clip.clip())));
    }
    Bin set =
        Bin.of(
            title, groups.entrySet().stream().map(e -> Bin.of(e.getKey(), e.getValue())).toList());
    if (groups.isEmpty() || root.children().stream().anyMatch(there -> isSame(there, set))) {
      return document;
    }
    claims.add(
        new Applied.Claim(
            set.identity(), "", "the clips " + title.toLowerCase(java.util.Locale.ROOT)));
    var children = new ArrayList<TimelineObject>(root.children());
    children.add(set);
    return document.withRoot(root.withChildren(children));
  }

  private Optional<String> value(Source source, PlacedClip placed) {
    Function<Field, Optional<String>> noted = f -> placed.profile().text(placed.clip(), f);
    return switch (this) {
      case SCENE -> noted.apply(field).map(scene -> "Scene " + scene);
      case DAY -> source.recorded().map(Object::toString);
      case CAMERA ->
          noted
              .apply(field)
              .or(() -> Optional.of(source.camera()).filter(c -> !c.isEmpty()))
              .map(camera -> "Camera " + camera);
      case CIRCLED -> noted.apply(field).filter("true"::equals).map(_ -> "Circled");
    };
  }

  /** Whether a set that came in has the same bins with the same clips. */
  private static boolean isSame(TimelineObject there, Bin set) {
    return there instanceof Bin && shape(there).equals(shape(set));
  }

  private static String shape(TimelineObject object) {
    return object instanceof Bin bin
        ? bin.name() + bin.children().stream().map(BinSet::shape).toList()
        : object.name();
  }
}
