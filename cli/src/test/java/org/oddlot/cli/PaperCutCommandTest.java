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

class PaperCutCommandTest {
  @TempDir private Path folder;

  private Path lot() throws IOException {
    return Demo.makeInterviews(folder.resolve("interviews"));
  }

  private String written(Ended ran, Path out) throws IOException {
    assertThat(ran.code()).as(ran.err()).isZero();
    try (var files = Files.list(out)) {
      return Files.readString(files.findFirst().orElseThrow());
    }
  }

  private Ended cut(Path lot, Path out, String... more) throws IOException {
    Files.createDirectories(out);
    var arguments =
        new java.util.ArrayList<>(
            java.util.List.of(
                "run", lot.toString(), "--only", "papercut", "--out", out.toString()));
    arguments.addAll(java.util.List.of(more));
    return Ended.run(arguments.toArray(String[]::new));
  }

  @Test
  void theNumbersOfThePrintedPageTypedBackAreTheCut() throws IOException {
    Path lot = lot();
    Path page = folder.resolve("page.csv");
    Ended printed =
        Ended.run(
            "report", lot.toString(), "--kind", "words", "--as", "csv", "--out", page.toString());
    assertThat(printed.code()).isZero();
    String text = Files.readString(page);
    Matcher bell = Pattern.compile("(?m)^[^,\\n]*,(\\d+[a-z]?),.*heard twelve\\.").matcher(text);
    Matcher ice = Pattern.compile("(?m)^[^,\\n]*,(\\d+[a-z]?),.*You hear ice").matcher(text);
    assertThat(bell.find()).isTrue();
    assertThat(ice.find()).isTrue();
    Path out = folder.resolve("out");
    String file =
        written(
            cut(lot, out, "--set", "papercut.numbers=" + bell.group(1) + " " + ice.group(1)), out);
    assertThat(file)
        .contains("\"name\": \"Paper cut (odd lot)\"")
        .contains("Everybody who was not writing heard twelve.")
        .contains("You hear ice before you see it");
    assertThat(file.indexOf("heard twelve")).isLessThan(file.indexOf("You hear ice"));
  }

  @Test
  void aCutOfALotIsMadeByItsWordsAndAgainOnlyWhereItChanged() throws IOException {
    Path lot = lot();
    String saved = Files.readString(lot);
    String instruction =
        "\"instructions\": [{\"id\": \"papercut:hand:1\", \"pass\": \"papercut\", \"words\": [\"cut\","
            + " \"The bell\", \"A010C002.words.json 00:00:00.000 – 00:00:01.000 heard twelve\","
            + " \"3\"]}], ";
    Files.writeString(lot, saved.replaceFirst("\"inputs\"", instruction + "\"inputs\""));
    Path out = folder.resolve("out");
    Ended ran = cut(lot, out);
    // Two words that stand elsewhere than they were said to be are not sure to be the same.
    assertThat(ran.code()).isEqualTo(1);
    assertThat(ran.out()).contains("1 to look at").contains("heard twelve");
    Files.writeString(
        lot,
        saved.replaceFirst(
            "\"inputs\"",
            instruction.replaceFirst("\"A010C002[^\"]*\", ", "\"16\", ") + "\"inputs\""));
    String file = written(cut(lot, folder.resolve("second")), folder.resolve("second"));
    assertThat(file).contains("\"name\": \"The bell (odd lot)\"").contains("Why was it stopped?");
  }

  @Test
  void whatIsTypedWronglyIsSaidAndNothingIsMade() throws IOException {
    Path lot = lot();
    Ended letters = cut(lot, folder.resolve("a"), "--set", "papercut.numbers=seven");
    assertThat(letters.code()).isEqualTo(2);
    assertThat(letters.err()).contains("“seven” is no number of a paragraph");
    Ended beyond = cut(lot, folder.resolve("b"), "--set", "papercut.numbers=99");
    assertThat(beyond.out()).contains("there is no paragraph 99");
    try (var files = Files.list(folder.resolve("b"))) {
      assertThat(files).isEmpty();
    }
  }

  @Test
  void edgesHandlesCameraAndCaptionsAreAsTheyAreSet() throws IOException {
    Path lot = lot();
    String plain =
        written(cut(lot, folder.resolve("a"), "--set", "papercut.numbers=16"), folder.resolve("a"));
    String other =
        written(
            cut(
                lot,
                folder.resolve("b"),
                "--set",
                "papercut.numbers=16",
                "--set",
                "papercut.camera=B",
                "--set",
                "papercut.handles=12",
                "--set",
                "papercut.captions=no"),
            folder.resolve("b"));
    assertThat(plain).contains("\"kind\": \"Caption\"");
    assertThat(other).doesNotContain("\"kind\": \"Caption\"");
    assertThat(length(other)).isEqualTo(length(plain) + 24);
    assertThat(other.substring(other.indexOf("Paper cut (odd lot)"))).contains("B010C002");
    assertThat(plain.substring(plain.indexOf("Paper cut (odd lot)"))).doesNotContain("B010C002");
  }

  /** Frames of the first clip of the cut. */
  private static long length(String file) {
    Matcher duration =
        Pattern.compile(
                "\"source_range\": \\{.*?\"duration\": \\{[^}]*\"value\": ([0-9.]+)",
                Pattern.DOTALL)
            .matcher(file.substring(file.indexOf("Paper cut (odd lot)")));
    assertThat(duration.find()).isTrue();
    return Math.round(Double.parseDouble(duration.group(1)));
  }
}
