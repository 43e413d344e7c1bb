package org.oddlot.lot;

import java.io.IOException;
import java.net.ConnectException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.net.http.HttpTimeoutException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.oddlot.json.JsonException;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonValue;
import org.oddlot.progress.CancelledException;
import org.oddlot.progress.Progress;
import org.oddlot.text.Phrase;

/**
 * Something at this machine that is asked over HTTP: a logging device, a captioning service. Every
 * answer has a limit of time and of length; what fails or breaks off is asked for again a few
 * times, each time after a longer pause.
 */
final class LocalService implements AutoCloseable {
  private static final Set<String> HERE = Set.of("127.0.0.1", "localhost", "[::1]");
  private static final Duration PAUSE = Duration.ofMillis(100);

  /** How many times as long the whole of an answer may take as its beginning. */
  private static final int WHOLE = 4;

  private final HttpClient client;
  private final URI address;
  private final Terms terms;
  private final Progress progress;

  /**
   * What can be asked of a service.
   *
   * @param name what it is to people: {@code logging device}
   * @param whereNothingAnswers what to look at where nothing answers, as a question
   * @param patience how long an answer is waited for
   * @param tries how often it is asked
   * @param mostBytes how long an answer may be
   */
  record Terms(
      String name, String whereNothingAnswers, Duration patience, int tries, int mostBytes) {}

  LocalService(URI address, Terms terms, Progress progress) {
    this.address = address;
    this.terms = terms;
    this.progress = progress;
    client =
        HttpClient.newBuilder()
            .connectTimeout(terms.patience)
            .version(HttpClient.Version.HTTP_1_1)
            .build();
  }

  /**
   * An address at this machine; empty where {@code text} is none.
   *
   * @param text an address, or only the port
   * @param path what stands behind the port where only that is said
   */
  static Optional<URI> address(String text, String path) {
    String plain = text.strip();
    String whole = plain.matches("\\d{1,5}") ? "http://127.0.0.1:" + plain + path : plain;
    try {
      URI uri = URI.create(whole);
      return Optional.of(uri)
          .filter(u -> "http".equals(u.getScheme()) && u.getHost() != null)
          .filter(u -> HERE.contains(u.getHost()) && u.getPort() > 0);
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
  }

  /** A question; asked for anew for each try. */
  @FunctionalInterface
  interface Asking {
    HttpRequest.Builder request() throws IOException;
  }

  /** What is made of an answer; an exception asks for it again. */
  @FunctionalInterface
  private interface Reading<T> {
    T of(byte[] body) throws IOException;
  }

  /**
   * The answer as it comes.
   *
   * @param what is asked for, for a person: {@code captions}
   * @throws IOException if it could not be had; the message says why
   * @throws CancelledException if the progress asks to stop
   */
  byte[] bytes(String what, Asking asking) throws IOException {
    return retried(what, asking, body -> body);
  }

  /** The answer where it is a JSON object; one that is broken is asked for again. */
  JsonObject json(String what, Asking asking) throws IOException {
    return retried(what, asking, this::object);
  }

  private JsonObject object(byte[] body) throws IOException {
    try {
      if (JsonValue.parse(new String(body, StandardCharsets.UTF_8)) instanceof JsonObject its) {
        return its;
      }
    } catch (JsonException e) {
      throw new IOException("the answer is broken: " + e.getMessage() + ".", e);
    }
    throw new IOException(Phrase.of("what answers at %s is no %s.", address, terms.name));
  }

  private <T> T retried(String what, Asking asking, Reading<T> reading) throws IOException {
    IOException last = new IOException("no answer");
    for (int i = 0; i < terms.tries; i++) {
      progress.check();
      if (i > 0) {
        progress.at(0, Phrase.of("Trying again, %d of %d", i + 1, terms.tries));
        pause(PAUSE.multipliedBy(1L << (i - 1)));
      }
      try {
        return reading.of(ask(asking));
      } catch (ConnectException e) {
        throw new IOException(
            Phrase.of("Nothing answers at %s; %s", address, terms.whereNothingAnswers), e);
      } catch (IOException e) {
        last = e;
      }
    }
    throw new IOException(
        Phrase.of(
            "The %s could not be had after %d tries: %s", what, terms.tries, last.getMessage()),
        last);
  }

  private byte[] ask(Asking asking) throws IOException {
    HttpResponse<byte[]> answer =
        awaited(
            client.sendAsync(
                asking.request().timeout(terms.patience).build(),
                BodyHandlers.limiting(BodyHandlers.ofByteArray(), terms.mostBytes)));
    if (answer.statusCode() / 100 != 2) {
      throw new IOException(
          answer.statusCode() / 100 == 5
              ? Phrase.of("the %s answers with an error (%d).", terms.name, answer.statusCode())
              : Phrase.of(
                  "what answers at %s is no %s (%d).", address, terms.name, answer.statusCode()));
    }
    return answer.body();
  }

  /**
   * The whole answer. The time that a request is given ends with the answer's head; what comes in
   * drops behind it has its own end here.
   */
  private <T> T awaited(CompletableFuture<T> answer) throws IOException {
    long end = System.nanoTime() + terms.patience.multipliedBy(WHOLE).toNanos();
    try {
      while (true) {
        try {
          return answer.get(PAUSE.toMillis(), TimeUnit.MILLISECONDS);
        } catch (TimeoutException e) {
          progress.check();
          if (System.nanoTime() > end) {
            throw new IOException("the answer does not end.", e);
          }
        }
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancelledException();
    } catch (ExecutionException e) {
      throw e.getCause() instanceof IOException cause ? inWords(cause) : new IOException(e);
    } finally {
      answer.cancel(true);
    }
  }

  private static IOException inWords(IOException trouble) {
    return switch (trouble) {
      case ConnectException e -> e;
      case HttpTimeoutException e -> new IOException("no answer came in time.", e);
      default -> {
        String said = String.valueOf(trouble.getMessage());
        yield said.contains("capacity")
            ? new IOException("the answer is too long.", trouble)
            : new IOException("the connection broke off.", trouble);
      }
    };
  }

  /** Waits a moment. */
  static void pause(Duration pause) {
    try {
      Thread.sleep(pause);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancelledException();
    }
  }

  @Override
  public void close() {
    // What is under way is not waited for.
    client.shutdownNow();
  }
}
