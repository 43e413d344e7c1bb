package org.oddlot.pass.sync;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.material.Material;
import org.oddlot.material.MeasuredOffset;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Standing;
import org.oddlot.sound.Recording;
import org.oddlot.sound.SoundFile;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;

/** Judges pictures and recordings that lie together. */
final class Pairs {
  private final List<Alignment> laid;
  private final Clocks clocks;
  private final Map<String, Slate> slates;
  private final Map<String, MeasuredOffset> offsets = new HashMap<>();
  private final Set<String> done;
  private final Map<Recording, List<Alignment>> byRecording = new HashMap<>();
  private final Set<Alignment> twice = new HashSet<>();

  Pairs(
      Material material,
      List<Alignment> laid,
      Clocks clocks,
      Map<String, Slate> slates,
      Set<String> done) {
    this.laid = laid;
    this.clocks = clocks;
    this.slates = slates;
    this.done = done;
    material.all(MeasuredOffset.class).forEach(offset -> offsets.put(offset.pair(), offset));
    laid.forEach(
        pair -> byRecording.computeIfAbsent(pair.recording(), _ -> new ArrayList<>()).add(pair));
    findTwice();
  }

  /** Two recordings of one recorder that would be heard over each other. */
  private void findTwice() {
    var byBoth = new HashMap<String, List<Alignment>>();
    for (Alignment pair : laid) {
      byBoth
          .computeIfAbsent(
              MeasuredOffset.pair(pair.picture().id(), pair.recording().recorder()),
              _ -> new ArrayList<>())
          .add(pair);
    }
    for (List<Alignment> together : byBoth.values()) {
      for (int i = 0; i < together.size(); i++) {
        for (int j = i + 1; j < together.size(); j++) {
          Alignment one = together.get(i);
          Alignment other = together.get(j);
          double from = Math.max(one.sharedFrom(), other.sharedFrom());
          double to =
              Math.min(
                  one.sharedFrom() + one.sharedSeconds(),
                  other.sharedFrom() + other.sharedSeconds());
          if (to - from > one.rate().frameDuration().toDouble()) {
            twice.add(one);
            twice.add(other);
          }
        }
      }
    }
  }

  List<PairFinding> findings(List<RecorderFinding> aboutRecorders) {
    Set<String> doubtful = new HashSet<>();
    for (RecorderFinding finding : aboutRecorders) {
      if (finding.standing() != Standing.SETTLED && !isAnswered(finding)) {
        doubtful.add(finding.recorder());
      }
    }
    return laid.stream().map(pair -> finding(pair, doubtful)).toList();
  }

  private boolean isAnswered(RecorderFinding finding) {
    return finding.what().equals(Recorders.RATE)
        ? clocks.hasBasis(finding.recorder())
        : clocks.hasLate(finding.recorder());
  }

  /** Why a pair is for a person to look at: in a few words, and in a sentence. */
  private record Doubt(String headline, String reason) {}

  private PairFinding finding(Alignment pair, Set<String> doubtful) {
    Optional<MeasuredOffset> heard = Optional.ofNullable(offsets.get(pair.pair()));
    Optional<Doubt> doubt = doubt(pair, heard, doubtful);
    boolean isDone = done.contains(pair.pair());
    String settled =
        Phrase.of(
            "timecode agrees, %d %% of the picture has sound%s",
            pair.cover(), agrees(pair) == Agreement.YES ? ", scene and take agree" : "");
    return new PairFinding(
        pair,
        heard,
        isDone,
        doubt.isPresent() && !isDone ? Standing.TO_LOOK_AT : Standing.SETTLED,
        isDone ? "synced already" : doubt.map(Doubt::headline).orElse(pair.cover() + " %"),
        isDone ? "a synced clip of the two is there" : doubt.map(Doubt::reason).orElse(settled),
        evidence(pair, heard));
  }

