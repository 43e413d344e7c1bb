package org.oddlot.tide;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Label;
import org.oddlot.material.Material;
import org.oddlot.window.kit.Bench;
import org.oddlot.window.kit.BenchFrame;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Station;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.State;

/** A station that is no pass: it only looks at the table. */
public final class LookoutStation implements Station {
  @Override
  public String id() {
    return "lookout";
  }

  @Override
  public String title() {
    return "Lookout";
  }

  @Override
  public String group() {
    return "Sea";
  }

  @Override
  public String question() {
    return "How high does it come?";
  }

  @Override
  public boolean concerns(Material material) {
    return !material.all(TideTable.class).isEmpty();
  }

  @Override
  public Bench bench(Place place) {
    return new LookoutBench();
  }

  private static final class LookoutBench implements Bench {
    private final Label highest = Words.of("", "fact");
    private final BenchFrame frame = new BenchFrame("How high does it come?");

    LookoutBench() {
      highest.setId("highest");
      frame.with(highest, highest);
    }

    @Override
    public Node center() {
      return frame;
    }

    @Override
    public Node evidence() {
      return Words.of("The table says it.");
    }

    @Override
    public void show(State state) {
      int height =
          state.outcome().stream()
              .flatMap(outcome -> outcome.start().all(TideTable.class).stream())
              .flatMap(table -> table.tides().stream())
              .mapToInt(TideTable.Tide::decimetres)
              .max()
              .orElse(0);
      highest.setText(height + " dm at most");
    }

    @Override
    public void focus() {
      highest.requestFocus();
    }

    @Override
    public void find(String text) {}

    @Override
    public List<KeyHint> keys() {
      return List.of();
    }
  }
}
