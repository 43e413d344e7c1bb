package org.oddlot.format.otio;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.format.Formats;
import org.oddlot.format.TimelineFormat;
import org.oddlot.input.InputFile;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;

class BundleTest {
  @TempDir private Path folder;
  private final Problems problems = new Problems("day.otioz");
  private final byte[] content = Fixtures.bytes("collection.otio");
  private Path archive = Path.of("");

  @BeforeEach
  void makeArchive() throws IOException {
    archive = folder.resolve("day.otioz");
    Map<String, byte[]> entries = new LinkedHashMap<>();
    entries.put("version.txt", "1.0.0".getBytes(StandardCharsets.UTF_8));
    entries.put("content.otio", content);
    entries.put("media/A003C014.mov", new byte[100_000]);
    zip(archive, entries);
  }

  private static void zip(Path file, Map<String, byte[]> entries) throws IOException {
    try (var zip = new ZipOutputStream(Files.newOutputStream(file))) {
      for (var entry : entries.entrySet()) {
        zip.putNextEntry(new ZipEntry(entry.getKey()));
        zip.write(entry.getValue());
        zip.closeEntry();
      }
    }
  }

  private static TimelineFormat format(Path file) {
    return Formats.of(new InputFile(file)).orElseThrow();
  }

  private TimelineFormat.Read read(Path file) {
    return format(file).read(new InputFile(file), ReadingOptions.DETECTED, problems).orElseThrow();
  }

  @Test
  void aDamagedArchiveIsAnError() throws IOException {
    Path stored = folder.resolve("stored.otioz");
    try (var zip = new ZipOutputStream(Files.newOutputStream(stored))) {
      var entry = new ZipEntry("content.otio");
      entry.setMethod(ZipEntry.STORED);
      entry.setSize(content.length);
      var checksum = new java.util.zip.CRC32();
      checksum.update(content);
      entry.setCrc(checksum.getValue());
      zip.putNextEntry(entry);
      zip.write(content);
      zip.closeEntry();
    }
    byte[] bytes = Files.readAllBytes(stored);
    assertThat(read(stored).root()).isNotNull();
    // One digit of a number becomes another: still JSON, another time.
    int digit = new String(bytes, StandardCharsets.ISO_8859_1).indexOf("\"value\"") + 9;
    bytes[digit] = (byte) (bytes[digit] == '1' ? '2' : '1');
    Files.write(stored, bytes);
    assertThat(format(stored).read(new InputFile(stored), ReadingOptions.DETECTED, problems))
        .isEmpty();
    assertThat(problems.list())
        .extracting(Problem::message)
        .anyMatch(message -> message.contains("not what was put into it"));
  }

  @Test
  void linksOfADirectoryStayLinksWhereverTheyLead() throws IOException {
    Path directory = folder.resolve("day.otiod");
    Files.createDirectories(directory.resolve("media"));
    Files.write(directory.resolve("content.otio"), content);
    Path unplugged = Path.of("/unplugged/disk/A003C014.mov");
    Files.createSymbolicLink(directory.resolve("media/A003C014.mov"), unplugged);
    Files.createSymbolicLink(directory.resolve("media/again"), Path.of(".."));
    assertThat(format(directory).filesBeside(directory))
        .containsExactly("media/A003C014.mov", "media/again");
    Path copy = folder.resolve("copy.otiod");
    format(directory)
        .write(read(directory).root().withName("Renamed"), Optional.of(directory), copy);
    assertThat(Files.readSymbolicLink(copy.resolve("media/A003C014.mov"))).isEqualTo(unplugged);
    assertThat(Files.readSymbolicLink(copy.resolve("media/again"))).isEqualTo(Path.of(".."));
    assertThat(read(copy).root().name()).isEqualTo("Renamed");
  }

  @Test
  void anUnchangedArchiveIsCopiedToTheByte() throws IOException {
    Path copy = folder.resolve("copy.otioz");
    format(archive).write(read(archive).root(), Optional.of(archive), copy);
    assertThat(Files.mismatch(archive, copy)).isEqualTo(-1);
  }

