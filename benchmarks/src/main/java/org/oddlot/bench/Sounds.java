package org.oddlot.bench;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.oddlot.format.otio.OtioReader;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Request;
import org.oddlot.pass.sync.SyncPass;
import org.oddlot.problem.Problems;
import org.oddlot.profile.Profiles;
import org.oddlot.sound.BroadcastExtension;
import org.oddlot.sound.MusicTags;
import org.oddlot.sound.SoundFile;
import org.oddlot.sound.WaveWriter;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.SampleTime;

/**
 * Reads the heads of many sound files, beside merely opening them in the same run, and syncs a day
 * of 600 clips and 400 recordings: {@code Sounds DIR [FILES] [RUNS]}. Prints medians.
 */
public final class Sounds {
  private static final int CLIPS = 600;
  private static final int RECORDINGS = 400;

  private Sounds() {}

  private interface Work {
    void run() throws IOException;
  }

  /** Runs the benchmark. */
  public static void main(String[] arguments) throws IOException {
    Path folder = Path.of(arguments[0]);
    int count = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 2000;
    int runs = arguments.length > 2 ? Integer.parseInt(arguments[2]) : 7;
    List<Path> files = files(folder, count);
    double open =
        time(
            runs,
            () -> {
              for (Path file : files) {
                open(file);
              }
            });
    double heads =
        time(
            runs,
            () -> {
              for (Path file : files) {
                var _ = SoundFile.read(file, new Problems("")).orElseThrow();
              }
            });
    System.out.print(
        Phrase.of(
            "%,d sound files: opened and their first 16 KB read in %.3f s, their heads with bext and"
                + " iXML in %.3f s, %.2f x as long%n",
            count, open, heads, heads / open));
    Material day = day();
    day.recordings();
    day.sources();
    double sync = time(runs, () -> new SyncPass().analyse(Request.of(day)));
    System.out.print(
        Phrase.of("%d clips and %d recordings synced in %.3f s%n", CLIPS, RECORDINGS, sync));
  }

  private static double time(int runs, Work work) throws IOException {
    double[] times = new double[runs];
    for (int run = -2; run < runs; run++) {
      long before = System.nanoTime();
      work.run();
      if (run >= 0) {
        times[run] = (System.nanoTime() - before) / 1e9;
      }
    }
    Arrays.sort(times);
    return times[runs / 2];
  }

  /** What cannot be done without: the file is opened and its beginning read. */
  private static void open(Path file) throws IOException {
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
      channel.read(ByteBuffer.allocate(16 << 10), 0);
      // Whatever stands behind the samples is a second read.
      channel.read(ByteBuffer.allocate(16 << 10), Math.max(0, channel.size() - 4096));
    }
  }

  private static List<Path> files(Path folder, int count) throws IOException {
    Files.createDirectories(folder);
    var files = new ArrayList<Path>();
    for (int i = 0; i < count; i++) {
      Path file = folder.resolve(Phrase.of("S%05d.wav", i));
      files.add(file);
      if (Files.exists(file)) {
        continue;
      }
      var xml = new StringBuilder("<BWFXML><SCENE>12A</SCENE><TAKE>3</TAKE><TRACK_LIST>");
      for (int track = 1; track <= 8; track++) {
        xml.append(
            Phrase.of(
                "<TRACK><CHANNEL_INDEX>%d</CHANNEL_INDEX><NAME>Track %d</NAME></TRACK>",
                track, track));
      }
      WaveWriter.of(8, 48_000)
          .with(
              BroadcastExtension.of(
                  "sSCENE=12A", "Bench", LocalDate.of(2026, 3, 14), "10:00:00", 48_000L * 36_000))
          .withIxml(xml.append("</TRACK_LIST></BWFXML>").toString())
          .write(file, 4800, (channel, frame) -> 0);
    }
    return files;
  }

  private static Material day() {
    var otio =
        new StringBuilder(
            "{\"OTIO_SCHEMA\":\"SerializableCollection.1\",\"metadata\":{},\"name\":\"b\",\"children\":[");
    for (int i = 0; i < CLIPS; i++) {
      Matching.clip(otio, i, 24L * (7 * 3600 + i * 60L), "2026-03-14");
    }
    otio.append("]}");
    var root =
        OtioReader.read(otio.toString().getBytes(StandardCharsets.UTF_8), new Problems("b.otio"))
            .orElseThrow();
    var sounds = new ArrayList<SoundFile>();
    for (int i = 0; i < RECORDINGS; i++) {
      sounds.add(sound(i));
    }
    return Material.of(
            "bench",
            List.of(TimelineFile.of("b.otio", "00", root, Profiles.own(), List.of())),
            List.of())
        .with(SoundFile.class, sounds);
  }

  private static SoundFile sound(int index) {
    String name = Phrase.of("S%03d.wav", index);
    return new SoundFile(
        "m/" + name,
        name,
        Optional.empty(),
        1,
        48_000,
        48_000L * 85,
        Optional.of(SampleTime.of(48_000L * (7 * 3600 + index * 90L - 3), 48_000)),
        Optional.of(FrameRate.FPS_24),
        false,
        Optional.of(LocalDate.of(2026, 3, 14)),
        "",
        "",
        "S01",
        "Recorder",
        "",
        "",
        false,
        List.of(new SoundFile.Track(1, "Boom")),
        MusicTags.NONE,
        List.of());
  }
}
