package org.oddlot.practice.captioner;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import org.oddlot.practice.Loopback;

/**
 * Takes jobs on the loopback network only. {@code POST /jobs} with a sound as its body answers with
 * the job; the same {@code Idempotency-Key} is the same job. {@code GET /jobs/ID} says how far it
 * is, {@code GET /jobs/ID/captions} and {@code /words} give what came of it.
 */
public final class CaptionerServer implements AutoCloseable {
  private final Loopback loopback;
  private final SpokenScript script;
  private final Habits habits;
  private final Map<String, String> jobs = new ConcurrentHashMap<>();
  private final Map<String, AtomicInteger> asked = new ConcurrentHashMap<>();
  private final List<Long> received = new CopyOnWriteArrayList<>();
  private final AtomicInteger answered = new AtomicInteger();
  private final CountDownLatch done = new CountDownLatch(2);

  /**
   * How well the service works.
   *
   * @param polls how often it has to be asked until a job is done
   * @param failEvery after how many answers one is a failure; 0 for never
   * @param cutEvery after how many answers one breaks off in the middle; 0 for never
   */
  public record Habits(int polls, int failEvery, int cutEvery) {
    /** One that simply works. */
    public static final Habits GOOD = new Habits(1, 0, 0);
  }

  private CaptionerServer(SpokenScript script, int port, Habits habits) throws IOException {
    this.script = script;
    this.habits = habits;
    this.loopback = Loopback.start(port, "/jobs", this::answer);
  }

  /**
   * Begins to answer.
   *
   * @param port the port; 0 for any that is free
   * @throws IOException if the port is taken
   */
  public static CaptionerServer start(SpokenScript script, int port, Habits habits)
      throws IOException {
    return new CaptionerServer(script, port, habits);
  }

  /** Where it can be asked. */
  public URI address() {
    return loopback.address();
  }

  /** How many bytes each sound had that was sent. */
  public List<Long> received() {
    return List.copyOf(received);
  }

  /** Waits until captions and words were handed out. */
  public void awaitAll() throws InterruptedException {
    done.await();
  }

  private void answer(HttpExchange exchange) throws IOException {
    try (exchange) {
      int number = answered.incrementAndGet();
      String[] path = exchange.getRequestURI().getPath().split("/", -1);
      if (exchange.getRequestMethod().equals("POST") && path.length == 2) {
        long length = exchange.getRequestBody().transferTo(java.io.OutputStream.nullOutputStream());
        if (isEvery(habits.failEvery, number)) {
          exchange.sendResponseHeaders(503, -1);
          return;
        }
        received.add(length);
        String key = exchange.getRequestHeaders().getFirst("Idempotency-Key");
        String id =
            jobs.computeIfAbsent(key == null ? "job " + number : key, _ -> "j" + (jobs.size() + 1));
        asked.putIfAbsent(id, new AtomicInteger());
        send(exchange, 201, "{\"job\": \"" + id + "\"}", false);
        return;
      }
      if (isEvery(habits.failEvery, number)) {
        exchange.sendResponseHeaders(503, -1);
        return;
      }
      AtomicInteger times = path.length > 2 ? asked.get(path[2]) : null;
      if (times == null) {
        exchange.sendResponseHeaders(404, -1);
        return;
      }
      boolean cut = isEvery(habits.cutEvery, number);
      if (path.length == 3) {
        double progress = Math.min(1, (double) times.incrementAndGet() / habits.polls);
        String state = progress < 1 ? "working" : "done";
        send(
            exchange,
            200,
            String.format(Locale.ROOT, "{\"state\": \"%s\", \"progress\": %.2f}", state, progress),
            cut);
      } else if (path[3].equals("captions")) {
        send(exchange, 200, script.captions(), cut);
        countDown(cut);
      } else {
        send(exchange, 200, script.words(), cut);
        countDown(cut);
      }
    }
  }

  private void countDown(boolean cut) {
    if (!cut) {
      done.countDown();
    }
  }

  private static boolean isEvery(int every, int number) {
    return every > 0 && number % every == 0;
  }

  private static void send(HttpExchange exchange, int status, String text, boolean cut)
      throws IOException {
    byte[] body = text.getBytes(StandardCharsets.UTF_8);
    exchange.getResponseHeaders().set("Content-Type", "application/json; charset=utf-8");
    exchange.sendResponseHeaders(status, body.length);
    exchange.getResponseBody().write(body, 0, cut ? body.length / 2 : body.length);
  }

  @Override
  public void close() {
    loopback.close();
  }
}
