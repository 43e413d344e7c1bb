package org.oddlot.marker;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.compare.Comparison;
import org.oddlot.compare.Version;
import org.oddlot.marker.Carried.Fate;
import org.oddlot.marker.Carried.Place;

/**
 * The markers that the newer version has already. One is known by its words at its place; and by
 * its words alone, where they say something and there are as many of them as there were.
 */
final class There {
  private final Version before;
  private final Version after;
  private final Map<Key, CutMarker> atPlace = new HashMap<>();
  private final Map<Words, Integer> olds = new HashMap<>();
  private final Map<Words, Integer> news = new HashMap<>();
  private final Map<Words, CutMarker> first = new HashMap<>();

  private record Words(String label, boolean ofClip) {}

  private record Key(Words words, long in) {}

  There(Comparison comparison) {
    before = comparison.before();
    after = comparison.after();
    for (CutMarker marker : CutMarker.in(before)) {
      olds.merge(words(marker, before), 1, Integer::sum);
    }
    for (CutMarker marker : CutMarker.in(after)) {
      Words words = words(marker, after);
      news.merge(words, 1, Integer::sum);
      atPlace.putIfAbsent(new Key(words, marker.in()), marker);
      first.putIfAbsent(words, marker);
    }
  }

  private static Words words(CutMarker marker, Version version) {
    return new Words(
        CutMarker.withoutNumber(version.document().profile().words(marker.marker())),
        marker.shot().isPresent());
  }

  /** A marker that the newer version has already is not put there again. */
  Carried unlessThere(Carried carried) {
    Words words = words(carried.from(), before);
    Optional<CutMarker> same =
        carried.places().stream()
            .flatMap(place -> Optional.ofNullable(atPlace.get(new Key(words, place.in()))).stream())
            .findFirst();
    if (same.isPresent()) {
      return there(carried, same.get(), "the newer version has it there already");
    }
    boolean areAll =
        !words.label.isEmpty()
            && !words.ofClip
            && carried.fate() != Fate.LOST
            && news.getOrDefault(words, 0) >= Math.max(1, olds.getOrDefault(words, 0));
    CutMarker other = first.get(words);
    return areAll && other != null
        ? there(carried, other, "the newer version has it already, at " + after.label(other.in()))
        : carried;
  }

  private static Carried there(Carried carried, CutMarker marker, String rule) {
    return new Carried(
        carried.from(),
        Fate.THERE,
        List.of(new Place(marker.in(), marker.length(), marker.shot(), "is there already")),
        rule);
  }
}
