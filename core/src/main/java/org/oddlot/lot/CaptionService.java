package org.oddlot.lot;

import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Transcript;
import org.oddlot.input.FileState;
import org.oddlot.input.InputFile;
import org.oddlot.input.Temporary;
import org.oddlot.json.JsonException;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.problem.Severity;
import org.oddlot.progress.CancelledException;
import org.oddlot.progress.Progress;
import org.oddlot.text.Phrase;

/**
 * Has a sound captioned by a service at this machine: sends the one file that it is told to, asks
 * how far the work is, and keeps captions and words once both are whole. What fails is tried again
 * a few times. The job is noted beside the results, so that after a restart the same job is gone on
 * with and nothing is sent twice.
 */
public final class CaptionService {
  private static final LocalService.Terms TERMS =
      new LocalService.Terms(
          "captioning service", "is the service on?", Duration.ofSeconds(30), 5, 64_000_000);
  private static final Duration PAUSE = Duration.ofMillis(250);
  private static final Duration LONGEST_STANDSTILL = Duration.ofMinutes(30);

  private final URI address;
  private final Path sound;
  private final Path folder;
  private final String language;
  private final Progress progress;
  private final LocalService service;

  private CaptionService(
      URI address,
      Path sound,
      String language,
      Path folder,
      Progress progress,
      LocalService service) {
    this.service = service;
    this.address = address;
    this.sound = sound;
    this.language = language;
    this.folder = folder;
    this.progress = progress;
  }

  /** Where a service is: {@code http://127.0.0.1:8431/jobs}, or only the port. */
  public static Optional<URI> address(String text) {
    return LocalService.address(text, "/jobs");
  }

  /**
   * Has {@code sound} captioned.
   *
   * @param language of what is said, as BCP 47 has it; empty if it is not known
   * @param folder where captions and words are written
   * @return the new files: captions and words
   * @throws IOException if it could not be done; nothing is written then, and what the service
   *     began can be gone on with
   * @throws CancelledException if {@code progress} asks to stop
   */
  public static List<Path> caption(
      URI address, Path sound, String language, Path folder, Progress progress) throws IOException {
    try (var service = new LocalService(address, TERMS, progress)) {
      return new CaptionService(address, sound, language, folder, progress, service).run();
    }
  }

  private List<Path> run() throws IOException {
    if (!Files.isRegularFile(sound)) {
      throw new IOException(sound + " is not there.");
    }
    String key = InputFile.sha256(FileState.of(sound).inOneLine().getBytes(StandardCharsets.UTF_8));
    Path note = folder.resolve("." + stem() + ".captioning.json");
    String job = noted(note, key).orElse("");
    if (job.isEmpty()) {
      progress.at(0, "Sending " + sound.getFileName());
      job =
          service
              .json("job", () -> post(key))
              .string("job")
              .filter(id -> id.matches("[A-Za-z0-9_-]{1,80}"))
              .orElseThrow(() -> new IOException(address + " gave no job."));
      note(note, key, job);
    }
    await(job, note);
    String its = job;
    byte[] captions = service.bytes("captions", () -> get(its + "/captions"));
    JsonObject words = service.json("words", () -> get(its + "/words"));
    var written = new ArrayList<Path>();
    String tag = language.isEmpty() ? "" : "." + language;
    byte[] spoken = JsonFile.text(words).getBytes(StandardCharsets.UTF_8);
    refuseUnlessRead(captions, ".srt", "captions");
    refuseUnlessRead(spoken, ".json", "words");
    written.add(
        SafeFile.writeNew(
            folder.resolve(stem() + tag + ".srt"), path -> Files.write(path, captions)));
    written.add(
        SafeFile.writeNew(
            folder.resolve(stem() + "-words.json"), path -> Files.write(path, spoken)));
    Files.deleteIfExists(note);
    return written;
  }

  /** What is called captions and cannot be read as such is an answer to something else. */
  private void refuseUnlessRead(byte[] content, String ending, String what) throws IOException {
    Path file = Temporary.file("oddlot-answer-", ending);
    try {
      Files.write(file, content);
      boolean isRead =
          LotReader.inputs(Lot.of(List.of(file)), progress).stream()
              .anyMatch(input ->
                  input.value().filter(CaptionService::hasSomething).isPresent()
                      && input.problems().stream()
                          .noneMatch(problem -> problem.severity() == Severity.ERROR));
      if (!isRead) {
        throw new IOException(
            Phrase.of("What %s gave as %s is none; nothing was written.", address, what));
      }
    } finally {
      Files.deleteIfExists(file);
    }
  }

  private static boolean hasSomething(Object read) {
    return switch (read) {
      case Captions captions -> !captions.captions().isEmpty();
      case Transcript transcript -> !transcript.turns().isEmpty();
      default -> false;
    };
  }

  private String stem() {
    return String.valueOf(sound.getFileName()).replaceFirst("\\.[A-Za-z0-9]{1,5}$", "");
  }

  /** The job that was begun for this very file at this very service. */
  private Optional<String> noted(Path note, String key) {
    try {
      if (Files.isRegularFile(note)
          && JsonValue.parse(Files.readString(note)) instanceof JsonObject its
          && its.string("address").filter(address.toString()::equals).isPresent()
          && its.string("key").filter(key::equals).isPresent()) {
        return its.string("job");
      }
    } catch (IOException | JsonException e) {
      // Then it is sent again; the service knows the key.
    }
    return Optional.empty();
  }

  private void note(Path note, String key, String job) throws IOException {
    JsonObject its =
        JsonObject.EMPTY
            .with("address", JsonString.of(address.toString()))
            .with("key", JsonString.of(key))
            .with("job", JsonString.of(job));
    SafeFile.write(note, path -> Files.writeString(path, JsonFile.text(its)));
  }

  private void await(String job, Path note) throws IOException {
    double before = -1;
    long since = System.nanoTime();
    while (true) {
      progress.check();
      JsonObject state = service.json("state", () -> get(job));
      double done =
          state
              .get("progress")
              .filter(JsonNumber.class::isInstance)
              .flatMap(value -> ((JsonNumber) value).decimal())
              .map(Number::doubleValue)
              .orElse(0.0);
      switch (state.string("state").orElse("")) {
        case "done" -> {
          return;
        }
        case "failed" -> {
          Files.deleteIfExists(note);
          throw new IOException(
              "The service could not caption it: "
                  + state.string("reason").orElse("it does not say why")
                  + ".");
        }
        default -> {
          if (done != before) {
            before = done;
            since = System.nanoTime();
          } else if (System.nanoTime() - since > LONGEST_STANDSTILL.toNanos()) {
            throw new IOException(
                "The service has been at the same place for half an hour; ask it again later.");
          }
          progress.at(done, Phrase.of("Being captioned, %.0f %%", 100 * done));
          LocalService.pause(PAUSE);
        }
      }
    }
  }

  private HttpRequest.Builder post(String key) throws IOException {
    String name = URLEncoder.encode(String.valueOf(sound.getFileName()), StandardCharsets.UTF_8);
    return HttpRequest.newBuilder(URI.create(address + "?name=" + name + "&language=" + language))
        .header("Idempotency-Key", key)
        .POST(HttpRequest.BodyPublishers.ofFile(sound));
  }

  private HttpRequest.Builder get(String path) {
    return HttpRequest.newBuilder(URI.create(address + "/" + path)).GET();
  }
}
