package org.oddlot.pass.sync;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.material.Material;
import org.oddlot.material.MeasuredOffset;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Sentence;
import org.oddlot.pass.Standing;
import org.oddlot.sound.Recording;
import org.oddlot.sound.SoundFile;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/** Judges pictures and recordings that lie together. */
final class Pairs {

  private final List<Alignment> laid;
  private final Clocks clocks;
  private final Map<String, Slate> slates;
  private final Map<String, MeasuredOffset> offsets = new HashMap<>();
  private final Map<Recording, Slate> named;
  private final Map<String, Coverage> coverage;
  private final Set<String> inStep = new HashSet<>();
  private final Set<String> done;
  private final Map<Recording, List<Alignment>> byRecording = new HashMap<>();
  private final Set<Alignment> twice = Collections.newSetFromMap(new IdentityHashMap<>());

  Pairs(
      Material material,
      List<Alignment> laid,
      Clocks clocks,
      Map<String, Slate> slates,
      Map<Recording, Slate> named,
      Map<String, Coverage> coverage,
      Set<String> done) {
    this.laid = laid;
    this.clocks = clocks;
    this.named = named;
    this.coverage = coverage;
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
    byBoth.values().forEach(this::findTwice);
  }

  /**
   * In the order in which they begin: what lies over any before it lies over that of them which
   * ends last.
   */
  private void findTwice(List<Alignment> together) {
    if (together.size() < 2) {
      return;
    }
    List<Shared> inOrder =
        together.stream()
            .map(each ->
                new Shared(each, each.sharedFrom(), each.sharedFrom() + each.sharedSeconds()))
            .sorted(Comparator.comparingDouble(Shared::from))
            .toList();
    double frame = together.getFirst().rate().frameDuration().toDouble();
    Shared longest = inOrder.getFirst();
    for (Shared each : inOrder.subList(1, inOrder.size())) {
      if (Math.min(longest.to, each.to) - each.from > frame) {
        twice.add(longest.pair);
        twice.add(each.pair);
      }
      longest = each.to > longest.to ? each : longest;
    }
  }

  /** When picture and recording are there together, in seconds of the picture. */
  private record Shared(Alignment pair, double from, double to) {}

  List<PairFinding> findings(List<RecorderFinding> aboutRecorders) {
    Set<String> doubtful = new HashSet<>();
    for (RecorderFinding finding : aboutRecorders) {
      if (finding.standing() != Standing.SETTLED && !isAnswered(finding)) {
        doubtful.add(finding.recorder());
      } else if (finding.isByWaveform()) {
        inStep.add(finding.recorder());
      }
    }
    return laid.stream().map(pair -> finding(pair, doubtful)).toList();
  }

  private boolean isAnswered(RecorderFinding finding) {
    return switch (finding.diagnosis().question()) {
      case RATE -> clocks.hasBasis(finding.recorder());
      case DATE -> clocks.hasDays(finding.recorder());
      default -> clocks.hasLate(finding.recorder());
    };
  }

  private PairFinding finding(Alignment said, Set<String> doubtful) {
    Optional<MeasuredOffset> heard = Optional.ofNullable(offsets.get(said.pair()));
    Alignment pair = placed(said, heard);
    Optional<String> witness = witness(said, heard);
    Coverage all = coverage.get(said.recording().recorder());
    boolean byChance = witness.isEmpty() && all != null && all.isChance();
    Optional<PairDoubt> doubt = doubt(said, heard, doubtful);
    if (doubt.isEmpty() && witness.isEmpty()) {
      doubt =
          Optional.of(
              byChance
                  ? new PairDoubt.ByChance(said.recording().recorder())
                  : new PairDoubt.TimecodeAlone(pair.cover()));
    }
    boolean isLeft = byChance || doubt.filter(PairDoubt::leaves).isPresent();
    boolean isDone = done.contains(pair.pair());
    Sentence words =
        isDone
            ? new Sentence("synced already", "a synced clip of the two is there")
            : doubt
                .map(PairDoubt::inWords)
                .orElseGet(() ->
                    Sentence.of(
                        pair.cover() + " %",
                        "timecode agrees, %d %% of the picture has sound%s",
                        pair.cover(),
                        witness.map(w -> ", " + w).orElse("")));
    return new PairFinding(
        pair,
        said,
        heard,
        isDone,
        !isDone && doubt.filter(PairDoubt::isRough).isPresent(),
        doubt.isEmpty() || isDone ? Standing.SETTLED : isLeft ? Standing.OPEN : Standing.TO_LOOK_AT,
        words.headline(),
        words.reason(),
        evidence(said, heard));
  }

