package org.oddlot.practice.desk;

import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.stream.Stream;

/**
 * Practice Desk at work with a folder that others watch: what is saved on its side is exported into
 * one folder, what comes into another is imported, and beside each it says what it made of it
 * ({@code FILE.reply.json}). What it imported lies in its projects under the name of the export,
 * and is not exported again.
 */
public final class Following {
  /** What a reply is called behind the file that it is about. */
  public static final String REPLY = ".reply.json";

  private static final JsonMapper JSON = new JsonMapper();
  private static final String ENDING = ".otio";
  private static final String PART = ".part";
  private static final String IMPORTED = " (imported)";

  private final Path projects;
  private final Path exports;
  private final Path returns;
  private final Consumer<String> says;
  private final Map<Path, FileTime> seen = new HashMap<>();

  /**
   * @param projects what is open on the desk, a file each
   * @param exports where it exports to
   * @param returns where it imports from
   * @param says what hears of each export and import
   */
  public Following(Path projects, Path exports, Path returns, Consumer<String> says) {
    this.projects = projects;
    this.exports = exports;
    this.returns = returns;
    this.says = says;
  }

  /** Looks once, and does what there is to do. */
  public void look() throws IOException {
    for (Path folder : List.of(projects, exports, returns)) {
      Files.createDirectories(folder);
    }
    for (Path file : timelines(projects)) {
      boolean isImported = String.valueOf(file.getFileName()).contains(IMPORTED);
      if (!isImported && isNew(file)) {
        export(file);
      }
    }
    for (Path file : timelines(returns)) {
      if (!Files.exists(file.resolveSibling(file.getFileName() + REPLY))) {
        take(file);
      }
    }
  }

  private boolean isNew(Path file) throws IOException {
    FileTime now = Files.getLastModifiedTime(file);
    return !now.equals(seen.put(file, now));
  }

  private static List<Path> timelines(Path folder) throws IOException {
    try (Stream<Path> files = Files.walk(folder, 2)) {
      return files.filter(file -> file.toString().endsWith(ENDING)).sorted().toList();
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
  }

  private void export(Path file) throws IOException {
    Project project = DeskReader.read(file);
    if (project.root().isEmpty()) {
      seen.remove(file); // it is being saved
      return;
    }
    Path target = exports.resolve(file.getFileName());
    put(DeskWriter.write(project.root().get()), target);
    says.accept("exported " + target.getFileName());
  }

  private void take(Path file) throws IOException {
    Project project = DeskReader.read(file);
    ObjectNode reply = JSON.createObjectNode();
    reply.put("by", "Practice Desk").put("file", String.valueOf(file.getFileName()));
    ArrayNode warnings = reply.putArray("warnings");
    ArrayNode refusals = reply.putArray("refusals");
    for (Complaint each : project.complaints()) {
      (each.refusal() ? refusals : warnings)
          .add((each.place().isEmpty() ? "" : each.place() + ": ") + each.text());
    }
    if (project.root().isPresent()) {
      String name = String.valueOf(file.getFileName());
      Path open =
          projects.resolve(name.substring(0, name.length() - ENDING.length()) + IMPORTED + ENDING);
      put(DeskWriter.write(project.root().get()), open);
    }
    put(
        JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(reply),
        file.resolveSibling(file.getFileName() + REPLY));
    says.accept(
        "imported "
            + file.getFileName()
            + (project.isClean() ? "" : ": " + project.complaints().getFirst()));
  }

  private static void put(byte[] bytes, Path target) throws IOException {
    Path part = target.resolveSibling(target.getFileName() + PART);
    Files.write(part, bytes);
    Files.move(part, target, StandardCopyOption.REPLACE_EXISTING);
  }
}
