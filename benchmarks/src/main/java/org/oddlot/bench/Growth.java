package org.oddlot.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.IntFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotReader;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Passes;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.RunSheet;
import org.oddlot.progress.Progress;
import org.oddlot.text.Phrase;

/**
 * How the time of each pass grows with what comes in, for lots that are mean: all equal, all near,
 * all in one, one in all: {@code Growth SCRATCH [COUNT] [LIMIT] [SHAPE]}. Each shape is run with
 * COUNT things (500) and with ten times as many; reading, each pass and counting the changes may
 * take LIMIT times as long (12). What takes less than a second and a half with many is not looked
 * at: the virtual machine itself is not steadier than that.
 */
public final class Growth {
  private static final double SMALL_SECONDS = 1.5;
  private static final double MOST_SECONDS = 120;

  private final Path scratch;
  private final int count;
  private final double limit;
  private int failures;

  private Growth(Path scratch, int count, double limit) {
    this.scratch = scratch;
    this.count = count;
    this.limit = limit;
  }

  /** A lot of a shape: the texts of its files by name, and what was said. */
  private record Shape(Map<String, String> files, Answers answers) {
    static Shape of(String... namesAndTexts) {
      var files = new LinkedHashMap<String, String>();
      for (int i = 0; i < namesAndTexts.length; i += 2) {
        files.put(namesAndTexts[i], namesAndTexts[i + 1]);
      }
      return new Shape(files, Answers.NONE);
    }
  }

  /** Runs all shapes, or one; ends with 1 if something grows faster than it may. */
  public static void main(String[] arguments) throws IOException {
    int count = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 500;
    double limit = arguments.length > 2 ? Double.parseDouble(arguments[2]) : 12;
    String only = arguments.length > 3 ? arguments[3] : "";
    var growth = new Growth(Files.createDirectories(Path.of(arguments[0])), count, limit);
    // Once with everything, so that the first shape is not held up by classes that are loaded.
    growth.times(Objects.requireNonNull(shapes().get("takes")), 50);
    for (Map.Entry<String, IntFunction<Shape>> shape : shapes().entrySet()) {
      if (only.isEmpty() || shape.getKey().contains(only)) {
        growth.run(shape.getKey(), shape.getValue());
      }
    }
    System.exit(growth.failures == 0 ? 0 : 1);
  }

  private void run(String name, IntFunction<Shape> shape) throws IOException {
    Map<String, Double> few = times(shape, count);
    Map<String, Double> many = times(shape, 10 * count);
    double all = many.values().stream().mapToDouble(Double::doubleValue).sum();
    String slow =
        many.entrySet().stream()
            .filter(each -> isTooSlow(few.getOrDefault(each.getKey(), 0.0), each.getValue()))
            .map(each ->
                Phrase.of(
                    "%s %.2f s, then %.1f s",
                    each.getKey(), few.getOrDefault(each.getKey(), 0.0), each.getValue()))
            .collect(Collectors.joining("; "));
    if (!slow.isEmpty()) {
      failures++;
    }
    System.out.print(
        Phrase.of(
            "%-20s %8.2f s, most of it %-10s %s%n",
            name,
            all,
            many.entrySet().stream().max(Map.Entry.comparingByValue()).orElseThrow().getKey(),
            slow.isEmpty() ? "ok" : "GROWS: " + slow));
  }

  private boolean isTooSlow(double few, double many) {
    // What is quick with few is measured no better than this.
    return many > SMALL_SECONDS && many > limit * Math.max(few, SMALL_SECONDS / limit);
  }

