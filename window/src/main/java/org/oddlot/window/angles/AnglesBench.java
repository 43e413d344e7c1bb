package org.oddlot.window.angles;

import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.application.Platform;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.oddlot.material.Source;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.angles.AngleInstruction;
import org.oddlot.pass.angles.AnglesPass;
import org.oddlot.pass.angles.PieceFinding;
import org.oddlot.pass.angles.Position;
import org.oddlot.progress.Progress;
import org.oddlot.sound.Peaks;
import org.oddlot.text.Phrase;
import org.oddlot.waveform.ListeningCopy;
import org.oddlot.waveform.PairOffset;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Question;
import org.oddlot.window.kit.SoundLine;
import org.oddlot.window.kit.Waves;
import org.oddlot.window.kit.Wording;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.State;

/** The bench of Angles: where each piece lies, how sure that is, and what is heard of it. */
public final class AnglesBench extends FindingsBench<PieceFinding> {
  private static final double WAVES_WIDTH = 286;
  private static final System.Logger LOG = System.getLogger(AnglesBench.class.getName());

  private final AngleRows rows = new AngleRows(new Hands());
  private final SoundLine player = new SoundLine();
  private final Button name;
  private final Button move;
  private final Button compare;
  private final Button play;
  private final VBox overlaid = new VBox(4);
  private @Nullable PieceFinding shown;

  /** The bench at {@code place}. */
  public AnglesBench(Place place) {
    super(
        place,
        new AnglesPass(),
        Wording.usual("angles", "piece")
            .answers("Accept", "accepted", "Set aside", "set aside")
            .where(
                "Nothing to place yet. Add a timeline with the clips of all cameras, their media"
                    + " beside it, and the recorders' sound files.",
                "Choose a piece to see what it rests on."));
    name = Actions.button("name-angle", "Name the angle…", "N", this::name);
    move = Actions.button("move-piece", "Move it…", "T", this::move);
    compare = Actions.button("compare-all", "Compare with all", "C", this::compareWithAll);
    play = Actions.button("hear-both", "Hear both", "Space", this::play);
    overlaid.setId("overlaid");
    table.column(AnglesBench::columns);
    layOut(List.of(settings(pass.settings()), rows), name, move, compare);
  }

  @Override
  protected void groups() {
    group(NEEDS_YOU);
    table.group("placed", "Placed", reviewed -> reviewed.standing() == Standing.SETTLED);
    group(ALL);
    group(DECLINED);
  }

  private static void columns(DataTable<Reviewed<PieceFinding>> rows) {
    rows.words("File", 108, reviewed -> reviewed.finding().piece().name());
    rows.words("Angle", 92, reviewed -> reviewed.finding().piece().angle().name());
    rows.figures("Begins", 82, reviewed -> begins(reviewed.finding()));
    rows.figures("Agrees", 64, reviewed -> agrees(reviewed.finding()));
    rows.figures("Drift", 76, reviewed -> drift(reviewed.finding()));
    rows.figures("Closing", 66, reviewed -> closing(reviewed.finding()));
    rows.words("Why", 190, reviewed -> reviewed.finding().headline(), "quiet");
  }

  private static String begins(PieceFinding finding) {
    return finding
        .place()
        .map(_ -> {
          long thousandths = Math.round(finding.begin() * 1000);
          long whole = Math.abs(thousandths) / 1000;
          return Phrase.of(
              "%s%d:%02d.%03d",
              thousandths < 0 ? "−" : "", whole / 60, whole % 60, Math.abs(thousandths) % 1000);
        })
        .orElse("");
  }

  private static String agrees(PieceFinding finding) {
    return finding
        .leading()
        .map(PairOffset::best)
        .map(best -> Phrase.of("%d of %d", best.agreeing(), best.heard()))
        .orElse("");
  }

  private static String drift(PieceFinding finding) {
    return finding.place().map(place -> Phrase.signed(-place.drift() * 1e6, 0) + " ppm").orElse("");
  }

  private static String closing(PieceFinding finding) {
    return finding.closing().map(error -> Phrase.of("%.1f ms", error * 1000)).orElse("");
  }

  @Override
  protected String answer() {
    long angles =
        table.all().stream().map(each -> each.finding().piece().angle().name()).distinct().count();
    return Phrase.of(
        "%s, %s", Phrase.count((int) angles, "angle"), Phrase.count(table.all().size(), "file"));
  }

  @Override
  protected void stepped(State state, Optional<StepOutcome<PieceFinding>> newStep) {
    rows.show(newStep.map(StepOutcome::reviewed).orElse(List.of()));
  }

  @Override
  protected void selected(Optional<Reviewed<PieceFinding>> reviewed) {
    player.stop();
    rows.choose(reviewed.map(Reviewed::finding));
    name.setDisable(reviewed.isEmpty());
    move.setDisable(reviewed.flatMap(each -> reference(each.finding())).isEmpty());
    compare.setDisable(reviewed.isEmpty());
  }

