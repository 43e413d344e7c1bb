package org.oddlot.material;

import org.oddlot.timeline.Address;

/**
 * One thing that differs between what came in and what goes out.
 *
 * @param address what differs; where that is no object of a timeline file, of which file it is
 * @param place where in the file that is, in words
 * @param before what it was, empty if nothing
 * @param after what it is, empty if nothing
 * @param pass the id of the pass that changed it
 * @param reason why
 */
public record LedgerEntry(
    Address address, String place, String before, String after, String pass, String reason) {

  /** The file's name. */
  public String document() {
    return address.file();
  }

  /** What of the object differs; empty for all of it. */
  public String property() {
    return address.part();
  }
}