  /** What takes how long. */
  private Map<String, Double> times(IntFunction<Shape> shape, int many) throws IOException {
    Shape made = shape.apply(many);
    var files = new ArrayList<Path>();
    for (Map.Entry<String, String> file : made.files.entrySet()) {
      files.add(Files.writeString(scratch.resolve(file.getKey()), file.getValue()));
    }
    var watch = new Watch();
    var read = LotReader.read(Lot.of(files), watch);
    RunSheet sheet = RunSheet.initial();
    for (Pass<?> pass : Passes.all()) {
      sheet = sheet.withSwitched(pass.id(), true);
    }
    var outcome = new Engine().run(read.material(), sheet, made.answers, Optional.empty(), watch);
    watch.next("changes");
    outcome.changes();
    watch.next("words");
    for (StepOutcome<?> step : outcome.steps()) {
      for (Reviewed<?> each : step.reviewed()) {
        each.finding().title();
        each.finding().evidence();
      }
    }
    watch.next("end");
    outcome
        .failed()
        .forEach(step -> {
          failures++;
          System.out.println(step.pass().id() + " failed: " + step.fault().orElseThrow());
        });
    for (Path file : files) {
      Files.delete(file);
    }
    return watch.times;
  }

  /** Knows from what the engine says which pass is at work. */
  private static final class Watch implements Progress {
    private final Map<String, String> titles =
        Passes.all().stream().collect(Collectors.toMap(Pass::title, Pass::id));
    private final Map<String, Double> times = new LinkedHashMap<>();
    private String now = "read";
    private long since = System.nanoTime();
    private final long begun = since;

    @Override
    public void at(double fraction, String what) {
      String pass = titles.get(what);
      if (pass != null) {
        next(pass);
      }
    }

    void next(String what) {
      long at = System.nanoTime();
      times.merge(now, (at - since) / 1e9, Double::sum);
      now = what;
      since = at;
    }

    @Override
    public boolean isCancelled() {
      if ((System.nanoTime() - begun) / 1e9 > MOST_SECONDS) {
        throw new IllegalStateException("more than two minutes");
      }
      return false;
    }
  }

