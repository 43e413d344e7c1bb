package org.oddlot.pass.match;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Standing;
import org.oddlot.pass.match.Candidate.Agreement;
import org.oddlot.pass.match.Sight.Seen;

/**
 * Weighs what was seen of all entries against each other: one entry to one source of each camera.
 */
final class Verdicts {
  private final List<Seen> seen;
  private final Map<String, Decision> decisions;

  /** Who wants a source, nearest first. */
  private final Map<String, List<Claim>> claims = new HashMap<>();

  private record Claim(LogEntry entry, long distance, boolean byHand) {}

  Verdicts(List<Seen> seen, Map<String, Decision> decisions) {
    this.seen = seen;
    this.decisions = decisions;
    for (Seen one : seen) {
      if (one.entry().kind() == LogEntry.Kind.SHOT) {
        claim(one);
      }
    }
    for (List<Claim> rivals : claims.values()) {
      rivals.sort(
          Comparator.comparingInt((Claim c) -> c.byHand ? 0 : 1)
              .thenComparingLong(Claim::distance)
              .thenComparingInt(c -> c.entry.row()));
    }
  }

  private void claim(Seen one) {
    Optional<Decision> decision = decision(one);
    if (decision.isPresent()) {
      // What a person declined claims nothing; what a person paired claims just that.
      for (String id : decision.get().isAccepted() ? decision.get().chosen() : List.<String>of()) {
        addClaim(id, new Claim(one.entry(), 0, true));
      }
      return;
    }
    for (List<Candidate> group : byCamera(one).values()) {
      Candidate nearest = group.getFirst();
      addClaim(nearest.source().id(), new Claim(one.entry(), nearest.distance(), false));
    }
  }

  private void addClaim(String source, Claim claim) {
    claims.computeIfAbsent(source, _ -> new ArrayList<>()).add(claim);
  }

  private Optional<Decision> decision(Seen one) {
    return Optional.ofNullable(decisions.get(MatchFinding.idOf(one.entry())));
  }

  /** The fitting candidates of each camera that the entry may mean, nearest first. */
  private static Map<String, List<Candidate>> byCamera(Seen one) {
    return one.fitting().stream()
        .filter(candidate -> candidate.sameCamera() != Agreement.DIFFERENT)
        .collect(
            Collectors.groupingBy(
                candidate -> candidate.source().camera(), LinkedHashMap::new, Collectors.toList()));
  }

  List<MatchFinding> findings() {
    return seen.stream().map(this::finding).toList();
  }

  private MatchFinding finding(Seen one) {
    if (one.candidates().isEmpty()) {
      return finding(one, List.of(), Standing.OPEN, one.whyNone());
    }
    return one.entry().kind() == LogEntry.Kind.SHOT ? shot(one) : stretch(one);
  }

  private static MatchFinding finding(
      Seen one, List<Candidate> proposed, Standing standing, String reason) {
    return new MatchFinding(
        one.entry(),
        one.candidates(),
        proposed.stream().map(candidate -> candidate.source().id()).toList(),
        standing,
        reason,
        one.tolerance());
  }

  private static MatchFinding stretch(Seen one) {
    List<Candidate> touched =
        one.fitting().stream().filter(c -> c.sameCamera() != Agreement.DIFFERENT).toList();
    if (touched.isEmpty()) {
      Candidate nearest = one.candidates().getFirst();
      return finding(
          one,
          List.of(nearest),
          Standing.TO_LOOK_AT,
          "lies in " + nearest.source().name() + ", but the log says another camera");
    }
    String names =
        touched.stream().map(c -> c.source().name()).collect(Collectors.joining(" and "));
    return one.doubt().isEmpty()
        ? finding(one, touched, Standing.SETTLED, "lies in " + names)
        : finding(one, touched, Standing.TO_LOOK_AT, one.doubt());
  }

