package org.oddlot.pass;

import java.util.List;

/**
 * What a pass saw.
 *
 * @param findings its proposals
 * @param remarks what else is worth a line, and asks for nothing
 */
public record Look(List<Finding> findings, List<Remark> remarks) {

  /**
   * Something that was left over.
   *
   * @param about what it is about: the id of a source or an entry
   * @param title what people call that
   * @param text what is to be said
   */
  public record Remark(String about, String title, String text) {}

  public Look {
    findings = List.copyOf(findings);
    remarks = List.copyOf(remarks);
  }

  /** Findings and nothing else. */
  public static Look of(List<? extends Finding> findings) {
    return new Look(List.copyOf(findings), List.of());
  }
}
