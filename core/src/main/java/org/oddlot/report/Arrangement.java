package org.oddlot.report;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.sheet.Sheet;
import org.oddlot.text.Phrase;
import org.oddlot.time.ClockLength;
import org.oddlot.time.Rational;

/**
 * How a report is arranged: which columns it has, which rows, in which order, in which groups.
 *
 * @param columns keys of columns; all where empty
 * @param where what rows have to be; all of it
 * @param order the column that rows are ordered by; with {@code -} before it from the highest down;
 *     as they come where empty
 * @param by the column that rows are grouped by; none where empty
 * @param each the column of which each value has a sheet of its own, to send to whom it concerns;
 *     one sheet for all where empty
 */
public record Arrangement(
    List<String> columns, List<Where> where, String order, String by, String each) {
  /** All columns and rows, as they come. */
  public static final Arrangement ALL = new Arrangement(List.of(), List.of(), "", "");

  public Arrangement {
    columns = List.copyOf(columns);
    where = List.copyOf(where);
  }

  /** One sheet for all. */
  public Arrangement(List<String> columns, List<Where> where, String order, String by) {
    this(columns, where, order, by, "");
  }

  /**
   * What a row has to be.
   *
   * @param column the key of a column
   * @param sign {@code =}, {@code !=}, {@code <}, {@code >}, {@code <=} or {@code >=}
   * @param value what it is compared with; with {@code *} for anything, {@code |} between several;
   *     in double quotes it is taken as it is
   */
  public record Where(String column, String sign, String value) {
    private static final Pattern WRITTEN =
        Pattern.compile("\\s*([a-z_]+)\\s*(!=|<=|>=|=|<|>)\\s*(.*?)\\s*", Pattern.DOTALL);

    /**
     * Reads a condition such as {@code visible=hidden|partly} or {@code frames<10}.
     *
     * @throws IllegalArgumentException if it is none; the message says why
     */
    public static Where parse(String text) {
      Matcher written = WRITTEN.matcher(text);
      if (!written.matches()) {
        throw new IllegalArgumentException(
            Phrase.of(
                "\"%s\" is no condition; write COLUMN=VALUE, with =, !=, <, >, <= or >=", text));
      }
      return new Where(written.group(1), written.group(2), written.group(3));
    }

    /** What asks a cell whether it is so; its patterns are compiled once for all rows. */
    Predicate<Cell> test() {
      return switch (sign) {
        case "=" -> isOne();
        case "!=" -> isOne().negate();
        default -> {
          Optional<Rational> bound = number(value);
          yield cell -> {
            Optional<Rational> number = numberIn(cell);
            int order =
                number.isPresent() && bound.isPresent()
                    ? number.get().compareTo(bound.get())
                    : cell.text().compareTo(value);
            if (cell.text().isEmpty()) {
              return false;
            }
            return switch (sign) {
              case "<" -> order < 0;
              case "<=" -> order <= 0;
              case ">=" -> order >= 0;
              default -> order > 0;
            };
          };
        }
      };
    }

    private Predicate<Cell> isOne() {
      if (value.length() > 1 && value.startsWith("\"") && value.endsWith("\"")) {
        String its = value.substring(1, value.length() - 1);
        return cell -> Cell.readings(cell).anyMatch(its::equalsIgnoreCase);
      }
      Predicate<Cell> any = _ -> false;
      for (String each : value.split("\\|", -1)) {
        Optional<Rational> meant = number(each);
        String regex =
            Stream.of(each.strip().toLowerCase(Locale.ROOT).split("\\*", -1))
                .map(Pattern::quote)
                .collect(Collectors.joining(".*"));
        Pattern pattern = Pattern.compile(regex, Pattern.DOTALL);
        any =
            any.or(cell ->
                (meant.isPresent() && numberIn(cell).equals(meant))
                    || Cell.readings(cell)
                        .anyMatch(
                            text -> pattern.matcher(text.toLowerCase(Locale.ROOT)).matches()));
      }
      return any;
    }

    /** What in it means nothing for a column, in a sentence; empty if it does. */
    private Optional<String> problem(Column its) {
      boolean isBound = sign.contains("<") || sign.contains(">");
      return isBound && its.kind().isNumber() && number(value).isEmpty()
          ? Optional.of(
              Phrase.of("\"%s\" is no number, and %s is a column of numbers", value, its.key()))
          : Optional.empty();
    }

    private static Optional<Rational> number(String text) {
      Optional<Rational> clock = ClockLength.parse(text);
      if (clock.isPresent()) {
        return clock;
      }
      return text.strip().matches("-?\\d{1,12}(\\.\\d{1,6})?")
          ? Optional.of(Rational.ofDouble(Double.parseDouble(text.strip())))
          : Optional.empty();
    }
  }

  private static Optional<Rational> numberIn(Cell cell) {
    return switch (cell) {
      case Cell.Count(long number) -> Optional.of(Rational.of(number));
      case Cell.Time time -> Optional.of(time.seconds());
      case Cell.Amount amount -> Optional.of(amount.number());
      default -> Optional.empty();
    };
  }

  /**
   * Why this cannot be an arrangement of a report, in a sentence; empty if it can.
   *
   * @param of the report
   */
  public Optional<String> problem(Report of) {
    List<String> keys = of.columns().stream().map(Column::key).toList();
    var asked = new ArrayList<>(columns);
    where.forEach(each -> asked.add(each.column));
    if (!order.isEmpty()) {
      asked.add(ordered());
    }
    if (!by.isEmpty()) {
      asked.add(by);
    }
    if (!each.isEmpty()) {
      asked.add(each);
    }
    return asked.stream()
        .filter(key -> !keys.contains(key))
        .findFirst()
        .map(key ->
            Phrase.of("%s has no column \"%s\"; it has %s", of.key(), key, String.join(", ", keys)))
        .or(() ->
            where.stream()
                .flatMap(each ->
                    of.columns().stream()
                        .filter(column -> column.key().equals(each.column))
                        .flatMap(column -> each.problem(column).stream()))
                .findFirst());
  }

  private String ordered() {
    return order.startsWith("-") ? order.substring(1) : order;
  }

  /** A report of {@code scope}, so arranged. */
  public Sheet of(Report report, Scope scope) {
    return withColumns(rows(report, scope));
  }

  /** The same in sheets of their own, where that is asked for. */
  List<Sheet> sheets(Report report, Scope scope) {
    Sheet whole = rows(report, scope);
    if (each.isEmpty()) {
      return List.of(withColumns(whole));
    }
    int column = whole.indexOf(each);
    Map<String, List<Line>> apart = new LinkedHashMap<>();
    for (Line line : whole.lines()) {
      apart.computeIfAbsent(line.cells().get(column).text(), _ -> new ArrayList<>()).add(line);
    }
    return apart.entrySet().stream()
        .map(its ->
            withColumns(whole.withLines(its.getValue()))
                .called(its.getKey().isEmpty() ? "nobody named" : its.getKey()))
        .toList();
  }

  /** Its rows, with all columns. */
  private Sheet rows(Report report, Scope scope) {
    var sheet =
        new Sheet(
            report.key(),
            report.title(),
            scope.inWords(),
            report.columns(),
            report.lines(scope),
            -1,
            report.notes());
    List<Line> lines = sheet.lines();
    for (Where each : where) {
      int column = sheet.indexOf(each.column);
      if (column >= 0) {
        Predicate<Cell> test = each.test();
        lines = lines.stream().filter(line -> test.test(line.cells().get(column))).toList();
      }
    }
    int ordered = sheet.indexOf(ordered());
    if (ordered >= 0) {
      Comparator<Line> byColumn = Comparator.comparing(line -> line.cells().get(ordered), CELLS);
      lines =
          lines.stream().sorted(order.startsWith("-") ? byColumn.reversed() : byColumn).toList();
    }
    int grouped = sheet.indexOf(by);
    if (grouped >= 0) {
      Map<String, Integer> first = new HashMap<>();
      for (Line line : lines) {
        first.putIfAbsent(line.cells().get(grouped).text(), first.size());
      }
      lines =
          lines.stream()
              .sorted(
                  Comparator.comparing(
                      line -> first.getOrDefault(line.cells().get(grouped).text(), 0)))
              .toList();
    }
    return new Sheet(
        sheet.key(), sheet.title(), sheet.about(), sheet.columns(), lines, grouped, sheet.notes());
  }

  private Sheet withColumns(Sheet sheet) {
    if (columns.isEmpty()) {
      return sheet;
    }
    var kept = new ArrayList<Integer>();
    columns.stream().map(sheet::indexOf).filter(i -> i >= 0).forEach(kept::add);
    if (sheet.grouped() >= 0 && !kept.contains(sheet.grouped())) {
      kept.addFirst(sheet.grouped());
    }
    return sheet.withColumns(kept);
  }

  /** Numbers by what they are, all else by its letters, numbers first. */
  public static final Comparator<Cell> CELLS =
      (one, other) -> {
        Optional<Rational> first = numberIn(one);
        Optional<Rational> second = numberIn(other);
        if (first.isPresent() && second.isPresent()) {
          return first.get().compareTo(second.get());
        }
        return first.isPresent() != second.isPresent()
            ? first.isPresent() ? -1 : 1
            : one.text().compareToIgnoreCase(other.text());
      };
}
