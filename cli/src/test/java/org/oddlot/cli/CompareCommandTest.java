package org.oddlot.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Versions of a cut, exchanged as lists, and what changed between them. */
class CompareCommandTest {
  private static final String LOCK_2 =
      """
      TITLE: LOCK 2
      FCM: NON-DROP FRAME
      001  A001     V     C        01:00:10:00 01:00:12:00 10:00:00:00 10:00:02:00
      * FROM CLIP NAME: A001C001
      002  A001     V     C        01:04:00:00 01:04:03:00 10:00:02:00 10:00:05:00
      * FROM CLIP NAME: A001C004
      003  A002     V     C        02:00:00:00 02:00:01:00 10:00:05:00 10:00:06:00
      * FROM CLIP NAME: A002C001
      004  A003     V     C        03:00:00:00 03:00:04:00 10:00:06:00 10:00:10:00
      * FROM CLIP NAME: A003C001
      """;

  private static final String LOCK_3 =
      """
      TITLE: LOCK 3
      FCM: NON-DROP FRAME
      001  A001     V     C        01:00:10:00 01:00:12:00 10:00:00:00 10:00:02:00
      * FROM CLIP NAME: A001C001
      002  A001     V     C        01:04:00:12 01:04:03:00 10:00:02:00 10:00:04:13
      * FROM CLIP NAME: A001C004
      003  A003     V     C        03:00:00:00 03:00:04:00 10:00:04:13 10:00:08:13
      * FROM CLIP NAME: A003C001
      004  B001     V     C        04:00:00:00 04:00:01:00 10:00:08:13 10:00:09:13
      * FROM CLIP NAME: B001C009
      """;

  @TempDir private Path folder;

  private String file(String name, String content) throws IOException {
    return Files.writeString(folder.resolve(name), content).toString();
  }

  @Test
  void whatChangedIsToldInTheOrderOfTheNewCut() throws IOException {
    String before = file("lock2.edl", LOCK_2);
    String after = file("lock3.edl", LOCK_3);
    Ended ended = Ended.run("compare", before, after, "--rate", "25");
    assertThat(ended.code()).isZero();
    assertThat(ended.out())
        .containsSubsequence(
            "3 changes, 2 shots the same",
            "A001C004: head −12 f, tail as it was",
            "A002C001: gone, 1 s",
            "B001C009: new, 1 s");
    String json = Ended.run("compare", before, after, "--rate", "25", "--json").out();
    assertThat(json)
        .contains("\"same\": 2")
        .containsSubsequence(
            "\"change\": \"trimmed\"",
            "\"record_in\": \"10:00:02:00\"",
            "\"source_in\": \"01:04:00:00\"",
            "\"source_in\": \"01:04:00:12\"",
            "\"head_frames\": -12",
            "\"tail_frames\": 0");
    assertThat(Ended.run("compare", before, before, "--json").out())
        .contains("\"same\": 4")
        .contains("\"changes\": []");
  }

  @Test
  void theChangesAreWrittenAsAListAndAsATable() throws IOException {
    String before = file("lock2.edl", LOCK_2);
    String after = file("lock3.edl", LOCK_3);
    Path list = folder.resolve("changes.edl");
    Ended.run("compare", before, after, "--rate", "25", "--out", list.toString());
    assertThat(list)
        .content()
        .contains("TITLE: LOCK 3, changes")
        .contains("A001     V     C        01:04:00:12 01:04:03:00 10:00:02:00 10:00:04:13")
        .contains("* TRIMMED: head -12 f, tail as it was (WAS 10:00:02:00)")
        .contains("B001     V     C        04:00:00:00 04:00:01:00 10:00:08:13 10:00:09:13")
        .doesNotContain("A003C001");
    Path table = folder.resolve("changes.csv");
    Ended.run("compare", before, after, "--rate", "25", "--out", table.toString());
    assertThat(table).content().contains("gone").contains("10:00:05:00").contains("B001C009");
    assertThat(Ended.run("compare", before, after, "--out", table.toString()).err())
        .contains("is there already");
    assertThat(Ended.run("compare", before, after, "--out", list + ".docx").err())
        .contains("Use xlsx, csv, html, pdf or edl");
  }

  @Test
  void aFileThatIsNoTimelineIsSaidAndNothingIsWritten() throws IOException {
    String before = file("lock2.edl", LOCK_2);
    String other = file("notes.csv", "Scene,Take\n1,2\n");
    Path out = folder.resolve("changes.xlsx");
    Ended ended = Ended.run("compare", before, other, "--out", out.toString());
    assertThat(ended.code()).isEqualTo(2);
    assertThat(ended.out()).contains("notes.csv").contains("no timeline");
    assertThat(out).doesNotExist();
    Ended named = Ended.run("compare", before, before, "--timeline", "LOCK 9");
    assertThat(named.code()).isEqualTo(2);
    assertThat(named.err()).contains("--timeline");
  }
}
