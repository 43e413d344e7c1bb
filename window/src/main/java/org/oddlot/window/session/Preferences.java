package org.oddlot.window.session;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.oddlot.input.UserFolder;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonLiteral;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.lot.JsonFile;

/**
 * What the window remembers from one start to the next: recent lots, the last folder, the night
 * sheet. A file that is missing or damaged means nothing is remembered, never an error.
 */
public final class Preferences {
  private static final int MOST_RECENT = 8;

  private final Path file;
  private JsonObject values;

  /** The preferences that are kept in {@code file}. */
  public Preferences(Path file) {
    this.file = file;
    this.values = JsonFile.readOrEmpty(file);
  }

  /** Where they are kept for this user: what {@code oddlot.config} says, or the usual folder. */
  public static Preferences ofUser() {
    return new Preferences(UserFolder.CONFIG.path().resolve("window.json"));
  }

  /** The folder in which they are kept. */
  public Path folder() {
    Path parent = file.toAbsolutePath().getParent();
    return parent == null ? Path.of("").toAbsolutePath() : parent;
  }

  /** A name that no file can have is as good as none. */
  private static Stream<Path> path(String text) {
    try {
      return Stream.of(Path.of(text));
    } catch (InvalidPathException e) {
      return Stream.empty();
    }
  }

  /** The lots that were open last, the latest first; some may not be there any more. */
  public List<Path> recentLots() {
    return values.array("recent").stream()
        .map(JsonValue::display)
        .flatMap(Preferences::path)
        .toList();
  }

  /** Puts a lot first among the recent ones. */
  public void addRecentLot(Path lot) {
    var recent = new ArrayList<>(recentLots());
    recent.remove(lot);
    recent.addFirst(lot);
    setRecent(recent);
  }

  /** A lot is not there any more. */
  public void forgetRecentLot(Path lot) {
    setRecent(recentLots().stream().filter(each -> !each.equals(lot)).toList());
  }

  private void setRecent(List<Path> recent) {
    set(
        "recent",
        JsonArray.of(
            recent.stream()
                .limit(MOST_RECENT)
                .map(path -> JsonString.of(path.toString()))
                .toList()));
  }

  /** The folder that files were last chosen from. */
  public Optional<Path> lastFolder() {
    return values.string("last_folder").stream()
        .flatMap(Preferences::path)
        .filter(Files::isDirectory)
        .findFirst();
  }

  /** Remembers the folder that files were chosen from. */
  public void setLastFolder(Path folder) {
    set("last_folder", JsonString.of(folder.toString()));
  }

  /** Whether the night sheet is on. */
  public boolean isNight() {
    return values.get("night").filter(JsonLiteral.TRUE::equals).isPresent();
  }

  /** Remembers whether the night sheet is on. */
  public void setNight(boolean night) {
    set("night", JsonLiteral.of(night));
  }

  /** Whether the cut below the stations is unfolded. */
  public boolean isCutShown() {
    return values.get("cut").filter(JsonLiteral.TRUE::equals).isPresent();
  }

  /** Remembers whether the cut is unfolded. */
  public void setCutShown(boolean shown) {
    set("cut", JsonLiteral.of(shown));
  }

  /**
   * What was watched last.
   *
   * @param in the folder in which things arrive
   * @param out the folder that is written to
   * @param sheet the run sheet, by its name
   */
  public record LastWatched(Path in, Path out, String sheet) {}

  /** What was watched last; empty where nothing was yet. */
  public Optional<LastWatched> watched() {
    JsonObject its = values.object("watched");
    Optional<Path> out = its.string("out").stream().flatMap(Preferences::path).findFirst();
    return its.string("in").stream()
        .flatMap(Preferences::path)
        .findFirst()
        .flatMap(
            in -> out.map(to -> new LastWatched(in, to, its.string("sheet").orElse("everything"))));
  }

  /** Remembers what is watched. */
  public void setWatched(Path in, Path out, String sheet) {
    set(
        "watched",
        JsonObject.of("in", JsonString.of(in.toString()))
            .with("out", JsonString.of(out.toString()))
            .with("sheet", JsonString.of(sheet)));
  }

  private void set(String key, JsonValue value) {
    values = values.with(key, value);
    try {
      JsonFile.write(file, values);
    } catch (IOException e) {
      // Not being able to remember is no reason to stop working.
      System.getLogger(Preferences.class.getName())
          .log(System.Logger.Level.WARNING, "preferences", e);
    }
  }
}
