package org.oddlot.format.otio;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.zip.ZipException;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.oddlot.format.TimelineFormat;
import org.oddlot.input.InputFile;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.TimelineObject;

/**
 * {@code .otioz}: a zip archive with the JSON in {@code content.otio} and the media beside it. Only
 * the JSON is unpacked; the other entries go over as they are packed.
 */
public final class OtiozFormat implements TimelineFormat {
  /** JSON packs well, but not like this: more is an archive made to fill the memory. */
  private static final long LARGEST_RATIO = 400;

  private static final long RATIO_MATTERS_FROM = 64 << 20;

  @Override
  public String name() {
    return "OpenTimelineIO archive";
  }

  @Override
  public List<String> extensions() {
    return List.of(".otioz");
  }

  @Override
  public Optional<Read> read(InputFile file, ReadingOptions options, Problems problems) {
    try (ZipFile zip = ZipFile.builder().setPath(file.path()).get()) {
      for (ZipArchiveEntry entry : Collections.list(zip.getEntries())) {
        if (leavesTheArchive(entry.getName())) {
          problems.warning(
              entry.getName(),
              "This entry's name points outside of the archive.",
              "It is carried and never unpacked; do not unpack this archive by hand.");
        }
      }
      ZipArchiveEntry content = zip.getEntry(Bundle.CONTENT);
      if (content == null) {
        problems.error(
            "", "The archive has no " + Bundle.CONTENT + ".", "It is no .otioz; export it again.");
        return Optional.empty();
      }
      return unpack(zip, content, problems)
          .flatMap(bytes ->
              OtioReader.read(bytes, problems)
                  .map(root -> new Read(root, InputFile.sha256(bytes))));
    } catch (ZipException e) {
      problems.error(
          "",
          "This is not a zip archive, or a damaged one: " + e.getMessage() + ".",
          "Export it again.");
    } catch (IOException e) {
      problems.error("", "The archive cannot be read: " + e.getMessage() + ".", "");
    }
    return Optional.empty();
  }

  @Override
  public List<String> filesBeside(Path file) throws IOException {
    try (ZipFile zip = ZipFile.builder().setPath(file).get()) {
      return Collections.list(zip.getEntries()).stream()
          .filter(entry -> !entry.isDirectory())
          .map(ZipArchiveEntry::getName)
          .filter(Bundle::isBeside)
          .toList();
    }
  }

  static boolean leavesTheArchive(String name) {
    String path = name.replace('\\', '/');
    return path.startsWith("/")
        || path.matches("[A-Za-z]:.*")
        || List.of(path.split("/", -1)).contains("..");
  }

  private static Optional<byte[]> unpack(ZipFile zip, ZipArchiveEntry content, Problems problems)
      throws IOException {
    long limit = Math.min(Integer.MAX_VALUE - 16L, Runtime.getRuntime().maxMemory() / 2);
    long packed = Math.max(1, content.getCompressedSize());
    var unpacked = new ByteArrayOutputStream();
    var buffer = new byte[1 << 16];
    try (InputStream in = zip.getInputStream(content)) {
      for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
        unpacked.write(buffer, 0, n);
        // The sizes that the archive states may lie; what counts is what comes out.
        if (unpacked.size() > limit
            || (unpacked.size() > RATIO_MATTERS_FROM && unpacked.size() / packed > LARGEST_RATIO)) {
          problems.error(
              Bundle.CONTENT,
              Phrase.of(
                  "This entry unpacks to more than %,d MB from %,d bytes; it was not read further.",
                  unpacked.size() >> 20, packed),
              "Export it again as .otio.");
          return Optional.empty();
        }
      }
    }
    return Optional.of(unpacked.toByteArray());
  }

  @Override
  @SuppressWarnings("ReferenceEquality") // unchanged is being the very object that was read
  public void write(TimelineObject root, Path source, Path target) throws IOException {
    boolean repack = new InputFile(source).extension().equals(".otioz");
    if (repack && root.origin().asRead().orElse(null) == root) {
      Files.copy(source, target);
      return;
    }
    var content = new ByteArrayOutputStream();
    OtioWriter.write(root, content);
    try (var out = new ZipArchiveOutputStream(target)) {
      if (repack) {
        repack(source, out, content.toByteArray());
      } else {
        put(
            out,
            new ZipArchiveEntry(Bundle.VERSION),
            Bundle.CURRENT_VERSION.getBytes(StandardCharsets.UTF_8));
        put(out, new ZipArchiveEntry(Bundle.CONTENT), content.toByteArray());
      }
    }
  }

  private static void repack(Path source, ZipArchiveOutputStream out, byte[] content)
      throws IOException {
    try (ZipFile zip = ZipFile.builder().setPath(source).get()) {
      for (ZipArchiveEntry entry : Collections.list(zip.getEntriesInPhysicalOrder())) {
        if (entry.getName().equals(Bundle.CONTENT)) {
          var replacement = new ZipArchiveEntry(Bundle.CONTENT);
          replacement.setMethod(ZipArchiveEntry.DEFLATED);
          replacement.setTime(entry.getTime());
          put(out, replacement, content);
        } else {
          try (InputStream raw = zip.getRawInputStream(entry)) {
            out.addRawArchiveEntry(entry, raw);
          }
        }
      }
    }
  }

  private static void put(ZipArchiveOutputStream out, ZipArchiveEntry entry, byte[] bytes)
      throws IOException {
    if (entry.getTime() < 0) {
      // No clock in what is written: the earliest time that a zip archive can state.
      entry.setTimeLocal(LocalDateTime.of(1980, 1, 1, 0, 0));
    }
    out.putArchiveEntry(entry);
    out.write(bytes);
    out.closeArchiveEntry();
  }
}
