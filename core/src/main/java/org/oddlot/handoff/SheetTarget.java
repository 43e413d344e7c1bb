package org.oddlot.handoff;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.oddlot.format.Content;
import org.oddlot.format.Facts;
import org.oddlot.format.Inventory;
import org.oddlot.format.TimelineFeature;
import org.oddlot.format.TimelineFormat;
import org.oddlot.format.report.BookFormat;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKind;
import org.oddlot.input.InputKinds;
import org.oddlot.input.ReadingOptions;
import org.oddlot.paper.Table;
import org.oddlot.problem.Problems;
import org.oddlot.sheet.Book;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.sheet.Sheet;
import org.oddlot.text.Phrase;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;
import org.oddlot.timeline.Transition;

/**
 * A timeline as the rows of a spreadsheet: shots, titles, transitions and markers by record
 * timecode, track by track. It is read again as any table is.
 *
 * @param book the form of the spreadsheet
 */
record SheetTarget(BookFormat book) implements Target {
  private static final String SHOT = "shot";
  private static final String TITLE = "title";
  private static final String TRANSITION = "transition";
  private static final String MARKER = "marker";

  private static final Set<TimelineFeature> CARRIES =
      EnumSet.of(
          TimelineFeature.SHOTS,
          TimelineFeature.NAMES,
          TimelineFeature.SEVERAL_TRACKS,
          TimelineFeature.SOUND,
          TimelineFeature.TRANSITIONS,
          TimelineFeature.SPEED,
          TimelineFeature.MARKERS,
          TimelineFeature.GENERATED);

