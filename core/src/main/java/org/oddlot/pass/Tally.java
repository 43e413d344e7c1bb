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
    int settled = 0;
    int toLookAt = 0;
    int open = 0;
    int declined = 0;
    for (Reviewed<?> each : reviewed) {
      switch (each.standing()) {
        case SETTLED -> settled++;
        case TO_LOOK_AT -> toLookAt++;
        case OPEN -> open++;
        case DECLINED -> declined++;
      }
    }
    return new Tally(settled, toLookAt, open, declined);
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