  private MatchFinding shot(Seen one) {
    Map<String, List<Candidate>> groups = byCamera(one);
    if (groups.isEmpty()) {
      return outside(one);
    }
    List<Candidate> nearest = groups.values().stream().map(List::getFirst).toList();
    for (List<Candidate> group : groups.values()) {
      if (group.size() > 1 && isClose(group.get(0), group.get(1))) {
        return twoAtOnce(one, nearest, group);
      }
    }
    for (Candidate candidate : nearest) {
      Optional<MatchFinding> contested = contested(one, nearest, candidate);
      if (contested.isPresent()) {
        return contested.get();
      }
    }
    if (!one.doubt().isEmpty()) {
      return finding(one, nearest, Standing.TO_LOOK_AT, one.doubt());
    }
    return finding(
        one,
        nearest,
        Standing.SETTLED,
        nearest.stream().map(Verdicts::inWords).collect(Collectors.joining(", ")));
  }

  private static MatchFinding twoAtOnce(Seen one, List<Candidate> nearest, List<Candidate> group) {
    Candidate first = group.get(0);
    Candidate second = group.get(1);
    boolean equal = first.distance() == second.distance();
    List<Candidate> proposed =
        equal ? nearest.stream().filter(c -> !group.contains(c)).toList() : nearest;
    return finding(
        one,
        proposed,
        Standing.TO_LOOK_AT,
        "%s and %s both start here (%s, %s)"
            .formatted(
                first.source().name(),
                second.source().name(),
                first.difference(),
                second.difference()));
  }

  /** Whether the second is so little further away that nobody could tell: under half a second. */
  private static boolean isClose(Candidate nearer, Candidate further) {
    return further.distance() - nearer.distance() < nearer.entryAt().rate().nominal() / 2;
  }

  private Optional<MatchFinding> contested(Seen one, List<Candidate> nearest, Candidate candidate) {
    List<Claim> rivals = claims.getOrDefault(candidate.source().id(), List.of());
    String clip = candidate.source().name();
    for (Claim rival : rivals) {
      if (rival.entry.id().equals(one.entry().id())) {
        continue;
      }
      boolean twice = saysTheSame(one.entry(), rival.entry);
      boolean first = one.entry().row() < rival.entry.row();
      long margin = candidate.entryAt().rate().nominal() / 2;
      String reason;
      if (rival.byHand) {
        reason = "row %d was paired with %s by hand".formatted(rival.entry.row(), clip);
      } else if (twice && !first) {
        reason = "logged twice: row %d says the same of %s".formatted(rival.entry.row(), clip);
      } else if (twice || candidate.distance() + margin <= rival.distance) {
        continue;
      } else if (rival.distance + margin <= candidate.distance()) {
        reason = "row %d is nearer to the start of %s".formatted(rival.entry.row(), clip);
      } else {
        reason = "row %d fits %s about as well".formatted(rival.entry.row(), clip);
      }
      return Optional.of(finding(one, nearest, Standing.TO_LOOK_AT, reason));
    }
    return Optional.empty();
  }

  private static boolean saysTheSame(LogEntry one, LogEntry other) {
    return one.scene().equals(other.scene())
        && one.shot().equals(other.shot())
        && one.take().equals(other.take());
  }

  /** Nothing of the right camera starts within the tolerance, but something is near. */
  private static MatchFinding outside(Seen one) {
    Optional<Candidate> wrongCamera = one.fitting().stream().findFirst();
    Candidate candidate =
        wrongCamera.orElseGet(() ->
            one.candidates().stream()
                .filter(c -> c.sameCamera() != Agreement.DIFFERENT)
                .findFirst()
                .orElseGet(() -> one.candidates().getFirst()));
    String reason =
        wrongCamera.isPresent()
            ? "only %s of camera %s starts here; the log says camera %s"
                .formatted(
                    candidate.source().name(), candidate.source().camera(), one.entry().camera())
            : inWords(candidate) + ", tolerance " + one.tolerance() + " f";
    return finding(one, List.of(candidate), Standing.TO_LOOK_AT, reason);
  }

  private static String inWords(Candidate candidate) {
    String name = candidate.source().name();
    if (candidate.frames() == 0) {
      return name + " starts on it";
    }
    return "%s starts %d f %s it"
        .formatted(name, candidate.distance(), candidate.frames() < 0 ? "before" : "after");
  }
}
