package org.oddlot.window.kit;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.IntSupplier;
import java.util.function.Predicate;
import java.util.function.ToIntFunction;
import java.util.stream.IntStream;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.SelectionMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Reviewed;

/**
 * Findings as rows, in groups a tab each: what needs a person first, several rows chosen at once.
 * Other tabs can show something else in the same place.
 *
 * @param <F> the findings
 */
public final class FindingsTable<F extends Finding> extends VBox {
  private final DataTable<Reviewed<F>> sheet;
  private final Tabs<String> tabs = new Tabs<>(_ -> refresh());
  private final StackPane stack = new StackPane();
  private final HBox line = new HBox(tabs);
  private final Map<String, Tab<F>> shown = new LinkedHashMap<>();
  private final Consumer<FindingsTable<F>> onChange;
  private Function<Reviewed<F>, String> words =
      reviewed -> reviewed.finding().title() + " " + reviewed.reason();
  private final Groups<Reviewed<F>> groups =
      new Groups<>(reviewed -> reviewed.standing().needsAPerson() ? 0 : 1);
  private Function<String, Node> whereEmpty;
  private String find = "";
  private int least;
  private int most;
  private boolean filling;

  /** What a tab shows: some of the findings, or something else. */
  private sealed interface Tab<F extends Finding> {
    String title();

    /** Some of the findings. */
    record Group<F extends Finding>(String title) implements Tab<F> {}

    /** Something else. */
    record Pane<F extends Finding>(
        String title, Node node, IntSupplier count, Consumer<String> onFind) implements Tab<F> {}
  }

  /**
   * @param id what the table is called, for style and tests
   * @param empty said where there are no rows
   * @param onChange is told that other rows are chosen, or another tab
   */
  public FindingsTable(String id, String empty, Consumer<FindingsTable<F>> onChange) {
    this.onChange = onChange;
    sheet = new DataTable<>(id + "-rows", empty);
    whereEmpty = _ -> Words.paragraph(empty, "empty");
    sheet.drawn("", 24, StandingMark::new, (mark, reviewed) -> mark.show(reviewed.standing()));
    sheet.getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
    sheet
        .getSelectionModel()
        .getSelectedItems()
        .addListener((javafx.collections.ListChangeListener<Reviewed<F>>) _ -> tell());
    line.getStyleClass().add("tab-line");
    VBox.setVgrow(stack, Priority.ALWAYS);
    getChildren().setAll(line, stack);
  }

  private void tell() {
    if (!filling) {
      onChange.accept(this);
    }
  }

  /** Adds columns. */
  public void column(Consumer<DataTable<Reviewed<F>>> columns) {
    columns.accept(sheet);
  }

  /** The rows themselves. */
  public DataTable<Reviewed<F>> sheet() {
    return sheet;
  }

  /** Adds a tab of some of the findings. */
  public void group(String id, String title, Predicate<Reviewed<F>> has) {
    shown.put(id, new Tab.Group<>(title));
    groups.add(id, has);
  }

  /** Adds a tab of something else, which is told what is to be found in it. */
  public void pane(String id, String title, Node node, IntSupplier count, Consumer<String> onFind) {
    shown.put(id, new Tab.Pane<>(title, node, count, onFind));
  }

  /** Puts something at the end of the line of tabs. */
  public void beside(Node node) {
    line.setAlignment(Pos.CENTER_LEFT);
    line.getChildren().addAll(Words.spring(), node);
  }

  /** Sets what is shown instead of rows, for the tab that is chosen. */
  public void whereEmpty(Function<String, Node> node) {
    whereEmpty = node;
  }

  /** Sets what can be found in a row. */
  public void findIn(Function<Reviewed<F>, String> text) {
    words = text;
  }

  /** Sets which rows come first: those with the lowest rank, from 0 on. */
  public void rank(ToIntFunction<Reviewed<F>> lowestFirst) {
    groups.rank(lowestFirst);
  }

  /** Makes the table as high as its rows, within limits. */
  public void fit(int leastRows, int mostRows) {
    least = leastRows;
    most = mostRows;
  }

  /** Puts other findings in; what was chosen stays chosen where it is still there. */
  public void show(List<Reviewed<F>> findings) {
    groups.show(findings);
    refresh();
  }

