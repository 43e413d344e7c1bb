package org.oddlot.pass.sync;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Judged;
import org.oddlot.pass.Look;
import org.oddlot.pass.Matter;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Progress;
import org.oddlot.pass.Setting;
import org.oddlot.pass.Settings;
import org.oddlot.pass.Source;
import org.oddlot.sound.Recording;
import org.oddlot.text.Phrase;

/**
 * Lays the recordings of a day to its pictures by timecode, and makes synced clips of what lies
 * together. Recorders whose clock is late, or counts at another pace than the pictures', are found
 * first. The clips that are there stay as they are.
 */
public final class SyncPass implements Pass {

  /** What becomes of the sound that the picture has itself. */
  public static final Setting CAMERA_SOUND =
      new Setting(
          "camera_sound",
          "Camera sound",
          Setting.Kind.ONE_OF,
          CameraSound.MUTE.word(),
          CameraSound.words());

  /** What synced clips are called. */
  public static final Setting NAMES =
      new Setting(
          "names",
          "Names",
          Setting.Kind.ONE_OF,
          Synced.AS_THE_PICTURE,
          List.of(Synced.AS_THE_PICTURE, Synced.SCENE_AND_TAKE));

  /** What the bin is called that they go into. */
  public static final Setting BIN = Setting.text("bin", "Bin", "Synced");

  /** Whether recordings without a picture are put into the bin as well. */
  public static final Setting WILD = Setting.yesNo("wild", "Wild sound into the bin", true);

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
  public List<Setting> settings() {
    return List.of(CAMERA_SOUND, NAMES, BIN, WILD);
  }

  @Override
  public Look look(
      Matter matter, Settings settings, Map<String, Decision> decisions, Progress progress) {
    var laying = new Laying(matter);
    progress.check();
    boolean hasSound = !matter.recordings().isEmpty();
    Map<String, Slate> slates = hasSound ? Slate.ofPictures(matter) : Map.of();
    Set<String> done = hasSound ? Synced.pairsIn(matter) : Set.of();
    var recorders = new Recorders(matter, laying, slates, done);
    var aboutRecorders = new ArrayList<>(recorders.atFirst());
    decisions.keySet().forEach(id -> RecorderFinding.byHand(id).ifPresent(aboutRecorders::add));
    Clocks clocks = Clocks.AS_SAID.and(aboutRecorders, decisions);
    List<RecorderFinding> heard = recorders.byEar(clocks);
    aboutRecorders.addAll(heard);
    clocks = clocks.and(heard, decisions);
    progress.check();
    List<Laid> laid = laying.by(clocks);
    List<SyncFinding> findings = new ArrayList<>(aboutRecorders);
    findings.addAll(new Pairs(matter, laid, clocks, slates, done).findings(aboutRecorders));
    return new Look(List.copyOf(findings), leftOver(matter, laid));
  }

  /** Pictures without sound, and sound without a picture. */
  private static List<Look.Remark> leftOver(Matter matter, List<Laid> laid) {
    var remarks = new ArrayList<Look.Remark>();
    if (matter.recordings().isEmpty()) {
      return remarks;
    }
    Set<Object> together = new HashSet<>();
    laid.forEach(pair -> {
      together.add(pair.picture().id());
      together.add(pair.recording());
    });
    for (Source source : matter.sources().all()) {
      if (!matter.isSound(source) && !together.contains(source.id())) {
        String why =
            source.startsAtZero() || source.start().isEmpty()
                ? "its start timecode is not known"
                : "no recording was running";
        remarks.add(new Look.Remark(source.id(), source.name(), why));
      }
    }
    for (Recording recording : matter.recordings()) {
      if (!together.contains(recording)) {
        String why =
            recording.first().reference().isEmpty()
                ? "its file does not say when it begins"
                : Phrase.of(
                    "no picture was running%s",
                    recording.first().note().isEmpty() ? "" : ": " + recording.first().note());
        remarks.add(new Look.Remark(WILD_ID + recording.first().id(), recording.name(), why));
      }
    }
    return remarks;
  }

  /** What the remarks about recordings without a picture begin with. */
  public static final String WILD_ID = "wild:";

  @Override
  public Applied apply(Matter matter, Settings settings, List<Judged> accepted, Progress progress) {
    Map<String, Judged> pairs = new LinkedHashMap<>();
    var recorders = new ArrayList<Map.Entry<RecorderFinding, List<String>>>();
    for (Judged judged : accepted) {
      switch ((SyncFinding) judged.finding()) {
        case PairFinding pair -> {
          if (!pair.isDone()) {
            pairs.put(pair.id(), judged);
          }
        }
        case RecorderFinding recorder -> recorders.add(Map.entry(recorder, judged.chosen()));
      }
    }
    // What is accepted with the pairs moves them, also where it was only proposed while looking.
    List<Laid> laid = new Laying(matter).by(Clocks.AS_SAID.and(recorders));
    var synced = new Synced(matter, settings);
    for (Laid pair : laid) {
      progress.check();
      Judged judged = pairs.get(PairFinding.id(pair));
      if (judged != null) {
        synced.add(pair, judged.reason());
      }
    }
    return synced.applied(laid);
  }
}