  private static Map<String, IntFunction<Shape>> shapes() {
    var shapes = new LinkedHashMap<String, IntFunction<Shape>>();
    shapes.put(
        "takes",
        n ->
            Shape.of(
                "day.otio",
                timeline(n, i -> clip(i, "A" + i, 90_000L + 250L * i, 200)),
                "log.csv",
                log(n, i -> row(i, 90_000L + 250L * i))));
    shapes.put(
        "all at one hour",
        n ->
            Shape.of(
                "day.otio",
                timeline(n, i -> clip(i, "A" + i, 90_000, 200)),
                "log.csv",
                log(n, i -> row(i, 90_000))));
    shapes.put(
        "all equal",
        n ->
            Shape.of(
                "day.otio",
                timeline(n, _ -> clip(1, "A1", 90_000, 200)),
                "log.csv",
                log(n, _ -> row(1, 90_000))));
    shapes.put(
        "rows equal",
        n ->
            Shape.of(
                "day.otio",
                timeline(10, i -> clip(i, "A" + i, 90_000, 200)),
                "log.csv",
                log(n, _ -> row(1, 90_000))));
    shapes.put(
        "clips of one row",
        n ->
            Shape.of(
                "day.otio",
                timeline(n, i -> clip(i, "A" + i, 90_000, 200)),
                "log.csv",
                log(1, _ -> row(1, 90_000))));
    shapes.put(
        "all near",
        n ->
            Shape.of(
                "day.otio",
                timeline(n, i -> clip(i, "A" + i, 90_000L + i % 7, 200)),
                "log.csv",
                log(n, i -> row(i, 90_000L + i % 5))));
    shapes.put(
        "one long clip",
        n ->
            Shape.of(
                "day.otio",
                timeline(1, i -> clip(i, "A" + i, 90_000, 200L * n)),
                "log.csv",
                log(n, i -> row(i, 90_000L + 200L * i))));
    shapes.put(
        "all in one",
        n ->
            Shape.of(
                "day.otio",
                timeline(n, i -> clip(i, "A1", 90_000L + 200L * i, 200)),
                "log.csv",
                log(n, i -> row(1, 90_000L + 200L * i))));
    shapes.put(
        "stacked",
        n ->
            Shape.of(
                "day.otio",
                stacked(n / 5, i -> clip(i, "A" + i, 90_000, 200)),
                "log.csv",
                log(n, i -> row(i, 90_000))));
    shapes.put(
        "stacked in time",
        n ->
            Shape.of(
                "day.otio",
                stacked(n / 5, i -> gap(200L * i) + "," + clip(i, "A" + i, 90_000, 200))));
    shapes.put(
        "sounds",
        n ->
            Shape.of(
                "day.otio",
                sounds(n, i -> clip(i, "S" + i + ".wav", 90_000, 200)),
                "sound.csv",
                soundReport(n)));
    shapes.put(
        "sounds at one hour",
        n ->
            Shape.of(
                "day.otio",
                timeline(
                    track("Video", 10, i -> clip(i, "A" + i, 90_000, 200))
                        + ","
                        + track("Audio", n, i -> clip(i, "S" + i + ".wav", 90_000, 200)))));
    shapes.put("markers", n -> Shape.of("day.otio", marked(n), "notes.csv", notes(n)));
    shapes.put(
        "transitions",
        n ->
            Shape.of(
                "day.otio", timeline(n, i -> clip(i, "A" + i, 90_000, 200) + "," + TRANSITION)));
    shapes.put(
        "one caption",
        n ->
            Shape.of(
                "talk.en.srt",
                "1\n00:00:01,000 --> 00:00:09,000\n" + words(n) + "\n",
                "names.csv",
                names(n / 5)));
    shapes.put(
        "captions at once",
        n -> Shape.of("talk.en.srt", captions(n, _ -> 1000, 1500), "names.csv", names(n / 5)));
    shapes.put(
        "captions",
        n ->
            Shape.of(
                "talk.en.srt",
                captions(n, i -> 1000 + 2000L * i, 1500),
                "talk.nn.srt",
                captions(n, i -> 1100 + 2000L * i, 1500),
                "names.csv",
                names(n / 5),
                "day.otio",
                timeline(n, i -> clip(i, "A" + i, 90_000, 50))));
    shapes.put(
        "captions overlap",
        n -> Shape.of("talk.en.srt", captions(n, i -> 1000 + 10L * i, 100_000)));
    shapes.put(
        "one long word",
        n ->
            Shape.of(
                "talk.en.srt",
                "1\n00:00:01,000 --> 00:00:09,000\n" + "a".repeat(10 * n) + "\n",
                "names.csv",
                "Name,Heard as\n" + "b".repeat(n) + "," + "a".repeat(n) + "\n"));
    shapes.put(
        "one turn",
        n ->
            Shape.of(
                "talk.words.json",
                words(1, n),
                "talk.en.srt",
                captions(n, i -> 1000 + 2000L * i, 1500),
                "names.csv",
                names(n / 5)));
    shapes.put(
        "turns",
        n ->
            Shape.of(
                "talk.words.json",
                words(n, 5),
                "day.otio",
                timeline(n, i -> clip(i, "talk", 50L * i, 50))));
    shapes.put(
        "stars",
        n ->
            Shape.of(
                "day.otio",
                timeline(n, i -> clip(i, "a".repeat(100) + i, 90_000, 200)),
                "licences.csv",
                "Source,Holder,Licence no.,Territory,Until,Price/s\n"
                    + "*a".repeat(40)
                    + "*b,H,1,all,2036-12-31,\"18,00 EUR\"\n"));
    shapes.put(
        "licences",
        n ->
            Shape.of(
                "day.otio",
                timeline(n, i -> clip(i, "OHA-" + i, 90_000, 200)),
                "licences.csv",
                "Source,Holder,Licence no.,Territory,Until,Price/s\n"
                    + lines(n, _ -> "OHA*,H,1,all,2036-12-31,\"18,00 EUR\"")));
    shapes.put(
        "music",
        n ->
            Shape.of(
                "day.otio",
                sounds(n, i -> clip(i, "music" + i + ".wav", 90_000, 200)),
                "music.csv",
                "File,Title,Composer,Publisher,Society,Use\n"
                    + lines(n, i -> "music" + i + ".wav,T,C,P,N,theme")));
    shapes.put(
        "gone answers",
        n ->
            new Shape(
                Shape.of(
                        "day.otio",
                        timeline(10, i -> clip(i, "A" + i, 90_000L + 250L * i, 200)),
                        "log.csv",
                        log(10, i -> row(i, 90_000L + 250L * i)))
                    .files,
                gone(n)));
    shapes.put(
        "two locks",
        n ->
            Shape.of(
                "lock 1.otio",
                timeline(n, i -> clip(i, "A" + i % 3, 90_000, 200)),
                "lock 2.otio",
                timeline(n, i -> clip(i + 1, "A" + (i + 1) % 3, 90_000, 200))));
    shapes.put(
        "two locks, mixed",
        n ->
            Shape.of(
                "lock 1.otio",
                timeline(n, i -> clip(i, "A" + i, 90_000, 200)),
                "lock 2.otio",
                timeline(n, i -> clip(i, "A" + (n - i), 90_000, 200))));
    shapes.put(
        "many logs",
        n -> {
          var files = new LinkedHashMap<String, String>();
          files.put("day.otio", timeline(n, i -> clip(i, "A" + i, 90_000L + 250L * i, 200)));
          for (int i = 0; i < n / 10; i++) {
            files.put("log" + i + ".csv", log(10, k -> row(k, 90_000L + 250L * k)));
          }
          return new Shape(files, Answers.NONE);
        });
    return shapes;
  }

