package org.oddlot.lot;

import java.io.IOException;
import java.net.ConnectException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonException;
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
  private static final Set<String> HERE = Set.of("127.0.0.1", "localhost", "[::1]");
  private static final Duration PATIENCE = Duration.ofSeconds(10);
  private static final int TRIES = 4;
  private static final int MOST_BYTES = 16_000_000;
  private static final long MOST_ENTRIES = 1_000_000;

  private final HttpClient client =
      HttpClient.newBuilder().connectTimeout(PATIENCE).version(HttpClient.Version.HTTP_1_1).build();
  private final URI address;

  private DeviceLog(URI address) {
    this.address = address;
  }

  /** Where a device is: {@code http://127.0.0.1:8421/log}, or only the port. */
  public static Optional<URI> address(String text) {
    String plain = text.strip();
    String whole = plain.matches("\\d{1,5}") ? "http://127.0.0.1:" + plain + "/log" : plain;
    try {
      URI uri = URI.create(whole);
      return Optional.of(uri)
          .filter(u -> "http".equals(u.getScheme()) && u.getHost() != null)
          .filter(u -> HERE.contains(u.getHost()) && u.getPort() > 0);
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
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
    var device = new DeviceLog(address);
    try (device.client) {
      JsonObject log = device.fetch(progress);
      String name = log.string("device").orElse("device") + " log.json";
      return SafeFile.writeNew(
          folder.resolve(name.replaceAll("[^\\p{L}\\p{N} ._-]", "-")),
          path -> Files.writeString(path, JsonFile.text(log)));
    }
  }

  private JsonObject fetch(Progress progress) throws IOException {
    var entries = new ArrayList<JsonValue>();
    JsonObject head = JsonObject.EMPTY;
    long total = 1;
    while (entries.size() < total) {
      progress.check();
      head = piece(entries.size(), total, progress);
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

  /** One piece, asked for again while it comes broken. */
  private JsonObject piece(int from, long total, Progress progress) throws IOException {
    IOException last = new IOException("no answer");
    for (int i = 0; i < TRIES; i++) {
      progress.check();
      try {
        return ask(from);
      } catch (ConnectException e) {
        throw new IOException(
            "Nothing answers at " + address + "; is the device attached and switched on?", e);
      } catch (IOException e) {
        last = e;
      }
    }
    throw new IOException(
        from == 0
            ? "The log could not be received: " + last.getMessage()
            : Phrase.of(
                "The connection broke off after %,d of %,d entries; nothing was kept.",
                from, total),
        last);
  }

  private JsonObject ask(int from) throws IOException {
    var request =
        HttpRequest.newBuilder(URI.create(address + "?from=" + from)).timeout(PATIENCE).build();
    try {
      HttpResponse<java.io.InputStream> answer =
          client.send(request, HttpResponse.BodyHandlers.ofInputStream());
      byte[] body;
      try (var in = answer.body()) {
        body = in.readNBytes(MOST_BYTES + 1);
      }
      if (answer.statusCode() != 200 || body.length > MOST_BYTES) {
        throw new IOException(
            "what answers at " + address + " is no logging device (" + answer.statusCode() + ").");
      }
      if (JsonValue.parse(new String(body, StandardCharsets.UTF_8)) instanceof JsonObject piece) {
        return piece;
      }
      throw new IOException("what answers at " + address + " is no logging device.");
    } catch (JsonException e) {
      throw new IOException("the answer is broken: " + e.getMessage() + ".", e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancelledException();
    }
  }
}
