package org.oddlot.window.kit;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.input.KeyEvent;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;
import org.oddlot.window.session.Session;

/**
 * What can be said about the chosen findings: accepted, declined, taken back, one or several in one
 * step, with a key each.
 *
 * @param <F> the findings
 */
public final class DecisionBar<F extends Finding> {
  private final Session session;
  private final FindingsTable<F> table;
  private final Wording wording;
  private final Rules<F> rules;
  private final Button accept;
  private final Button decline;
  private final Button takeBack;
  private Set<String> picked = Set.of();
  private boolean isPickedByHand;

  /**
   * How one pass's findings are answered.
   *
   * @param <F> the findings
   */
  public interface Rules<F extends Finding> {

    /** Whether anything can be said about these findings. */
    default boolean canBeAnswered() {
      return true;
    }

    /** What is picked once {@code choice} was picked as well: that alone, usually. */
    default Set<String> picking(Reviewed<F> reviewed, Set<String> before, Choice choice) {
      return Set.of(choice.id());
    }

    /**
     * What a finding is accepted as; empty where something has to be chosen first.
     *
     * @param picked the ids of the choices that are picked; none where nothing is
     */
    default Optional<Decision> acceptance(Reviewed<F> reviewed, Set<String> picked) {
      int choices = reviewed.finding().choices().size();
      boolean open = choices > 1 || (choices == 1 && reviewed.finding().proposed().isEmpty());
      return picked.isEmpty()
          ? open ? Optional.empty() : Optional.of(Decision.accept())
          : Optional.of(Decision.accept(List.copyOf(picked)));
    }

    /** Why nothing can be accepted yet, for people. */
    default String whyNot(Reviewed<F> reviewed) {
      return "Choose one first, by its number.";
    }

    /** Accepts a single finding in a way of its own; true if it did. */
    default boolean accepts(Reviewed<F> reviewed) {
      return false;
    }

    /** Is told that another choice was picked. */
    default void picked() {}
  }

  /** A bar for the rows of {@code table}. */
  public DecisionBar(Session session, FindingsTable<F> table, Wording wording, Rules<F> rules) {
    this.session = session;
    this.table = table;
    this.wording = wording;
    this.rules = rules;
    accept = Actions.main("accept", wording.accept(), "Enter", this::accept);
    decline = Actions.button("decline", wording.decline(), "Del", this::decline);
    takeBack = Actions.button("take-back", "Undo answer", "Backspace", this::takeBack);
    takeBack.managedProperty().bind(takeBack.visibleProperty());
    table.sheet().addEventFilter(KeyEvent.KEY_PRESSED, this::key);
  }

  /** The buttons. */
  public List<Node> nodes() {
    return List.of(takeBack, decline, accept);
  }

  /** The button that accepts. */
  public Button acceptButton() {
    return accept;
  }

  private void key(KeyEvent event) {
    if (event.isShortcutDown() || event.isAltDown() || !rules.canBeAnswered()) {
      return;
    }
    boolean used = true;
    switch (event.getCode()) {
      case ENTER -> accept();
      case DELETE -> decline();
      case BACK_SPACE -> takeBack();
      case DIGIT1, DIGIT2, DIGIT3, DIGIT4, DIGIT5, DIGIT6, DIGIT7, DIGIT8, DIGIT9 ->
          pick(Integer.parseInt(event.getCode().getChar()) - 1);
      default -> used = false;
    }
    if (used) {
      event.consume();
    }
  }

  /** Follows the table: other rows are chosen. */
  public void follow() {
    List<Reviewed<F>> chosen = table.selected();
    picked = table.current().map(DecisionBar::chosen).orElse(Set.of());
    isPickedByHand = false;
    accept.setDisable(chosen.stream().noneMatch(DecisionBar::canBeAccepted));
    decline.setDisable(
        chosen.stream().allMatch(reviewed -> reviewed.standing() == Standing.DECLINED));
    takeBack.setVisible(chosen.stream().anyMatch(DecisionBar::wasSaid));
    String count = chosen.size() > 1 ? " " + chosen.size() : "";
    Actions.rename(accept, wording.accept() + count);
    Actions.rename(decline, wording.decline() + count);
  }

