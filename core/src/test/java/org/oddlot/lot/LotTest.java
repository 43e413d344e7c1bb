package org.oddlot.lot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.format.table.TableOptions;
import org.oddlot.input.ReadingOptions;
import org.oddlot.material.ReadInput;
import org.oddlot.paper.LogField;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.match.MatchPass;
import org.oddlot.problem.Problem;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Settings;

class LotTest {
  @TempDir private Path folder;

  private static final String CLIP =
      """
      {"OTIO_SCHEMA": "SerializableCollection.1", "metadata": {}, "name": "day", "children": [
        {"OTIO_SCHEMA": "Clip.2", "metadata": {}, "name": "A001C001", "source_range":
          {"OTIO_SCHEMA": "TimeRange.1", "start_time": {"OTIO_SCHEMA": "RationalTime.1", "rate": 24, "value": 864000},
           "duration": {"OTIO_SCHEMA": "RationalTime.1", "rate": 24, "value": 100}}, "effects": [], "markers": [],
         "enabled": true, "media_references": {}, "active_media_reference_key": "DEFAULT_MEDIA"}]}
      """;

  private Path write(String name, String content) throws IOException {
    Path file = folder.resolve(name);
    Files.createDirectories(file.getParent());
    return Files.writeString(file, content);
  }

  private Lot day() throws IOException {
    return Lot.of(
        List.of(
            write("in/day.otio", CLIP),
            write("in/log.csv", "Scene,Take,TC In\n12,1,10:00:00:04\n")));
  }

  private static Outcome run(ReadLot taken) {
    return new Engine()
        .run(
            taken.material(),
            taken.lot().sheet(),
            taken.lot().answers(),
            Optional.empty(),
            Progress.NONE);
  }

  @Test
  void aSavedLotIsOpenedAsItWas() throws IOException {
    Lot lot =
        LotReader.read(day(), Progress.NONE)
            .lot()
            .withName("Orrin \"day\" 1")
            .withDecision(new FindingId("match:x"), Optional.of(Decision.accept(List.of("a", "b"))))
            .withDecision(new FindingId("match:y"), Optional.of(Decision.decline()))
            .withSheet(
                RunSheet.initial()
                    .withSettings("match", Settings.INITIAL.with(MatchPass.TOLERANCE, "12"))
                    .withSwitched("tag", false)
                    .withMoved("return", -1));
    Path file = folder.resolve("day 1.oddlot");
    LotFile.save(lot, file);
    assertThat(LotFile.open(file).lot()).isEqualTo(lot);
    assertThat(Files.readString(file))
        .contains("\"file\": \"in/day.otio\"")
        .doesNotContain(folder.toString());
  }

  @Test
  void aFolderCanBeMovedWithItsLot() throws IOException {
    Path file = folder.resolve("in/day.oddlot");
    LotFile.save(LotReader.read(day(), Progress.NONE).lot(), file);
    Files.move(folder.resolve("in"), folder.resolve("moved"));
    Lot moved = LotFile.open(folder.resolve("moved/day.oddlot")).lot();
    ReadLot taken = LotReader.read(moved, Progress.NONE);
    assertThat(taken.problems()).isEmpty();
    assertThat(taken.material().documents()).hasSize(1);
  }

  @Test
  void howAPaperIsReadIsKept() throws IOException {
    Lot lot = day();
    ReadingOptions reading =
        ReadingOptions.DETECTED
            .with(TableOptions.CHARSET, Optional.of("ISO-8859-2"))
            .with(TableOptions.SEPARATOR, Optional.of(","))
            .with(TableOptions.DATES, Optional.of("month_first"))
            .withColumn(0, Optional.of(LogField.SHOT))
            .withColumn(1, Optional.empty());
    Lot changed =
        lot.withInputs(lot.inputs().stream().map(input -> input.withReading(reading)).toList());
    Path file = folder.resolve("x.oddlot");
    LotFile.save(changed, file);
    assertThat(LotFile.open(file).lot()).isEqualTo(changed);
    var entry =
        LotReader.read(changed, Progress.NONE).material().entries().findFirst().orElseThrow();
    assertThat(entry.shot()).isEqualTo("12");
    assertThat(entry.take()).isEmpty();
  }

