package org.oddlot.desk.kit;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.oddlot.desk.session.Session;
import org.oddlot.desk.session.State;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Judged;
import org.oddlot.pass.Look;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Setting;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;

/**
 * A bench whose rows are findings: what needs a person first, the rest a tab away; accepted,
 * declined and taken back with a key each. What the findings of a pass are and how they look is
 * said by the bench of the pass.
 */
// Nothing is asked of the bench of a pass before the window shows it.
@SuppressWarnings("this-escape")
public abstract class FindingsBench implements Bench {
  protected static final String NEEDS_YOU = "needs-you";
  protected static final String ALL = "all";
  protected static final String DECLINED = "declined";

  protected final Session session;
  protected final Sheet<Judged> rows;
  protected final VBox evidence = new VBox(6);
  protected final Button accept;
  protected final Button decline;
  private final Pass pass;
  private final Wording wording;
  private final BenchFrame frame;
  private final Tabs<String> tabs = new Tabs<>(_ -> refresh());
  private final Sheet<Look.Remark> left;
  private final StackPane tables;
  private final List<SettingsBar> bars = new ArrayList<>();
  private final Map<String, Remarks> remarks = new LinkedHashMap<>();
  private final Button takeBack;
  private List<Judged> all = List.of();
  private List<Look.Remark> leftOver = List.of();
  private List<String> order = List.of(NEEDS_YOU, ALL, DECLINED);
  private String find = "";
  private int picked = -1;
  private boolean fitted;

  /**
   * The words of a bench.
   *
   * @param id what its table is called, for style and tests: {@code tag}
   * @param noun what a row is about: {@code clip}
   * @param accepted said when one was accepted: {@code accepted}
   * @param decline on the button: {@code Leave this clip alone}
   * @param declined said when one was declined, and on the tab: {@code left alone}
   * @param empty said where there are no rows
   * @param choose said where none is chosen
   */
  public record Wording(
      String id,
      String noun,
      String accepted,
      String decline,
      String declined,
      String empty,
      String choose) {}

  /** Rows about what was left over. */
  private record Remarks(String title, Predicate<Look.Remark> which) {}

  /** A bench for the findings of {@code pass}. */
  protected FindingsBench(Session session, Pass pass, Wording wording) {
    this.session = session;
    this.pass = pass;
    this.wording = wording;
    frame = new BenchFrame(pass.question());
    rows = new Sheet<>(wording.id + "-rows", wording.empty);
    left = new Sheet<>(wording.id + "-left", "Nothing is left over.");
    left.words("What", 160, Look.Remark::title);
    left.words("Why", 420, Look.Remark::text, "quiet");
    left.setVisible(false);
    left.managedProperty().bind(left.visibleProperty());
    rows.managedProperty().bind(rows.visibleProperty());
    tables = new StackPane(rows, left);
    evidence.getStyleClass().add("evidence");
    evidence.setId(wording.id + "-evidence");
    accept = Actions.main("accept", "Accept", "Enter", this::accept);
    decline =
        Actions.button(
            "decline", wording.decline, "Del", () -> decide(Decision.decline(), wording.declined));
    takeBack = Actions.button("take-back", "Take back", "Backspace", this::takeBack);
    takeBack.managedProperty().bind(takeBack.visibleProperty());
    rows.getSelectionModel().selectedItemProperty().addListener((_, _, judged) -> select(judged));
    rows.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
  }

  /** Puts the bench together: what is above the table, and what can be done beside the usual. */
  protected final void layOut(List<? extends Node> above, Node... actions) {
    layOut(above, Optional.empty(), actions);
  }

  /** The same with something below the table, which then is no higher than its rows. */
  protected final void layOut(
      List<? extends Node> above, Optional<? extends Node> below, Node... actions) {
    var line = new HBox(tabs);
    line.getStyleClass().add("tab-line");
    var body = new ArrayList<Node>(above);
    body.add(line);
    body.add(tables);
    below.ifPresent(body::add);
    fitted = below.isPresent();
    frame.with(below.isPresent() ? below.get() : tables, body.toArray(Node[]::new));
    var all = new ArrayList<Node>(List.of(actions));
    all.addAll(List.of(Words.spring(), takeBack, decline, accept));
    frame.withActions(all.toArray(Node[]::new));
  }

