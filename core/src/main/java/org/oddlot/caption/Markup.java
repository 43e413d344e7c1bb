package org.oddlot.caption;

/** What a mark within a text says. */
public sealed interface Markup {

  /** Letters look different from here on, or no longer. */
  record Style(Look look, boolean begins) implements Markup {}

  /** Another person speaks from here on. */
  record Speaker(String name) implements Markup {}

  /**
   * Something that only the format it was read from has a place for.
   *
   * @param what what it is, for a report of what is not carried: {@code colours}
   */
  record Other(String what) implements Markup {}

  /** How letters can look in most formats. */
  enum Look {
    ITALIC,
    BOLD,
    UNDERLINE
  }
}
