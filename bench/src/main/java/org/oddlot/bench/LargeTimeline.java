package org.oddlot.bench;

import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.Random;

/**
 * Makes a large OTIO file such as an editing program exports for a long documentary: one timeline,
 * indented by two spaces, each clip with its media and about as much metadata again. Seeded: the
 * same bytes each time.
 */
final class LargeTimeline {
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
    long start = 864_000 + i * 130L;
    String name = "A%03dC%03d".formatted(1 + i / 400, 1 + i % 400);
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
              "metadata": {},
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
                name,
                range(start, 120).indent(6).strip(),
                name);
    out.write(clip.indent(14).stripTrailing());
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
