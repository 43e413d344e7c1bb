package org.oddlot.wreck;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.oddlot.cli.OddLot;
import org.oddlot.demo.Demo;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonValue;
import picocli.CommandLine;

/** Whatever a member of a family throws, wherever: the good timeline and its log come out. */
class WallTest {
  /** The doors through which all that can be thrown is. */
  private static final List<Wreck.Door> ALL_KINDS =
      List.of(Wreck.Door.READ, Wreck.Door.ANALYSE, Wreck.Door.WRITE);

  private static final List<Wreck.Door> DOORS = List.of(Wreck.Door.values());

  private static final Map<String, Supplier<Throwable>> THROWN =
      Map.of(
          "fault", () -> new IllegalStateException("flotsam"),
          "stack", StackOverflowError::new,
          "memory", () -> new OutOfMemoryError("Java heap space"),
          "class", () -> new NoClassDefFoundError("org/flotsam/Absent"),
          "set-up", () -> new ExceptionInInitializerError("flotsam"),
          "assertion", () -> new AssertionError("flotsam"),
          "machine", () -> new InternalError("a fault occurred in an unsafe memory access"));

  @TempDir private static Path demo;

  @TempDir private Path folder;
  private Path lot = Path.of("");

  /** All that can be thrown through the first doors; through the others two of them in turn. */
  static Stream<Arguments> everything() {
    List<String> kinds = THROWN.keySet().stream().sorted().toList();
    return DOORS.stream()
        .flatMap(door ->
            ALL_KINDS.contains(door)
                ? kinds.stream().map(what -> Arguments.of(door, what))
                : Stream.of(0, 3)
                    .map(i -> kinds.get((DOORS.indexOf(door) + i) % kinds.size()))
                    .map(what -> Arguments.of(door, what)));
  }

  @BeforeAll
  static void demo() throws IOException {
    Demo.make(demo);
  }

  @BeforeEach
  void make() throws IOException {
    lot = Files.createDirectory(folder.resolve("day"));
    Files.copy(demo.resolve("orrin-day1.otio"), lot.resolve("day.otio"));
    Files.copy(demo.resolve("orrin-day1-shots.csv"), lot.resolve("day.csv"));
    Files.writeString(lot.resolve("it.wreck"), "flotsam");
    Files.writeString(lot.resolve("it"), "flotsam");
  }

  @AfterEach
  void disarm() {
    Wreck.disarm();
  }

  @ParameterizedTest(name = "{0}, {1}")
  @MethodSource("everything")
  void whatIsThrownCostsItsOwnAndIsSaid(Wreck.Door door, String what) throws IOException {
    Path answers =
        Files.writeString(
            folder.resolve("answers.json"),
            "[{\"finding\": \"wreck:it\", \"decision\": \"accept\", \"choices\": [\"x\"]}]");
    Wreck.arm(door, Objects.requireNonNull(THROWN.get(what)));
    var out = new StringWriter();
    var err = new StringWriter();
    CommandLine line = OddLot.commandLine();
    line.setOut(new PrintWriter(out));
    line.setErr(new PrintWriter(err));
    var arguments =
        new ArrayList<>(
            List.of("run", "--json", "--accept", "all", "--out", folder + "/out", lot.toString()));
    arguments.addAll(List.of(lot + "/it.wreck", lot + "/it"));
    boolean isAnswered = door == Wreck.Door.DECODE || door == Wreck.Door.PROBLEM;
    if (isAnswered) {
      arguments.addAll(List.of("--decide", answers.toString()));
    }
    int code = line.execute(arguments.toArray(String[]::new));
    JsonObject said = (JsonObject) JsonValue.parse(out.toString());
    assertThat(out + err.toString()).doesNotContain("\tat ", "flotsam/Absent");
    if (isAnswered) {
      // An answer that was given with the call and cannot be used stops it, before all else.
      assertThat(code).isEqualTo(2);
      assertThat(said.array("problems").toString()).contains("cannot be understood");
      return;
    }
    assertThat(code).isLessThan(2);
    assertThat(folder.resolve("out/day (odd lot).otio")).exists();
    boolean isSilent = door == Wreck.Door.CONCERNS;
    if (!isSilent) {
      assertThat(said.array("problems").toString() + said.array("findings"))
          .containsAnyOf("left out", "cannot be", "not read here", "nested", "more memory");
    }
  }
}
