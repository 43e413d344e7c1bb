package org.oddlot.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.oddlot.cli.Ended.run;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.TimeZone;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.demo.Demo;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonValue;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.SheetFile;
import org.oddlot.pass.Passes;
import org.oddlot.pass.RunSheet;
import org.oddlot.practice.desk.DeskReader;
import org.oddlot.practice.desk.Item;

class CommandsTest {
  @TempDir private Path folder;
  private String lot = "";
  private String timeline = "";
  private String log = "";

  @BeforeEach
  void makeDemo() throws IOException {
    lot = Demo.make(folder.resolve("demo")).toString();
    timeline = folder.resolve("demo/orrin-day1.otio").toString();
    log = folder.resolve("demo/orrin-day1-shots.csv").toString();
  }

  private String out(String name) {
    return folder.resolve(name).toString();
  }

  @Test
  void runPrintsOneDocumentOfTheDocumentedShape() {
    Ended ended = run("run", lot, "--out", out("o"), "--json");
    assertThat(ended.code()).isEqualTo(ExitCode.NEEDS_A_PERSON);
    JsonObject json = ended.json();
    assertThat(json.members().keySet())
        .containsExactly(
            "lot", "papers", "passes", "findings", "written", "changes", "ledger", "problems");
    assertThat(json.array("passes"))
        .contains(
            JsonValue.parse(
                "{\"pass\":\"match\",\"settled\":64,\"to_look_at\":5,\"open\":2,\"declined\":0}"));
    assertThat(json.array("written")).hasSize(1);
    var written = (JsonObject) json.array("written").getFirst();
    assertThat(Path.of(written.string("file").orElseThrow())).exists();
    assertThat(written.string("sha256").orElseThrow()).hasSize(64);
    assertThat(json.array("ledger"))
        .hasSize(Integer.parseInt(json.get("changes").orElseThrow().display()))
        .allSatisfy(entry ->
            assertThat(((JsonObject) entry).members().keySet())
                .containsExactly(
                    "document", "path", "place", "property", "before", "after", "pass", "reason"));
    assertThat(json.array("findings"))
        .hasSize(8)
        .allSatisfy(finding ->
            assertThat(((JsonObject) finding).string("standing").orElseThrow())
                .isIn("to_look_at", "open"));
  }

  @Test
  void theSameLotGivesTheSameBytesOnAnyMachine() throws IOException {
    run("run", lot, "--out", out("one"));
    Locale locale = Locale.getDefault();
    TimeZone zone = TimeZone.getDefault();
    try {
      // A locale with other digits and another way with dots, on the other side of the earth.
      Locale.setDefault(Locale.forLanguageTag("ar-EG-u-nu-arab"));
      TimeZone.setDefault(TimeZone.getTimeZone("Pacific/Auckland"));
      run("run", lot, "--out", out("two"));
    } finally {
      Locale.setDefault(locale);
      TimeZone.setDefault(zone);
    }
    String name = "orrin-day1 (odd lot).otio";
    assertThat(
            Files.mismatch(
                folder.resolve("one").resolve(name), folder.resolve("two").resolve(name)))
        .isEqualTo(-1);
  }

  @Test
  void filesByThemselvesAreALotThatIsNotKept() {
    Ended settled = run("run", timeline, log, "--out", out("o"), "--json");
    Ended all = run("run", timeline, log, "--out", out("p"), "--accept", "all", "--json");
    assertThat(number(settled, "changes")).isLessThan(number(all, "changes"));
    assertThat(((JsonObject) all.json().array("written").getFirst()).string("file").orElseThrow())
        .endsWith("orrin-day1 (odd lot).otio");
  }

  private static int number(Ended ended, String key) {
    return Integer.parseInt(ended.json().get(key).orElseThrow().display());
  }

  @Test
  void withoutAFolderNothingIsWritten() {
    Ended ended = run("run", lot);
    assertThat(ended.out()).contains("Nothing was written").contains("64 settled");
    assertThat(ended.out()).contains("Match, open: 12C take 1");
  }

