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
    String pass, String title, Supplier<List<Found>> found, Supplier<List<Changed>> changes) {

  /**
   * A finding.
   *
   * @param title what it is about
   * @param standing how it stands, in a word
   * @param headline what was found, in a few words
   * @param reason why it stands so
   */
  public record Found(String title, String standing, String headline, String reason) {}

  /** A change: where, of what, from what, to what, by which pass and why. */
  public record Changed(
      String document,
      String place,
      String property,
      String before,
      String after,
      String pass,
      String reason) {}
}
