package org.oddlot.rights;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;

/**
 * Things of papers by the material that they speak of. Of thousands of licences those for a source
 * are found by its names, or by what these begin with, not one licence after the other; what is
 * written in the same words is looked at once.
 *
 * @param <T> what they are
 */
public final class MaterialIndex<T> {
  private final List<T> things;

  /** Which of the things are said to be for a name, or for a pattern. */
  private record Group(String pattern, List<Integer> things) {}

  private final Map<String, Group> exact = new HashMap<>();

  /** By what stands before their first star or question mark. */
  private final Map<String, Map<String, Group>> wild = new HashMap<>();

  private final Map<Set<Group>, List<T>> known = new HashMap<>();

  /** These things, by what each is for. */
  public MaterialIndex(List<T> things, Function<T, SourcePattern> material) {
    this.things = List.copyOf(things);
    for (int i = 0; i < this.things.size(); i++) {
      for (String pattern : material.apply(this.things.get(i)).patterns()) {
        int literal = SourcePattern.literal(pattern);
        Group group =
            literal == pattern.length()
                ? exact.computeIfAbsent(pattern, MaterialIndex::group)
                : wild.computeIfAbsent(pattern.substring(0, literal), _ -> new LinkedHashMap<>())
                    .computeIfAbsent(pattern, MaterialIndex::group);
        group.things.add(i);
      }
    }
  }

  private static Group group(String pattern) {
    return new Group(pattern, new ArrayList<>());
  }

  /**
   * Those that mean something that is known by these names, in their order. The same things are the
   * very same list, however many sources they are for.
   */
  public List<T> meaning(List<String> names) {
    var groups = new LinkedHashSet<Group>();
    for (String name : SourcePattern.plain(names)) {
      Group same = exact.get(name);
      if (same != null) {
        groups.add(same);
      }
      for (int length = 0; !wild.isEmpty() && length <= name.length(); length++) {
        for (Group group : wild.getOrDefault(name.substring(0, length), Map.of()).values()) {
          if (SourcePattern.matches(group.pattern, name)) {
            groups.add(group);
          }
        }
      }
    }
    return groups.isEmpty() ? List.of() : known.computeIfAbsent(groups, this::things);
  }

  private List<T> things(Set<Group> groups) {
    var numbers = new TreeSet<Integer>();
    groups.forEach(group -> numbers.addAll(group.things));
    return numbers.stream().map(things::get).toList();
  }
}