  @Test
  void onlySomePassesAndASheetOfTheOwn() throws IOException {
    assertThat(run("run", lot, "--only", "intake,match", "--json").json().array("passes"))
        .hasSize(3);
    // What changed is written, whatever the passes were.
    Ended only = run("run", lot, "--only", "match,tag", "--out", out("only"), "--json");
    assertThat(number(only, "changes")).isGreaterThan(500);
    assertThat(only.json().array("written")).hasSize(1);
    Ended unknown = run("run", lot, "--only", "magic");
    assertThat(unknown.code()).isEqualTo(ExitCode.WRONG_INPUT);
    assertThat(unknown.err()).contains("There is no pass \"magic\"");
    Path sheet = folder.resolve("sheet.yaml");
    SheetFile.save(RunSheet.initial().withSwitched("tag", false), sheet);
    assertThat(number(run("run", lot, "--sheet", sheet.toString(), "--json"), "changes")).isZero();
    Files.writeString(sheet, "passes:\n- intake\n- tag:\n    colour: {a: b}\n");
    Ended wrong = run("run", lot, "--sheet", sheet.toString());
    assertThat(wrong.code()).isEqualTo(ExitCode.WRONG_INPUT);
    assertThat(wrong.err()).contains("sheet.yaml, line 4, column 5");
  }

  @Test
  void aFindingIsAnsweredByAFileAndWhatCannotBeUsedIsRefusedWithItsPlace() throws IOException {
    JsonObject open =
        run("run", lot, "--json").json().array("findings").stream()
            .map(JsonObject.class::cast)
            .filter(finding -> finding.array("choices").size() > 1)
            .findFirst()
            .orElseThrow();
    String id = open.string("id").orElseThrow();
    String choice = ((JsonObject) open.array("choices").getFirst()).string("id").orElseThrow();
    Path file = folder.resolve("decisions.json");
    Files.writeString(
        file,
        """
        [{"finding": "%s", "decision": "accept", "choices": ["%s"]}]
        """
            .formatted(id, choice));
    Ended said = run("run", lot, "--decide", file.toString(), "--json");
    assertThat(said.json().array("findings").toString()).doesNotContain(id);

    for (String wrong :
        List.of(
            "[{\"finding\": \"match:gone\", \"decision\": \"accept\"}]",
            "[{\"finding\": \"%s\", \"decision\": \"accept\", \"choices\": [\"none.mov\"]}]"
                .formatted(id),
            "[{\"finding\": \"%s\", \"decision\": \"perhaps\"}]".formatted(id),
            "{}")) {
      Files.writeString(file, wrong);
      Ended refused =
          run("run", lot, "--decide", file.toString(), "--out", out("refused"), "--json");
      assertThat(refused.code()).isEqualTo(ExitCode.WRONG_INPUT);
      assertThat(refused.err()).contains("decisions.json");
      assertThat(folder.resolve("refused")).doesNotExist();
    }
  }

  @Test
  void aPassIsSetAndAReadySheetTaken() {
    int before = tally(run("run", lot, "--json").json(), "match", "settled");
    JsonObject narrow = run("run", lot, "--set", "match.tolerance=0", "--json").json();
    assertThat(tally(narrow, "match", "settled")).isLessThan(before);
    assertThat(run("run", lot, "--set", "match.tolerance=wide").err())
        .contains("match.tolerance: \"wide\" is not possible here; it takes a whole number");
    assertThat(run("run", lot, "--set", "match.speed=1").err())
        .contains("has no setting \"speed\"");
    assertThat(run("run", lot, "--set", "match").err()).contains("expected PASS.SETTING=VALUE");
    assertThat(run("run", lot, "--sheet", "sound", "--json").json().array("passes"))
        .extracting(pass -> ((JsonObject) pass).string("pass").orElseThrow())
        .containsExactly("intake", "putright", "sync", "roles", "layout", "return");
    assertThat(run("run", lot, "--sheet", "nothing").err())
        .contains("There is no run sheet \"nothing\"");
    Ended listed = run("passes");
    assertThat(listed.out())
        .contains("match.tolerance: ")
        .contains("Second-source sound")
        .contains("timeline file: OpenTimelineIO: .otio");
    assertThat(run("passes", "--json").json().array("passes")).hasSize(Passes.all().size());
    assertThat(run("run", lot, "--verbose").out()).contains("match:").contains("log: ");
  }

