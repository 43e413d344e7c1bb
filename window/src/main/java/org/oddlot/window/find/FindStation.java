package org.oddlot.window.find;

import org.oddlot.window.kit.Bench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Station;

/** The station where anything that is known of a lot is found. */
public final class FindStation implements Station {
  @Override
  public String id() {
    return "find";
  }

  @Override
  public String title() {
    return "Find";
  }

  @Override
  public String group() {
    return "Everything";
  }

  @Override
  public String question() {
    return "Where is it?";
  }

  @Override
  public Bench bench(Place place) {
    return new FindBench(place, question());
  }
}
