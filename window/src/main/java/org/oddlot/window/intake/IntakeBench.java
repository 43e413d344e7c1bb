package org.oddlot.window.intake;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKinds;
import org.oddlot.lot.Lot;
import org.oddlot.material.Material;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.intake.IntakeFinding;
import org.oddlot.pass.intake.IntakePass;
import org.oddlot.problem.Problem;
import org.oddlot.profile.Profile;
import org.oddlot.profile.Profiles;
import org.oddlot.sound.Recording;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Wording;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.State;

/** The bench of Intake: what came in, what is wrong with it, and how the papers are read. */
public final class IntakeBench extends FindingsBench<IntakeFinding> {
  private static final int MOST_PROBLEMS = 30;

  private final StackPane detail = new StackPane();
  private final MappingPane mapping;
  private final ContentsPane contents;
  private final Button remove;
  private List<Lot.Input> inputs = List.of();

  /** The bench at {@code place}. */
  public IntakeBench(Place place) {
    super(
        place,
        new IntakePass(),
        Wording.usual("intake", "file")
            .where(
                "Add the exported timeline, the day's papers and its sound rolls, or drop them"
                    + " here.",
                "Choose a file to see what is in it."));
    mapping = new MappingPane(session);
    contents = new ContentsPane(session);
    table.column(rows -> {
      rows.words("File", 210, reviewed -> reviewed.finding().title());
      rows.words("What it is", 110, reviewed -> reviewed.finding().what());
      rows.words("What is in it", 330, Reviewed::reason, "quiet");
    });
    // As they came in: a person looks for a file where it was put.
    table.rank(_ -> 0);
    remove = Actions.button("remove", "Take out of the lot", "Del", this::remove);
    layOut(List.of(), 7, detail);
    frame.withActions(
        Actions.button("read-again", "Read again", "F5", session::readAgain),
        Actions.button("paste", "Paste a table", "Ctrl V", this::paste),
        Actions.button("receive", "Receive…", "", this::receive),
        Words.spring(),
        remove,
        Actions.main("add-files", "Add files…", "Ctrl O", this::addFiles));
    table
        .sheet()
        .addEventFilter(
            KeyEvent.KEY_PRESSED,
            event -> {
              if (event.isShortcutDown() && event.getCode() == KeyCode.V) {
                paste();
                event.consume();
              }
            });
  }

  @Override
  protected void groups() {
    group(ALL);
  }

  /** What came in is as it is. */
  @Override
  public boolean canBeAnswered() {
    return false;
  }

  @Override
  protected boolean otherKey(KeyEvent event) {
    switch (event.getCode()) {
      case DELETE -> remove();
      case F5 -> session.readAgain();
      default -> {
        return false;
      }
    }
    return true;
  }

  private void addFiles() {
    session.open(place.picker().filesToOpen(session.preferences().lastFolder()));
  }

  private void receive() {
    DeviceAddress.ask(place.overlay(), session::receive);
  }

  private void paste() {
    session.paste(Optional.ofNullable(Clipboard.getSystemClipboard().getString()).orElse(""));
  }

  private void remove() {
    session.removeFiles(
        table.selected().stream().flatMap(each -> files(each.finding())).distinct().toList());
  }

  /** The files that a row stands for: one, or those of a sound roll that came in by themselves. */
  private Stream<Path> files(IntakeFinding finding) {
    Optional<List<Recording>> reel = reel(finding);
    return reel.isPresent()
        ? reel.get().stream()
            .flatMap(recording -> recording.files().stream())
            .flatMap(file -> file.path().stream())
        : input(finding.name()).stream().map(Lot.Input::path);
  }

  private Optional<List<Recording>> reel(IntakeFinding finding) {
    return step()
        .filter(_ -> finding.kind() == IntakeFinding.Kind.SOUND)
        .flatMap(
            its -> Optional.ofNullable(IntakePass.soundReels(its.before()).get(finding.name())));
  }

  private Optional<Lot.Input> input(String name) {
    return inputs.stream().filter(input -> input.name().equals(name)).findFirst();
  }

  @Override
  protected void stepped(State state, Optional<StepOutcome<IntakeFinding>> step) {
    inputs = state.lot().inputs();
  }

  @Override
  protected void selected(Optional<Reviewed<IntakeFinding>> reviewed) {
    remove.setDisable(reviewed.isEmpty());
    detail.getChildren().clear();
    if (reviewed.isPresent() && step().isPresent()) {
      IntakeFinding finding = reviewed.get().finding();
      Material material = step().get().before();
      input(finding.name())
          .ifPresent(input -> {
            detail.getChildren().setAll(howItIsRead(input));
            material.tablePapers().stream()
                .filter(paper -> paper.name().equals(input.name()))
                .forEach(paper -> detail.getChildren().setAll(mapping.show(input, paper)));
            material
                .document(input.name())
                .ifPresent(document ->
                    detail
                        .getChildren()
                        .setAll(contents.show(input, document, profiles(material))));
          });
      reel(finding).ifPresent(its -> detail.getChildren().setAll(SoundPane.of(its)));
    }
  }

  /** What can be said about how a file is read of which there is nothing more to show. */
  private Node howItIsRead(Lot.Input input) {
    var choices = new HBox(18);
    InputKinds.of(new InputFile(input.path()))
        .ifPresent(kind ->
            choices
                .getChildren()
                .setAll(Choices.ofOptions(session, input, Optional.empty(), kind.options())));
    return choices;
  }

  private static List<Profile> profiles(Material material) {
    return Stream.concat(Profiles.shipped().stream(), material.all(Profile.class).stream())
        .toList();
  }

  @Override
  protected void showEvidence(Reviewed<IntakeFinding> reviewed) {
    showFacts(reviewed, "In it");
    List<Problem> problems = reviewed.finding().problems();
    if (!problems.isEmpty()) {
      evidence.getChildren().add(Words.section("Notes"));
      problems.stream().limit(MOST_PROBLEMS).forEach(this::addProblem);
      if (problems.size() > MOST_PROBLEMS) {
        evidence
            .getChildren()
            .add(Words.of("and " + (problems.size() - MOST_PROBLEMS) + " more", "quiet"));
      }
    }
  }

  private void addProblem(Problem problem) {
    String style =
        switch (problem.severity()) {
          case INFO -> "info";
          case WARNING, ERROR -> "trouble";
        };
    String place = problem.place().isEmpty() ? "" : problem.place() + ": ";
    evidence.getChildren().add(Words.paragraph(place + problem.message(), style));
    if (!problem.remedy().isEmpty()) {
      evidence.getChildren().add(Words.paragraph(problem.remedy(), "quiet"));
    }
  }

  @Override
  public List<KeyHint> keys() {
    return List.of(
        new KeyHint("↑ ↓", "the file before, the next file"),
        new KeyHint("Ctrl O", "add files"),
        new KeyHint("Ctrl V", "add a table that was copied, from a spreadsheet or a mail"),
        new KeyHint("Delete", "take what is chosen out of the lot; it stays where it is"),
        new KeyHint("F5", "read all files again"));
  }
}
