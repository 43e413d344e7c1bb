package org.oddlot.paper;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.oddlot.paper.LogEntry.Kind;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;

/** Makes a log of a table whose columns are known. What cannot be read is said, row by row. */
public final class LogReader {
  /** The ways in which a circled take is marked; a ring of brackets around the take is another. */
  private static final List<String> YES =
      List.of(
          "*", "x", "y", "yes", "true", "1", "ok", "circled", "circle", "good", "print", "◯", "○",
          "●", "✓", "✔", "j", "ja", "o", "oui", "s", "si", "sí", "sì", "sim", "tak", "k", "gut",
          "bon", "bonne");

  private static final Pattern RINGED = Pattern.compile("[(\\[{]\\s*(.+?)\\s*[)\\]}]");
  private static final Pattern STARRED = Pattern.compile("(.+?)\\s*[*◯○]|[*◯○]\\s*(.+?)");
  private static final Pattern SLATE_WITH_TAKE =
      Pattern.compile("(.+?)\\s*[/–-]\\s*(?:T(?:ake|k)?\\s*)?(\\d{1,3})", Pattern.CASE_INSENSITIVE);

  /** What a row of sums begins with, in the languages of the header words. */
  private static final Pattern TOTAL =
      Pattern.compile(
          "(?:grand )?(?:totals?|sum|summe|gesamt|somme|suma|totale|totaal|razem|summa|i alt)\\b.*",
          Pattern.CASE_INSENSITIVE);

  private static final Pattern SECONDS =
      Pattern.compile("(\\d{1,6}(?:[.,]\\d{1,6})?)\\s*(?:s|sec|secs|seconds)?");

  /** The number of a track's column, and that before a track's name. */
  private static final Pattern NUMBERED = Pattern.compile("\\D*?([1-9]\\d?)\\D*");

  private static final Pattern NUMBERED_NAME =
      Pattern.compile(
          "(?:(?:tr|trk|ch)\\s*)?([1-9]\\d?)\\s*[:=.)-]\\s*(.+)", Pattern.CASE_INSENSITIVE);

  private static final Pattern DROP =
      Pattern.compile("\\s*(N?DF|drop|non-?drop)\\s*$", Pattern.CASE_INSENSITIVE);

  private final String name;
  private final ColumnMapping mapping;
  private final Problems problems;
  private final DateReader dates;
  private final Map<String, Integer> idsSeen = new HashMap<>();

  private LogReader(
      String name,
      Table table,
      ColumnMapping mapping,
      Optional<DateReader.Order> order,
      Problems problems) {
    this.name = name;
    this.mapping = mapping;
    this.problems = problems;
    List<String> cells =
        mapping.columnsOf(LogField.DATE).stream().flatMap(i -> table.column(i).stream()).toList();
    this.dates = order.map(DateReader::of).orElseGet(() -> DateReader.forColumn(cells));
    if (!dates.isDecided()) {
      problems.warning(
          "",
          Phrase.of(
              "Its dates can be read with the day first or the month first: \"%s\" is taken as %s.",
              cells.getFirst(), dates.read(cells.getFirst()).map(LocalDate::toString).orElse("")),
          "Set the order of dates if that is wrong.");
    }
  }

  /**
   * The log in {@code table}.
   *
   * @param name the file's name
   * @param order which of day and month is written first; empty to see it from the dates
   */
  public static Log read(
      String name,
      Table table,
      ColumnMapping mapping,
      Optional<DateReader.Order> order,
      Problems problems) {
    var reader = new LogReader(name, table, mapping, order, problems);
    if (mapping.columnsOf(LogField.IN).isEmpty() && mapping.columnsOf(LogField.CLIP).isEmpty()) {
      problems.warning(
          "",
          "No column is known to hold a timecode or a clip name.",
          "Say in the mapping which column holds which, or its entries cannot be matched.");
    }
    var entries = new ArrayList<LogEntry>();
    for (Table.Row row : table.rows()) {
      reader.entry(row).ifPresent(entries::add);
    }
    return new Log(name, entries);
  }

