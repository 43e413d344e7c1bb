package org.oddlot.pass;

import java.util.List;
import org.oddlot.material.Material;

/**
 * What came of applying findings.
 *
 * @param material the new state
 * @param claims for every change in a document, the finding it was made for
 */
public record Applied(Material material, List<Claim> claims) {

  /**
   * A change that is owed to a finding.
   *
   * @param object the identity of the changed object
   * @param property the changed property, or what its name begins with; empty for all of the object
   * @param reason why it was changed, for the ledger
   */
  public record Claim(Object object, String property, String reason) {}

  public Applied {
    claims = List.copyOf(claims);
  }
}
