package org.oddlot.morning;

import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Transcript;
import org.oddlot.lot.LotRunner;
import org.oddlot.material.Group;
import org.oddlot.material.LedgerEntry;
import org.oddlot.material.Material;
import org.oddlot.material.MediaAtHand;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.Source;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Tally;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Severity;
import org.oddlot.profile.Field;
import org.oddlot.sheet.Book;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.sheet.Sheet;
import org.oddlot.text.NaturalOrder;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.watch.Event;

/**
 * What an editor wants to know in the morning, of one lot or of all jobs of a watched folder: what
 * came in, hours by camera, what matched, the circled takes in script order, sound that is missing,
 * what is to be looked at, what was renamed.
 */
public final class MorningSheet {
  private static final int MOST_TO_LOOK_AT = 14;
  private static final int MOST_RENAMED = 8;
  private static final int MOST_SILENT = 8;
  private static final int LONGEST = 140;

  private final List<Job> jobs;

  /**
   * A lot that was run.
   *
   * @param name what it is called
   * @param outcome what came of it
   * @param problems what was wrong with what came in
   */
  public record Job(String name, Outcome outcome, List<Problem> problems) {
    public Job {
      problems = List.copyOf(problems);
    }

    /** One that was run without a window. */
    public static Job of(LotRunner.Ran ran) {
      return new Job(ran.lot().name(), ran.outcome(), ran.problems());
    }
  }

  private MorningSheet(List<Job> jobs) {
    this.jobs = jobs;
  }

  /**
   * The sheet of some lots that were run.
   *
   * @param title its head
   * @param jobs the lots
   * @param events what happened in the folder that they come from; none for a lot by itself
   */
  public static Book of(String title, List<Job> jobs, List<Event> events) {
    return new MorningSheet(List.copyOf(jobs)).book(title, events);
  }

  private Book book(String title, List<Event> events) {
    var sheets = new ArrayList<Sheet>();
    if (!events.isEmpty()) {
      sheets.add(folder(events));
    }
    sheets.add(cameras());
    sheets.add(matched());
    sheets.add(circled());
    sheets.add(withoutSound());
    sheets.add(toLookAt());
    sheets.add(renamed());
    return new Book(title, about(), sheets);
  }

  private Stream<Material> ends() {
    return jobs.stream().map(job -> job.outcome().end());
  }

  private static Sheet sheet(
      String key, String title, List<Column> columns, List<Line> lines, List<String> notes) {
    return new Sheet(key, title, "", columns, lines, -1, notes);
  }

  private List<Book.Fact> about() {
    var about = new ArrayList<Book.Fact>();
    Set<LocalDate> days = new TreeSet<>();
    int papers = 0;
    int recordings = 0;
    int captions = 0;
    int transcripts = 0;
    var files = new ArrayList<String>();
    for (Job job : jobs) {
      Material start = job.outcome().start();
      start.sources().all().forEach(source -> source.recorded().ifPresent(days::add));
      start.documents().forEach(document -> files.add(document.name()));
      papers += start.papers().size();
      recordings +=
          (int) start.recordings().stream().filter(its -> its.first().path().isPresent()).count();
      captions += start.all(Captions.class).size();
      transcripts += start.all(Transcript.class).size();
    }
    if (!days.isEmpty()) {
      about.add(
          new Book.Fact(
              "Recorded",
              days.stream().map(LocalDate::toString).collect(Collectors.joining(", "))));
    }
    var came = new ArrayList<String>();
    came.add(Phrase.count(files.size(), "timeline file") + " (" + String.join(", ", files) + ")");
    came.add(Phrase.count(papers, "paper"));
    if (recordings > 0) {
      came.add(Phrase.count(recordings, "recording"));
    }
    if (captions > 0) {
      came.add(Phrase.count(captions, "caption file"));
    }
    if (transcripts > 0) {
      came.add(Phrase.count(transcripts, "transcript"));
    }
    about.add(new Book.Fact("Came in", String.join(", ", came)));
    List<String> unread =
        jobs.stream()
            .flatMap(job -> job.problems().stream())
            .filter(problem -> problem.severity() == Severity.ERROR)
            .map(Problem::toString)
            .limit(3)
            .toList();
    if (!unread.isEmpty()) {
      about.add(new Book.Fact("Not read", String.join("; ", unread)));
    }
    return about;
  }