  @Test
  void whatIsNoLotIsRefusedInASentence() throws IOException {
    assertThatThrownBy(() -> LotFile.open(write("a.oddlot", "{\"oddlot\": 1, ")))
        .hasMessageContaining("a.oddlot is damaged at line 1");
    assertThatThrownBy(() -> LotFile.open(write("b.oddlot", "[]"))).hasMessageContaining("no lot");
    assertThatThrownBy(() -> LotFile.open(write("c.oddlot", "{}"))).hasMessageContaining("no lot");
    assertThatThrownBy(() -> LotFile.open(write("d.oddlot", "{\"oddlot\": 99}")))
        .hasMessageContaining("newer version");
    assertThatThrownBy(() -> LotFile.openSheet(write("e.json", "{}")))
        .hasMessageContaining("no run sheet");
  }

  @Test
  void aFileThatChangedSinceIsSaidAndDecisionsStay() throws IOException {
    ReadLot taken = LotReader.read(day(), Progress.NONE);
    write("in/log.csv", "Scene,Take,TC In\n11,1,09:00:00:00\n12,1,10:00:00:04\n");
    ReadLot again = LotReader.read(taken.lot(), Progress.NONE);
    assertThat(again.problems())
        .extracting(Problem::message)
        .containsExactly("The file has changed since the lot was saved.");
    // The entry is known by what it says, not by its row.
    assertThat(run(again).step("match").orElseThrow().reviewed().get(1).finding().id())
        .isEqualTo(run(taken).step("match").orElseThrow().reviewed().getFirst().finding().id());
  }

  @Test
  void aFileOfWhichNothingCanBeMadeDoesNotStopTheOthers() throws IOException {
    Lot lot =
        day()
            .withFiles(
                List.of(
                    write("in/broken.otio", "{\"OTIO_SCHEMA\": "),
                    write("in/picture.jpg", "x"),
                    folder.resolve("in/gone.csv")));
    ReadLot taken = LotReader.read(lot, Progress.NONE);
    assertThat(taken.material().documents()).hasSize(1);
    assertThat(taken.material().papers()).hasSize(1);
    assertThat(taken.material().all(ReadInput.class))
        .filteredOn(input -> !input.isRead())
        .extracting(unread -> unread.name() + ": " + unread.problems().getFirst().message())
        .containsExactly(
            "broken.otio: This is not valid JSON: the text ends in the middle of a value.",
            "picture.jpg: A file that ends in \".jpg\" cannot be read here.",
            "gone.csv: The file is not there.");
  }

  @Test
  void filesOfOneNameInTwoFoldersAreToldApart() throws IOException {
    Lot lot =
        Lot.of(
            List.of(
                write("one/day.otio", CLIP), write("two/day.otio", CLIP.replace("A001", "B001"))));
    assertThat(LotReader.read(lot, Progress.NONE).material().documents())
        .extracting(document -> document.name())
        .containsExactly("one/day.otio", "two/day.otio");
  }

  @Test
  void whatWasReadIsNotReadAgain() throws IOException {
    ReadLot first = LotReader.read(day(), Progress.NONE);
    ReadLot second =
        LotReader.read(first.lot(), MappingMemory.none(), Optional.of(first), Progress.NONE);
    assertThat(second.material()).isSameAs(first.material());
    Lot more =
        first.lot().withFiles(List.of(write("in/log2.csv", "Scene,Take,TC In\n1,1,10:00:00:00\n")));
    ReadLot third = LotReader.read(more, MappingMemory.none(), Optional.of(first), Progress.NONE);
    assertThat(third.material().documents().getFirst())
        .isSameAs(first.material().documents().getFirst());
    assertThat(third.material().papers()).hasSize(2);
  }

