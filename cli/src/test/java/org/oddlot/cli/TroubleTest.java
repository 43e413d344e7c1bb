package org.oddlot.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.oddlot.problem.FaultReport;
import org.oddlot.text.Phrase;
import picocli.CommandLine;

/** Whatever goes wrong, a person gets a sentence and a program its one document. */
class TroubleTest {
  private static final String TIMELINE =
      "{\"OTIO_SCHEMA\":\"Timeline.1\",\"name\":\"a\",\"metadata\":{},\"tracks\":null}";

  @TempDir private Path folder;

  @ParameterizedTest
  @ValueSource(strings = {"run --json", "check --json --nonsense", "convert --json a.otio b.xyz"})
  void aWrongCallIsOneDocumentWhereThatIsAsked(String call) {
    Ended ended = Ended.run(call.split(" ", -1));
    assertThat(ended.code()).isEqualTo(ExitCode.WRONG_INPUT);
    assertThat(ended.json().get("problems")).isPresent();
    assertThat(ended.err()).isNotBlank().doesNotContain("\tat ");
  }

  @Test
  void aFolderThatCannotBeWrittenIsSaidWithItsName() throws IOException {
    Path timeline = Files.writeString(folder.resolve("a.otio"), TIMELINE);
    Path file = Files.writeString(folder.resolve("file"), "");
    Path out = file.resolve("b.otio");
    Ended ended = Ended.run("convert", "--json", timeline.toString(), out.toString());
    assertThat(ended.code()).isEqualTo(ExitCode.WRONG_INPUT);
    assertThat(ended.out()).contains("Cannot write " + out);
    assertThat(ended.json().get("problems")).isPresent();
  }

  /** Times of captions cannot be counted from where a clip lies before all time. */
  @Test
  void aTimelineBeforeAllTimeCostsNoCaption() throws IOException {
    String time = "{\"OTIO_SCHEMA\":\"RationalTime.1\",\"rate\":25.0,\"value\":%s}";
    Path timeline =
        Files.writeString(
            folder.resolve("a.otio"),
            TIMELINE.replace(
                "\"tracks\":null",
                Phrase.of(
                    "\"global_start_time\":%s,\"tracks\":{\"OTIO_SCHEMA\":\"Stack.1\","
                        + "\"children\":[{\"OTIO_SCHEMA\":\"Track.1\",\"kind\":\"Video\","
                        + "\"children\":[{\"OTIO_SCHEMA\":\"Clip.2\",\"name\":\"c\",\"source_range\":"
                        + "{\"OTIO_SCHEMA\":\"TimeRange.1\",\"start_time\":%s,"
                        + "\"duration\":%s}}]}]}",
                    Phrase.of(time, "-1e18"), Phrase.of(time, "0.0"), Phrase.of(time, "48.0"))));
    Path captions =
        Files.writeString(
            folder.resolve("a.srt"), "1\n00:00:01,123 --> 00:00:02,457\nThe ferry is late.\n");
    Ended ended = Ended.run("run", "--json", timeline.toString(), captions.toString());
    assertThat(ended.code()).isLessThan(ExitCode.WRONG_INPUT);
    assertThat(ended.out())
        .contains("\"pass\": \"times\"", "\"pass\": \"captions\"")
        .doesNotContain("was left out");
    assertThat(ended.err()).doesNotContain("\tat ");
  }

  /** A few letters are said; a whole language is not given away unless somebody asks for it. */
  @Test
  void captionsWhoseLettersAFormatLacksAreNotWrittenUnlessThatIsAskedFor() throws IOException {
    String words = "1\n00:00:01,000 --> 00:00:02,000\n%s\n";
    Path tongue = Files.writeString(folder.resolve("ru.srt"), Phrase.of(words, "Лодка ушла"));
    Path few = Files.writeString(folder.resolve("few.srt"), Phrase.of(words, "Ouzo is ούζο"));
    Path out = folder.resolve("out.scc");
    Ended ended = Ended.run("convert", tongue.toString(), out.toString());
    assertThat(ended.code()).isEqualTo(ExitCode.WRONG_INPUT);
    assertThat(ended.out()).contains("9 of 9 letters would become others", "--losing-letters");
    assertThat(out).doesNotExist();
    assertThat(Ended.run("convert", few.toString(), out.toString()).out())
        .contains("letters that are not in its table: ούζ");
    Path forced = folder.resolve("forced.scc");
    assertThat(
            Ended.run("convert", tongue.toString(), forced.toString(), "--losing-letters").code())
        .isZero();
    assertThat(forced).exists();
    // The same words in a table that has them.
    assertThat(Ended.run("convert", tongue.toString(), folder.resolve("ru.stl").toString()).code())
        .isZero();
  }

  @Test
  void oneBadFileDoesNotCostTheGoodOnes() throws IOException {
    Path good = Files.writeString(folder.resolve("good.otio"), TIMELINE);
    Path empty = Files.writeString(folder.resolve("empty.xlsx"), "");
    Path deep =
        Files.writeString(folder.resolve("deep.yaml"), "style: x\na: " + "[".repeat(90_000));
    Path device = Files.createSymbolicLink(folder.resolve("zero.wav"), Path.of("/dev/zero"));
    Ended ended =
        Ended.run(
            "check",
            "--json",
            empty.toString(),
            deep.toString(),
            device.toString(),
            good.toString());
    assertThat(ended.code()).isEqualTo(ExitCode.WRONG_INPUT);
    assertThat(ended.out())
        .contains("The file is empty.", "nested more deeply", "This is a pipe", "\"timelines\": 1");
  }

  @Test
  void aFaultIsOneSentenceAndAReport() throws IOException {
    String said = FaultReport.keep(new IllegalStateException("broken inside"));
    assertThat(said).doesNotContain("broken inside").contains("Details are in ");
    Path report = Path.of(said.substring(said.indexOf("are in ") + 7, said.length() - 1));
    assertThat(report).content().contains("broken inside", "TroubleTest");
    Files.delete(report);
    assertThat(FaultReport.keep(new OutOfMemoryError())).contains("JAVA_OPTS=-Xmx");
  }

  @Test
  void onlyTheCommandThatIsCalledIsLookedAtInWhole() {
    CommandLine line = OddLot.commandLine(new String[] {"check"}, List.of());
    assertThat(line.getSubcommands()).containsKeys("check", "run", "report");
    assertThat(options(line, "check")).isNotEmpty();
    assertThat(options(line, "run")).isEmpty();
    assertThat(line.getUsageMessage()).isEqualTo(OddLot.commandLine().getUsageMessage());
  }

  private static List<?> options(CommandLine line, String command) {
    return Objects.requireNonNull(line.getSubcommands().get(command)).getCommandSpec().options();
  }
}
