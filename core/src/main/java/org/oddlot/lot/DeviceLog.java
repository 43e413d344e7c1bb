package org.oddlot.lot;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpRequest;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.input.FileName;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.progress.CancelledException;
import org.oddlot.progress.Progress;
import org.oddlot.text.Phrase;

/**
 * Fetches a log from a logging device that is attached to this machine, piece by piece, and keeps
 * it as a file once it is whole. A piece that breaks off is asked for again; only addresses of this
 * machine itself are asked.
 */
public final class DeviceLog {
  private static final LocalService.Terms TERMS =
      new LocalService.Terms(
          "logging device",
          "is the device attached and switched on?",
          Duration.ofSeconds(10),
          4,
          16_000_000);
  private static final long MOST_ENTRIES = 1_000_000;

  private final LocalService service;
  private final URI address;

  private DeviceLog(URI address, LocalService service) {
    this.address = address;
    this.service = service;
  }

  /** Where a device is: {@code http://127.0.0.1:8421/log}, or only the port. */
  public static Optional<URI> address(String text) {
    return LocalService.address(text, "/log");
  }

  /**
   * Fetches the log and writes it into {@code folder}.
   *
   * @return the new file
   * @throws IOException if it could not be fetched whole; then nothing is written, and the message
   *     says how far it came
   * @throws CancelledException if {@code progress} asks to stop
   */
  public static Path receive(URI address, Path folder, Progress progress) throws IOException {
    try (var service = new LocalService(address, TERMS, progress)) {
      JsonObject log = new DeviceLog(address, service).fetch(progress);
      String name = FileName.of(log.string("device").orElse("device") + " log");
      return SafeFile.writeNew(
          folder.resolve(name + ".json"), path -> Files.writeString(path, JsonFile.text(log)));
    }
  }

  private JsonObject fetch(Progress progress) throws IOException {
    var entries = new ArrayList<JsonValue>();
    JsonObject head = JsonObject.EMPTY;
    long total = 1;
    while (entries.size() < total) {
      progress.check();
      head = piece(entries.size(), total);
      total = head.whole("total").orElse(-1L);
      List<? extends JsonValue> more = head.array("entries");
      boolean odd = total < 0 || total > MOST_ENTRIES || entries.size() + more.size() > total;
      if (odd || (more.isEmpty() && entries.size() < total)) {
        throw new IOException("What answers at " + address + " is no log of a logging device.");
      }
      entries.addAll(more);
      progress.at(
          total == 0 ? 1 : (double) entries.size() / total,
          Phrase.of("Received %,d of %,d entries", entries.size(), total));
    }
    return JsonObject.EMPTY
        .with("device", head.get("device").orElse(JsonString.of("device")))
        .with("entries", JsonArray.of(entries));
  }

  private JsonObject piece(int from, long total) throws IOException {
    try {
      return service.json(
          "log", () -> HttpRequest.newBuilder(URI.create(address + "?from=" + from)));
    } catch (IOException e) {
      throw from == 0
          ? e
          : new IOException(
              Phrase.of(
                  "The connection broke off after %,d of %,d entries; nothing was kept.",
                  from, total),
              e);
    }
  }
}
