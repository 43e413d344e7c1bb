package org.oddlot.window;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.function.BooleanSupplier;
import javafx.application.Platform;
import javafx.scene.control.Button;
import javafx.scene.control.TableView;
import javafx.stage.Stage;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.text.Phrase;
import org.oddlot.window.session.Preferences;
import org.oddlot.window.session.Session;

/**
 * How long a decision takes in the real window, from the press of the button to the picture that
 * shows it, and until all stations are true again: {@code ClickTimes FOLDER RUNS FILE…}. A
 * benchmark, not a test; {@code benchmarks/run} starts it.
 */
final class ClickTimes {
  private static final int LOOKED_AT_MILLIS = 250;

  private ClickTimes() {}

  /** Runs the benchmark and ends the program. */
  public static void main(String[] arguments) throws InterruptedException {
    Path folder = Path.of(arguments[0]);
    int runs = Integer.parseInt(arguments[1]);
    List<Path> files = Arrays.stream(arguments).skip(2).map(Path::of).toList();
    Platform.startup(() -> {});
    var opened = new CompletableFuture<Run>();
    Platform.runLater(() -> opened.complete(new Run(folder)));
    opened.join().go(files, runs);
    System.exit(0);
  }

  private static final class Run {
    private final Session session;
    private final MainWindow window;

    Run(Path folder) {
      OddLotApp.loadFonts();
      session =
          new Session(
              Platform::runLater,
              new Preferences(folder.resolve("window.json")),
              MeasurementStore.in(folder.resolve("measured"), 1000));
      var stage = new Stage();
      window = new MainWindow(session, new FxFilePicker(stage), _ -> {});
      stage.setScene(window.scene());
      stage.show();
    }

    void go(List<Path> files, int runs) throws InterruptedException {
      long start = System.nanoTime();
      onStage(() -> session.open(files));
      until(() -> session.state().outcome().isPresent() && !session.workProperty().get().running());
      System.out.print(Phrase.of("opened and run: %.2f s%n", (System.nanoTime() - start) / 1e9));
      onStage(() -> window.open("match"));
      onStage(() -> ((Button) window.scene().lookup("#folded")).fire());
      var handled = new ArrayList<Double>();
      var shown = new ArrayList<Double>();
      var truly = new ArrayList<Double>();
      for (int run = 0; run < runs; run++) {
        int row = run;
        onStage(() -> table().getSelectionModel().clearAndSelect(row));
        // Nobody decides before the row is there to be seen.
        Thread.sleep(LOOKED_AT_MILLIS);
        var picture = new CountDownLatch(1);
        long pressed = System.nanoTime();
        onStage(() -> {
          ((Button) window.scene().lookup("#decline")).fire();
          handled.add((System.nanoTime() - pressed) / 1e6);
          Runnable[] after = new Runnable[1];
          after[0] =
              () -> {
                window.scene().removePostLayoutPulseListener(after[0]);
                picture.countDown();
              };
          window.scene().addPostLayoutPulseListener(after[0]);
          Platform.requestNextPulse();
        });
        picture.await();
        shown.add((System.nanoTime() - pressed) / 1e6);
        until(() -> !session.workProperty().get().running());
        truly.add((System.nanoTime() - pressed) / 1e6);
      }
      line("taken in", handled);
      line("shown", shown);
      line("all stations true", truly);
    }

    private TableView<?> table() {
      return (TableView<?>) window.scene().lookup("#match-rows");
    }

    private static void line(String what, List<Double> times) {
      List<Double> sorted = times.stream().sorted().toList();
      System.out.print(
          Phrase.of(
              "  a decision, %-18s first %5.0f ms, median %5.0f ms, longest %5.0f ms%n",
              what, times.getFirst(), sorted.get(sorted.size() / 2), sorted.getLast()));
    }

    private static void onStage(Runnable work) throws InterruptedException {
      var done = new CountDownLatch(1);
      Platform.runLater(() -> {
        work.run();
        done.countDown();
      });
      done.await();
    }

    private static void until(BooleanSupplier condition) throws InterruptedException {
      var held = new boolean[1];
      while (!held[0]) {
        onStage(() -> held[0] = condition.getAsBoolean());
        Thread.sleep(2);
      }
    }
  }
}
