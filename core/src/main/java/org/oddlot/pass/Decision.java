package org.oddlot.pass;

import java.util.List;

/**
 * What a person said about a finding.
 *
 * @param verdict yes or no
 * @param chosen the ids of what it was accepted as, which need not be among the choices; empty for
 *     what is proposed
 */
public record Decision(Verdict verdict, List<String> chosen) {

  /** Yes or no. */
  public enum Verdict {
    ACCEPTED,
    DECLINED
  }

  public Decision {
    chosen = List.copyOf(chosen);
  }

  /** Accepted as proposed. */
  public static Decision accept() {
    return new Decision(Verdict.ACCEPTED, List.of());
  }

  /** Accepted as these choices. */
  public static Decision accept(List<String> chosen) {
    return new Decision(Verdict.ACCEPTED, chosen);
  }

  /** Declined. */
  public static Decision decline() {
    return new Decision(Verdict.DECLINED, List.of());
  }

  /** Whether it says yes. */
  public boolean isAccepted() {
    return verdict == Verdict.ACCEPTED;
  }
}
