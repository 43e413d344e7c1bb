package org.oddlot.bench;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.oddlot.format.otio.OtioReader;
import org.oddlot.format.otio.OtioWriter;
import org.oddlot.format.report.BookFormat;
import org.oddlot.format.report.BookFormats;
import org.oddlot.json.JsonObject;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.problem.Problems;
import org.oddlot.profile.Profiles;
import org.oddlot.report.Books;
import org.oddlot.report.Report;
import org.oddlot.report.Reports;
import org.oddlot.report.ReportsToWrite;
import org.oddlot.sheet.Book;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Line;
import org.oddlot.sheet.Sheet;
import org.oddlot.sheet.Stationery;
import org.oddlot.text.Phrase;
import org.oddlot.time.FilmGauge;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

/**
 * All reports of a large timeline, from its file to a workbook, and a workbook of many rows beside
 * the library's own plain writing of the same cells: {@code ReportsBench DIR [CLIPS] [RUNS]}.
 * Prints the first run, which is cold, and medians.
 */
public final class ReportsBench {
  private static final FrameRate RATE = FrameRate.FPS_25;

  private ReportsBench() {}

  /** Runs the benchmark. */
  public static void main(String[] arguments) throws IOException {
    Path folder = Files.createDirectories(Path.of(arguments[0]));
    int clips = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 100_000;
    int runs = arguments.length > 2 ? Integer.parseInt(arguments[2]) : 5;
    Path file = folder.resolve("cut-" + clips + ".otio");
    if (!Files.exists(file)) {
      try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file), 1 << 16)) {
        OtioWriter.write(cut(clips), out);
      }
    }
    Path target = folder.resolve("reports.xlsx");
    long start = System.nanoTime();
    long rows = all(file, target);
    double cold = (System.nanoTime() - start) / 1e9;
    System.out.print(
        Phrase.of(
            "%,d clips, %.0f MB: read and all %d reports in one workbook, %,d rows, %.0f MB, cold:"
                + " %.2f s; largest heap %d MB%n",
            clips,
            Files.size(file) / 1e6,
            Reports.ALL.size(),
            rows,
            Files.size(target) / 1e6,
            cold,
            Runtime.getRuntime().maxMemory() >> 20));
    Sheet shots = book(material(file), List.of("shots")).sheets().getFirst().withoutEmptyColumns();
    var one = new Book("shots", List.of(), List.of(shots));
    BookFormat xlsx = BookFormats.of("xlsx").orElseThrow();
    double ours = Timing.median(runs, () -> xlsx.write(one, target));
    double plain = Timing.median(runs, () -> plain(shots, folder.resolve("plain.xlsx")));
    System.out.print(
        Phrase.of(
            "%,d rows of %d columns as a workbook: %.2f s; the same cells by the library alone:"
                + " %.2f s; ratio %.2f%n",
            shots.lines().size(), shots.columns().size(), ours, plain, ours / plain));
  }

  private static Material material(Path file) throws IOException {
    return Material.of(
        "lot",
        List.of(
            TimelineFile.of(
                "cut.otio",
                "",
                OtioReader.read(Files.readAllBytes(file), new Problems("cut.otio")).orElseThrow(),
                Profiles.own(),
                List.of())),
        List.of());
  }

  private static Book book(Material material, List<String> kinds) {
    return Books.of(
        material,
        new ReportsToWrite(
            kinds,
            "xlsx",
            "",
            new HashMap<>(),
            FilmGauge.MM_35,
            Optional.empty(),
            "",
            false,
            Stationery.PLAIN));
  }

  private static long all(Path file, Path target) throws IOException {
    Book book = book(material(file), Reports.ALL.stream().map(Report::key).toList());
    BookFormats.of("xlsx").orElseThrow().write(book, target);
    return book.sheets().stream().mapToLong(sheet -> sheet.lines().size()).sum();
  }

  /** The cells and nothing else: no formats, no widths, no sums. */
  private static void plain(Sheet sheet, Path target) throws IOException {
    try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(target), 1 << 16)) {
      var workbook = new Workbook(out, "plain", "0.1");
      Worksheet page = workbook.newWorksheet("shots");
      int row = 0;
      for (Line line : sheet.lines()) {
        for (int i = 0; i < line.cells().size(); i++) {
          switch (line.cells().get(i)) {
            case Cell.Text(String text) -> {
              if (!text.isEmpty()) {
                page.value(row, i, text);
              }
            }
            case Cell.Count(long number) -> page.value(row, i, number);
            case Cell.Time time -> page.value(row, i, time.seconds().toDouble());
            case Cell.Amount number -> page.value(row, i, number.decimal());
            case Cell.Day(java.time.LocalDate day) -> page.value(row, i, day);
          }
        }
        row++;
        if (row % 2_000 == 0) {
          page.flush();
        }
      }
      workbook.finish();
    }
  }

  private static Timeline cut(int clips) {
    var chance = new Random(13);
    var tracks = new ArrayList<Track>();
    int[] shares = {60, 15, 5, 10, 10};
    for (int track = 0; track < shares.length; track++) {
      boolean isSound = track > 2;
      var children = new ArrayList<Composable>();
      for (int i = 0; i < clips * shares[track] / 100; i++) {
        if (track > 0 && i % 3 == 0) {
          children.add(Gap.of(RationalTime.of(40 + chance.nextInt(400), RATE)));
        }
        String name = Phrase.of("%s%03dC%04d", isSound ? "S" : "A", i % 60, i % 900);
        var media =
            new MediaReference.External(
                Origin.made(),
                name,
                "media/" + name + (isSound ? ".wav" : ".mov"),
                Optional.of(TimeRange.of(90_000, 90_000, RATE)),
                JsonObject.EMPTY);
        children.add(
            Clip.of(
                name,
                media,
                Optional.of(
                    TimeRange.of(
                        90_000 + chance.nextInt(60_000), 20 + chance.nextInt(120), RATE))));
      }
      tracks.add(
          Track.of(
              (isSound ? "A" : "V") + (track + 1), isSound ? Track.AUDIO : Track.VIDEO, children));
    }
    return Timeline.of("Cut", Optional.of(RationalTime.of(90_000, RATE)), tracks);
  }
}
