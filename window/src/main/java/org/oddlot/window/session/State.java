package org.oddlot.window.session;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.oddlot.lot.Lot;
import org.oddlot.lot.Output;
import org.oddlot.pass.Outcome;

/**
 * All that the window shows, at one moment.
 *
 * @param lot the open lot; one without files if nothing is open
 * @param file where it is saved, if it is
 * @param unsaved whether it differs from what is saved
 * @param outcome what came of the last run
 * @param recoverable decisions of a session that was cut off
 * @param written the files that were written last
 */
public record State(
    Lot lot,
    Optional<Path> file,
    boolean unsaved,
    Optional<Outcome> outcome,
    Optional<Lot> recoverable,
    List<Output.Written> written) {

  /** Nothing is open. */
  static final State NOTHING =
      new State(
          Lot.empty("Untitled lot"),
          Optional.empty(),
          false,
          Optional.empty(),
          Optional.empty(),
          List.of());

  public State {
    written = List.copyOf(written);
  }

  /** Whether nothing is open. */
  public boolean isEmpty() {
    return lot.inputs().isEmpty() && file.isEmpty();
  }

  State withLot(Lot newLot, boolean isUnsaved) {
    return new State(newLot, file, isUnsaved, outcome, recoverable, written);
  }

  State withFile(Optional<Path> newFile, boolean isUnsaved) {
    return new State(lot, newFile, isUnsaved, outcome, recoverable, written);
  }

  State withInputs(List<Lot.Input> inputs) {
    return inputs.equals(lot.inputs())
        ? this
        : new State(lot.withInputs(inputs), file, unsaved, outcome, recoverable, written);
  }

  State withOutcome(Outcome newOutcome) {
    return new State(lot, file, unsaved, Optional.of(newOutcome), recoverable, written);
  }

  State withRecoverable(Optional<Lot> kept) {
    return new State(lot, file, unsaved, outcome, kept, written);
  }

  State withWritten(List<Output.Written> files) {
    return new State(lot, file, unsaved, outcome, recoverable, files);
  }
}