  @Test
  void aChangedArchiveKeepsItsMediaAsTheyArePacked() throws IOException {
    Path changed = folder.resolve("changed.otioz");
    format(archive).write(read(archive).root().withName("Renamed"), Optional.of(archive), changed);
    assertThat(read(changed).root().name()).isEqualTo("Renamed");
    try (var before = new ZipFile(archive.toFile());
        var after = new ZipFile(changed.toFile())) {
      assertThat(after.stream().map(ZipEntry::getName))
          .containsExactly("version.txt", "content.otio", "media/A003C014.mov");
      ZipEntry was = before.getEntry("media/A003C014.mov");
      ZipEntry is = after.getEntry("media/A003C014.mov");
      assertThat(is.getCrc()).isEqualTo(was.getCrc());
      assertThat(is.getCompressedSize()).isEqualTo(was.getCompressedSize());
    }
  }

  @Test
  void contentGoesFromOneKindToTheOtherToTheByte() throws IOException {
    Path plain = folder.resolve("plain.otio");
    format(plain).write(read(archive).root(), Optional.empty(), plain);
    assertThat(Files.readAllBytes(plain)).isEqualTo(content);
    assertThat(format(archive).filesBeside(archive)).containsExactly("media/A003C014.mov");

    Path directory = folder.resolve("day.otiod");
    format(directory).write(read(plain).root(), Optional.empty(), directory);
    assertThat(Files.readAllBytes(directory.resolve("content.otio"))).isEqualTo(content);

    Path packed = folder.resolve("again.otioz");
    Path packedAgain = folder.resolve("again2.otioz");
    format(packed).write(read(directory).root(), Optional.empty(), packed);
    format(packedAgain).write(read(directory).root(), Optional.empty(), packedAgain);
    assertThat(Files.mismatch(packed, packedAgain)).isEqualTo(-1);
  }

  @Test
  void aFolderKeepsItsMedia() throws IOException {
    Path directory = folder.resolve("day.otiod");
    Files.createDirectories(directory.resolve("media"));
    Files.write(directory.resolve("content.otio"), content);
    Files.writeString(directory.resolve("media/a.mov"), "moving");
    Path changed = folder.resolve("changed.otiod");
    format(directory)
        .write(read(directory).root().withName("Renamed"), Optional.of(directory), changed);
    assertThat(changed.resolve("media/a.mov")).hasContent("moving");
    assertThat(read(changed).root().name()).isEqualTo("Renamed");
    assertThat(format(changed).filesBeside(changed)).containsExactly("media/a.mov");
  }

  @Test
  void aHostileArchiveIsSaidAndNothingIsUnpackedFromIt() throws IOException {
    Path hostile = folder.resolve("hostile.otioz");
    zip(
        hostile,
        Map.of("content.otio", content, "../outside.txt", new byte[1], "/root.txt", new byte[1]));
    assertThat(read(hostile).root().name()).isEqualTo("Orrin");
    assertThat(problems.list()).extracting(Problem::place).contains("../outside.txt", "/root.txt");
    assertThat(folder.resolveSibling("outside.txt")).doesNotExist();
  }

  @Test
  void anArchiveThatUnpacksWithoutEndIsNotReadFurther() throws IOException {
    Path bomb = folder.resolve("bomb.otioz");
    zip(bomb, Map.of("content.otio", new byte[200 << 20]));
    assertThat(Files.size(bomb)).isLessThan(1 << 20);
    assertThat(format(bomb).read(new InputFile(bomb), ReadingOptions.DETECTED, problems)).isEmpty();
    assertThat(problems.list().getFirst().message()).contains("unpacks to more than");
  }

  @Test
  void whatIsNoArchiveIsAnError() throws IOException {
    Path text = folder.resolve("text.otioz");
    Files.writeString(text, "not packed at all");
    assertThat(format(text).read(new InputFile(text), ReadingOptions.DETECTED, problems)).isEmpty();
    Path empty = folder.resolve("empty.otioz");
    zip(empty, Map.of("readme.txt", new byte[1]));
    assertThat(format(empty).read(new InputFile(empty), ReadingOptions.DETECTED, problems))
        .isEmpty();
    Path cut = folder.resolve("cut.otioz");
    Files.write(cut, java.util.Arrays.copyOf(Files.readAllBytes(archive), 500));
    assertThat(format(cut).read(new InputFile(cut), ReadingOptions.DETECTED, problems)).isEmpty();
    assertThat(problems.list()).hasSize(3);
  }
}
