package org.oddlot.desk.match;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.StackPane;
import org.jspecify.annotations.Nullable;
import org.oddlot.desk.kit.Actions;
import org.oddlot.desk.kit.Bench;
import org.oddlot.desk.kit.BenchFrame;
import org.oddlot.desk.kit.Overlay;
import org.oddlot.desk.kit.Plumb;
import org.oddlot.desk.kit.SettingsBar;
import org.oddlot.desk.kit.Sheet;
import org.oddlot.desk.kit.StandingMark;
import org.oddlot.desk.kit.Tabs;
import org.oddlot.desk.kit.Timecodes;
import org.oddlot.desk.kit.Words;
import org.oddlot.desk.match.MatchModel.Group;
import org.oddlot.desk.session.Session;
import org.oddlot.desk.session.State;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Look;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.Source;
import org.oddlot.pass.Standing;
import org.oddlot.pass.match.Candidate;
import org.oddlot.pass.match.MatchPass;
import org.oddlot.text.Phrase;
import org.oddlot.time.Timecode;

/**
 * The bench of Match: entries and clips side by side, the doubtful first, settled with few keys.
 */
public final class MatchBench implements Bench {
  private static final double PLUMB_WIDTH = 92;

  private final MatchPass pass = new MatchPass();
  private final MatchModel model = new MatchModel();
  private final Session session;
  private final Overlay overlay;
  private final BenchFrame frame = new BenchFrame(pass.question());
  private final SettingsBar settings;
  private final Tabs<Group> tabs = new Tabs<>(_ -> refresh());
  private final Sheet<MatchRow> rows =
      new Sheet<>("match-rows", "Nothing here. What is settled is one key away: S.");
  private final Sheet<Look.Remark> unlogged =
      new Sheet<>("unlogged-rows", "Every clip has an entry.");
  private final StackPane tables = new StackPane(rows, unlogged);
  private final MatchEvidence evidence = new MatchEvidence(this::toggle);
  private final Button pair;
  private final Button decline;
  private final Button accept;
  private final Button takeBack;
  private final Button folded = Actions.button("folded", "", "S", this::foldOrShow);
  private Set<String> picked = Set.of();
  private String find = "";

  /** The bench for {@code session}; questions are laid over the window by {@code overlay}. */
  public MatchBench(Session session, Overlay overlay) {
    this.session = session;
    this.overlay = overlay;
    settings =
        new SettingsBar(
            pass.settings(),
            (setting, value) ->
                session.changeSheet(
                    sheet ->
                        sheet.withSettings(
                            pass.id(), sheet.settings(pass.id()).with(setting, value)),
                    "set the tolerance to " + value + " frames"));
    pair = Actions.button("pair", "Pair by hand…", "P", this::pairByHand);
    decline = Actions.button("decline", "Decline", "Del", this::decline);
    accept = Actions.main("accept", "Accept", "Enter", this::accept);
    takeBack = Actions.button("take-back", "Take back", "Backspace", this::takeBack);
    columns();
    var line = new javafx.scene.layout.HBox(tabs, Words.spring(), settings);
    line.setAlignment(Pos.CENTER_LEFT);
    line.getStyleClass().add("tab-line");
    frame
        .with(tables, line, tables)
        .withActions(folded, Words.spring(), takeBack, pair, decline, accept);
    rows.getSelectionModel().selectedItemProperty().addListener((_, _, row) -> select(row));
    rows.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
    tables.addEventFilter(
        KeyEvent.KEY_PRESSED,
        event -> {
          if (event.getCode() == KeyCode.S && !event.isShortcutDown()) {
            foldOrShow();
            event.consume();
          }
        });
  }

  private void columns() {
    rows.figures("Row", 46, row -> Integer.toString(row.entry().row()), "quiet");
    rows.words("Slate", 70, MatchRow::slate);
    rows.words("Cam", 44, row -> row.entry().camera());
    rows.figures("Log", 92, MatchRow::log);
    rows.nodes("before · after", PLUMB_WIDTH + 12, MatchBench::plumb);
    rows.figures("Off", 54, row -> row.hung().map(Candidate::difference).orElse(""));
    rows.nodes("", 24, row -> new StandingMark(row.standing()));
    rows.words("Clip", 84, MatchRow::clip);
    rows.nodes("Clip start", 92, row -> Timecodes.compared(row.start(), row.log()));
    rows.words("Why", 120, MatchRow::why, "quiet");
    unlogged.words("Clip", 110, Look.Remark::title);
    unlogged.figures("Clip start", 96, remark -> startOf(remark.about()));
    unlogged.words("Why", 300, Look.Remark::text, "quiet");
  }

  private void foldOrShow() {
    tabs.choose(tabs.chosen() == Group.NEEDS_YOU ? Group.SETTLED : Group.NEEDS_YOU);
  }

  private String startOf(String source) {
    return model
        .source(source)
        .flatMap(Source::startLabel)
        .map(Timecode::toString)
        .orElse("not known");
  }

  private static Node plumb(MatchRow row) {
    var plumb = new Plumb(PLUMB_WIDTH, row.finding().tolerance());
    boolean doubtful = row.standing() == Standing.TO_LOOK_AT;
    String hung = row.hung().map(c -> c.source().id()).orElse("");
    row.finding().candidates().stream()
        .filter(candidate -> !candidate.source().id().equals(hung))
        .filter(candidate -> candidate.sameCamera() != Candidate.Agreement.DIFFERENT)
        .filter(Candidate::hasTime)
        .forEach(candidate -> plumb.rival(candidate.frames()));
    row.hung()
        .filter(Candidate::hasTime)
        .ifPresent(candidate -> plumb.clip(candidate.frames(), doubtful));
    plumb.setAccessibleText(row.hung().map(Candidate::difference).orElse("no clip"));
    return plumb;
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
    return evidence.node();
  }

