package org.oddlot.sheet;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Reports that go out together.
 *
 * @param title its head
 * @param about what it is of, a fact each: what, and what it is
 * @param sheets the reports
 * @param stationery what they are written on
 */
public record Book(String title, List<Fact> about, List<Sheet> sheets, Stationery stationery) {
  public Book {
    about = List.copyOf(about);
    sheets = List.copyOf(sheets);
  }

  /** Reports as they are usually written. */
  public Book(String title, List<Fact> about, List<Sheet> sheets) {
    this(title, about, sheets, Stationery.PLAIN);
  }

  /** This with one report more, under heads in its language. */
  public Book with(Sheet sheet) {
    var more = new ArrayList<>(sheets);
    more.add(sheet.written(stationery.labels(), Optional.empty()));
    return new Book(title, about, more, stationery);
  }

  /** One fact: {@code Timeline}, {@code Ferry documentary, lock 2}. */
  public record Fact(String what, String value) {}
}
