package org.oddlot.paper;

import java.util.List;

/** A paper that was read from a table, whatever it is about. */
public interface TablePaper {

  /** The file's name, unlike that of any other input of the lot. */
  String name();

  /** The table it was read from. */
  Table table();

  /** What its columns hold. */
  List<? extends TableColumn<?>> columns();

  /** What columns of such a paper can hold. */
  List<? extends ColumnField> fields();

  /** What became of its rows, in words. */
  List<String> uses();
}
