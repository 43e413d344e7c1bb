package org.oddlot.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** One timeline of a project, handed on. */
class ExtractCommandTest {
  @TempDir private Path folder;

  private static String clip(String name) {
    return """
    {"OTIO_SCHEMA": "Clip.2", "name": "%s", "metadata": {"keep": 1.50},
     "source_range": {"OTIO_SCHEMA": "TimeRange.1",
       "start_time": {"OTIO_SCHEMA": "RationalTime.1", "rate": 25, "value": 5},
       "duration": {"OTIO_SCHEMA": "RationalTime.1", "rate": 25, "value": 20}},
     "active_media_reference_key": "DEFAULT_MEDIA",
     "media_references": {"DEFAULT_MEDIA": {"OTIO_SCHEMA": "ExternalReference.1",
       "target_url": "rushes/%s.mov", "available_range": {"OTIO_SCHEMA": "TimeRange.1",
         "start_time": {"OTIO_SCHEMA": "RationalTime.1", "rate": 25, "value": 0},
         "duration": {"OTIO_SCHEMA": "RationalTime.1", "rate": 25, "value": 40}}}}}\
    """
        .formatted(name, name);
  }

  private static String timeline(String name, String clip) {
    return """
    {"OTIO_SCHEMA": "Timeline.1", "name": "%s", "tracks": {"OTIO_SCHEMA": "Stack.1",
     "children": [{"OTIO_SCHEMA": "Track.1", "kind": "Video", "children": [%s]}]}}\
    """
        .formatted(name, clip);
  }

  private String project() throws IOException {
    Files.createDirectories(folder.resolve("rushes"));
    Files.writeString(folder.resolve("rushes/pier.mov"), "pictures of a pier");
    return Files.writeString(
            folder.resolve("project.otio"),
            """
            {"OTIO_SCHEMA": "SerializableCollection.1", "name": "project", "extra": [1,2],
             "children": [%s, %s, %s, %s]}
            """
                .formatted(
                    clip("pier"),
                    clip("harbour"),
                    timeline("lock 2", clip("harbour")),
                    timeline("lock 3", clip("pier"))))
        .toString();
  }

  private String in(String name) {
    return folder.resolve(name).toString();
  }

  @Test
  void aTimelineGoesOutWithItsMediaAndNothingElse() throws IOException {
    String project = project();
    Path out = folder.resolve("out/lock 3.otio");
    Files.createDirectories(out.getParent());
    Ended ended =
        Ended.run(
            "extract",
            project,
            "--timeline",
            "lock 3",
            "--handles",
            "24",
            "--out",
            out.toString(),
            "--list",
            in("media.csv"),
            "--copy",
            in("out/media"));
    assertThat(ended.code()).isZero();
    assertThat(ended.out())
        .contains("Kept: 1 timeline, 1 bin, 1 clip")
        .contains("Left out: 1 timeline, 1 clip")
        .contains("less than the handles in 1 use")
        .contains("Copied and verified: 1 file");
    assertThat(out)
        .content()
        .contains("\"extra\": [1,2]")
        .contains("\"metadata\": {\"keep\": 1.50}")
        .contains("media/pier.mov")
        .doesNotContain("harbour");
    assertThat(folder.resolve("out/media/pier.mov")).hasContent("pictures of a pier");
    assertThat(folder.resolve("out/media/ascmhl/ascmhl_chain.xml")).exists();
    assertThat(folder.resolve("media.csv"))
        .content()
        .contains("00:00:00:00,00:00:01:15,40,1,less than the handles in 1 use");
  }

  @Test
  void whatIsMissingIsSaidAndWhatIsWrongIsRefused() throws IOException {
    String project = project();
    Ended missing = Ended.run("extract", project, "--out", in("all.otio"));
    assertThat(missing.code()).isEqualTo(1);
    assertThat(missing.out())
        .contains("Left out: nothing")
        .contains("Not there: rushes/harbour.mov");
    assertThat(folder.resolve("all.otio")).hasSameTextualContentAs(folder.resolve("project.otio"));
    Ended unknown = Ended.run("extract", project, "--timeline", "lock 9", "--out", in("b.otio"));
    assertThat(unknown.code()).isEqualTo(2);
    assertThat(unknown.err()).contains("no timeline “lock 9”").contains("lock 2, lock 3");
    assertThat(Ended.run("extract", project, "--out", in("all.otio")).err())
        .contains("is there already");
    assertThat(Ended.run("extract", project, "--out", in("c.mov")).code()).isEqualTo(2);
  }

  @Test
  void anArchiveTakesAlongOnlyTheMediaThatIsUsed() throws IOException {
    project();
    Path archive = folder.resolve("project.otioz");
    try (var zip = new ZipOutputStream(Files.newOutputStream(archive))) {
      for (String name : List.of("rushes/pier.mov", "rushes/harbour.mov", "notes.txt")) {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(name.getBytes(StandardCharsets.UTF_8));
      }
      zip.putNextEntry(new ZipEntry("content.otio"));
      zip.write(Files.readAllBytes(folder.resolve("project.otio")));
    }
    Path out = folder.resolve("lock 3.otioz");
    Ended.run("extract", archive.toString(), "--timeline", "lock 3", "--out", out.toString());
    try (var zip = new ZipFile(out.toFile())) {
      assertThat(zip.stream().map(ZipEntry::getName))
          .containsExactlyInAnyOrder("rushes/pier.mov", "notes.txt", "content.otio");
    }
  }
}
