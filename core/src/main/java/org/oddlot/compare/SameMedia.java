package org.oddlot.compare;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.oddlot.material.Source;
import org.oddlot.time.TimeRange;

/**
 * Which media of one version is which of the other. What is at the same address is the same. What
 * is elsewhere now, or comes from a file that says no addresses, is taken for the same where name,
 * range and reel agree and nothing else could be meant; a name alone says nothing.
 */
final class SameMedia {
  private final Map<String, Integer> numbers = new HashMap<>();
  private final List<Comparison.Media> links = new ArrayList<>();
  private final Map<String, Source> onlyBefore = new LinkedHashMap<>();
  private final Map<String, Source> onlyAfter = new LinkedHashMap<>();

  SameMedia(Version before, Version after) {
    Map<String, Source> old = used(before);
    Map<String, Source> now = used(after);
    old.forEach((id, source) -> {
      if (!now.containsKey(id)) {
        onlyBefore.put(id, source);
      }
    });
    now.forEach((id, source) -> {
      if (!old.containsKey(id)) {
        onlyAfter.put(id, source);
      }
    });
    old.keySet().forEach(id -> numbers.put(id, numbers.size()));
    onlyAfter.keySet().forEach(id -> numbers.put(id, numbers.size()));
    linkByName();
  }

  private static Map<String, Source> used(Version version) {
    Map<String, Source> used = new LinkedHashMap<>();
    for (Shot shot : version.shots()) {
      shot.source().ifPresent(source -> used.putIfAbsent(source.id(), source));
    }
    return used;
  }

  /** The number of a shot's media, the same in both versions; below zero where it is generated. */
  int of(Shot shot) {
    return shot.source().map(source -> numbers.getOrDefault(source.id(), -2)).orElse(-1);
  }

  /** What is known to be the same though it is not where it was, or not called so. */
  List<Comparison.Media> links() {
    return List.copyOf(links);
  }

  /** Whether a source is nowhere in the other version. */
  boolean isAlone(Source source) {
    return onlyBefore.containsKey(source.id()) || onlyAfter.containsKey(source.id());
  }

  /** Takes two for the same from now on. */
  void link(Source before, Source after) {
    numbers.put(after.id(), numbers.getOrDefault(before.id(), -2));
    links.add(new Comparison.Media(before, after));
    onlyBefore.remove(before.id());
    onlyAfter.remove(after.id());
  }

  private void linkByName() {
    Map<String, List<Source>> old = byName(onlyBefore.values());
    Map<String, List<Source>> now = byName(onlyAfter.values());
    for (Source source : List.copyOf(onlyBefore.values())) {
      best(source, now)
          .filter(found -> onlyAfter.containsKey(found.id()))
          .filter(found -> best(found, old).filter(it -> it.id().equals(source.id())).isPresent())
          .ifPresent(found -> link(source, found));
    }
  }

  private static Map<String, List<Source>> byName(Collection<Source> sources) {
    Map<String, List<Source>> byName = new HashMap<>();
    for (Source source : sources) {
      names(source)
          .forEach(name -> byName.computeIfAbsent(name, _ -> new ArrayList<>(1)).add(source));
    }
    return byName;
  }

  private static List<String> names(Source source) {
    return List.of(stem(source.name()), stem(source.address())).stream()
        .filter(name -> !name.isEmpty())
        .distinct()
        .toList();
  }

  /** The name of a file without folders and ending. */
  private static String stem(String path) {
    String name = path.substring(Math.max(path.lastIndexOf('/'), path.lastIndexOf('\\')) + 1);
    int dot = name.lastIndexOf('.');
    return (dot > 0 ? name.substring(0, dot) : name).toLowerCase(Locale.ROOT);
  }

  /** The one of the same name that is alone in agreeing best; empty where several do. */
  private static Optional<Source> best(Source source, Map<String, List<Source>> byName) {
    Source best = null;
    int most = 0;
    boolean isAlone = true;
    for (String name : names(source)) {
      for (Source other : byName.getOrDefault(name, List.of())) {
        int its = agreement(source, other);
        if (its == 0 || its < most || (best != null && other.id().equals(best.id()))) {
          continue;
        }
        isAlone = its > most;
        most = its;
        best = other;
      }
    }
    return isAlone ? Optional.ofNullable(best) : Optional.empty();
  }

  /** How much speaks for two of one name being the same; nothing where anything speaks against. */
  private static int agreement(Source one, Source other) {
    if (!one.reel().isEmpty()
        && !other.reel().isEmpty()
        && !one.reel().equalsIgnoreCase(other.reel())) {
      return 0;
    }
    Optional<TimeRange> its = one.range();
    Optional<TimeRange> others = other.range();
    if (its.isPresent() && others.isPresent()) {
      boolean isSame =
          its.get().start().compareTo(others.get().start()) == 0
              && its.get().duration().compareTo(others.get().duration()) == 0;
      if (!isSame && !its.get().overlaps(others.get())) {
        return 0;
      }
      return (isSame ? 100 : 10) + folders(one.address(), other.address());
    }
    return 1 + folders(one.address(), other.address());
  }

  /** How many folders, from the file outwards, are called the same. */
  private static int folders(String one, String other) {
    String[] its = one.split("/", -1);
    String[] others = other.split("/", -1);
    int same = 0;
    while (same + 2 <= Math.min(its.length, others.length)
        && its[its.length - 2 - same].equals(others[others.length - 2 - same])) {
      same++;
    }
    return Math.min(same, 8);
  }
}
