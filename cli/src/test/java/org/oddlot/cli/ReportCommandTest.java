package org.oddlot.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.oddlot.cli.Ended.run;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.demo.Demo;
import org.oddlot.json.JsonObject;
import org.oddlot.media.MovieWriter;
import org.oddlot.report.Report;
import org.oddlot.report.Reports;
import org.oddlot.time.FrameRate;

class ReportCommandTest {
  @TempDir private Path folder;
  private String lot = "";
  private String cut = "";

  @BeforeEach
  void makeDemo() throws IOException {
    lot = Demo.makeDelivery(folder.resolve("demo")).toString();
    cut = folder.resolve("demo/ferry-documentary.otio").toString();
  }

  private static List<JsonObject> rows(Ended ended) {
    return ended.json().array("rows").stream().map(JsonObject.class::cast).toList();
  }

  private static String text(JsonObject row, String key) {
    return row.get(key).orElseThrow().display();
  }

  private static Map<String, JsonObject> by(String key, List<JsonObject> rows) {
    return rows.stream().collect(Collectors.toMap(row -> text(row, key), row -> row));
  }

  @Test
  void everyKindInEveryForm() throws IOException {
    for (Report report : Reports.ALL) {
      for (String form : List.of("xlsx", "csv", "csv-bom", "html", "pdf")) {
        Path out = folder.resolve(report.key() + "-" + form);
        Ended ended =
            run("report", lot, "--kind", report.key(), "--as", form, "--out", out.toString());
        assertThat(ended.code()).isIn(ExitCode.DONE, ExitCode.NEEDS_A_PERSON);
        assertThat(Files.size(out)).isPositive();
      }
      List<JsonObject> rows = rows(run("report", lot, "--kind", report.key(), "--json"));
      assertThat(rows)
          .allSatisfy(row ->
              assertThat(row.members().keySet())
                  .allMatch(key -> report.columns().stream().anyMatch(c -> c.key().equals(key))));
    }
  }

  @Test
  void whatIsOwedUnderEachLicence() {
    Ended ended = run("report", lot, "--kind", "licences", "--json");
    assertThat(ended.code()).isEqualTo(ExitCode.NEEDS_A_PERSON);
    Map<String, JsonObject> licences = by("licence", rows(ended));
    assertThat(licences).hasSize(12);
    JsonObject storm = Objects.requireNonNull(licences.get("2026-118"));
    assertThat(text(storm, "holder")).isEqualTo("Skerry Film Library");
    assertThat(new BigDecimal(text(storm, "over"))).isEqualByComparingTo("3.64");
    assertThat(new BigDecimal(text(storm, "to_pay"))).isEqualByComparingTo("36");
    assertThat(new BigDecimal(text(storm, "amount"))).isEqualByComparingTo("1512");
    assertThat(text(Objects.requireNonNull(licences.get("letter of 3 May")), "why"))
        .isEqualTo("over by 5.0 s");
    assertThat(text(Objects.requireNonNull(licences.get("")), "why")).startsWith("no licence");
    BigDecimal sum =
        licences.values().stream()
            .map(row -> row.get("amount").orElseThrow().display())
            .filter(amount -> !amount.equals("null"))
            .map(BigDecimal::new)
            .reduce(BigDecimal.ZERO, BigDecimal::add);
    assertThat(new BigDecimal(text(ended.json().object("totals"), "amount")))
        .isEqualByComparingTo(sum);
  }

  @Test
  void whatIsSeenOfTheCut() {
    List<JsonObject> shots = rows(run("report", lot, "--kind", "shots", "--json"));
    assertThat(shots).hasSize(308);
    Map<String, Long> standings =
        shots.stream()
            .collect(Collectors.groupingBy(row -> text(row, "visible"), Collectors.counting()));
    assertThat(standings)
        .containsEntry("partly", 4L)
        .containsEntry("unknown", 2L)
        .containsEntry("disabled", 2L)
        .containsEntry("hidden", 1L);
    List<JsonObject> sources =
        rows(
            run(
                "report",
                cut,
                "--kind",
                "sources",
                "--where",
                "source=archive/SKF-0441*",
                "--json"));
    assertThat(sources).hasSize(1);
    JsonObject storm = sources.getFirst();
    long used = Long.parseLong(text(storm, "used_frames"));
    long seen = Long.parseLong(text(storm, "seen_frames"));
    long once = Long.parseLong(text(storm, "once_frames"));
    // 130 frames of it lie under a newsreel.
    assertThat(used - seen).isEqualTo(130);
    assertThat(once).isEqualTo(841);
  }

  @Test
  void theMusicCueSheetJoinsWhatAdjoins() {
    List<JsonObject> cues = rows(run("report", lot, "--kind", "music", "--json"));
    assertThat(cues).hasSize(8);
    assertThat(text(cues.get(3), "title")).isEqualTo("Slow Water");
    assertThat(text(cues.get(3), "pieces")).isEqualTo("2");
    assertThat(text(cues.get(3), "frames")).isEqualTo("1000");
    assertThat(text(cues.get(1), "composer")).isEqualTo("Ivo Brandt; Marit Solvang");
    assertThat(text(cues.get(7), "why")).isEqualTo("no paper says whose it is");
  }

