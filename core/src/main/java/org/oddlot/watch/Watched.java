package org.oddlot.watch;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;
import java.util.stream.Stream;
import org.oddlot.lot.LotFile;
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
  private static final String WAITING = "waiting";

  /** Where the lots of jobs lie that wait for somebody. */
  Path waiting() {
    return out.resolve(WAITING);
  }

  /** Where the lot of a job lies while it waits. */
  Path waitingLot(String job) {
    return waiting().resolve(job + LotFile.EXTENSION);
  }

  /** Where the lot of a job lies that was written, beside what was written of it. */
  Path writtenLot(String job) {
    return out.resolve(job).resolve(job + LotFile.EXTENSION);
  }

  /**
   * The lot of a job: of one that waits, else of what was written; empty where there is none.
   *
   * @param out the folder that is written to
   */
  public static Optional<Path> lot(Path out, String job) {
    return Stream.of(WAITING, job)
        .map(folder -> out.resolve(folder).resolve(job + LotFile.EXTENSION))
        .filter(Files::exists)
        .findFirst();
  }
}