  @Override
  public void show(State state, Optional<StepOutcome> step) {
    step.ifPresentOrElse(model::show, model::clear);
    settings.show(state.lot().sheet().settings(pass.id()));
    frame.answer(
        Phrase.of("%d entries, %d clips", model.entryCount(), model.sourceCount()),
        model.count(Group.NEEDS_YOU));
    tabs.show(
        List.of(
            new Tabs.Tab<>(Group.NEEDS_YOU, "Needs you", model.count(Group.NEEDS_YOU)),
            new Tabs.Tab<>(Group.SETTLED, "Settled", model.count(Group.SETTLED)),
            new Tabs.Tab<>(Group.DECLINED, "Declined", model.count(Group.DECLINED)),
            new Tabs.Tab<>(Group.UNLOGGED, "Clips without entry", model.count(Group.UNLOGGED))));
    refresh();
  }

  private void refresh() {
    Group group = tabs.chosen();
    boolean clips = group == Group.UNLOGGED;
    rows.setVisible(!clips);
    unlogged.setVisible(clips);
    if (group == null || clips) {
      unlogged.show(model.unlogged(find), Look.Remark::about);
      select(null);
    } else {
      rows.show(model.rows(group, find), MatchRow::id);
      select(rows.getSelectionModel().getSelectedItem());
    }
    Actions.rename(
        folded,
        group == Group.NEEDS_YOU
            ? Phrase.of("%d settled, folded away", model.count(Group.SETTLED))
            : "Back to what needs you");
    for (Button button : List.of(pair, decline, accept)) {
      button.setVisible(!clips);
    }
  }

  private void select(@Nullable MatchRow row) {
    picked = row == null ? Set.of() : new LinkedHashSet<>(row.judged().chosen());
    boolean decided = row != null && row.judged().decision().isPresent();
    accept.setDisable(row == null);
    decline.setDisable(row == null || row.standing() == Standing.DECLINED);
    pair.setDisable(row == null);
    takeBack.setVisible(decided);
    evidence.show(Optional.ofNullable(row), picked, model);
  }

  private Optional<MatchRow> selected() {
    return Optional.ofNullable(rows.getSelectionModel().getSelectedItem());
  }

  private void key(KeyEvent event) {
    if (event.isShortcutDown() || event.isAltDown()) {
      return;
    }
    boolean used = true;
    switch (event.getCode()) {
      case ENTER -> accept();
      case DELETE -> decline();
      case BACK_SPACE -> takeBack();
      case P -> pairByHand();
      case DIGIT1, DIGIT2, DIGIT3, DIGIT4, DIGIT5, DIGIT6, DIGIT7, DIGIT8, DIGIT9 ->
          toggle(Integer.parseInt(event.getCode().getChar()) - 1);
      default -> used = false;
    }
    if (used) {
      event.consume();
    }
  }

  /** Takes the candidate of this number into the choice, or out of it. */
  private void toggle(int index) {
    selected()
        .filter(row -> index < row.finding().candidates().size())
        .ifPresent(row -> {
          picked = model.toggled(picked, row.finding().candidates().get(index));
          evidence.show(Optional.of(row), picked, model);
        });
  }

  private void accept() {
    selected()
        .ifPresent(row -> {
          if (picked.isEmpty()) {
            session.tell(
                row.finding().candidates().isEmpty()
                    ? "No clip fits this entry. Pair it by hand, or decline it."
                    : "Choose a clip first, by its number.");
            return;
          }
          session.decide(
              row.id(),
              Optional.of(Decision.accept(List.copyOf(picked))),
              "accepted " + row.entry().title());
        });
  }

  private void decline() {
    selected()
        .ifPresent(row ->
            session.decide(
                row.id(), Optional.of(Decision.decline()), "declined " + row.entry().title()));
  }

  private void takeBack() {
    selected()
        .filter(row -> row.judged().decision().isPresent())
        .ifPresent(row ->
            session.decide(
                row.id(), Optional.empty(), "took back what was said of " + row.entry().title()));
  }

  private void pairByHand() {
    selected()
        .ifPresent(row -> {
          var chooser =
              new ClipChooser(
                  row,
                  model,
                  source -> {
                    overlay.close();
                    session.decide(
                        row.id(),
                        Optional.of(Decision.accept(List.of(source.id()))),
                        Phrase.of("paired %s with %s", row.entry().title(), source.name()));
                  });
          overlay.open(chooser.node(), chooser.first());
        });
  }

  @Override
  public void focus() {
    (unlogged.isVisible() ? unlogged : rows).requestFocus();
  }

  @Override
  public void find(String text) {
    find = text;
    refresh();
  }

  @Override
  public List<KeyHint> keys() {
    return List.of(
        new KeyHint("↑ ↓", "the row before, the next row"),
        new KeyHint("1 … 9", "choose a clip by its number"),
        new KeyHint("Enter", "accept what is chosen"),
        new KeyHint("Delete", "decline"),
        new KeyHint("P", "pair by hand with any clip"),
        new KeyHint("Backspace", "take back what was said of this row"),
        new KeyHint("S", "fold what is settled away, or show it"));
  }
}