  @Test
  void whatALotSaysOfWhatIsGoneIsSaidAndStays() throws IOException {
    Path file = Path.of(lot);
    Files.writeString(
        file,
        Files.readString(file)
            .replace(
                "\"decisions\": {",
                """
                "decisions": {
                  "match:gone": {"verdict": "accepted"},
                  "roles:x": {"verdict": "perhaps"}
                """));
    Ended ended = run("run", lot, "--json");
    assertThat(ended.json().array("problems"))
        .extracting(problem -> ((JsonObject) problem).string("place").orElseThrow())
        .hasSize(2)
        .allMatch(place -> place.startsWith("line "));
  }

  @Test
  void twoFilesOfOneNameAndOfTheSameBytesAreEachWritten() throws IOException {
    for (String day : List.of("one", "two")) {
      Files.createDirectories(folder.resolve(day));
      Files.copy(Path.of(timeline), folder.resolve(day).resolve("orrin-day1.otio"));
    }
    Ended ended =
        run(
            "run",
            folder.resolve("one/orrin-day1.otio").toString(),
            folder.resolve("two/orrin-day1.otio").toString(),
            log,
            "--accept",
            "all",
            "--out",
            out("both"),
            "--json");
    assertThat(ended.json().array("written"))
        .extracting(file -> Path.of(((JsonObject) file).string("file").orElseThrow()).getFileName())
        .extracting(Path::toString)
        .containsExactly("orrin-day1 (odd lot).otio", "orrin-day1 (odd lot) 2.otio");
  }

  @Test
  void badInputsAreNamedAndTheRestIsDone() throws IOException {
    Path broken = Files.writeString(folder.resolve("broken.otio"), "{\"OTIO_SCHEMA\":");
    Ended ended = run("run", timeline, log, broken.toString(), "--out", out("o"), "--json");
    assertThat(ended.json().array("written")).hasSize(1);
    assertThat(ended.json().array("problems"))
        .anySatisfy(problem -> {
          var object = (JsonObject) problem;
          assertThat(object.string("file")).contains("broken.otio");
          assertThat(object.string("severity")).contains("error");
          assertThat(object.string("message").orElseThrow()).contains("not valid JSON");
          assertThat(object.string("place").orElseThrow()).isEqualTo("line 1, column 16");
        });
    Ended alone = run("run", broken.toString(), "--out", out("p"), "--json");
    assertThat(alone.code()).isEqualTo(ExitCode.WRONG_INPUT);
    assertThat(folder.resolve("p")).doesNotExist();
    assertThat(run("run", out("gone.oddlot")).code()).isEqualTo(ExitCode.WRONG_INPUT);
  }

  @Test
  void checkCountsAndSaysWhatIsWrong() throws IOException {
    Ended good = run("check", timeline, log, "--json");
    assertThat(good.code()).isEqualTo(ExitCode.DONE);
    assertThat(good.json().array("files").getFirst())
        .isEqualTo(
            JsonValue.parse(
                """
                {"file": "%s", "format": "OpenTimelineIO", "what": "timeline file",
                 "contents": "1 timeline, 91 clips", "timelines": 1, "bins": 4, "clips": 91,
                 "markers": 0, "entries": 0, "problems": []}\
                """
                    .formatted(timeline)));
    Path bad = Files.writeString(folder.resolve("bad.csv"), "Scene,Take,TC In\n1,1,noon\n");
    Ended doubtful = run("check", bad.toString());
    assertThat(doubtful.code()).isEqualTo(ExitCode.NEEDS_A_PERSON);
    assertThat(doubtful.out()).contains("bad.csv, row 2: \"noon\" is not a timecode.");
    assertThat(run("check", out("none.otio")).code()).isEqualTo(ExitCode.WRONG_INPUT);
  }