  /** Where a pair is laid: what was heard clearly, and is not as the timecode says, is believed. */
  private Alignment placed(Alignment said, Optional<MeasuredOffset> heard) {
    return heard
        .filter(offset -> isOff(said, offset) || clocks.isAsHeard(said.recording().recorder()))
        .map(offset -> said.shifted(Rational.of(offset.sample()).minus(said.first())))
        .orElse(said);
  }

  private static boolean isOff(Alignment said, MeasuredOffset heard) {
    long frame = said.samplesPerFrame().rounded(RoundingMode.CEILING);
    return Math.abs(said.late(heard)) * 2 > frame;
  }

  /** What else than the timecode says that a recording belongs to a picture. */
  private Optional<String> witness(Alignment pair, Optional<MeasuredOffset> heard) {
    if (agrees(pair) == Agreement.YES) {
      return Optional.of("scene and take agree");
    }
    if (heard.isPresent()
        && (!isOff(pair, heard.get()) || clocks.isAsHeard(pair.recording().recorder()))) {
      return Optional.of("heard");
    }
    if (inStep.contains(pair.recording().recorder())) {
      return Optional.of("the recorder is in step by waveform");
    }
    Coverage all = coverage.get(pair.recording().recorder());
    return all != null && all.confirms()
        ? Optional.of(
            Phrase.of(
                "only so %,d of %,d pictures have all of their sound", all.now(), all.touched()))
        : Optional.empty();
  }

  private Optional<PairDoubt> doubt(
      Alignment pair, Optional<MeasuredOffset> heard, Set<String> doubtful) {
    Recording recording = pair.recording();
    String recorder = recording.recorder();
    if (doubtful.contains(recorder)) {
      return Optional.of(new PairDoubt.ClockInQuestion(recorder));
    }
    if (clocks.isAsHeard(recorder) && heard.isEmpty()) {
      return Optional.of(new PairDoubt.NotHeard());
    }
    if (clocks.isAbout(recorder) && heard.isEmpty()) {
      return Optional.of(new PairDoubt.ToAboutASecond(recorder));
    }
    if (twice.contains(pair)) {
      return Optional.of(new PairDoubt.TwoAtOnce(recorder));
    }
    Slate picture = slates.get(pair.picture().id());
    if (agrees(pair) == Agreement.NO && picture != null) {
      return Optional.ofNullable(named.get(recording))
          .map(slate -> new PairDoubt.OtherTake(slate, picture));
    }
    return heard
        .filter(offset -> isOff(pair, offset) && !clocks.isAsHeard(recorder))
        .map(offset ->
            new PairDoubt.WaveformDisagrees(pair.late(offset) / pair.samplesPerFrame().toDouble()));
  }

  private enum Agreement {
    YES,
    NO,
    UNKNOWN
  }

  /** A long recording is called after one of the takes that it goes through. */
  private Agreement agrees(Alignment pair) {
    Optional<Slate> sound = Optional.ofNullable(named.get(pair.recording()));
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
            Phrase.number(pair.firstSample()),
            Phrase.number(pair.offsetFrames()) + " f + " + pair.offsetSamples()));
    evidence.add(new Evidence("cover", pair.cover() + " %", ""));
    Optional.ofNullable(named.get(pair.recording()))
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
            "by waveform",
            heard.map(pair::late).map(pair::inFrames).orElse("not heard"),
            heard.map(pair::late).map(r -> Phrase.number(r) + " samples").orElse("")));
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
