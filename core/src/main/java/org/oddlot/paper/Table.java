package org.oddlot.paper;

import java.util.List;

/**
 * A paper as rows and columns, before anything is made of it.
 *
 * @param header what stands above each column
 * @param rows the rows under the header, without empty ones
 * @param form how the table was read, for people: {@code UTF-8, semicolons}
 * @param sheets the names of the sheets of which this is one; empty where there are none
 */
public record Table(List<String> header, List<Row> rows, String form, List<String> sheets) {

  /**
   * One row.
   *
   * @param number the row's number in the file, counted from one as spreadsheets do
   * @param cells what stands in each column; may be fewer or more than there are headers
   */
  public record Row(int number, List<String> cells) {
    public Row {
      cells = List.copyOf(cells);
    }

    /** What stands in a column, without space around it; empty where the row ends before it. */
    public String cell(int column) {
      return column < cells.size() ? cells.get(column).strip() : "";
    }
  }

  public Table {
    header = List.copyOf(header);
    rows = List.copyOf(rows);
    sheets = List.copyOf(sheets);
  }

  /** A table that is all there is in its file. */
  public static Table of(List<String> header, List<Row> rows, String form) {
    return new Table(header, rows, form, List.of());
  }

  /** This as one of several sheets. */
  public Table among(List<String> allSheets) {
    return new Table(header, rows, form, allSheets);
  }

  /** What stands in a column, row by row, without the empty cells. */
  public List<String> column(int column) {
    return rows.stream().map(row -> row.cell(column)).filter(cell -> !cell.isEmpty()).toList();
  }
}
