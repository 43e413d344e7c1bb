package org.oddlot.format.table;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;
import org.dhatim.fastexcel.reader.Sheet;
import org.dhatim.fastexcel.reader.SheetVisibility;
import org.oddlot.input.InputFile;
import org.oddlot.paper.HeaderCells;
import org.oddlot.paper.Table;
import org.oddlot.problem.Problems;
import org.oddlot.setting.Setting;
import org.oddlot.text.Phrase;

/**
 * {@code .xlsx}: the sheet of a workbook that looks most like a log, row by row. Cells become the
 * words that a person sees: dates as {@code 2026-03-14}, times as {@code 10:14:07}, whole numbers
 * without a point, formulas as what they came to when the file was saved.
 */
public final class Spreadsheet implements TableKind {
  private static final int SAMPLE = 30;

  /** The bytes that an archive with nothing in it has. */
  private static final int SMALLEST = 22;

  private static final Pattern QUOTED = Pattern.compile("\"[^\"]*\"|\\\\.|\\[[^\\]hms]*\\]");

  @Override
  public String name() {
    return "Spreadsheet";
  }

  @Override
  public List<String> extensions() {
    return List.of(".xlsx", ".xlsm");
  }

  @Override
  public List<Setting<?>> options() {
    return List.of(TableOptions.SHEET, TableOptions.DATES, TableOptions.PAPER);
  }

  @Override
  public Optional<Table> read(
      InputFile file, org.oddlot.input.ReadingOptions options, Problems problems) {
    return file.read(problems).flatMap(bytes -> read(bytes, options, problems));
  }

  /** The table in {@code bytes}; empty where there is none, and then {@code problems} says why. */
  public static Optional<Table> read(
      byte[] bytes, org.oddlot.input.ReadingOptions options, Problems problems) {
    if (bytes.length < SMALLEST) {
      problems.error(
          "",
          bytes.length == 0 ? "The file is empty." : "The spreadsheet is cut off.",
          "Save it again, or copy it again from where it came.");
      return Optional.empty();
    }
    if (ReadableWorkbook.isOLE2Header(bytes)) {
      problems.error(
          "",
          "This is a spreadsheet in the old binary format, or one that is locked with a password.",
          "Save it as .xlsx without a password, or as CSV.");
      return Optional.empty();
    }
    MarkedCells marked = MarkedCells.of(bytes);
    try (var workbook =
        new ReadableWorkbook(
            new ByteArrayInputStream(marked.hasIsoDates() ? IsoDates.asTexts(bytes) : bytes),
            new ReadingOptions(marked.hasStyles(), true))) {
      return new Reading(workbook, marked, problems).read(options.get(TableOptions.SHEET));
    } catch (IOException | RuntimeException e) {
      problems.error(
          "",
          "This is no spreadsheet, or one that is cut off or damaged.",
          "Open it in a spreadsheet program and save it again, or as CSV.");
      return Optional.empty();
    }
  }

  /** One reading of a workbook. */
  private record Reading(ReadableWorkbook workbook, MarkedCells marked, Problems problems) {
    Optional<Table> read(Optional<String> wanted) throws IOException {
      List<Sheet> sheets =
          workbook.getSheets().filter(s -> s.getVisibility() == SheetVisibility.VISIBLE).toList();
      List<String> names = sheets.stream().map(Sheet::getName).toList();
      Optional<Sheet> meant =
          wanted.flatMap(name -> sheets.stream().filter(s -> s.getName().equals(name)).findFirst());
      if (wanted.isPresent() && meant.isEmpty()) {
        problems.warning(
            "",
            Phrase.of("There is no sheet \"%s\" in the workbook any more.", wanted.get()),
            "Choose another sheet if this is the wrong one.");
      }
      Optional<Sheet> best = meant.isPresent() ? meant : best(sheets);
      if (best.isEmpty()) {
        problems.error("", "The workbook has no visible sheet.", "");
        return Optional.empty();
      }
      String name = best.get().getName();
      List<Table.Row> rows = rows(best.get());
      if (rows.isEmpty()) {
        problems.error(name, "The sheet has no rows.", "");
        return Optional.empty();
      }
      Table table = HeaderRow.split(rows, "sheet " + name).among(names);
      return Optional.of(meant.isPresent() ? table : withSheetsLike(table, best.get(), sheets));
    }

    /**
     * A table with the rows of the sheets that have the same headers, as where each day has a sheet
     * of its own; other sheets that look like logs are named.
     */
    private Table withSheetsLike(Table first, Sheet read, List<Sheet> sheets) throws IOException {
      var rows = new ArrayList<Table.Row>();
      var names = new ArrayList<String>();
      for (Sheet sheet : sheets) {
        boolean isRead = sheet.getName().equals(read.getName());
        if (!isRead && knownHeaders(sheet) <= 1) {
          continue;
        }
        Table its = isRead ? first : HeaderRow.split(rows(sheet), "");
        if (!its.header().equals(first.header())) {
          problems.warning(
              sheet.getName(),
              Phrase.of(
                  "This sheet looks like a log as well, with other headers; \"%s\" was read.",
                  read.getName()),
              "Choose the right sheet. To use both, save one as a separate file.");
          continue;
        }
        names.add(sheet.getName());
        its.titles()
            .forEach(
                title -> rows.add(new Table.Row(0, List.of(title), sheet.getName(), Set.of())));
        its.rows()
            .forEach(row ->
                rows.add(new Table.Row(row.number(), row.cells(), sheet.getName(), row.marked())));
      }
      if (names.size() == 1) {
        return first;
      }
      problems.info(
          "", "Read together, as their headers are the same: " + String.join(", ", names) + ".");
      return new Table(
          first.header(), rows, "sheets " + String.join(", ", names), first.sheets(), List.of());
    }

