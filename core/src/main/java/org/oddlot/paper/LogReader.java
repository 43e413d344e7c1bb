package org.oddlot.paper;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.oddlot.paper.Log.RowUse;
import org.oddlot.paper.Log.Use;
import org.oddlot.paper.LogEntry.Kind;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;

/**
 * Makes a log of a table whose columns are known. Every row becomes entries, goes on with the one
 * above, heads those below, sums up, or is listed as not understood.
 */
public final class LogReader {
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

  /** What stands for the same as above. */
  private static final Set<String> DITTO =
      Set.of(
          "\"", "''", "″", "〃", "“", "”", "do", "do.", "ditto", "-\"-", "–\"–", "^", "↓", "dto.");

  private static final Pattern DAY_NUMBER =
      Pattern.compile("(?:\\p{L}+\\.?\\s*)?#?(\\d{1,3})(?:\\s*(?:of|/)\\s*\\d{1,3})?");

  private static final Pattern CAMERA_WORD =
      Pattern.compile("(?i)[\\s_-]*(?:camera|cam|kamera|cámara|caméra)[\\s.:#_-]*");

  private static final int DAY_HOURS = 24;

  private final String name;
  private final Table table;
  private final ColumnMapping mapping;
  private final Map<LogField, List<Integer>> columns = new EnumMap<>(LogField.class);
  private final Problems problems;
  private final RowProblems rowProblems = new RowProblems();
  private final DateReader dates;
  private final boolean datesOpen;
  private final LabelReader labels;
  private final Optional<FrameRate> headerRate;
  private final Map<String, Integer> idsSeen = new HashMap<>();
  private final Set<LogField> sparse;
  private final boolean marksAreCircles;
  private final List<LogEntry> entries = new ArrayList<>();
  private final List<RowUse> uses = new ArrayList<>();

  /** What the paper's name and its titles say, then that with its tab's name, then headings'. */
  private final Clues ofPaper;

  private Clues ofSheet;
  private Clues now;
  private String sheet = "";

  /** What was said last, for cells that leave it out. */
  private final Map<LogField, String> above = new EnumMap<>(LogField.class);