  /** The columns, in the order of {@link Row}. */
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("kind", "Kind", 10),
          Column.text("track", "On", 10),
          Column.text("record_in", "Record in", 12),
          Column.text("frames", "Frames", 8),
          Column.text("name", "Name", 30),
          Column.text("source_in", "Source in", 12),
          Column.text("source_clock", "Source in, clock", 14),
          Column.text("speed", "Speed", 8),
          Column.text("media", "Media", 50));

  /** A row, all of it as it is written. */
  private record Row(
      String kind,
      String track,
      String recordIn,
      String frames,
      String name,
      String sourceIn,
      String sourceClock,
      String speed,
      String media) {

    static Row of(Table.Row row) {
      return new Row(
          row.cell(0),
          row.cell(1),
          row.cell(2),
          row.cell(3),
          row.cell(4),
          row.cell(5),
          row.cell(6),
          row.cell(7),
          row.cell(8));
    }

    Line line() {
      return Line.of(
          List.of(
              Cell.of(kind),
              Cell.of(track),
              Cell.of(recordIn),
              Cell.of(frames),
              Cell.of(name),
              Cell.of(sourceIn),
              Cell.of(sourceClock),
              Cell.of(speed),
              Cell.of(media)));
    }
  }

  @Override
  public String name() {
    return "Spreadsheet (" + book.key() + ")";
  }

  @Override
  public String ending() {
    return "." + book.key();
  }

  @Override
  public boolean holdsSeveral() {
    return false;
  }

  @Override
  public boolean carriesAll() {
    return false;
  }

  @Override
  public boolean carries(Content kind) {
    return kind instanceof TimelineFeature feature && CARRIES.contains(feature);
  }

  @Override
  public boolean isMeantFor(Content kind) {
    return TimelineTarget.isUsuallyMeant(kind);
  }

  @Override
  public List<Content> kinds() {
    return List.of(TimelineFeature.values());
  }

  @Override
  public Facts before(TimelineObject root) {
    return Inventory.of(List.of(root), CARRIES, object -> object.metadata().isEmpty());
  }

  @Override
  public List<TimelineFormat.Part> parts(TimelineObject root, Optional<Path> bundle) {
    return List.of(new TimelineFormat.Part("", target -> write(root, target)));
  }

  private void write(TimelineObject root, Path target) throws IOException {
    Optional<Placed> timeline = timeline(Placed.root(root));
    var rows = new ArrayList<Row>();
    timeline.ifPresent(its -> its.forEachChild(stack -> rows(stack, rows)));
    var sheet =
        new Sheet(
            "cut",
            "Cut",
            timeline.map(its -> its.object().name()).orElse(""),
            COLUMNS,
            rows.stream().map(Row::line).toList(),
            -1,
            List.of());
    String title = timeline.map(its -> its.object().name()).orElse("No timeline");
    book.write(new Book(title, List.of(), List.of(sheet)), target);
  }

  private static Optional<Placed> timeline(Placed from) {
    if (from.object() instanceof Timeline) {
      return Optional.of(from);
    }
    var found = new ArrayList<Placed>();
    from.forEachChild(child -> timeline(child).ifPresent(found::add));
    return found.stream().findFirst();
  }

  private static void rows(Placed stack, List<Row> rows) {
    if (stack.object() instanceof Item item) {
      markers(stack, item, "", rows);
    }
    var numbers = new HashMap<String, Integer>();
    stack.forEachChild(placed -> {
      if (placed.object() instanceof Track track && track.enabled() && Inventory.isListed(track)) {
        int number = Inventory.isEmpty(track) ? 0 : numbers.merge(track.kind(), 1, Integer::sum);
        String on = track.kind() + " " + number;
        markers(placed, track, on, rows);
        placed.forEachChild(child -> row(child, on, rows));
      }
    });
  }

  private static void row(Placed at, String on, List<Row> rows) {
    switch (at.object()) {
      case Transition transition ->
          rows.add(
              new Row(
                  TRANSITION,
                  on,
                  record(at),
                  Inventory.frame(transition.inOffset().plus(transition.outOffset()), at),
                  transition.name(),
                  "",
                  "",
                  "",
                  ""));
      case Clip clip when clip.enabled() -> {
        rows.add(row(clip, at, on));
        markers(at, clip, on, rows);
      }
      case Item item when item.enabled() && !(item instanceof Stack) -> markers(at, item, on, rows);
      default -> {}
    }
  }

  private static Row row(Clip clip, Placed at, String on) {
    boolean isMade = clip.media().orElse(null) instanceof MediaReference.Generator;
    Optional<TimeRange> range = clip.trimmedRange();
    String media =
        clip.media().orElse(null) instanceof MediaReference.External external
            ? external.targetUrl()
            : "";
    return new Row(
        isMade ? TITLE : SHOT,
        on,
        record(at),
        range.map(its -> Inventory.frame(its.duration(), at)).orElse(""),
        clip.name(),
        range
            .filter(_ -> !isMade)
            .flatMap(its -> Timecode.ofMedia(its.start()))
            .map(Timecode::toString)
            .orElse(""),
        range.filter(_ -> !isMade).map(its -> Inventory.clock(its.start().seconds())).orElse(""),
        clip.effects().stream()
            .flatMap(effect -> effect.timeScalar().stream())
            .map(Object::toString)
            .collect(Collectors.joining("; ")),
        media);
  }

  private static void markers(Placed at, Item item, String on, List<Row> rows) {
    item.markers().stream()
        .sorted(Comparator.comparing((Marker marker) -> marker.markedRange().start()))
        .forEach(marker ->
            rows.add(
                new Row(
                    MARKER,
                    on,
                    Inventory.moment(item, marker, at),
                    Inventory.frame(marker.markedRange().duration(), at),
                    marker.name(),
                    "",
                    "",
                    "",
                    "")));
  }

  private static String record(Placed at) {
    return at.recordTimecode().map(Timecode::toString).orElseGet(at::path);
  }

  @Override
  public Facts after(TimelineObject root, List<Path> files, List<String> notes) {
    var facts = new Facts();
    Placed whole = Placed.root(root);
    var tracks = new LinkedHashSet<String>();
    for (Path file : files) {
      var problems = new Problems(String.valueOf(file.getFileName()));
      Optional<Table> table = table(new InputFile(file), problems);
      if (table.isEmpty()) {
        problems.list().forEach(problem -> notes.add(problem.message()));
        continue;
      }
      table.get().rows().stream()
          .map(Row::of)
          .forEach(row -> {
            if (row.kind.equals(SHOT) || row.kind.equals(TITLE)) {
              tracks.add(row.track);
            }
            facts(row, whole, facts);
          });
    }
    for (String track : tracks) {
      if (!track.endsWith(" 1")) {
        facts.add(TimelineFeature.SEVERAL_TRACKS, track, whole);
      }
      if (track.startsWith(Track.AUDIO)) {
        facts.add(TimelineFeature.SOUND, track, whole);
      }
    }
    return facts;
  }

  private static Optional<Table> table(InputFile file, Problems problems) {
    Optional<InputKind<?>> kind = InputKinds.of(file);
    return kind.flatMap(its -> its.read(file, ReadingOptions.DETECTED, problems))
        .filter(Table.class::isInstance)
        .map(Table.class::cast);
  }

  private static void facts(Row row, Placed whole, Facts facts) {
    String when = row.track.replaceFirst(" \\d+$", "") + " " + row.recordIn;
    switch (row.kind) {
      case SHOT -> {
        facts.add(
            TimelineFeature.SHOTS,
            Phrase.of("%s, %s f from %s", when, row.frames, row.sourceClock),
            whole);
        facts.add(TimelineFeature.NAMES, when + " " + row.name, whole);
      }
      case TITLE -> facts.add(TimelineFeature.GENERATED, when + " " + row.name, whole);
      case TRANSITION ->
          facts.add(TimelineFeature.TRANSITIONS, when + ", " + row.frames + " f", whole);
      case MARKER -> facts.add(TimelineFeature.MARKERS, row.name + " " + row.recordIn, whole);
      default -> {}
    }
    for (String speed : row.speed.split("; ", -1)) {
      if (!speed.isBlank()) {
        facts.add(TimelineFeature.SPEED, when + " " + speed, whole);
      }
    }
  }
}
