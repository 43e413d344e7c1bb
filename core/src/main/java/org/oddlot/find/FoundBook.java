package org.oddlot.find;

import java.util.ArrayList;
import java.util.List;
import org.oddlot.sheet.Book;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.sheet.Sheet;
import org.oddlot.text.Phrase;

/** What was found as a list. */
public final class FoundBook {
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("in", "In", 26),
          Column.text("from", "From", 12),
          Column.text("to", "To", 12),
          Column.text("what", "What", 12),
          Column.text("words", "Words", 90));

  private FoundBook() {}

  /**
   * The list.
   *
   * @param words what was looked for
   * @param where what things had to have
   */
  public static Book of(Found found, List<String> words, List<Found.Where> where) {
    var lines = new ArrayList<Line>();
    for (Passage hit : found.hits()) {
      lines.add(
          Line.of(
              List.of(
                  Cell.of(hit.clip()),
                  Cell.of(hit.label()),
                  Cell.of(hit.labelOut()),
                  Cell.of(hit.field()),
                  Cell.of(hit.text().replace('\n', ' ')))));
    }
    var about = new ArrayList<Book.Fact>();
    words.forEach(its -> about.add(new Book.Fact("Words", its)));
    where.forEach(its -> about.add(new Book.Fact("Where", its.field() + " " + its.value())));
    about.add(new Book.Fact("Found", Phrase.count(found.hits().size(), "hit")));
    return new Book(
        "Found",
        about,
        List.of(
            new Sheet("hits", "Hits", "", COLUMNS, lines, -1, List.of()).withoutEmptyColumns()));
  }
}
