package org.oddlot.window.returning;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.oddlot.lot.Output;
import org.oddlot.lot.RunHistory;
import org.oddlot.material.CutSpot;
import org.oddlot.material.LedgerEntry;
import org.oddlot.material.Material;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Passes;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.returning.ReturnFinding;
import org.oddlot.pass.returning.ReturnPass;
import org.oddlot.text.Changed;
import org.oddlot.text.Phrase;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.Facts;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.StripPane;
import org.oddlot.window.kit.Wording;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.State;

/** The bench of Return: what is written where, the ledger of every change, a trial import. */
public final class ReturnBench extends FindingsBench<ReturnFinding> {
  private static final int LEDGER_ROWS_IN_EVIDENCE = 8;

  private final DataTable<LedgerEntry> ledger =
      new DataTable<>("ledger-rows", "Nothing differs from what came in.");
  private final Label ledgerTitle = Words.section("Ledger");
  private final VBox trial = new VBox(4);
  private final Label folderLabel = Words.of("", "folder");
  private final Button write = Actions.main("write-here", "Write", "Ctrl E", this::act);
  private Optional<Path> folder = Optional.empty();
  private Optional<Outcome> shownOutcome = Optional.empty();
  private List<LedgerEntry> entries = List.of();
  private List<Output.Written> tried = List.of();
  private final MenuButton earlier = new MenuButton("Earlier runs");
  private final MenuButton ofPass = new MenuButton("Of all passes");
  private String find = "";
  private String shownPass = "";

  /** The bench at {@code place}. */
  public ReturnBench(Place place) {
    super(
        place,
        new ReturnPass(),
        Wording.usual("return", "file")
            .answers("Include", "will be written", "Leave out", "left out")
            .where("Nothing came in that can go out.", "What goes out is listed here."));
    trial.setId("trial");
    table.column(rows -> {
      rows.words("From", 200, ReturnBench::from);
      rows.words("Goes out", 250, ReturnBench::goesOut);
      rows.figures("Changes", 70, each -> Phrase.number(each.finding().changes()));
      rows.words("What it is", 76, ReturnBench::what, "quiet");
      rows.words("Not in it", 110, ReturnBench::lost, "quiet");
    });
    ledger.words("Where", 180, ReturnBench::where);
    ledger.words("What", 110, entry -> shortProperty(entry.property()));
    ledger.words("Before", 110, entry -> changed(entry).before().replace('\n', ' '), "quiet");
    ledger.words("After", 150, entry -> changed(entry).after().replace('\n', ' '));
    ledger.words("Why", 170, LedgerEntry::reason, "quiet");
    folderLabel.setId("folder");
    Label into = Words.of("Into", "quiet");
    into.setMinWidth(Region.USE_PREF_SIZE);
    var where = new HBox(8, into, folderLabel);
    where.setAlignment(Pos.CENTER_LEFT);
    var names =
        new VBox(
            settings(pass.settings()),
            Words.of(
                "{name} becomes the old name, {lot} the lot's, {date} its first day",
                "quiet",
                "small"));
    ofPass.setId("ledger-pass");
    ofPass.setOnShowing(_ -> fillPasses());
    earlier.setId("earlier-runs");
    earlier.setOnShowing(_ -> fillEarlier());
    var head = new HBox(10, ledgerTitle, Words.spring(), earlier, ofPass);
    head.setAlignment(Pos.CENTER_LEFT);
    var changes = new VBox(head, ledger);
    VBox.setVgrow(ledger, Priority.ALWAYS);
    layOut(List.of(names), 5, changes);
    var line = new ArrayList<Node>(List.of(where, Words.spring()));
    decisions.nodes().stream()
        .filter(node -> !node.equals(decisions.acceptButton()))
        .forEach(line::add);
    line.add(Actions.button("choose-folder", "Another folder…", "", this::chooseFolder));
    line.add(write);
    frame.withActions(line.toArray(Node[]::new));
    ledger.getSelectionModel().selectedItemProperty().addListener((_, _, _) -> showEvidenceAgain());
  }

  @Override
  protected void groups() {
    group(ALL);
  }

  private static String from(Reviewed<ReturnFinding> reviewed) {
    return reviewed
        .finding()
        .plan()
        .map(plan -> String.join(", ", plan.from()))
        .orElse(reviewed.finding().document());
  }

