package org.oddlot.desk.kit;

import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import org.oddlot.desk.session.State;
import org.oddlot.pass.Outcome.StepOutcome;

/** The place of one station: what lies in the centre of the window, and the evidence beside it. */
public interface Bench {

  /** The id of the pass that it is for. */
  String pass();

  /** What lies in the centre. */
  Node center();

  /** What lies at the right, for what is chosen in the centre. */
  Node evidence();

  /** Shows another state; {@code step} is what came of the pass, if it was run. */
  void show(State state, Optional<StepOutcome> step);

  /** Gives the keyboard to what is worked with most. */
  void focus();

  /** Shows only what has {@code text} in it. */
  void find(String text);

  /** The keys that do something here. */
  List<KeyHint> keys();

  /**
   * A key and what it does.
   *
   * @param key as it is written on the keyboard
   * @param what what it does
   */
  record KeyHint(String key, String what) {}
}