  private static boolean canBeAccepted(Reviewed<?> reviewed) {
    return reviewed.standing() != Standing.SETTLED || !reviewed.finding().choices().isEmpty();
  }

  private static boolean wasSaid(Reviewed<?> reviewed) {
    return reviewed.decision().isPresent() || reviewed.finding().instruction().isPresent();
  }

  /** What a row is accepted as, or would be, of its choices. */
  private static Set<String> chosen(Reviewed<?> reviewed) {
    var chosen = new LinkedHashSet<>(reviewed.chosen());
    chosen.retainAll(reviewed.finding().choices().stream().map(Choice::id).toList());
    return chosen;
  }

  /** The ids of the choices that are picked for the current row. */
  public Set<String> picked() {
    return picked;
  }

  /** Picks a choice of the current row, counted from zero. */
  public void pick(int index) {
    table
        .current()
        .filter(reviewed -> index < reviewed.finding().choices().size())
        .ifPresent(reviewed -> {
          picked = rules.picking(reviewed, picked, reviewed.finding().choices().get(index));
          isPickedByHand = true;
          accept.setDisable(false);
          rules.picked();
        });
  }

  /** Accepts the chosen rows: one as what is picked, several as what is proposed for each. */
  public void accept() {
    List<Reviewed<F>> rows = table.selected();
    if (rows.size() != 1) {
      acceptAll(rows);
      return;
    }
    Reviewed<F> only = rows.getFirst();
    if (accept.isDisabled() || rules.accepts(only)) {
      return;
    }
    rules
        .acceptance(only, isPickedByHand ? picked : chosen(only))
        .ifPresentOrElse(
            decision ->
                session.decide(
                    List.of(only.finding().id()),
                    Optional.of(decision),
                    wording.accepted() + " " + only.finding().title()),
            () -> session.tell(rules.whyNot(only)));
  }

  private void acceptAll(List<Reviewed<F>> rows) {
    var able = new LinkedHashMap<FindingId, Optional<Decision>>();
    for (Reviewed<F> each : rows) {
      Optional<Decision> decision = rules.acceptance(each, chosen(each));
      if (decision.isPresent() && each.standing() != Standing.SETTLED) {
        able.put(each.finding().id(), decision);
      }
    }
    int left = rows.size() - able.size();
    if (able.isEmpty()) {
      session.tell("None of these can be accepted as it is.");
      return;
    }
    session.decide(
        able,
        wording.accepted()
            + " "
            + Phrase.count(able.size(), wording.noun())
            + (left == 0 ? "" : ", " + left + " left as before"));
  }

  private void decline() {
    List<Reviewed<F>> rows =
        table.selected().stream()
            .filter(reviewed -> reviewed.standing() != Standing.DECLINED)
            .toList();
    if (!rows.isEmpty()) {
      session.decide(
          rows.stream().map(reviewed -> reviewed.finding().id()).toList(),
          Optional.of(Decision.decline()),
          wording.declined() + " " + named(rows));
    }
  }

  private void takeBack() {
    List<Reviewed<F>> rows = table.selected().stream().filter(DecisionBar::wasSaid).toList();
    if (!rows.isEmpty()) {
      session.takeBack(rows, "took back what was said of " + named(rows));
    }
  }

  private String named(List<Reviewed<F>> rows) {
    return rows.size() == 1
        ? rows.getFirst().finding().title()
        : Phrase.count(rows.size(), wording.noun());
  }

  /** The keys that do something here. */
  public List<Bench.KeyHint> keys() {
    return List.of(
        new Bench.KeyHint("↑ ↓", "the row before, the next row; with Shift several"),
        new Bench.KeyHint("1 … 9", "choose by number, where there is a choice"),
        new Bench.KeyHint("Enter", "accept"),
        new Bench.KeyHint("Delete", wording.decline().toLowerCase(Locale.ROOT)),
        new Bench.KeyHint("Backspace", "undo the decision"));
  }
}
