package org.oddlot.window.kit;

import java.util.List;
import javafx.scene.Node;
import org.oddlot.pass.FindingId;
import org.oddlot.window.session.State;

/** The place of one station: what lies in the centre of the window, and the evidence beside it. */
public interface Bench {

  /** What lies in the centre. */
  Node center();

  /** What lies at the right, for what is chosen in the centre. */
  Node evidence();

  /** Shows another state. */
  void show(State state);

  /** Does the one thing that the station is there for, where there is one: it writes. */
  default void act() {}

  /** Gives the keyboard to what is worked with most. */
  void focus();

  /** Shows only what has {@code text} in it. */
  void find(String text);

  /** Chooses the row of a finding, where it has one. */
  default void reveal(FindingId finding) {}

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
