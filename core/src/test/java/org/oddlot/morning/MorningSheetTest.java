package org.oddlot.morning;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.oddlot.format.otio.OtioWriter;
import org.oddlot.format.report.BookFormat;
import org.oddlot.format.report.BookFormats;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.LotRunner;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.pass.Engine;
import org.oddlot.profile.Field;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.Progress;
import org.oddlot.sheet.Book;
import org.oddlot.sheet.Sheet;
import org.oddlot.time.FrameRate;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.TimelineObject;

class MorningSheetTest {
  private static JsonObject noted(JsonObject in, Field field, String value) {
    return Profiles.own().place(field).orElseThrow().set(in, JsonString.of(value));
  }

  private static Clip clip(String name, long frames, String scene, String take, boolean circled) {
    JsonObject media = noted(JsonObject.EMPTY, Field.RECORDED, "2026-03-14");
    JsonObject log = noted(JsonObject.EMPTY, Field.SCENE, scene);
    log = noted(log, Field.TAKE, take);
    log = circled ? noted(log, Field.CIRCLED, "true") : log;
    return Clip.of(
            name,
            new MediaReference.External(
                Origin.made(),
                name,
                "media/" + name + ".mov",
                Optional.of(TimeRange.of(1_000_000, frames, FrameRate.FPS_25)),
                media),
            Optional.empty())
        .withMetadata(noted(log, Field.NOTES, "of " + name));
  }

  private static Book book(List<TimelineObject> clips) throws IOException {
    Path file = Files.createTempFile("morning", ".otio");
    var bytes = new ByteArrayOutputStream();
    OtioWriter.write(Bin.of("day", clips), bytes);
    Files.write(file, bytes.toByteArray());
    LotRunner.Ran ran =
        new LotRunner(MeasurementStore.none(), Engine.Acceptance.SETTLED)
            .run(
                new LotFile.Opened(Lot.of(List.of(file)), Optional.empty(), List.of()),
                Progress.NONE);
    Files.delete(file);
    return MorningSheet.of("Morning", List.of(MorningSheet.Job.of(ran)), List.of());
  }

  private static List<String> rows(Book book, String key) {
    Sheet sheet =
        book.sheets().stream().filter(its -> its.key().equals(key)).findFirst().orElseThrow();
    return sheet.lines().stream()
        .map(line -> String.join(" | ", line.cells().stream().map(cell -> cell.text()).toList()))
        .toList();
  }

  @Test
  void circledTakesComeInTheOrderOfTheirScenesWithTheirClipsTogether() throws IOException {
    Book book =
        book(
            List.of(
                clip("A001C001", 250, "12A", "3", true),
                clip("B001C001", 500, "12A", "3", true),
                clip("A001C002", 250, "2", "10", true),
                clip("A001C003", 250, "2", "9", true),
                clip("A001C004", 250, "12", "1", true),
                clip("A001C005", 250, "1", "1", false)));
    assertThat(rows(book, "circled"))
        .containsExactly(
            "2 | 9 | A001C003 | 0:00:10.000 | of A001C003",
            "2 | 10 | A001C002 | 0:00:10.000 | of A001C002",
            "12 | 1 | A001C004 | 0:00:10.000 | of A001C004",
            "12A | 3 | A001C001, B001C001 | 0:00:20.000 | of A001C001; of B001C001");
    for (BookFormat format : BookFormats.BRIEF) {
      var bytes = new ByteArrayOutputStream();
      format.write(book, bytes);
      assertThat(bytes.size()).isGreaterThan(1000);
    }
  }

  /** Hours by camera are those of the clips, one by one. */
  @Property(tries = 30)
  void hoursByCameraAreThoseOfTheClips(@ForAll long seed) throws IOException {
    var chance = new Random(seed);
    var clips = new ArrayList<TimelineObject>();
    var frames = new TreeMap<String, long[]>();
    int count = 1 + chance.nextInt(30);
    for (int i = 0; i < count; i++) {
      String camera = List.of("A", "B", "D").get(chance.nextInt(3));
      long length = 25L * (1 + chance.nextInt(400));
      clips.add(clip("%s%03dC%03d".formatted(camera, 1 + i / 9, i), length, "1", "1", false));
      long[] its = frames.computeIfAbsent(camera, _ -> new long[2]);
      its[0]++;
      its[1] += length / 25;
    }
    List<String> rows = rows(book(clips), "cameras");
    assertThat(rows).hasSize(frames.size());
    int row = 0;
    for (var entry : frames.entrySet()) {
      long seconds = entry.getValue()[1];
      assertThat(rows.get(row++))
          .startsWith(
              "%s | %d | %d:%02d:%02d.000"
                  .formatted(
                      entry.getKey(),
                      entry.getValue()[0],
                      seconds / 3600,
                      seconds / 60 % 60,
                      seconds % 60));
    }
  }
}
