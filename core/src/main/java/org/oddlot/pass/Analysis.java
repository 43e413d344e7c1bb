package org.oddlot.pass;

import java.util.Collection;
import java.util.List;
import org.oddlot.measure.Measurement;

/**
 * What a pass saw.
 *
 * @param findings its proposals
 * @param remarks what else is worth a line, and asks for nothing
 * @param wanted what it would like measured, to see more the next time
 * @param <F> its findings
 */
public record Analysis<F extends Finding>(
    List<F> findings, List<Remark> remarks, List<Measurement<?>> wanted) {

  /**
   * Something that was left over.
   *
   * @param about what it is about: the id of a source or an entry
   * @param title what people call that
   * @param text what is to be said
   */
  public record Remark(String about, String title, String text) {}

  public Analysis {
    findings = List.copyOf(findings);
    remarks = List.copyOf(remarks);
    wanted = List.copyOf(wanted);
  }

  /** Findings and nothing else. */
  public static <F extends Finding> Analysis<F> of(List<? extends F> findings) {
    return new Analysis<>(List.copyOf(findings), List.of(), List.of());
  }

  /** Findings, and what was left over. */
  public static <F extends Finding> Analysis<F> of(
      List<? extends F> findings, List<Remark> remarks) {
    return new Analysis<>(List.copyOf(findings), remarks, List.of());
  }

  /** This, with something that would better be measured. */
  public Analysis<F> wanting(Collection<? extends Measurement<?>> measurements) {
    return new Analysis<>(findings, remarks, List.copyOf(measurements));
  }
}
