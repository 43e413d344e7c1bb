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
  public static Tally of(List<? extends Reviewed<?>> reviewed) {
    var counts = new int[Standing.values().length];
    reviewed.forEach(finding -> counts[finding.standing().ordinal()]++);
    return new Tally(
        counts[Standing.SETTLED.ordinal()],
        counts[Standing.TO_LOOK_AT.ordinal()],
        counts[Standing.OPEN.ordinal()],
        counts[Standing.DECLINED.ordinal()]);
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

  /** How many need a person: those {@link Standing#needsAPerson()}. */
  public int needing() {
    return toLookAt + open;
  }

  /** Whether something needs a person. */
  public boolean needsAPerson() {
    return needing() > 0;
  }

  /** Whether there is anything at all. */
  public boolean isEmpty() {
    return settled + toLookAt + open + declined == 0;
  }
}
