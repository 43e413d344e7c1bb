package org.oddlot.pass;

import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.oddlot.material.Changes;
import org.oddlot.material.LedgerEntry;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Applied.Claim;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.timeline.Address;
import org.oddlot.timeline.Addresses;
import org.oddlot.timeline.Difference;
import org.oddlot.timeline.Differences;
import org.oddlot.timeline.Placed;

/** Computes ledgers: what differs, and which claim accounts for it. */
final class Ledger {
  private final IdentityHashMap<Object, List<ClaimOfPass>> claims = new IdentityHashMap<>();

  /** Of one clip several things differ, one after the other; its place is put into words once. */
  private @Nullable Placed lastPlace;

  private String lastPath = "";

  private record ClaimOfPass(Claim claim, Pass<?> pass) {}

  private Ledger() {}

  static List<LedgerEntry> of(Outcome outcome) {
    var ledger = new Ledger();
    for (StepOutcome<?> step : outcome.steps()) {
      ledger.add(step.claims(), step.pass());
    }
    var entries = new ArrayList<LedgerEntry>();
    for (StepOutcome<?> step : outcome.steps()) {
      for (Applied.Note note : step.notes()) {
        entries.add(
            new LedgerEntry(
                new Address(note.paper(), "", note.what()),
                "",
                note.before(),
                note.after(),
                step.pass().id(),
                note.reason()));
      }
    }
    for (TimelineFile document : outcome.end().documents()) {
      var addresses = Addresses.of(document.name(), document.root());
      if (document.isNew()) {
        entries.add(ledger.entry(document));
      }
      for (Difference difference : differences(document, outcome)) {
        entries.add(ledger.entry(addresses, difference));
      }
    }
    return List.copyOf(entries);
  }

  /** How many entries there are. */
  static int count(Outcome outcome) {
    int notes = outcome.steps().stream().mapToInt(step -> step.notes().size()).sum();
    int inDocuments = 0;
    for (TimelineFile document : outcome.end().documents()) {
      inDocuments += document.isNew() ? 1 : 0;
      inDocuments += differences(document, outcome).size();
    }
    return notes + inDocuments;
  }

  private static List<Difference> differences(TimelineFile document, Outcome outcome) {
    return outcome.end().derive(Changes.SO_FAR).of(document.name());
  }

  /**
   * Checks that each difference between two states of the documents is claimed.
   *
   * @throws UnclaimedChangeException if one is not
   */
  static void check(Pass<?> pass, Material before, Applied applied) {
    var ledger = new Ledger();
    ledger.add(applied.claims(), pass);
    for (TimelineFile document : applied.material().documents()) {
      Optional<TimelineFile> was = before.document(document.name());
      if (was.isEmpty()) {
        if (!document.isNew() || ledger.claimed(Placed.root(document.root())).isEmpty()) {
          throw new UnclaimedChangeException(pass, "a new file", document.name());
        }
        continue;
      }
      for (Difference difference : differences(was.get(), document, applied.material())) {
        if (ledger.claimed(difference).isEmpty()) {
          throw new UnclaimedChangeException(
              pass, difference.property(), difference.place().path());
        }
      }
    }
  }

  @SuppressWarnings("ReferenceEquality") // a state that did not change is the same object
  private static List<Difference> differences(
      TimelineFile was, TimelineFile is, Material material) {
    return was.root() == is.asRead()
        ? material.derive(Changes.SO_FAR).of(is.name())
        : Differences.between(was.root(), is.root());
  }

  private void add(List<Claim> more, Pass<?> pass) {
    for (Claim claim : more) {
      claims
          .computeIfAbsent(claim.object(), _ -> new ArrayList<>())
          .add(new ClaimOfPass(claim, pass));
    }
  }

  /** A file that is new as a whole. */
  private LedgerEntry entry(TimelineFile document) {
    ClaimOfPass claimed =
        claimed(Placed.root(document.root()))
            .orElseThrow(() -> new IllegalStateException("Nobody claims " + document.name()));
    return new LedgerEntry(
        new Address(document.name(), ""),
        "",
        "",
        "new, made from " + String.join(", ", document.madeFrom()),
        claimed.pass.id(),
        claimed.claim.reason());
  }

  private LedgerEntry entry(Addresses addresses, Difference difference) {
    ClaimOfPass claimed =
        claimed(difference)
            .orElseThrow(() -> new IllegalStateException("Nobody claims " + difference));
    return new LedgerEntry(
        addresses.of(difference.place()).withPart(difference.property()),
        path(difference.place()),
        difference.beforeText(),
        difference.afterText(),
        claimed.pass.id(),
        claimed.claim.reason());
  }

  @SuppressWarnings("ReferenceEquality") // the place that was just asked about is the same object
  private String path(Placed place) {
    if (place != lastPlace) {
      lastPlace = place;
      lastPath = place.path();
    }
    return lastPath;
  }

  private Optional<ClaimOfPass> claimed(Placed whole) {
    List<ClaimOfPass> candidates = claims.getOrDefault(whole.object().identity(), List.of());
    return candidates.stream().filter(each -> each.claim.property().isEmpty()).findFirst();
  }

  /** The last claim on the object or on something it lies in that covers the property. */
  private Optional<ClaimOfPass> claimed(Difference difference) {
    Optional<Placed> place = Optional.of(difference.place());
    boolean itself = true;
    while (place.isPresent()) {
      List<ClaimOfPass> candidates = claims.get(place.get().object().identity());
      if (candidates != null) {
        for (ClaimOfPass each : candidates.reversed()) {
          String property = each.claim.property();
          if (property.isEmpty() || (itself && covers(property, difference.property()))) {
            return Optional.of(each);
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
