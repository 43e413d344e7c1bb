package org.oddlot.watch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.format.otio.OtioWriter;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.LotRunner;
import org.oddlot.lot.ReadySheet;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.Standing;
import org.oddlot.profile.Field;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.Progress;
import org.oddlot.time.FrameRate;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.TimelineObject;

class WatcherTest {
  private static final FrameRate RATE = FrameRate.FPS_25;
  private static final Clock CLOCK =
      Clock.fixed(Instant.parse("2026-03-15T07:52:10Z"), ZoneOffset.UTC);

  private Clock clock = CLOCK;

  @TempDir private Path folder;
  private Path in;
  private Path out;
  private final List<Event> told = new CopyOnWriteArrayList<>();

  @BeforeEach
  void folders() throws IOException {
    in = Files.createDirectory(folder.resolve("in"));
    out = folder.resolve("out");
  }

  private Watcher watcher() {
    return new Watcher(
        new Watched(
            in,
            out,
            ReadySheet.byId("day").orElseThrow().over(RunSheet.initial()),
            "day",
            Duration.ofMillis(120)),
        new LotRunner(MeasurementStore.none(), Engine.Acceptance.SETTLED),
        clock,
        told::add);
  }

  /** What is told of jobs when all that is there is taken: the kind, the job. */
  private List<String> once() throws IOException {
    told.clear();
    watcher().runOnce();
    return told.stream()
        .filter(event -> !event.job().isEmpty())
        .map(event -> event.kind().word() + " " + event.job())
        .toList();
  }

  private static byte[] timeline(String name, int clips) throws IOException {
    var children = new ArrayList<TimelineObject>();
    for (int i = 0; i < clips; i++) {
      String clip = "A001C%03d".formatted(i);
      JsonObject noted =
          Profiles.own()
              .place(Field.RECORDED)
              .orElseThrow()
              .set(JsonObject.EMPTY, JsonString.of("2026-03-14"));
      children.add(
          Clip.of(
              clip,
              new MediaReference.External(
                  Origin.made(),
                  clip,
                  "media/" + clip + ".mov",
                  Optional.of(TimeRange.of(1_000_000L + 2000L * i, 500, RATE)),
                  noted),
              Optional.empty()));
    }
    var bytes = new ByteArrayOutputStream();
    OtioWriter.write(Bin.of(name, children), bytes);
    return bytes.toByteArray();
  }

  private static String log(int clips, String notes) {
    var rows = new StringBuilder("Clip;Timecode In;Scene;Take;Date;Notes\n");
    for (int i = 0; i < clips; i++) {
      long frame = 1_000_000L + 2000L * i;
      rows.append(
          "A001C%03d;%02d:%02d:%02d:%02d;12;%d;2026-03-14;%s\n"
              .formatted(
                  i, frame / 90_000, frame / 1500 % 60, frame / 25 % 60, frame % 25, i + 1, notes));
    }
    return rows.toString();
  }

  private Path job(String name, String notes) throws IOException {
    Path job = Files.createDirectories(in.resolve(name));
    Files.write(job.resolve("day.otio"), timeline("day", 3));
    Files.writeString(job.resolve("shots.csv"), log(3, notes));
    return job;
  }

  private List<String> written() throws IOException {
    if (!Files.exists(out)) {
      return List.of();
    }
    try (Stream<Path> files = Files.walk(out)) {
      return files
          .map(file -> out.relativize(file).toString().replace('\\', '/'))
          .filter(name -> name.endsWith(".otio"))
          .sorted()
          .toList();
    }
  }

