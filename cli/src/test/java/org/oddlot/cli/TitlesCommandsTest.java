package org.oddlot.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.oddlot.cli.Ended.run;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.demo.Demo;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.practice.desk.DeskReader;

/** Titles on the command line: made in three shapes, listed, changed at once. */
class TitlesCommandsTest {
  @TempDir private Path folder;

  private Path demo = Path.of("");

  @BeforeEach
  void makeDemo() throws IOException {
    demo = folder.resolve("demo");
    Demo.makeTitles(demo);
  }

  private String file(String name) {
    return demo.resolve(name).toString();
  }

  private static int complaints(Path file) {
    return DeskReader.read(file).complaints().size();
  }

  @Test
  void threeShapesInOneCall() throws IOException {
    Path out = folder.resolve("out");
    Ended ended =
        run(
            "run",
            file("ferry-talk.otio"),
            file("ferry-talk.en.srt"),
            "--sheet",
            "titles",
            "--set",
            "titles.shapes=1920x1080,1080x1080@29.97df,1080x1920",
            "--accept",
            "all",
            "--out",
            out.toString(),
            "--json");
    assertThat(ended.code()).as(ended.err()).isZero();
    JsonObject document = ended.json();
    assertThat(document.array("findings")).isEmpty();
    Path written = out.resolve("ferry-talk (odd lot).otio");
    String text = Files.readString(written);
    assertThat(text).contains("Ferry talk 16:9", "Ferry talk 1:1", "Ferry talk 9:16");
    assertThat(complaints(written)).isZero();
    JsonObject listed = run("titles", written.toString(), "--json").json();
    assertThat(listed.array("titles").size()).isEqualTo(3 * 54);
    // What came in is as it was.
    assertThat(Files.readString(demo.resolve("ferry-talk.otio"))).doesNotContain("oddlot.title");
  }

  @Test
  void whatNobodyDecidedIsLeftOutAndTheCallSaysSo() {
    Ended ended = run("run", file("Ferry titles.oddlot"));
    assertThat(ended.code()).isEqualTo(ExitCode.NEEDS_A_PERSON);
    assertThat(ended.out()).contains("Titles", "12 to look at", "too wide", "over another");
  }

  @Test
  void titlesAreListedByWhatTheyAre() {
    Ended words = run("titles", file("harbour-titles.otio"));
    assertThat(words.code()).isZero();
    assertThat(words.out())
        .contains(
            "70 titles", "IBM Plex Serif 42 × 63, IBM Plex Sans 42 × 3", "Harbour Grotesk 42 × 1");
    JsonObject all = run("titles", file("harbour-titles.otio"), "--json").json();
    JsonObject size = (JsonObject) all.object("counts").array("size").getFirst();
    assertThat(size.string("value")).contains("42");
    assertThat(size.whole("count")).contains(67L);
    JsonObject some =
        run(
                "titles",
                file("harbour-titles.otio"),
                "--where",
                "size=>50",
                "--where",
                "colour=#ffffff",
                "--json")
            .json();
    assertThat(some.array("titles")).hasSize(1);
    JsonObject line =
        (JsonObject) ((JsonObject) some.array("titles").getFirst()).array("lines").getFirst();
    assertThat(line.string("font")).contains("IBM Plex Serif");
    assertThat(((JsonNumber) line.get("width").orElseThrow()).decimal().orElseThrow().doubleValue())
        .isBetween(100.0, 900.0);
  }

