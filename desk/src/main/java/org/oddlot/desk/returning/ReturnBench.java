package org.oddlot.desk.returning;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.oddlot.desk.kit.Actions;
import org.oddlot.desk.kit.Bench;
import org.oddlot.desk.kit.BenchFrame;
import org.oddlot.desk.kit.Facts;
import org.oddlot.desk.kit.SettingsBar;
import org.oddlot.desk.kit.Sheet;
import org.oddlot.desk.kit.StandingMark;
import org.oddlot.desk.kit.Words;
import org.oddlot.desk.session.FilePicker;
import org.oddlot.desk.session.Session;
import org.oddlot.desk.session.State;
import org.oddlot.lot.Output;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Judged;
import org.oddlot.pass.LedgerEntry;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.returning.ReturnFinding;
import org.oddlot.pass.returning.ReturnPass;
import org.oddlot.practice.desk.DeskReader;
import org.oddlot.practice.desk.Project;
import org.oddlot.text.Phrase;

/** The bench of Return: what is written where, the ledger of every change, a trial import. */
public final class ReturnBench implements Bench {
  private static final int LEDGER_ROWS_IN_EVIDENCE = 8;

  private final ReturnPass pass = new ReturnPass();
  private final Session session;
  private final FilePicker picker;
  private final BenchFrame frame = new BenchFrame(pass.question());
  private final SettingsBar settings;
  private final Sheet<Judged> files = new Sheet<>("return-rows", "No timeline file came in.");
  private final Sheet<LedgerEntry> ledger =
      new Sheet<>("ledger-rows", "Nothing differs from what came in.");
  private final Label ledgerTitle = Words.section("Ledger");
  private final VBox evidence = new VBox(6);
  private final VBox trial = new VBox(4);
  private final Label folderLabel = Words.of("", "folder");
  private final Button write;
  private Optional<Path> folder = Optional.empty();
  private Optional<Outcome> shownOutcome = Optional.empty();
  private List<LedgerEntry> entries = List.of();
  private List<Output.Written> tried = List.of();
  private String find = "";

  /** The bench for {@code session}; the folder is asked for with {@code picker}. */
  public ReturnBench(Session session, FilePicker picker) {
    this.session = session;
    this.picker = picker;
    settings =
        new SettingsBar(
            pass.settings(),
            (setting, value) ->
                session.changeSheet(
                    sheet ->
                        sheet.withSettings(
                            pass.id(), sheet.settings(pass.id()).with(setting, value)),
                    "changed the names of what goes out"));
    evidence.getStyleClass().add("evidence");
    evidence.setId("return-evidence");
    trial.setId("trial");
    write = Actions.main("write-here", "Write", "Ctrl E", this::write);
    columns();
    folderLabel.setId("folder");
    var where = new HBox(8, Words.of("Into", "quiet"), folderLabel);
    where.setAlignment(Pos.CENTER_LEFT);
    var names =
        new VBox(
            settings,
            Words.of(
                "{name} becomes the old name, {lot} the lot's, {date} its first day",
                "quiet",
                "small"));
    frame
        .with(ledger, names, files, ledgerTitle, ledger)
        .withActions(
            where,
            Words.spring(),
            Actions.button("choose-folder", "Another folder…", "", this::chooseFolder),
            write);
    files.getSelectionModel().selectedItemProperty().addListener((_, _, judged) -> select(judged));
    ledger
        .getSelectionModel()
        .selectedItemProperty()
        .addListener((_, _, entry) -> select(files.getSelectionModel().getSelectedItem()));
  }

  private void columns() {
    files.nodes("", 24, judged -> new StandingMark(judged.standing()));
    files.words("Came in", 200, judged -> ((ReturnFinding) judged.finding()).document());
    files.words("Goes out", 260, judged -> goesOut((ReturnFinding) judged.finding()));
    files.figures("Changes", 90, j -> Integer.toString(((ReturnFinding) j.finding()).changes()));
    ledger.words("Where", 180, entry -> shortPlace(entry.place()));
    ledger.words("What", 110, entry -> shortProperty(entry.property()));
    ledger.words("Before", 80, LedgerEntry::before, "quiet");
    ledger.words("After", 150, entry -> entry.after().replace('\n', ' '));
    ledger.words("Why", 170, LedgerEntry::reason, "quiet");
  }

  private static String goesOut(ReturnFinding finding) {
    return finding.output().isEmpty() ? "nothing, it did not change" : finding.output();
  }

  /** The last two steps of a place: the whole of it is in the evidence. */
  private static String shortPlace(String place) {
    int last = place.lastIndexOf(" / ");
    int before = last < 0 ? -1 : place.lastIndexOf(" / ", last - 1);
    return before < 0 ? place : "… " + place.substring(before + 3);
  }

  private static String shortProperty(String property) {
    String shown = property.isEmpty() ? "all of it" : property;
    return shown.replaceFirst("^metadata/[^/]*/", "").replaceFirst("^metadata/", "");
  }

  private void chooseFolder() {
    picker
        .folderToWriteTo(currentFolder())
        .ifPresent(chosen -> {
          folder = Optional.of(chosen);
          showFolder();
        });
  }

  private Optional<Path> currentFolder() {
    return folder.or(session::usualFolder);
  }

  /** The last two folders of the way there; all of it where one points at it. */
  private void showFolder() {
    Optional<Path> current = currentFolder();
    folderLabel.setText(
        current
            .map(path -> {
              int names = path.getNameCount();
              return names <= 2
                  ? path.toString()
                  : "… / " + path.getName(names - 2) + " / " + path.getName(names - 1);
            })
            .orElse("no folder yet"));
    folderLabel.setTooltip(current.map(path -> new Tooltip(path.toString())).orElse(null));
  }

