package org.oddlot.pass;

import java.util.ArrayList;
import java.util.List;
import org.oddlot.timeline.Address;

/**
 * What a finding is known by: the pass, what kind of thing it is about, and which one. A second
 * look has the same, so that a decision stays with it; no two findings of a run share one.
 *
 * @param text as documents have it, its parts joined by colons
 */
public record FindingId(String text) implements Comparable<FindingId> {

  /**
   * The identity of a pass's finding.
   *
   * @param parts from the general to the special; colons in all but the last are told apart from
   *     those between them
   */
  public static FindingId of(String pass, String... parts) {
    if (parts.length == 1) {
      return new FindingId(pass + ":" + parts[0]);
    }
    var all = new ArrayList<String>();
    all.add(pass);
    for (int i = 0; i < parts.length; i++) {
      all.add(
          i == parts.length - 1 ? parts[i] : parts[i].replace("\\", "\\\\").replace(":", "\\:"));
    }
    return new FindingId(String.join(":", all));
  }

  /** The identity of a pass's finding about an object of a file. */
  public static FindingId of(String pass, Address address) {
    return of(pass, address.file(), address.path());
  }

  /** The id of its pass. */
  public String pass() {
    int colon = text.indexOf(':');
    return colon < 0 ? text : text.substring(0, colon);
  }

  /** What comes behind these first parts; empty where it begins otherwise. */
  public String behind(String pass, String... parts) {
    String head = of(pass, append(parts)).text;
    return text.startsWith(head) ? text.substring(head.length()) : "";
  }

  private static String[] append(String... parts) {
    var more = new ArrayList<>(List.of(parts));
    more.add("");
    return more.toArray(String[]::new);
  }

  @Override
  public int compareTo(FindingId other) {
    return text.compareTo(other.text);
  }

  @Override
  public String toString() {
    return text;
  }
}