  @Test
  void titlesOfTwoLanguagesRolesMarkersAndTransitions() {
    Map<String, Long> languages =
        rows(run("report", cut, "--kind", "titles", "--json")).stream()
            .collect(Collectors.groupingBy(row -> text(row, "language"), Collectors.counting()));
    assertThat(languages).isEqualTo(Map.of("en", 7L, "nn", 7L));
    assertThat(rows(run("report", cut, "--kind", "transitions", "--json"))).hasSize(3);
    assertThat(rows(run("report", cut, "--kind", "markers", "--json"))).hasSize(26);
    assertThat(by("role", rows(run("report", cut, "--kind", "roles", "--json"))))
        .containsKeys("Dialogue/Inés", "Effects/Harbour", "Music/Left");
    assertThat(rows(run("report", cut, "--kind", "effects", "--where", "kind=speed", "--json")))
        .singleElement()
        .satisfies(row -> assertThat(text(row, "speed")).isEqualTo("0.50"));
  }

  @Test
  void columnsOrderGroupsAndSeveralInOneFile() throws IOException {
    Ended ended =
        run(
            "report",
            cut,
            "--kind",
            "shots",
            "--columns",
            "name,frames",
            "--order",
            "-frames",
            "--where",
            "track=V1",
            "--json");
    List<JsonObject> rows = rows(ended);
    assertThat(rows.getFirst().members().keySet()).containsExactly("name", "frames");
    List<Long> frames = new ArrayList<>();
    rows.forEach(row -> frames.add(Long.parseLong(text(row, "frames"))));
    assertThat(frames).isSortedAccordingTo(java.util.Comparator.reverseOrder());
    Path page = folder.resolve("all.html");
    assertThat(
            run(
                    "report",
                    lot,
                    "--kind",
                    "shots,music",
                    "--by",
                    "shots: reel; music: title",
                    "--out",
                    page.toString())
                .code())
        .isNotEqualTo(ExitCode.WRONG_INPUT);
    assertThat(Files.readString(page)).contains("class=\"group\"", "Slow Water");
    Path all = folder.resolve("all.xlsx");
    run("report", lot, "--kind", "all", "--out", all.toString());
    assertThat(all).exists();
  }

  @Test
  void whatCannotBeIsSaid() throws IOException {
    Path there = Files.writeString(folder.resolve("there.csv"), "mine");
    String[][] calls = {
      {"--kind", "shopping"},
      {"--kind", "shots", "--columns", "weather"},
      {"--kind", "shots", "--where", "nonsense"},
      {"--kind", "shots", "--timeline", "Lock 9"},
      {"--kind", "shots", "--as", "xlsx"},
      {"--kind", "shots", "--out", folder.resolve("a.docx").toString()},
      {"--kind", "shots,music", "--out", folder.resolve("a.csv").toString()},
      {"--kind", "shots", "--out", there.toString()},
      {"--kind", "shots", "--delivery", "tomorrow"},
      {"--kind", "shots", "--date", "tomorrow"}
    };
    for (String[] call : calls) {
      var words = new ArrayList<>(List.of("report", lot));
      words.addAll(List.of(call));
      Ended ended = run(words.toArray(String[]::new));
      assertThat(ended.code()).as(String.join(" ", call)).isEqualTo(ExitCode.WRONG_INPUT);
      assertThat(ended.err()).isNotBlank().doesNotContain("Exception");
    }
    assertThat(there).hasContent("mine");
    Path broken = Files.writeString(folder.resolve("broken.otio"), "{");
    Ended ended = run("report", broken.toString(), "--kind", "shots", "--json");
    assertThat(ended.code()).isEqualTo(ExitCode.WRONG_INPUT);
    assertThat(ended.json().array("problems")).isNotEmpty();
  }

  @Test
  void picturesStandBesideTheRowsWhoseMediaIsAtHand() throws IOException {
    Path talk = Demo.makeTitles(folder.resolve("titles")).resolveSibling("ferry-talk.otio");
    Path page = folder.resolve("shots.html");
    run("report", talk.toString(), "--kind", "shots", "--pictures", "--out", page.toString());
    String written = Files.readString(page);
    int shots = written.split("<tr>", -1).length;
    int pictures = written.split("data:image/png;base64,", -1).length - 1;
    assertThat(pictures).isGreaterThan(20).isLessThanOrEqualTo(shots);
    assertThat(written).contains("Pictures are those of the media");
    // Each is a whole picture.
    String first = written.split("base64,", -1)[1].split("\"", -1)[0];
    var image =
        javax.imageio.ImageIO.read(
            new java.io.ByteArrayInputStream(java.util.Base64.getDecoder().decode(first)));
    assertThat(image.getHeight()).isEqualTo(144);
    Path print = folder.resolve("shots.pdf");
    run("report", talk.toString(), "--kind", "shots", "--pictures", "--out", print.toString());
    try (var document = org.apache.pdfbox.Loader.loadPDF(print.toFile())) {
      int images = 0;
      for (var each : document.getPages()) {
        for (var name : each.getResources().getXObjectNames()) {
          images += each.getResources().isImageXObject(name) ? 1 : 0;
        }
      }
      assertThat(images).isEqualTo(pictures);
    }
    // Without being asked for there are none, nor where no media is.
    Path plain = folder.resolve("plain.html");
    run("report", talk.toString(), "--kind", "shots", "--out", plain.toString());
    assertThat(Files.readString(plain)).doesNotContain("data:image");
    Path none = folder.resolve("none.html");
    run("report", lot, "--kind", "shots", "--pictures", "--out", none.toString());
    assertThat(Files.readString(none)).doesNotContain("data:image");
  }

