package org.oddlot.window;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;
import org.oddlot.window.kit.StandingMark;
import org.oddlot.window.kit.Station;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.Session;

/**
 * Goes to a station by the first letters of its name, or to anything that some station lists by
 * words that are in it.
 */
final class GoTo {
  /** Nobody looks through more; who wants another types more. */
  private static final int MOST = 60;

  /** One letter is in almost everything. */
  private static final int LEAST_LETTERS = 2;

  private static final double CELL = 30;

  private final Session session;
  private final List<Station> stations;
  private final Consumer<Goal> onChoice;
  private final TextField words = new TextField();
  private final ListView<Goal> list = new ListView<>();
  private final Label count = Words.of("", "quiet", "small-text");
  private final VBox box = new VBox(8, words, list, count);

  /** Where one can go. */
  sealed interface Goal {
    /** The station that is opened. */
    Station station();

    /** A station itself. */
    record Of(Station station) implements Goal {}

    /** Something that a station lists. */
    record Row(Station station, FindingId id, Standing standing, String title, String reason)
        implements Goal {}
  }

  /**
   * @param text what is looked for at first
   * @param onChoice goes there
   */
  GoTo(Session session, List<Station> stations, String text, Consumer<Goal> onChoice) {
    this.session = session;
    this.stations = stations;
    this.onChoice = onChoice;
    words.setId("go-to");
    words.setText(text);
    words.setPromptText("A station's first letters, or words to find in all of them");
    words.setAccessibleText("Go to");
    words.textProperty().addListener((_, _, now) -> lookFor(now));
    words.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
    list.setId("go-to-list");
    list.setFixedCellSize(CELL);
    list.setPrefHeight(CELL * 12 + 2);
    list.setFocusTraversable(false);
    list.setAccessibleText("What was found");
    list.setPlaceholder(Words.paragraph("No station lists that.", "empty"));
    list.setCellFactory(_ -> new Cell());
    list.setOnMouseClicked(_ -> choose());
    box.setId("go-to-sheet");
    box.setMaxSize(720, Region.USE_PREF_SIZE);
    lookFor(text);
  }

  Region node() {
    return box;
  }

  Node first() {
    return words;
  }

  private void key(KeyEvent event) {
    int at = list.getSelectionModel().getSelectedIndex();
    switch (event.getCode()) {
      case KeyCode.DOWN -> select(Math.min(at + 1, list.getItems().size() - 1));
      case KeyCode.UP -> select(Math.max(0, at - 1));
      case KeyCode.ENTER -> choose();
      default -> {
        return;
      }
    }
    event.consume();
  }

  private void select(int index) {
    list.getSelectionModel().select(index);
    list.scrollTo(Math.max(0, index - 5));
  }

  private void choose() {
    Optional.ofNullable(list.getSelectionModel().getSelectedItem()).ifPresent(onChoice);
  }

  private void lookFor(String text) {
    String sought = text.strip().toLowerCase(Locale.ROOT);
    List<Goal> named = named(stations, sought);
    show(named, named.size());
    Optional<Outcome> outcome = session.state().outcome();
    if (sought.length() < LEAST_LETTERS || outcome.isEmpty()) {
      return;
    }
    session.aside(
        () -> rows(stations, outcome.get(), sought),
        found -> {
          if (text.equals(words.getText())) {
            var all = new ArrayList<>(named);
            found.stream().limit(MOST).forEach(all::add);
            show(all, named.size() + found.size());
          }
        });
  }

  private void show(List<Goal> goals, int all) {
    list.getItems().setAll(goals);
    count.setText(
        all > goals.size()
            ? Phrase.of("%s of %s; type more to see others", goals.size(), Phrase.number(all))
            : "");
    if (!goals.isEmpty()) {
      select(0);
    }
  }

  /** The stations of which a word begins like this; all where nothing is sought. */
  static List<Goal> named(List<Station> stations, String sought) {
    return stations.stream()
        .filter(station -> (" " + station.title().toLowerCase(Locale.ROOT)).contains(" " + sought))
        .<Goal>map(Goal.Of::new)
        .toList();
  }

  /** What the stations list that has each of the words in it. */
  static List<Goal> rows(List<Station> stations, Outcome outcome, String sought) {
    String[] words = sought.split("\\s+");
    var found = new ArrayList<Goal>();
    for (Station station : stations) {
      for (Reviewed<?> reviewed :
          outcome
              .step(station.id())
              .<List<? extends Reviewed<?>>>map(StepOutcome::reviewed)
              .orElse(List.of())) {
        Finding finding = reviewed.finding();
        String text = (finding.title() + " " + reviewed.reason()).toLowerCase(Locale.ROOT);
        if (List.of(words).stream().allMatch(text::contains)) {
          found.add(
              new Goal.Row(
                  station, finding.id(), reviewed.standing(), finding.title(), reviewed.reason()));
        }
      }
    }
    return found;
  }

  private static final class Cell extends ListCell<Goal> {
    @Override
    protected void updateItem(@Nullable Goal goal, boolean empty) {
      super.updateItem(goal, empty);
      switch (empty ? null : goal) {
        case null -> setGraphic(null);
        case Goal.Of(Station station) -> {
          Label question = Words.of(station.question(), "quiet");
          show(Words.of(station.title(), "pass-title"), question);
          setAccessibleText(station.title());
        }
        case Goal.Row row -> {
          var mark = new StandingMark(row.standing());
          Label where = Words.of(row.station().title(), "quiet");
          where.setMinWidth(110);
          Label reason = Words.of(row.reason(), "quiet");
          reason.setMinWidth(0);
          show(mark, where, Words.of(row.title()), reason);
          setAccessibleText(row.station().title() + ", " + row.title());
        }
      }
    }

    private void show(Node... nodes) {
      var line = new HBox(10, nodes);
      line.setAlignment(Pos.CENTER_LEFT);
      // As wide as the list at most: what does not fit is cut, not scrolled.
      line.setPrefWidth(0);
      setGraphic(line);
    }
  }
}
