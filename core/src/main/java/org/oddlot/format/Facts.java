package org.oddlot.format;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Placed;

/**
 * What is in a file, fact by fact, by kinds of content. A fact says what and when, so that the
 * facts of a file before it was written and after it was read again show what was lost on the way.
 */
public final class Facts {
  private final Map<Content, Map<String, List<Placed>>> facts = new LinkedHashMap<>();

  /** Adds a fact; the same one may be there several times. */
  public void add(Content kind, String fact, Placed at) {
    facts
        .computeIfAbsent(kind, _ -> new LinkedHashMap<>())
        .computeIfAbsent(fact, _ -> new ArrayList<>(1))
        .add(at);
  }

  /** The kinds that there are facts about. */
  public Set<Content> kinds() {
    return Collections.unmodifiableSet(facts.keySet());
  }

  /** How many facts there are about a kind. */
  public int count(Content kind) {
    return of(kind).values().stream().mapToInt(List::size).sum();
  }

  /** The facts about a kind, each with where it is so. */
  public Map<String, List<Placed>> of(Content kind) {
    return Collections.unmodifiableMap(facts.getOrDefault(kind, Map.of()));
  }

  /** Where the facts about a kind are. */
  public List<Placed> places(Content kind) {
    return of(kind).values().stream().flatMap(List::stream).toList();
  }

  /** What is here and not there. */
  public Map<String, List<Placed>> without(Facts other, Content kind) {
    Map<String, List<Placed>> left = new LinkedHashMap<>();
    Map<String, List<Placed>> there = other.of(kind);
    of(kind)
        .forEach((fact, places) -> {
          int more = places.size() - there.getOrDefault(fact, List.of()).size();
          if (more > 0) {
            left.put(fact, places.subList(places.size() - more, places.size()));
          }
        });
    return left;
  }

  @Override
  public String toString() {
    return facts.keySet().stream()
        .map(kind -> Phrase.of("%s %s", Phrase.number(count(kind)), kind.words()))
        .collect(Collectors.joining(", "));
  }
}
