package org.oddlot.pass;

import java.util.List;

/**
 * How many findings of a pass stand how.
 *
 * @param settled safe or accepted
 * @param toLookAt for a person
 * @param open without anything that fits
 * @param declined refused
 */
public record Tally(int settled, int toLookAt, int open, int declined) {

  /** The tally of these findings. */
  public static Tally of(List<Judged> judged) {
    var counts = new int[Standing.values().length];
    for (Judged finding : judged) {
      switch (finding.standing()) {
        case SETTLED -> counts[0]++;
        case TO_LOOK_AT -> counts[1]++;
        case OPEN -> counts[2]++;
        case DECLINED -> counts[3]++;
      }
    }
    return new Tally(counts[0], counts[1], counts[2], counts[3]);
  }

  /** How many of that standing. */
  public int of(Standing standing) {
    return switch (standing) {
      case SETTLED -> settled;
      case TO_LOOK_AT -> toLookAt;
      case OPEN -> open;
      case DECLINED -> declined;
    };
  }

  /** Whether something needs a person. */
  public boolean needsAPerson() {
    return toLookAt > 0 || open > 0;
  }
}
