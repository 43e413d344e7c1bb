package org.oddlot.pass.sync;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.oddlot.material.Material;
import org.oddlot.material.MeasuredOffset;
import org.oddlot.material.MediaAtHand;
import org.oddlot.material.Source;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Decision;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Setting;
import org.oddlot.sound.Recording;
import org.oddlot.text.Phrase;

/**
 * Lays the recordings of a day to its pictures by timecode, and makes synced clips of what lies
 * together. Recorders whose clock is late, or counts at another pace than the pictures', are found
 * first. The clips that are there stay as they are.
 */
public final class SyncPass implements Pass<SyncFinding> {
  /** Of a pair that the timecode is right, of a recorder how its clock is. */
  private static final Codec<Object> ANSWERS =
      Codec.of(
          answer ->
              answer instanceof RecorderAnswer of
                  ? RecorderAnswer.CODEC.encode(of)
                  : List.of(PairFinding.AS_TIMECODE),
          words ->
              words.equals(List.of(PairFinding.AS_TIMECODE))
                  ? PairFinding.AS_TIMECODE
                  : RecorderAnswer.CODEC.decode(words));

  /** What becomes of the sound that the picture has itself. */
  public static final Setting<String> CAMERA_SOUND =
      Setting.oneOf("camera_sound", "Camera sound", CameraSound.MUTE.word(), CameraSound.words());

  /** What synced clips are called. */
  public static final Setting<String> NAMES =
      Setting.oneOf(
          "names",
          "Names",
          Synced.AS_THE_PICTURE,
          List.of(Synced.AS_THE_PICTURE, Synced.SCENE_AND_TAKE));

  /** What the bin is called that they go into. */
  public static final Setting<String> BIN =
      Setting.text("bin", "Bin", "Synced", "the bin for synced clips");

  /** Whether recordings without a picture are put into the bin as well. */
  public static final Setting<Boolean> WILD = Setting.yesNo("wild", "Wild sound too", true);

  @Override
  public String id() {
    return "sync";
  }

  @Override
  public String title() {
    return "Sync";
  }

  @Override
  public String question() {
    return "Which sound belongs to which picture?";
  }

  @Override
  public List<Setting<?>> settings() {
    return List.of(CAMERA_SOUND, NAMES, BIN, WILD);
  }

  @Override
  public Analysis<SyncFinding> analyse(Request request) {
    Material material = request.material();
    Answers answers = request.answers();
    Progress progress = request.progress();
    var laying = new Aligner(material);
    progress.check();
    MediaAtHand media = MediaAtHand.of(material);
    Map<Alignment, PairLag> toHear = PairLag.some(laying.asSaid(), media);
    Material unheard = material;
    material = withHeard(unheard, PairLag.heard(toHear, request.measured()));
    boolean hasSound = !material.recordings().isEmpty();
    Map<String, Slate> slates = hasSound ? Slate.ofPictures(material) : Map.of();
    Set<String> done = hasSound ? Synced.pairsIn(material) : Set.of();
    Map<Recording, Slate> named = hasSound ? Slate.ofRecordings(material) : Map.of();
    var recorders = new Recorders(material, laying, slates, named, done);
    var aboutRecorders = new ArrayList<>(recorders.atFirst());
    Map<String, ClockInstruction> ordered = answers.instructions(ClockInstruction.CODEC);
    Clocks clocks = Clocks.AS_SAID.and(aboutRecorders, answers).and(ordered.values());
    newest(ordered).forEach((id, said) -> aboutRecorders.add(RecorderFinding.byHand(id, said)));
    List<RecorderFinding> heard = recorders.byWaveform(clocks);
    Set<String> drifting = recorders.drifting(heard);
    if (!drifting.isEmpty()) {
      // One that runs away says nothing about the pairs that were not heard.
      toHear = PairLag.some(laying.asSaid(), media, drifting);
      material = withHeard(unheard, PairLag.heard(toHear, request.measured()));
      recorders = new Recorders(material, laying, slates, named, done);
      heard = recorders.byWaveform(clocks);
    }
    aboutRecorders.addAll(heard);
    clocks = clocks.and(heard, answers).and(ordered.values());
    progress.check();
    Set<String> known =
        aboutRecorders.stream()
            .filter(finding -> finding.diagnosis().question() != RecorderDiagnosis.Question.RATE)
            .map(RecorderFinding::recorder)
            .collect(Collectors.toSet());
    Map<String, Coverage> coverage = recorders.coverage(clocks);
    List<RecorderFinding> byCoverage = recorders.byCoverage(coverage, known, clocks);
    if (!byCoverage.isEmpty()) {
      aboutRecorders.addAll(byCoverage);
      clocks = clocks.and(byCoverage, answers).and(ordered.values());
      coverage = recorders.coverage(clocks);
    }
    List<Alignment> laid = laying.by(clocks);
    List<SyncFinding> findings = new ArrayList<>(aboutRecorders);
    findings.addAll(
        new Pairs(material, laid, clocks, slates, named, coverage, done).findings(aboutRecorders));
    findings.addAll(UnsyncedSound.findings(material, laid, aboutRecorders));
    return Analysis.of(findings, leftOver(material, laid)).wanting(toHear.values());
  }