  private static Sheet folder(List<Event> events) {
    Map<String, Event> last = new LinkedHashMap<>();
    for (Event event : events) {
      if (event.saysWhatBecame()) {
        last.remove(event.job());
        last.put(event.job(), event);
      }
    }
    return sheet(
        "jobs",
        "Jobs of the watched folder",
        List.of(
            Column.text("at", "At", 10),
            Column.text("job", "Job", 20),
            Column.text("became", "", 60)),
        last.values().stream()
            .map(event ->
                Line.of(
                        List.of(
                            Cell.of(event.at().toString().replace('T', ' ')),
                            Cell.of(event.job()),
                            Cell.of(Phrase.shortened(event.text(), LONGEST))))
                    .withDoubt(event.needsSomebody()))
            .toList(),
        List.of());
  }

  // What came in.

  private static List<Source> pictures(Material material) {
    return material.sources().all().stream().filter(source -> !source.isSound()).toList();
  }

  private Sheet cameras() {
    Map<String, List<Source>> byCamera = new TreeMap<>();
    ends()
        .flatMap(end -> pictures(end).stream())
        .forEach(source ->
            byCamera.computeIfAbsent(source.camera(), _ -> new ArrayList<>()).add(source));
    var lines = new ArrayList<Line>();
    byCamera.forEach((camera, sources) -> {
      Rational seconds = Rational.ZERO;
      long unknown = 0;
      for (Source source : sources) {
        Optional<TimeRange> range = source.range();
        seconds = range.isPresent() ? seconds.plus(range.get().duration().seconds()) : seconds;
        unknown += range.isPresent() ? 0 : 1;
      }
      lines.add(
          Line.of(
              List.of(
                  Cell.of(camera.isEmpty() ? "not known" : camera),
                  Cell.of((long) sources.size()),
                  Cell.of(Rational.of(seconds.rounded(RoundingMode.HALF_UP))),
                  Cell.of(
                      sources.stream()
                          .map(Source::reel)
                          .filter(reel -> !reel.isEmpty())
                          .distinct()
                          .sorted(NaturalOrder::compare)
                          .collect(Collectors.joining(", "))),
                  Cell.of(unknown == 0 ? "" : Phrase.of("length of %s not known", unknown)))));
    });
    return sheet(
        "cameras",
        "Hours by camera",
        List.of(
            Column.text("camera", "Camera", 10),
            Column.sum("clips", "Clips"),
            Column.time("time", "Recorded"),
            Column.text("rolls", "Rolls", 40),
            Column.text("note", "", 20)),
        lines,
        List.of());
  }

  /** Of one lot by its passes, of several a row for each. */
  private Sheet matched() {
    var lines = new ArrayList<Line>();
    for (Job job : jobs) {
      int[] all = new int[4];
      for (Outcome.StepOutcome<?> step : job.outcome().steps()) {
        Tally tally = step.tally();
        if (tally.isEmpty() || step.pass().isLast()) {
          continue;
        }
        int[] its = {tally.settled(), tally.toLookAt(), tally.open(), tally.declined()};
        if (jobs.size() == 1) {
          lines.add(tallied(step.pass().title(), its));
        }
        for (int i = 0; i < all.length; i++) {
          all[i] += its[i];
        }
      }
      if (jobs.size() > 1) {
        lines.add(tallied(job.name(), all));
      }
    }
    return sheet(
        "matched",
        "What became of it",
        List.of(
            Column.text("of", "", 20),
            Column.count("settled", "Settled"),
            Column.count("to_look_at", "To look at"),
            Column.count("open", "Open"),
            Column.count("declined", "Declined")),
        lines,
        List.of());
  }

