package org.oddlot.format.table;

import java.io.IOException;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.Charset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.oddlot.format.text.Charsets;
import org.oddlot.input.InputFile;
import org.oddlot.input.ReadingOptions;
import org.oddlot.paper.Table;
import org.oddlot.problem.Problems;
import org.oddlot.setting.Setting;
import org.oddlot.text.Phrase;

/**
 * {@code .csv}, {@code .tsv}, {@code .txt}: rows of values separated by commas, semicolons, tabs or
 * bars. Charset and separator are seen from the file and can be set.
 */
public final class SeparatedValues implements TableKind {
  private static final char[] SEPARATORS = {',', ';', '\t', '|'};
  private static final Map<Character, String> NAMES =
      Map.of(',', "commas", ';', "semicolons", '\t', "tabs", '|', "bars");

  /** Rows that are looked at to find the separator. */
  private static final int SAMPLE = 60;

  @Override
  public String name() {
    return "Separated values";
  }

  @Override
  public List<String> extensions() {
    return List.of(".csv", ".tsv", ".txt", ".tab");
  }

  @Override
  public List<String> extensionsInFolders() {
    return List.of(".csv", ".tsv", ".tab");
  }

  @Override
  public List<Setting<?>> options() {
    return List.of(
        TableOptions.CHARSET, TableOptions.SEPARATOR, TableOptions.DATES, TableOptions.PAPER);
  }

  @Override
  public Optional<Table> read(InputFile file, ReadingOptions options, Problems problems) {
    return file.read(problems).flatMap(bytes -> read(bytes, options, problems));
  }

  /** The table in {@code bytes}; empty where there is none, and then {@code problems} says why. */
  public static Optional<Table> read(byte[] bytes, ReadingOptions options, Problems problems) {
    if (bytes.length == 0) {
      problems.error("", "The file is empty.", "");
      return Optional.empty();
    }
    Charset charset = TableOptions.charset(options).orElseGet(() -> Charsets.detect(bytes));
    var text = new Text(bytes, charset);
    Oddities odd = text.oddities();
    if (odd.zero) {
      problems.error("", "This is not a text file.", "Save the log as CSV.");
      return Optional.empty();
    }
    if (odd.unknown) {
      problems.warning(
          "",
          Phrase.of("Some characters do not belong to the charset %s.", charset.name()),
          "Choose another charset if names look wrong.");
    }
    char separator = TableOptions.separator(options).orElseGet(() -> separator(text));
    List<Table.Row> rows = rows(text, separator, problems);
    if (rows.isEmpty()) {
      problems.error("", "The file has no rows.", "");
      return Optional.empty();
    }
    String form = charset.name() + ", " + NAMES.getOrDefault(separator, "'" + separator + "'");
    return Optional.of(HeaderRow.split(rows, form));
  }

  /** The letters of a file, decoded as they are read. */
  private static final class Text {
    private final byte[] bytes;
    private final Charset charset;

    Text(byte[] bytes, Charset charset) {
      this.bytes = bytes;
      this.charset = charset;
    }

    Reader open() throws IOException {
      return Charsets.reader(bytes, charset);
    }

    Oddities oddities() {
      boolean zero = false;
      boolean unknown = false;
      var part = new char[1 << 13];
      try (Reader letters = open()) {
        for (int count = letters.read(part); count > 0; count = letters.read(part)) {
          for (int i = 0; i < count; i++) {
            zero |= part[i] == '\0';
            unknown |= part[i] == '\uFFFD';
          }
        }
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
      return new Oddities(zero, unknown);
    }
  }

  /**
   * What should not be in a text.
   *
   * @param zero a letter of no text at all
   * @param unknown what does not belong to the charset
   */
  private record Oddities(boolean zero, boolean unknown) {}

  private static char separator(Text text) {
    char best = ',';
    double bestScore = -1;
    for (char candidate : SEPARATORS) {
      double score = score(parseLeniently(text, candidate, SAMPLE).rows());
      if (score > bestScore) {
        best = candidate;
        bestScore = score;
      }
    }
    return best;
  }

  /**
   * How much it looks like a table: the share of rows with the commonest width, wider is better.
   */
  private static double score(List<Table.Row> rows) {
    var widths = new HashMap<Integer, Integer>();
    rows.forEach(row -> widths.merge(row.cells().size(), 1, Integer::sum));
    widths.remove(1);
    return widths.entrySet().stream()
        .mapToDouble(e -> (double) e.getValue() / rows.size() + Math.min(e.getKey(), 50) / 200.0)
        .max()
        .orElse(-0.5);
  }

  private static List<Table.Row> rows(Text text, char separator, Problems problems) {
    try {
      return told(parse(text, separator, true, RowsRead.MOST_ROWS), problems);
    } catch (UncheckedIOException | IOException e) {
      problems.warning(
          "",
          "A quotation mark is opened and not closed; the file was read as if there were"
              + " none.",
          "Look for the first row where the columns are out of place.");
      return told(parseLeniently(text, separator, RowsRead.MOST_ROWS), problems);
    }
  }

  private static List<Table.Row> told(RowsRead read, Problems problems) {
    read.tell("", problems);
    return read.rows();
  }

  private static RowsRead parseLeniently(Text text, char separator, int most) {
    try {
      return parse(text, separator, true, most);
    } catch (UncheckedIOException | IOException e) {
      try {
        return parse(text, separator, false, most);
      } catch (UncheckedIOException | IOException impossible) {
        return new RowsRead();
      }
    }
  }

  private static RowsRead parse(Text text, char separator, boolean quotes, int most)
      throws IOException {
    var format =
        CSVFormat.DEFAULT
            .builder()
            .setDelimiter(separator)
            .setQuote(quotes ? Character.valueOf('"') : null)
            .setIgnoreEmptyLines(false)
            .setIgnoreSurroundingSpaces(separator != '\t')
            .setLenientEof(false)
            .setTrailingData(true)
            .get();
    var rows = new RowsRead(most);
    try (var parser = format.parse(text.open())) {
      for (CSVRecord record : parser) {
        rows.add((int) record.getRecordNumber(), record.toList(), Set.of());
        if (rows.isFull()) {
          break;
        }
      }
    }
    return rows;
  }
}
