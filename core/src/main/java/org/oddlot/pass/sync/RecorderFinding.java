package org.oddlot.pass.sync;

import java.util.List;
import java.util.Optional;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Standing;

/**
 * A recorder whose clock is late or counts otherwise than the pictures'.
 *
 * @param recorder whose clock it is
 * @param what what is in question, one word
 * @param standing settled where it is in step
 * @param headline in a few words
 * @param reason in a sentence
 * @param choices how it can be put right
 * @param proposed the ids of what is proposed
 * @param evidence what it rests on
 */
public record RecorderFinding(
    String recorder,
    String what,
    Standing standing,
    String headline,
    String reason,
    List<Choice> choices,
    List<String> proposed,
    List<Evidence> evidence)
    implements SyncFinding {
  private static final String PREFIX = "sync:recorder:";
  private static final String HAND = "hand";
  private static final String LATE = "late ";

  public RecorderFinding {
    choices = List.copyOf(choices);
    proposed = List.copyOf(proposed);
    evidence = List.copyOf(evidence);
  }

  @Override
  public String id() {
    return PREFIX + what + ":" + recorder;
  }

  @Override
  public String title() {
    return recorder;
  }

  /** The choice of a clock that is {@code samples} late; negative where it is early. */
  public static String lateChoice(long samples) {
    return LATE + samples;
  }

  /** How many samples late a choice says that a clock is. */
  static Optional<Long> late(String choice) {
    String number = choice.startsWith(LATE) ? choice.substring(LATE.length()) : "";
    return number.matches("-?\\d{1,12}") ? Optional.of(Long.parseLong(number)) : Optional.empty();
  }

  /** What a decision is called that a person made about a recorder without being asked. */
  public static String byHandId(String recorder) {
    return PREFIX + HAND + ":" + recorder;
  }

  /** What was said by hand, as a finding of its own, so that it is seen and can be taken back. */
  static Optional<RecorderFinding> byHand(String decision) {
    String prefix = PREFIX + HAND + ":";
    return decision.startsWith(prefix)
        ? Optional.of(
            new RecorderFinding(
                decision.substring(prefix.length()),
                HAND,
                Standing.SETTLED,
                "by hand",
                "its clock was put right by hand",
                List.of(),
                List.of(),
                List.of()))
        : Optional.empty();
  }
}
