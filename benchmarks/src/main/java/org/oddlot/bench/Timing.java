package org.oddlot.bench;

import java.io.IOException;
import java.util.Arrays;

/**
 * Times work: ten runs that do not count, for the compiler to have its time, and the median of
 * those that do.
 */
final class Timing {
  private static final int WARM_UP = 10;

  private Timing() {}

  /** What is timed. */
  interface Work {
    void run() throws IOException;
  }

  /** The median of so many runs, in seconds. */
  static double median(int runs, Work work) throws IOException {
    double[] times = new double[runs];
    for (int run = -WARM_UP; run < runs; run++) {
      long start = System.nanoTime();
      work.run();
      if (run >= 0) {
        times[run] = (System.nanoTime() - start) / 1e9;
      }
    }
    Arrays.sort(times);
    return times[runs / 2];
  }
}
