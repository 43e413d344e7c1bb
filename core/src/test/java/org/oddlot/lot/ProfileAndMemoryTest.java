package org.oddlot.lot;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.format.TimelineFormat;
import org.oddlot.format.table.TableOptions;
import org.oddlot.input.ReadingOptions;
import org.oddlot.material.Paper;
import org.oddlot.material.ReadInput;
import org.oddlot.material.Source;
import org.oddlot.paper.LogField;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Outcome;
import org.oddlot.problem.Problem;
import org.oddlot.profile.Profile;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.Progress;
import org.oddlot.rights.LicenceField;
import org.oddlot.rights.LicencePaper;

/** Mapping profiles among a lot's files, and columns that are remembered by their header. */
class ProfileAndMemoryTest {
  @TempDir private Path folder;

  private Path write(String name, String text) throws IOException {
    return Files.writeString(folder.resolve(name), text);
  }

  /** A clip whose camera is kept where only a profile of its own can say. */
  private Path clip() throws IOException {
    return write(
        "clips.otio",
        """
        {"OTIO_SCHEMA":"Clip.2","metadata":{},"name":"Gulls","source_range":null,"effects":[],\
        "markers":[],"enabled":true,"media_references":{"DEFAULT_MEDIA":{"OTIO_SCHEMA":\
        "ExternalReference.1","metadata":{"harbour":{"unit":"Q"}},"name":"","available_range":null,\
        "target_url":"gulls.mov"}},"active_media_reference_key":"DEFAULT_MEDIA"}\
        """);
  }

  private static final String PROFILE =
      """
      profile: harbour
      title: The harbour's own
      recognise: /harbour
      source:
        camera: /harbour/unit
      """;

  private static ReadLot read(Path... files) {
    return LotReader.read(Lot.of(List.of(files)), Progress.NONE);
  }

  private static Lot read(Path file, String profile) {
    return reading(
        Lot.of(List.of(file)),
        ReadingOptions.DETECTED.with(TimelineFormat.PROFILE, Optional.of(profile)));
  }

  private static Lot reading(Lot lot, ReadingOptions options) {
    return lot.withInputs(lot.inputs().stream().map(input -> input.withReading(options)).toList());
  }

  private static String camera(ReadLot taken) {
    return taken.material().sources().all().stream().map(Source::camera).findFirst().orElseThrow();
  }

  @Test
  void aProfileAmongTheFilesSaysWhereThingsAreKept() throws IOException {
    assertThat(camera(read(clip()))).isEmpty();
    // Wherever it stands among them.
    ReadLot taken = read(clip(), write("harbour.yaml", PROFILE));
    assertThat(camera(taken)).isEqualTo("Q");
    Outcome outcome =
        new Engine()
            .run(
                taken.material(),
                taken.lot().sheet(),
                taken.lot().answers(),
                Optional.empty(),
                Progress.NONE);
    assertThat(outcome.step("intake").orElseThrow().reviewed())
        .extracting(reviewed -> reviewed.finding().reason())
        .contains("maps 1 field (The harbour's own), as in clips.otio");
  }

