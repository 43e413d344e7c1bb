package org.oddlot.paper;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * A paper as rows and columns, before anything is made of it.
 *
 * @param header what stands above each column
 * @param rows the rows under the header, without empty ones
 * @param form how the table was read, for people: {@code UTF-8, semicolons}
 * @param sheets the names of the sheets that there are; empty where there are none
 * @param titles what stands above the header
 */
public record Table(
    List<String> header, List<Row> rows, String form, List<String> sheets, List<String> titles) {

  /**
   * One row.
   *
   * @param number the row's number in the file, counted from one as spreadsheets do; 0 for what
   *     stands above the header of one of several sheets
   * @param cells what stands in each column; may be fewer or more than there are headers
   * @param sheet the sheet it is on, where there are several; else empty
   * @param marked the columns whose cells are set off from the others: bold, or on a colour
   */
  public record Row(int number, List<String> cells, String sheet, Set<Integer> marked) {
    public Row {
      cells = List.copyOf(cells);
      marked = Set.copyOf(marked);
    }

    /** A row of nothing but words. */
    public Row(int number, List<String> cells) {
      this(number, cells, "", Set.of());
    }

    /** What stands in a column, without space around it; empty where the row ends before it. */
    public String cell(int column) {
      return column < cells.size() ? cells.get(column).strip() : "";
    }

    /** Whether it stands above the header of its sheet. */
    boolean isTitle() {
      return number == 0;
    }

    /** What stands in it, cell after cell, without the empty ones. */
    public String text() {
      return cells.stream()
          .map(String::strip)
          .filter(cell -> !cell.isEmpty())
          .collect(Collectors.joining(" | "));
    }
  }

  public Table {
    header = List.copyOf(header);
    rows = List.copyOf(rows);
    sheets = List.copyOf(sheets);
    titles = List.copyOf(titles);
  }

  /** A table that is all there is in its file. */
  public static Table of(List<String> header, List<Row> rows, String form) {
    return new Table(header, rows, form, List.of(), List.of());
  }

  /** This with what stands above it. */
  public Table under(List<String> newTitles) {
    return new Table(header, rows, form, sheets, newTitles);
  }

  /** This as one of several sheets. */
  public Table among(List<String> allSheets) {
    return new Table(header, rows, form, allSheets, titles);
  }

  /** What stands in a column, row by row, without the empty cells. */
  public List<String> column(int column) {
    return rows.stream().map(row -> row.cell(column)).filter(cell -> !cell.isEmpty()).toList();
  }
}
