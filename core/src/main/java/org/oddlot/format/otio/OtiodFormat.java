package org.oddlot.format.otio;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import org.oddlot.format.TimelineFeature;
import org.oddlot.format.TimelineFormat;
import org.oddlot.input.InputFile;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.timeline.TimelineObject;

/** {@code .otiod}: a folder with the JSON in {@code content.otio} and the media beside it. */
public final class OtiodFormat implements TimelineFormat {
  @Override
  public String name() {
    return "OpenTimelineIO folder";
  }

  @Override
  public List<String> extensions() {
    return List.of(".otiod");
  }

  @Override
  public boolean isFolder() {
    return true;
  }

  @Override
  public Optional<Read> read(InputFile file, ReadingOptions options, Problems problems) {
    if (!Files.isDirectory(file.path())) {
      problems.error("", "An .otiod is a folder; this is a file.", "Choose the folder.");
      return Optional.empty();
    }
    Path content = file.path().resolve(Bundle.CONTENT);
    if (!Files.exists(content, LinkOption.NOFOLLOW_LINKS)) {
      problems.error(
          "",
          "The folder has no timeline in it (" + Bundle.CONTENT + ").",
          "It is no .otiod, or was not copied whole.");
      return Optional.empty();
    }
    return new InputFile(content)
        .read(problems)
        .flatMap(bytes -> OtioReader.whole(file, bytes, problems));
  }

  @Override
  public Set<TimelineFeature> carries() {
    return EnumSet.allOf(TimelineFeature.class);
  }

  @Override
  public void write(TimelineObject root, Optional<Path> bundle, Path target) throws IOException {
    Files.createDirectories(target);
    if (bundle.isPresent()) {
      copyBeside(bundle.get(), target, Bundle.wanted(root));
    } else {
      Files.writeString(target.resolve(Bundle.VERSION), Bundle.CURRENT_VERSION);
    }
    try (OutputStream out = Files.newOutputStream(target.resolve(Bundle.CONTENT))) {
      OtioWriter.write(root, out);
    }
  }

  @Override
  public List<String> filesBeside(Path file) throws IOException {
    try (var files = Files.walk(file)) {
      return files
          // Links too, wherever they lead: what is lost must be said.
          .filter(inside -> !Files.isDirectory(inside, LinkOption.NOFOLLOW_LINKS))
          .map(inside -> file.relativize(inside).toString().replace('\\', '/'))
          .filter(Bundle::isBeside)
          .sorted()
          .toList();
    }
  }

  /** Copies the files that are wanted; a link stays one, and leads where it led. */
  private static void copyBeside(Path source, Path target, Predicate<String> wanted)
      throws IOException {
    try (var files = Files.walk(source)) {
      for (Path file : (Iterable<Path>) files::iterator) {
        String name = source.relativize(file).toString().replace('\\', '/');
        Path copy = target.resolve(name);
        if (Files.isDirectory(file, LinkOption.NOFOLLOW_LINKS)) {
          if (wanted.test(name + "/")) {
            Files.createDirectories(copy);
          }
        } else if (!file.equals(source.resolve(Bundle.CONTENT)) && wanted.test(name)) {
          Files.createDirectories(copy.getParent());
          if (Files.isSymbolicLink(file)) {
            copyLink(file, source, copy);
          } else if (Files.isRegularFile(file)) {
            Files.copy(file, copy);
          }
          // A pipe or a device has nothing in it that could be copied.
        }
      }
    }
  }

  private static void copyLink(Path link, Path source, Path copy) throws IOException {
    Path leads = Files.readSymbolicLink(link);
    Path there = link.toAbsolutePath().resolveSibling(leads).normalize();
    boolean leavesTheBundle = !there.startsWith(source.toAbsolutePath().normalize());
    Files.createSymbolicLink(copy, leavesTheBundle ? there : leads);
  }
}