  @Test
  void aDryRunWritesNothingAndARunOnlyWhatWasSaid() throws IOException {
    Path out = folder.resolve("out");
    List<String> call =
        new ArrayList<>(
            List.of(
                "titles",
                file("harbour-titles.otio"),
                "--where",
                "size=42",
                "--where",
                "font=IBM Plex Serif",
                "--set",
                "size=44",
                "--out",
                out.toString()));
    call.add("--dry-run");
    Ended dry = run(call.toArray(String[]::new));
    assertThat(dry.code()).isZero();
    assertThat(dry.out()).contains("63 titles changed", "size 42 → 44", "a dry run");
    assertThat(out).doesNotExist();
    call.removeLast();
    assertThat(run(call.toArray(String[]::new)).code()).isZero();
    Path written = out.resolve("harbour-titles (odd lot).otio");
    List<String> before = Files.readAllLines(demo.resolve("harbour-titles.otio"));
    List<String> after = new ArrayList<>(Files.readAllLines(written));
    // What Return says of itself is a name, an identity, and where it came from.
    String signed = Files.readString(written, StandardCharsets.UTF_8);
    assertThat(signed).contains("Titles reel (odd lot)");
    long changed = after.stream().filter(line -> line.contains("\"height\": 44")).count();
    assertThat(changed).isEqualTo(63);
    for (String number : List.of("\"tracking\": 42", "\"amount\": 42", "\"value\": 42", "0.42")) {
      assertThat(after.stream().filter(line -> line.contains(number)).count())
          .as(number)
          .isEqualTo(before.stream().filter(line -> line.contains(number)).count());
    }
    after.removeIf(line -> before.contains(line) || line.contains("\"height\": 44"));
    assertThat(after).as("nothing else is new but the signature").hasSizeLessThan(20);
    assertThat(complaints(written)).isZero();
  }

  @Test
  void wrongWordsAreToldWhatWouldBeRight() {
    String reel = file("harbour-titles.otio");
    record Wrong(List<String> arguments, String says) {}
    for (Wrong wrong :
        List.of(
            new Wrong(List.of("--where", "tilt=3"), "titles have no \"tilt\""),
            new Wrong(List.of("--where", "size"), "no PROPERTY=VALUE"),
            new Wrong(List.of("--set", "size=large"), "a number above zero"),
            new Wrong(List.of("--set", "colour=red"), "like #ffd27a"),
            new Wrong(List.of("--set", "track=V9"), "asked for, not set"),
            new Wrong(List.of("--dry-run"), "nothing to change"))) {
      var arguments = new ArrayList<>(List.of("titles", reel));
      arguments.addAll(wrong.arguments());
      Ended ended = run(arguments.toArray(String[]::new));
      assertThat(ended.code()).as(wrong.says()).isEqualTo(ExitCode.WRONG_INPUT);
      assertThat(ended.err()).contains(wrong.says()).doesNotContain("Exception");
    }
    Ended nobody = run("titles", reel, "--where", "size=99", "--set", "size=3");
    assertThat(nobody.code()).isEqualTo(ExitCode.NEEDS_A_PERSON);
    assertThat(nobody.out()).contains("no title matches size 3 where size is 99");
    Ended shapes = run("run", reel, "--set", "titles.shapes=9x9");
    assertThat(shapes.code()).isEqualTo(ExitCode.WRONG_INPUT);
    assertThat(shapes.err()).contains("9 × 9", "16 to 16384");
    assertThat(run("titles", folder.resolve("nothing.otio").toString()).code())
        .isEqualTo(ExitCode.WRONG_INPUT);
  }

  @Test
  void aFontOfTheLotIsMeasuredWith() throws IOException {
    Path font = folder.resolve("own.ttf");
    try (var in =
        org.oddlot.title.Fonts.class.getResourceAsStream("fonts/IBMPlexMono_600SemiBold.ttf")) {
      Files.write(font, java.util.Objects.requireNonNull(in).readAllBytes());
    }
    Ended checked = run("check", font.toString());
    assertThat(checked.code()).isZero();
    assertThat(checked.out()).contains("font", "IBM Plex Mono");
    Path broken = Files.writeString(folder.resolve("broken.otf"), "no font at all");
    Ended refused = run("check", broken.toString());
    assertThat(refused.code()).isEqualTo(ExitCode.WRONG_INPUT);
    assertThat(refused.out()).contains("The font cannot be read");
  }
}
