package org.oddlot.desk.intake;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.oddlot.desk.kit.Actions;
import org.oddlot.desk.kit.Bench;
import org.oddlot.desk.kit.BenchFrame;
import org.oddlot.desk.kit.Facts;
import org.oddlot.desk.kit.Overlay;
import org.oddlot.desk.kit.Sheet;
import org.oddlot.desk.kit.StandingMark;
import org.oddlot.desk.kit.Words;
import org.oddlot.desk.session.FilePicker;
import org.oddlot.desk.session.Session;
import org.oddlot.desk.session.State;
import org.oddlot.lot.Lot;
import org.oddlot.pass.Document;
import org.oddlot.pass.Judged;
import org.oddlot.pass.Matter;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.Paper;
import org.oddlot.pass.ProfileFile;
import org.oddlot.pass.Standing;
import org.oddlot.pass.intake.IntakeFinding;
import org.oddlot.pass.intake.IntakePass;
import org.oddlot.problem.Problem;
import org.oddlot.profile.Profile;
import org.oddlot.profile.Profiles;
import org.oddlot.sound.Recording;

/** The bench of Intake: what came in, what is wrong with it, and how the papers are read. */
public final class IntakeBench implements Bench {
  private final IntakePass pass = new IntakePass();
  private final Session session;
  private final FilePicker picker;
  private final Overlay overlay;
  private final BenchFrame frame = new BenchFrame(pass.question());
  private final Sheet<Judged> files =
      new Sheet<>(
          "intake-rows",
          "Add the exported timeline, the day's papers and its sound rolls, or drop them here.");
  private final StackPane detail = new StackPane();
  private final MappingPane mapping;
  private final ContentsPane contents;
  private final VBox evidence = new VBox(6);
  private final Button remove;
  private Optional<StepOutcome> step = Optional.empty();
  private List<Lot.Input> inputs = List.of();
  private String find = "";

  /**
   * The bench for {@code session}; files are asked for with {@code picker}, questions laid over.
   */
  public IntakeBench(Session session, FilePicker picker, Overlay overlay) {
    this.session = session;
    this.picker = picker;
    this.overlay = overlay;
    mapping = new MappingPane(session);
    contents = new ContentsPane(session);
    evidence.getStyleClass().add("evidence");
    evidence.setId("intake-evidence");
    files.nodes("", 24, judged -> new StandingMark(judged.standing()));
    files.words("File", 210, judged -> judged.finding().title());
    files.words("What it is", 110, judged -> kind((IntakeFinding) judged.finding()));
    files.words("What is in it", 330, judged -> judged.finding().reason(), "quiet");
    remove = Actions.button("remove", "Take out of the lot", "Del", this::remove);
    frame
        .with(detail, files, detail)
        .withActions(
            Actions.button("read-again", "Read again", "F5", session::readAgain),
            Actions.button("paste", "Paste a table", "Ctrl V", this::paste),
            Actions.button("receive", "Receive…", "", this::receive),
            Words.spring(),
            remove,
            Actions.main("add-files", "Add files…", "Ctrl O", this::addFiles));
    files.getSelectionModel().selectedItemProperty().addListener((_, _, judged) -> select(judged));
    files.addEventFilter(
        KeyEvent.KEY_PRESSED,
        event -> {
          if (event.isShortcutDown() && event.getCode() == KeyCode.V) {
            paste();
            event.consume();
          } else if (event.getCode() == KeyCode.DELETE) {
            remove();
            event.consume();
          } else if (event.getCode() == KeyCode.F5) {
            session.readAgain();
            event.consume();
          }
        });
  }

  private static String kind(IntakeFinding finding) {
    return switch (finding.kind()) {
      case TIMELINES -> "timeline file";
      case LOG -> "log";
      case PROFILE -> "mapping profile";
      case SOUND -> "sound roll";
      case UNREAD -> "not read";
    };
  }

  private void addFiles() {
    session.open(picker.filesToOpen(session.preferences().lastFolder()));
  }

  private void receive() {
    var asked =
        new DeviceAddress(address -> {
          overlay.close();
          session.receive(address);
        });
    overlay.open(asked.node(), asked.first());
  }

  private void paste() {
    session.paste(Optional.ofNullable(Clipboard.getSystemClipboard().getString()).orElse(""));
  }

  private void remove() {
    selectedPath().ifPresent(session::removeFile);
    selectedRoll().ifPresent(session::removeFiles);
  }

  /** The files of the selected sound roll that came in by themselves. */
  private Optional<List<Path>> selectedRoll() {
    Judged judged = files.getSelectionModel().getSelectedItem();
    return judged == null
        ? Optional.empty()
        : roll((IntakeFinding) judged.finding())
            .map(recordings ->
                recordings.stream()
                    .flatMap(recording -> recording.files().stream())
                    .flatMap(file -> file.path().stream())
                    .toList());
  }