  private final Map<String, String> reelOfCamera = new HashMap<>();

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
    for (LogField field : LogField.values()) {
      columns.put(field, mapping.columnsOf(field));
    }
    ofPaper =
        Stream.concat(
                table.titles().stream(), Stream.of(name.replaceFirst("\\.\\p{Alnum}{2,4}$", "")))
            .map(Clues::in)
            .reduce(Clues.NONE, Clues::over);
    ofSheet = ofPaper;
    now = ofPaper;
    String headers =
        columnsOf(LogField.IN)
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
            columnsOf(LogField.IN).flatMap(i -> table.column(i).stream()).toList(),
            HEADER_DROP.matcher(headers).matches() || ofPaper.drops());
    List<String> cells = dateCells();
    DateReader seen = DateReader.forColumn(cells);
    this.dates = order.map(seen::in).orElse(seen);
    datesOpen = !seen.isDecided() && order.isEmpty();
    if (datesOpen) {
      String first =
          cells.stream().filter(cell -> dates.read(cell).isPresent()).findFirst().orElse("");
      problems.warning(
          "",
          Phrase.of(
              "Its dates can be read with the day first or the month first: \"%s\" is taken as %s.",
              first, dates.read(first).map(LocalDate::toString).orElse("")),
          "Set the order of dates if that is wrong.");
    }
    sparse = sparse();
    marksAreCircles = marksAreCircles();
  }

  private static Optional<FrameRate> parsed(String rate) {
    try {
      return Optional.of(FrameRate.parse(rate));
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
  }

  private Stream<Integer> columnsOf(LogField field) {
    return columns.getOrDefault(field, List.of()).stream();
  }

  private boolean has(LogField field) {
    return !columns.getOrDefault(field, List.of()).isEmpty();
  }

  private List<String> dateCells() {
    return Stream.concat(
            columnsOf(LogField.DATE).flatMap(i -> table.column(i).stream()),
            columnsOf(LogField.IN)
                .flatMap(i -> table.column(i).stream())
                .flatMap(cell -> labels.read(cell).flatMap(LabelReader.Moment::day).stream()))
        .toList();
  }

  /** The fields that are written only where they change. */
  private Set<LogField> sparse() {
    var sparse = EnumSet.noneOf(LogField.class);
    long all = table.rows().stream().filter(this::isTake).count();
    for (LogField field :
        List.of(
            LogField.SCENE,
            LogField.SHOT,
            LogField.CAMERA,
            LogField.UNIT,
            LogField.REEL,
            LogField.SOUND_REEL,
            LogField.RATE,
            LogField.DATE)) {
      long said =
          table.rows().stream()
              .filter(this::isTake)
              .filter(row -> !raw(row, field).isEmpty())
              .count();
      if (said > 0 && 2 * said < all) {
        sparse.add(field);
      }
    }
    return sparse;
  }

  private boolean marksAreCircles() {
    if (has(LogField.CIRCLED)) {
      return false;
    }
    long marked = table.rows().stream().filter(this::isMarked).count();
    boolean some = marked > 0 && 2 * marked < table.rows().stream().filter(this::isTake).count();
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
        .flatMap(this::columnsOf)
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
    boolean slated = has(LogField.SCENE) && has(LogField.TAKE);
    if (!has(LogField.IN) && !has(LogField.CLIP)) {
      problems.warning(
          "",
          "No column is known to hold a timecode or a clip name.",
          slated
              ? "Say which column does, if one does; scene and take alone match only what others"
                  + " have told."
              : "Say which column holds which, or its entries cannot be matched.");
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
        reelOfCamera.clear();
      }
      if (row.isTitle()) {
        ofSheet = Clues.in(row.text()).over(ofSheet);
        begin(ofSheet);
        continue;
      }
      Use use = use(row);
      uses.add(new RowUse(row.number(), row.sheet(), use, use == Use.ENTRY ? "" : row.text()));
    }
    rowProblems.tell(problems);
    return new Log(name, entries, uses, datesOpen);
  }

  /** Of the columns that are not understood, those count without which a paper says half. */
  private void tell(int index) {
    ColumnMapping.Column column = mapping.columns().get(index);
    problems.warning(
        "",
        Phrase.of(
            "Column \"%s\" is not understood (%s). Is it the %s?",
            column.name(index), column.evidence(), column.likely().map(LogField::title).orElse("")),
        "Say what it holds; until then nothing of this paper is settled.");
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
    if (isTake(row)) {
      return add(row);
    }
    boolean scene = !raw(row, LogField.SCENE).isEmpty();
    boolean aboutTakes = has(LogField.TAKE) || has(LogField.IN) || has(LogField.CLIP);
    if (scene && !aboutTakes) {
      return add(row);
    }
    String notes = joined(row, LogField.NOTES);
    String ofScene = TakeCell.scene(raw(row, LogField.SCENE));
    boolean sameScene =
        scene
            && lastGroup < entries.size()
            && entries.getLast().scene().equals(ofScene)
            && !notes.isEmpty();
    if (scene && !sameScene && isScene(raw(row, LogField.SCENE))) {
      above.put(LogField.SCENE, TakeCell.scene(raw(row, LogField.SCENE)));
      above.put(LogField.SHOT, raw(row, LogField.SHOT));
      Stream.of(LogField.CAMERA, LogField.REEL, LogField.UNIT, LogField.SOUND_REEL, LogField.DATE)
          .filter(field -> !raw(row, field).isEmpty())
          .forEach(field -> above.put(field, raw(row, field)));
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
        above.remove(LogField.SHOT);
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

  /** Whether it is written with a timecode, a take or a clip. */
  private boolean isTake(Table.Row row) {
    return !raw(row, LogField.IN).isEmpty()
        || !raw(row, LogField.TAKE).isEmpty()
        || !raw(row, LogField.CLIP).isEmpty()
        || TakeCell.inScene(raw(row, LogField.SCENE), !has(LogField.TAKE)).isPresent();
  }

  private static boolean isScene(String cell) {
    String scene = TakeCell.scene(cell);
    return scene.length() <= 10 && scene.chars().anyMatch(Character::isDigit);
  }

  private static boolean isRepeatedHeader(Table.Row row) {
    long said = row.cells().stream().filter(cell -> !cell.isBlank()).count();
    int known = HeaderCells.known(row.cells());
    return known > 1 && 3L * known >= 2 * said;
  }

  private boolean isTotal(Table.Row row) {
    return raw(row, LogField.IN).isEmpty()
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
    return entry
        .draft()
        .notes(both(entry.notes(), joined(row, LogField.NOTES), " "))
        .about(
            more(entry.people(), list(row, LogField.PEOPLE)),
            more(entry.keywords(), list(row, LogField.KEYWORD)),
            entry.category())
        .circled(entry.circled() || TakeCell.circle(raw(row, LogField.CIRCLED)).orElse(false))
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
    String sceneCell = raw(row, LogField.SCENE);
    String takeCell = value(row, LogField.TAKE);
    if (takeCell.isEmpty()) {
      Optional<TakeCell.Slated> slated = TakeCell.inScene(sceneCell, !has(LogField.TAKE));
      if (slated.isPresent()) {
        sceneCell = slated.get().scene();
        takeCell =
            slated.get().take().circled()
                ? "(" + slated.get().take().take() + ")"
                : slated.get().take().take();
      }
    }
    // What leaves out its scene and is no take, a keyword for instance, is of no set-up.
    boolean isTake = !takeCell.isEmpty() || DITTO.contains(sceneCell);
    boolean sameSetUp = isLeftOut(sceneCell) && isTake;
    boolean goesOn = isTake || (!has(LogField.TAKE) && raw(row, LogField.KEYWORD).isEmpty());
    String scene =
        sameSetUp ? above.getOrDefault(LogField.SCENE, now.scene()) : TakeCell.scene(sceneCell);
    if (!isLeftOut(sceneCell)) {
      if (!scene.equals(above.get(LogField.SCENE))) {
        setUpNotes = "";
      }
      above.put(LogField.SCENE, scene);
    }
    var implied = EnumSet.noneOf(LogField.class);
    String shot = filled(row, LogField.SHOT, goesOn, sameSetUp && !scene.isEmpty());
    String camera =
        letters(
            or(
                filled(row, LogField.CAMERA, goesOn, sameSetUp),
                now.camera(),
                LogField.CAMERA,
                implied));
    String unit =
        Clues.plainUnit(
            or(filled(row, LogField.UNIT, goesOn, sameSetUp), now.unit(), LogField.UNIT, implied));
    String reel = or(reel(row, camera, goesOn, sameSetUp), now.reel(), LogField.REEL, implied);
    String soundReel =
        or(
            filled(row, LogField.SOUND_REEL, goesOn, sameSetUp),
            now.soundReel(),
            LogField.SOUND_REEL,
            implied);
    Rated rated = rate(row, sameSetUp);
    Optional<LabelReader.Moment> in = moment(row, LogField.IN, rated);
    Optional<LocalDate> date = date(row, in, implied);
    Optional<Label> start = in.map(LabelReader.Moment::label);
    if (start.filter(label -> label.hours() >= DAY_HOURS).isPresent()) {
      // Some devices count on through the night.
      start = start.map(label -> label.atHour(label.hours() - DAY_HOURS));
      date = date.map(day -> day.plusDays(1));
    }
    Optional<Label> end =
        moment(row, LogField.OUT, rated)
            .map(LabelReader.Moment::label)
            .map(label ->
                label.hours() >= DAY_HOURS ? label.atHour(label.hours() - DAY_HOURS) : label);
    List<String> keywords = list(row, LogField.KEYWORD);
    String marker = raw(row, LogField.MARKER);
    String notes = both(setUpNotes, joined(row, LogField.NOTES), "; ");
    boolean rowCircled = isCircled(row) || (marksAreCircles && isMarked(row));
    List<String> takes = takeCell.isEmpty() ? List.of("") : Several.takes(takeCell);
    String clipCell = value(row, LogField.CLIP);
    List<String> clips = takes.size() > 1 ? Several.names(clipCell) : List.of();
    lastGroup = entries.size();
    for (int i = 0; i < takes.size(); i++) {
      TakeCell take = TakeCell.of(takes.get(i));
      boolean first = i == 0;
      String clip = clips.size() == takes.size() ? clips.get(i) : clipCell;
      Optional<Label> its = first ? start : Optional.empty();
      Kind kind =
          kind(row, !scene.isEmpty() || !take.take().isEmpty(), !keywords.isEmpty(), marker);
      Optional<Label> itsEnd =
          takes.size() > 1
              ? Optional.empty()
              : end.or(() -> its.flatMap(label -> end(label, rated.rate, row)));
      entries.add(
          new LogEntry.Draft(name, row.number())
              .id(id(scene, take.take(), its, keywords, marker))
              .kind(kind)
              .times(its, itsEnd)
              .rate(rated.rate)
              .date(date)
              .slate(scene, shot, take.take())
              .camera(camera, unit)
              .reel(reel)
              .soundReel(soundReel)
              .clip(takes.size() > 1 && clips.size() != takes.size() && !first ? "" : clip)
              .tracks(tracks(row))
              .circled(take.circled() || (rowCircled && (takes.size() == 1 || !anyCircled(takes))))
              .notes(marker.isEmpty() ? notes : both(marker, notes, ". "))
              .about(list(row, LogField.PEOPLE), keywords, raw(row, LogField.CATEGORY))
              .implied(implied)
              .entry());
    }
    return Use.ENTRY;
  }

  /** A camera's letter without the word for it: {@code Cam A}, {@code A-Cam}. */
  private static String letters(String cell) {
    return CAMERA_WORD.matcher(cell).replaceAll("").strip();
  }

  private static boolean anyCircled(List<String> takes) {
    return takes.stream().anyMatch(take -> TakeCell.of(take).circled());
  }

  private static boolean isLeftOut(String cell) {
    return cell.isEmpty() || DITTO.contains(cell);
  }

  private static String or(String said, String clue, LogField field, Set<LogField> implied) {
    if (!said.isEmpty() || clue.isEmpty()) {
      return said;
    }
    implied.add(field);
    return clue;
  }

  /** What a cell says, or the one above where a row leaves it out. */
  private String filled(Table.Row row, LogField field, boolean goesOn, boolean sameSetUp) {
    String cell = raw(row, field);
    if (isLeftOut(cell)) {
      boolean same = DITTO.contains(cell) || (goesOn && (sameSetUp || sparse.contains(field)));
      return same ? above.getOrDefault(field, "") : "";
    }
    above.put(field, cell);
    return cell;
  }

  /** A card is left out until its camera has another. */
  private String reel(Table.Row row, String camera, boolean goesOn, boolean sameSetUp) {
    String cell = raw(row, LogField.REEL);
    if (isLeftOut(cell)) {
      boolean same =
          DITTO.contains(cell) || (goesOn && (sameSetUp || sparse.contains(LogField.REEL)));
      return same ? reelOfCamera.getOrDefault(camera, "") : "";
    }
    reelOfCamera.put(camera, cell);
    return cell;
  }

  private String value(Table.Row row, LogField field) {
    String cell = raw(row, field);
    return DITTO.contains(cell) ? above.getOrDefault(field, "") : cell;
  }

  private boolean isCircled(Table.Row row) {
    String cell = raw(row, LogField.CIRCLED);
    Optional<Boolean> circled = TakeCell.circle(cell);
    if (circled.isEmpty()) {
      rowProblems.add(NO_CIRCLE, row.number(), cell);
    }
    return circled.orElse(false);
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
    String said = HeaderWords.plain(raw(row, LogField.KIND));
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
    boolean named = !raw(row, LogField.CLIP).isEmpty() || !raw(row, LogField.REEL).isEmpty();
    return marker.isEmpty() && named ? Kind.SHOT : Kind.MARKER;
  }

  private Optional<LabelReader.Moment> moment(Table.Row row, LogField field, Rated rated) {
    String cell = raw(row, field);
    if (cell.isEmpty()) {
      return Optional.empty();
    }
    Optional<LabelReader.Moment> moment = labels.read(cell);
    if (moment.isEmpty()) {
      rowProblems.add(NO_TIMECODE, row.number(), cell);
    }
    return moment.map(read ->
        rated.drops && read.label().isToTheFrame()
            ? new LabelReader.Moment(read.day(), read.label().dropping(true))
            : read);
  }

  /** Where an entry ends that says how long it is: as a timecode, or in seconds. */
  private Optional<Label> end(Label start, Optional<FrameRate> said, Table.Row row) {
    String cell = raw(row, LogField.DURATION);
    if (cell.isEmpty()) {
      return Optional.empty();
    }
    Optional<Label> length = Label.parse(cell);
    Matcher seconds = SECONDS.matcher(cell);
    if (length.isEmpty() && !seconds.matches()) {
      rowProblems.add(NO_DURATION, row.number(), cell);
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

  /** A rate, and whether its labels are said to drop frames. */
  private record Rated(Optional<FrameRate> rate, boolean drops) {}

  private Rated rate(Table.Row row, boolean sameSetUp) {
    String said = filled(row, LogField.RATE, true, sameSetUp);
    String kind =
        Optional.of(DROP.matcher(said)).filter(Matcher::find).map(m -> m.group(1)).orElse("");
    boolean drops = kind.equalsIgnoreCase("DF") || kind.equalsIgnoreCase("drop");
    String cell = DROP.matcher(said).replaceFirst("").replaceFirst("(?i)\\s*fps$|(?<=\\d)p$", "");
    if (cell.isEmpty()) {
      return new Rated(now.rate().or(() -> headerRate), drops || now.drops());
    }
    Optional<FrameRate> rate = parsed(cell);
    if (rate.isEmpty()) {
      rowProblems.add(NO_RATE, row.number(), cell);
    }
    return new Rated(rate, drops);
  }

  private Optional<LocalDate> date(
      Table.Row row, Optional<LabelReader.Moment> in, Set<LogField> implied) {
    Optional<LocalDate> inTime = in.flatMap(moment -> LabelReader.day(moment, dates));
    if (inTime.isPresent()) {
      return inTime;
    }
    String cell = filled(row, LogField.DATE, true, false);
    Optional<LocalDate> date = dates.read(cell);
    if (date.isPresent()) {
      return date;
    }
    Matcher number = DAY_NUMBER.matcher(cell);
    boolean isNumber = number.matches();
    boolean another =
        isNumber
            && now.dayNumber().filter(day -> day != Integer.parseInt(number.group(1))).isPresent();
    if (!cell.isEmpty() && (!isNumber || another || now.date().isEmpty())) {
      rowProblems.add(NO_DATE, row.number(), cell);
      return Optional.empty();
    }
    now.date().ifPresent(_ -> implied.add(LogField.DATE));
    return now.date();
  }

  private String raw(Table.Row row, LogField field) {
    for (int column : columns.getOrDefault(field, List.of())) {
      String cell = row.cell(column);
      if (!cell.isEmpty()) {
        return cell;
      }
    }
    return "";
  }

  private String joined(Table.Row row, LogField field) {
    return columnsOf(field)
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

  private Map<Integer, String> tracks(Table.Row row) {
    var tracks = new TrackCells();
    columnsOf(LogField.TRACKS)
        .forEach(column -> tracks.add(mapping.columns().get(column).header(), row.cell(column)));
    return tracks.tracks();
  }
}
