package org.oddlot.format.report;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.oddlot.sheet.Book;

/** A form in which reports are written. The same book always gives the same bytes. */
public interface BookFormat {
  /** What it is called in documents, one word. */
  String key();

  /** How its files end. */
  String extension();

  /** Whether one file can have several reports in it. */
  boolean holdsSeveral();

  /**
   * Writes a book; one with a single sheet where this {@linkplain #holdsSeveral holds no more}.
   *
   * @param out is not closed
   * @return what of it could not be written as it is, a sentence each
   * @throws IOException if it cannot be written
   */
  List<String> write(Book book, OutputStream out) throws IOException;

  /**
   * The same into a file.
   *
   * @throws IOException if it cannot be written; the file may then be there in part
   */
  default List<String> write(Book book, Path file) throws IOException {
    try (var out = new BufferedOutputStream(Files.newOutputStream(file), 1 << 16)) {
      return write(book, out);
    }
  }
}