  @Override
  protected void showEvidence(Reviewed<PieceFinding> reviewed) {
    super.showEvidence(reviewed);
    PieceFinding finding = reviewed.finding();
    shown = finding;
    if (Overlaid.isPossible(finding)) {
      overlaid.getChildren().setAll(Words.of("Listening…", "quiet"));
      evidence
          .getChildren()
          .addAll(Words.section("Over " + finding.other().orElseThrow().name()), overlaid, play);
      session.aside(() -> overlaid(finding), found -> draw(finding, found));
    }
  }

  private static Optional<Overlaid> overlaid(PieceFinding finding) {
    try {
      return Optional.of(Overlaid.of(finding));
    } catch (IOException e) {
      LOG.log(System.Logger.Level.DEBUG, "{0}", e.getMessage());
      return Optional.empty();
    }
  }

  private void draw(PieceFinding finding, Optional<Overlaid> found) {
    if (!finding.equals(shown)) {
      return;
    }
    overlaid.getChildren().clear();
    if (found.isEmpty()) {
      overlaid
          .getChildren()
          .add(Words.paragraph("The media of one of them is not there any more.", "quiet"));
      return;
    }
    overlaid
        .getChildren()
        .addAll(
            Words.of("Fit by shift, half a second to either side", "small", "quiet"),
            new FitView(WAVES_WIDTH, found.get().curve()));
    for (Overlaid.Strip strip : found.get().strips()) {
      overlaid
          .getChildren()
          .addAll(
              new HBox(8, Words.of(strip.name(), "small", "quiet")),
              new Waves(WAVES_WIDTH, strip.other(), strip.own()));
    }
  }

  private void play() {
    table
        .current()
        .map(Reviewed::finding)
        .filter(Overlaid::isPossible)
        .ifPresent(finding -> {
          session.tell(
              Phrase.of(
                  "%s is left, %s right.",
                  finding.other().orElseThrow().name(), finding.piece().name()));
          Thread.ofVirtual()
              .start(() -> {
                if (!heard(finding)) {
                  Platform.runLater(() -> session.tell("There is nothing here to play it with."));
                }
              });
        });
  }

  private boolean heard(PieceFinding finding) {
    try {
      return player.play(Overlaid.stereo(finding), Overlaid.rate(), 2);
    } catch (IOException e) {
      LOG.log(System.Logger.Level.DEBUG, "{0}", e.getMessage());
      return false;
    }
  }

  private void name() {
    table
        .current()
        .map(Reviewed::finding)
        .ifPresent(finding -> {
          List<String> alike =
              table.all().stream()
                  .map(each -> each.finding().piece())
                  .filter(piece -> piece.angle().name().equals(finding.piece().angle().name()))
                  .map(piece -> piece.id())
                  .toList();
          var field = new TextField(finding.piece().angle().name());
          field.setId("angle-name");
          var question =
              new Question(
                  place.overlay(),
                  "What is this angle called?",
                  Phrase.of(
                      "All %s of %s are called so.",
                      Phrase.count(alike.size(), "file"), finding.piece().angle().name()));
          question.answeredBy(field);
          question
              .with(field)
              .ask(
                  field,
                  "angle-name-use",
                  "Name it",
                  () -> {
                    String typed = field.getText().strip();
                    if (typed.isEmpty()) {
                      return Optional.of("Type a name.");
                    }
                    session.order(
                        pass.id(),
                        AngleInstruction.CODEC,
                        new AngleInstruction.Name(typed, alike),
                        "named the angle " + typed);
                    return Optional.empty();
                  });
        });
  }

  /**
   * The piece by which another's place is said: the one it was compared with, else the longest that
   * has a place; one that a hand has placed only where there is no other.
   */
  private Optional<PieceFinding> reference(PieceFinding finding) {
    return table.all().stream()
        .filter(row -> row.standing() != Standing.DECLINED)
        .map(Reviewed::finding)
        .filter(other -> !other.id().equals(finding.id()))
        .filter(other ->
            other
                .place()
                .filter(its -> its.island() == finding.place().map(Position::island).orElse(0))
                .isPresent())
        .min(
            Comparator.comparingInt((PieceFinding other) -> other.isByHand() ? 1 : 0)
                .thenComparingInt(
                    other -> finding.other().equals(Optional.of(other.piece())) ? 0 : 1)
                .thenComparingDouble(other -> -other.piece().seconds()));
  }

  private void move() {
    table
        .current()
        .map(Reviewed::finding)
        .ifPresent(
            finding -> reference(finding).ifPresent(reference -> askWhere(finding, reference)));
  }

  private void askWhere(PieceFinding finding, PieceFinding reference) {
    var question =
        new Question(
            place.overlay(),
            "When does " + finding.title() + " begin?",
            Phrase.of("In seconds after %s begins, such as 12.345.", reference.title()));
    TextField field = question.figures("move-to", "Seconds after the other begins");
    double before =
        finding.place().isPresent()
            ? finding.after(reference)
            : finding.leading().map(its -> its.best().offset()).orElse(0.0);
    field.setText(Phrase.decimal(before, 3));
    question
        .with(field)
        .ask(
            field,
            "move-use",
            "Move it",
            () -> {
              String typed = field.getText().strip().replace('−', '-');
              if (!typed.matches("-?\\d{1,7}(\\.\\d{1,9})?")) {
                return Optional.of("“" + typed + "” cannot be read; type it as 12.345.");
              }
              double seconds = new BigDecimal(typed).doubleValue();
              put(finding, finding.answerAfter(reference, seconds));
              return Optional.empty();
            });
  }