  /** Of several instructions about one recorder only the last one holds. */
  private static Map<String, ClockInstruction> newest(Map<String, ClockInstruction> ordered) {
    var byRecorder = new LinkedHashMap<String, String>();
    ordered.forEach((id, said) -> byRecorder.put(said.recorder(), id));
    var newest = new LinkedHashMap<>(ordered);
    newest.keySet().retainAll(byRecorder.values());
    return newest;
  }

  private static Material withHeard(Material material, List<MeasuredOffset> heard) {
    var all = new ArrayList<>(material.all(MeasuredOffset.class));
    all.addAll(heard);
    return material.with(MeasuredOffset.class, all);
  }

  @Override
  public Codec<?> answers() {
    return ANSWERS;
  }

  @Override
  public Optional<Codec<?>> instructions() {
    return Optional.of(ClockInstruction.CODEC);
  }

  @Override
  public boolean concerns(Material material) {
    return !material.recordings().isEmpty();
  }

  /** Pictures without sound, and sound without a picture. */
  private static List<Analysis.Remark> leftOver(Material material, List<Alignment> laid) {
    var remarks = new ArrayList<Analysis.Remark>();
    if (material.recordings().isEmpty()) {
      return remarks;
    }
    Set<Object> together = new HashSet<>();
    laid.forEach(pair -> {
      together.add(pair.picture().id());
      together.add(pair.recording());
    });
    for (Source source : material.sources().all()) {
      if (!material.isSound(source) && !together.contains(source.id())) {
        String why =
            source.startsAtZero() || source.start().isEmpty()
                ? "its start timecode is not known"
                : "no recording was running";
        remarks.add(new Analysis.Remark(source.id(), source.name(), why));
      }
    }
    for (Recording recording : material.recordings()) {
      if (!together.contains(recording) && Aligner.hasStart(recording)) {
        String why =
            Phrase.of(
                "no picture was running%s",
                recording.first().note().isEmpty() ? "" : ": " + recording.first().note());
        remarks.add(new Analysis.Remark(WILD_ID + recording.first().id(), recording.name(), why));
      }
    }
    return remarks;
  }

  /** What the remarks about recordings without a picture begin with. */
  public static final String WILD_ID = "wild:";

  @Override
  public Applied apply(Request request, List<Reviewed<SyncFinding>> accepted) {
    Map<FindingId, Decision> taken = new LinkedHashMap<>();
    Clocks clocks = Clocks.AS_SAID;
    for (Reviewed<SyncFinding> reviewed : accepted) {
      if (reviewed.finding() instanceof RecorderFinding recorder) {
        boolean isNew = request.answers().decision(recorder.id()).isEmpty();
        if (recorder.standing() == Standing.TO_LOOK_AT && isNew) {
          taken.put(recorder.id(), Decision.accept());
        }
        Optional<RecorderAnswer> answer = reviewed.answer(RecorderAnswer.CODEC);
        if (answer.isPresent()) {
          clocks = clocks.and(recorder.recorder(), answer.get());
        }
      }
    }
    if (!taken.isEmpty()) {
      // Clocks that are taken with all else: what lies together then was not seen before.
      return withClocks(request, taken);
    }
    var synced = new Synced(request.material(), request.settings());
    for (Reviewed<SyncFinding> reviewed : accepted) {
      request.progress().check();
      if (reviewed.finding() instanceof PairFinding pair && pair.isLaid(reviewed.chosen())) {
        synced.add(pair.alignment(), reviewed.reason());
      }
    }
    clocks = clocks.and(request.answers().instructions(ClockInstruction.CODEC).values());
    return synced.applied(new Aligner(request.material()).by(clocks));
  }

  private Applied withClocks(Request request, Map<FindingId, Decision> taken) {
    Map<FindingId, Decision> decisions = new LinkedHashMap<>(request.answers().decisions());
    decisions.putAll(taken);
    var answers = new Answers(decisions, request.answers().instructions());
    Analysis<SyncFinding> again =
        analyse(new Request(request.material(), request.settings(), answers, request.progress()));
    var synced = new Synced(request.material(), request.settings());
    var laid = new ArrayList<Alignment>();
    for (SyncFinding finding : again.findings()) {
      if (finding instanceof PairFinding pair) {
        Optional<Decision> said = answers.decision(pair.id());
        boolean isTaken = said.map(Decision::isAccepted).orElse(pair.standing() != Standing.OPEN);
        laid.add(pair.alignment());
        if (isTaken && pair.isLaid(said.map(Decision::chosen).orElse(List.of()))) {
          synced.add(pair.alignment(), pair.reason());
        }
      }
    }
    return synced.applied(laid);
  }
}