  private Optional<LogEntry> entry(Table.Row row) {
    boolean isTotal =
        row.cells().stream()
            .map(String::strip)
            .filter(cell -> !cell.isEmpty())
            .findFirst()
            .filter(cell -> TOTAL.matcher(cell).matches())
            .isPresent();
    if (isTotal && text(row, LogField.IN).isEmpty()) {
      return Optional.empty();
    }
    String scene = text(row, LogField.SCENE);
    String take = text(row, LogField.TAKE);
    boolean circled = isYes(text(row, LogField.CIRCLED));
    Matcher marked = RINGED.matcher(take);
    Matcher starred = STARRED.matcher(take);
    if (marked.matches()) {
      take = marked.group(1);
      circled = true;
    } else if (starred.matches()) {
      take = starred.group(1) == null ? starred.group(2) : starred.group(1);
      circled = true;
    }
    Matcher slate = SLATE_WITH_TAKE.matcher(scene);
    if (mapping.columnsOf(LogField.TAKE).isEmpty() && slate.matches()) {
      scene = slate.group(1);
      take = slate.group(2);
    }
    List<String> keywords = list(row, LogField.KEYWORD);
    String marker = text(row, LogField.MARKER);
    String notes = joined(row, LogField.NOTES);
    Optional<Label> in = label(row, LogField.IN);
    if (in.isEmpty() && scene.isEmpty() && take.isEmpty() && text(row, LogField.CLIP).isEmpty()) {
      return Optional.empty();
    }
    Optional<FrameRate> rate = rate(row);
    Kind kind = kind(row, !scene.isEmpty() || !take.isEmpty(), !keywords.isEmpty(), marker);
    return Optional.of(
        new LogEntry(
            id(scene, take, in, keywords, marker),
            name,
            row.number(),
            kind,
            in,
            label(row, LogField.OUT).or(() -> in.flatMap(start -> end(start, rate, row))),
            rate,
            date(row),
            scene,
            text(row, LogField.SHOT),
            take,
            text(row, LogField.CAMERA),
            text(row, LogField.REEL),
            text(row, LogField.SOUND_REEL),
            text(row, LogField.CLIP),
            tracks(row),
            circled,
            marker.isEmpty() ? notes : (notes.isEmpty() ? marker : marker + ". " + notes),
            list(row, LogField.PEOPLE),
            keywords,
            text(row, LogField.CATEGORY)));
  }

  /** What the entry says of itself; the how-manieth where several say the same. */
  private String id(
      String scene, String take, Optional<Label> in, List<String> keywords, String marker) {
    String self =
        Phrase.of(
            "%s:%s/%s@%s%s",
            name,
            scene,
            take,
            in.map(Label::toString).orElse(""),
            keywords.isEmpty() ? marker : "=" + String.join("+", keywords));
    int count = idsSeen.merge(self, 1, Integer::sum);
    return count == 1 ? self : self + "#" + count;
  }

  private Kind kind(Table.Row row, boolean slated, boolean hasKeywords, String marker) {
    String said = HeaderWords.plain(text(row, LogField.KIND));
    if (said.startsWith("key") || said.startsWith("stich") || said.startsWith("tag")) {
      return Kind.KEYWORD;
    }
    if (said.startsWith("mark") || said.startsWith("note")) {
      return Kind.MARKER;
    }
    if (said.startsWith("shot") || said.startsWith("take") || slated) {
      return Kind.SHOT;
    }
    if (hasKeywords) {
      return Kind.KEYWORD;
    }
    boolean named = !text(row, LogField.CLIP).isEmpty() || !text(row, LogField.REEL).isEmpty();
    return marker.isEmpty() && named ? Kind.SHOT : Kind.MARKER;
  }