  private static final String TRANSITION =
      "{\"OTIO_SCHEMA\":\"Transition.1\",\"name\":\"\",\"transition_type\":\"SMPTE_Dissolve\","
          + "\"in_offset\":"
          + time(5)
          + ",\"out_offset\":"
          + time(5)
          + "}";

  private static Answers gone(int n) {
    Answers answers = Answers.NONE;
    for (int i = 0; i < n; i++) {
      answers =
          answers.with(FindingId.of("match", "A" + i + ".mov"), Optional.of(Decision.decline()));
    }
    return answers;
  }

  private static String lines(int n, IntFunction<String> line) {
    return IntStream.range(0, n).mapToObj(line).collect(Collectors.joining("\n", "", "\n"));
  }

  private static String log(int n, IntFunction<String> row) {
    return "Scene,Take,Cam,TC In,Date,Notes\n" + lines(n, row);
  }

  private static String row(int i, long start) {
    return (1 + i / 9) + "," + (1 + i % 9) + ",A," + timecode(start) + ",2026-03-15,note " + i;
  }

  private static String soundReport(int n) {
    return "File;Sound roll;Scene;Take;Tr1;Tr2;Notes\n"
        + lines(n, i -> "S" + i + ";R01;31;" + i + ";Plant;Lav;");
  }

  private static String notes(int n) {
    return "TC,Comment,By\n"
        + lines(n, i -> timecode(90_000L + 10) + ",Hold on longer " + i + ",Ines");
  }

  private static String names(int n) {
    return "Name,Heard as,Who\n"
        + lines(n, i -> "Tormod" + letters(i) + ",torment" + letters(i) + ",mate");
  }

  private static String letters(int i) {
    return i == 0 ? "" : letters(i / 26) + (char) ('a' + i % 26);
  }

  private static String words(int n) {
    return IntStream.range(0, n)
        .mapToObj(i -> "word" + letters(i))
        .collect(Collectors.joining(" "));
  }

  private static String words(int turns, int each) {
    return "{\"language\":\"en\",\"turns\":["
        + IntStream.range(0, turns)
            .mapToObj(t ->
                "{\"speaker\":\"A\",\"words\":["
                    + IntStream.range(0, each)
                        .mapToObj(w ->
                            Phrase.of(
                                "{\"text\":\"word%s\",\"start\":%d.0,\"end\":%d.5}",
                                letters(w), (long) t * each + w, (long) t * each + w))
                        .collect(Collectors.joining(","))
                    + "]}")
            .collect(Collectors.joining(","))
        + "]}";
  }