  /** Shows only what has this text in it. */
  public void find(String text) {
    find = text.strip().toLowerCase(Locale.ROOT);
    refresh();
  }

  private void refresh() {
    var list = new ArrayList<Tabs.Tab<String>>();
    shown.forEach((id, tab) -> list.add(new Tabs.Tab<>(id, tab.title(), count(id))));
    boolean several = list.size() > 1 || line.getChildren().size() > 1;
    line.setVisible(several);
    line.setManaged(several);
    tabs.show(list);
    boolean hadTheKeyboard = stack.getChildren().stream().anyMatch(Node::isFocused);
    filling = true;
    switch (chosenTab()) {
      case Tab.Group<F> _ -> {
        stack.getChildren().setAll(sheet);
        List<Reviewed<F>> rows = groups.of(chosen(), this::isFound);
        if (rows.isEmpty()) {
          sheet.setPlaceholder(
              find.isEmpty() || all().isEmpty()
                  ? whereEmpty.apply(chosen())
                  : Words.paragraph("Nothing here has “" + find + "” in it.", "empty"));
        }
        sheet.show(rows, reviewed -> reviewed.finding().id());
        if (most > 0) {
          sheet.fitRows(least, most);
        }
      }
      case Tab.Pane<F> pane -> {
        stack.getChildren().setAll(pane.node);
        pane.onFind.accept(find);
        if (most > 0 && pane.node instanceof DataTable<?> other) {
          other.fitRows(least, most);
        }
      }
    }
    filling = false;
    if (hadTheKeyboard) {
      focus();
    }
    onChange.accept(this);
  }

  private Tab<F> chosenTab() {
    return java.util.Objects.requireNonNull(shown.get(chosen()));
  }

  private boolean isFound(Reviewed<F> reviewed) {
    return find.isEmpty() || words.apply(reviewed).toLowerCase(Locale.ROOT).contains(find);
  }

  /** The tab that is chosen. */
  public String chosen() {
    String now = tabs.chosen();
    return now == null ? shown.keySet().iterator().next() : now;
  }

  /** Chooses a tab. */
  public void choose(String tab) {
    tabs.choose(tab);
  }

  /** Chooses the row of a finding, in the tab that is chosen if it is there, else in the first. */
  public void reveal(FindingId finding) {
    find = "";
    Predicate<Reviewed<F>> sought = reviewed -> reviewed.finding().id().equals(finding);
    var tabs = new ArrayList<>(shown.keySet());
    tabs.remove(chosen());
    tabs.addFirst(chosen());
    tabs.stream()
        .filter(tab -> shown.get(tab) instanceof Tab.Group)
        .filter(tab -> !groups.of(tab, sought).isEmpty())
        .findFirst()
        .ifPresent(tab -> {
          choose(tab);
          refresh();
          IntStream.range(0, sheet.getItems().size())
              .filter(row -> sought.test(sheet.getItems().get(row)))
              .findFirst()
              .ifPresent(sheet.getSelectionModel()::clearAndSelect);
          sheet.reveal();
        });
  }

  /** Whether findings are shown, and not something else. */
  public boolean showsFindings() {
    return chosenTab() instanceof Tab.Group;
  }

  /** All findings. */
  public List<Reviewed<F>> all() {
    return groups.all();
  }

  /** How many rows a tab has. */
  public int count(String tab) {
    return shown.get(tab) instanceof Tab.Pane<F> pane ? pane.count.getAsInt() : groups.count(tab);
  }

  /** The rows that are chosen; none while something else is shown. */
  public List<Reviewed<F>> selected() {
    return showsFindings()
        ? sheet.getSelectionModel().getSelectedItems().stream()
            .filter(java.util.Objects::nonNull)
            .toList()
        : List.of();
  }

  /** The row that was chosen last. */
  public Optional<Reviewed<F>> current() {
    return showsFindings()
        ? Optional.ofNullable(sheet.getSelectionModel().getSelectedItem())
        : Optional.empty();
  }

  /** Gives the keyboard to what is shown. */
  public void focus() {
    stack.getChildren().getFirst().requestFocus();
  }
}
