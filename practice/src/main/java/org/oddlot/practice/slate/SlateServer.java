package org.oddlot.practice.slate;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.practice.Loopback;

/**
 * Hands a log out in pieces, on the loopback network only: {@code GET /log?from=N} answers with the
 * entries from N on, as many as fit in a piece. The connection can be made to break now and then,
 * as those of devices do.
 */
public final class SlateServer implements AutoCloseable {
  private static final Pattern FROM = Pattern.compile("from=(\\d{1,7})");

  private final Loopback loopback;
  private final SlateLog log;
  private final int piece;
  private final int breakEvery;
  private final AtomicInteger answered = new AtomicInteger();
  private final CountDownLatch done = new CountDownLatch(1);

  private SlateServer(SlateLog log, int port, int piece, int breakEvery) throws IOException {
    this.log = log;
    this.piece = piece;
    this.breakEvery = breakEvery;
    this.loopback = Loopback.start(port, "/log", this::answer);
  }

  /**
   * Begins to answer.
   *
   * @param port the port; 0 for any that is free
   * @param piece how many entries are in an answer
   * @param breakEvery after how many answers one breaks off in the middle; 0 for never
   * @throws IOException if the port is taken
   */
  public static SlateServer start(SlateLog log, int port, int piece, int breakEvery)
      throws IOException {
    return new SlateServer(log, port, piece, breakEvery);
  }

  /** Where it can be asked. */
  public URI address() {
    return loopback.address();
  }

  /** Waits until the last entry was handed out. */
  public void awaitAll() throws InterruptedException {
    done.await();
  }

  private void answer(HttpExchange exchange) throws IOException {
    try (exchange) {
      String query = exchange.getRequestURI().getQuery();
      Matcher matcher = FROM.matcher(query == null ? "from=0" : query);
      if (!exchange.getRequestMethod().equals("GET") || !matcher.matches()) {
        exchange.sendResponseHeaders(400, -1);
        return;
      }
      int from = Integer.parseInt(matcher.group(1));
      byte[] body = log.piece(from, from + piece).getBytes(StandardCharsets.UTF_8);
      exchange.getResponseHeaders().set("Content-Type", "application/json; charset=utf-8");
      exchange.sendResponseHeaders(200, body.length);
      boolean breaks = breakEvery > 0 && answered.incrementAndGet() % breakEvery == 0;
      exchange.getResponseBody().write(body, 0, breaks ? body.length / 2 : body.length);
      if (!breaks && from + piece >= log.size()) {
        done.countDown();
      }
    }
  }

  @Override
  public void close() {
    loopback.close();
  }
}
