package org.oddlot.pass.restyle;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import org.oddlot.format.title.TitleProperty;
import org.oddlot.material.LaidTitle;
import org.oddlot.text.Phrase;

/** Titles by what they are now, with the count of each. */
public final class TitleCensus {
  private TitleCensus() {}

  /**
   * A value and how many titles have it.
   *
   * @param value as it is written
   * @param count how many titles have it on any line
   */
  public record Count(String value, int count) {}

  /** The values of a property, the commonest first. */
  public static List<Count> of(List<LaidTitle> titles, TitleProperty property) {
    Map<String, Integer> counts = new LinkedHashMap<>();
    for (LaidTitle title : titles) {
      new LinkedHashSet<>(title.values(property))
          .forEach(value -> counts.merge(value, 1, Integer::sum));
    }
    return sorted(counts);
  }

  /** Fonts with their sizes: {@code Georgia 42 × 90}. */
  public static List<Count> looks(List<LaidTitle> titles) {
    Map<String, Integer> counts = new LinkedHashMap<>();
    for (LaidTitle title : titles) {
      var looks = new LinkedHashSet<String>();
      for (int look = 0; look < title.title().looks(); look++) {
        String font = title.value(TitleProperty.FONT, look).orElse("no font");
        String size = title.value(TitleProperty.SIZE, look).orElse("");
        looks.add((font + " " + size).strip());
      }
      looks.forEach(each -> counts.merge(each, 1, Integer::sum));
    }
    return sorted(counts);
  }

  /** {@code Georgia 42 × 90, Georgia 60 × 1}. */
  public static String inWords(List<Count> counts) {
    return String.join(
        ", ",
        counts.stream().map(each -> Phrase.of("%s × %d", each.value(), each.count())).toList());
  }

  private static List<Count> sorted(Map<String, Integer> counts) {
    var list = new ArrayList<Count>();
    counts.forEach((value, count) -> list.add(new Count(value, count)));
    list.sort(Comparator.comparingInt((Count each) -> -each.count));
    return List.copyOf(list);
  }
}
