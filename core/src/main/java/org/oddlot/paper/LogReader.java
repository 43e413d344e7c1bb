package org.oddlot.paper;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.oddlot.paper.Log.RowUse;
import org.oddlot.paper.Log.Use;
import org.oddlot.paper.LogEntry.Kind;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;

/**
 * Makes a log of a table whose columns are known. Every row becomes entries, goes on with the one
 * above, heads those below, sums up, or is listed as not understood.
 */
public final class LogReader {
  private static final RowProblems.Cause NO_CIRCLE =
      new RowProblems.Cause(
          "%s is neither yes nor no for a circle.",
          "Neither yes nor no for a circle: %s.", "The take is read as not circled.");

  private static final RowProblems.Cause NOT_UNDERSTOOD =
      new RowProblems.Cause(
          "The row is not understood: %s.",
          "These rows are not understood: %s.",
          "Nothing of it is used. If it belongs to a take, put it into that take's row.");

  /** What a row of sums begins with, in the languages of the header words. */
  private static final Pattern TOTAL =
      Pattern.compile(
          "(?:grand )?(?:totals?|sum|summe|gesamt|somme|suma|totale|totaal|razem|summa|i alt)\\b.*",
          Pattern.CASE_INSENSITIVE);

  private static final Pattern CAMERA_WORD =
      Pattern.compile("(?i)[\\s_-]*(?:camera|cam|kamera|cámara|caméra)[\\s.:#_-]*");

  private static final int DAY_HOURS = 24;

  private final String name;
  private final Table table;
  private final ColumnMapping mapping;
  private final FieldCells cells;
  private final Problems problems;
  private final RowProblems rowProblems = new RowProblems();
  private final RowTimes times;
  private final Above above;
  private final Map<String, Integer> idsSeen = new HashMap<>();
  private final CellMemory<List<TakeCell>> takesOf = new CellMemory<>(LogReader::takes);
  private final CellMemory<String> scenes = new CellMemory<>(TakeCell::scene);
  private final CellMemory<String> cameras = new CellMemory<>(LogReader::letters);
  private final CellMemory<String> units = new CellMemory<>(Clues::plainUnit);
  private final boolean marksAreCircles;
  private final List<LogEntry> entries = new ArrayList<>();
  private final List<RowUse> others = new ArrayList<>();
  private int rows;

  /** What the paper's name and its titles say, then that with its tab's name, then headings'. */
  private final Clues ofPaper;

  private Clues ofSheet;
  private Clues now;
  private String sheet = "";

  /** What was remarked about a whole set-up, and its scene. */
  private String setUpNotes = "";

  private int lastGroup;

  private LogReader(
      String name,
      Table table,
      ColumnMapping mapping,
      Optional<DateReader.Order> order,
      Problems problems) {
    this.name = name;
    this.table = table;
    this.mapping = mapping;
    this.problems = problems;
    cells = new FieldCells(mapping);
    ofPaper =
        Stream.concat(
                table.titles().stream(), Stream.of(name.replaceFirst("\\.\\p{Alnum}{2,4}$", "")))
            .map(Clues::in)
            .reduce(Clues.NONE, Clues::over);
    ofSheet = ofPaper;
    now = ofPaper;
    times = new RowTimes(table, mapping, cells, order, ofPaper, rowProblems);
    if (times.areDatesOpen()) {
      times.tellOpenDates(problems);
    }
    above = new Above(table, cells);
    marksAreCircles = marksAreCircles();
  }

  private boolean marksAreCircles() {
    if (cells.has(LogField.CIRCLED)) {
      return false;
    }
    long marked = table.rows().stream().filter(this::isMarked).count();
    boolean some = marked > 0 && 2 * marked < table.rows().stream().filter(cells::isTake).count();
    if (some) {
      problems.info(
          "",
          Phrase.of(
              "%s set off in bold or by a colour; read as circled.",
              marked == 1 ? "One take is" : marked + " takes are"));
    }
    return some;
  }

  private boolean isMarked(Table.Row row) {
    return Stream.of(LogField.TAKE, LogField.SCENE)
        .flatMap(cells::columnsOf)
        .anyMatch(row.marked()::contains);
  }

  /**
   * The log in {@code table}.
   *
   * @param name the file's name
   * @param order which of day and month is written first, where the dates leave both; empty if
   *     nobody said so
   */
  public static Log read(
      String name,
      Table table,
      ColumnMapping mapping,
      Optional<DateReader.Order> order,
      Problems problems) {
    return new LogReader(name, table, mapping, order, problems).read();
  }