  private static String captions(int n, java.util.function.IntToLongFunction start, long length) {
    return lines(
        n,
        i ->
            Phrase.of(
                "%d\n%s --> %s\nTormod said word%s.\n",
                i + 1,
                clock(start.applyAsLong(i)),
                clock(start.applyAsLong(i) + length),
                letters(i)));
  }

  private static String clock(long millis) {
    return Phrase.of(
        "%02d:%02d:%02d,%03d",
        millis / 3_600_000, millis / 60_000 % 60, millis / 1000 % 60, millis % 1000);
  }

  private static String timecode(long frames) {
    return Phrase.of(
        "%02d:%02d:%02d:%02d",
        frames / 90_000 % 24, frames / 1500 % 60, frames / 25 % 60, frames % 25);
  }

  private static String time(long frames) {
    return "{\"OTIO_SCHEMA\":\"RationalTime.1\",\"rate\":25.0,\"value\":" + frames + ".0}";
  }

  private static String range(long start, long duration) {
    return "{\"OTIO_SCHEMA\":\"TimeRange.1\",\"start_time\":"
        + time(start)
        + ",\"duration\":"
        + time(duration)
        + "}";
  }

  private static String gap(long frames) {
    return "{\"OTIO_SCHEMA\":\"Gap.1\",\"source_range\":" + range(0, frames) + "}";
  }

  private static String clip(int number, String source, long start, long frames) {
    return clip(number, source, start, frames, "");
  }

  private static String clip(int number, String source, long start, long frames, String markers) {
    String url = source.indexOf('.') < 0 ? source + ".mov" : source;
    return "{\"OTIO_SCHEMA\":\"Clip.2\",\"name\":\"clip "
        + number
        + "\",\"markers\":["
        + markers
        + "],\"source_range\":"
        + range(start, frames)
        + ",\"active_media_reference_key\":\"DEFAULT_MEDIA\",\"media_references\":"
        + "{\"DEFAULT_MEDIA\":{\"OTIO_SCHEMA\":\"ExternalReference.1\",\"target_url\":\"media/"
        + url
        + "\",\"available_range\":"
        + range(start, frames)
        + "}}}";
  }

  private static String marked(int n) {
    String markers =
        IntStream.range(0, n)
            .mapToObj(i ->
                "{\"OTIO_SCHEMA\":\"Marker.2\",\"name\":\"m"
                    + i
                    + "\",\"color\":\"RED\",\"marked_range\":"
                    + range(90_010, 1)
                    + "}")
            .collect(Collectors.joining(","));
    return timeline(1, i -> clip(i, "A" + i, 90_000, 200, markers));
  }

  private static String timeline(int n, IntFunction<String> item) {
    return timeline(track("Video", n, item));
  }

  private static String sounds(int n, IntFunction<String> item) {
    return timeline(track("Audio", n, item));
  }

  private static String stacked(int n, IntFunction<String> item) {
    return timeline(
        IntStream.range(0, n)
            .mapToObj(i -> track("Video", 1, _ -> item.apply(i)))
            .collect(Collectors.joining(",")));
  }

  private static String track(String kind, int n, IntFunction<String> item) {
    return "{\"OTIO_SCHEMA\":\"Track.1\",\"kind\":\""
        + kind
        + "\",\"children\":["
        + IntStream.range(0, n).mapToObj(item).collect(Collectors.joining(","))
        + "]}";
  }

  private static String timeline(String tracks) {
    return "{\"OTIO_SCHEMA\":\"Timeline.1\",\"name\":\"Orrin\",\"global_start_time\":"
        + time(90_000)
        + ",\"tracks\":{\"OTIO_SCHEMA\":\"Stack.1\",\"name\":\"tracks\",\"children\":["
        + tracks
        + "]}}";
  }
}
