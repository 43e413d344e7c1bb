package org.oddlot.window.kit;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Predicate;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.VBox;
import org.oddlot.material.CutSpot;
import org.oddlot.material.Material;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.setting.Setting;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Placed;
import org.oddlot.window.session.Session;
import org.oddlot.window.session.State;

/**
 * The usual bench: a table of a pass's findings, what can be said about them, what can be set, and
 * the evidence beside. What the findings look like is said by the bench of the pass.
 *
 * @param <F> the findings
 */
// Nothing is asked of the bench of a pass before the window shows it.
@SuppressWarnings("this-escape")
public abstract class FindingsBench<F extends Finding> implements Bench, DecisionBar.Rules<F> {
  protected static final String NEEDS_YOU = "needs-you";
  protected static final String ALL = "all";
  protected static final String DECLINED = "declined";

  protected final Place place;
  protected final Session session;
  protected final Pass<F> pass;
  protected final FindingsTable<F> table;
  protected final DecisionBar<F> decisions;
  protected final VBox evidence = new VBox(6);
  protected final BenchFrame frame;
  private final Wording wording;
  private final List<SettingsBar> bars = new ArrayList<>();
  private final List<Remarks> remarks = new ArrayList<>();
  private Optional<StepOutcome<F>> step = Optional.empty();

  /** A tab of what was left over. */
  private static final class Remarks {
    private final Predicate<Analysis.Remark> which;
    private final DataTable<Analysis.Remark> rows;
    private List<Analysis.Remark> all = List.of();

    Remarks(String id, Predicate<Analysis.Remark> which) {
      this.which = which;
      rows = new DataTable<>(id, "Nothing is left over.");
      rows.words("What", 160, Analysis.Remark::title);
      rows.words("Why", 420, Analysis.Remark::text, "quiet");
    }

    void find(String part) {
      rows.show(
          all.stream()
              .filter(r -> (r.title() + " " + r.text()).toLowerCase(Locale.ROOT).contains(part))
              .toList(),
          Analysis.Remark::about);
    }
  }

  /** A bench for the findings of {@code pass}. */
  protected FindingsBench(Place place, Pass<F> pass, Wording wording) {
    this.place = place;
    this.session = place.session();
    this.pass = pass;
    this.wording = wording;
    frame = new BenchFrame(pass.question());
    table = new FindingsTable<>(wording.id(), wording.empty(), _ -> select());
    table.findIn(this::words);
    table.whereEmpty(this::whereEmpty);
    decisions = new DecisionBar<>(session, table, wording, this);
    evidence.getStyleClass().add("evidence");
    evidence.setId(wording.id() + "-evidence");
    table.sheet().addEventFilter(KeyEvent.KEY_PRESSED, this::key);
    groups();
  }

  /** Adds the tabs of findings: those that need a person, all, those that were declined. */
  protected void groups() {
    group(NEEDS_YOU);
    group(ALL);
    group(DECLINED);
  }

  /** Nothing that came in is for this station, or nothing in it needs a person any more. */
  private Node whereEmpty(String tab) {
    if (table.all().isEmpty()) {
      return Words.paragraph(wording.empty(), "empty");
    }
    if (!tab.equals(NEEDS_YOU)) {
      return Words.paragraph("None.", "empty");
    }
    var box = new VBox(10, Words.paragraph(whatIsDone(), "done"));
    place
        .way()
        .after(pass.id())
        .ifPresentOrElse(
            next ->
                box.getChildren()
                    .add(
                        Actions.button(
                            "next-station",
                            Phrase.of("Go on to %s, %,d to look at", next.title(), next.needing()),
                            "G",
                            () -> place.way().open(next.station()))),
            () ->
                box.getChildren()
                    .add(
                        Words.paragraph(
                            "No station needs you. What goes out is in Return.", "quiet")));
    box.getStyleClass().add("empty");
    box.setAlignment(Pos.CENTER);
    box.setMaxSize(460, 120);
    return box;
  }