  @Test
  void aMistakeIsSaidWithItsLineAndTheRestHolds() throws IOException {
    ReadLot taken =
        read(clip(), write("harbour.yaml", PROFILE + "  colour: /harbour/colour\n  reel: card\n"));
    assertThat(camera(taken)).isEqualTo("Q");
    assertThat(taken.problems())
        .extracting(Problem::place, Problem::message)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("line 6", "There is no field source.colour."),
            org.assertj.core.groups.Tuple.tuple("line 7", "A place begins with /, not \"card\"."));
  }

  @Test
  void aFileThatIsNoProfileIsListedAsSuch() throws IOException {
    ReadLot taken = read(clip(), write("broken.yaml", "profile: [harbour\n"));
    assertThat(taken.material().all(Profile.class)).isEmpty();
    assertThat(taken.problems().getFirst().message()).startsWith("This is not YAML");
    assertThat(taken.lot().inputs()).hasSize(2);
  }

  @Test
  void anEditedProfileIsHeededWithoutReadingTheTimelineAgain() throws IOException {
    Path clip = clip();
    Path profile = write("harbour.yaml", PROFILE.replace("unit", "elsewhere"));
    Lot lot = Lot.of(List.of(clip, profile));
    ReadLot first = LotReader.read(lot, Progress.NONE);
    assertThat(camera(first)).isEmpty();
    write("harbour.yaml", PROFILE);
    ReadLot second =
        LotReader.read(first.lot(), MappingMemory.none(), Optional.of(first), Progress.NONE);
    assertThat(camera(second)).isEqualTo("Q");
    assertThat(second.material().documents().getFirst().root())
        .isSameAs(first.material().documents().getFirst().root());
  }

  @Test
  void aProfileCanBeChosenAndACopyOfAShippedOneTakesItsPlace() throws IOException {
    Path copy =
        write("practice-desk.yaml", PROFILE.replace("profile: harbour", "profile: practice-desk"));
    ReadLot taken = read(clip(), copy);
    assertThat(taken.material().documents().getFirst().profile().title())
        .isEqualTo("The harbour's own");
    Lot chosen = read(clip(), "practice-desk");
    assertThat(LotReader.read(chosen, Progress.NONE).material().documents().getFirst().profile())
        .isEqualTo(Profiles.shipped().get(1));
    ReadLot unknown = LotReader.read(read(clip(), "no such"), Progress.NONE);
    assertThat(unknown.problems())
        .extracting(Problem::message)
        .containsExactly("There is no mapping profile \"no such\".");
    assertThat(LotReader.inputs(read(clip(), "no such"), Progress.NONE))
        .extracting(ReadInput::problems)
        .containsExactly(unknown.problems());
    assertThat(Profiles.yaml("practice-desk").orElseThrow()).contains("/practice_desk/shoot/day");
    assertThat(Profiles.yaml("harbour")).isEmpty();
  }

  @Test
  void columnsAreRememberedByTheirHeader() throws IOException {
    Path kept = folder.resolve("columns.json");
    Path first = write("monday.csv", "Slate no,Knot,TC In\n12,3,10:00:00:00\n");
    Lot lot = Lot.of(List.of(first));
    Paper paper = LotReader.read(lot, Progress.NONE).material().papers().getFirst();
    assertThat(paper.log().entries().getFirst().take()).isEmpty();
    ReadingOptions said = ReadingOptions.DETECTED.withColumn(1, Optional.of(LogField.TAKE));
    MappingMemory.in(kept).remember(paper.table(), said);

    Path second = write("tuesday.csv", "Slate no,Knot,TC In\n14,5,11:00:00:00\n");
    Path other = write("other.csv", "Slate no,Knots,TC In\n14,5,11:00:00:00\n");
    ReadLot taken =
        LotReader.read(
            Lot.of(List.of(second, other)),
            MappingMemory.in(kept),
            Optional.empty(),
            Progress.NONE);
    assertThat(taken.material().entries()).extracting(e -> e.take()).containsExactly("5", "");
    assertThat(taken.problems())
        .extracting(Problem::message)
        .contains("Its columns are read as those of the last paper with this header.");
    // The lot knows it from now on, on any machine.
    Path saved = folder.resolve("day.oddlot");
    LotFile.save(taken.lot(), saved);
    assertThat(LotReader.read(LotFile.open(saved).lot(), Progress.NONE).material().entries())
        .extracting(e -> e.take())
        .containsExactly("5", "");
  }

  /** Papers of rights are remembered like logs: what they are of, and what their columns hold. */
  @Test
  void papersOfRightsAreRememberedByTheirHeader() throws IOException {
    Path kept = folder.resolve("columns.json");
    Path first = write("skerry.csv", "What,Whose,How much\npier,Skerry,20 per second\n");
    ReadingOptions said =
        ReadingOptions.DETECTED
            .with(TableOptions.PAPER, Optional.of(TableOptions.LICENCES))
            .withColumn(0, Optional.of(LicenceField.MATERIAL))
            .withColumn(1, Optional.of(LicenceField.HOLDER))
            .withColumn(2, Optional.of(LicenceField.PRICE));
    ReadLot read = LotReader.read(reading(Lot.of(List.of(first)), said), Progress.NONE);
    LicencePaper paper = read.material().all(LicencePaper.class).getFirst();
    assertThat(paper.licences()).hasSize(1);
    MappingMemory.in(kept).remember(paper.table(), said);

    Path second = write("harbour.csv", "What,Whose,How much\nlamp,Harbour,900 flat\n");
    ReadLot taken =
        LotReader.read(
            Lot.of(List.of(second)), MappingMemory.in(kept), Optional.empty(), Progress.NONE);
    assertThat(taken.material().all(LicencePaper.class).getFirst().licences())
        .extracting(licence -> licence.holder() + " " + licence.price().inWords())
        .containsExactly("Harbour 900.00 flat");
    Path saved = folder.resolve("rights.oddlot");
    LotFile.save(taken.lot(), saved);
    assertThat(LotFile.open(saved).lot().inputs().getFirst().reading()).isEqualTo(said);
  }

  @Test
  void whatIsTakenBackIsForgotten() throws IOException {
    Path kept = folder.resolve("columns.json");
    Paper paper = read(write("monday.csv", "Scene,Knot\n12,3\n")).material().papers().getFirst();
    MappingMemory memory = MappingMemory.in(kept);
    memory.remember(
        paper.table(), ReadingOptions.DETECTED.withColumn(1, Optional.of(LogField.TAKE)));
    assertThat(MappingMemory.in(kept).recall(paper.table())).isPresent();
    memory.remember(paper.table(), ReadingOptions.DETECTED);
    assertThat(MappingMemory.in(kept).recall(paper.table())).isEmpty();
    Files.writeString(kept, "{ broken");
    assertThat(MappingMemory.in(kept).recall(paper.table())).isEmpty();
  }

  @Test
  void howAFileIsReadIsKeptWithTheLot() throws IOException {
    var reading =
        ReadingOptions.DETECTED
            .with(TableOptions.CHARSET, Optional.of("UTF-16LE"))
            .with(TableOptions.SEPARATOR, Optional.of("|"))
            .with(TableOptions.SHEET, Optional.of("Day 2"))
            .with(TableOptions.DATES, Optional.of("month_first"))
            .withColumn(0, Optional.of(LogField.SCENE))
            .withColumn(4, Optional.empty())
            .with(TimelineFormat.PROFILE, Optional.of("harbour"));
    Lot lot = reading(Lot.of(List.of(folder.resolve("a.csv"))), reading);
    Path file = folder.resolve("lot.oddlot");
    LotFile.save(lot, file);
    assertThat(LotFile.open(file).lot().inputs().getFirst().reading()).isEqualTo(reading);
  }
}
