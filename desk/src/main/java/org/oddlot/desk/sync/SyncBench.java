package org.oddlot.desk.sync;

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
import org.oddlot.desk.kit.Actions;
import org.oddlot.desk.kit.Facts;
import org.oddlot.desk.kit.FindingsBench;
import org.oddlot.desk.kit.Overlay;
import org.oddlot.desk.kit.SoundTimes;
import org.oddlot.desk.kit.StandingMark;
import org.oddlot.desk.kit.Words;
import org.oddlot.desk.session.Session;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Judged;
import org.oddlot.pass.Standing;
import org.oddlot.pass.sync.Laid;
import org.oddlot.pass.sync.PairFinding;
import org.oddlot.pass.sync.RecorderFinding;
import org.oddlot.pass.sync.SyncFinding;
import org.oddlot.pass.sync.SyncPass;
import org.oddlot.text.Phrase;
import org.oddlot.time.Timecode;

/** The bench of Sync: pictures and recordings, how they lie, and what is heard of them. */
public final class SyncBench extends FindingsBench {
  private static final double COVER_WIDTH = 92;
  private static final double WAVES_WIDTH = 286;

  private final Overlay overlay;
  private final EarPlayer player = new EarPlayer();
  private final Button settle;
  private final Button play;
  private final Button shift;
  private final VBox waves = new VBox(4);
  private @Nullable Laid shown;

  /** The bench for {@code session}; questions are laid over the window by {@code overlay}. */
  public SyncBench(Session session, Overlay overlay) {
    super(
        session,
        new SyncPass(),
        new Wording(
            "sync",
            "pair",
            "accepted",
            "Decline",
            "declined",
            "Nothing here. Sound rolls are added in Intake, or lie in the timeline's bins.",
            "Choose a row to see how picture and sound lie together."));
    this.overlay = overlay;
    settle = Actions.button("settle-clocks", "Take the clocks", "C", this::settle);
    play = Actions.button("play", "Hear it", "Space", this::play);
    shift = Actions.button("shift", "Set the clock…", "T", this::typed);
    waves.setId("waves");
    rows.nodes("", 24, judged -> new StandingMark(judged.standing()));
    rows.words("Picture", 80, SyncBench::picture);
    rows.figures("Start", 92, judged -> pair(judged).map(SyncBench::pictureStart).orElse(""));
    rows.words("Recording", 76, SyncBench::recording);
    rows.figures("Start", 92, judged -> pair(judged).map(SyncBench::soundStart).orElse(""));
    rows.nodes(
        "how they lie",
        COVER_WIDTH + 12,
        judged ->
            pair(judged)
                .<Node>map(p -> new CoverStrip(COVER_WIDTH, p.laid()))
                .orElseGet(Label::new));
    rows.figures("By ear", 60, judged -> pair(judged).map(SyncBench::byEar).orElse(""));
    rows.words("Why", 100, judged -> judged.finding().headline(), "quiet");
    addRemarks("silent", "Without sound", r -> !r.about().startsWith(SyncPass.WILD_ID));
    addRemarks("wild", "Wild sound", r -> r.about().startsWith(SyncPass.WILD_ID));
    layOut(
        List.of(
            settings(List.of(SyncPass.CAMERA_SOUND, SyncPass.NAMES, SyncPass.BIN, SyncPass.WILD))),
        settle,
        shift);
    settle.managedProperty().bind(settle.visibleProperty());
  }

  private static Optional<PairFinding> pair(Judged judged) {
    return judged.finding() instanceof PairFinding pair ? Optional.of(pair) : Optional.empty();
  }

  private static String picture(Judged judged) {
    return switch ((SyncFinding) judged.finding()) {
      case PairFinding pair -> pair.laid().picture().name();
      case RecorderFinding recorder -> recorder.recorder();
    };
  }

  private static String recording(Judged judged) {
    return switch ((SyncFinding) judged.finding()) {
      case PairFinding pair -> pair.laid().recording().name();
      case RecorderFinding _ -> "all of them";
    };
  }

  private static String pictureStart(PairFinding pair) {
    return pair.laid().picture().startLabel().map(Timecode::toString).orElse("");
  }