  private Log read() {
    boolean slated = cells.has(LogField.SCENE) && cells.has(LogField.TAKE);
    if (!cells.has(LogField.IN) && !cells.has(LogField.CLIP)) {
      problems.warning(
          "",
          "No column is known to hold a timecode or a clip name.",
          slated
              ? "Without timecode or clip name, entries match only scenes and takes known from another"
                  + " log."
              : "Assign them in Intake or with --read, or its entries cannot be matched.");
    }
    for (int column : mapping.inQuestion()) {
      tell(column);
    }
    for (Table.Row row : table.rows()) {
      if (!row.sheet().equals(sheet)) {
        sheet = row.sheet();
        ofSheet = Clues.in(sheet).over(ofPaper);
        begin(ofSheet);
        above.clear();
      }
      if (row.isTitle()) {
        ofSheet = Clues.in(row.text()).over(ofSheet);
        begin(ofSheet);
        continue;
      }
      Use use = use(row);
      rows++;
      if (use != Use.ENTRY) {
        others.add(new RowUse(row.number(), row.sheet(), use, row.text()));
      }
    }
    rowProblems.tell(problems);
    return new Log(name, entries, rows, others, times.areDatesOpen());
  }

  /** Of the columns that are not understood, those count without which a paper says half. */
  private void tell(int index) {
    TableColumn<LogField> column = mapping.columns().get(index);
    problems.warning(
        "",
        Phrase.of(
            "Column \"%s\" is not understood (%s). Is it the %s?",
            column.name(index), column.evidence(), column.likely().map(LogField::title).orElse("")),
        Phrase.of(
            "Assign it in Intake, or with --read \"FILE:column %s=%s\"; until then no entry of this"
                + " log is matched automatically.",
            column.name(index), column.likely().map(LogField::word).orElse("FIELD")));
  }

  private void begin(Clues clues) {
    now = clues;
    setUpNotes = "";
    lastGroup = entries.size();
  }

  private Use use(Table.Row row) {
    if (isRepeatedHeader(row)) {
      return Use.HEADING;
    }
    if (isTotal(row)) {
      return Use.TOTAL;
    }
    if (cells.isTake(row)) {
      return add(row);
    }
    boolean scene = !cells.raw(row, LogField.SCENE).isEmpty();
    boolean aboutTakes =
        cells.has(LogField.TAKE) || cells.has(LogField.IN) || cells.has(LogField.CLIP);
    if (scene && !aboutTakes) {
      return add(row);
    }
    String notes = cells.joined(row, LogField.NOTES);
    String ofScene = scenes.of(cells.raw(row, LogField.SCENE));
    boolean sameScene =
        scene
            && lastGroup < entries.size()
            && entries.getLast().scene().equals(ofScene)
            && !notes.isEmpty();
    if (scene && !sameScene && isScene(ofScene)) {
      above.put(LogField.SCENE, ofScene);
      above.put(LogField.SHOT, cells.raw(row, LogField.SHOT));
      Stream.of(LogField.CAMERA, LogField.REEL, LogField.UNIT, LogField.SOUND_REEL, LogField.DATE)
          .filter(field -> !cells.raw(row, field).isEmpty())
          .forEach(field -> above.put(field, cells.raw(row, field)));
      setUpNotes = notes;
      lastGroup = entries.size();
      return Use.HEADING;
    }
    Clues clues =
        notes.isEmpty() || !row.text().equals(notes) ? Clues.inHeading(row.text()) : Clues.NONE;
    if (!clues.isEmpty()) {
      begin(clues.over(now));
      if (!clues.scene().isEmpty()) {
        above.put(LogField.SCENE, clues.scene());
        above.put(LogField.SHOT, "");
      }
      return Use.HEADING;
    }
    if ((sameScene || (!scene && goesOn(row))) && lastGroup < entries.size()) {
      for (int i = lastGroup; i < entries.size(); i++) {
        entries.set(i, continued(entries.get(i), row));
      }
      return Use.CONTINUED;
    }
    rowProblems.add(NOT_UNDERSTOOD, row.number(), row.text());
    return Use.NOT_UNDERSTOOD;
  }

  private static boolean isScene(String scene) {
    return scene.length() <= 10 && scene.chars().anyMatch(Character::isDigit);
  }

  private static boolean isRepeatedHeader(Table.Row row) {
    return HeaderCells.areHeaders(row.cells());
  }

  private boolean isTotal(Table.Row row) {
    return cells.raw(row, LogField.IN).isEmpty()
        && row.cells().stream()
            .map(String::strip)
            .filter(cell -> !cell.isEmpty())
            .findFirst()
            .filter(cell -> TOTAL.matcher(cell).matches())
            .isPresent();
  }

