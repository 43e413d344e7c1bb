package org.oddlot.pass;

import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Optional;
import org.oddlot.pass.Applied.Claim;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.timeline.Difference;
import org.oddlot.timeline.Differences;
import org.oddlot.timeline.Placed;

/** Computes ledgers: what differs, and which claim accounts for it. */
final class Ledger {
  private final IdentityHashMap<Object, List<Owed>> claims = new IdentityHashMap<>();

  private record Owed(Claim claim, Pass pass) {}

  private Ledger() {}

  static List<LedgerEntry> of(Outcome outcome) {
    var ledger = new Ledger();
    for (StepOutcome step : outcome.steps()) {
      ledger.add(step.claims(), step.pass());
    }
    var entries = new ArrayList<LedgerEntry>();
    for (Document document : outcome.end().documents()) {
      for (Difference difference : Differences.between(document.asRead(), document.root())) {
        entries.add(ledger.entry(document, difference));
      }
    }
    return List.copyOf(entries);
  }

  /**
   * Checks that each difference between two states of the documents is claimed.
   *
   * @throws UnclaimedChangeException if one is not
   */
  static void check(Pass pass, Matter before, Applied applied) {
    var ledger = new Ledger();
    ledger.add(applied.claims(), pass);
    for (Document document : applied.matter().documents()) {
      Document was = before.document(document.name()).orElseThrow();
      for (Difference difference : Differences.between(was.root(), document.root())) {
        if (ledger.owed(difference).isEmpty()) {
          throw new UnclaimedChangeException(pass, difference);
        }
      }
    }
  }

  private void add(List<Claim> more, Pass pass) {
    for (Claim claim : more) {
      claims.computeIfAbsent(claim.object(), _ -> new ArrayList<>()).add(new Owed(claim, pass));
    }
  }

  private LedgerEntry entry(Document document, Difference difference) {
    Owed owed =
        owed(difference)
            .orElseThrow(() -> new IllegalStateException("Nobody claims " + difference));
    return new LedgerEntry(
        document.name(),
        difference.place().path(),
        difference.property(),
        difference.beforeText(),
        difference.afterText(),
        owed.pass.id(),
        owed.claim.reason());
  }

  /** The last claim on the object or on something it lies in that covers the property. */
  private Optional<Owed> owed(Difference difference) {
    Optional<Placed> place = Optional.of(difference.place());
    boolean itself = true;
    while (place.isPresent()) {
      List<Owed> candidates = claims.get(place.get().object().identity());
      if (candidates != null) {
        for (Owed owed : candidates.reversed()) {
          String property = owed.claim.property();
          if (property.isEmpty() || (itself && covers(property, difference.property()))) {
            return Optional.of(owed);
          }
        }
      }
      place = place.get().parent();
      itself = false;
    }
    return Optional.empty();
  }

  private static boolean covers(String claimed, String property) {
    return property.equals(claimed) || property.startsWith(claimed + "/");
  }
}
