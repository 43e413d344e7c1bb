package org.oddlot.pass.sync;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.pass.Decision;
import org.oddlot.sound.Recording;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/** How recorders' clocks are put right, as far as a person said so. */
final class Clocks {
  private final Map<String, Long> late = new HashMap<>();
  private final Map<String, Reading> readings = new HashMap<>();

  /** As nobody said anything. */
  static final Clocks AS_SAID = new Clocks();

  private Clocks() {}

  /** This, and what people said about these findings: what they chose, else what is proposed. */
  Clocks and(Collection<RecorderFinding> findings, Map<String, Decision> decisions) {
    var accepted = new ArrayList<Map.Entry<RecorderFinding, List<String>>>();
    for (RecorderFinding finding : findings) {
      Decision decision = decisions.get(finding.id());
      if (decision != null && decision.isAccepted()) {
        accepted.add(
            Map.entry(
                finding, decision.chosen().isEmpty() ? finding.proposed() : decision.chosen()));
      }
    }
    return and(accepted);
  }

  /** This, and what these findings were accepted as. */
  Clocks and(Collection<? extends Map.Entry<RecorderFinding, List<String>>> accepted) {
    var more = new Clocks();
    more.late.putAll(late);
    more.readings.putAll(readings);
    accepted.forEach(each -> more.say(each.getKey().recorder(), each.getValue()));
    return more;
  }

  private void say(String recorder, List<String> chosen) {
    for (String choice : chosen) {
      RecorderFinding.late(choice).ifPresent(samples -> late.put(recorder, samples));
      for (Reading reading : Reading.values()) {
        if (choice.equals(reading.id())) {
          readings.put(recorder, reading);
        }
      }
    }
  }

  /** How much later a recording's clock is than the pictures', in samples. */
  Rational late(Recording recording) {
    return Rational.of(late.getOrDefault(recording.recorder(), 0L));
  }

  /** How a recording's timecode is compared with a picture's. */
  Reading reading(Recording recording, FrameRate picture) {
    return Reading.matters(picture, recording.first())
        ? Optional.ofNullable(readings.get(recording.recorder())).orElse(Reading.LABELS)
        : Reading.LABELS;
  }

  /** Whether it was said how a recorder's timecode is to be compared. */
  boolean hasReading(String recorder) {
    return readings.containsKey(recorder);
  }

  /** Whether it was said how late a recorder is. */
  boolean hasLate(String recorder) {
    return late.containsKey(recorder);
  }
}
