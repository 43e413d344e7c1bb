package org.oddlot.lot;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/**
 * Keeps what was decided safe between two savings: beside {@code day1.oddlot} there is {@code
 * .day1.oddlot.unsaved} from the first decision to the next saving. If it is there when the lot is
 * opened, the program was cut off, and the decisions can be had back.
 */
public final class Autosave {
  private final Path lotFile;
  private final Path unsaved;

  /** The autosave of the lot that is, or will be, saved at {@code lotFile}. */
  public Autosave(Path lotFile) {
    this.lotFile = lotFile.toAbsolutePath();
    this.unsaved = this.lotFile.resolveSibling("." + this.lotFile.getFileName() + ".unsaved");
  }

  /** Keeps the present state. */
  public void keep(Lot lot) throws IOException {
    LotFile.save(lot, unsaved);
  }

  /** The lot was saved, or its changes are not wanted: there is nothing to be had back. */
  public void forget() throws IOException {
    Files.deleteIfExists(unsaved);
  }

  /** What can be had back: the state that was kept, where it says something else than the lot. */
  public Optional<Lot> recoverable() {
    try {
      if (!Files.exists(unsaved)) {
        return Optional.empty();
      }
      Lot kept = LotFile.open(unsaved).lot();
      if (Files.exists(lotFile) && LotFile.open(lotFile).lot().equals(kept)) {
        return Optional.empty();
      }
      return Optional.of(kept);
    } catch (IOException e) {
      return Optional.empty();
    }
  }
}
