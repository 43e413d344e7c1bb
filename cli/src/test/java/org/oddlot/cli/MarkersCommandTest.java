package org.oddlot.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.demo.Demo;

class MarkersCommandTest {
  private static final Pattern OPEN =
      Pattern.compile("\"id\": \"(markers[^\"]*The bell comes too early[^\"]*)\"");

  @TempDir private Path folder;

  @Test
  void whatIsLostIsPutWhereADecisionSays() throws IOException {
    Path lot = Demo.makeScreening(folder.resolve("screening"));
    Path out = Files.createDirectory(folder.resolve("out"));
    Ended looked = Ended.run("run", lot.toString(), "--json");
    assertThat(looked.code()).isEqualTo(1);
    Matcher open = OPEN.matcher(looked.out());
    assertThat(open.find()).isTrue();
    Path decisions =
        Files.writeString(
            folder.resolve("decisions.json"),
            "[{\"finding\": \""
                + open.group(1)
                + "\", \"decision\": \"accept\", \"choices\": [\"at 01:07:24:10\"]}]");
    Ended ran =
        Ended.run("run", lot.toString(), "--decide", decisions.toString(), "--out", out.toString());
    assertThat(ran.out()).contains("3 open").contains("lock 3 (odd lot).otio");
    Path written = out.resolve("lock 3 (odd lot).otio");
    assertThat(Files.readString(written))
        .contains("The bell comes too early (Ines)")
        .doesNotContain("More silence before the bell");
    // The older version did not change, and nothing of it goes out.
    try (var files = Files.list(out)) {
      assertThat(files).containsExactly(written);
    }
  }

  @Test
  void aPlaceThatIsNotInTheCutIsRefused() throws IOException {
    Path lot = Demo.makeScreening(folder.resolve("screening"));
    Matcher open = OPEN.matcher(Ended.run("run", lot.toString(), "--json").out());
    assertThat(open.find()).isTrue();
    Path decisions =
        Files.writeString(
            folder.resolve("decisions.json"),
            "[{\"finding\": \""
                + open.group(1)
                + "\", \"decision\": \"accept\", \"choices\": [\"at 09:00:00:00\"]}]");
    Ended ran = Ended.run("run", lot.toString(), "--decide", decisions.toString());
    assertThat(ran.out() + ran.err()).contains("is no place in Ferry documentary, lock 3");
  }

  @Test
  void markersGoOutAsCaptionsByRecordTimecodeAndComeInAsNotesAgain() throws IOException {
    Path lot = Demo.makeScreening(folder.resolve("screening"));
    Path cut = folder.resolve("screening/lock 2.otio");
    Path notes = folder.resolve("notes.srt");
    Ended written =
        Ended.run("report", cut.toString(), "--kind", "markers", "--out", notes.toString());
    assertThat(written.code()).as(written.err()).isZero();
    String text = Files.readString(notes);
    assertThat(text).contains("01:0").contains(" --> ");
    long lines = text.lines().filter(line -> line.contains("-->")).count();
    Path out = Files.createDirectory(folder.resolve("out"));
    Path other = folder.resolve("screening/lock 3.otio");
    Ended ran =
        Ended.run(
            "run",
            other.toString(),
            notes.toString(),
            "--only",
            "markers",
            "--set",
            "markers.captions=notes.srt",
            "--json",
            "--out",
            out.toString());
    assertThat(lines).isGreaterThan(10);
    assertThat(ran.code()).as(ran.err()).isZero();
    assertThat(Files.readString(other)).doesNotContain("picture locked up to here");
    assertThat(Files.readString(out.resolve("lock 3 (odd lot).otio")))
        .contains("picture locked up to here");
    Ended wrong =
        Ended.run("report", lot.toString(), "--kind", "shots", "--out", folder + "/x.srt");
    assertThat(wrong.err()).contains("Only markers can be written as captions");
    Ended several =
        Ended.run("report", cut.toString(), "--kind", "markers", "--out", notes.toString());
    assertThat(several.err()).contains("is there already");
  }
}