  private static String what(Reviewed<ReturnFinding> reviewed) {
    return reviewed
        .finding()
        .plan()
        .map(plan -> plan.changes() == 0 ? "new" : "rewritten")
        .orElse("");
  }

  private static String lost(Reviewed<ReturnFinding> reviewed) {
    return reviewed
        .finding()
        .plan()
        .map(plan -> plan.lost().isEmpty() ? "all is in it" : String.join(", ", plan.lost()))
        .orElse("");
  }

  private static String goesOut(Reviewed<ReturnFinding> reviewed) {
    return reviewed.finding().output().isEmpty()
        ? "nothing, it did not change"
        : reviewed.standing() == Standing.DECLINED
            ? "left out: " + reviewed.finding().output()
            : reviewed.finding().output();
  }

  /** The last two steps of a place: the whole of it is in the evidence. */
  private static String shortPlace(String place) {
    int last = place.lastIndexOf(" / ");
    int before = last < 0 ? -1 : place.lastIndexOf(" / ", last - 1);
    return before < 0 ? place : "… " + place.substring(before + 3);
  }

  /** Where in its file something is; of a file that is no timeline, which that is. */
  private static String where(LedgerEntry entry) {
    return entry.place().isEmpty() ? entry.document() : shortPlace(entry.place());
  }

  private static Changed changed(LedgerEntry entry) {
    return Changed.between(entry.before(), entry.after());
  }

  private static String shortProperty(String property) {
    String shown = property.isEmpty() ? "all of it" : property;
    return shown.replaceFirst("^metadata/[^/]*/", "").replaceFirst("^metadata/", "");
  }

