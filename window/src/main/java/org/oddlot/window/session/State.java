package org.oddlot.window.session;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.oddlot.lot.Lot;
import org.oddlot.lot.Output;
import org.oddlot.pass.Outcome;

/**
 * All that the window shows, at one moment.
 *
 * @param lot the open lot; one without files if nothing is open
 * @param file where it is saved, if it is
 * @param unsaved whether it differs from what is saved
 * @param outcome what came of the last run, with what was said since
 * @param idle the ids of the passes that the lot had nothing for in the last run
 * @param recoverable decisions of a session that was cut off
 * @param written the files that were written last
 */
public record State(
    Lot lot,
    Optional<Path> file,
    boolean unsaved,
    Optional<Outcome> outcome,
    Set<String> idle,
    Optional<Lot> recoverable,
    List<Output.Written> written) {

  /** Nothing is open. */
  static final State NOTHING =
      new State(
          Lot.empty("Untitled lot"),
          Optional.empty(),
          false,
          Optional.empty(),
          Set.of(),
          Optional.empty(),
          List.of());

  public State {
    idle = Set.copyOf(idle);
    written = List.copyOf(written);
  }

  /** Whether nothing is open. */
  public boolean isEmpty() {
    return lot.inputs().isEmpty() && file.isEmpty();
  }

  State withLot(Lot newLot, boolean isUnsaved) {
    return new State(newLot, file, isUnsaved, outcome, idle, recoverable, written);
  }

  State withFile(Optional<Path> newFile, boolean isUnsaved) {
    return new State(lot, newFile, isUnsaved, outcome, idle, recoverable, written);
  }

  State withInputs(List<Lot.Input> inputs) {
    return inputs.equals(lot.inputs())
        ? this
        : new State(lot.withInputs(inputs), file, unsaved, outcome, idle, recoverable, written);
  }

  State withOutcome(Optional<Outcome> newOutcome) {
    return new State(lot, file, unsaved, newOutcome, idle, recoverable, written);
  }

  State withIdle(Set<String> newIdle) {
    return new State(lot, file, unsaved, outcome, newIdle, recoverable, written);
  }

  State withRecoverable(Optional<Lot> kept) {
    return new State(lot, file, unsaved, outcome, idle, kept, written);
  }

  State withWritten(List<Output.Written> files) {
    return new State(lot, file, unsaved, outcome, idle, recoverable, files);
  }
}