  @Test
  void whatIsCleanIsWrittenOnceHoweverOftenItIsWatched() throws IOException {
    job("day 9", "good");
    Files.write(in.resolve("ten.otio"), timeline("ten", 2));
    Files.writeString(in.resolve("ten, shots.csv"), log(2, "fine"));
    assertThat(once()).containsExactly("written day 9", "written ten");
    assertThat(written()).containsExactly("day 9/day (odd lot).otio", "ten/ten (odd lot).otio");
    assertThat(once()).isEmpty();
    assertThat(written()).hasSize(2);
    assertThat(Files.readAllLines(out.resolve("journal 2026-03-15.txt")))
        .anyMatch(line -> line.matches("07:52:10 {2}day 9: written, \\d+ changes: .*"));
    // The same once more under another name, and with its clock set, is no new work.
    Files.move(in.resolve("day 9"), in.resolve("day 9 again"));
    Files.setLastModifiedTime(
        in.resolve("ten.otio"), java.nio.file.attribute.FileTime.fromMillis(1));
    assertThat(once()).containsExactly("same day 9 again");
    assertThat(written()).hasSize(2);
  }

  @Test
  void whatChangedIsNewAndSaysWhatItReplaces() throws IOException {
    Path job = job("day 9", "good");
    once();
    Files.writeString(job.resolve("shots.csv"), log(3, "better"));
    assertThat(once()).containsExactly("written day 9");
    assertThat(told.get(1).text())
        .contains("day (odd lot) 2.otio; replaces day 9/day (odd lot).otio");
    assertThat(written()).containsExactly("day 9/day (odd lot) 2.otio", "day 9/day (odd lot).otio");
  }

  @Test
  void whatIsHalfOrLacksAPaperWaitsAndGoesOnByItself() throws IOException {
    byte[] whole = timeline("day", 3);
    Path job = Files.createDirectories(in.resolve("day 9"));
    Files.write(job.resolve("day.otio"), Arrays.copyOf(whole, whole.length / 2));
    Files.writeString(job.resolve("shots.csv"), log(3, "good"));
    Files.write(in.resolve("later.otio"), whole);
    Files.writeString(in.resolve("nobody's.csv"), "a;b\n");
    Files.writeString(job.resolve("more.otio.part"), "being written");
    assertThat(once()).containsExactly("waits day 9", "waits later", "waits nobody's.csv");
    assertThat(told)
        .extracting(Event::text)
        .anyMatch(text -> text.contains("not read: day.otio, line"))
        .anyMatch(text -> text.contains("waits for a paper"))
        .anyMatch(text -> text.contains("waits for its timeline file"));
    assertThat(written()).isEmpty();
    Files.write(job.resolve("day.otio"), whole);
    Files.writeString(in.resolve("later.csv"), log(3, "late"));
    assertThat(once()).containsExactly("written day 9", "written later");
  }

  @Test
  void whatIsAnsweredInItsLotIsWritten() throws IOException {
    Path job = job("day 9", "good");
    // A row that fits no clip needs somebody.
    Files.writeString(
        job.resolve("shots.csv"),
        "A009C001;09:09:09:09;99;1;2026-03-14;?\n",
        StandardOpenOption.APPEND);
    assertThat(once()).containsExactly("waits day 9");
    Path lot = out.resolve("waiting/day 9.oddlot");
    Lot waiting = LotFile.open(lot).lot();
    LotRunner.Ran ran =
        new LotRunner(MeasurementStore.none(), Engine.Acceptance.SETTLED)
            .run(LotFile.open(lot), Progress.NONE);
    Answers answers = waiting.answers();
    for (var step : ran.outcome().steps()) {
      for (var each : step.reviewed()) {
        if (each.standing() == Standing.OPEN || each.standing() == Standing.TO_LOOK_AT) {
          answers = answers.with(each.finding().id(), Optional.of(Decision.decline()));
        }
      }
    }
    assertThat(once()).isEmpty();
    LotFile.save(waiting.withAnswers(answers), lot);
    assertThat(once()).containsExactly("written day 9");
    assertThat(lot).doesNotExist();
    assertThat(out.resolve("day 9/day 9.oddlot")).exists();
    assertThat(once()).isEmpty();
  }

  @Test
  void aClockThatIsSetBackChangesNothing() throws IOException {
    job("day 9", "good");
    assertThat(once()).containsExactly("written day 9");
    clock = Clock.offset(CLOCK, Duration.ofDays(-2));
    job("day 10", "later, by an earlier clock");
    assertThat(once()).containsExactly("written day 10");
    assertThat(once()).isEmpty();
    clock = Clock.offset(CLOCK, Duration.ofHours(1));
    assertThat(once()).isEmpty();
    assertThat(out.resolve("journal 2026-03-13.txt")).exists();
    assertThat(written()).hasSize(2);
  }

