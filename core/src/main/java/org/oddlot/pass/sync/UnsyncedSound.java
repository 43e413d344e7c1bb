package org.oddlot.pass.sync;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.oddlot.material.Material;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Standing;
import org.oddlot.sound.Recording;
import org.oddlot.text.Phrase;

/**
 * Recordings that lie at no picture and should. What a recorder recorded beside its other takes is
 * wild; what does not say when it begins, or comes from a recorder whose sounds lie at hardly any
 * picture, is a person's.
 */
final class UnsyncedSound {
  /** What of a recorder's sounds must lie at pictures for the others to be wild. */
  private static final double USUAL = 0.25;

  private UnsyncedSound() {}

  static List<LooseFinding> findings(
      Material material, List<Alignment> laid, List<RecorderFinding> aboutRecorders) {
    Set<Recording> together = new HashSet<>();
    laid.forEach(pair -> together.add(pair.recording()));
    Map<String, int[]> counts = new HashMap<>();
    for (Recording recording : material.recordings()) {
      int[] its = counts.computeIfAbsent(recording.recorder(), _ -> new int[2]);
      its[0]++;
      its[1] += together.contains(recording) ? 1 : 0;
    }
    Set<String> asked = new HashSet<>();
    aboutRecorders.stream()
        .filter(finding -> finding.standing() != Standing.SETTLED)
        .forEach(finding -> asked.add(finding.recorder()));
    boolean hasPictures =
        material.sources().all().stream().anyMatch(source -> !material.isSound(source));
    var findings = new ArrayList<LooseFinding>();
    for (Recording recording : material.recordings()) {
      if (together.contains(recording)) {
        continue;
      }
      int[] its = counts.getOrDefault(recording.recorder(), new int[] {1, 0});
      if (!Aligner.hasStart(recording)) {
        boolean zero = recording.first().reference().isPresent();
        findings.add(
            finding(
                recording,
                zero ? "starts at zero" : "no start",
                (zero
                        ? "its file says that it begins at midnight to the sample, as a recorder"
                            + " does that was never set"
                        : "its file does not say when it begins")
                    + "; sync it by its slate, or leave it"));
      } else if (hasPictures && its[1] < USUAL * its[0] && !asked.contains(recording.recorder())) {
        findings.add(
            finding(
                recording,
                "at no picture",
                Phrase.of(
                    "%,d of the %,d sounds of %s lie at a picture: its clock or its date may be"
                        + " wrong; say how late it is, or leave them as wild sound",
                    its[1], its[0], recording.recorder())));
      }
    }
    return findings;
  }

  private static LooseFinding finding(Recording recording, String headline, String reason) {
    var evidence = new ArrayList<Evidence>();
    recording.first().day().ifPresent(day -> evidence.add(new Evidence("dated", day + "", "")));
    Slate.of(recording).ifPresent(s -> evidence.add(new Evidence("slate", s.toString(), "")));
    evidence.add(new Evidence("file", recording.first().name(), ""));
    return new LooseFinding(recording, headline, reason, evidence);
  }
}
