package org.oddlot.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The program is killed, for real, while it writes. */
class KilledWhileWritingTest {
  @TempDir private Path folder;

  private static String clip(int i) {
    return """
    {"OTIO_SCHEMA":"Clip.2","metadata":{"opaque":"%s"},"name":"A001C%05d","source_range":\
    {"OTIO_SCHEMA":"TimeRange.1","start_time":{"OTIO_SCHEMA":"RationalTime.1","rate":24.0,"value":%d.0},\
    "duration":{"OTIO_SCHEMA":"RationalTime.1","rate":24.0,"value":100.0}},"effects":[],"markers":[],\
    "enabled":true,"media_references":{},"active_media_reference_key":"DEFAULT_MEDIA"}\
    """
        .formatted("QUJD".repeat(1000), i, 864_000 + i * 200);
  }

  private Process start(Path timeline, Path log, Path out) throws IOException {
    return new ProcessBuilder(
            ProcessHandle.current().info().command().orElseThrow(),
            "-cp",
            System.getProperty("java.class.path"),
            "org.oddlot.cli.Main",
            "run",
            timeline.toString(),
            log.toString(),
            "--out",
            out.toString())
        .redirectErrorStream(true)
        .redirectOutput(ProcessBuilder.Redirect.DISCARD)
        .start();
  }

  private static boolean hasPart(Path folder) throws IOException {
    if (!Files.isDirectory(folder)) {
      return false;
    }
    try (var files = Files.newDirectoryStream(folder, ".oddlot-*.part")) {
      return files.iterator().hasNext();
    }
  }

  @Test
  void aKillLeavesTheOldStateAndTheNextRunFinishes() throws IOException, InterruptedException {
    Path timeline = folder.resolve("large.otio");
    try (var writer = Files.newBufferedWriter(timeline)) {
      writer.write(
          "{\"OTIO_SCHEMA\":\"SerializableCollection.1\",\"metadata\":{},\"name\":\"x\",\"children\":[");
      for (int i = 0; i < 20_000; i++) {
        writer.write((i == 0 ? "" : ",\n") + clip(i));
      }
      writer.write("]}");
    }
    Path log = Files.writeString(folder.resolve("log.csv"), "Scene,Take,TC In\n12,1,10:00:00:04\n");
    Path out = folder.resolve("out");
    Path target = out.resolve("large (odd lot).otio");

    Process process = start(timeline, log, out);
    while (process.isAlive() && !hasPart(out)) {
      TimeUnit.MILLISECONDS.sleep(1);
    }
    process.destroyForcibly().waitFor();
    // Killed on the way, there is nothing under the file's name but a whole file.
    boolean cutOff = hasPart(out);
    assertThat(Files.exists(target)).isNotEqualTo(cutOff);
    assertThat(Files.readString(timeline)).endsWith("]}");

    assertThat(start(timeline, log, out).waitFor()).isZero();
    try (var files = Files.list(out)) {
      assertThat(files.toList()).isEqualTo(List.of(target));
    }
    assertThat(Files.readString(target)).contains("\"scene\"").endsWith("]}");
  }
}
