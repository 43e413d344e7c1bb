package org.oddlot.format;

import java.nio.charset.Charset;
import java.util.List;
import java.util.Optional;
import org.oddlot.paper.Table;
import org.oddlot.problem.Problems;

/** A kind of file that holds a table. Found with {@link java.util.ServiceLoader}. */
public interface PaperFormat {

  /**
   * What a person set, where seeing it from the file went wrong.
   *
   * @param charset the charset of the text
   * @param separator what stands between two values
   * @param sheet which sheet of a workbook is meant
   */
  record Options(Optional<Charset> charset, Optional<Character> separator, Optional<String> sheet) {
    /** All as the file suggests it. */
    public static final Options DETECTED =
        new Options(Optional.empty(), Optional.empty(), Optional.empty());
  }

  /** Its name for people. */
  String name();

  /** The endings of its files' names, lower case with the dot, the usual one first. */
  List<String> extensions();

  /**
   * Reads a file as far as it can be read; empty where nothing can be made of it. Either way {@code
   * problems} says what is wrong.
   */
  Optional<Table> read(InputFile file, Options options, Problems problems);
}
