package org.oddlot.paper;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;

/** When the entries of a paper are: its timecodes, its rate, its days. */
final class RowTimes {
  private static final RowProblems.Cause NO_TIMECODE =
      new RowProblems.Cause(
          "%s is not a timecode.", "Not timecodes: %s.", "The entry is kept without it.");

  private static final RowProblems.Cause NO_DATE =
      new RowProblems.Cause(
          "%s is not a date.", "Not dates: %s.", "The entry is kept without one.");

  private static final RowProblems.Cause NO_DURATION =
      new RowProblems.Cause(
          "%s is not a duration.",
          "Not durations: %s.",
          "The entry is kept without an end. A duration is a timecode or a number of seconds.");

  private static final RowProblems.Cause NO_RATE =
      new RowProblems.Cause(
          "%s is not a frame rate.", "Not frame rates: %s.", "The entry is kept without a rate.");

  private static final Pattern SECONDS =
      Pattern.compile("(\\d{1,6}(?:[.,]\\d{1,6})?)\\s*(?:s|sec|secs|seconds)?");

  private static final Pattern DROP =
      Pattern.compile("\\s*(N?DF|drop|non-?drop)\\s*$", Pattern.CASE_INSENSITIVE);

  private static final Pattern HEADER_RATE =
      Pattern.compile(
          "(?:[(\\[]|\\s)(\\d{2}(?:[.,]\\d{1,3})?)\\s*(?:fps|f)?\\s*(N?DF)?\\s*[)\\]]?\\s*",
          Pattern.CASE_INSENSITIVE);

  private static final Pattern HEADER_DROP =
      Pattern.compile(".*(?<!\\p{L})(?:DF|drop[- ]?frame)(?!\\p{L}).*", Pattern.CASE_INSENSITIVE);

  private static final Pattern DAY_NUMBER =
      Pattern.compile("(?:\\p{L}+\\.?\\s*)?#?(\\d{1,3})(?:\\s*(?:of|/)\\s*\\d{1,3})?");

  private final Table table;
  private final FieldCells cells;
  private final RowProblems problems;
  private final LabelReader labels;
  private final DateReader dates;
  private final CellMemory<Optional<LocalDate>> days;
  private final CellMemory<SaidRate> rates = new CellMemory<>(SaidRate::of);
  private final boolean datesOpen;
  private final Optional<FrameRate> headerRate;

  /**
   * @param order which of day and month is written first, where the dates leave both
   * @param ofPaper what the paper's name and titles say
   */
  RowTimes(
      Table table,
      ColumnMapping mapping,
      FieldCells cells,
      Optional<DateReader.Order> order,
      Clues ofPaper,
      RowProblems problems) {
    this.table = table;
    this.cells = cells;
    this.problems = problems;
    String headers =
        cells
            .columnsOf(LogField.IN)
            .map(i -> mapping.columns().get(i).header())
            .collect(Collectors.joining(" "));
    Matcher rate = HEADER_RATE.matcher(headers);
    headerRate =
        Optional.of(rate)
            .filter(Matcher::find)
            .flatMap(found -> parsed(found.group(1)))
            .or(ofPaper::rate);
    labels =
        LabelReader.of(
            cells.columnsOf(LogField.IN).flatMap(i -> table.column(i).stream()).toList(),
            HEADER_DROP.matcher(headers).matches() || ofPaper.drops());
    DateReader seen = DateReader.forColumn(dateCells());
    dates = order.map(seen::in).orElse(seen);
    days = new CellMemory<>(dates::read);
    datesOpen = !seen.isDecided() && order.isEmpty();
  }

  /** Whether its dates can be read with the day first or the month first. */
  boolean areDatesOpen() {
    return datesOpen;
  }

  /** Says that they can, and how the first one is taken. */
  void tellOpenDates(Problems all) {
    String first =
        dateCells().stream().filter(cell -> dates.read(cell).isPresent()).findFirst().orElse("");
    all.warning(
        "",
        Phrase.of(
            "Its dates can be read with the day first or the month first: \"%s\" is taken as %s.",
            first, dates.read(first).map(LocalDate::toString).orElse("")),
        "Set the order of dates if that is wrong.");
  }