  /** A bar of some of the pass's settings. */
  protected final SettingsBar settings(List<Setting> settings) {
    var bar = new SettingsBar(settings, this::set);
    bars.add(bar);
    return bar;
  }

  private void set(Setting setting, String value) {
    session.changeSheet(
        sheet -> sheet.withSettings(pass.id(), sheet.settings(pass.id()).with(setting, value)),
        Phrase.of("set \"%s\" to %s", setting.title(), value.isEmpty() ? "nothing" : value));
  }

  /** Which tab comes first. */
  protected final void tabsInOrder(String... ids) {
    order = List.of(ids);
  }

  /** Adds a tab of what was left over. */
  protected final void addRemarks(String id, String title, Predicate<Look.Remark> which) {
    remarks.put(id, new Remarks(title, which));
  }

  /** Shows what is known of a row, below its title. */
  protected abstract void showEvidence(Judged judged);

  /** All that can be found in a row. */
  protected abstract String words(Judged judged);

  /** The answer to the question, in numbers. */
  protected String answer() {
    return Phrase.count(all.size(), wording.noun);
  }

  /** Is told that a row was chosen, or none. */
  protected void selected(Optional<Judged> judged) {}

  /** Keys that only this bench knows; true if one was used. */
  protected boolean otherKey(KeyEvent event) {
    return false;
  }

  /** All findings. */
  protected final List<Judged> all() {
    return all;
  }

  private void key(KeyEvent event) {
    if (event.isShortcutDown() || event.isAltDown()) {
      return;
    }
    boolean used = true;
    switch (event.getCode()) {
      case ENTER -> accept();
      case DELETE -> decide(Decision.decline(), wording.declined);
      case BACK_SPACE -> takeBack();
      case DIGIT1, DIGIT2, DIGIT3, DIGIT4, DIGIT5, DIGIT6, DIGIT7, DIGIT8, DIGIT9 ->
          pick(Integer.parseInt(event.getCode().getChar()) - 1);
      default -> used = otherKey(event);
    }
    if (used) {
      event.consume();
    }
  }

  private void pick(int index) {
    current()
        .filter(judged -> index < judged.finding().choices().size())
        .ifPresent(judged -> {
          picked = index;
          show(judged);
        });
  }

  /** Accepts the chosen row as what is picked. */
  protected void accept() {
    current()
        .ifPresent(judged -> {
          List<Choice> choices = judged.finding().choices();
          boolean several = choices.size() > 1;
          if (several && picked < 0) {
            session.tell("Choose one first, by its number.");
            return;
          }
          decide(
              several ? Decision.accept(List.of(choices.get(picked).id())) : Decision.accept(),
              wording.accepted);
        });
  }

  /** Says something about the chosen row. */
  protected final void decide(Decision decision, String what) {
    current()
        .ifPresent(judged ->
            session.decide(
                judged.finding().id(),
                Optional.of(decision),
                what + " " + judged.finding().title()));
  }

  private void takeBack() {
    current()
        .filter(judged -> judged.decision().isPresent())
        .ifPresent(judged ->
            session.decide(
                judged.finding().id(),
                Optional.empty(),
                "took back what was said of " + judged.finding().title()));
  }