  @Test
  void convertIsToTheByteAndNeverOverAFile() throws IOException {
    assertThat(run("convert", timeline, out("copy.otio")).code()).isZero();
    assertThat(Files.mismatch(Path.of(timeline), folder.resolve("copy.otio"))).isEqualTo(-1);
    Ended again = run("convert", timeline, out("copy.otio"));
    assertThat(again.code()).isEqualTo(ExitCode.WRONG_INPUT);
    assertThat(again.err()).contains("is there already");
    assertThat(run("convert", timeline, out("packed.otioz"), "--json").json().array("lost"))
        .isEmpty();
    assertThat(run("convert", out("packed.otioz"), out("unpacked.otio")).code()).isZero();
    assertThat(Files.mismatch(Path.of(timeline), folder.resolve("unpacked.otio"))).isEqualTo(-1);
    assertThat(run("convert", timeline, out("copy.mov")).err())
        .contains("Cannot write \".mov\". Use one of .otio");
    Path broken = Files.writeString(folder.resolve("broken.otio"), "[]");
    assertThat(run("convert", broken.toString(), out("x.otio")).code())
        .isEqualTo(ExitCode.WRONG_INPUT);
    assertThat(folder.resolve("x.otio")).doesNotExist();
  }

  @Test
  void practiceDeskShowsWhatItTookInAndExports() throws IOException {
    Ended shown = run("practice", "desk", "import", timeline, "--json");
    assertThat(shown.code()).isZero();
    assertThat(shown.json().array("clips")).hasSize(91);
    assertThat(run("practice", "desk", "export", timeline, out("again.otio")).code()).isZero();
    assertThat(run("practice", "desk", "import", out("again.otio")).out())
        .contains("Taken in without a warning");
    Path broken = Files.writeString(folder.resolve("broken.otio"), "{\"OTIO_SCHEMA\":\"Clip.2\"}");
    assertThat(run("practice", "desk", "import", broken.toString()).code())
        .isEqualTo(ExitCode.NEEDS_A_PERSON);
    assertThat(run("practice", "desk", "import", out("gone.otio")).code())
        .isEqualTo(ExitCode.WRONG_INPUT);
  }

  @Test
  void makeDemoSaysWhereItIs() {
    assertThat(run("make-demo", out("d"), "--json").json().string("lot").orElseThrow())
        .endsWith("Orrin day 1.oddlot");
  }

  @Test
  void awrongCallIsSaidAndHelpIsThere() {
    assertThat(run().code()).isEqualTo(ExitCode.WRONG_INPUT);
    assertThat(run("nonsense").code()).isEqualTo(ExitCode.WRONG_INPUT);
    assertThat(run("run").err()).contains("Missing required parameter");
    for (String command : List.of("check", "run", "convert", "make-demo", "practice")) {
      assertThat(run(command, "--help").out()).contains("Usage: oddlot " + command);
    }
    assertThat(run("practice").err()).contains("Say which one");
  }

  @Test
  void aLogInAnotherCharsetWithAnotherSeparatorGivesTheSame() throws IOException {
    String csv = Files.readString(Path.of(log));
    Path latin = folder.resolve("latin.csv");
    // Semicolons and the usual charset of spreadsheets; commas within quotation marks stay.
    String semicolons =
        csv.replace("; ", "/")
            .replaceAll(",(?=(?:[^\"]*\"[^\"]*\")*[^\"]*$)", ";")
            .replace("/", ", ");
    Files.write(latin, semicolons.getBytes(StandardCharsets.ISO_8859_1));
    assertThat(run("run", timeline, latin.toString(), "--json").json().array("passes"))
        .isEqualTo(run("run", timeline, log, "--json").json().array("passes"));
  }

