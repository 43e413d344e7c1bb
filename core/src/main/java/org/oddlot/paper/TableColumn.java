package org.oddlot.paper;

import java.util.Optional;

/**
 * A column of a paper, and what that is taken from.
 *
 * @param header what stands above it
 * @param field what it holds; empty if nothing that is used
 * @param evidence why that is believed, in words
 * @param likely what it may hold instead, where that cannot be seen for certain
 * @param open whether it is not understood: there is something in it, and nobody said what
 */
public record TableColumn<F extends ColumnField>(
    String header, Optional<F> field, String evidence, Optional<F> likely, boolean open) {
  /** Why a column is believed whose header is a known word. */
  public static final String HEADER_SAYS_SO = "the header says so";

  /** Why a column is believed of which a person said it. */
  public static final String BY_HAND = "set by hand";

  /** A column of which it is clear what it holds, or that it is not used. */
  public TableColumn(String header, Optional<F> field, String evidence) {
    this(header, field, evidence, Optional.empty(), false);
  }

  /** A column that is not understood. */
  public static <F extends ColumnField> TableColumn<F> open(
      String header, String holds, Optional<F> likely) {
    return new TableColumn<>(header, Optional.empty(), holds, likely, true);
  }

  /** Its header, or where there is none the letter that spreadsheets give it. */
  public String name(int index) {
    return header.isEmpty() ? "column " + letter(index) : header;
  }

  private static String letter(int index) {
    String last = Character.toString((char) ('A' + index % 26));
    return index < 26 ? last : letter(index / 26 - 1) + last;
  }
}
