package org.oddlot.pass.sync;

import java.util.List;
import java.util.Optional;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;

/**
 * A recorder whose clock is late or counts otherwise than the pictures'.
 *
 * @param recorder whose clock it is
 * @param diagnosis what is known of it
 * @param standing settled where it is in step
 * @param choices how it can be put right
 * @param proposed the ids of what is proposed
 * @param evidence what it rests on
 * @param instruction what was ordered by hand and is shown by this; empty for what was found
 */
public record RecorderFinding(
    String recorder,
    RecorderDiagnosis diagnosis,
    Standing standing,
    List<Choice> choices,
    List<String> proposed,
    List<Evidence> evidence,
    Optional<String> instruction)
    implements SyncFinding {
  RecorderFinding(
      String recorder,
      RecorderDiagnosis diagnosis,
      Standing standing,
      List<Choice> choices,
      List<String> proposed,
      List<Evidence> evidence) {
    this(recorder, diagnosis, standing, choices, proposed, evidence, Optional.empty());
  }

  public RecorderFinding {
    choices = List.copyOf(choices);
    proposed = List.copyOf(proposed);
    evidence = List.copyOf(evidence);
  }

  @Override
  public FindingId id() {
    return FindingId.of("sync", "recorder", diagnosis.question().word(), recorder);
  }

  @Override
  public String headline() {
    return diagnosis.inWords().headline();
  }

  @Override
  public String reason() {
    return diagnosis.inWords().reason();
  }

  @Override
  public String title() {
    return recorder;
  }

  /** Whether it was found by waveform. */
  boolean isByWaveform() {
    return diagnosis.question() == RecorderDiagnosis.Question.WAVEFORM;
  }

  /** Whether its recordings can only be laid where each was heard, as no one shift fits them. */
  boolean drifts() {
    return choices.stream()
        .anyMatch(choice -> choice.id().equals(new RecorderAnswer.AsHeard().written()));
  }

  /** The choice of a clock that is {@code samples} late; negative where it is early. */
  static String lateChoice(long samples) {
    return new RecorderAnswer.Late(samples).written();
  }

  @Override
  public Optional<String> problem(List<String> chosen) {
    return Optional.empty();
  }

  /** What was ordered by hand, as a finding of its own, so that it is seen and can be withdrawn. */
  static RecorderFinding byHand(String instruction, ClockInstruction said) {
    return new RecorderFinding(
        said.recorder(),
        new RecorderDiagnosis.ByHand(said.answer()),
        Standing.SETTLED,
        List.of(),
        List.of(),
        List.of(),
        Optional.of(instruction));
  }
}
