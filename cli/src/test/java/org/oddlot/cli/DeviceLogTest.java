package org.oddlot.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.math.BigDecimal;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.oddlot.lot.DeviceLog;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotReader;
import org.oddlot.paper.LogEntry;
import org.oddlot.practice.slate.Clock;
import org.oddlot.practice.slate.Script;
import org.oddlot.practice.slate.SlateLog;
import org.oddlot.practice.slate.SlateServer;
import org.oddlot.progress.CancelledException;
import org.oddlot.progress.Progress;

/** Logs that are received from a device, and what a device can do wrong. */
class DeviceLogTest {
  @TempDir private Path folder;

  private static SlateLog log(int takes) {
    var script = new StringBuilder();
    for (int take = 1; take <= takes; take++) {
      script.append("10:%02d:07.5 take 12 %d A\n".formatted(take, take));
    }
    var clock = new Clock(BigDecimal.valueOf(25), LocalDate.of(2026, 3, 14), 0);
    return SlateLog.of(Script.parse(script.toString()), clock);
  }

  private static List<LogEntry> read(Path file) {
    return LotReader.read(Lot.of(List.of(file)), Progress.NONE).material().entries().toList();
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 2, 3})
  void aLogArrivesWholeHoweverTheConnectionBreaks(int breakEvery) throws IOException {
    try (var device = SlateServer.start(log(23), 0, 5, breakEvery)) {
      Path file = DeviceLog.receive(device.address(), folder, Progress.NONE);
      assertThat(file.getFileName()).hasToString("Practice Slate log.json");
      List<LogEntry> entries = read(file);
      assertThat(entries).hasSize(23);
      assertThat(entries).extracting(LogEntry::take).startsWith("1", "2").endsWith("22", "23");
      assertThat(entries.getFirst().in()).hasToString("Optional[10:01:07:12]");
      assertThat(entries.getFirst().date()).hasToString("Optional[2026-03-14]");
      // The same log is there already.
      assertThat(DeviceLog.receive(device.address(), folder, Progress.NONE)).isEqualTo(file);
    }
    try (var other = SlateServer.start(log(4), 0, 5, 0)) {
      assertThat(DeviceLog.receive(other.address(), folder, Progress.NONE).getFileName())
          .hasToString("Practice Slate log 2.json");
    }
  }

  @Test
  void whatWasServedIsTheSameAsWhatIsWritten() throws IOException {
    Path json = Files.writeString(folder.resolve("a.json"), log(7).json());
    Path csv = Files.writeString(folder.resolve("a.csv"), log(7).csv());
    assertThat(read(json))
        .usingRecursiveFieldByFieldElementComparatorIgnoringFields("paper", "id", "row")
        .isEqualTo(read(csv));
  }

  private IOException failure(String body, int status) throws IOException {
    var server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    server.createContext(
        "/log",
        exchange -> {
          try (exchange) {
            byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
            exchange.sendResponseHeaders(status, bytes.length == 0 ? -1 : bytes.length);
            exchange.getResponseBody().write(bytes);
          }
        });
    server.start();
    try {
      var address = URI.create("http://127.0.0.1:" + server.getAddress().getPort() + "/log");
      return org.assertj.core.api.Assertions.catchThrowableOfType(
          IOException.class, () -> DeviceLog.receive(address, folder, Progress.NONE));
    } finally {
      server.stop(0);
    }
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "<html>",
        "[]",
        "{}",
        "{\"total\": 5, \"entries\": []}",
        "{\"total\": 1, \"entries\": [{}, {}]}",
        "{\"total\": 99999999999, \"entries\": [{}]}"
      })
  void whatIsNoLogIsNotKept(String body) throws IOException {
    assertThat(failure(body, 200)).hasMessageMatching("(?s).*(no log|no logging device|broken).*");
    assertThat(folder).isEmptyDirectory();
  }

  @Test
  void anErrorOfTheDeviceIsSaid() throws IOException {
    assertThat(failure("no", 500)).hasMessageContaining("answers with an error (500)");
    assertThat(failure("no", 404)).hasMessageContaining("no logging device (404)");
  }

  @Test
  void aDeviceThatIsNotThereIsSaid() throws IOException {
    URI gone;
    try (var device = SlateServer.start(log(1), 0, 5, 0)) {
      gone = device.address();
    }
    assertThatThrownBy(() -> DeviceLog.receive(gone, folder, Progress.NONE))
        .hasMessageContaining("is the device attached and switched on?");
  }

  @Test
  void receivingCanBeStopped() throws IOException {
    try (var device = SlateServer.start(log(30), 0, 1, 0)) {
      var stopping =
          new Progress() {
            private int told;

            @Override
            public void at(double fraction, String what) {
              told++;
            }

            @Override
            public boolean isCancelled() {
              return told > 3;
            }
          };
      assertThatThrownBy(() -> DeviceLog.receive(device.address(), folder, stopping))
          .isInstanceOf(CancelledException.class);
      assertThat(folder).isEmptyDirectory();
    }
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "eighty",
        "http://192.0.2.7:80/log",
        "https://127.0.0.1:80/log",
        "::",
        "999999x"
      })
  void onlyThisMachineIsAsked(String address) {
    assertThat(DeviceLog.address(address)).isEmpty();
    assertThat(DeviceLog.address(" 8421 ")).hasToString("Optional[http://127.0.0.1:8421/log]");
  }
}
