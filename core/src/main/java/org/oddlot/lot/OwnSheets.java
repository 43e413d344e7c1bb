package org.oddlot.lot;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.oddlot.input.InputFile;
import org.oddlot.input.UserFolder;
import org.oddlot.pass.RunSheet;
import org.oddlot.text.Phrase;

/** The run sheets that somebody keeps: files in a folder of their own. */
public final class OwnSheets {
  private static final int MOST = 200;

  private OwnSheets() {}

  /** Where they are; the folder need not be there yet. */
  public static Path folder() {
    return UserFolder.CONFIG.path().resolve("sheets");
  }

  /** Those that can be read, by their names. Others are not among them: opening one says why. */
  public static List<SheetFile> all() {
    var all = new ArrayList<SheetFile>();
    for (Path file : files()) {
      try {
        all.add(SheetFile.open(file));
      } catch (IOException e) {
        System.getLogger(OwnSheets.class.getName())
            .log(System.Logger.Level.DEBUG, "{0}: {1}", file, e.getMessage());
      }
    }
    return all;
  }

  private static List<Path> files() {
    Path folder = folder();
    if (!Files.isDirectory(folder)) {
      return List.of();
    }
    try (Stream<Path> files = Files.list(folder)) {
      return files
          .filter(file -> file.toString().endsWith(SheetFile.EXTENSION))
          .sorted()
          .limit(MOST)
          .toList();
    } catch (IOException e) {
      return List.of();
    }
  }

  /**
   * The run sheet that is meant: a ready one by its id, an own one by its name or that of its file,
   * or a file.
   *
   * @param before what a ready one takes the settings of
   * @throws IOException if it cannot be read, or there is none; the message says so in a sentence
   */
  public static RunSheet meant(String name, RunSheet before) throws IOException {
    Optional<ReadySheet> ready = ReadySheet.byId(name);
    if (ready.isPresent()) {
      return ready.get().over(before);
    }
    for (Path file : files()) {
      // Its file may be called so though it cannot be read, and then that is said.
      if (new InputFile(file).stem().equalsIgnoreCase(name)) {
        return SheetFile.open(file).sheet();
      }
    }
    Optional<SheetFile> own =
        all().stream().filter(each -> each.name().equalsIgnoreCase(name)).findFirst();
    if (own.isPresent()) {
      return own.get().sheet();
    }
    if (Files.isRegularFile(Path.of(name))) {
      return SheetFile.open(Path.of(name)).sheet();
    }
    throw new IOException(
        Phrase.of(
            "There is no run sheet \"%s\", neither a file nor one of %s.",
            name,
            Stream.concat(
                    ReadySheet.all().stream().map(ReadySheet::id),
                    all().stream().map(SheetFile::name))
                .collect(Collectors.joining(", "))));
  }
}