  @Test
  void aBundleGoesThroughWithItsMedia() throws IOException {
    byte[] media = new byte[100_000];
    new java.util.Random(7).nextBytes(media);
    Path bundle = folder.resolve("day.otioz");
    try (var zip = new java.util.zip.ZipOutputStream(Files.newOutputStream(bundle))) {
      zip.putNextEntry(new java.util.zip.ZipEntry("content.otio"));
      zip.write(Files.readAllBytes(Path.of(timeline)));
      zip.putNextEntry(new java.util.zip.ZipEntry("media/A001C001.mov"));
      zip.write(media);
    }
    byte[] before = Files.readAllBytes(bundle);
    Ended ended = run("run", bundle.toString(), log, "--out", out("o"), "--json");
    assertThat(ended.json().array("written")).hasSize(1);
    assertThat(Files.readAllBytes(bundle)).isEqualTo(before);
    Path written = folder.resolve("o/day (odd lot).otioz");
    try (var zip = new java.util.zip.ZipFile(written.toFile())) {
      assertThat(zip.getInputStream(zip.getEntry("media/A001C001.mov")).readAllBytes())
          .isEqualTo(media);
    }
    assertThat(run("convert", written.toString(), out("inside.otio")).code()).isZero();
    run("run", timeline, log, "--out", out("plain"));
    // The bundle's clips get what the bare file's get.
    List<Item.Clip> bundled = DeskReader.read(folder.resolve("inside.otio")).clips();
    List<Item.Clip> bare =
        DeskReader.read(folder.resolve("plain/orrin-day1 (odd lot).otio")).clips();
    assertThat(bundled)
        .extracting(Item.Clip::slate)
        .isEqualTo(bare.stream().map(Item.Clip::slate).toList());
    assertThat(bundled)
        .extracting(Item.Clip::flags)
        .isEqualTo(bare.stream().map(Item.Clip::flags).toList());
    assertThat(bundled).anyMatch(clip -> clip.slate().print());
  }

  @Test
  void whatIsToLookAtIsAppliedOnlyIfAskedForAndIsSettledThen() throws IOException {
    JsonObject safe = run("run", lot, "--out", out("o1"), "--json").json();
    JsonObject all = run("run", lot, "--accept", "all", "--out", out("o2"), "--json").json();
    assertThat(tally(safe, "match", "to_look_at")).isPositive();
    assertThat(tally(all, "match", "to_look_at")).isLessThan(tally(safe, "match", "to_look_at"));
    assertThat(tally(all, "match", "settled")).isGreaterThan(tally(safe, "match", "settled"));
    assertThat(all.array("ledger").size()).isGreaterThan(safe.array("ledger").size());
    // It was said for this once: the lot itself is as it was.
    assertThat(LotFile.open(Path.of(lot)).lot().answers().decisions()).isEmpty();
  }

