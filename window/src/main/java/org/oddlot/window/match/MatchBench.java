package org.oddlot.window.match;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import javafx.scene.control.Button;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.oddlot.material.Source;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.match.Candidate;
import org.oddlot.pass.match.MatchFinding;
import org.oddlot.pass.match.MatchPass;
import org.oddlot.text.Phrase;
import org.oddlot.time.Timecode;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.ComparedTimecode;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Plumb;
import org.oddlot.window.kit.Wording;
import org.oddlot.window.session.State;

/**
 * The bench of Match: entries and clips side by side, the doubtful first, settled with few keys.
 */
public final class MatchBench extends FindingsBench<MatchFinding> {
  private static final double PLUMB_WIDTH = 92;
  private static final String SETTLED = "settled";
  private static final String UNLOGGED = "unlogged";

  private final MatchModel model = new MatchModel();
  private final MatchEvidence shown = new MatchEvidence(evidence, decisions::pick);
  private final DataTable<Analysis.Remark> unlogged =
      new DataTable<>("unlogged-rows", "Every clip has an entry.");
  private final Button pair = Actions.button("pair", "Pair by hand…", "P", this::pairByHand);
  private final Button folded = Actions.button("folded", "", "S", this::foldOrShow);
  private List<Analysis.Remark> left = List.of();

  /** The bench at {@code place}. */
  public MatchBench(Place place) {
    super(
        place,
        new MatchPass(),
        Wording.usual("match", "entry")
            .where(
                "No entries yet. Add the day's papers in Intake.",
                "Choose a row to see what it rests on."));
    table.rank(reviewed ->
        switch (reviewed.standing()) {
          case TO_LOOK_AT -> 0;
          case OPEN -> 1;
          case SETTLED, DECLINED -> 2;
        });
    table.column(this::columns);
    unlogged.words("Clip", 110, Analysis.Remark::title);
    unlogged.figures("Clip start", 96, remark -> startOf(remark.about()));
    unlogged.words("Why", 300, Analysis.Remark::text, "quiet");
    table.pane(UNLOGGED, "Clips without entry", unlogged, () -> left.size(), this::findUnlogged);
    table.beside(settings(pass.settings()));
    layOut(List.of(), folded, pair);
    table.addEventFilter(
        KeyEvent.KEY_PRESSED,
        event -> {
          if (event.getCode() == KeyCode.S && !event.isShortcutDown()) {
            foldOrShow();
            event.consume();
          }
        });
  }

  @Override
  protected void groups() {
    group(NEEDS_YOU);
    table.group(SETTLED, "Settled", reviewed -> reviewed.standing() == Standing.SETTLED);
    group(DECLINED);
  }

  private MatchRow row(Reviewed<MatchFinding> reviewed) {
    return MatchRow.of(reviewed, model);
  }

  private void columns(DataTable<Reviewed<MatchFinding>> rows) {
    rows.figures("Row", 46, each -> Integer.toString(each.finding().entry().row()), "quiet");
    rows.words("Slate", 70, each -> row(each).slate());
    rows.words("Cam", 44, each -> each.finding().entry().camera());
    rows.figures("Log", 92, each -> row(each).log());
    rows.drawn(
        "Before · after",
        PLUMB_WIDTH + 12,
        () -> new Plumb(PLUMB_WIDTH),
        (plumb, each) -> hang(plumb, row(each)));
    rows.figures("Offset", 54, each -> row(each).hung().map(Candidate::difference).orElse(""));
    rows.words("Clip", 84, each -> row(each).clip());
    rows.drawn(
        "Clip start",
        92,
        ComparedTimecode::new,
        (timecode, each) -> timecode.show(row(each).start(), row(each).log()));
    rows.words("Why", 120, each -> row(each).why(), "quiet");
  }

  private void foldOrShow() {
    table.choose(table.chosen().equals(NEEDS_YOU) ? SETTLED : NEEDS_YOU);
  }

  private String startOf(String source) {
    return model
        .source(source)
        .flatMap(Source::startLabel)
        .map(Timecode::toString)
        .orElse("not known");
  }

  private static void hang(Plumb plumb, MatchRow row) {
    plumb.clear(row.finding().tolerance());
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
  }

  @Override
  protected void stepped(State state, Optional<StepOutcome<MatchFinding>> step) {
    model.show(step);
    left = step.map(its -> its.analysis().remarks()).orElse(List.of());
  }

  private void findUnlogged(String part) {
    unlogged.show(
        left.stream()
            .filter(remark -> remark.title().toLowerCase(Locale.ROOT).contains(part))
            .toList(),
        Analysis.Remark::about);
  }

  @Override
  protected String answer() {
    return Phrase.of("%,d entries, %,d clips", table.all().size(), model.sourceCount());
  }

  @Override
  protected String words(Reviewed<MatchFinding> reviewed) {
    return row(reviewed).words();
  }

  @Override
  protected void selected(Optional<Reviewed<MatchFinding>> reviewed) {
    pair.setDisable(reviewed.isEmpty());
    Actions.rename(
        folded,
        table.chosen().equals(NEEDS_YOU)
            ? Phrase.of("Show the %,d settled", table.count(SETTLED))
            : "Back to what needs you");
  }

  @Override
  protected String title(Reviewed<MatchFinding> reviewed) {
    return "Row " + reviewed.finding().entry().row() + " · " + reviewed.finding().title();
  }

  @Override
  protected void showEvidence(Reviewed<MatchFinding> reviewed) {
    shown.show(row(reviewed), decisions.picked(), model);
  }

  /** A clip of each camera can belong to an entry; a second one of a camera takes its place. */
  @Override
  public Set<String> picking(Reviewed<MatchFinding> reviewed, Set<String> before, Choice choice) {
    return reviewed.finding().candidates().stream()
        .filter(candidate -> candidate.source().id().equals(choice.id()))
        .findFirst()
        .map(candidate -> model.toggled(before, candidate))
        .orElse(before);
  }

  @Override
  public Optional<Decision> acceptance(Reviewed<MatchFinding> reviewed, Set<String> picked) {
    Set<String> clips = picked.isEmpty() ? new LinkedHashSet<>(reviewed.chosen()) : picked;
    return clips.isEmpty() ? Optional.empty() : Optional.of(Decision.accept(List.copyOf(clips)));
  }

  @Override
  public String whyNot(Reviewed<MatchFinding> reviewed) {
    return reviewed.finding().candidates().isEmpty()
        ? "No clip fits this entry. Pair it by hand, or decline it."
        : "Choose a clip first, by its number.";
  }

  private void pairByHand() {
    table
        .current()
        .ifPresent(reviewed -> {
          MatchRow row = row(reviewed);
          var chooser =
              new ClipChooser(
                  row,
                  model,
                  source -> {
                    place.overlay().close();
                    session.decide(
                        List.of(reviewed.finding().id()),
                        Optional.of(Decision.accept(List.of(source.id()))),
                        Phrase.of("paired %s with %s", row.entry().title(), source.name()));
                  });
          place.overlay().open(chooser.node(), chooser.first());
        });
  }

  @Override
  protected boolean otherKey(KeyEvent event) {
    if (event.getCode() == KeyCode.P) {
      pairByHand();
      return true;
    }
    return false;
  }

  @Override
  public List<KeyHint> keys() {
    var keys = new java.util.ArrayList<>(super.keys());
    keys.add(new KeyHint("P", "pair by hand with any clip"));
    keys.add(new KeyHint("S", "fold what is settled away, or show it"));
    return keys;
  }
}
