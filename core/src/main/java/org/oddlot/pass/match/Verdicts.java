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
import org.oddlot.text.Phrase;

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

  /**
   * The candidates of each camera that the entry may mean, nearest first, for the cameras of which
   * one fits. One that is a little too far away is among them: it may be as good as the one that is
   * just near enough.
   */
  private static Map<String, List<Candidate>> byCamera(Seen one) {
    Map<String, List<Candidate>> groups =
        one.candidates().stream()
            .filter(candidate -> candidate.sameCamera() != Agreement.DIFFERENT)
            .collect(
                Collectors.groupingBy(
                    candidate -> candidate.source().camera(),
                    LinkedHashMap::new,
                    Collectors.toList()));
    groups.values().removeIf(group -> !one.fits(group.getFirst()));
    return groups;
  }

  List<MatchFinding> findings() {
    return seen.stream().map(this::finding).toList();
  }

  private MatchFinding finding(Seen one) {
    if (one.whyNone().isPresent()) {
      return finding(one, List.of(), Standing.OPEN, one.whyNone().get());
    }
    return one.entry().kind() == LogEntry.Kind.SHOT ? shot(one) : stretch(one);
  }

  private static MatchFinding finding(
      Seen one, List<Candidate> proposed, Standing standing, Why why) {
    return new MatchFinding(
        one.entry(),
        one.candidates(),
        proposed.stream().map(candidate -> candidate.source().id()).toList(),
        standing,
        why.headline(),
        why.reason(),
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
          new Why(
              "another camera",
              "lies in " + nearest.source().name() + ", but the log says another camera"));
    }
    if (one.doubt().isPresent()) {
      return finding(one, touched, Standing.TO_LOOK_AT, one.doubt().get());
    }
    String names =
        touched.stream().map(c -> c.source().name()).collect(Collectors.joining(" and "));
    return finding(one, touched, Standing.SETTLED, new Why("lies within", "lies in " + names));
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
    Optional<Why> contested =
        nearest.stream().flatMap(candidate -> contested(one, candidate).stream()).findFirst();
    Optional<Why> doubt = contested.or(one::doubt);
    if (doubt.isPresent()) {
      return finding(one, nearest, Standing.TO_LOOK_AT, doubt.get());
    }
    String starts = nearest.stream().map(Verdicts::inWords).collect(Collectors.joining(", "));
    String headline = nearest.size() == 1 ? "in tolerance" : nearest.size() + " cameras";
    return finding(one, nearest, Standing.SETTLED, new Why(headline, starts));
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
        new Why(
            equal ? "equal both ways" : "two at once",
            Phrase.of(
                "%s and %s both start here (%s, %s)",
                first.source().name(),
                second.source().name(),
                first.difference(),
                second.difference())));
  }

  /** Whether the second is so little further away that nobody could tell: under half a second. */
  private static boolean isClose(Candidate nearer, Candidate further) {
    return further.distance() - nearer.distance() < margin(nearer);
  }

  private static long margin(Candidate candidate) {
    return candidate.entryAt().rate().nominal() / 2;
  }

  /** Why another entry has as good a claim to a candidate, if one has. */
  private Optional<Why> contested(Seen one, Candidate candidate) {
    return claims.getOrDefault(candidate.source().id(), List.of()).stream()
        .filter(rival -> !rival.entry.id().equals(one.entry().id()))
        .flatMap(rival -> contested(one, candidate, rival).stream())
        .findFirst();
  }

  private static Optional<Why> contested(Seen one, Candidate candidate, Claim rival) {
    String clip = candidate.source().name();
    int row = rival.entry.row();
    if (saysTheSame(one.entry(), rival.entry)) {
      return rival.byHand || one.entry().row() < row
          ? Optional.empty()
          : Optional.of(
              new Why(
                  "logged twice",
                  Phrase.of("logged twice: row %d says the same of %s", row, clip)));
    }
    if (rival.byHand) {
      return Optional.of(
          new Why(
              "taken by row " + row, Phrase.of("row %d was paired with %s by hand", row, clip)));
    }
    if (candidate.distance() + margin(candidate) <= rival.distance) {
      return Optional.empty();
    }
    return Optional.of(
        rival.distance + margin(candidate) <= candidate.distance()
            ? new Why(
                "row " + row + " is nearer",
                Phrase.of("row %d is nearer to the start of %s", row, clip))
            : new Why(
                "row " + row + " as near", Phrase.of("row %d fits %s about as well", row, clip)));
  }

  private static boolean saysTheSame(LogEntry one, LogEntry other) {
    return one.scene().equals(other.scene())
        && one.shot().equals(other.shot())
        && one.take().equals(other.take());
  }

  /** Nothing of the right camera starts within the tolerance, but something is near. */
  private static MatchFinding outside(Seen one) {
    Optional<Candidate> wrongCamera = one.fitting().stream().findFirst();
    if (wrongCamera.isPresent()) {
      Candidate candidate = wrongCamera.get();
      String camera = candidate.source().camera();
      return finding(
          one,
          List.of(candidate),
          Standing.TO_LOOK_AT,
          new Why(
              "camera " + camera + ", not " + one.entry().camera(),
              Phrase.of(
                  "only %s of camera %s starts here; the log says camera %s",
                  candidate.source().name(), camera, one.entry().camera())));
    }
    Candidate candidate =
        one.candidates().stream()
            .filter(c -> c.sameCamera() != Agreement.DIFFERENT)
            .findFirst()
            .orElseGet(() -> one.candidates().getFirst());
    return finding(
        one,
        List.of(candidate),
        Standing.TO_LOOK_AT,
        new Why(
            candidate.distance() + " f off",
            inWords(candidate) + ", tolerance " + one.tolerance() + " f"));
  }

  private static String inWords(Candidate candidate) {
    String name = candidate.source().name();
    if (candidate.frames() == 0) {
      return name + " starts on it";
    }
    return Phrase.of(
        "%s starts %d f %s it",
        name, candidate.distance(), candidate.frames() < 0 ? "before" : "after");
  }
}
