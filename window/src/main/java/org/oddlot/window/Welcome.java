package org.oddlot.window;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.geometry.VPos;
import javafx.scene.Node;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.RowConstraints;
import javafx.scene.layout.VBox;
import org.oddlot.demo.Demo;
import org.oddlot.demo.DemoDay;
import org.oddlot.lot.Lot;
import org.oddlot.lot.ReadySheet;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.FilePicker;
import org.oddlot.window.session.Session;

/**
 * What is there when nothing is open: the jobs that can be done, each with what it takes and what
 * comes out, and what was open last.
 */
final class Welcome extends ScrollPane {
  /** Of the lots that were opened last so many stand here. */
  private static final int MOST_RECENT = 5;

  private static final double RECENT_WIDTH = 430;

  private final Session session;
  private final FilePicker picker;
  private final Consumer<DemoDay> onDemo;
  private final VBox page = new VBox(14);

  Welcome(
      Session session,
      FilePicker picker,
      Consumer<DemoDay> onDemo,
      Runnable onWatch,
      Runnable onWatchDemo) {
    this.session = session;
    this.picker = picker;
    this.onDemo = onDemo;
    setId("welcome");
    getStyleClass().add("welcome-scroll");
    setFitToWidth(true);
    setHbarPolicy(ScrollBarPolicy.NEVER);
    setContent(page);
    page.getStyleClass().add("welcome");
    var open =
        new VBox(
            14,
            Words.of("Nothing is open.", "question"),
            Words.paragraph(
                "Drop what you have anywhere on this window; the job is picked by what it is. What"
                    + " comes out is a new file: the ones that came in are never changed.",
                "welcome-text"),
            new HBox(
                10,
                Actions.main(
                    "welcome-open", "Open files…", "Ctrl O", () -> session.open(chosen()))));
    HBox.setHgrow(open, Priority.ALWAYS);
    // What was opened last stands beside: below the jobs, which are many, it could not be seen.
    page.getChildren().addAll(new HBox(40, open, recent()), jobs(onWatch, onWatchDemo));
  }

  private List<Path> chosen() {
    return picker.filesToOpen(session.preferences().lastFolder());
  }

  private GridPane jobs(Runnable onWatch, Runnable onWatchDemo) {
    var grid = new GridPane();
    grid.setId("jobs");
    grid.getStyleClass().add("jobs");
    grid.getColumnConstraints()
        .addAll(column(190, false), column(280, true), column(330, true), column(150, false));
    grid.addRow(
        0,
        Words.section("Job"),
        Words.section("What you bring"),
        Words.section("What comes out"),
        new HBox());
    for (ReadySheet job : ReadySheet.all()) {
      Hyperlink title = link("job-" + job.id(), job.title(), () -> session.open(chosen(), job));
      var demos = new HBox(2);
      demos.setAlignment(Pos.TOP_RIGHT);
      Demo.days().stream()
          .filter(day -> day.job().equals(job.id()))
          .map(day -> link("demo-" + job.id(), "Open the demo", () -> onDemo.accept(day)))
          .forEach(demos.getChildren()::add);
      grid.addRow(grid.getRowCount(), title, fact(job.takes()), fact(job.gives()), demos);
    }
    var demo = new HBox(2, link("demo-watched", "Open the demo", onWatchDemo));
    demo.setAlignment(Pos.TOP_RIGHT);
    grid.addRow(
        grid.getRowCount(),
        link("job-watched", "A folder that is watched", onWatch),
        fact("A folder in which exports and papers arrive, a run sheet"),
        fact("What is clean is written by itself, what is not waits for you; a journal of the day"),
        demo);
    for (int i = 0; i < grid.getRowCount(); i++) {
      var row = new RowConstraints();
      row.setValignment(VPos.TOP);
      grid.getRowConstraints().add(row);
    }
    return grid;
  }

  private static Node fact(String text) {
    return Words.paragraph(text, "job-fact");
  }

  private static ColumnConstraints column(double width, boolean grows) {
    var column = new ColumnConstraints(width * 0.6, width, grows ? Double.MAX_VALUE : width);
    column.setHgrow(grows ? Priority.ALWAYS : Priority.NEVER);
    return column;
  }

  private VBox recent() {
    List<Path> recent = session.preferences().recentLots().stream().limit(MOST_RECENT).toList();
    Optional<String> unsaved = session.state().recoverable().map(Lot::name);
    var lots = new VBox(2);
    lots.setMinWidth(RECENT_WIDTH);
    if (!recent.isEmpty() || unsaved.isPresent()) {
      lots.getChildren().add(Words.section("Open recent"));
    }
    unsaved.ifPresent(name ->
        lots.getChildren()
            .add(link("welcome-unsaved", name + ", not saved", session::openUnsavedLot)));
    for (Path lot : recent) {
      String name = String.valueOf(lot.getFileName()).replaceAll("\\.oddlot$", "");
      var line = new HBox(10, link("", name, () -> session.open(List.of(lot))), folderOf(lot));
      line.setAlignment(Pos.BASELINE_LEFT);
      lots.getChildren().add(line);
    }
    return lots;
  }

  /** The last two folders that it lies in; all of them once the pointer rests there. */
  private static Node folderOf(Path lot) {
    Path folder = lot.toAbsolutePath().getParent();
    int names = folder == null ? 0 : folder.getNameCount();
    if (folder == null || names == 0) {
      return Words.of(String.valueOf(folder), "quiet");
    }
    Label label = Words.of("in " + folder.subpath(Math.max(0, names - 2), names), "quiet");
    label.setTooltip(new Tooltip(folder.toString()));
    return label;
  }

  private static Hyperlink link(String id, String text, Runnable action) {
    var link = new Hyperlink(text);
    if (!id.isEmpty()) {
      link.setId(id);
    }
    link.setOnAction(_ -> action.run());
    return link;
  }
}