  @Test
  void filesOfAnyKindByThemselvesAreRunTogether() throws IOException {
    Path day = folder.resolve("two");
    Demo.makeDayTwo(day);
    Path moved = folder.resolve("notes.json");
    Files.writeString(
        moved,
        """
        {"date": "2026-03-15", "entries": [
          {"clip": "D001C001", "scene": "99", "take": 1, "notes": "from the air"},
          {"clip": "X001C001", "scene": "99", "take": 2}]}
        """);
    Ended ended =
        run(
            "run",
            day.resolve("orrin-day2.otio").toString(),
            day.resolve("orrin-day2-camera-b.csv").toString(),
            moved.toString(),
            "--out",
            out("o"),
            "--accept",
            "settled",
            "--json");
    assertThat(ended.json().array("written")).hasSize(1);
    assertThat(tally(ended.json(), "intake", "settled")).isEqualTo(3);
    assertThat(ended.json().array("findings").toString())
        .contains("no clip is called X001C001")
        .contains("the log says 25 fps, the clips are 23.976. 30 of 30 entries match");
    assertThat(ended.json().array("ledger").toString()).contains("from the air");
    Ended checked = run("check", day.resolve("orrin-day2-script.xlsx").toString(), "--json");
    JsonObject file = (JsonObject) checked.json().array("files").getFirst();
    assertThat(file.string("format").orElseThrow()).isEqualTo("Spreadsheet");
    assertThat(((JsonNumber) file.get("entries").orElseThrow()).spelling()).isEqualTo("84");
  }

  @Test
  void aFileThatIsNotThereEndsTheCallUnlessItIsAskedToGoOn() {
    String cut = folder.resolve("demo/orrin-day1.otio").toString();
    String log = folder.resolve("demo/orrin-day1-shots.csv").toString();
    for (List<String> call :
        List.of(
            List.of("run", cut, log, "gone.csv", "--out", out("none")),
            List.of("report", cut, "gone.csv", "--kind", "shots", "--out", out("none.csv")),
            List.of("titles", cut, "gone.csv"))) {
      assertThat(run(call.toArray(String[]::new)).code()).as("%s", call).isEqualTo(2);
    }
    assertThat(folder.resolve("none")).doesNotExist();
    assertThat(folder.resolve("none.csv")).doesNotExist();
    Ended gone = run("run", cut, log, "gone.csv", "--keep-going", "--out", out("some"), "--json");
    assertThat(gone.code()).isEqualTo(ExitCode.NEEDS_A_PERSON);
    assertThat(gone.json().array("written")).hasSize(1);
    assertThat(gone.json().array("problems").toString()).contains("gone.csv");
  }

  @Test
  void whatACallSaysIsKeptAsALot() throws IOException {
    String cut = folder.resolve("demo/orrin-day1.otio").toString();
    String log = folder.resolve("demo/orrin-day1-shots.csv").toString();
    String kept = out("kept.oddlot");
    Ended said = run("run", cut, log, "--set", "match.tolerance=12", "--save", kept, "--json");
    Ended again = run("run", kept, "--json");
    assertThat(again.json().get("findings")).isEqualTo(said.json().get("findings"));
    assertThat(again.json().get("changes")).isEqualTo(said.json().get("changes"));
    assertThat(run("run", cut, "--save", kept).err()).contains("is there already");
    // Without a folder it is told what would be written, and what was written is no input.
    assertThat(run("run", kept).out()).contains("would write orrin-day1 (odd lot).otio");
    run("run", cut, log, "--out", out("demo"));
    assertThat(folder.resolve("demo/orrin-day1 (odd lot).otio")).exists();
    assertThat(run("check", out("demo")).out())
        .doesNotContain("(odd lot).otio: ")
        .contains(
            "demo: Left out, as written by Odd Lot before: Orrin day 1.oddlot, orrin-day1 (odd"
                + " lot).otio.");
    assertThat(run("run", "--sett", "x").err())
        .isEqualToIgnoringNewLines(
            "oddlot run: Unknown option: '--sett'Possible solutions: --set"
                + "See oddlot run --help.");
    assertThat(OddLot.run(new String[] {"help", "run"}, List.of())).isZero();
  }

  private static int tally(JsonObject document, String pass, String what) {
    return document.array("passes").stream()
        .map(JsonObject.class::cast)
        .filter(one -> one.string("pass").orElseThrow().equals(pass))
        .mapToInt(one -> Integer.parseInt(((JsonNumber) one.get(what).orElseThrow()).spelling()))
        .sum();
  }