  private String whatIsDone() {
    int settled = (int) table.all().stream().filter(r -> r.standing() == Standing.SETTLED).count();
    boolean isAll = settled == table.all().size();
    return switch (settled) {
      case 0 -> "All were declined.";
      case 1 -> "The one " + wording.noun() + " is settled.";
      default ->
          Phrase.of(
              "All %s %s settled.",
              Phrase.count(settled, wording.noun()), isAll ? "are" : "that were not declined are");
    };
  }

  /** Adds one of the usual tabs. */
  protected final void group(String id) {
    switch (id) {
      case NEEDS_YOU ->
          table.group(NEEDS_YOU, "Needs you", reviewed -> reviewed.standing().needsAPerson());
      case DECLINED ->
          table.group(
              DECLINED,
              wording.declined().substring(0, 1).toUpperCase(Locale.ROOT)
                  + wording.declined().substring(1),
              reviewed -> reviewed.standing() == Standing.DECLINED);
      default -> table.group(ALL, "All", _ -> true);
    }
  }

  /** Adds a tab of what was left over. */
  protected final void remarks(
      String id, String rowsId, String title, Predicate<Analysis.Remark> which) {
    var its = new Remarks(rowsId, which);
    remarks.add(its);
    table.pane(id, title, its.rows, () -> its.all.size(), its::find);
  }

  /** Puts the bench together: what is above the table, and what can be done beside the usual. */
  protected final void layOut(List<? extends Node> above, Node... actions) {
    var body = new ArrayList<Node>(above);
    body.add(table);
    frame.with(table, body.toArray(Node[]::new));
    actions(actions);
  }

  /** The same with something below the table, which then is no higher than its rows. */
  protected final void layOut(
      List<? extends Node> above, int mostRows, Node below, Node... actions) {
    var body = new ArrayList<Node>(above);
    body.add(table);
    body.add(below);
    table.fit(2, mostRows);
    frame.with(below, body.toArray(Node[]::new));
    actions(actions);
  }

  /** Puts these at the foot, before what can be said of findings. */
  protected final void actions(Node... actions) {
    var line = new ArrayList<Node>(List.of(actions));
    line.add(Words.spring());
    line.addAll(decisions.nodes());
    frame.withActions(line.toArray(Node[]::new));
  }

  /** A bar of some of the pass's settings. */
  protected final SettingsBar settings(List<Setting<?>> settings) {
    var bar =
        new SettingsBar(
            settings,
            (setting, value) -> session.set(pass.id(), setting.key(), value, setting.title()));
    bars.add(bar);
    return bar;
  }

  /** Shows what is known of a row, below its title: the reason, its choices, its evidence. */
  protected void showEvidence(Reviewed<F> reviewed) {
    evidence
        .getChildren()
        .add(
            Words.paragraph(
                sentence(reviewed.reason()),
                reviewed.standing() == Standing.SETTLED ? "quiet" : "reason"));
    showChoices(reviewed, "");
    showFacts(reviewed, "What it rests on");
  }

  /** Shows the facts of a row under a heading, if there are any. */
  protected final void showFacts(Reviewed<F> reviewed, String heading) {
    if (!reviewed.finding().evidence().isEmpty()) {
      evidence
          .getChildren()
          .addAll(Words.section(heading), Facts.of(reviewed.finding().evidence()));
    }
  }

  /** Shows the choices of a row, each with its number; what is picked stands out. */
  protected final void showChoices(Reviewed<F> reviewed, String heading) {
    if (reviewed.finding().choices().isEmpty()) {
      return;
    }
    if (!heading.isEmpty()) {
      evidence.getChildren().add(Words.section(heading));
    }
    evidence
        .getChildren()
        .addAll(ChoiceLines.of(reviewed.finding().choices(), decisions.picked(), decisions::pick));
  }

  /** A reason as a sentence of its own. */
  protected static String sentence(String reason) {
    return reason.isEmpty()
        ? ""
        : Character.toUpperCase(reason.charAt(0)) + reason.substring(1) + ".";
  }

