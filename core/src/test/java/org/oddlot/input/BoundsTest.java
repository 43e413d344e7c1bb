package org.oddlot.input;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.progress.CancelledException;
import org.oddlot.progress.Progress;

class BoundsTest {
  @TempDir private Path folder;
  private final Problems problems = new Problems("x.csv");
  private final CountDownLatch never = new CountDownLatch(1);

  @AfterEach
  void letGo() {
    never.countDown();
  }

  private <T> Optional<T> read(Bounds.Reading<T> reading) {
    return read(Duration.ofMinutes(1), reading);
  }

  private <T> Optional<T> read(Duration longest, Bounds.Reading<T> reading) {
    return new Bounds(longest)
        .read(new InputFile(folder.resolve("x.csv")), "paper", problems, Progress.NONE, reading);
  }

  private Optional<String> forEver() {
    try {
      never.await();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
    return Optional.of("too late");
  }

  private static int deep(int n) {
    return n == Integer.MAX_VALUE ? n : 1 + deep(n + 1);
  }

  @Test
  void whatIsReadComesWithItsProblems() {
    assertThat(
            read(own -> {
              own.warning("row 3", "Something is odd.", "");
              return Optional.of("read");
            }))
        .contains("read");
    assertThat(problems.list()).extracting(Problem::place).containsExactly("row 3");
  }

  @Test
  void whatDoesNotEndIsGivenUp() {
    assertThat(read(Duration.ofMillis(200), _ -> forEver())).isEmpty();
    assertThat(problems.list().toString()).contains("takes longer than 0 seconds");
  }

  @Test
  void depthMemoryAndFaultsAreProblemsOfTheFile() {
    assertThat(read(_ -> Optional.of(deep(0)))).isEmpty();
    assertThat(
            read(_ -> {
              throw new OutOfMemoryError();
            }))
        .isEmpty();
    assertThat(
            read(_ -> {
              throw new IllegalStateException("secret");
            }))
        .isEmpty();
    assertThat(problems.list())
        .extracting(Problem::message)
        .satisfiesExactly(
            first -> assertThat(first).contains("nested more deeply"),
            second -> assertThat(second).contains("needs more memory than the program has"),
            third -> assertThat(third).contains("cannot be read as a paper"));
    assertThat(problems.list().toString()).contains("JAVA_OPTS").doesNotContain("secret");
  }

  @Test
  void whoeverWantsToStopIsHeardWhileAFileIsRead() {
    Progress stopping = Progress.untold(() -> true);
    assertThatThrownBy(() ->
            new Bounds()
                .read(
                    new InputFile(folder.resolve("x")),
                    "paper",
                    problems,
                    stopping,
                    _ -> forEver()))
        .isInstanceOf(CancelledException.class);
  }

  @Test
  void whatIsNoFileIsSaidAndNotOpened() throws IOException {
    Path link = Files.createSymbolicLink(folder.resolve("a.otio"), folder.resolve("gone"));
    Path circle = folder.resolve("b.otio");
    Files.createSymbolicLink(circle, circle);
    Path device = Files.createSymbolicLink(folder.resolve("c.otio"), Path.of("/dev/zero"));
    for (Path each : new Path[] {link, circle, device, folder.resolve("d.otio")}) {
      assertThat(new InputFile(each).read(problems)).isEmpty();
    }
    assertThat(problems.list())
        .extracting(Problem::message)
        .containsExactly(
            "This is a link, and what it points to is not there.",
            "This is a link, and what it points to is not there.",
            "This is a pipe, a socket or a device, not a file.",
            "The file is not there.");
  }

  @Test
  void theDigestIsTheSameHoweverItIsMade() throws IOException {
    byte[] bytes =
        "The rope was dropped.".repeat(50_000).getBytes(java.nio.charset.StandardCharsets.UTF_8);
    Path file = Files.write(folder.resolve("x"), bytes);
    assertThat(InputFile.sha256(file))
        .isEqualTo(InputFile.sha256(bytes))
        .isEqualTo(new InputFile(Path.of("x")).sha256Beside(bytes).get());
  }
}
