package org.oddlot.sheet;

import java.util.List;

/**
 * Reports that go out together.
 *
 * @param title its head
 * @param about what it is of, a fact each: what, and what it is
 * @param sheets the reports
 */
public record Book(String title, List<Fact> about, List<Sheet> sheets) {
  public Book {
    about = List.copyOf(about);
    sheets = List.copyOf(sheets);
  }

  /** One fact: {@code Timeline}, {@code Ferry documentary, lock 2}. */
  public record Fact(String what, String value) {}
}