  private static String soundStart(PairFinding pair) {
    return SoundTimes.start(pair.laid().recording(), pair.laid().picture().rate().orElseThrow());
  }

  private static String byEar(PairFinding pair) {
    double frame = pair.laid().samplesPerFrame().toDouble();
    return pair.residual().map(late -> Phrase.of("%+.1f f", late / frame)).orElse("");
  }

  @Override
  protected String answer() {
    long pictures =
        all().stream()
            .flatMap(j -> pair(j).stream())
            .map(p -> p.laid().picture().id())
            .distinct()
            .count();
    long recordings =
        all().stream()
            .flatMap(j -> pair(j).stream())
            .map(p -> p.laid().recording())
            .distinct()
            .count();
    return Phrase.of(
        "%s, %s",
        Phrase.count((int) pictures, "picture"), Phrase.count((int) recordings, "recording"));
  }

  @Override
  protected String words(Judged judged) {
    return judged.finding().title() + " " + judged.finding().headline() + " " + judged.reason();
  }

  @Override
  protected void selected(Optional<Judged> judged) {
    player.stop();
    settle.setVisible(!proposedClocks().isEmpty());
    shift.setDisable(judged.isEmpty());
  }

  @Override
  protected void showEvidence(Judged judged) {
    evidence
        .getChildren()
        .add(
            Words.paragraph(
                judged.reason(), judged.standing() == Standing.SETTLED ? "quiet" : "reason"));
    showChoices(judged);
    if (!judged.finding().evidence().isEmpty()) {
      evidence
          .getChildren()
          .addAll(Words.section("What it rests on"), Facts.of(judged.finding().evidence()));
    }
    if (judged.finding() instanceof PairFinding pair) {
      evidence.getChildren().addAll(Words.section("Camera over recorder"), waves, play);
      listen(pair.laid());
    }
  }

  /** Draws what both hear, once it was read. */
  private void listen(Laid laid) {
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

  private void draw(Laid laid, List<EarCheck.Strip> strips) {
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

  private List<String> proposedClocks() {
    return all().stream()
        .filter(judged -> judged.finding() instanceof RecorderFinding)
        .filter(judged -> judged.standing() == Standing.TO_LOOK_AT)
        .filter(judged -> !judged.finding().proposed().isEmpty())
        .map(judged -> judged.finding().id())
        .toList();
  }

  private void settle() {
    List<String> clocks = proposedClocks();
    if (!clocks.isEmpty()) {
      session.acceptAll(clocks, "took " + Phrase.count(clocks.size(), "clock") + " as proposed");
    }
  }

  private void play() {
    current()
        .flatMap(SyncBench::pair)
        .ifPresent(pair -> {
          Optional<Path> picture = session.mediaOf(pair.laid().picture().id());
          Optional<Path> sound = pair.laid().recording().first().path();
          if (picture.isEmpty() || sound.isEmpty()) {
            session.tell("The media of one of them is not at hand.");
            return;
          }
          session.tell("The camera is left, the recorder right.");
          Thread.ofVirtual()
              .start(() -> {
                if (!player.play(picture.get(), sound.get(), pair.laid())) {
                  Platform.runLater(() -> session.tell("There is nothing here to hear it with."));
                }
              });
        });
  }

  private void typed() {
    current()
        .ifPresent(judged -> {
          String recorder =
              switch ((SyncFinding) judged.finding()) {
                case PairFinding pair -> pair.laid().recording().recorder();
                case RecorderFinding finding -> finding.recorder();
              };
          all().stream()
              .flatMap(j -> pair(j).stream())
              .filter(p -> p.laid().recording().recorder().equals(recorder))
              .findFirst()
              .ifPresent(p -> ask(recorder, p.laid()));
        });
  }

  private void ask(String recorder, Laid like) {
    var typed =
        new TypedShift(
            recorder,
            like.picture().rate().orElseThrow(),
            like.recording().first().sampleRate(),
            samples -> {
              overlay.close();
              session.decide(
                  RecorderFinding.byHandId(recorder),
                  Optional.of(Decision.accept(List.of(RecorderFinding.lateChoice(samples)))),
                  Phrase.of("set the clock of %s %d samples", recorder, samples));
            });
    overlay.open(typed.node(), typed.first());
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
