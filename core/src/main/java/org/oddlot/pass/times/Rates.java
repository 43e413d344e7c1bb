package org.oddlot.pass.times;

import java.util.LinkedHashMap;
import java.util.Map;
import org.oddlot.time.Rational;

/** What times have to be multiplied with where they were counted at another rate. */
final class Rates {
  private static final Map<Rational, String> STRETCHES = stretches();

  private Rates() {}

  private static Map<Rational, String> stretches() {
    var all = new LinkedHashMap<Rational, String>();
    all.put(Rational.ONE, "as they are");
    // Labels that were read as if they were the clock, or drop-frame labels as if they were not.
    all.put(Rational.of(1001, 1000), "slower by 1000/1001, as 24 is to 23.976");
    all.put(Rational.of(1000, 1001), "faster by 1001/1000, as 23.976 is to 24");
    all.put(Rational.of(25, 24), "slower by 24/25, as 25 is to 24");
    all.put(Rational.of(24, 25), "faster by 25/24, as 24 is to 25");
    all.put(Rational.of(1001, 960), "slower, as 25 is to 23.976");
    all.put(Rational.of(960, 1001), "faster, as 23.976 is to 25");
    all.put(Rational.of(6, 5), "slower by 5/6, as 30 is to 25");
    all.put(Rational.of(5, 6), "faster by 6/5, as 25 is to 30");
    return all;
  }

  /** All of them, no change first. */
  static Iterable<Rational> all() {
    return STRETCHES.keySet();
  }

  /** What one of them means. */
  static String inWords(Rational stretch) {
    return STRETCHES.getOrDefault(stretch, "stretched by " + stretch.toDecimal(6));
  }
}