  private Optional<Doubt> doubt(
      Alignment pair, Optional<MeasuredOffset> heard, Set<String> doubtful) {
    Recording recording = pair.recording();
    if (doubtful.contains(recording.recorder())) {
      return Optional.of(
          new Doubt(
              "clock in question",
              Phrase.of(
                  "the clock of %s is in question; settle that first", recording.recorder())));
    }
    if (twice.contains(pair)) {
      return Optional.of(
          new Doubt(
              "two at once",
              Phrase.of("two recordings of %s lie at the same time", recording.recorder())));
    }
    if (agrees(pair) == Agreement.NO) {
      return Optional.of(
          new Doubt(
              "other take",
              Phrase.of(
                  "the recording is called %s, the picture %s",
                  Slate.of(recording).orElseThrow(), slates.get(pair.picture().id()))));
    }
    long frame = pair.samplesPerFrame().rounded(java.math.RoundingMode.CEILING);
    Optional<Long> residual = heard.map(pair::late).filter(r -> Math.abs(r) * 2 > frame);
    if (residual.isPresent()) {
      return Optional.of(
          new Doubt(
              "off by ear",
              Phrase.of(
                  "by ear the recording is %s %s than by timecode",
                  frames(Math.abs(residual.get()), pair),
                  residual.get() > 0 ? "later" : "earlier")));
    }
    return Optional.empty();
  }

  private static String frames(long samples, Alignment pair) {
    return Phrase.of("%.1f f", samples / pair.samplesPerFrame().toDouble());
  }

  private enum Agreement {
    YES,
    NO,
    UNKNOWN
  }

  /** A long recording is called after one of the takes that it goes through. */
  private Agreement agrees(Alignment pair) {
    Optional<Slate> sound = Slate.of(pair.recording());
    Slate picture = slates.get(pair.picture().id());
    if (sound.isEmpty() || picture == null) {
      return Agreement.UNKNOWN;
    }
    if (sound.get().equals(picture)) {
      return Agreement.YES;
    }
    boolean ofAnother =
        byRecording.getOrDefault(pair.recording(), List.of()).stream()
            .anyMatch(other -> sound.get().equals(slates.get(other.picture().id())));
    return ofAnother ? Agreement.UNKNOWN : Agreement.NO;
  }

  private List<Evidence> evidence(Alignment pair, Optional<MeasuredOffset> heard) {
    SoundFile sound = pair.recording().first();
    var evidence = new ArrayList<Evidence>();
    evidence.add(new Evidence("offset", pair.offsetInWords(), ""));
    evidence.add(
        new Evidence(
            "in samples",
            Long.toString(pair.firstSample()),
            Phrase.of("%d f + %d", pair.offsetFrames(), pair.offsetSamples())));
    evidence.add(new Evidence("cover", pair.cover() + " %", ""));
    Slate.of(pair.recording())
        .ifPresent(slate ->
            evidence.add(
                new Evidence(
                    "slate",
                    slate.toString(),
                    switch (agrees(pair)) {
                      case YES -> "agrees";
                      case NO -> "picture " + slates.get(pair.picture().id());
                      case UNKNOWN -> "";
                    })));
    sound
        .day()
        .ifPresent(day ->
            evidence.add(
                new Evidence(
                    "date",
                    day.toString(),
                    pair.picture()
                        .recorded()
                        .map(d -> d.equals(day) ? "agrees" : "picture " + d)
                        .orElse(""))));
    evidence.add(new Evidence("rates", rates(pair), ""));
    evidence.add(
        new Evidence(
            "by ear",
            heard.map(pair::late).map(r -> frames(r, pair)).orElse("not heard"),
            heard.map(pair::late).map(r -> r + " samples").orElse("")));
    return evidence;
  }

  private static String rates(Alignment pair) {
    SoundFile sound = pair.recording().first();
    FrameRate picture = pair.rate();
    String own = sound.timecodeRate().map(r -> "timecode " + r).orElse("timecode rate not said");
    String pulled =
        sound.isPulled()
            ? Phrase.of(", clock of %d Hz", sound.reference().orElseThrow().sampleRate())
            : "";
    String read = TimecodeBasis.matters(picture, sound) ? "; " + pair.basis().words() : "";
    return Phrase.of(
        "picture %s, sound %d Hz, %s%s%s", picture, sound.sampleRate(), own, pulled, read);
  }
}
