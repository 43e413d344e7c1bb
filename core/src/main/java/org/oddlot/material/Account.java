package org.oddlot.material;

import java.util.List;
import java.util.function.Supplier;

/**
 * What a pass found and changed, for whoever reports it afterwards. It is worked out when it is
 * asked for.
 *
 * @param pass the pass's id
 * @param title the pass, for people
 * @param found its findings
 * @param changes all that was changed up to here, by it and by those before it
 */
public record Account(
    String pass, String title, Supplier<List<Found>> found, Supplier<List<LedgerEntry>> changes) {

  /**
   * A finding.
   *
   * @param title what it is about
   * @param standing how it stands, in a word
   * @param needsAPerson whether it waits for a person
   * @param headline what was found, in a few words
   * @param reason why it stands so
   * @param points what it rests on, point by point
   */
  public record Found(
      String title,
      String standing,
      boolean needsAPerson,
      String headline,
      String reason,
      List<Point> points) {
    public Found {
      points = List.copyOf(points);
    }
  }

  /**
   * One thing that a finding rests on.
   *
   * @param what what is looked at
   * @param value what it is
   * @param verdict what that says, or what it should be
   */
  public record Point(String what, String value, String verdict) {}
}