  @Test
  void aReportOfLicencesWithoutAnyPaperSaysSo() {
    Ended ended = run("report", cut, "--kind", "licences", "--json");
    assertThat(rows(ended)).isEmpty();
    assertThat(ended.json().array("problems").toString())
        .contains("There is no paper of licences among the files");
  }

  /** What a paper does not say by its heads is said with the call. */
  @Test
  void howAPaperIsReadCanBeSaid() throws IOException {
    Path paper =
        Files.writeString(
            folder.resolve("rights.csv"),
            "What;Whose;Price/s;Until\nOHA-0204*;Harbour;20 EUR;03/04/2027\n");
    String[] call = {"report", cut, paper.toString(), "--kind", "licences", "--json"};
    assertThat(run(call).json().array("problems").toString())
        .contains("no column says who has the rights");
    var said = new ArrayList<>(List.of(call));
    for (String each : List.of("column What=material", "column Whose=holder", "dates=day_first")) {
      said.addAll(List.of("--read", "rights.csv:" + each));
    }
    Ended ended = run(said.toArray(String[]::new));
    JsonObject row =
        rows(ended).stream()
            .filter(each -> text(each, "holder").equals("Harbour"))
            .findFirst()
            .orElseThrow();
    assertThat(text(row, "until")).isEqualTo("2027-04-03");
    said.addAll(List.of("--read", "rights.csv:column Nowhere=holder"));
    assertThat(run(said.toArray(String[]::new)).err()).contains("has no column \"Nowhere\"");
  }

  /** Two tracks of a second each: what lies above is a file called {@code other}. */
  private String unknownUnder(String other) throws IOException {
    String track =
        """
        {"OTIO_SCHEMA": "Track.1", "kind": "Video", "children": [
         {"OTIO_SCHEMA": "Clip.2", "name": "MEDIA", "active_media_reference_key": "DEFAULT_MEDIA",
          "source_range": {"OTIO_SCHEMA": "TimeRange.1",
            "start_time": {"OTIO_SCHEMA": "RationalTime.1", "rate": 25, "value": 0},
            "duration": {"OTIO_SCHEMA": "RationalTime.1", "rate": 25, "value": 25}},
          "media_references": {"DEFAULT_MEDIA":
            {"OTIO_SCHEMA": "ExternalReference.1", "target_url": "MEDIA"}}}]}
        """;
    Path file =
        Files.writeString(
            folder.resolve(other + ".otio"),
            "{\"OTIO_SCHEMA\": \"Timeline.1\", \"name\": \"Cut\", \"tracks\": {\"OTIO_SCHEMA\":"
                + " \"Stack.1\", \"children\": ["
                + track.replace("\"MEDIA\"", "\"pier.mov\"")
                + ","
                + track.replace("\"MEDIA\"", "\"" + other + "\"")
                + "]}}");
    List<JsonObject> rows = rows(run("report", file.toString(), "--kind", "sources", "--json"));
    return text(by("name", rows).getOrDefault("pier", rows.getFirst()), "unknown_frames");
  }

  /**
   * A picture whose media is at hand is looked at: whether it has holes, and which shape it has.
   */
  @Test
  void aPictureAtHandIsLookedAt() throws IOException {
    for (String name : List.of("pier.mov", "full.mov")) {
      MovieWriter.write(
          folder.resolve(name),
          FrameRate.of(25),
          25,
          new float[0][],
          48_000,
          Optional.empty(),
          Optional.empty());
    }
    write("holes.mov", 160, 90, BufferedImage.TYPE_INT_ARGB);
    write("upright.mov", 90, 160, BufferedImage.TYPE_INT_RGB);
    assertThat(unknownUnder("full.mov")).isEqualTo("0");
    assertThat(unknownUnder("holes.mov")).isEqualTo("25");
    assertThat(unknownUnder("upright.mov")).isEqualTo("25");
    assertThat(unknownUnder("not there.mov")).isEqualTo("25");
  }

  private void write(String name, int width, int height, int type) throws IOException {
    ImageIO.write(new BufferedImage(width, height, type), "png", folder.resolve(name).toFile());
  }
}
