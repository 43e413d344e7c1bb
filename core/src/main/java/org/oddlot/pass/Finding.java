package org.oddlot.pass;

import java.util.List;

/** One proposal of a pass. */
public interface Finding {

  /**
   * What it is known by: begins with the id of its pass and a colon, and names what it is about, so
   * that a second look has the same.
   */
  String id();

  /** What it is about, in few words. */
  String title();

  /** How the pass sees it; a decision may say otherwise. */
  Standing standing();

  /** Why it stands like that, one sentence without a full stop. */
  String reason();

  /** Why, in a few words, for a narrow column. */
  default String headline() {
    return reason();
  }

  /** What it can be accepted as; empty where it is accepted as it is. */
  default List<Choice> choices() {
    return List.of();
  }

  /** The ids of the choices that are proposed. */
  default List<String> proposed() {
    return List.of();
  }

  /** What it rests on apart from its choices. */
  default List<Evidence> evidence() {
    return List.of();
  }
}