  /** Whether all that is said in a row is what can be said in addition. */
  private boolean goesOn(Table.Row row) {
    for (int i = 0; i < row.cells().size(); i++) {
      if (row.cell(i).isEmpty()) {
        continue;
      }
      Optional<LogField> field =
          i < mapping.columns().size() ? mapping.columns().get(i).field() : Optional.empty();
      if (field.filter(LogField::mayRepeat).isEmpty()
          && !field.equals(Optional.of(LogField.CIRCLED))) {
        return false;
      }
    }
    return true;
  }

  private LogEntry continued(LogEntry entry, Table.Row row) {
    String notes = cells.joined(row, LogField.NOTES);
    List<String> authors = cells.list(row, LogField.AUTHOR);
    boolean isAnswer =
        !notes.isEmpty()
            && !authors.isEmpty()
            && !entry.authors().isEmpty()
            && !entry.authors().containsAll(authors);
    return entry
        .draft()
        .notes(
            isAnswer
                ? both(entry.notes(), String.join(", ", authors) + ": " + notes, "\n")
                : both(entry.notes(), notes, " "))
        .about(
            more(entry.people(), cells.list(row, LogField.PEOPLE)),
            more(entry.keywords(), cells.list(row, LogField.KEYWORD)),
            entry.category())
        .authors(isAnswer ? entry.authors() : more(entry.authors(), authors))
        .circled(entry.circled() || TakeCell.circle(cells.raw(row, LogField.CIRCLED)).orElse(false))
        .entry();
  }

  private static List<String> more(List<String> first, List<String> second) {
    return Stream.concat(first.stream(), second.stream()).distinct().toList();
  }

  private static String both(String first, String second, String between) {
    return first.isEmpty() ? second : second.isEmpty() ? first : first + between + second;
  }

  /** Adds what a row says: an entry for each of its takes. */
  private Use add(Table.Row row) {
    String sceneCell = cells.raw(row, LogField.SCENE);
    String takeCell = above.value(row, LogField.TAKE);
    if (takeCell.isEmpty()) {
      Optional<TakeCell.Slated> slated = TakeCell.inScene(sceneCell, !cells.has(LogField.TAKE));
      if (slated.isPresent()) {
        sceneCell = slated.get().scene();
        takeCell =
            slated.get().take().circled()
                ? "(" + slated.get().take().take() + ")"
                : slated.get().take().take();
      }
    }
    // What leaves out its scene and is no take, a keyword for instance, is of no set-up.
    boolean isTake = !takeCell.isEmpty() || Above.isDitto(sceneCell);
    boolean sameSetUp = Above.isLeftOut(sceneCell) && isTake;
    boolean goesOn =
        isTake || (!cells.has(LogField.TAKE) && cells.raw(row, LogField.KEYWORD).isEmpty());
    String scene = sameSetUp ? aboveScene() : scenes.of(sceneCell);
    if (!Above.isLeftOut(sceneCell)) {
      if (!scene.equals(above.last(LogField.SCENE))) {
        setUpNotes = "";
      }
      above.put(LogField.SCENE, scene);
    }
    var implied = EnumSet.noneOf(LogField.class);
    String shot = above.filled(row, LogField.SHOT, goesOn, sameSetUp && !scene.isEmpty());
    String camera =
        cameras.of(
            or(
                above.filled(row, LogField.CAMERA, goesOn, sameSetUp),
                now.camera(),
                LogField.CAMERA,
                implied));
    String unit =
        units.of(
            or(
                above.filled(row, LogField.UNIT, goesOn, sameSetUp),
                now.unit(),
                LogField.UNIT,
                implied));
    String reel =
        or(above.reel(row, camera, goesOn, sameSetUp), now.reel(), LogField.REEL, implied);
    String soundReel =
        or(
            above.filled(row, LogField.SOUND_REEL, goesOn, sameSetUp),
            now.soundReel(),
            LogField.SOUND_REEL,
            implied);
    RowTimes.Rated rated = times.rate(row, above.filled(row, LogField.RATE, true, sameSetUp), now);
    Optional<LabelReader.Moment> in = times.moment(row, LogField.IN, rated);
    Optional<LocalDate> date =
        times.date(row, above.filled(row, LogField.DATE, true, false), in, now, implied);
    Optional<Label> start = in.map(LabelReader.Moment::label);
    if (start.filter(label -> label.hours() >= DAY_HOURS).isPresent()) {
      date = date.map(day -> day.plusDays(1));
    }
    start = start.map(LogReader::withinDay);
    Optional<Label> end =
        times
            .moment(row, LogField.OUT, rated)
            .map(LabelReader.Moment::label)
            .map(LogReader::withinDay);
    List<String> keywords = cells.list(row, LogField.KEYWORD);
    String marker = cells.raw(row, LogField.MARKER);
    String notes = both(setUpNotes, cells.joined(row, LogField.NOTES), "; ");
    boolean rowCircled = isCircled(row) || (marksAreCircles && isMarked(row));
    List<TakeCell> takes = takesOf.of(takeCell);
    String clipCell = above.value(row, LogField.CLIP);
    List<String> clips = takes.size() > 1 ? Several.each(clipCell) : List.of();
    lastGroup = entries.size();
    for (int i = 0; i < takes.size(); i++) {
      TakeCell take = takes.get(i);
      boolean first = i == 0;
      String clip = clips.size() == takes.size() ? clips.get(i) : clipCell;
      Optional<Label> its = first ? start : Optional.empty();
      Kind kind =
          kind(row, !scene.isEmpty() || !take.take().isEmpty(), !keywords.isEmpty(), marker);
      Optional<Label> itsEnd =
          takes.size() > 1
              ? Optional.empty()
              : end.or(() -> its.flatMap(label -> times.end(label, rated.rate(), row)));
      entries.add(
          new LogEntry.Draft(name, row.number())
              .id(id(scene, take.take(), its, keywords, marker))
              .kind(kind)
              .times(its, itsEnd)
              .rate(rated.rate())
              .date(date)
              .slate(scene, shot, take.take())
              .camera(camera, unit)
              .reel(reel)
              .soundReel(soundReel)
              .clip(takes.size() > 1 && clips.size() != takes.size() && !first ? "" : clip)
              .tracks(cells.tracks(row))
              .circled(take.circled() || (rowCircled && (takes.size() == 1 || !anyCircled(takes))))
              .notes(marker.isEmpty() ? notes : both(marker, notes, ". "))
              .about(cells.list(row, LogField.PEOPLE), keywords, cells.raw(row, LogField.CATEGORY))
              .authors(cells.list(row, LogField.AUTHOR))
              .implied(implied)
              .entry());
    }
    return Use.ENTRY;
  }

