package org.oddlot.measure;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import org.oddlot.input.FileState;
import org.oddlot.input.InputFile;
import org.oddlot.input.KeptFile;
import org.oddlot.input.OldestFirst;
import org.oddlot.input.UserFolder;
import org.oddlot.json.JsonException;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonPatch;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonStyle;
import org.oddlot.json.JsonValue;

/**
 * Keeps results of measuring on disk, a small file each, by method, parameters and the states of
 * the files. The folder can be deleted at any time; beyond a limit what was made first goes first.
 * What cannot be kept is measured again another time, never an error.
 */
public final class MeasurementStore {
  private static final System.Logger LOG = System.getLogger(MeasurementStore.class.getName());
  private static final int LOOK_EVERY = 500;
  private final Optional<Path> folder;
  private final int most;
  private final AtomicInteger kept = new AtomicInteger();

  private MeasurementStore(Optional<Path> folder, int most) {
    this.folder = folder;
    this.most = most;
  }

  /** A store that keeps nothing. */
  public static MeasurementStore none() {
    return new MeasurementStore(Optional.empty(), 0);
  }

  /**
   * A store in {@code folder}, which is made when it is needed.
   *
   * @param most how many results are kept at the most
   */
  public static MeasurementStore in(Path folder, int most) {
    return new MeasurementStore(Optional.of(folder), most);
  }

  /** The store of this user: in the folder for what can be made again. */
  public static MeasurementStore ofUser() {
    return in(UserFolder.CACHE.path().resolve("measured"), 20_000);
  }

  /**
   * A result that is kept.
   *
   * @param found what was found, if anything was
   */
  record Kept<T>(Optional<T> found) {}

  /** What was found before, for files in these states; empty where that is not known. */
  <T> Optional<Kept<T>> find(Measurement<T> measurement, List<FileState> states) {
    if (folder.isEmpty()) {
      return Optional.empty();
    }
    Path file = file(measurement, states);
    try {
      if (!Files.exists(file)) {
        return Optional.empty();
      }
      if (JsonValue.parse(Files.readString(file)) instanceof JsonObject json) {
        JsonObject found = json.object("found");
        return json.get("found").isEmpty()
            ? Optional.of(new Kept<>(Optional.empty()))
            : measurement.fromJson(found).map(result -> new Kept<>(Optional.of(result)));
      }
    } catch (IOException | JsonException e) {
      LOG.log(System.Logger.Level.DEBUG, "{0}: {1}", file, e.getMessage());
    }
    return Optional.empty();
  }

  /** Keeps what was found. */
  <T> void keep(Measurement<T> measurement, List<FileState> states, Optional<T> result) {
    if (folder.isEmpty()) {
      return;
    }
    Path file = file(measurement, states);
    JsonObject json =
        JsonObject.EMPTY
            .with("method", JsonString.of(measurement.method()))
            .with("of", JsonString.of(measurement.title()));
    for (T found : result.stream().toList()) {
      json = json.with("found", measurement.toJson(found));
    }
    try {
      String text = JsonPatch.toString(json, JsonStyle.indented("  ")) + "\n";
      KeptFile.put(file, part -> Files.writeString(part, text));
      if (kept.getAndIncrement() % LOOK_EVERY == 0) {
        OldestFirst.shrink(folder.orElseThrow(), ".json", most, each -> 1);
      }
    } catch (IOException e) {
      LOG.log(System.Logger.Level.DEBUG, "{0}: {1}", file, e.getMessage());
    }
  }

  private Path file(Measurement<?> measurement, List<FileState> states) {
    String key =
        measurement.method()
            + "\n"
            + measurement.parameters()
            + "\n"
            + states.stream().map(FileState::inOneLine).collect(Collectors.joining("\n"));
    String name = InputFile.sha256(key.getBytes(StandardCharsets.UTF_8));
    return folder.orElseThrow().resolve(name.substring(0, 2)).resolve(name + ".json");
  }
}
