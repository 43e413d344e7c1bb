package org.oddlot.pass.sync;

import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.sound.Recording;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/** How recorders' clocks are put right, as far as a person said so. */
final class Clocks {
  private static final Rational DAY = Rational.of(86_400);

  private final Map<String, RecorderAnswer> late = new HashMap<>();
  private final Map<String, Long> days = new HashMap<>();
  private final Map<String, TimecodeBasis> bases = new HashMap<>();

  /** As nobody said anything. */
  static final Clocks AS_SAID = new Clocks();

  private Clocks() {}

  /** This, and what people said about these findings: what they chose, else what is proposed. */
  Clocks and(Collection<RecorderFinding> findings, Answers answers) {
    var more = copy();
    for (RecorderFinding finding : findings) {
      answers
          .decision(finding.id())
          .filter(Decision::isAccepted)
          .map(said -> said.chosen().isEmpty() ? finding.proposed() : said.chosen())
          .filter(chosen -> !chosen.isEmpty())
          .map(RecorderAnswer.CODEC::decode)
          .ifPresent(answer -> more.say(finding.recorder(), answer));
    }
    return more;
  }

  /** This, and what was ordered. */
  Clocks and(Collection<ClockInstruction> instructions) {
    var more = copy();
    instructions.forEach(each -> more.say(each.recorder(), each.answer()));
    return more;
  }

  /** This, and what was said of one recorder. */
  Clocks and(String recorder, RecorderAnswer answer) {
    var more = copy();
    more.say(recorder, answer);
    return more;
  }

  private Clocks copy() {
    var more = new Clocks();
    more.late.putAll(late);
    more.bases.putAll(bases);
    more.days.putAll(days);
    return more;
  }

  private void say(String recorder, RecorderAnswer answer) {
    switch (answer) {
      case RecorderAnswer.Late said -> late.put(recorder, said);
      case RecorderAnswer.About said -> late.put(recorder, said);
      case RecorderAnswer.Line said -> late.put(recorder, said);
      case RecorderAnswer.AsHeard said -> late.put(recorder, said);
      case RecorderAnswer.Dated said -> days.put(recorder, said.days());
      case RecorderAnswer.Compared said -> bases.put(recorder, said.basis());
    }
  }

  /** How much later a recording's clock is than the pictures', in samples. */
  Rational late(Recording recording) {
    return switch (late.get(recording.recorder())) {
      case RecorderAnswer.Late said -> Rational.of(said.samples());
      case RecorderAnswer.About said -> Rational.of(said.samples());
      case RecorderAnswer.Line said ->
          recording
              .first()
              .reference()
              .orElseThrow()
              .seconds()
              .dividedBy(DAY)
              .times(said.perDay())
              .plus(Rational.of(said.samples()));
      case null, default -> Rational.ZERO;
    };
  }

  /** How many days earlier than it is dated a recording was made. */
  long days(Recording recording) {
    return days.getOrDefault(recording.recorder(), 0L);
  }

  /** Whether it was said by how many days a recorder is dated off. */
  boolean hasDays(String recorder) {
    return days.containsKey(recorder);
  }

  /** Whether a recorder's clock is known to a second or so only. */
  boolean isAbout(String recorder) {
    return late.get(recorder) instanceof RecorderAnswer.About;
  }

  /** Whether each of a recorder's recordings lies where it was heard. */
  boolean isAsHeard(String recorder) {
    return late.get(recorder) instanceof RecorderAnswer.AsHeard;
  }

  /** How a recording's timecode is compared with a picture's. */
  TimecodeBasis basis(Recording recording, FrameRate picture) {
    return TimecodeBasis.matters(picture, recording.first())
        ? Optional.ofNullable(bases.get(recording.recorder())).orElse(TimecodeBasis.LABELS)
        : TimecodeBasis.LABELS;
  }

  /** Whether it was said how a recorder's timecode is to be compared. */
  boolean hasBasis(String recorder) {
    return bases.containsKey(recorder);
  }

  /** Whether it was said how late a recorder is. */
  boolean hasLate(String recorder) {
    return late.containsKey(recorder);
  }
}
