package org.oddlot.paper;

/** What a column of a paper can hold. */
public interface ColumnField {

  /** What it is called on the screen. */
  String title();

  /** As it is written in documents. */
  String word();
}
