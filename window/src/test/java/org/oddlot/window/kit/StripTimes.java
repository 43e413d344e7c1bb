package org.oddlot.window.kit;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import javafx.application.Platform;
import javafx.event.Event;
import javafx.scene.Scene;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.StackPane;
import javafx.stage.Stage;
import org.oddlot.json.JsonObject;
import org.oddlot.pass.Standing;
import org.oddlot.time.FrameRate;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

/**
 * How long the strip takes for a cut of many shots: made, drawn as a whole, and until a key has
 * been answered and its picture is through: {@code StripTimes SHOTS RUNS}. A benchmark, not a test;
 * {@code benchmarks/run} starts it.
 */
final class StripTimes {
  private static final FrameRate RATE = FrameRate.of(25);

  private StripTimes() {}

  /** Runs the benchmark and ends the program. */
  public static void main(String[] arguments) {
    int shots = Integer.parseInt(arguments[0]);
    int runs = Integer.parseInt(arguments[1]);
    long start = System.nanoTime();
    StripCut cut = StripCut.of(Placed.root(timeline(shots))).orElseThrow();
    System.out.printf("%,d shots: made in %d ms%n", shots, (System.nanoTime() - start) / 1_000_000);
    var marks = new ArrayList<StripView.Mark>();
    for (int i = 0; i < shots; i += 5) {
      marks.add(
          new StripView.Mark(
              i * 2, i * 2 + 2, Optional.of(i % 3 == 0 ? Standing.TO_LOOK_AT : Standing.SETTLED)));
    }
    Platform.startup(() -> {});
    var strip = new CompletableFuture<StripView>();
    Platform.runLater(() -> {
      var its = new StripView(_ -> {}, _ -> {});
      var stage = new Stage();
      stage.setScene(new Scene(new StackPane(its), 1280, 200));
      stage.show();
      strip.complete(its);
    });
    StripView its = strip.join();
    double[] draws = new double[runs];
    double[] keys = new double[runs];
    for (int i = 0; i < runs; i++) {
      draws[i] =
          millis(() -> {
            its.show(List.of(cut), marks);
            its.layout();
          });
      KeyCode code = List.of(KeyCode.RIGHT, KeyCode.PLUS, KeyCode.DOWN, KeyCode.MINUS).get(i % 4);
      keys[i] =
          millis(() -> {
            Event.fireEvent(
                its, new KeyEvent(KeyEvent.KEY_PRESSED, "", "", code, false, false, false, false));
            its.layout();
          });
    }
    Arrays.sort(draws);
    Arrays.sort(keys);
    System.out.printf(
        "drawn whole: median %.1f ms, longest %.1f; a key: median %.1f ms, longest %.1f%n",
        draws[runs / 2], draws[runs - 1], keys[runs / 2], keys[runs - 1]);
    System.exit(0);
  }

  private static Timeline timeline(int shots) {
    var tracks = new ArrayList<Track>();
    for (String kind : List.of(Track.VIDEO, Track.AUDIO)) {
      var clips = new ArrayList<Clip>();
      for (int i = 0; i < shots; i++) {
        clips.add(
            Clip.of(
                "A%03dC%03d".formatted(i / 1000, i % 1000),
                new MediaReference.External(
                    Origin.made(), "", "m" + i, Optional.empty(), JsonObject.EMPTY),
                Optional.of(TimeRange.of(0, 50, RATE))));
      }
      tracks.add(Track.of("", kind, clips));
    }
    return Timeline.of("Long", Optional.empty(), tracks);
  }

  /** Until what was done on the interface thread is done, and all that it has asked for there. */
  private static double millis(Runnable action) {
    var done = new CompletableFuture<Void>();
    long start = System.nanoTime();
    Platform.runLater(() -> {
      try {
        action.run();
      } finally {
        Platform.runLater(() -> done.complete(null));
      }
    });
    done.join();
    return (System.nanoTime() - start) / 1e6;
  }
}