  @Test
  void outputIsNewAndNeverOverAnything() throws IOException {
    ReadLot taken = LotReader.read(day(), Progress.NONE);
    var output = new Output(taken.lot(), run(taken));
    Path in = folder.resolve("in");
    byte[] before = Files.readAllBytes(in.resolve("day.otio"));
    Path first = output.write(in, Progress.NONE).files().getFirst().path();
    assertThat(first).hasFileName("day (odd lot).otio");
    assertThat(Files.readAllBytes(in.resolve("day.otio"))).isEqualTo(before);
    // Again the same: it is there already.
    assertThat(output.write(in, Progress.NONE).files().getFirst().path()).isEqualTo(first);
    // The name is taken by something else: that stays, and a number is put behind the name.
    Files.writeString(first, "somebody's own");
    Path second = output.write(in, Progress.NONE).files().getFirst().path();
    assertThat(second).hasFileName("day (odd lot) 2.otio");
    assertThat(first).hasContent("somebody's own");
    try (var files = Files.list(in)) {
      assertThat(files.map(f -> f.getFileName().toString()))
          .containsExactlyInAnyOrder(
              "day.otio", "log.csv", "day (odd lot).otio", "day (odd lot) 2.otio");
    }
  }

  @Test
  void theSameLotGivesTheSameBytes() throws IOException {
    Lot lot = day();
    var digests =
        List.of("one", "two").stream()
            .map(name -> {
              ReadLot taken = LotReader.read(lot, Progress.NONE);
              try {
                return new Output(taken.lot(), run(taken))
                    .write(folder.resolve(name), Progress.NONE)
                    .files()
                    .getFirst()
                    .sha256();
              } catch (IOException e) {
                throw new AssertionError(e);
              }
            })
            .toList();
    assertThat(digests.get(0)).isEqualTo(digests.get(1));
  }

  @Test
  void decisionsAreKeptUntilTheLotIsSaved() throws IOException {
    Path file = folder.resolve("day.oddlot");
    Lot lot = day();
    LotFile.save(lot, file);
    var store = LotStore.of(file, folder);
    assertThat(store.open().lot()).isEqualTo(lot);
    Lot decided = lot.withDecision(new FindingId("match:x"), Optional.of(Decision.decline()));
    store.keep(decided);
    // While it is open nobody else is offered it; once nobody has it open it can be had back.
    try (var other = LotStore.of(file, folder)) {
      assertThat(other.isOpenElsewhere()).isTrue();
      assertThat(other.recoverable()).isEmpty();
    }
    store.close();
    try (var next = LotStore.of(file, folder)) {
      assertThat(next.isOpenElsewhere()).isFalse();
      assertThat(next.recoverable()).contains(decided);
      next.open();
      assertThat(next.save(decided)).isEmpty();
    }
    // It says nothing now that the lot does not say.
    try (var last = LotStore.of(file, folder)) {
      assertThat(last.recoverable()).isEmpty();
    }
    Files.writeString(folder.resolve(".day.oddlot.unsaved"), "{ damaged");
    try (var last = LotStore.of(file, folder)) {
      assertThat(last.recoverable()).isEmpty();
    }
  }

  @Test
  void savingFollowsALinkAndKeepsWhoMayRead() throws IOException {
    Path file = folder.resolve("shared/day.oddlot");
    Files.createDirectories(file.getParent());
    LotFile.save(day(), file);
    Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-rw----"));
    Path link = Files.createSymbolicLink(folder.resolve("today.oddlot"), file);
    try (var store = LotStore.of(link, folder)) {
      store.save(store.open().lot().withName("renamed"));
    }
    assertThat(link).isSymbolicLink();
    assertThat(LotFile.open(file).lot().name()).isEqualTo("renamed");
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
        .isEqualTo("rw-rw----");
    assertThat(LotFile.open(file).lot().inputs()).isEqualTo(LotFile.open(link).lot().inputs());
  }

  /** Any decisions and settings survive being saved and opened. */
  @Property(tries = 100)
  void savingAndOpeningChangesNothing(
      @ForAll("decisions") Map<FindingId, Decision> decisions, @ForAll String name) {
    Lot lot = Lot.empty(name).withAnswers(Answers.of(decisions));
    String json = JsonFile.text(LotFile.toJson(lot, Path.of("").toAbsolutePath()));
    try {
      Path file = Files.createTempFile("lot", ".oddlot");
      Files.writeString(file, json);
      Lot again = LotFile.open(file).lot();
      Files.delete(file);
      assertThat(again).isEqualTo(lot);
      // The order in which things were decided is not in the file.
      Lot reordered = Lot.empty(name).withAnswers(Answers.of(new HashMap<>(decisions)));
      assertThat(JsonFile.text(LotFile.toJson(reordered, Path.of("").toAbsolutePath())))
          .isEqualTo(json);
    } catch (IOException e) {
      throw new AssertionError(e);
    }
  }

