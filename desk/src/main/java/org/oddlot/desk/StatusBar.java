package org.oddlot.desk;

import java.nio.file.Path;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.HBox;
import org.oddlot.desk.kit.Words;
import org.oddlot.desk.session.Notice;
import org.oddlot.desk.session.Session;
import org.oddlot.desk.session.Work;

/** The line at the foot: what is going on, with a stop; else the last thing worth saying. */
final class StatusBar extends HBox {
  private final Label text = Words.of("", "status-text");
  private final Label facts = Words.of("", "quiet");
  private final ProgressBar bar = new ProgressBar(0);
  private final Button stop = new Button("Stop");
  private final Hyperlink show = new Hyperlink("Show");
  private Optional<Path> file = Optional.empty();
  private final Session session;

  StatusBar(Session session, Consumer<Path> onShow) {
    super(10);
    this.session = session;
    getStyleClass().add("status");
    setAlignment(Pos.CENTER_LEFT);
    text.setId("status");
    bar.setPrefWidth(140);
    stop.setId("stop");
    stop.setOnAction(_ -> session.stop());
    show.setId("show-written");
    show.setOnAction(_ -> file.ifPresent(onShow));
    getChildren().addAll(text, bar, stop, show, Words.spring(), facts);
    session.workProperty().addListener((_, _, _) -> update());
    session.noticeProperty().addListener((_, _, _) -> update());
    update();
  }

  private void update() {
    Work work = session.workProperty().get();
    Notice notice = session.noticeProperty().get();
    file = work.running() ? Optional.empty() : notice.file();
    text.setText(work.running() && !work.what().isEmpty() ? work.what() + "…" : notice.text());
    text.getStyleClass()
        .setAll("label", notice.trouble() && !work.running() ? "trouble" : "status-text");
    bar.setProgress(work.fraction());
    for (var node : java.util.List.of(bar, stop)) {
      node.setVisible(work.running());
      node.setManaged(work.running());
    }
    show.setVisible(file.isPresent());
    show.setManaged(file.isPresent());
  }

  /** Shows what holds for the whole lot. */
  void facts(String words) {
    facts.setText(words);
  }
}
