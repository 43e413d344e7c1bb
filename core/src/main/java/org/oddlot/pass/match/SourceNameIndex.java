package org.oddlot.pass.match;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.oddlot.material.PlainName;
import org.oddlot.material.Source;

/**
 * Sources by name, as people write names down: without the file's ending, in any case, with other
 * separators or none, with fewer zeros, with an O for a zero, cut short after the part that tells
 * clips apart.
 */
final class SourceNameIndex {
  /** A part of a name that is shorter than this names nothing. */
  private static final int LEAST = 2;

  private final Map<String, List<Source>> exact = new HashMap<>();
  private final TreeMap<String, List<Source>> sorted = new TreeMap<>();

  SourceNameIndex(List<Source> sources) {
    for (Source source : sources) {
      String plain = PlainName.of(source.name());
      if (!plain.isEmpty()) {
        exact.computeIfAbsent(plain, _ -> new ArrayList<>()).add(source);
      }
      String file = PlainName.of(fileName(source.id()));
      if (!file.isEmpty() && !file.equals(plain)) {
        exact.computeIfAbsent(file, _ -> new ArrayList<>()).add(source);
      }
      String withCard = PlainName.of(source.reel() + "_" + source.name());
      if (!source.reel().isEmpty() && !withCard.equals(plain) && !withCard.equals(file)) {
        exact.computeIfAbsent(withCard, _ -> new ArrayList<>()).add(source);
      }
    }
    sorted.putAll(exact);
  }

  private static String fileName(String id) {
    return id.startsWith("name:") ? "" : id.substring(id.lastIndexOf('/') + 1);
  }

  /**
   * The sources that {@code name} can mean: those of that name; else those whose names begin with
   * it; else those whose whole name it begins with.
   */
  List<Source> find(String name) {
    String plain = PlainName.of(name);
    List<Source> same = exact.get(plain);
    if (same != null) {
      return same;
    }
    if (plain.length() < LEAST) {
      return List.of();
    }
    List<Source> longer =
        sorted.tailMap(plain).entrySet().stream()
            .takeWhile(e -> e.getKey().startsWith(plain))
            .filter(e -> isWhole(e.getKey(), plain.length()))
            .flatMap(e -> e.getValue().stream())
            .distinct()
            .toList();
    if (!longer.isEmpty()) {
      return longer;
    }
    for (int length = plain.length() - 1; length >= LEAST; length--) {
      List<Source> shorter = exact.get(plain.substring(0, length));
      if (shorter != null && isWhole(plain, length)) {
        return shorter;
      }
    }
    return List.of();
  }

  /** Whether a name can be cut here: not within a number. */
  private static boolean isWhole(String name, int length) {
    return length == name.length()
        || !(Character.isDigit(name.charAt(length - 1)) && Character.isDigit(name.charAt(length)));
  }
}
