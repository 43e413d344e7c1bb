package org.oddlot.window.watched;

import org.oddlot.window.kit.Bench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Station;

/** The station where a folder is watched, and what waits there is opened. */
public final class WatchedStation implements Station {
  @Override
  public String id() {
    return "watched";
  }

  @Override
  public String title() {
    return "Watched folder";
  }

  @Override
  public String group() {
    return "Out";
  }

  @Override
  public String question() {
    return "What went through by itself?";
  }

  @Override
  public Bench bench(Place place) {
    return new WatchedBench(place, question());
  }
}
