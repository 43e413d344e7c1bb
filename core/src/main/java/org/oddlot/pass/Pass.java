package org.oddlot.pass;

import java.util.List;
import java.util.Map;

/**
 * One kind of work. Found with {@link java.util.ServiceLoader}; the order in which they are found
 * is that of a new run sheet.
 */
public interface Pass {

  /** What it is called in documents, one word. */
  String id();

  /** What it is called on the screen. */
  String title();

  /** The question that it answers. */
  String question();

  /** What can be set about it. */
  default List<Setting> settings() {
    return List.of();
  }

  /**
   * Looks, and changes nothing: the same matter, settings and decisions give the same findings.
   *
   * @param decisions what was said about this pass's findings so far, by their ids
   * @throws CancelledException if {@code progress} asks to stop
   */
  Look look(Matter matter, Settings settings, Map<String, Decision> decisions, Progress progress);

  /**
   * Applies findings that were accepted, and nothing else.
   *
   * @param accepted settled findings and those that a person accepted
   * @throws CancelledException if {@code progress} asks to stop
   */
  Applied apply(Matter matter, Settings settings, List<Judged> accepted, Progress progress);
}
