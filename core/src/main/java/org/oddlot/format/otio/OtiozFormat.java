package org.oddlot.format.otio;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.Collections;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.zip.CRC32;
import java.util.zip.ZipException;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.oddlot.format.TimelineFeature;
import org.oddlot.format.TimelineFormat;
import org.oddlot.input.InputFile;
import org.oddlot.input.Memory;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.FileTrouble;
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
      var names = new HashSet<String>();
      for (ZipArchiveEntry entry : Collections.list(zip.getEntries())) {
        if (!names.add(entry.getName())) {
          problems.error(
              entry.getName(),
              "Two entries of the archive have this name; which of them is right cannot be told.",
              "Export it again.");
          return Optional.empty();
        }
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
            "",
            "The archive has no timeline in it (" + Bundle.CONTENT + ").",
            "It is no .otioz; export it again.");
        return Optional.empty();
      }
      return unpack(zip, content, problems)
          .flatMap(bytes -> OtioReader.whole(file, bytes, problems));
    } catch (ZipException e) {
      problems.error(
          "", "This is not a zip archive, or one that is cut off or damaged.", "Export it again.");
    } catch (IOException e) {
      problems.error(
          "", "The archive cannot be read. " + FileTrouble.inWords(e), "Export it again.");
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

  /** What is in an entry, if it is what the archive says that it is. */
  private static Optional<byte[]> unpack(ZipFile zip, ZipArchiveEntry content, Problems problems)
      throws IOException {
    long packed = Math.max(1, content.getCompressedSize());
    var unpacked = new ByteArrayOutputStream();
    var checksum = new CRC32();
    var buffer = new byte[1 << 16];
    try (InputStream in = zip.getInputStream(content)) {
      for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
        unpacked.write(buffer, 0, n);
        checksum.update(buffer, 0, n);
        // The sizes that the archive states may lie; what counts is what comes out.
        if (unpacked.size() > Memory.mostOfOneFile() / 2
            || (unpacked.size() > RATIO_MATTERS_FROM && unpacked.size() / packed > LARGEST_RATIO)) {
          problems.error(
              Bundle.CONTENT,
              Phrase.of(
                  "This entry unpacks to more than %s from %s; it was not read further.",
                  Phrase.size(unpacked.size()), Phrase.size(packed)),
              "Export it again as .otio.");
          return Optional.empty();
        }
      }
    }
    if (unpacked.size() != content.getSize() || checksum.getValue() != content.getCrc()) {
      problems.error(
          Bundle.CONTENT,
          "The archive is damaged: what is in this entry is not what was put into it.",
          "Copy it again from where it came, or export it again.");
      return Optional.empty();
    }
    return Optional.of(unpacked.toByteArray());
  }

  @Override
  public Set<TimelineFeature> carries() {
    return EnumSet.allOf(TimelineFeature.class);
  }

  @Override
  @SuppressWarnings("ReferenceEquality") // unchanged is being the very object that was read
  public void write(TimelineObject root, Optional<Path> bundle, Path target) throws IOException {
    if (bundle.isPresent() && root.origin().asRead().orElse(null) == root) {
      Files.copy(bundle.get(), target);
      return;
    }
    var content = new ByteArrayOutputStream();
    OtioWriter.write(root, content);
    try (var out = new ZipArchiveOutputStream(target)) {
      if (bundle.isPresent()) {
        repack(bundle.get(), out, content.toByteArray(), Bundle.wanted(root));
      } else {
        put(
            out,
            new ZipArchiveEntry(Bundle.VERSION),
            Bundle.CURRENT_VERSION.getBytes(StandardCharsets.UTF_8));
        put(out, new ZipArchiveEntry(Bundle.CONTENT), content.toByteArray());
      }
    }
  }

  private static void repack(
      Path source, ZipArchiveOutputStream out, byte[] content, Predicate<String> wanted)
      throws IOException {
    try (ZipFile zip = ZipFile.builder().setPath(source).get()) {
      for (ZipArchiveEntry entry : Collections.list(zip.getEntriesInPhysicalOrder())) {
        if (entry.getName().equals(Bundle.CONTENT)) {
          var replacement = new ZipArchiveEntry(Bundle.CONTENT);
          replacement.setMethod(ZipArchiveEntry.DEFLATED);
          replacement.setTime(entry.getTime());
          put(out, replacement, content);
        } else if (wanted.test(entry.getName())) {
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
