package org.oddlot.bench;

import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Base64;
import java.util.Random;
import java.util.regex.Pattern;
import org.oddlot.text.Phrase;

/**
 * Makes a large OTIO file such as an editing program exports for a long documentary: one timeline,
 * indented by one space, each clip with its media and about as much metadata again. Seeded: the
 * same bytes each time.
 */
final class LargeTimeline {
  private static final int CLIPS_A_DAY = 400;
  private static final Pattern TWO_SPACES = Pattern.compile("(?<=^|\\G) {2}", Pattern.MULTILINE);

  private final Random random = new Random(1956);
  private final BufferedWriter out;

  private LargeTimeline(BufferedWriter out) {
    this.out = out;
  }

  static void write(Path file, int clips) throws IOException {
    try (var out = Files.newBufferedWriter(file)) {
      new LargeTimeline(out).document(clips);
    }
  }

  /**
   * A timeline and a log.
   *
   * @param timeline of so many clips
   * @param log of a fifth as many rows
   */
  record WithLog(Path timeline, Path log) {

    /** Those in {@code folder}, made where they are not there yet. */
    static WithLog in(Path folder, int clips) throws IOException {
      var files =
          new WithLog(
              folder.resolve("whole-" + clips + ".otio"),
              folder.resolve("whole-" + clips + ".csv"));
      if (!Files.exists(files.log)) {
        write(files.timeline, clips);
        writeLog(files.log, clips);
      }
      return files;
    }
  }

  /** What somebody wrote down about every fifth clip, the pressing of a button late or early. */
  private static void writeLog(Path file, int clips) throws IOException {
    var random = new Random(1957);
    try (var out = Files.newBufferedWriter(file)) {
      out.write("Scene,Take,Camera,TC In,Date,Notes\n");
      for (int i = 0; i < clips; i += 5) {
        long pressed = start(i) + random.nextInt(-9, 10);
        out.write(
            Phrase.of(
                "%d,%d,A,%02d:%02d:%02d:%02d,%s,the rope %d%n",
                1 + i / 9,
                1 + i % 9,
                pressed / 86_400,
                pressed / 1440 % 60,
                pressed / 24 % 60,
                pressed % 24,
                day(i),
                i));
      }
    }
  }

  /** The first frame of a clip: its day begins at eight. */
  private static long start(int i) {
    return 24L * 8 * 3600 + i % CLIPS_A_DAY * 1300L;
  }

  private static LocalDate day(int i) {
    return LocalDate.of(2026, 1, 5).plusDays(i / CLIPS_A_DAY);
  }

  private void document(int clips) throws IOException {
    out.write(
        """
        {
          "OTIO_SCHEMA": "Timeline.1",
          "metadata": {},
          "name": "All selects",
          "global_start_time": null,
          "tracks": {
            "OTIO_SCHEMA": "Stack.1",
            "metadata": {},
            "name": "tracks",
            "source_range": null,
            "effects": [],
            "markers": [],
            "enabled": true,
            "children": [
              {
                "OTIO_SCHEMA": "Track.1",
                "metadata": {},
                "name": "V1",
                "source_range": null,
                "effects": [],
                "markers": [],
                "enabled": true,
                "children": [
        """);
    for (int i = 0; i < clips; i++) {
      clip(i);
      out.write(i + 1 < clips ? ",\n" : "\n");
    }
    out.write(
        """
                ],
                "kind": "Video"
              }
            ]
          }
        }
        """);
  }

  private void clip(int i) throws IOException {
    var opaque = new byte[120];
    random.nextBytes(opaque);
    long start = start(i);
    String name = "A%03dC%03d".formatted(1 + i / CLIPS_A_DAY, 1 + i % CLIPS_A_DAY);
    String clip =
        """
        {
          "OTIO_SCHEMA": "Clip.2",
          "metadata": {
            "practice_desk": {
              "uid": "%s",
              "opaque": "%s",
              "logging": {
                "scene": "%d",
                "take": %d
              }
            }
          },
          "name": "%s",
          "source_range": %s,
          "effects": [],
          "markers": [],
          "enabled": true,
          "media_references": {
            "DEFAULT_MEDIA": {
              "OTIO_SCHEMA": "ExternalReference.1",
              "metadata": {
                "practice_desk": {
                  "shoot": { "day": "%s", "unit": "A", "card": "A%03d" }
                }
              },
              "name": "%s",
              "available_range": %s,
              "available_image_bounds": null,
              "target_url": "media/day1/%s.mov"
            }
          },
          "active_media_reference_key": "DEFAULT_MEDIA"
        }\
        """
            .formatted(
                Long.toHexString(random.nextLong()),
                Base64.getEncoder().encodeToString(opaque),
                1 + i / 9,
                1 + i % 9,
                name,
                range(start + 12, 96).indent(2).strip(),
                day(i),
                1 + i / CLIPS_A_DAY,
                name,
                range(start, 120).indent(6).strip(),
                name);
    out.write(TWO_SPACES.matcher(clip).replaceAll(" ").indent(7).stripTrailing());
  }

  private static String range(long start, long duration) {
    return """
    {
        "OTIO_SCHEMA": "TimeRange.1",
        "duration": {
          "OTIO_SCHEMA": "RationalTime.1",
          "rate": 23.976023976023978,
          "value": %d.0
        },
        "start_time": {
          "OTIO_SCHEMA": "RationalTime.1",
          "rate": 23.976023976023978,
          "value": %d.0
        }
    }\
    """
        .formatted(duration, start);
  }
}
