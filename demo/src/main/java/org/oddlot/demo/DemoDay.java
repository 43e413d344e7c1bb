package org.oddlot.demo;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/**
 * A day of the demo: a lot by itself, and the way through its work.
 *
 * @param job the id of the ready run sheet that it is a demo of
 * @param folder where it lies in the demo's folder; empty for the folder itself
 * @param maker makes it
 * @param tour what is done with it by itself, a line each: {@code station ID}, {@code select TABLE
 *     ROW}, {@code press BUTTON}, {@code choose LIST VALUE}, {@code type FIELD WORDS}, {@code
 *     accept PASS}, {@code picture NAME}, {@code night on}, {@code fold}, {@code report WORDS},
 *     {@code write}, {@code written}, {@code wait}
 */
public record DemoDay(String job, String folder, Maker maker, List<String> tour) {
  public DemoDay {
    tour = List.copyOf(tour);
  }

  /** Makes a day in a folder. */
  @FunctionalInterface
  public interface Maker {
    /** Makes what is not there yet, and gives the lot's file. */
    Path make(Path folder) throws IOException;
  }

  /**
   * Makes it within the demo's folder; what is there already is left as it is.
   *
   * @return the lot's file
   */
  public Path make(Path demo) throws IOException {
    return maker.make(folder.isEmpty() ? demo : demo.resolve(folder));
  }
}
