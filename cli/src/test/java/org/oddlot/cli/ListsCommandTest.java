package org.oddlot.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Edit decision lists through the commands. */
class ListsCommandTest {
  private static final String LIST =
      """
      TITLE: COLOUR HOUSE
      FCM: NON-DROP FRAME

      001  A003R2   V     C        01:02:00:00 01:02:02:00 10:00:00:00 10:00:02:00
      * FROM CLIP NAME:  A003R2_C004
      * ASC_SAT 0.9
      002  THIS LINE IS NOT ONE
      003  B001     AA/V  C        02:00:00:00 02:00:04:00 10:00:02:00 10:00:06:00
      * FROM CLIP NAME:  B001_C001
      """;

  @TempDir private Path folder;

  private String list() throws IOException {
    return Files.writeString(folder.resolve("colour.edl"), LIST).toString();
  }

  private String in(String name) {
    return folder.resolve(name).toString();
  }

  @Test
  void aListBecomesATimelineAndAListAgain() throws IOException {
    Ended ended = Ended.run("convert", list(), in("a.otio"), "--rate", "25");
    assertThat(ended.out()).contains("line 7").contains("everything is carried");
    assertThat(Ended.run("convert", in("a.otio"), in("b.edl")).out())
        .contains("everything is carried");
    assertThat(Files.readString(folder.resolve("b.edl")))
        .contains("001  A003R2   V     C        01:02:00:00 01:02:02:00 10:00:00:00 10:00:02:00")
        .contains("* ASC_SAT 0.9")
        .contains("* NOT UNDERSTOOD: 002  THIS LINE IS NOT ONE")
        .contains("AA/V  C        02:00:00:00 02:00:04:00 10:00:02:00 10:00:06:00");
    assertThat(Ended.run("convert", list(), in("same.edl")).out()).contains("counted at 25");
    assertThat(folder.resolve("same.edl")).hasContent(LIST);
  }

  @Test
  void howAListIsWrittenIsSaidAndLookedAt() throws IOException {
    Ended.run("convert", list(), in("a.otio"), "--rate", "25");
    assertThat(Ended.run("convert", in("a.otio"), in("c.edl"), "--write", "reels=9").err())
        .contains("8, 32, any");
    assertThat(Ended.run("convert", in("a.otio"), in("c.edl"), "--write", "rolls=8").err())
        .contains("has no \"rolls\"; it has: reels");
    assertThat(Ended.run("convert", in("a.otio"), in("c.edl"), "--write", "reels=32").code())
        .isZero();
  }

  @Test
  void furtherTracksAreFurtherFilesAndNoneIsWrittenWhereOneIsThere() throws IOException {
    Path timeline =
        Files.writeString(
            folder.resolve("two.otio"),
            """
            {"OTIO_SCHEMA": "Timeline.1", "name": "two", "metadata": {}, "tracks":
              {"OTIO_SCHEMA": "Stack.1", "children": [%s, %s]}}
            """
                .formatted(track("one"), track("two")));
    Files.writeString(folder.resolve("out V2.edl"), "mine");
    Ended ended = Ended.run("convert", timeline.toString(), in("out.edl"));
    assertThat(ended.err()).contains("out V2.edl is there already");
    assertThat(folder.resolve("out.edl")).doesNotExist();
    Ended.run("convert", timeline.toString(), in("cut.edl"), "--json");
    assertThat(folder.resolve("cut.edl")).content().contains("FROM CLIP NAME:  one");
    assertThat(folder.resolve("cut V2.edl"))
        .content()
        .contains("TITLE: two, V2")
        .contains("001  AX       V     C ")
        .contains("FROM CLIP NAME:  two");
  }

  private static String track(String clip) {
    String time = "{\"OTIO_SCHEMA\": \"RationalTime.1\", \"rate\": 25.0, \"value\": %s}";
    return """
    {"OTIO_SCHEMA": "Track.1", "kind": "Video", "name": "", "children": [
      {"OTIO_SCHEMA": "Clip.2", "name": "%s", "source_range":
        {"OTIO_SCHEMA": "TimeRange.1", "start_time": %s, "duration": %s}}]}
    """
        .formatted(clip, time.formatted("0.0"), time.formatted("48.0"));
  }

  @Test
  void aLogIsMatchedToAListAndWhatAListCannotCarryIsSaid() throws IOException {
    Path log =
        Files.writeString(
            folder.resolve("log.csv"),
            """
            Scene,Take,TC In,TC Out,Notes
            12,1,02:00:00:00,02:00:04:00,the wide one
            12,2,02:10:00:00,02:10:04:00,again
            """);
    Path out = folder.resolve("out");
    Ended ended =
        Ended.run(
            "run", list(), log.toString(), "--read", "colour.edl:rate=25", "--out", out.toString());
    assertThat(ended.out()).contains("not carried: what programs and people noted");
    String written = Files.readString(out.resolve("colour (odd lot).edl"));
    assertThat(written)
        .contains(LIST.substring(LIST.indexOf("001 "), LIST.indexOf("003 ")))
        .contains("003  B001     AA/V  C        02:00:00:00 02:00:04:00 10:00:02:00 10:00:06:00");
  }
}
