package org.oddlot.watch;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ScanTest {
  @TempDir private Path folder;
  private Path in;

  @BeforeEach
  void folders() throws IOException {
    in = Files.createDirectory(folder.resolve("in"));
  }

  private static void put(Path in, String name) throws IOException {
    Path file = in.resolve(name);
    Files.createDirectories(file.getParent());
    Files.writeString(file, name);
  }

  private static List<String> jobs(Scan scan, Path in) throws IOException {
    return scan.look(_ -> false).stream()
        .map(arrival ->
            arrival.name()
                + ": "
                + arrival.files().stream().map(file -> in.relativize(file).toString()).toList()
                + (arrival.hasTimeline() ? "" : " no timeline"))
        .toList();
  }

  @Test
  void papersBelongToTheTimelineWhoseNameTheyBeginWith() throws IOException {
    for (String name :
        List.of(
            "day 1.otio",
            "day 1.csv",
            "Day 1_script.XLSX",
            "day 10.otio",
            "day 10-shots.csv",
            "day 1 second unit.otio",
            "day 1 second unit, log.tsv",
            "day 11.csv",
            "notes.txt",
            "cut.edl",
            "cut.otio")) {
      put(in, name);
    }
    assertThat(jobs(new Scan(in, folder.resolve("out")), in))
        .containsExactlyInAnyOrder(
            "day 1: [day 1.otio, Day 1_script.XLSX, day 1.csv]",
            "day 10: [day 10.otio, day 10-shots.csv]",
            "day 1 second unit: [day 1 second unit.otio, day 1 second unit, log.tsv]",
            "day 11.csv: [day 11.csv] no timeline",
            "notes.txt: [notes.txt] no timeline",
            // The same cut in two formats is two jobs.
            "cut: [cut.edl]",
            "cut.otio: [cut.otio]");
  }

  @Test
  void whatIsUnfinishedHiddenOrOursIsNotSeen() throws IOException {
    for (String name :
        List.of(
            "a/day.otio",
            "a/.day.otio.swp",
            "a/day.csv.part",
            "a/sub/more.csv",
            "a/x.crdownload",
            "a/day (odd lot).otio",
            ".hidden/day.otio",
            "b.otio~",
            "c.tmp",
            "out/job/x.otio",
            "a/out of order/late.csv")) {
      put(in, name);
    }
    Files.createDirectories(in.resolve("empty"));
    assertThat(jobs(new Scan(in, in.resolve("out")), in))
        .containsExactly("a: [a/day.otio, a/out of order/late.csv, a/sub/more.csv]");
    // Where what is written lies deeper within a job, that is left out as well.
    assertThat(jobs(new Scan(in, in.resolve("a/sub")), in).getFirst()).doesNotContain("more.csv");
  }

  @Test
  void aFolderAndATimelineOfOneNameAreTwoJobs() throws IOException {
    put(in, "day/x.otio");
    put(in, "day.otio");
    put(in, "day log.csv");
    assertThat(jobs(new Scan(in, folder.resolve("out")), in))
        .containsExactly("day: [day/x.otio]", "day.otio: [day.otio, day log.csv]");
  }

  /** Every file that is seen is in one job and no other, in whatever order names come. */
  @Property(tries = 60)
  void everyFileIsInOneJob(@ForAll long seed) throws IOException {
    var chance = new Random(seed);
    Path at = Files.createTempDirectory("scan");
    var stems = new ArrayList<>(List.of("a", "a b", "A", "a-b", "ab", "b", "b 2", "b_2", "é", "日"));
    Collections.shuffle(stems, chance);
    var expected = new TreeMap<String, Integer>();
    for (String stem : stems) {
      for (String ending : List.of(".otio", ".csv", " log.csv", "/in.otio", "/in.csv", ".mov")) {
        if (chance.nextInt(3) == 0) {
          try {
            put(at, stem + ending);
            expected.put(stem + ending, 1);
          } catch (IOException e) {
            // A file system that knows no capitals has it already.
          }
        }
      }
    }
    var seen = new TreeMap<String, Integer>();
    for (Arrival arrival : new Scan(at, at.resolve("out")).look(_ -> false)) {
      arrival.files().forEach(file -> seen.merge(at.relativize(file).toString(), 1, Integer::sum));
    }
    assertThat(seen).isEqualTo(expected);
    try (Stream<Path> files = Files.walk(at)) {
      for (Path file : files.sorted(Collections.reverseOrder()).toList()) {
        Files.delete(file);
      }
    }
  }

  @Test
  void ofManyJobsThatAreDoneWhatComesIsSeenAtOnceAndWhatChangesSoon() throws IOException {
    for (int i = 0; i < 80; i++) {
      put(in, "job " + i + "/day.otio");
    }
    var scan = new Scan(in, folder.resolve("out"));
    List<Arrival> first = scan.look(_ -> true);
    assertThat(first).hasSize(80);
    Path job = in.resolve("job 7");
    Files.setLastModifiedTime(job, java.nio.file.attribute.FileTime.fromMillis(1));
    put(in, "job 7/late.csv");
    assertThat(scan.look(_ -> true))
        .filteredOn(arrival -> arrival.name().equals("job 7"))
        .first()
        .extracting(arrival -> arrival.files().size())
        .isEqualTo(2);
    Files.writeString(in.resolve("job 9/day.otio"), "another content");
    boolean isSeen = false;
    for (int look = 0; look < 16; look++) {
      isSeen |=
          scan.look(_ -> true).stream()
              .filter(arrival -> arrival.name().equals("job 9"))
              .anyMatch(arrival -> arrival.stamps().values().iterator().next().size() == 15);
    }
    assertThat(isSeen).isTrue();
  }
}
