package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.stream.Collectors;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.control.TableView;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.pass.Tally;
import org.oddlot.window.session.FilePicker;
import org.oddlot.window.session.Preferences;
import org.oddlot.window.session.Session;
import org.testfx.framework.junit5.ApplicationTest;
import org.testfx.util.WaitForAsyncUtils;

/** The real window, driven by mouse and keyboard. */
abstract class Journey extends ApplicationTest {
  @TempDir protected Path folder;
  protected Session session;
  protected MainWindow window;

  /** What the person answers when asked for files. */
  protected List<Path> filesToOpen = List.of();

  protected Optional<Path> lotToSave = Optional.empty();

  /** Where a report is saved. */
  protected Optional<Path> report = Optional.empty();

  protected Optional<Path> sheet = Optional.empty();

  @SuppressWarnings("NullAway.Init") // the toolkit calls start before any test
  Journey() {}

  @Override
  public void start(Stage stage) {
    OddLotApp.loadFonts();
    session =
        new Session(
            Platform::runLater,
            new Preferences(folder.resolve("config/window.json")),
            MeasurementStore.in(folder.resolve("measured"), 1000));
    window = new MainWindow(session, new Answers(), _ -> {});
    stage.setScene(window.scene());
    stage.setX(0);
    stage.setY(0);
    stage.show();
  }

  @AfterEach
  void stopWork() {
    session.end();
  }

  /** The person, who answers what the journey says. */
  protected final class Answers implements FilePicker {
    @Override
    public Optional<Path> reportToSave(String name, Optional<Path> startingIn) {
      return report;
    }

    @Override
    public Optional<Path> reportToOpen(Optional<Path> startingIn) {
      return report;
    }

    @Override
    public List<Path> filesToOpen(Optional<Path> startingIn) {
      return filesToOpen;
    }

    @Override
    public Optional<Path> lotToSave(String name, Optional<Path> startingIn) {
      return lotToSave;
    }

    @Override
    public Optional<Path> sheetToOpen(Optional<Path> startingIn) {
      return sheet;
    }

    @Override
    public Optional<Path> sheetToSave(String name, Optional<Path> startingIn) {
      return sheet;
    }

    @Override
    public Optional<Path> folderToWriteTo(Optional<Path> startingIn) {
      return Optional.of(folder.resolve("chosen"));
    }
  }

  /** Waits until nothing is going on, nor measured beside. */
  protected void settle() {
    until(() ->
        !session.workProperty().get().running() && !session.measuringProperty().get().running());
    WaitForAsyncUtils.waitForFxEvents();
  }

  protected void until(Callable<Boolean> condition) {
    try {
      WaitForAsyncUtils.waitFor(30, TimeUnit.SECONDS, condition);
    } catch (TimeoutException e) {
      throw new AssertionError("It took too long; the line below says: " + status(), e);
    }
    WaitForAsyncUtils.waitForFxEvents();
  }

  protected void open(Path... files) {
    filesToOpen = List.of(files);
    press(KeyCode.CONTROL, KeyCode.O).release(KeyCode.O, KeyCode.CONTROL);
    settle();
    until(() -> session.state().outcome().isPresent());
    settle();
  }

  /** Goes to a station by its number, as the run sheet shows it. */
  protected void go(String station) {
    int number = window.numberOf(station).orElseThrow();
    KeyCode digit = KeyCode.getKeyCode(Integer.toString(number));
    press(KeyCode.CONTROL, digit).release(digit, KeyCode.CONTROL);
    until(() -> window.shown().equals(station));
  }

  protected void shortcut(KeyCode key) {
    press(KeyCode.CONTROL, key).release(key, KeyCode.CONTROL);
    settle();
  }

  protected void hit(KeyCode key) {
    press(key).release(key);
    settle();
  }

  protected String status() {
    return lookup("#status").queryAs(Labeled.class).getText();
  }

  protected TableView<?> table(String id) {
    return lookup("#" + id).queryAs(TableView.class);
  }

  protected Tally tally(String pass) {
    return session.state().outcome().orElseThrow().step(pass).orElseThrow().tally();
  }

  /** All that can be read in a part of the window. */
  protected String words(String id) {
    return lookup("#" + id).queryAll().stream()
        .flatMap(node -> from(node).lookup((Node n) -> n instanceof Labeled).queryAll().stream())
        .map(node -> ((Labeled) node).getText())
        .filter(text -> text != null && !text.isEmpty())
        // How a line breaks is not what it says.
        .map(text -> text.replace('\u00a0', ' '))
        .collect(Collectors.joining(" | "));
  }

  /** Writes what goes out, and waits until that is said: not by what was written before. */
  protected void writeOut() {
    interact(() -> session.tell("The test writes."));
    shortcut(KeyCode.E);
    until(() -> status().startsWith("Written "));
    settle();
  }

  protected Path written() {
    assertThat(session.state().written()).isNotEmpty();
    return session.state().written().getFirst().path();
  }

  protected static String read(Path file) {
    try {
      return java.nio.file.Files.readString(file);
    } catch (IOException e) {
      throw new AssertionError(e);
    }
  }
}