  @Test
  void practiceSlateWritesALogThatIsReadLikeAny() throws IOException {
    Path script = Files.writeString(folder.resolve("s.txt"), "10:14:07.5 take 77 4 A\n");
    String[] set = {
      "practice", "slate", "--script", script.toString(), "--date", "2026-03-14", "--rate", "24"
    };
    assertThat(run(with(set, "--clock-offset", "7.5", "--out", out("slate.csv"))).code())
        .isEqualTo(ExitCode.DONE);
    assertThat(folder.resolve("slate.csv")).content().contains("10:14:15:00,,2026-03-14,24,77,4,A");
    assertThat(run(set).err()).contains("--out FILE or --serve PORT");
    Files.writeString(script, "dance\n");
    Ended wrong = run(with(set, "--out", out("slate.json")));
    assertThat(wrong.code()).isEqualTo(ExitCode.WRONG_INPUT);
    assertThat(wrong.err()).contains("s.txt, line 1:");
    assertThat(run("receive", "nowhere").err()).contains("no address of a device");
  }

  private static String[] with(String[] arguments, String... more) {
    return java.util.stream.Stream.of(arguments, more)
        .flatMap(java.util.Arrays::stream)
        .toArray(String[]::new);
  }

  @Test
  void aShippedProfileIsPrintedToBeEdited() {
    assertThat(run("profile", "practice-desk").out()).startsWith("# Where Practice Desk keeps");
    assertThat(run("profile", "harbour").err()).contains("there are odd-lot, practice-desk");
    assertThat(run("profile", "practice-desk", "--json").json().string("yaml").orElseThrow())
        .startsWith("# Where Practice Desk keeps");
  }

  @Test
  void checkTellsWhatASoundFileSaysOfItself() throws IOException {
    Path sound = folder.resolve("S01T01.wav");
    org.oddlot.sound.WaveWriter.of(2, 48_000)
        .with(
            org.oddlot.sound.BroadcastExtension.of(
                "sTRK1=Boom\r\nsTRK2=Inés",
                "Tern 8",
                java.time.LocalDate.of(2026, 3, 17),
                "10:00:00",
                48_000L * 36_000))
        .write(sound, 96_000, (channel, frame) -> 0);
    Ended ended = run("check", sound.toString(), "--json");

    assertThat(ended.code()).isEqualTo(ExitCode.DONE);
    JsonObject said = ((JsonObject) ended.json().array("files").getFirst()).object("sound");
    assertThat(said.whole("time_reference")).contains(48_000L * 36_000);
    assertThat(said.whole("samples")).contains(96_000L);
    assertThat(said.string("recorder")).contains("Tern 8");
    assertThat(said.array("tracks"))
        .containsExactly(
            JsonValue.parse("{\"input\":1,\"name\":\"Boom\"}"),
            JsonValue.parse("{\"input\":2,\"name\":\"Inés\"}"));
    assertThat(run("check", sound.toString()).out())
        .contains("2 channels, 48 kHz, 2.0 s")
        .contains("starts 10:00:00.000 (time of day), 1,728,000,000 samples after midnight")
        .contains("tracks: 1 Boom, 2 Inés");
  }

  @Test
  void aFolderOfSoundIsRunWithItsTimelineAndAWreckAmongItIsSaid() throws IOException {
    Path reel = Files.createDirectories(folder.resolve("S01"));
    Files.write(reel.resolve("wreck.wav"), new byte[] {'R', 'I', 'F', 'F', 0, 0});
    org.oddlot.sound.WaveWriter.of(1, 48_000)
        .write(reel.resolve("a.wav"), 480, (channel, frame) -> 0);
    Ended ended = run("run", timeline, reel.toString(), "--json");

    assertThat(ended.code()).isEqualTo(ExitCode.NEEDS_A_PERSON);
    assertThat(ended.out()).contains("wreck.wav").contains("too short for a sound file");
    assertThat(ended.json().array("findings"))
        .noneMatch(finding -> finding.toString().contains("\"a.wav\""));
  }
}
