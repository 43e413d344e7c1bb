package org.oddlot.window;

import java.nio.file.Path;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.HBox;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.Notice;
import org.oddlot.window.session.Session;
import org.oddlot.window.session.Work;

/** The line at the foot: what is going on, with a stop; else the last thing worth saying. */
final class StatusBar extends HBox {
  private final Label text = Words.of("", "status-text");
  private final Label beside = Words.of("", "quiet");
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
    beside.setId("measuring");
    getChildren().addAll(text, bar, beside, stop, show, Words.spring(), facts);
    session.workProperty().addListener((_, _, _) -> update());
    session.measuringProperty().addListener((_, _, _) -> update());
    session.noticeProperty().addListener((_, _, _) -> update());
    update();
  }

  private void update() {
    Work waiting = session.workProperty().get();
    Work measuring = session.measuringProperty().get();
    Work shown = waiting.running() ? waiting : measuring;
    Notice notice = session.noticeProperty().get();
    file = waiting.running() ? Optional.empty() : notice.file();
    boolean says = waiting.running() && !waiting.what().isEmpty();
    text.setText(says ? waiting.what() + "…" : notice.text());
    text.getStyleClass()
        .setAll("label", notice.trouble() && !waiting.running() ? "trouble" : "status-text");
    beside.setText(waiting.running() ? "" : measuring.what());
    bar.setProgress(shown.fraction());
    for (var node : java.util.List.of(bar, stop)) {
      node.setVisible(shown.running());
      node.setManaged(shown.running());
    }
    show.setVisible(file.isPresent());
    show.setManaged(file.isPresent());
  }

  /** Shows what holds for the whole lot. */
  void facts(String words) {
    facts.setText(words);
  }
}