  private Optional<Label> label(Table.Row row, LogField field) {
    String cell = text(row, field);
    if (cell.isEmpty()) {
      return Optional.empty();
    }
    Optional<Label> label = Label.parse(cell);
    if (label.isEmpty()) {
      problems.warning(
          "row " + row.number(),
          Phrase.of("\"%s\" is not a timecode.", cell),
          Phrase.of("The entry is kept without its %s.", field.title()));
    }
    return label;
  }

  /** Where an entry ends that says how long it is: as a timecode, or in seconds. */
  private Optional<Label> end(Label start, Optional<FrameRate> said, Table.Row row) {
    String cell = text(row, LogField.DURATION);
    if (cell.isEmpty()) {
      return Optional.empty();
    }
    Optional<Label> length = Label.parse(cell);
    Matcher seconds = SECONDS.matcher(cell);
    if (length.isEmpty() && !seconds.matches()) {
      problems.warning(
          "row " + row.number(),
          Phrase.of("\"%s\" is not a duration.", cell),
          "The entry is kept without an end. A duration is a timecode or a number of seconds.");
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

  private Optional<FrameRate> rate(Table.Row row) {
    String cell = DROP.matcher(text(row, LogField.RATE)).replaceFirst("");
    if (cell.isEmpty()) {
      return Optional.empty();
    }
    try {
      return Optional.of(FrameRate.parse(cell));
    } catch (IllegalArgumentException e) {
      problems.warning(
          "row " + row.number(),
          e.getMessage() + ".",
          "The entry is kept without a rate of its own.");
      return Optional.empty();
    }
  }

  private Optional<LocalDate> date(Table.Row row) {
    String cell = text(row, LogField.DATE);
    if (cell.isEmpty()) {
      return Optional.empty();
    }
    Optional<LocalDate> date = dates.read(cell);
    if (date.isEmpty()) {
      problems.warning(
          "row " + row.number(),
          Phrase.of("\"%s\" is not a date.", cell),
          "The entry is kept without one.");
    }
    return date;
  }

  private String text(Table.Row row, LogField field) {
    return mapping.columnsOf(field).stream()
        .map(row::cell)
        .filter(cell -> !cell.isEmpty())
        .findFirst()
        .orElse("");
  }

  private String joined(Table.Row row, LogField field) {
    return mapping.columnsOf(field).stream()
        .map(row::cell)
        .filter(cell -> !cell.isEmpty())
        .collect(Collectors.joining("; "));
  }

  private List<String> list(Table.Row row, LogField field) {
    return Arrays.stream(joined(row, field).split("[;,]", -1))
        .map(String::strip)
        .filter(word -> !word.isEmpty())
        .distinct()
        .toList();
  }

  /**
   * What is on which channel: in numbered columns, or in one as {@code 1: Boom, 2: Inés}, or as
   * names in their order. A number by itself counts channels and names none.
   */
  private Map<Integer, String> tracks(Table.Row row) {
    var tracks = new TreeMap<Integer, String>();
    for (int column : mapping.columnsOf(LogField.TRACKS)) {
      String cell = row.cell(column).strip();
      Matcher header = NUMBERED.matcher(mapping.columns().get(column).header());
      if (cell.isEmpty()) {
        continue;
      }
      if (header.matches()) {
        tracks.putIfAbsent(Integer.parseInt(header.group(1)), cell);
      } else if (!cell.matches("\\d+")) {
        String[] names = cell.split("[;,\\n]", -1);
        for (int i = 0; i < names.length; i++) {
          Matcher numbered = NUMBERED_NAME.matcher(names[i].strip());
          boolean hasNumber = numbered.matches();
          String name = hasNumber ? numbered.group(2) : names[i].strip();
          if (!name.isEmpty()) {
            tracks.putIfAbsent(hasNumber ? Integer.parseInt(numbered.group(1)) : i + 1, name);
          }
        }
      }
    }
    return tracks;
  }

  private static boolean isYes(String cell) {
    String word = cell.strip().toLowerCase(Locale.ROOT);
    return YES.contains(word) || RINGED.matcher(word).matches();
  }
}