  @Provide
  Arbitrary<Map<FindingId, Decision>> decisions() {
    Arbitrary<Decision> decision =
        Combinators.combine(Arbitraries.of(true, false), Arbitraries.strings().list().ofMaxSize(3))
            .as((yes, chosen) -> yes ? Decision.accept(chosen) : Decision.decline());
    return Arbitraries.maps(Arbitraries.strings().map(FindingId::new), decision).ofMaxSize(6);
  }

  /** As the version before saved it: one list for what was answered and what was ordered. */
  @Test
  void aLotOfTheVersionBeforeOpensWithAllThatWasSaid() throws IOException {
    write("one/log.csv", "Scene,Take,TC In\n12,1,10:00:00:04\n");
    write("two/log.csv", "Scene,Take,TC In\n13,1,11:00:00:00\n");
    write("day.otio", CLIP);
    Path file = folder.resolve("old.oddlot");
    Files.writeString(
        file,
        """
        {"oddlot": 1, "name": "Old",
         "inputs": [{"file": "day.otio", "sha256": ""}, {"file": "one/log.csv"}, {"file": "two/log.csv"}],
         "run_sheet": [{"pass": "putright", "on": true},
                       {"pass": "match", "on": true, "settings": {"tolerance": "12"}}],
         "decisions": {
           "match:x": {"verdict": "declined"},
           "putright:hand:10": {"verdict": "accepted", "chosen": ["clips-start", "+00:00:10:00", "name:A001C001"]},
           "putright:hand:2": {"verdict": "accepted", "chosen": ["clips-start", "01:00:00:00", "name:A001C001"]},
           "sync:recorder:hand:Skua": {"verdict": "accepted", "chosen": ["late 26026"]}}}
        """);
    LotFile.Opened opened = LotFile.open(file);
    assertThat(opened.problems()).isEmpty();
    Lot lot = opened.lot();
    assertThat(lot.inputs())
        .extracting(Lot.Input::name)
        .containsExactly("day.otio", "log.csv", "two/log.csv");
    assertThat(lot.answers().decisions())
        .containsExactly(Map.entry(new FindingId("match:x"), Decision.decline()));
    assertThat(lot.answers().instructions())
        .extracting(each -> each.pass() + " " + each.words())
        .containsExactly(
            "putright [clips-start, 01:00:00:00, name:A001C001]",
            "putright [clips-start, +00:00:10:00, name:A001C001]",
            "sync [Skua, late 26026]");
    Outcome outcome = run(LotReader.read(lot, Progress.NONE));
    assertThat(outcome.unusable()).isEmpty();
    assertThat(outcome.end().sources().all().getFirst().startLabel())
        .hasToString("Optional[01:00:10:00]");
    assertThat(lot.sheet().settings("match").get(MatchPass.TOLERANCE)).isEqualTo(12);
  }

  @Test
  void aLotOfBeforeAPassWasThereHasItSwitchedOff() throws IOException {
    Path file = folder.resolve("old.oddlot");
    Files.writeString(
        file,
        """
        {"oddlot": 1, "name": "Old", "inputs": [], "decisions": {},
         "run_sheet": [{"pass": "intake", "on": true}, {"pass": "tag", "on": true},
                       {"pass": "match", "on": true}, {"pass": "return", "on": true}]}
        """);
    assertThat(LotFile.open(file).lot().sheet().steps())
        .extracting(step -> step.pass() + (step.on() ? "" : " off"))
        .containsExactly(
            "intake",
            "putright off",
            "tag",
            "sync off",
            "angles off",
            "flatten off",
            "roles off",
            "layout off",
            "times off",
            "speakers off",
            "names off",
            "captions off",
            "titles off",
            "restyle off",
            "stringouts off",
            "papercut off",
            "compare off",
            "markers off",
            "licences off",
            "handoff off",
            "reports off",
            "match",
            "return");
  }
}
