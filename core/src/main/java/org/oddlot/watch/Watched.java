package org.oddlot.watch;

import java.nio.file.Path;
import java.time.Duration;
import org.oddlot.pass.RunSheet;

/**
 * What is watched, and what is done with what arrives.
 *
 * @param in the folder in which exports and papers arrive
 * @param out the folder that is written to; it may lie in the other one
 * @param sheet the passes that are run
 * @param sheetName what people call it
 * @param quiet how long nothing of a job has to change before it is taken
 */
public record Watched(Path in, Path out, RunSheet sheet, String sheetName, Duration quiet) {
  /** Where the lots of jobs lie that wait for somebody. */
  public Path waiting() {
    return out.resolve("waiting");
  }

  /** Where the lot of a job lies while it waits. */
  public Path waitingLot(String job) {
    return waiting().resolve(job + org.oddlot.lot.LotFile.EXTENSION);
  }

  /** Where what is written of a job lies. */
  public Path written(String job) {
    return out.resolve(job);
  }
}
