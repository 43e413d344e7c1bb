package org.oddlot.pass.match;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.material.Source;
import org.oddlot.material.Sources;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Standing;

/**
 * The takes of a row that lists several and says when the first began: they are the clips that
 * follow the first one's, as long as no other row speaks of these.
 */
final class Sequels {
  /** The clips of each camera in the order in which they were recorded. */
  private final Map<String, List<Source>> inOrder = new HashMap<>();

  private final Map<String, Integer> places = new HashMap<>();
  private final Map<String, Sequel> found = new HashMap<>();

  /**
   * What follows.
   *
   * @param sources the clips, one for each camera
   * @param standing how that stands
   * @param row the row that lists the takes
   * @param nth which of the row's takes it is, from two on
   */
  record Sequel(List<Source> sources, Standing standing, int row, int nth) {}

  Sequels(Sources sources, List<MatchFinding> findings) {
    var rows = new LinkedHashMap<String, List<MatchFinding>>();
    var spokenOf = new HashSet<String>();
    for (MatchFinding finding : findings) {
      spokenOf.addAll(finding.proposed());
      LogEntry entry = finding.entry();
      if (entry.kind() == LogEntry.Kind.SHOT) {
        rows.computeIfAbsent(entry.paper() + "\n" + entry.row(), _ -> new ArrayList<>(1))
            .add(finding);
      }
    }
    rows.values().removeIf(row -> row.size() < 2);
    if (rows.isEmpty()) {
      return;
    }
    sources.all().stream()
        .filter(source -> !source.isSound() && source.start().isPresent())
        .sorted(
            Comparator.comparing(
                    (Source source) -> source.recorded().map(Object::toString).orElse(""))
                .thenComparing(source -> source.start().orElseThrow())
                .thenComparing(Source::id))
        .forEach(source -> {
          List<Source> its = inOrder.computeIfAbsent(source.camera(), _ -> new ArrayList<>());
          places.put(source.id(), its.size());
          its.add(source);
        });
    rows.values().forEach(row -> follow(row, sources, spokenOf));
  }

  private void follow(List<MatchFinding> row, Sources sources, Set<String> spokenOf) {
    MatchFinding first = row.getFirst();
    List<MatchFinding> others =
        row.stream().skip(1).filter(each -> each.candidates().isEmpty()).toList();
    if (first.proposed().isEmpty() || others.size() < row.size() - 1) {
      return;
    }
    var following = new ArrayList<List<Source>>();
    boolean exact = true;
    for (String id : first.proposed()) {
      Optional<Source> source = sources.byId(id);
      List<Source> its =
          source.map(s -> inOrder.getOrDefault(s.camera(), List.of())).orElse(List.of());
      int at = places.getOrDefault(id, its.size());
      var free = new ArrayList<Source>();
      for (int i = at + 1; i < its.size() && !spokenOf.contains(its.get(i).id()); i++) {
        free.add(its.get(i));
      }
      if (free.size() < others.size()) {
        return;
      }
      exact &= free.size() == others.size();
      following.add(free);
    }
    Standing standing =
        exact && first.standing() == Standing.SETTLED ? Standing.SETTLED : Standing.TO_LOOK_AT;
    for (int i = 0; i < others.size(); i++) {
      int nth = i;
      found.put(
          others.get(i).entry().id(),
          new Sequel(
              following.stream().map(free -> free.get(nth)).toList(),
              standing,
              first.entry().row(),
              i + 2));
    }
  }

  /** What follows for an entry. */
  Optional<Sequel> of(LogEntry entry) {
    return Optional.ofNullable(found.get(entry.id()));
  }
}
