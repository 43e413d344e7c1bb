package org.oddlot.report;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.sheet.Stationery;
import org.oddlot.time.FilmGauge;

/**
 * Which reports go out, and how.
 *
 * @param kinds their keys, in order
 * @param form how they are written: the key of a {@link org.oddlot.format.report.BookFormat}
 * @param timeline the name of the timelines that are reported; all where empty
 * @param arrangements by the keys of reports; all rows and columns where one has none
 * @param gauge the film that feet are counted in
 * @param isDrop whether labels drop frames at rates at which they can; as files have it where empty
 * @param date a day that is written on them; empty for none
 * @param hasPictures whether a picture of its media stands beside each row that has one
 * @param stationery what they are written on
 */
public record ReportsToWrite(
    List<String> kinds,
    String form,
    String timeline,
    Map<String, Arrangement> arrangements,
    FilmGauge gauge,
    Optional<Boolean> isDrop,
    String date,
    boolean hasPictures,
    Stationery stationery) {
  public ReportsToWrite {
    kinds = List.copyOf(kinds);
    arrangements = Map.copyOf(arrangements);
  }

  /** The same of some of the reports. */
  public ReportsToWrite of(List<String> some) {
    return new ReportsToWrite(
        some, form, timeline, arrangements, gauge, isDrop, date, hasPictures, stationery);
  }

  /** How a report is arranged. */
  public Arrangement arrangement(String kind) {
    return arrangements.getOrDefault(kind, Arrangement.ALL);
  }
}