  private static Line tallied(String of, int[] counts) {
    var cells = new ArrayList<Cell>();
    cells.add(Cell.of(of));
    for (int count : counts) {
      cells.add(Cell.of((long) count));
    }
    return Line.of(cells).withDoubt(counts[1] + counts[2] > 0);
  }

  // Circled takes.

  /** A take with all of its clips. */
  private record Take(String scene, String take, List<PlacedClip> clips, List<Line.Still> stills) {}

  private Sheet circled() {
    Map<String, Take> takes = new LinkedHashMap<>();
    ends()
        .forEach(end -> {
          for (Source source : pictures(end)) {
            PlacedClip first = source.first();
            boolean isCircled =
                first
                    .profile()
                    .text(first.clip(), Field.CIRCLED)
                    .filter("true"::equals)
                    .isPresent();
            if (isCircled) {
              String scene = text(first, Field.SCENE) + text(first, Field.SHOT);
              String take = text(first, Field.TAKE);
              Take its =
                  takes.computeIfAbsent(
                      end.lot() + "\n" + scene + "\n" + take,
                      _ -> new Take(scene, take, new ArrayList<>(), new ArrayList<>()));
              its.clips.add(first);
              still(source, end).ifPresent(its.stills::add);
            }
          }
        });
    List<Line> lines =
        takes.values().stream()
            .sorted(
                Comparator.comparing(Take::scene, NaturalOrder::compare)
                    .thenComparing(Take::take, NaturalOrder::compare))
            .map(MorningSheet::line)
            .toList();
    return sheet(
        "circled",
        "Circled takes, in script order",
        List.of(
            Column.text("scene", "Scene", 8),
            Column.text("take", "Take", 6),
            Column.text("clips", "Clips", 22),
            Column.time("time", "Length"),
            Column.text("notes", "Notes", 50)),
        lines,
        lines.isEmpty() ? List.of("No log speaks of circled takes.") : List.of());
  }

  /** The middle of a take says more than its slate. */
  private static Optional<Line.Still> still(Source source, Material material) {
    return source
        .range()
        .flatMap(range ->
            MediaAtHand.of(material)
                .of(source.id())
                .map(file ->
                    new Line.Still(file, range.duration().seconds().dividedBy(Rational.of(2)))));
  }

  private static Line line(Take take) {
    Rational longest =
        take.clips.stream()
            .flatMap(clip -> clip.clip().trimmedRange().stream())
            .map(TimeRange::duration)
            .map(RationalTime::seconds)
            .max(Comparator.naturalOrder())
            .orElse(Rational.ZERO);
    String notes =
        take.clips.stream()
            .map(clip -> text(clip, Field.NOTES))
            .filter(text -> !text.isEmpty())
            .distinct()
            .collect(Collectors.joining("; "));
    String clips =
        take.clips.stream().map(clip -> clip.clip().name()).collect(Collectors.joining(", "));
    return Line.of(
            List.of(
                Cell.of(take.scene),
                Cell.of(take.take),
                Cell.of(clips),
                new Cell.Time(Rational.of(longest.rounded(RoundingMode.HALF_UP))),
                Cell.of(Phrase.shortened(notes, LONGEST))))
        .withStill(take.stills.stream().findFirst());
  }

  private static String text(PlacedClip clip, Field field) {
    return clip.profile().text(clip.clip(), field).orElse("");
  }

  // What is missing, and what somebody should look at.

