package org.oddlot.pass;

import java.util.List;

/**
 * What a person answered to a finding. What was chosen is kept as the pass's {@link Codec} writes
 * it, so that a lot can hold the answers of passes that are not there.
 *
 * @param verdict yes or no
 * @param chosen what it was accepted as; empty for what is proposed
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

  /** Accepted as this. */
  public static <T> Decision accept(Codec<T> codec, T answer) {
    return accept(codec.encode(answer));
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