  /** The chosen row. */
  protected final Optional<Judged> current() {
    return Optional.ofNullable(rows.getSelectionModel().getSelectedItem());
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
    all = step.map(StepOutcome::judged).orElse(List.of());
    leftOver = step.map(s -> s.look().remarks()).orElse(List.of());
    bars.forEach(bar -> bar.show(state.lot().sheet().settings(pass.id())));
    frame.answer(answer(), count(NEEDS_YOU));
    var shown = new ArrayList<Tabs.Tab<String>>();
    for (String id : order) {
      String title =
          switch (id) {
            case NEEDS_YOU -> "Needs you";
            case ALL -> "All";
            default ->
                wording.declined.substring(0, 1).toUpperCase(Locale.ROOT)
                    + wording.declined.substring(1);
          };
      shown.add(new Tabs.Tab<>(id, title, count(id)));
    }
    remarks.forEach((id, its) ->
        shown.add(
            new Tabs.Tab<>(id, its.title, (int) leftOver.stream().filter(its.which).count())));
    tabs.show(shown);
    refresh();
  }

  private int count(String group) {
    return (int) all.stream().filter(judged -> isIn(judged, group)).count();
  }

  private static boolean isIn(Judged judged, String group) {
    return switch (group) {
      case NEEDS_YOU -> judged.standing() == Standing.TO_LOOK_AT;
      case DECLINED -> judged.standing() == Standing.DECLINED;
      default -> true;
    };
  }

  private void refresh() {
    String group = tabs.chosen() == null ? order.getFirst() : tabs.chosen();
    String part = find.strip().toLowerCase(Locale.ROOT);
    Remarks chosen = remarks.get(group);
    rows.setVisible(chosen == null);
    left.setVisible(chosen != null);
    if (chosen != null) {
      left.show(
          leftOver.stream()
              .filter(chosen.which)
              .filter(r -> (r.title() + " " + r.text()).toLowerCase(Locale.ROOT).contains(part))
              .toList(),
          Look.Remark::about);
      if (fitted) {
        left.fitRows(3, 9);
      }
      select(null);
      return;
    }
    rows.show(
        all.stream()
            .filter(judged -> isIn(judged, group))
            .filter(
                judged -> part.isEmpty() || words(judged).toLowerCase(Locale.ROOT).contains(part))
            .sorted(Comparator.comparing(j -> j.standing() != Standing.TO_LOOK_AT))
            .toList(),
        judged -> judged.finding().id());
    if (fitted) {
      rows.fitRows(3, 9);
    }
    select(rows.getSelectionModel().getSelectedItem());
  }

  private void select(@Nullable Judged judged) {
    accept.setDisable(
        judged == null
            || (judged.standing() == Standing.SETTLED && judged.finding().choices().isEmpty()));
    decline.setDisable(judged == null || judged.standing() == Standing.DECLINED);
    takeBack.setVisible(judged != null && judged.decision().isPresent());
    picked = judged == null ? -1 : chosen(judged);
    selected(Optional.ofNullable(judged));
    if (judged == null) {
      evidence.getChildren().setAll(Words.paragraph(wording.choose, "quiet"));
    } else {
      show(judged);
    }
  }

  /** Which of its choices a row is accepted as, or would be. */
  private static int chosen(Judged judged) {
    List<Choice> choices = judged.finding().choices();
    for (int i = 0; i < choices.size(); i++) {
      if (judged.chosen().contains(choices.get(i).id())) {
        return i;
      }
    }
    return -1;
  }

  private void show(Judged judged) {
    evidence.getChildren().setAll(Words.paragraph(judged.finding().title(), "evidence-title"));
    showEvidence(judged);
  }

  /** The choices of a row, each with its number; the picked one stands out. */
  protected final void showChoices(Judged judged) {
    List<Choice> choices = judged.finding().choices();
    if (choices.size() > 1) {
      evidence.getChildren().addAll(ChoiceLines.of(choices, picked, this::pick));
    }
  }

  @Override
  public void focus() {
    (left.isVisible() ? left : rows).requestFocus();
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
        new KeyHint("1 … 9", "choose by number, where there is a choice"),
        new KeyHint("Enter", "accept"),
        new KeyHint("Delete", wording.decline.toLowerCase(Locale.ROOT)),
        new KeyHint("Backspace", "take back what was said of this row"));
  }
}
