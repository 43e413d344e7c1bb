package org.oddlot.window.sync;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.oddlot.pass.Decision;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.sync.Alignment;
import org.oddlot.pass.sync.ClockInstruction;
import org.oddlot.pass.sync.LooseFinding;
import org.oddlot.pass.sync.PairFinding;
import org.oddlot.pass.sync.RecorderAnswer;
import org.oddlot.pass.sync.RecorderFinding;
import org.oddlot.pass.sync.SyncFinding;
import org.oddlot.pass.sync.SyncPass;
import org.oddlot.text.Phrase;
import org.oddlot.time.Timecode;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.SoundTimes;
import org.oddlot.window.kit.Waves;
import org.oddlot.window.kit.Wording;
import org.oddlot.window.kit.Words;

/** The bench of Sync: pictures and recordings, how they lie, and what is heard of them. */
public final class SyncBench extends FindingsBench<SyncFinding> {
  private static final double COVER_WIDTH = 92;
  private static final double WAVES_WIDTH = 286;

  private final EarPlayer player = new EarPlayer();
  private final Button settle;
  private final Button play;
  private final Button shift;
  private final VBox waves = new VBox(4);
  private @Nullable Alignment shown;

  /** The bench at {@code place}. */
  public SyncBench(Place place) {
    super(
        place,
        new SyncPass(),
        Wording.usual("sync", "pair")
            .where(
                "No sound yet. Add sound rolls in Intake, or export them in the timeline's bins.",
                "Choose a row to see how picture and sound lie together."));
    settle = Actions.button("settle-clocks", "Take the clocks", "C", this::settle);
    play = Actions.button("play", "Hear it", "Space", this::play);
    shift = Actions.button("shift", "Set the clock…", "T", this::typed);
    waves.setId("waves");
    table.column(SyncBench::columns);
    remarks("silent", "sync-silent", "Without sound", r -> !r.about().startsWith(SyncPass.WILD_ID));
    remarks("wild", "sync-wild", "Wild sound", r -> r.about().startsWith(SyncPass.WILD_ID));
    layOut(
        List.of(
            settings(List.of(SyncPass.CAMERA_SOUND, SyncPass.NAMES, SyncPass.BIN, SyncPass.WILD))),
        settle,
        shift);
    settle.managedProperty().bind(settle.visibleProperty());
  }

  /** Recorders first: what is said of them moves their recordings. */
  @Override
  protected void groups() {
    group(NEEDS_YOU);
    group(ALL);
    table.group("recorders", "Recorders", r -> r.finding() instanceof RecorderFinding);
    table.group("pairs", "Pairs", r -> r.finding() instanceof PairFinding);
    table.group("loose", "Not synced", r -> r.finding() instanceof LooseFinding);
    group(DECLINED);
    table.rank(r ->
        (r.standing().needsAPerson() ? 0 : 3)
            + switch (r.finding()) {
              case RecorderFinding _ -> 0;
              case PairFinding _ -> 1;
              case LooseFinding _ -> 2;
            });
  }

  private static void columns(DataTable<Reviewed<SyncFinding>> rows) {
    rows.words("Picture", 74, SyncBench::picture);
    rows.figures("Start", 88, reviewed -> pair(reviewed).map(SyncBench::pictureStart).orElse(""));
    rows.words("Recording", 70, SyncBench::recording);
    rows.figures("Start", 88, reviewed -> pair(reviewed).map(SyncBench::soundStart).orElse(""));
    rows.nodes(
        "How they lie",
        COVER_WIDTH + 12,
        reviewed ->
            pair(reviewed)
                .<Node>map(p -> new CoverStrip(COVER_WIDTH, p.alignment()))
                .orElseGet(Label::new));
    rows.figures("Waveform", 72, reviewed -> pair(reviewed).map(SyncBench::byWaveform).orElse(""));
    rows.words("Why", 140, reviewed -> reviewed.finding().headline(), "quiet");
  }

  private static Optional<PairFinding> pair(Reviewed<SyncFinding> reviewed) {
    return reviewed.finding() instanceof PairFinding pair ? Optional.of(pair) : Optional.empty();
  }

  private static String picture(Reviewed<SyncFinding> reviewed) {
    return switch (reviewed.finding()) {
      case PairFinding pair -> pair.alignment().picture().name();
      case RecorderFinding recorder -> recorder.recorder();
      case LooseFinding _ -> "";
    };
  }

  private static String recording(Reviewed<SyncFinding> reviewed) {
    return switch (reviewed.finding()) {
      case PairFinding pair -> pair.alignment().recording().name();
      case RecorderFinding _ -> "all of them";
      case LooseFinding loose -> loose.recording().name();
    };
  }

  private static String pictureStart(PairFinding pair) {
    return pair.alignment().picture().startLabel().map(Timecode::toString).orElse("");
  }

  private static String soundStart(PairFinding pair) {
    return SoundTimes.start(
        pair.alignment().recording(), pair.alignment().picture().rate().orElseThrow());
  }

  private static String byWaveform(PairFinding pair) {
    return pair.residual().map(pair.alignment()::inFrames).orElse("");
  }