  private void chooseFolder() {
    place
        .picker()
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
  @Override
  public void act() {
    currentFolder().ifPresentOrElse(session::write, this::chooseFolder);
  }

  /** What will be written, without what was left out. */
  private List<ReturnFinding> planned() {
    return table.all().stream()
        .filter(each -> each.standing() == Standing.SETTLED)
        .map(Reviewed::finding)
        .filter(finding -> finding.plan().isPresent())
        .toList();
  }

  @Override
  protected String answer() {
    int changes = planned().stream().mapToInt(ReturnFinding::changes).sum();
    return Phrase.of(
        "%s, %s", Phrase.count(planned().size(), "file"), Phrase.count(changes, "change"));
  }

  @Override
  public void show(State state) {
    if (!state.written().equals(tried)) {
      tried = state.written();
      tryImport(tried);
    }
    super.show(state);
    write.setDisable(planned().isEmpty());
    showFolder();
    if (!state.outcome().equals(shownOutcome)) {
      shownOutcome = state.outcome();
      state
          .outcome()
          .ifPresentOrElse(
              outcome -> session.aside(outcome::ledger, this::showLedger),
              () -> showLedger(List.of()));
    }
  }

  private void showLedger(List<LedgerEntry> newEntries) {
    entries = newEntries;
    refreshLedger();
  }

  private void refreshLedger() {
    String part = find.strip().toLowerCase(java.util.Locale.ROOT);
    List<LedgerEntry> shown =
        entries.stream()
            .filter(e -> shownPass.isEmpty() || e.pass().equals(shownPass))
            .filter(e ->
                part.isEmpty()
                    || String.join(
                            " ",
                            e.document(),
                            e.place(),
                            e.property(),
                            e.before(),
                            e.after(),
                            e.reason())
                        .toLowerCase(java.util.Locale.ROOT)
                        .contains(part))
            .toList();
    ledgerTitle.setText(
        shown.size() == entries.size()
            ? "LEDGER · " + shown.size() + ", THE NEW NAMES INCLUDED"
            : Phrase.of("LEDGER · %d OF %d", shown.size(), entries.size()));
    ledger.show(shown, entry -> entry);
    ledger.getSelectionModel().clearSelection();
  }

  /** The passes that changed something, each with how much. */
  private void fillPasses() {
    Map<String, Long> counts =
        entries.stream()
            .collect(
                Collectors.groupingBy(
                    LedgerEntry::pass, LinkedHashMap::new, Collectors.counting()));
    var items = new ArrayList<MenuItem>();
    items.add(passItem("", "Of all passes", entries.size()));
    counts.forEach((id, count) ->
        items.add(
            passItem(id, Passes.byId(id).map(Pass::title).orElse(id), Math.toIntExact(count))));
    ofPass.getItems().setAll(items);
  }

  /** What was written of the lot before: chosen, its settings and answers are taken again. */
  private void fillEarlier() {
    var items = new ArrayList<MenuItem>();
    for (RunHistory.Run run : session.history().reversed()) {
      var item = new MenuItem(run.inWords());
      item.setId("earlier-" + items.size());
      item.setOnAction(_ -> session.again(run));
      items.add(item);
    }
    if (items.isEmpty()) {
      var nothing = new MenuItem("Nothing was written of this lot since it was saved");
      nothing.setDisable(true);
      items.add(nothing);
    }
    earlier.getItems().setAll(items);
  }

  private MenuItem passItem(String id, String title, int count) {
    var item = new MenuItem(title + " · " + Phrase.number(count));
    item.setId("ledger-pass-" + id);
    item.setOnAction(_ -> {
      shownPass = id;
      ofPass.setText(title);
      refreshLedger();
    });
    return item;
  }

  /** Has Practice Desk import the timelines that were written, as an editing program would. */
  private void tryImport(List<Output.Written> written) {
    trial.getChildren().setAll(Words.of("Practice Desk is reading…", "quiet"));
    session.aside(
        () -> written.stream().map(file -> Trial.of(file.path())).toList(), this::showTrial);
  }

  private void showTrial(List<Trial> trials) {
    trial.getChildren().clear();
    for (Trial each : trials) {
      if (each.complaints().isEmpty()) {
        trial
            .getChildren()
            .add(Words.paragraph(each.says(), each.isTried() ? "settled-words" : "quiet"));
      } else {
        each.complaints().stream()
            .limit(LEDGER_ROWS_IN_EVIDENCE)
            .forEach(c -> trial.getChildren().add(Words.paragraph(c, "trouble")));
      }
    }
  }

  @Override
  protected void showEvidence(Reviewed<ReturnFinding> reviewed) {
    ReturnFinding finding = reviewed.finding();
    evidence.getChildren().add(Words.paragraph(sentence(reviewed.reason()), "quiet"));
    if (!finding.evidence().isEmpty()) {
      evidence.getChildren().add(Words.section("Told apart by"));
      finding
          .evidence()
          .forEach(e -> {
            evidence.getChildren().add(Words.paragraph(e.what() + " " + e.value(), "fact"));
            if (!e.verdict().isEmpty()) {
              evidence.getChildren().add(Words.paragraph(e.verdict(), "quiet"));
            }
          });
    }
    Optional.ofNullable(ledger.getSelectionModel().getSelectedItem()).ifPresent(this::addProof);
    if (!finding.output().isEmpty() && (tried.isEmpty() || !trial.getChildren().isEmpty())) {
      evidence.getChildren().add(Words.section("Trial import"));
      evidence
          .getChildren()
          .add(
              tried.isEmpty()
                  ? Words.paragraph(
                      "When it is written, Practice Desk imports it and says what an editing"
                          + " program would.",
                      "quiet")
                  : trial);
    }
  }

  /** One line of the ledger in full. */
  private void addProof(LedgerEntry entry) {
    shownOutcome.map(Outcome::end).ifPresent(material -> showCut(material, entry));
    var facts = new Facts();
    facts.add(new Evidence("what", entry.property(), ""));
    facts.add(new Evidence("before", entry.before().isEmpty() ? "nothing" : entry.before(), ""));
    facts.add(new Evidence("after", entry.after().isEmpty() ? "nothing" : entry.after(), ""));
    facts.add(new Evidence("why", entry.reason(), ""));
    evidence
        .getChildren()
        .addAll(Words.section("This change"), Words.paragraph(entry.place(), "fact"), facts);
  }

  /** Where in its timeline it is, with all else that differs. */
  private void showCut(Material material, LedgerEntry entry) {
    CutSpot.of(material, entry.address())
        .ifPresent(spot ->
            place
                .cut()
                .show(
                    material,
                    List.of(),
                    Optional.of(spot),
                    entries,
                    its ->
                        CutSpot.of(material, its.address())
                            .map(at -> new StripPane.Said(at, Optional.empty()))));
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
        new KeyHint("Ctrl E", "write what goes out"),
        new KeyHint("↑ ↓", "walk the ledger"),
        new KeyHint("Delete", "leave the chosen file out"),
        new KeyHint("Backspace", "write it after all"));
  }
}
