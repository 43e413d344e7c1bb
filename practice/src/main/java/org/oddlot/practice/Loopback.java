package org.oddlot.practice;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpHandler;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.BindException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.Executors;

/**
 * What the stand-ins answer with: on the loopback network only, several at once, and only to those
 * who asked for this machine by its own name. A page of another site that a browser of this machine
 * shows cannot ask here: it names that site.
 */
public final class Loopback implements AutoCloseable {
  private static final Set<String> HERE = Set.of("127.0.0.1", "localhost", "[::1]");

  private final HttpServer server;
  private final String path;

  private Loopback(HttpServer server, String path) {
    this.server = server;
    this.path = path;
  }

  /**
   * Begins to answer what is asked at {@code path}.
   *
   * @param port the port; 0 for any that is free
   * @throws IOException if the port is taken; the message says so
   */
  public static Loopback start(int port, String path, HttpHandler answers) throws IOException {
    var address = new InetSocketAddress(InetAddress.getLoopbackAddress(), port);
    HttpServer server;
    try {
      server = HttpServer.create(address, 0);
    } catch (BindException e) {
      throw new IOException(
          "Port " + port + " is taken by another program; choose another, or 0 for any.", e);
    }
    server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
    server.createContext(
        path,
        exchange -> {
          if (isFromHere(exchange)) {
            answers.handle(exchange);
          } else {
            refuse(exchange);
          }
        });
    server.start();
    return new Loopback(server, path);
  }

  private static boolean isFromHere(HttpExchange exchange) {
    String host = exchange.getRequestHeaders().getFirst("Host");
    String origin = exchange.getRequestHeaders().getFirst("Origin");
    return host != null
        && HERE.contains(withoutPort(host))
        && (origin == null || HERE.contains(withoutPort(origin.replaceFirst("^https?://", ""))));
  }

  private static String withoutPort(String host) {
    return host.toLowerCase(Locale.ROOT).replaceFirst(":\\d{1,5}$", "");
  }

  private static void refuse(HttpExchange exchange) throws IOException {
    try (exchange) {
      exchange.sendResponseHeaders(403, -1);
    }
  }

  /** Where it can be asked. */
  public URI address() {
    return URI.create("http://127.0.0.1:" + server.getAddress().getPort() + path);
  }

  @Override
  public void close() {
    server.stop(0);
  }
}