  private void put(PieceFinding finding, List<String> answer) {
    session.decide(
        List.of(finding.id()), Optional.of(Decision.accept(answer)), "moved " + finding.title());
  }

  /** Puts a piece elsewhere, whole frames away from where it lay. */
  private void moveTo(PieceFinding finding, double begin) {
    double frame = frame(finding);
    double by = Math.rint((begin - finding.begin()) / frame) * frame;
    if (by != 0) {
      reference(finding)
          .ifPresent(reference -> put(finding, finding.answerAt(reference, finding.begin() + by)));
    }
  }

  /** How long a frame is that a piece is moved by: of its own rate, or a 25th of a second. */
  private static double frame(PieceFinding finding) {
    return finding
        .piece()
        .source()
        .filter(_ -> !finding.piece().angle().isSound())
        .flatMap(Source::rate)
        .map(rate -> rate.frameDuration().toDouble())
        .orElse(0.04);
  }

  private void nudge(int frames) {
    table
        .current()
        .map(Reviewed::finding)
        .filter(finding -> finding.place().isPresent())
        .ifPresent(finding -> moveTo(finding, finding.begin() + frames * frame(finding)));
  }

  private void order(int by) {
    table
        .current()
        .map(each -> each.finding().piece().angle().name())
        .filter(angle -> rows.rowOf(angle) >= 0)
        .ifPresent(angle -> rows.order(angle, rows.rowOf(angle) + by));
  }

  private void compareWithAll() {
    List<Reviewed<PieceFinding>> these = table.selected();
    if (!these.isEmpty()) {
      session.order(
          pass.id(),
          AngleInstruction.CODEC,
          new AngleInstruction.CompareWithAll(
              these.stream().map(each -> each.finding().piece().id()).toList()),
          "compared " + Phrase.count(these.size(), "piece") + " with all");
    }
  }

  /** What the mouse does in the rows. */
  private final class Hands implements AngleRows.Hands {
    @Override
    public void pick(PieceFinding finding) {
      reveal(finding.id());
    }

    @Override
    public void move(PieceFinding finding, double begin) {
      moveTo(finding, begin);
    }

    @Override
    public void order(List<String> names) {
      session.order(
          pass.id(),
          AngleInstruction.CODEC,
          new AngleInstruction.Order(names),
          "put the angles in another order");
    }

    @Override
    public void wanted(List<AngleRows.Wanted> stretches) {
      session.aside(() -> read(stretches), rows::hear);
    }
  }

  private static Map<AngleRows.Wanted, Peaks> read(List<AngleRows.Wanted> stretches) {
    var found = new HashMap<AngleRows.Wanted, Peaks>();
    for (AngleRows.Wanted each : stretches) {
      try (ListeningCopy copy = ListeningCopy.of(each.piece().media(), Progress.NONE)) {
        found.put(each, copy.peaks(each.from(), each.to(), each.parts()));
      } catch (IOException e) {
        // Its row says already that nothing can be read of it.
        LOG.log(System.Logger.Level.DEBUG, "{0}", e.getMessage());
      }
    }
    return found;
  }

  @Override
  protected boolean altKey(KeyEvent event) {
    int frames = event.isShiftDown() ? 10 : 1;
    switch (event.getCode()) {
      case LEFT -> nudge(-frames);
      case RIGHT -> nudge(frames);
      case UP -> order(-1);
      case DOWN -> order(1);
      default -> {
        return false;
      }
    }
    return true;
  }

  @Override
  protected boolean otherKey(KeyEvent event) {
    switch (event.getCode()) {
      case SPACE -> play();
      case N -> name();
      case T -> move();
      case C -> compareWithAll();
      default -> {
        return false;
      }
    }
    return true;
  }

  @Override
  protected String words(Reviewed<PieceFinding> reviewed) {
    return super.words(reviewed) + " " + reviewed.finding().piece().angle().name();
  }

  @Override
  public String whyNot(Reviewed<PieceFinding> reviewed) {
    return "Move it to where it lies, or set it aside.";
  }

  @Override
  public List<KeyHint> keys() {
    var keys = new ArrayList<>(super.keys());
    keys.add(new KeyHint("N", "name its angle"));
    keys.add(new KeyHint("T", "say where it lies"));
    keys.add(new KeyHint("Alt ← →", "a frame earlier, later; ten with Shift"));
    keys.add(new KeyHint("Alt ↑ ↓", "its angle a row up, down"));
    keys.add(new KeyHint("C", "compare what is selected with all others"));
    keys.add(new KeyHint("+ − 0", "in the rows: nearer, farther, all"));
    keys.add(new KeyHint("Space", "hear both: the other left, the piece right"));
    return keys;
  }
}