  /** The title over the evidence of a row. */
  protected String title(Reviewed<F> reviewed) {
    return reviewed.finding().title();
  }

  /** All that can be found in a row. */
  protected String words(Reviewed<F> reviewed) {
    return reviewed.finding().title()
        + " "
        + reviewed.finding().headline()
        + " "
        + reviewed.reason();
  }

  /** The answer to the question, in numbers. */
  protected String answer() {
    return Phrase.count(table.all().size(), wording.noun());
  }

  /** Is told that a row was chosen, or none; before its evidence is shown. */
  protected void selected(Optional<Reviewed<F>> reviewed) {}

  /** Is told what came of the pass; before it is shown. */
  protected void stepped(State state, Optional<StepOutcome<F>> newStep) {}

  /** Keys that only this bench knows; true if one was used. */
  protected boolean otherKey(KeyEvent event) {
    return false;
  }

  /** Shows what belongs beside something else than findings. */
  protected void showOther() {
    evidence.getChildren().add(Words.paragraph(wording.choose(), "quiet"));
  }

  /** The same with Alt held; true if one was used. */
  protected boolean altKey(KeyEvent event) {
    return false;
  }

  private void key(KeyEvent event) {
    boolean isUsed =
        !event.isShortcutDown() && (event.isAltDown() ? altKey(event) : otherKey(event));
    if (isUsed) {
      event.consume();
    }
  }

  /** What came of the pass, if it was run. */
  protected final Optional<StepOutcome<F>> step() {
    return step;
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
  public void show(State state) {
    step = state.outcome().flatMap(outcome -> outcome.step(pass));
    stepped(state, step);
    List<Analysis.Remark> left = step.map(s -> s.analysis().remarks()).orElse(List.of());
    remarks.forEach(each -> each.all = left.stream().filter(each.which).toList());
    bars.forEach(bar -> bar.show(state.lot().sheet().settings(pass.id())));
    table.show(step.map(StepOutcome::reviewed).orElse(List.of()));
    frame.answer(answer(), step.map(its -> its.tally().needing()).orElse(0));
  }

  private void select() {
    decisions.follow();
    Optional<Reviewed<F>> current = table.current();
    selected(current);
    showCut(current);
    showEvidence(current);
  }

  /** Shows where in the cut the chosen row is, with all others. */
  private void showCut(Optional<Reviewed<F>> current) {
    Optional<Material> material = session.state().outcome().map(Outcome::end);
    Optional<CutSpot> spot =
        current.flatMap(row -> material.flatMap(its -> row.finding().spot(its)));
    if (spot.isEmpty()) {
      place.cut().clear();
      return;
    }
    Material its = material.orElseThrow();
    place
        .cut()
        .show(
            its,
            inStep(current.orElseThrow()),
            spot,
            table.all(),
            row ->
                row.finding()
                    .spot(its)
                    .map(at -> new StripPane.Said(at, Optional.of(row.standing()))));
  }

  /** Timelines that are shown below the one that a row lies in, in step with it. */
  protected List<Placed> inStep(Reviewed<F> reviewed) {
    return List.of();
  }

  private void showEvidence(Optional<Reviewed<F>> current) {
    evidence.getChildren().clear();
    current.ifPresentOrElse(
        reviewed -> {
          evidence.getChildren().add(Words.paragraph(title(reviewed), "evidence-title"));
          showEvidence(reviewed);
        },
        this::showOther);
  }

  /** Shows the evidence of the current row again. */
  protected final void showEvidenceAgain() {
    showEvidence(table.current());
  }

  @Override
  public void picked() {
    showEvidenceAgain();
  }

  @Override
  public void focus() {
    table.focus();
  }

  @Override
  public void reveal(FindingId finding) {
    table.reveal(finding);
  }

  @Override
  public void find(String text) {
    table.find(text);
  }

  @Override
  public List<KeyHint> keys() {
    return decisions.keys();
  }
}
