package org.oddlot.desk;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import javafx.animation.PauseTransition;
import javafx.application.Platform;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.TableView;
import javafx.util.Duration;
import org.oddlot.desk.session.Session;
import org.oddlot.desk.session.State;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Standing;
import org.oddlot.pass.Tally;
import org.oddlot.text.Phrase;

/**
 * Goes through the demo's work by itself, as a person would, and takes a picture of each station:
 * for machines without a display, and for the pictures of the documentation.
 */
final class Tour {
  private static final Duration BREATH = Duration.millis(400);
  private static final int LONGEST_WAIT = 300;

  private final Session session;
  private final DeskWindow window;
  private final Path folder;
  private final Path output;
  private final Optional<Path> second;
  private final Optional<Path> third;
  private final Deque<Step> steps = new ArrayDeque<>();
  private int waited;

  private interface Step {
    void run() throws IOException;
  }

  /**
   * @param folder where the pictures go
   * @param output where what the lot gives is written to
   * @param second another lot, for what goes wrong on other days
   * @param third one more, for sound
   */
  Tour(
      Session session,
      DeskWindow window,
      Path folder,
      Path output,
      Optional<Path> second,
      Optional<Path> third) {
    this.session = session;
    this.window = window;
    this.folder = folder;
    this.output = output;
    this.second = second;
    this.third = third;
  }

  void begin() {
    steps.add(() -> station("intake"));
    steps.add(() -> select("intake-rows", 1));
    steps.add(() -> picture("intake"));
    steps.add(() -> station("match"));
    steps.add(() -> select("match-rows", 1));
    steps.add(() -> picture("match"));
    steps.add(() -> night(true));
    steps.add(() -> picture("match-night"));
    steps.add(() -> night(false));
    steps.add(() -> report("Before anything is decided"));
    steps.add(() -> accept("match"));
    steps.add(() -> station("tag"));
    steps.add(() -> select("tag-rows", 1));
    steps.add(() -> picture("tag"));
    steps.add(() -> station("return"));
    steps.add(() -> session.write(output));
    steps.add(() -> select("ledger-rows", 14));
    steps.add(() -> picture("return"));
    steps.add(() -> report("After the doubtful ones were settled"));
    steps.add(this::sayWhatWasWritten);
    second.ifPresent(lot -> {
      steps.add(() -> session.open(List.of(lot)));
      steps.add(() -> station("putright"));
      steps.add(() -> select("putright-rows", 1));
      steps.add(() -> picture("put-right"));
      steps.add(() -> press("tab-clips"));
      steps.add(() -> picture("put-right-clips"));
      steps.add(() -> press("tab-findings"));
      steps.add(() -> report("The second day, with nothing put right"));
      steps.add(() -> accept("putright"));
      steps.add(() -> station("match"));
      steps.add(() -> report("The second day, put right"));
    });
    third.ifPresent(lot -> {
      steps.add(() -> session.open(List.of(lot)));
      steps.add(() -> station("intake"));
      steps.add(() -> select("intake-rows", 5));
      steps.add(() -> picture("sound-roll"));
      steps.add(() -> station("sync"));
      steps.add(() -> report("The third day, before anything is decided"));
      steps.add(() -> select("sync-rows", 1));
      steps.add(() -> picture("sync-clock"));
      steps.add(() -> press("settle-clocks"));
      steps.add(() -> press("tab-all"));
      steps.add(() -> select("sync-rows", 10));
      steps.add(() -> {});
      steps.add(() -> picture("sync"));
      steps.add(() -> accept("sync"));
      steps.add(() -> station("roles"));
      steps.add(() -> select("roles-rows", 3));
      steps.add(() -> picture("roles"));
      steps.add(() -> accept("roles"));
      steps.add(() -> station("layout"));
      steps.add(() -> select("layout-rows", 0));
      steps.add(() -> picture("sound-tracks"));
      steps.add(() -> accept("layout"));
      steps.add(() -> report("The third day, its sound laid and named"));
    });
    steps.add(this::end);
    next();
  }

  private void next() {
    var pause = new PauseTransition(BREATH);
    pause.setOnFinished(_ -> whenIdle());
    pause.play();
  }

  private void whenIdle() {
    boolean busy = session.workProperty().get().running() || session.state().outcome().isEmpty();
    if (busy && waited++ < LONGEST_WAIT) {
      next();
      return;
    }
    waited = 0;
    Step step = steps.poll();
    if (step == null) {
      return;
    }
    try {
      step.run();
    } catch (IOException e) {
      System.err.println("oddlot: " + e.getMessage());
      Platform.exit();
    }
    next();
  }

  private void station(String pass) {
    window.open(pass);
  }

  private void select(String table, int row) {
    if (window.scene().lookup("#" + table) instanceof TableView<?> rows) {
      rows.getSelectionModel().select(row);
    }
  }

  private void press(String button) {
    if (window.scene().lookup("#" + button) instanceof ButtonBase pressed) {
      pressed.fire();
    }
  }

  private void night(boolean on) {
    window.setNight(on);
  }

  private void picture(String name) throws IOException {
    Files.createDirectories(folder);
    Pictures.take(window.scene(), folder.resolve(name + ".png"));
  }

  /** Accepts what is proposed wherever a pass waits for somebody. */
  private void accept(String pass) {
    List<String> waiting =
        session.state().outcome().flatMap(outcome -> outcome.step(pass)).stream()
            .flatMap(step -> step.judged().stream())
            .filter(judged -> judged.standing() == Standing.TO_LOOK_AT)
            .filter(judged -> judged.finding().choices().isEmpty() || !judged.chosen().isEmpty())
            .map(judged -> judged.finding().id())
            .toList();
    session.acceptAll(waiting, "accepted what was proposed");
  }

  private void report(String when) {
    State state = session.state();
    System.out.println(when + ":");
    for (Outcome.StepOutcome step : state.outcome().map(Outcome::steps).orElse(List.of())) {
      Tally tally = step.tally();
      System.out.print(
          Phrase.of(
              "  %-14s %4d settled %4d to look at %4d open %4d declined%n",
              step.pass().title(),
              tally.settled(),
              tally.toLookAt(),
              tally.open(),
              tally.declined()));
    }
  }

  private void sayWhatWasWritten() {
    session.state().written().forEach(file -> System.out.println("Written " + file.path()));
  }

  private void end() {
    System.out.println("Pictures of the stations are in " + folder.toAbsolutePath());
    Platform.exit();
  }
}
