package org.oddlot.paper;

import java.util.Locale;

/** What a column of a paper can hold: the constants of an enum for each kind of paper. */
public interface ColumnField {

  /** The constant's name. */
  String name();

  /** What it is called on the screen. */
  String title();

  /** As it is written in documents. */
  default String word() {
    return name().toLowerCase(Locale.ROOT);
  }
}
