package org.oddlot.pass;

import java.util.List;
import org.oddlot.material.Material;

/**
 * What came of applying findings.
 *
 * @param material the new state
 * @param claims for every change in a document, the finding it was made for
 * @param notes what was put right in the lot itself and stands in no document: a log's clock
 */
public record Applied(Material material, List<Claim> claims, List<Note> notes) {

  /**
   * A change that is owed to a finding.
   *
   * @param object the identity of the changed object
   * @param property the changed property, or what its name begins with; empty for all of the object
   * @param reason why it was changed, for the ledger
   */
  public record Claim(Object object, String property, String reason) {}

  /**
   * Something that was put right in the lot itself.
   *
   * @param paper the paper, or whatever else came in
   * @param what what of it
   * @param before what it was, empty if that is not one thing
   * @param after what it is
   * @param reason why
   */
  public record Note(String paper, String what, String before, String after, String reason) {}

  public Applied {
    claims = List.copyOf(claims);
    notes = List.copyOf(notes);
  }

  /** What changed in documents alone. */
  public Applied(Material material, List<Claim> claims) {
    this(material, claims, List.of());
  }
}
