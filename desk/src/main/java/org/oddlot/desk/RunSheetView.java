package org.oddlot.desk;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuItem;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.oddlot.desk.kit.StandingMark;
import org.oddlot.desk.kit.Words;
import org.oddlot.desk.session.Session;
import org.oddlot.desk.session.State;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Passes;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.Standing;
import org.oddlot.pass.Tally;
import org.oddlot.text.Phrase;

/** The run sheet at the left: the passes in order with their tallies. It is the navigation. */
final class RunSheetView extends VBox {
  private final Session session;
  private final ListView<Row> list = new ListView<>();
  private boolean filling;

  /** One pass of the sheet. */
  private record Row(int number, Pass pass, boolean on, Optional<Tally> tally) {}

  RunSheetView(Session session, Consumer<String> onChoice) {
    this.session = session;
    getStyleClass().add("run-sheet");
    list.setId("run-sheet");
    list.setFixedCellSize(33);
    list.setCellFactory(_ -> new PassCell());
    list.setAccessibleText("Run sheet");
    VBox.setVgrow(list, Priority.ALWAYS);
    getChildren().addAll(Words.section("Run sheet"), list);
    list.getSelectionModel()
        .selectedItemProperty()
        .addListener((_, _, row) -> {
          if (row != null && !filling) {
            onChoice.accept(row.pass().id());
          }
        });
    list.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
  }

  private void key(KeyEvent event) {
    Row row = list.getSelectionModel().getSelectedItem();
    if (row == null) {
      return;
    }
    if (event.isAltDown() && event.getCode() == KeyCode.UP) {
      move(row, -1);
      event.consume();
    } else if (event.isAltDown() && event.getCode() == KeyCode.DOWN) {
      move(row, 1);
      event.consume();
    } else if (event.getCode() == KeyCode.SPACE) {
      switchOnOrOff(row);
      event.consume();
    }
  }

  private void move(Row row, int by) {
    session.changeSheet(
        sheet -> sheet.withMoved(row.pass().id(), by), "moved " + row.pass().title());
  }

  private void switchOnOrOff(Row row) {
    session.changeSheet(
        sheet -> sheet.withSwitched(row.pass().id(), !row.on()),
        (row.on() ? "switched off " : "switched on ") + row.pass().title());
  }

  /** Shows the sheet and its tallies; the pass of this id is the one that is open. */
  void show(State state, String openPass) {
    filling = true;
    List<RunSheet.Step> steps = state.lot().sheet().steps();
    var rows = new java.util.ArrayList<Row>();
    for (RunSheet.Step step : steps) {
      Passes.byId(step.pass())
          .ifPresent(pass ->
              rows.add(
                  new Row(
                      rows.size() + 1,
                      pass,
                      step.on(),
                      state
                          .outcome()
                          .flatMap(outcome -> outcome.step(pass.id()))
                          .map(StepOutcome::tally))));
    }
    if (!rows.equals(list.getItems())) {
      list.getItems().setAll(rows);
    }
    for (int i = 0; i < rows.size(); i++) {
      if (rows.get(i).pass().id().equals(openPass)) {
        list.getSelectionModel().select(i);
      }
    }
    filling = false;
  }

  /** The pass at this place of the sheet, counted from one. */
  Optional<String> passAt(int number) {
    return list.getItems().stream()
        .filter(row -> row.number() == number)
        .map(row -> row.pass().id())
        .findFirst();
  }

  private final class PassCell extends ListCell<Row> {
    @Override
    protected void updateItem(@Nullable Row row, boolean empty) {
      super.updateItem(row, empty);
      if (empty || row == null) {
        setGraphic(null);
        setContextMenu(null);
        return;
      }
      var line =
          new HBox(
              10,
              Words.of(Integer.toString(row.number()), "figures", "quiet", "small"),
              Words.of(row.pass().title(), row.on() ? "pass-title" : "pass-off"),
              Words.spring());
      line.setAlignment(Pos.CENTER_LEFT);
      if (!row.on()) {
        line.getChildren().add(Words.of("off", "quiet"));
      } else {
        row.tally()
            .ifPresentOrElse(
                tally -> addTally(line, tally),
                () -> line.getChildren().add(Words.of("not run", "quiet")));
      }
      setGraphic(line);
      setAccessibleText(row.pass().title() + row.tally().map(RunSheetView::spoken).orElse(""));
      setContextMenu(menu(row));
    }

    private void addTally(HBox line, Tally tally) {
      for (Standing standing : List.of(Standing.SETTLED, Standing.TO_LOOK_AT, Standing.OPEN)) {
        int count = tally.of(standing);
        if (count > 0) {
          Node mark = new StandingMark(standing);
          var pair = new HBox(4, mark, Words.of(Integer.toString(count), "figures"));
          pair.setAlignment(Pos.CENTER_LEFT);
          line.getChildren().add(pair);
        }
      }
    }

    private ContextMenu menu(Row row) {
      var up = new MenuItem("Move up");
      up.setOnAction(_ -> move(row, -1));
      var down = new MenuItem("Move down");
      down.setOnAction(_ -> move(row, 1));
      var toggle = new MenuItem(row.on() ? "Switch off" : "Switch on");
      toggle.setOnAction(_ -> switchOnOrOff(row));
      return new ContextMenu(toggle, up, down);
    }
  }

  private static String spoken(Tally tally) {
    return Phrase.of(
        ", %d settled, %d to look at, %d open", tally.settled(), tally.toLookAt(), tally.open());
  }
}