  @Override
  protected String answer() {
    long pictures =
        table.all().stream()
            .flatMap(j -> pair(j).stream())
            .map(p -> p.alignment().picture().id())
            .distinct()
            .count();
    long recordings =
        table.all().stream()
            .flatMap(j -> pair(j).stream())
            .map(p -> p.alignment().recording())
            .distinct()
            .count();
    return Phrase.of(
        "%s, %s",
        Phrase.count((int) pictures, "picture"), Phrase.count((int) recordings, "recording"));
  }

  @Override
  protected void selected(Optional<Reviewed<SyncFinding>> reviewed) {
    player.stop();
    settle.setVisible(!proposedClocks().isEmpty());
    shift.setDisable(reviewed.isEmpty());
  }

  @Override
  protected void showEvidence(Reviewed<SyncFinding> reviewed) {
    super.showEvidence(reviewed);
    if (reviewed.finding() instanceof PairFinding pair) {
      evidence.getChildren().addAll(Words.section("Camera over recorder"), waves, play);
      listen(pair.alignment());
    }
  }

  /** Draws what both hear, once it was read. */
  private void listen(Alignment laid) {
    shown = laid;
    waves.getChildren().setAll(Words.of("Listening…", "quiet"));
    Optional<Path> media = session.mediaOf(laid.picture().id());
    if (media.isEmpty() || laid.recording().first().path().isEmpty()) {
      waves
          .getChildren()
          .setAll(Words.paragraph("The media of one of them is not at hand.", "quiet"));
      return;
    }
    session.aside(() -> EarCheck.of(media.get(), laid), strips -> draw(laid, strips));
  }

  private void draw(Alignment laid, List<EarCheck.Strip> strips) {
    if (!laid.equals(shown)) {
      return;
    }
    waves.getChildren().clear();
    if (strips.isEmpty()) {
      waves.getChildren().add(Words.paragraph("There is no sound to compare.", "quiet"));
    }
    for (EarCheck.Strip strip : strips) {
      var line =
          new HBox(
              8,
              Words.of(strip.name(), "small", "quiet"),
              Words.spring(),
              Words.of(strip.words(), "small", "figures"));
      waves.getChildren().addAll(line, new Waves(WAVES_WIDTH, strip.own(), strip.sound()));
    }
  }

  private List<FindingId> proposedClocks() {
    return table.all().stream()
        .filter(reviewed -> reviewed.finding() instanceof RecorderFinding)
        .filter(reviewed -> reviewed.standing() == Standing.TO_LOOK_AT)
        .filter(reviewed -> !reviewed.finding().proposed().isEmpty())
        .map(reviewed -> reviewed.finding().id())
        .toList();
  }

  private void settle() {
    List<FindingId> clocks = proposedClocks();
    if (!clocks.isEmpty()) {
      session.decide(
          clocks,
          Optional.of(Decision.accept()),
          "took " + Phrase.count(clocks.size(), "clock") + " as proposed");
    }
  }

  private void play() {
    table
        .current()
        .flatMap(SyncBench::pair)
        .ifPresent(pair -> {
          Optional<Path> picture = session.mediaOf(pair.alignment().picture().id());
          Optional<Path> sound = pair.alignment().recording().first().path();
          if (picture.isEmpty() || sound.isEmpty()) {
            session.tell("The media of one of them is not at hand.");
            return;
          }
          session.tell("The camera is left, the recorder right.");
          Thread.ofVirtual()
              .start(() -> {
                if (!player.play(picture.get(), sound.get(), pair.alignment())) {
                  Platform.runLater(() -> session.tell("There is nothing here to play it with."));
                }
              });
        });
  }

  private void typed() {
    table
        .current()
        .ifPresent(reviewed -> {
          String recorder =
              switch (reviewed.finding()) {
                case PairFinding pair -> pair.alignment().recording().recorder();
                case RecorderFinding finding -> finding.recorder();
                case LooseFinding loose -> loose.recording().recorder();
              };
          table.all().stream()
              .flatMap(j -> pair(j).stream())
              .filter(p -> p.alignment().recording().recorder().equals(recorder))
              .findFirst()
              .ifPresent(p -> ask(recorder, p.alignment()));
        });
  }

  private void ask(String recorder, Alignment like) {
    TypedShift.ask(
        place.overlay(),
        recorder,
        like.picture().rate().orElseThrow(),
        like.recording().first().sampleRate(),
        samples ->
            session.order(
                pass.id(),
                ClockInstruction.CODEC,
                new ClockInstruction(recorder, new RecorderAnswer.Late(samples)),
                Phrase.of("set the clock of %s %,d samples", recorder, samples)));
  }

  @Override
  protected boolean otherKey(KeyEvent event) {
    if (event.getCode() == KeyCode.SPACE) {
      play();
    } else if (event.getCode() == KeyCode.C) {
      settle();
    } else if (event.getCode() == KeyCode.T) {
      typed();
    } else {
      return false;
    }
    return true;
  }

  @Override
  public List<KeyHint> keys() {
    var keys = new java.util.ArrayList<>(super.keys());
    keys.add(new KeyHint("C", "take all recorders' clocks as proposed"));
    keys.add(new KeyHint("Space", "hear it: the camera left, the recorder right"));
    keys.add(new KeyHint("T", "say how late this recorder's clock is"));
    return keys;
  }
}
