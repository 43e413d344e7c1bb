package org.oddlot.lot;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.paper.LogField;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Paper;
import org.oddlot.pass.Progress;
import org.oddlot.pass.Source;
import org.oddlot.problem.Problem;
import org.oddlot.profile.Profiles;

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

  private static Intake.Taken read(Path... files) {
    return Intake.read(Lot.of(List.of(files)), Progress.NONE);
  }

  private static String camera(Intake.Taken taken) {
    return taken.matter().sources().all().stream().map(Source::camera).findFirst().orElseThrow();
  }

  @Test
  void aProfileAmongTheFilesSaysWhereThingsAreKept() throws IOException {
    assertThat(camera(read(clip()))).isEmpty();
    // Wherever it stands among them.
    Intake.Taken taken = read(clip(), write("harbour.yaml", PROFILE));
    assertThat(camera(taken)).isEqualTo("Q");
    Outcome outcome =
        new Engine()
            .run(
                taken.matter(),
                taken.lot().sheet(),
                taken.lot().decisions(),
                Optional.empty(),
                Progress.NONE);
    assertThat(outcome.step("intake").orElseThrow().judged())
        .extracting(judged -> judged.finding().reason())
        .contains("where The harbour's own keeps 1 thing, as in clips.otio");
  }

  @Test
  void aMistakeIsSaidWithItsLineAndTheRestHolds() throws IOException {
    Intake.Taken taken =
        read(clip(), write("harbour.yaml", PROFILE + "  colour: /harbour/colour\n  reel: card\n"));
    assertThat(camera(taken)).isEqualTo("Q");
    assertThat(taken.matter().profiles().getFirst().problems())
        .extracting(Problem::place, Problem::message)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("line 6", "There is no field source.colour."),
            org.assertj.core.groups.Tuple.tuple("line 7", "A place begins with /, not \"card\"."));
  }

  @Test
  void aFileThatIsNoProfileIsListedAsSuch() throws IOException {
    Intake.Taken taken = read(clip(), write("broken.yaml", "profile: [harbour\n"));
    assertThat(taken.matter().profiles()).isEmpty();
    assertThat(taken.matter().unread().getFirst().problems().getFirst().message())
        .startsWith("This is not YAML");
    assertThat(taken.lot().inputs()).hasSize(2);
  }

  @Test
  void anEditedProfileIsHeededWithoutReadingTheTimelineAgain() throws IOException {
    Path clip = clip();
    Path profile = write("harbour.yaml", PROFILE.replace("unit", "elsewhere"));
    Lot lot = Lot.of(List.of(clip, profile));
    Intake.Taken first = Intake.read(lot, Progress.NONE);
    assertThat(camera(first)).isEmpty();
    write("harbour.yaml", PROFILE);
    Intake.Taken second =
        Intake.read(first.lot(), MappingMemory.none(), Optional.of(first), Progress.NONE);
    assertThat(camera(second)).isEqualTo("Q");
    assertThat(second.matter().documents().getFirst().root())
        .isSameAs(first.matter().documents().getFirst().root());
  }

  @Test
  void aProfileCanBeChosenAndACopyOfAShippedOneTakesItsPlace() throws IOException {
    Path copy =
        write("practice-desk.yaml", PROFILE.replace("profile: harbour", "profile: practice-desk"));
    Intake.Taken taken = read(clip(), copy);
    assertThat(taken.matter().documents().getFirst().profile().title())
        .isEqualTo("The harbour's own");
    Lot.Input input = Lot.Input.of(clip());
    Lot chosen =
        Lot.empty("lot")
            .withInputs(
                List.of(
                    input.withReading(input.reading().withProfile(Optional.of("practice-desk")))));
    assertThat(Intake.read(chosen, Progress.NONE).matter().documents().getFirst().profile())
        .isEqualTo(Profiles.shipped().get(1));
    assertThat(Profiles.yaml("practice-desk").orElseThrow()).contains("/practice_desk/shoot/day");
    assertThat(Profiles.yaml("harbour")).isEmpty();
  }

  @Test
  void columnsAreRememberedByTheirHeader() throws IOException {
    Path kept = folder.resolve("columns.json");
    Path first = write("monday.csv", "Slate no,Knot,TC In\n12,3,10:00:00:00\n");
    Lot lot = Lot.of(List.of(first));
    Paper paper = Intake.read(lot, Progress.NONE).matter().papers().getFirst();
    assertThat(paper.log().entries().getFirst().take()).isEmpty();
    Reading said = Reading.DETECTED.withColumn(1, Optional.of(LogField.TAKE));
    MappingMemory.in(kept).remember(paper.table(), said);

    Path second = write("tuesday.csv", "Slate no,Knot,TC In\n14,5,11:00:00:00\n");
    Path other = write("other.csv", "Slate no,Knots,TC In\n14,5,11:00:00:00\n");
    Intake.Taken taken =
        Intake.read(
            Lot.of(List.of(second, other)),
            MappingMemory.in(kept),
            Optional.empty(),
            Progress.NONE);
    assertThat(taken.matter().entries()).extracting(e -> e.take()).containsExactly("5", "");
    assertThat(taken.matter().papers().getFirst().problems())
        .extracting(Problem::message)
        .contains("Its columns are read as those of the last paper with this header.");
    // The lot knows it from now on, on any machine.
    Path saved = folder.resolve("day.oddlot");
    LotFile.save(taken.lot(), saved);
    assertThat(Intake.read(LotFile.open(saved), Progress.NONE).matter().entries())
        .extracting(e -> e.take())
        .containsExactly("5", "");
  }

  @Test
  void whatIsTakenBackIsForgotten() throws IOException {
    Path kept = folder.resolve("columns.json");
    Paper paper = read(write("monday.csv", "Scene,Knot\n12,3\n")).matter().papers().getFirst();
    MappingMemory memory = MappingMemory.in(kept);
    memory.remember(paper.table(), Reading.DETECTED.withColumn(1, Optional.of(LogField.TAKE)));
    assertThat(MappingMemory.in(kept).recall(paper.table())).isPresent();
    memory.remember(paper.table(), Reading.DETECTED);
    assertThat(MappingMemory.in(kept).recall(paper.table())).isEmpty();
    Files.writeString(kept, "{ broken");
    assertThat(MappingMemory.in(kept).recall(paper.table())).isEmpty();
  }

  @Test
  void howAFileIsReadIsKeptWithTheLot() throws IOException {
    var reading =
        Reading.DETECTED
            .withCharset(Optional.of(java.nio.charset.StandardCharsets.UTF_16LE))
            .withSeparator(Optional.of('|'))
            .withSheet(Optional.of("Day 2"))
            .withOrder(Optional.of(org.oddlot.paper.DateReader.Order.MONTH_FIRST))
            .withColumn(0, Optional.of(LogField.SCENE))
            .withColumn(4, Optional.empty())
            .withProfile(Optional.of("harbour"));
    Lot lot =
        Lot.empty("lot")
            .withInputs(List.of(Lot.Input.of(folder.resolve("a.csv")).withReading(reading)));
    Path file = folder.resolve("lot.oddlot");
    LotFile.save(lot, file);
    assertThat(LotFile.open(file).inputs().getFirst().reading()).isEqualTo(reading);
  }
}
