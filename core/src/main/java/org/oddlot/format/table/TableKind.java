package org.oddlot.format.table;

import org.oddlot.input.Contents;
import org.oddlot.input.InputKind;
import org.oddlot.paper.Table;
import org.oddlot.text.Phrase;

/** A kind of file that holds a table. */
interface TableKind extends InputKind<Table> {
  @Override
  default String what() {
    return "paper";
  }

  @Override
  default Class<Table> type() {
    return Table.class;
  }

  @Override
  default Contents describe(Table table) {
    return Contents.of(Phrase.count(table.rows().size(), "row")).with("read as", table.form());
  }
}
