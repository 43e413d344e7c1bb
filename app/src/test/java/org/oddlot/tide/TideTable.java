package org.oddlot.tide;

import java.util.List;

/** When the water stands how high, in hours of the day and decimetres. */
public record TideTable(List<Tide> tides) {

  /** One hour of the table. */
  public record Tide(int hour, int decimetres) {}

  public TideTable {
    tides = List.copyOf(tides);
  }

  /** How high the water stands in an hour; zero where the table does not say. */
  public int at(int hour) {
    return tides.stream()
        .filter(tide -> tide.hour == hour)
        .mapToInt(Tide::decimetres)
        .findFirst()
        .orElse(0);
  }
}
