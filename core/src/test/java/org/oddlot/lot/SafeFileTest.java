package org.oddlot.lot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SafeFileTest {
  @TempDir private Path folder;

  private List<String> inFolder() throws IOException {
    try (var files = Files.list(folder)) {
      return files.map(file -> file.getFileName().toString()).sorted().toList();
    }
  }

  @Test
  void whatIsCutOffWhileWritingLeavesTheOldState() throws IOException {
    Path target = Files.writeString(folder.resolve("lot.oddlot"), "the old state");
    assertThatThrownBy(() ->
            SafeFile.write(
                target,
                part -> {
                  Files.writeString(part, "half of the new");
                  throw new IOException("No space left on device");
                }))
        .hasMessage("Cannot write " + target + ": the disk is full.");
    assertThat(target).hasContent("the old state");
    assertThat(inFolder()).containsExactly("lot.oddlot");
  }

  @Test
  void whatAKilledRunLeftIsClearedAwayAndWhatOthersWriteIsNot() throws IOException {
    // The part of this process tells how this machine's are called.
    var own = new ArrayList<String>();
    SafeFile.write(
        folder.resolve("first"),
        part -> {
          own.add(part.getFileName().toString());
          Files.writeString(part, "x");
        });
    String ofMine = own.getFirst();
    String dead = ofMine.replace("-" + ProcessHandle.current().pid() + "-", "-999999999-");
    String living = ofMine.replaceFirst("-\\d+\\.part", "-77777.part");
    // The number of this process, which another one had before.
    String former = ofMine.replaceFirst("-\\d+(-\\d+\\.part)", "-1$1");
    String elsewhere = ".oddlot-zz0-999999999-1.part";
    for (String name : List.of(dead, living, elsewhere, former)) {
      Files.writeString(folder.resolve(name), "half");
    }
    SafeFile.write(folder.resolve("second"), part -> Files.writeString(part, "x"));
    assertThat(inFolder()).containsExactlyInAnyOrder("first", "second", living, elsewhere);
  }

  @Test
  void namesAsLongAsTheSystemAllowsAreWritten() throws IOException {
    // NAME_MAX is 255 bytes on the usual file systems; limits.h(0p).
    Path longest = folder.resolve("ü".repeat(125) + ".otio");
    SafeFile.write(longest, part -> Files.writeString(part, "x"));
    assertThat(longest).hasContent("x");
    Path tooLong = folder.resolve("x".repeat(300));
    assertThatThrownBy(() -> SafeFile.write(tooLong, part -> Files.writeString(part, "x")))
        .hasMessageContaining("Cannot write " + tooLong)
        .hasMessageContaining("the name is longer than the system allows");
    assertThat(inFolder()).hasSize(1);
  }

  @Test
  void aFileWhereTheFolderShouldBeIsSaid() throws IOException {
    Path file = Files.writeString(folder.resolve("file"), "x");
    assertThatThrownBy(() -> SafeFile.write(file.resolve("y"), part -> Files.writeString(part, "")))
        .isInstanceOf(IOException.class)
        .hasMessageStartingWith("Cannot write " + file.resolve("y") + ": ");
  }

  @Test
  void manyWritersOfOneNewNameEachGetTheirs() throws IOException {
    Path wanted = folder.resolve("day.otio");
    List<CompletableFuture<Path>> writers =
        IntStream.range(0, 24)
            .mapToObj(i ->
                CompletableFuture.supplyAsync(() -> {
                  try {
                    return SafeFile.writeNew(wanted, part -> Files.writeString(part, "of " + i));
                  } catch (IOException e) {
                    throw new AssertionError(e);
                  }
                }))
            .toList();
    var contents = new HashSet<String>();
    for (int i = 0; i < writers.size(); i++) {
      contents.add(Files.readString(writers.get(i).join()));
      assertThat(writers.get(i).join()).hasContent("of " + i);
    }
    assertThat(contents).hasSize(24);
    assertThat(inFolder()).hasSize(24);
  }

  @Test
  void whatIsThereWithTheSameContentIsLeftAlone() throws IOException {
    Path wanted = folder.resolve("day.otio");
    SafeFile.writeNew(wanted, part -> Files.writeString(part, "same"));
    assertThat(SafeFile.writeNew(wanted, part -> Files.writeString(part, "same")))
        .isEqualTo(wanted);
    assertThat(SafeFile.writeNew(wanted, part -> Files.writeString(part, "other")))
        .isEqualTo(folder.resolve("day 2.otio"));
    assertThat(inFolder()).containsExactly("day 2.otio", "day.otio");
  }

  @Test
  void aNewFileIsNeverWrittenOverAnythingNotEvenALinkThatLeadsNowhere() throws IOException {
    Path target = folder.resolve("new.otio");
    SafeFile.create(target, part -> Files.writeString(part, "first"));
    Path link = Files.createSymbolicLink(folder.resolve("link.otio"), folder.resolve("gone"));
    for (Path taken : List.of(target, link)) {
      assertThatThrownBy(() -> SafeFile.create(taken, part -> Files.writeString(part, "second")))
          .isInstanceOf(FileAlreadyExistsException.class);
    }
    assertThat(target).hasContent("first");
    assertThat(folder.resolve("gone")).doesNotExist();
    // What comes there while it is being written is not written over either.
    Path late = folder.resolve("late.otio");
    assertThatThrownBy(() ->
            SafeFile.create(
                late,
                part -> {
                  Files.writeString(part, "ours");
                  Files.writeString(late, "theirs");
                }))
        .isInstanceOf(FileAlreadyExistsException.class);
    assertThat(late).hasContent("theirs");
    assertThat(inFolder()).noneMatch(name -> name.endsWith(".part"));
  }

  @Test
  void ofManyThatWantExactlyOneNameOneGetsIt() {
    Path target = folder.resolve("one.otio");
    long written =
        IntStream.range(0, 24)
            .parallel()
            .filter(i -> {
              try {
                SafeFile.create(target, part -> Files.writeString(part, "of " + i));
                return true;
              } catch (IOException e) {
                return false;
              }
            })
            .count();
    assertThat(written).isEqualTo(1);
  }

  @Test
  void aPipeIsNotWrittenInto() throws IOException, InterruptedException {
    Path pipe = folder.resolve("pipe");
    assumeTrue(new ProcessBuilder("mkfifo", pipe.toString()).start().waitFor() == 0);
    assertThatThrownBy(() -> SafeFile.write(pipe, part -> Files.writeString(part, "x")))
        .hasMessageContaining("it is a pipe, a socket or a device");
    assertThatThrownBy(() -> SafeFile.create(pipe, part -> Files.writeString(part, "x")))
        .isInstanceOf(FileAlreadyExistsException.class);
    // Nor is it waited for where a number can be put behind the name.
    Path other = SafeFile.writeNew(pipe, part -> Files.writeString(part, "x"));
    assertThat(other).hasFileName("pipe 2").hasContent("x");
  }

  @Test
  void partsOfAWeekAgoAreClearedAwayWhoeverLeftThem() throws IOException {
    Path old = Files.writeString(folder.resolve(".oddlot-elsewhere-1-2-3.part"), "half");
    Files.setLastModifiedTime(old, FileTime.from(Instant.parse("2020-01-01T00:00:00Z")));
    SafeFile.write(folder.resolve("x"), part -> Files.writeString(part, "x"));
    assertThat(inFolder()).containsExactly("x");
  }
}