    /** The sheet with the most headers that are known. */
    private Optional<Sheet> best(List<Sheet> sheets) throws IOException {
      Optional<Sheet> best = Optional.empty();
      int most = -1;
      for (Sheet sheet : sheets) {
        int known = knownHeaders(sheet);
        if (known > most) {
          most = known;
          best = Optional.of(sheet);
        }
      }
      return best;
    }

    private int knownHeaders(Sheet sheet) throws IOException {
      var sample = new RowsRead(SAMPLE);
      fill(sample, sheet, Map.of());
      return sample.rows().stream()
          .mapToInt(row -> HeaderCells.known(row.cells()))
          .max()
          .orElse(-1);
    }

    /** All rows of a sheet, with what is marked in them. */
    private List<Table.Row> rows(Sheet sheet) throws IOException {
      var rows = new RowsRead();
      fill(rows, sheet, marked.of(sheet.getName()));
      rows.tell(sheet.getName(), problems);
      return rows.rows();
    }

    private static void fill(RowsRead rows, Sheet sheet, Map<Integer, Set<Integer>> marked)
        throws IOException {
      try (Stream<Row> stream = sheet.openStream()) {
        for (Row row : (Iterable<Row>) stream::iterator) {
          rows.add(row.getRowNum(), cells(row), marked.getOrDefault(row.getRowNum(), Set.of()));
          if (rows.isFull()) {
            return;
          }
        }
      }
    }
  }

  private static List<String> cells(Row row) {
    var cells = new ArrayList<String>();
    for (int i = 0; i < row.getCellCount(); i++) {
      cells.add(row.hasCell(i) ? row.getOptionalCell(i).map(Spreadsheet::text).orElse("") : "");
    }
    return cells;
  }

  private static String text(Cell cell) {
    return switch (cell.getType()) {
      case NUMBER -> number(cell);
      case BOOLEAN -> cell.asBoolean() ? "yes" : "";
      case STRING -> IsoDates.tidy(cell.getText());
      case FORMULA -> formula(cell);
      case ERROR, EMPTY -> "";
    };
  }

  /** What a formula came to; where that is a number it is shown in its format as well. */
  private static String formula(Cell cell) {
    String raw = Optional.ofNullable(cell.getRawValue()).orElse("");
    return raw.matches("-?\\d+(\\.\\d+)?([eE][+-]?\\d+)?") ? number(cell) : IsoDates.tidy(raw);
  }

  private static String number(Cell cell) {
    var value = new BigDecimal(cell.getRawValue());
    Form form = form(cell);
    if (form != Form.NUMBER && value.signum() >= 0) {
      return moment(value, form);
    }
    String plain = value.stripTrailingZeros().toPlainString();
    // Binary fractions are saved with all their digits: 23.976 as 23.975999999999999.
    return plain.length() > 12 && plain.indexOf('.') >= 0
        ? value.setScale(9, RoundingMode.HALF_EVEN).stripTrailingZeros().toPlainString()
        : plain;
  }

  private enum Form {
    NUMBER,
    DATE,
    TIME,
    DATE_AND_TIME
  }

  /** What a cell's number format makes of it; ECMA-376 part 1, 18.8.30, from memory. */
  private static Form form(Cell cell) {
    String format = cell.getDataFormatString();
    int id = Optional.ofNullable(cell.getDataFormatId()).orElse(0);
    if (format == null || format.isEmpty()) {
      return switch (id) {
        case 14, 15, 16, 17 -> Form.DATE;
        case 18, 19, 20, 21, 45, 46, 47 -> Form.TIME;
        case 22 -> Form.DATE_AND_TIME;
        default -> Form.NUMBER;
      };
    }
    String plain = QUOTED.matcher(format).replaceAll("").toLowerCase(java.util.Locale.ROOT);
    boolean day = plain.indexOf('d') >= 0 || plain.indexOf('y') >= 0;
    boolean clock = plain.indexOf('h') >= 0 || plain.indexOf('s') >= 0;
    if (day) {
      return clock ? Form.DATE_AND_TIME : Form.DATE;
    }
    return clock ? Form.TIME : Form.NUMBER;
  }

  /** Days since the last day of 1899, and the fraction of a day: ECMA-376 part 1, 18.17.4. */
  private static String moment(BigDecimal value, Form form) {
    long seconds =
        value.multiply(BigDecimal.valueOf(86_400)).setScale(0, RoundingMode.HALF_UP).longValue();
    LocalDateTime moment = LocalDate.of(1899, 12, 30).atStartOfDay().plusSeconds(seconds);
    String clock =
        Phrase.of(
            "%02d:%02d:%02d",
            form == Form.TIME ? seconds / 3600 : moment.getHour(),
            moment.getMinute(),
            moment.getSecond());
    return switch (form) {
      case TIME -> clock;
      case DATE -> moment.toLocalDate().toString();
      default -> moment.toLocalDate() + " " + clock;
    };
  }
}
