package org.oddlot.window;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import javafx.animation.PauseTransition;
import javafx.application.Platform;
import javafx.event.ActionEvent;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.util.Duration;
import org.oddlot.demo.Demo;
import org.oddlot.demo.DemoDay;
import org.oddlot.pass.Decision;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Standing;
import org.oddlot.pass.Tally;
import org.oddlot.text.Phrase;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.session.Session;
import org.oddlot.window.session.State;

/**
 * Goes through the demo's work by itself, as a person would, and takes a picture of each station:
 * for machines without a display, and for the pictures of the documentation.
 */
final class Tour {
  /** Rows that are seen above one that is chosen. */
  private static final int LINES_ABOVE = 4;

  private static final Duration BREATH = Duration.millis(80);
  private static final int BREATHS_WATCHED = 90;
  private static final int LONGEST_WAIT = 1500;

  private final Session session;
  private final MainWindow window;
  private final Path folder;
  private final Path output;
  private final Deque<Step> steps = new ArrayDeque<>();
  private int waited;

  private interface Step {
    void run() throws IOException;
  }

  /**
   * @param folder where the pictures go
   * @param output where what the lot gives is written to
   * @param lots those of the demo's days, in their order
   */
  Tour(Session session, MainWindow window, Path folder, Path output, List<Path> lots) {
    this.session = session;
    this.window = window;
    this.folder = folder;
    this.output = output;
    List<DemoDay> days = Demo.days();
    for (int i = 0; i < Math.min(days.size(), lots.size()); i++) {
      Path lot = lots.get(i);
      steps.add(() -> {
        System.out.println(lot.getFileName());
        session.open(List.of(lot));
      });
      days.get(i).tour().forEach(line -> steps.add(step(line)));
      // The next who opens it finds it as it was.
      steps.add(session::abandon);
    }
    steps.add(() -> picture("start"));
    if (!lots.isEmpty()) {
      watch(lots.getFirst().resolveSibling(Demo.WATCHED).resolve("exports"));
    }
    steps.add(this::end);
  }

  /** With nothing open a folder is watched, until nothing happens in it any more. */
  private void watch(Path exports) {
    steps.add(() -> window.watch(exports));
    for (int i = 0; i < BREATHS_WATCHED; i++) {
      steps.add(() -> {});
    }
    steps.add(() -> select("watched-rows", 1));
    steps.add(() -> picture("watched"));
    steps.add(() -> session.watch().stop());
  }

  void begin() {
    next();
  }

  /** What a line of a day's tour says; see {@link DemoDay}. */
  private Step step(String line) {
    String[] words = line.split(" ", 2);
    String rest = words.length > 1 ? words[1] : "";
    return switch (words[0]) {
      case "station" -> () -> window.open(rest);
      case "select" -> {
        int space = rest.lastIndexOf(' ');
        int row = Integer.parseInt(rest.substring(space + 1));
        yield () -> select(rest.substring(0, space), row);
      }
      case "press" -> () -> press(rest);
      case "choose" -> () -> choose(rest);
      case "type" -> () -> type(rest);
      case "picture" -> () -> picture(rest);
      case "night" -> () -> window.setNight(rest.equals("on"));
      case "accept" -> () -> accept(rest);
      case "report" -> () -> report(rest);
      case "fold" -> window::fold;
      case "wait" -> () -> {};
      case "write" ->
          () -> {
            session.write(output);
          };
      case "written" -> this::sayWhatWasWritten;
      default -> throw new IllegalArgumentException("A tour cannot do \"" + line + "\"");
    };
  }

  private void next() {
    var pause = new PauseTransition(BREATH);
    pause.setOnFinished(_ -> whenIdle());
    pause.play();
  }

  private void whenIdle() {
    boolean busy =
        session.workProperty().get().running()
            || session.measuringProperty().get().running()
            || (!session.state().isEmpty() && session.state().outcome().isEmpty());
    if (busy && waited++ < LONGEST_WAIT) {
      next();
      return;
    }
    waited = 0;
    // What is looked at beside comes first: what was read may ask for something more to be read.
    session.aside(() -> "", _ -> session.aside(() -> "", _ -> step()));
  }

  private void step() {
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

  private void select(String table, int row) {
    if (window.scene().lookup("#" + table) instanceof TableView<?> rows) {
      rows.getSelectionModel().clearAndSelect(row);
      // Below the last line that is seen, with the head.
      if (row > rows.getHeight() / DataTable.ROW - 3) {
        rows.scrollTo(row - LINES_ABOVE);
      }
    }
  }

  private void press(String button) {
    if (window.scene().lookup("#" + button) instanceof ButtonBase pressed) {
      pressed.fire();
    }
  }

  /** Chooses a value of a list that has words for values. */
  @SuppressWarnings("unchecked") // the lists that a tour chooses from are lists of words
  private void choose(String rest) {
    int space = rest.indexOf(' ');
    if (window.scene().lookup("#" + rest.substring(0, space)) instanceof ComboBox<?> list) {
      ((ComboBox<String>) list).setValue(rest.substring(space + 1));
    }
  }

  private void type(String rest) {
    int space = rest.indexOf(' ');
    if (window.scene().lookup("#" + rest.substring(0, space)) instanceof TextField field) {
      field.setText(rest.substring(space + 1));
      field.fireEvent(new ActionEvent());
    }
  }

  private void picture(String name) throws IOException {
    Files.createDirectories(folder);
    Pictures.take(window.scene(), folder.resolve(name + ".png"));
    System.out.println("  " + name + ".png");
  }

  /** Accepts what is proposed wherever a pass waits for somebody. */
  private void accept(String pass) {
    List<FindingId> waiting =
        session.state().outcome().flatMap(outcome -> outcome.step(pass)).stream()
            .flatMap(step -> step.reviewed().stream())
            .filter(reviewed -> reviewed.standing() == Standing.TO_LOOK_AT)
            .filter(
                reviewed -> reviewed.finding().choices().isEmpty() || !reviewed.chosen().isEmpty())
            .map(reviewed -> reviewed.finding().id())
            .toList();
    session.decide(waiting, Optional.of(Decision.accept()), "accepted what was proposed");
  }

  private void report(String when) {
    State state = session.state();
    System.out.println(when + ":");
    for (Outcome.StepOutcome<?> step : state.outcome().map(Outcome::steps).orElse(List.of())) {
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