  @Test
  void whatIsWrittenIntoTheWatchedFolderIsNotTaken() throws IOException {
    out = in.resolve("import");
    job("day 9", "good");
    assertThat(once()).containsExactly("written day 9");
    assertThat(once()).isEmpty();
    assertThat(written()).hasSize(1);
  }

  @Test
  void aProgramThatWasKilledLeavesNothingHalf() throws IOException {
    job("day 9", "good");
    once();
    Path events = out.resolve(".oddlot-watch/events.jsonl");
    Path journal = out.resolve("journal 2026-03-15.txt");
    List<String> lines = Files.readAllLines(events);
    // Killed after the output was written: the event is half, and its line is not there.
    Files.writeString(
        events, String.join("\n", lines.subList(0, 1)) + "\n" + lines.get(1).substring(0, 40));
    Files.writeString(journal, Files.readAllLines(journal).getFirst() + "\n");
    assertThat(once()).containsExactly("written day 9");
    assertThat(written()).hasSize(1);
    assertThat(Journal.of(out)).extracting(Event::kind).contains(Event.Kind.WRITTEN);
    // Killed between the event and its line: the line is written by the next one.
    List<String> all = Files.readAllLines(journal);
    Files.writeString(journal, String.join("\n", all.subList(0, all.size() - 1)) + "\n");
    assertThat(once()).isEmpty();
    assertThat(Files.readAllLines(journal)).containsSubsequence(all);
  }

  /** Runs a watch beside until something is so. */
  private void watching(Watcher watcher, BooleanSupplier first, Runnable then, BooleanSupplier last)
      throws InterruptedException {
    var thread =
        new Thread(() -> {
          try {
            watcher.run();
          } catch (IOException e) {
            throw new UncheckedIOException(e);
          }
        });
    thread.start();
    await(first);
    then.run();
    await(last);
    watcher.stop();
    thread.join(20_000);
    assertThat(thread.isAlive()).isFalse();
  }

  private static void await(BooleanSupplier what) throws InterruptedException {
    for (int i = 0; i < 400 && !what.getAsBoolean(); i++) {
      Thread.sleep(50);
    }
    assertThat(what.getAsBoolean()).isTrue();
  }

  private boolean isTold(Event.Kind kind) {
    return List.copyOf(told).stream().anyMatch(event -> event.kind() == kind);
  }

  @Test
  void aFolderThatIsTakenAwayIsWaitedFor() throws Exception {
    job("day 9", "good");
    Path away = folder.resolve("away");
    watching(
        watcher(),
        () -> isTold(Event.Kind.WRITTEN),
        () -> {
          try {
            Files.move(in, away);
            await(() -> isTold(Event.Kind.AWAY));
            Files.move(away, in);
            await(() -> isTold(Event.Kind.BACK));
            job("day 10", "later");
          } catch (IOException | InterruptedException e) {
            throw new IllegalStateException(e);
          }
        },
        () -> told.stream().filter(event -> event.kind() == Event.Kind.WRITTEN).count() == 2);
    assertThat(written()).hasSize(2);
  }

  @Test
  void aFolderHasOneWatchAndTroubleIsSaidOnce() throws Exception {
    job("day 9", "good");
    Files.createDirectories(out);
    // There is a file where the folder for what is written should be.
    Files.writeString(out.resolve("day 9"), "in the way");
    watching(
        watcher(),
        () -> isTold(Event.Kind.TROUBLE),
        () -> assertThatThrownBy(() -> watcher().run()).hasMessageContaining("another watch"),
        () -> true);
    assertThat(told.stream().filter(event -> event.kind() == Event.Kind.TROUBLE)).hasSize(1);
    Files.delete(out.resolve("day 9"));
    assertThat(once()).containsExactly("written day 9");
  }
}
