package org.oddlot.format.otio;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
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
    return new InputFile(file.path().resolve(Bundle.CONTENT))
        .read(problems)
        .flatMap(bytes ->
            OtioReader.read(bytes, problems).map(root -> new Read(root, InputFile.sha256(bytes))));
  }

  @Override
  public void write(TimelineObject root, Path source, Path target) throws IOException {
    Files.createDirectories(target);
    if (Files.isDirectory(source)) {
      copyAllButContent(source, target);
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
          .filter(Files::isRegularFile)
          .map(inside -> file.relativize(inside).toString().replace('\\', '/'))
          .filter(Bundle::isBeside)
          .sorted()
          .toList();
    }
  }

  private static void copyAllButContent(Path source, Path target) throws IOException {
    try (var files = Files.walk(source)) {
      for (Path file : (Iterable<Path>) files::iterator) {
        Path copy = target.resolve(source.relativize(file).toString());
        if (Files.isDirectory(file)) {
          Files.createDirectories(copy);
        } else if (!file.equals(source.resolve(Bundle.CONTENT))) {
          Files.copy(file, copy);
        }
      }
    }
  }
}
