package org.oddlot.pass.match;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.match.CandidateFinder.Seen;

/**
 * Entries that want the same clips, each given a clip of its own so that all together are as near
 * as can be. What is only wanted by one entry is no cluster.
 */
final class Clusters {
  /** Larger ones are a log that fits nothing; no order of it would be worth looking at. */
  private static final int LARGEST = 200;

  private final Map<String, List<Candidate>> wantedBy = new HashMap<>();
  private final Map<String, List<Seen>> wanting = new HashMap<>();
  private final Map<String, String> given = new HashMap<>();
  private final Set<String> done = new HashSet<>();

  /** The clusters among what was seen of the entries of one paper and camera. */
  Clusters(List<Seen> seen) {
    for (Seen one : seen) {
      List<Candidate> wanted =
          one.candidates().stream()
              .filter(Candidate::hasTime)
              .filter(c -> !c.isOfAnother())
              .filter(one::fits)
              .toList();
      wantedBy.put(one.entry().id(), wanted);
      wanted.forEach(c -> wanting.computeIfAbsent(key(one, c), _ -> new ArrayList<>()).add(one));
    }
  }

  private static String key(Seen one, Candidate candidate) {
    return one.entry().paper() + "\n" + candidate.source().id();
  }

  /** The source that falls to an entry among those of one camera, if it is in a cluster. */
  synchronized Optional<String> given(Seen one, String camera) {
    String key = one.entry().id() + "\n" + camera;
    if (done.add(key)) {
      assign(one, camera);
    }
    return Optional.ofNullable(given.get(key));
  }

  /** Whether an entry was given a source, among those that an earlier question was about. */
  synchronized boolean hasGiven(LogEntry entry, String camera) {
    return given.containsKey(entry.id() + "\n" + camera);
  }

  private void assign(Seen first, String camera) {
    var entries = new LinkedHashMap<String, Seen>();
    Set<String> sources = new LinkedHashSet<>();
    var open = new ArrayDeque<Seen>(List.of(first));
    boolean isTooLarge = false;
    while (!open.isEmpty() && !isTooLarge) {
      Seen one = open.poll();
      if (entries.putIfAbsent(one.entry().id(), one) != null) {
        continue;
      }
      for (Candidate candidate : wanted(one, camera)) {
        List<Seen> others = wanting.getOrDefault(key(one, candidate), List.of());
        isTooLarge |= others.size() > LARGEST;
        if (!isTooLarge && sources.add(candidate.source().id())) {
          open.addAll(others);
        }
      }
      isTooLarge |= entries.size() > LARGEST;
    }
    entries.keySet().forEach(id -> done.add(id + "\n" + camera));
    if (entries.size() < 2 || isTooLarge) {
      return;
    }
    List<Seen> rows = List.copyOf(entries.values());
    List<String> columns = List.copyOf(sources);
    long[][] cost = new long[rows.size()][columns.size()];
    for (int i = 0; i < rows.size(); i++) {
      Arrays.fill(cost[i], LeastCostAssignment.NEVER);
      for (Candidate candidate : wanted(rows.get(i), camera)) {
        cost[i][columns.indexOf(candidate.source().id())] = candidate.distance();
      }
    }
    int[] columnOf = LeastCostAssignment.of(cost);
    for (int i = 0; i < rows.size(); i++) {
      if (columnOf[i] >= 0) {
        given.put(rows.get(i).entry().id() + "\n" + camera, columns.get(columnOf[i]));
      }
    }
  }

  private List<Candidate> wanted(Seen one, String camera) {
    return wantedBy.getOrDefault(one.entry().id(), List.of()).stream()
        .filter(c -> c.source().camera().equals(camera))
        .toList();
  }
}