  private Optional<List<Recording>> roll(IntakeFinding finding) {
    return step.filter(_ -> finding.kind() == IntakeFinding.Kind.SOUND)
        .flatMap(s -> Optional.ofNullable(IntakePass.soundRolls(s.before()).get(finding.name())));
  }

  private Optional<Path> selectedPath() {
    return Optional.ofNullable(files.getSelectionModel().getSelectedItem())
        .flatMap(judged -> path(judged.finding().title()));
  }

  /** The file that a document or paper of this name was read from. */
  private Optional<Path> path(String name) {
    return inputs.stream()
        .map(Lot.Input::path)
        .filter(path ->
            name.endsWith(String.valueOf(path.getFileName()))
                || name.startsWith(path.getFileName() + " ("))
        .findFirst();
  }

  @Override
  public String pass() {
    return pass.id();
  }

  @Override
  public Node center() {
    return frame;
  }

  @Override
  public Node evidence() {
    return evidence;
  }

  @Override
  public void show(State state, Optional<StepOutcome> newStep) {
    step = newStep;
    inputs = state.lot().inputs();
    List<Judged> judged = newStep.map(StepOutcome::judged).orElse(List.of());
    int needing = (int) judged.stream().filter(j -> j.standing() != Standing.SETTLED).count();
    frame.answer(judged.size() == 1 ? "1 file" : judged.size() + " files", needing);
    refresh();
  }

  private void refresh() {
    Predicate<Judged> has =
        judged ->
            (judged.finding().title() + judged.finding().reason())
                .toLowerCase(java.util.Locale.ROOT)
                .contains(find.strip().toLowerCase(java.util.Locale.ROOT));
    files.show(
        step.map(StepOutcome::judged).orElse(List.of()).stream().filter(has).toList(),
        judged -> judged.finding().id());
    files.fitRows(2, 7);
    select(files.getSelectionModel().getSelectedItem());
  }

  private void select(@Nullable Judged judged) {
    remove.setDisable(judged == null);
    evidence.getChildren().clear();
    detail.getChildren().clear();
    if (judged == null || step.isEmpty()) {
      evidence.getChildren().add(Words.paragraph("Choose a file to see what is in it.", "quiet"));
      return;
    }
    var finding = (IntakeFinding) judged.finding();
    Matter matter = step.get().before();
    Optional<Paper> paper =
        matter.papers().stream().filter(p -> p.name().equals(finding.name())).findFirst();
    Optional<Document> document = matter.document(finding.name());
    paper.ifPresent(p ->
        path(p.name())
            .ifPresent(file -> detail.getChildren().add(mapping.show(file, reading(file), p))));
    document.ifPresent(d ->
        path(d.name())
            .ifPresent(file ->
                detail.getChildren().add(contents.show(file, reading(file), d, profiles(matter)))));
    roll(finding).ifPresent(recordings -> detail.getChildren().add(SoundPane.of(recordings)));
    evidence.getChildren().add(Words.paragraph(finding.name(), "evidence-title"));
    if (!finding.evidence().isEmpty()) {
      evidence.getChildren().addAll(Words.section("In it"), Facts.of(finding.evidence()));
    }
    if (!finding.problems().isEmpty()) {
      evidence.getChildren().add(Words.section("To know"));
      finding.problems().stream().limit(30).forEach(this::addProblem);
      if (finding.problems().size() > 30) {
        evidence
            .getChildren()
            .add(Words.of("and " + (finding.problems().size() - 30) + " more", "quiet"));
      }
    }
  }

  private static List<Profile> profiles(Matter matter) {
    return Stream.concat(
            Profiles.shipped().stream(), matter.profiles().stream().map(ProfileFile::profile))
        .toList();
  }

  private org.oddlot.lot.Reading reading(Path file) {
    return inputs.stream()
        .filter(input -> input.path().equals(file))
        .map(Lot.Input::reading)
        .findFirst()
        .orElse(org.oddlot.lot.Reading.DETECTED);
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
  public void focus() {
    files.requestFocus();
  }

  @Override
  public void find(String text) {
    find = text;
    refresh();
  }

  @Override
  public List<KeyHint> keys() {
    return List.of(
        new KeyHint("↑ ↓", "the file before, the next file"),
        new KeyHint("Ctrl O", "add files"),
        new KeyHint("Ctrl V", "add a table that was copied, from a spreadsheet or a mail"),
        new KeyHint("Delete", "take the file out of the lot; it stays where it is"),
        new KeyHint("F5", "read all files again"));
  }
}
