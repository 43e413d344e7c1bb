package org.oddlot.window.kit;

import java.util.Optional;

/** The way from one station to another. */
public interface StationNavigator {

  /**
   * A station that waits for a person.
   *
   * @param station its id
   * @param title what it is called
   * @param needing how much of it waits
   */
  record Next(String station, String title, int needing) {}

  /** The next station after this one that waits for a person, going round; empty if none does. */
  Optional<Next> after(String station);

  /** Opens a station. */
  void open(String station);
}
