package org.oddlot.pass.tag;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import org.oddlot.material.Source;

/** What the sources of a lot will be called, seen together so that no two are called the same. */
final class NewNames {
  private final Optional<NamePattern> pattern;
  private final Map<String, Map<String, String>> values = new LinkedHashMap<>();
  private final Map<String, List<String>> byName = new HashMap<>();

  /**
   * A name.
   *
   * @param text the name; empty where the clip keeps its own
   * @param trouble why it cannot be given without a word
   */
  record Name(String text, Optional<String> trouble) {}

  NewNames(String text) {
    pattern = text.isBlank() ? Optional.empty() : Optional.of(NamePattern.parse(text));
  }

  /** Adds a source; its values are asked for where there is a pattern. */
  void add(Source source, Supplier<Map<String, String>> itsValues) {
    pattern.ifPresent(p -> {
      Map<String, String> its = itsValues.get();
      values.put(source.id(), its);
      byName.computeIfAbsent(p.name(its), _ -> new ArrayList<>()).add(source.id());
    });
  }

  Name of(Source source) {
    Map<String, String> its = values.get(source.id());
    if (pattern.isEmpty() || its == null) {
      return new Name("", Optional.empty());
    }
    String name = pattern.get().name(its);
    List<String> same = byName.getOrDefault(name, List.of());
    if (same.size() > 1 && pattern.get().hasCounter()) {
      var counted = new HashMap<>(its);
      counted.put(NamePattern.COUNTER, Integer.toString(1 + same.indexOf(source.id())));
      name = pattern.get().name(counted);
    } else if (same.size() > 1) {
      return new Name(
          name,
          Optional.of(
              same.size() + " clips would have this name; [-{n}] in the pattern counts them"));
    }
    return new Name(name, NamePattern.illegal(name));
  }
}