  private Sheet withoutSound() {
    var silent = new ArrayList<String>();
    long pictures = 0;
    boolean isSynced = false;
    for (Job job : jobs) {
      Material end = job.outcome().end();
      List<Group> groups =
          end.derive(Group.ALL).stream()
              .filter(group -> group.kind() == Group.Kind.SYNCED)
              .toList();
      if (groups.isEmpty() && end.recordings().isEmpty()) {
        continue;
      }
      isSynced = true;
      Set<String> withSound =
          groups.stream()
              .flatMap(group -> group.sources(end.sources()).stream())
              .collect(Collectors.toSet());
      for (Source source : pictures(end)) {
        pictures++;
        if (!withSound.contains(source.id())) {
          silent.add(source.name());
        }
      }
    }
    List<Line> lines =
        silent.isEmpty()
            ? List.of()
            : List.of(
                Line.of(
                    List.of(
                        Cell.of((long) silent.size()),
                        Cell.of(
                            String.join(
                                    ", ", silent.subList(0, Math.min(MOST_SILENT, silent.size())))
                                + (silent.size() > MOST_SILENT
                                    ? Phrase.of(
                                        " and %s more", Phrase.number(silent.size() - MOST_SILENT))
                                    : "")))));
    return sheet(
        "without_sound",
        "Pictures without separate sound",
        List.of(Column.count("clips", "Clips"), Column.text("names", "", 80)),
        lines,
        List.of(
            isSynced
                ? Phrase.of(
                    "Of %s; whether one was meant to be silent is not known.",
                    Phrase.count((int) pictures, "clip"))
                : "No separate sound came in."));
  }

  private Sheet toLookAt() {
    var lines = new ArrayList<Line>();
    int all = 0;
    for (Job job : jobs) {
      for (Outcome.StepOutcome<?> step : job.outcome().steps()) {
        for (Reviewed<?> each : step.reviewed()) {
          boolean needs =
              switch (each.standing()) {
                case TO_LOOK_AT, OPEN -> true;
                default -> false;
              };
          if (needs && all++ < MOST_TO_LOOK_AT) {
            lines.add(
                Line.of(
                    List.of(
                        Cell.of(jobs.size() > 1 ? job.name() : ""),
                        Cell.of(step.pass().title()),
                        Cell.of(Phrase.shortened(each.finding().title(), 60)),
                        Cell.of(Phrase.shortened(each.reason(), LONGEST)))));
          }
        }
      }
    }
    return sheet(
        "to_look_at",
        "To look at",
        List.of(
            Column.text("job", "Job", 16),
            Column.text("pass", "Where", 12),
            Column.text("what", "What", 26),
            Column.text("why", "Why", 50)),
        lines,
        all > lines.size()
            ? List.of(Phrase.of("And %s more.", Phrase.number(all - lines.size())))
            : List.of());
  }

  private Sheet renamed() {
    var lines = new ArrayList<Line>();
    int all = 0;
    for (Job job : jobs) {
      for (LedgerEntry entry : job.outcome().ledger()) {
        boolean isName =
            entry.property().equals("name")
                // That it is told apart from what came in is no news.
                && !entry.pass().equals("return")
                && !entry.before().isEmpty()
                && !entry.before().equals(entry.after());
        if (isName && all++ < MOST_RENAMED) {
          lines.add(
              Line.of(
                  List.of(
                      Cell.of(plain(entry.before())),
                      Cell.of(plain(entry.after())),
                      Cell.of(Phrase.shortened(entry.reason(), LONGEST)))));
        }
      }
    }
    return sheet(
        "renamed",
        "Renamed",
        List.of(
            Column.text("was", "Was", 22),
            Column.text("is", "Is", 26),
            Column.text("why", "Why", 50)),
        lines,
        all > lines.size()
            ? List.of(
                Phrase.of("And %s more; the ledger has all.", Phrase.number(all - lines.size())))
            : List.of());
  }

  private static String plain(String value) {
    return value.length() > 1 && value.startsWith("\"") && value.endsWith("\"")
        ? value.substring(1, value.length() - 1)
        : value;
  }
}