  private static Optional<FrameRate> parsed(String rate) {
    try {
      return Optional.of(FrameRate.parse(rate));
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
  }

  private List<String> dateCells() {
    return Stream.concat(
            cells.columnsOf(LogField.DATE).flatMap(i -> table.column(i).stream()),
            cells
                .columnsOf(LogField.IN)
                .flatMap(i -> table.column(i).stream())
                .flatMap(cell -> labels.read(cell).flatMap(LabelReader.Moment::day).stream()))
        .toList();
  }

  /** A rate, and whether its labels are said to drop frames. */
  record Rated(Optional<FrameRate> rate, boolean drops) {}

  /**
   * What a cell says about the rate.
   *
   * @param cell without what it says about dropping
   * @param rate empty where it is none
   */
  private record SaidRate(String cell, Optional<FrameRate> rate, boolean drops) {
    static SaidRate of(String said) {
      String kind =
          Optional.of(DROP.matcher(said)).filter(Matcher::find).map(m -> m.group(1)).orElse("");
      boolean drops = kind.equalsIgnoreCase("DF") || kind.equalsIgnoreCase("drop");
      String cell = DROP.matcher(said).replaceFirst("").replaceFirst("(?i)\\s*fps$|(?<=\\d)p$", "");
      return new SaidRate(cell, parsed(cell), drops);
    }
  }

  /**
   * The rate of a row.
   *
   * @param said what stands for it in the row, or above
   */
  Rated rate(Table.Row row, String said, Clues now) {
    SaidRate its = rates.of(said);
    if (its.cell.isEmpty()) {
      return new Rated(now.rate().or(() -> headerRate), its.drops || now.drops());
    }
    if (its.rate.isEmpty()) {
      problems.add(NO_RATE, row.number(), its.cell);
    }
    return new Rated(its.rate, its.drops);
  }

  /** The moment that a cell of a row names. */
  Optional<LabelReader.Moment> moment(Table.Row row, LogField field, Rated rated) {
    String cell = cells.raw(row, field);
    if (cell.isEmpty()) {
      return Optional.empty();
    }
    Optional<LabelReader.Moment> moment = labels.read(cell);
    if (moment.isEmpty()) {
      problems.add(NO_TIMECODE, row.number(), cell);
    }
    return moment.map(read ->
        rated.drops && read.label().isToTheFrame()
            ? new LabelReader.Moment(read.day(), read.label().dropping(true))
            : read);
  }

  /** Where an entry ends that says how long it is: as a timecode, or in seconds. */
  Optional<Label> end(Label start, Optional<FrameRate> said, Table.Row row) {
    String cell = cells.raw(row, LogField.DURATION);
    if (cell.isEmpty()) {
      return Optional.empty();
    }
    Optional<Label> length = Label.parse(cell);
    Matcher seconds = SECONDS.matcher(cell);
    if (length.isEmpty() && !seconds.matches()) {
      problems.add(NO_DURATION, row.number(), cell);
      return Optional.empty();
    }
    // Without a rate of its own the frames of a duration cannot be counted on.
    FrameRate rate = said.orElse(FrameRate.FPS_24);
    boolean toTheFrame = said.isPresent() && start.isToTheFrame();
    long frames =
        length
            .flatMap(l ->
                (toTheFrame ? l : l.toTheSecond())
                    .at(rate, false)
                    .or(() -> l.toTheSecond().at(rate, false)))
            .map(Timecode::frames)
            .orElseGet(() ->
                Math.round(
                    Double.parseDouble(seconds.group(1).replace(',', '.')) * rate.nominal()));
    return start
        .at(rate, start.semicolon())
        .or(() -> start.toTheSecond().at(rate, start.semicolon()))
        .map(at -> at.plusFrames(toTheFrame ? frames : frames / rate.nominal() * rate.nominal()))
        .map(end -> start.like(end.withinDay()));
  }

  /**
   * The day of a row.
   *
   * @param cell what stands for it in the row, or above
   */
  Optional<LocalDate> date(
      Table.Row row,
      String cell,
      Optional<LabelReader.Moment> in,
      Clues now,
      Set<LogField> implied) {
    Optional<LocalDate> inTime = in.flatMap(LabelReader.Moment::day).flatMap(days::of);
    if (inTime.isPresent()) {
      return inTime;
    }
    Optional<LocalDate> date = days.of(cell);
    if (date.isPresent()) {
      return date;
    }
    Matcher number = DAY_NUMBER.matcher(cell);
    boolean isNumber = number.matches();
    boolean another =
        isNumber
            && now.dayNumber().filter(day -> day != Integer.parseInt(number.group(1))).isPresent();
    if (!cell.isEmpty() && (!isNumber || another || now.date().isEmpty())) {
      problems.add(NO_DATE, row.number(), cell);
      return Optional.empty();
    }
    now.date().ifPresent(_ -> implied.add(LogField.DATE));
    return now.date();
  }
}
