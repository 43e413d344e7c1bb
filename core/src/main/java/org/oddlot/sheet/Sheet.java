package org.oddlot.sheet;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/**
 * A report: its rows and columns.
 *
 * @param key what it is called in documents, one word
 * @param title its head
 * @param about what it is of: a timeline, a lot
 * @param columns the columns
 * @param lines the rows
 * @param grouped the column by whose cells the rows are grouped, one group after the other; -1 for
 *     none
 * @param notes how things were counted, a sentence each
 */
public record Sheet(
    String key,
    String title,
    String about,
    List<Column> columns,
    List<Line> lines,
    int grouped,
    List<String> notes) {
  public Sheet {
    columns = List.copyOf(columns);
    lines = List.copyOf(lines);
    notes = List.copyOf(notes);
  }

  /** Where a column is; -1 where there is none of that key. */
  public int indexOf(String column) {
    for (int i = 0; i < columns.size(); i++) {
      if (columns.get(i).key().equals(column)) {
        return i;
      }
    }
    return -1;
  }

  /** Rows that belong together, from one up to another. */
  public record Group(String name, int from, int to) {}

  /** The groups, in order; none where it is not grouped. */
  public List<Group> groups() {
    var groups = new ArrayList<Group>();
    if (grouped < 0) {
      return groups;
    }
    int from = 0;
    for (int i = 1; i <= lines.size(); i++) {
      if (i == lines.size() || !name(i).equals(name(from))) {
        groups.add(new Group(name(from), from, i));
        from = i;
      }
    }
    return groups;
  }

  private String name(int line) {
    return lines.get(line).cells().get(grouped).text();
  }

  /** The sum of a column; empty where a sum means nothing, or there is nothing to sum up. */
  public Optional<Cell> total(int column) {
    return total(column, lines);
  }

  /** The sum of a column over some rows. */
  public Optional<Cell> total(int column, List<Line> lines) {
    Column its = columns.get(column);
    if (!its.isSummed() || lines.isEmpty()) {
      return Optional.empty();
    }
    return switch (its.kind()) {
      case COUNT ->
          Optional.of(
              Cell.of(
                  lines.stream()
                      .map(line -> line.cells().get(column))
                      .mapToLong(cell -> cell instanceof Cell.Count(long number) ? number : 0)
                      .sum()));
      case TIME ->
          lines.stream()
              .map(line -> line.cells().get(column))
              .map(cell -> cell instanceof Cell.Time time ? time : new Cell.Time(Rational.ZERO))
              .reduce((one, other) ->
                  new Cell.Time(
                      one.seconds().plus(other.seconds()), one.frames().or(other::frames)))
              .map(sum -> sum);
      case NUMBER -> Optional.of(amounts(column, lines));
      default -> Optional.empty();
    };
  }

  /** The sum of amounts; of several currencies in words, for they are never added up. */
  private Cell amounts(int column, List<Line> of) {
    Map<String, Rational> sums = currencies(column, of);
    if (sums.size() > 1) {
      return Cell.of(
          sums.entrySet().stream()
              .map(each -> each.getKey() + " " + new Cell.Amount(each.getValue()).text())
              .collect(Collectors.joining("; ")));
    }
    return new Cell.Amount(
        of.stream()
            .map(line -> line.cells().get(column))
            .map(cell ->
                cell instanceof Cell.Amount amount
                    // What is summed up is what is seen.
                    ? rounded(amount.decimal())
                    : Rational.ZERO)
            .reduce(Rational.ZERO, Rational::plus));
  }

  /** Sums by currency. */
  private Map<String, Rational> currencies(int column, List<Line> of) {
    int currency = indexOf("currency");
    Map<String, Rational> sums = new TreeMap<>();
    for (Line line : of) {
      if (currency >= 0 && line.cells().get(column) instanceof Cell.Amount amount) {
        sums.merge(line.cells().get(currency).text(), rounded(amount.decimal()), Rational::plus);
      }
    }
    return sums;
  }

  /** Whether a sum is one of several currencies, and so no number. */
  public boolean isOfSeveralCurrencies(int column) {
    return columns.get(column).kind() == Column.Kind.NUMBER && currencies(column, lines).size() > 1;
  }

  private static Rational rounded(BigDecimal hundredths) {
    return Rational.of(hundredths.movePointRight(2).longValueExact(), 100);
  }

  /** Whether any column has a sum. */
  public boolean hasTotals() {
    return columns.stream().anyMatch(Column::isSummed) && !lines.isEmpty();
  }

  /** This with other heads, and lengths of time as timecodes where a rate is given. */
  public Sheet written(Labels labels, Optional<FrameRate> frames) {
    return new Sheet(
        key,
        labels.say(title),
        about,
        columns.stream()
            .map(its ->
                new Column(
                    its.key(), labels.say(its.title()), its.kind(), its.width(), its.isSummed()))
            .toList(),
        frames.isEmpty()
            ? lines
            : lines.stream()
                .map(line ->
                    line.withCells(
                        line.cells().stream()
                            .map(cell ->
                                cell instanceof Cell.Time time
                                    ? new Cell.Time(time.seconds(), frames)
                                    : cell)
                            .toList()))
                .toList(),
        grouped,
        notes);
  }

  /** This with other rows. */
  public Sheet withLines(List<Line> other) {
    return new Sheet(key, title, about, columns, other, grouped, notes);
  }

  /** This as the sheet of one of several, whose name stands behind its own. */
  public Sheet called(String name) {
    return new Sheet(key + ": " + name, title + ", " + name, about, columns, lines, grouped, notes);
  }

  /** Whether any row has a picture. */
  public boolean hasStills() {
    return lines.stream().anyMatch(line -> line.still().isPresent());
  }

  /** This without pictures. */
  public Sheet withoutStills() {
    return hasStills()
        ? withLines(lines.stream().map(line -> line.withStill(Optional.empty())).toList())
        : this;
  }

  /** This with one more note. */
  public Sheet withNote(String note) {
    var more = new ArrayList<>(notes);
    more.add(note);
    return new Sheet(key, title, about, columns, lines, grouped, more);
  }

  /** This without columns in which nothing stands. */
  public Sheet withoutEmptyColumns() {
    var kept = new ArrayList<Integer>();
    for (int i = 0; i < columns.size(); i++) {
      int column = i;
      if (i == grouped
          || lines.isEmpty()
          || lines.stream().anyMatch(line -> !line.cells().get(column).text().isEmpty())) {
        kept.add(i);
      }
    }
    return kept.size() == columns.size() ? this : withColumns(kept);
  }

  /** This with some of its columns, in another order. */
  public Sheet withColumns(List<Integer> kept) {
    return new Sheet(
        key,
        title,
        about,
        kept.stream().map(columns::get).toList(),
        lines.stream()
            .map(line -> line.withCells(kept.stream().map(line.cells()::get).toList()))
            .toList(),
        kept.indexOf(grouped),
        notes);
  }
}