  /** Writes into the folder that is shown. */
  public void write() {
    currentFolder().ifPresentOrElse(session::write, this::chooseFolder);
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
  public void show(State state, Optional<StepOutcome> step) {
    List<Judged> judged = step.map(StepOutcome::judged).orElse(List.of());
    settings.show(state.lot().sheet().settings(pass.id()));
    long out =
        judged.stream().filter(j -> !((ReturnFinding) j.finding()).output().isEmpty()).count();
    int changes = judged.stream().mapToInt(j -> ((ReturnFinding) j.finding()).changes()).sum();
    frame.answer(
        Phrase.of("%s, %s", out == 1 ? "1 file" : out + " files", changes + " changes"), 0);
    write.setDisable(out == 0);
    showFolder();
    files.show(judged, j -> j.finding().id());
    files.fitRows(1, 5);
    if (!state.outcome().equals(shownOutcome)) {
      shownOutcome = state.outcome();
      state.outcome().ifPresent(outcome -> session.aside(outcome::ledger, this::showLedger));
    }
    if (!state.written().equals(tried)) {
      tried = state.written();
      tryImport(tried);
    }
    select(files.getSelectionModel().getSelectedItem());
  }

  private void showLedger(List<LedgerEntry> newEntries) {
    entries = newEntries;
    refreshLedger();
  }

  private void refreshLedger() {
    String part = find.strip().toLowerCase(java.util.Locale.ROOT);
    List<LedgerEntry> shown =
        part.isEmpty()
            ? entries
            : entries.stream()
                .filter(e ->
                    (e.place() + " " + e.property() + " " + e.after() + " " + e.reason())
                        .toLowerCase(java.util.Locale.ROOT)
                        .contains(part))
                .toList();
    ledgerTitle.setText("LEDGER · " + shown.size() + ", THE NEW NAMES INCLUDED");
    ledger.show(shown, entry -> entry);
    ledger.getSelectionModel().clearSelection();
  }

  /** Has Practice Desk import what was written, as an editing program would. */
  private void tryImport(List<Output.Written> written) {
    trial.getChildren().setAll(Words.of("Practice Desk is reading…", "quiet"));
    session.aside(
        () -> written.stream().map(file -> DeskReader.read(file.path())).toList(),
        projects -> showTrial(written, projects));
  }

  private void showTrial(List<Output.Written> written, List<Project> projects) {
    trial.getChildren().clear();
    for (int i = 0; i < projects.size(); i++) {
      Project project = projects.get(i);
      String name = String.valueOf(written.get(i).path().getFileName());
      if (project.isClean()) {
        trial
            .getChildren()
            .add(
                Words.paragraph(
                    Phrase.of(
                        "%s: %d clips taken in without a warning.", name, project.clips().size()),
                    "settled-words"));
      } else {
        project.complaints().stream()
            .limit(LEDGER_ROWS_IN_EVIDENCE)
            .forEach(c -> trial.getChildren().add(Words.paragraph(name + ": " + c, "trouble")));
      }
    }
  }

  private void select(@Nullable Judged judged) {
    evidence.getChildren().clear();
    if (judged == null) {
      evidence.getChildren().add(Words.paragraph("What goes out is listed here.", "quiet"));
      return;
    }
    var finding = (ReturnFinding) judged.finding();
    evidence.getChildren().add(Words.paragraph(finding.title(), "evidence-title"));
    evidence.getChildren().add(Words.paragraph(finding.reason(), "quiet"));
    if (!finding.evidence().isEmpty()) {
      evidence.getChildren().add(Words.section("Told apart by"));
      finding
          .evidence()
          .forEach(e -> {
            evidence.getChildren().add(Words.paragraph(e.what() + " " + e.value(), "fact"));
            evidence.getChildren().add(Words.paragraph(e.verdict(), "quiet"));
          });
    }
    Optional.ofNullable(ledger.getSelectionModel().getSelectedItem()).ifPresent(this::addProof);
    if (!finding.output().isEmpty()) {
      evidence.getChildren().add(Words.section("Trial import"));
      if (tried.isEmpty()) {
        evidence
            .getChildren()
            .add(
                Words.paragraph(
                    "When it is written, Practice Desk imports it and says what an editing"
                        + " program would.",
                    "quiet"));
      } else {
        evidence.getChildren().add(trial);
      }
    }
  }

  /** One line of the ledger in full. */
  private void addProof(LedgerEntry entry) {
    var facts = new Facts();
    facts.add(new Evidence("what", entry.property(), ""));
    facts.add(new Evidence("before", entry.before().isEmpty() ? "nothing" : entry.before(), ""));
    facts.add(new Evidence("after", entry.after().isEmpty() ? "nothing" : entry.after(), ""));
    facts.add(new Evidence("why", entry.reason(), ""));
    evidence
        .getChildren()
        .addAll(Words.section("This change"), Words.paragraph(entry.place(), "fact"), facts);
  }

  @Override
  public void focus() {
    ledger.requestFocus();
  }

  @Override
  public void find(String text) {
    find = text;
    refreshLedger();
  }

  @Override
  public List<KeyHint> keys() {
    return List.of(
        new KeyHint("Ctrl E", "write what goes out"), new KeyHint("↑ ↓", "walk the ledger"));
  }
}