  /** Some devices count on through the night. */
  private static Label withinDay(Label label) {
    return label.hours() >= DAY_HOURS ? label.atHour(label.hours() - DAY_HOURS) : label;
  }

  /** A camera's letter without the word for it: {@code Cam A}, {@code A-Cam}. */
  private static String letters(String cell) {
    return CAMERA_WORD.matcher(cell).replaceAll("").strip();
  }

  private String aboveScene() {
    String last = above.last(LogField.SCENE);
    return last.isEmpty() ? now.scene() : last;
  }

  /** The takes of a cell, one without a number where it is empty. */
  private static List<TakeCell> takes(String cell) {
    List<String> each = cell.isEmpty() ? List.of("") : Several.each(cell);
    return each.stream().map(TakeCell::of).toList();
  }

  private static boolean anyCircled(List<TakeCell> takes) {
    return takes.stream().anyMatch(TakeCell::circled);
  }

  private static String or(String said, String clue, LogField field, Set<LogField> implied) {
    if (!said.isEmpty() || clue.isEmpty()) {
      return said;
    }
    implied.add(field);
    return clue;
  }

  private boolean isCircled(Table.Row row) {
    String cell = cells.raw(row, LogField.CIRCLED);
    Optional<Boolean> circled = TakeCell.circle(cell);
    if (circled.isEmpty()) {
      rowProblems.add(NO_CIRCLE, row.number(), cell);
    }
    return circled.orElse(false);
  }

  /** What the entry says of itself, and its ordinal where several say the same. */
  private String id(
      String scene, String take, Optional<Label> in, List<String> keywords, String marker) {
    String self =
        name
            + ":"
            + scene
            + "/"
            + take
            + "@"
            + in.map(Label::toString).orElse("")
            + (keywords.isEmpty() ? marker : "=" + String.join("+", keywords));
    int count = idsSeen.merge(self, 1, Integer::sum);
    return count == 1 ? self : self + "#" + count;
  }

  private Kind kind(Table.Row row, boolean slated, boolean hasKeywords, String marker) {
    String said = HeaderWords.plain(cells.raw(row, LogField.KIND));
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
    boolean named =
        !cells.raw(row, LogField.CLIP).isEmpty() || !cells.raw(row, LogField.REEL).isEmpty();
    return marker.isEmpty() && named ? Kind.SHOT : Kind.MARKER;
  }
}
