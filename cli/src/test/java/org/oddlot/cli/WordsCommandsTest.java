package org.oddlot.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.oddlot.cli.Ended.run;

import java.io.IOException;
import java.net.InetAddress;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.oddlot.demo.Demo;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonValue;
import org.oddlot.lot.CaptionService;
import org.oddlot.practice.Loopback;
import org.oddlot.practice.captioner.CaptionerServer;
import org.oddlot.practice.captioner.CaptionerServer.Habits;
import org.oddlot.practice.captioner.SpokenScript;
import org.oddlot.progress.CancelledException;
import org.oddlot.progress.Progress;

/** Captions on the command line: converted, run over, and had from a service. */
class WordsCommandsTest {
  private static final List<String> ENDINGS =
      List.of("srt", "vtt", "ttml", "stl", "scc", "otio", "ctm", "rttm", "json", "txt");
  private static final SpokenScript SCRIPT =
      SpokenScript.parse(
          "# a talk\n2.4 7.5 Tormod: and {Inés|in as} went\n8.0 9.5 Pilar: \"So\" quiet\n");

  @TempDir private Path folder;

  private static final String THREE =
      """
      1
      00:00:10,000 --> 00:00:12,000
      One

      2
      00:00:20,000 --> 00:00:22,000
      <i>Two</i>

      3
      00:01:00,000 --> 00:01:02,000 X1:2
      Three

      """;

  private String timed(String... words) throws IOException {
    Path file = folder.resolve("timed.srt");
    if (!Files.exists(file)) {
      Files.writeString(file, THREE);
    }
    Path out = folder.resolve("out" + String.join("", words).replaceAll("\\W", "") + ".srt");
    var all = new java.util.ArrayList<>(List.of("captions", file.toString()));
    all.addAll(List.of(words));
    all.addAll(List.of("--out", out.toString()));
    Ended ended = run(all.toArray(String[]::new));
    return ended.code() == 0 ? Files.readString(out) : ended.err() + ended.out();
  }

  @Test
  void timesAreChangedByHand() throws IOException {
    assertThat(timed("--shift", "-1.5s"))
        .isEqualTo(
            THREE
                .replace("00:00:10,000 --> 00:00:12,000", "00:00:08,500 --> 00:00:10,500")
                .replace("00:00:20,000 --> 00:00:22,000", "00:00:18,500 --> 00:00:20,500")
                .replace("00:01:00,000 --> 00:01:02,000", "00:00:58,500 --> 00:01:00,500"));
    // 25 frames a second shown at 24: each second takes 25/24 of one.
    assertThat(timed("--rate", "25:24")).contains("00:00:10,417 --> 00:00:12,500");
    assertThat(timed("--from", "2", "--to", "2", "--shift", "00:00:05"))
        .contains("00:00:10,000", "00:00:25,000 --> 00:00:27,000", "00:01:00,000");
    assertThat(timed("--from", "00:00:15", "--to", "00:00:40", "--cut"))
        .contains("00:00:05,000 --> 00:00:07,000\n<i>Two</i>")
        .doesNotContain("One", "Three");
    assertThat(timed("--shift", "-11s")).contains("Caption 1 (“One”) would begin before zero");
    assertThat(timed("--shift", "soon")).contains("is no time");
    assertThat(timed("--shift", "12f")).contains("00:00:10,480");
    assertThat(timed("--from", "9", "--shift", "1s")).contains("no caption");
    String second = folder.resolve("timed.srt").toString();
    assertThat(timed(second, "--at", "0,00:02:00")).contains("00:03:00,000 --> 00:03:02,000");
  }

  @Test
  void everyPairOfFormatsIsConverted() throws IOException {
    Path first =
        Files.writeString(
            folder.resolve("a.srt"),
            """
            1
            00:00:10,000 --> 00:00:14,000
            Not before
            the lamps are lit.

            2
            00:00:15,000 --> 00:00:18,000
            It was late.

            """);
    for (String from : ENDINGS) {
      Path source = from.equals("srt") ? first : folder.resolve("a." + from);
      if (!from.equals("srt")) {
        assertThat(run("convert", first.toString(), source.toString()).code()).isZero();
      }
      for (String to : ENDINGS) {
        Path target = folder.resolve(from + "-to." + to);
        Ended ended = run("convert", source.toString(), target.toString(), "--json");
        assertThat(ended.code()).as("%s to %s: %s", from, to, ended.err()).isZero();
        Path back = folder.resolve(from + "-" + to + "-back.srt");
        Ended again = run("convert", target.toString(), back.toString());
        assertThat(again.code())
            .as("%s to %s and back: %s%s", from, to, again.out(), again.err())
            .isZero();
        assertThat(Files.readString(back).replaceAll("[\\s\\d:,>-]+", " "))
            .as("%s to %s", from, to)
            .isEqualTo(" Not before the lamps are lit. It was late. ");
      }
      assertThat(Files.mismatch(source, folder.resolve(from + "-to." + from)))
          .as("%s to itself", from)
          .isEqualTo(-1);
    }
    Ended lossy =
        run("convert", folder.resolve("a.json").toString(), folder.resolve("x.ctm").toString());
    assertThat(lossy.out()).contains("Not carried: times of words are not known");
    assertThat(
            run("convert", first.toString(), folder.resolve("y.stl").toString(), "--rate", "12")
                .code())
        .isZero();
    assertThat(
            run("convert", first.toString(), folder.resolve("z.stl").toString(), "--rate", "25df")
                .err())
        .contains("drops no frames");
  }

  @Test
  void theTalkIsRunAndWritten() throws IOException {
    Path lot = Demo.makeTalk(folder);
    Ended ended =
        run(
            "run",
            lot.toString(),
            "--out",
            folder.resolve("out").toString(),
            "--accept",
            "all",
            "--set",
            "captions.write=vtt,ttml,stl,scc,otio",
            "--json");
    // Three sentences were not translated: somebody has to.
    assertThat(ended.code()).isEqualTo(ExitCode.NEEDS_A_PERSON);
    var document = (JsonObject) JsonValue.parse(ended.out());
    assertThat(document.array("written")).hasSize(12);
    String english = Files.readString(folder.resolve("out/ferry-talk.en (odd lot).srt"));
    assertThat(english).contains("Kvitholmen").doesNotContain("quit Holman");
    assertThat(ended.out()).contains("\"pass\": \"names\"").contains("ferry-talk.en.srt");
    for (String ending : List.of("vtt", "ttml", "stl", "scc", "otio")) {
      Path back = folder.resolve("back-" + ending + ".srt");
      Path file = folder.resolve("out/ferry-talk.en (odd lot)." + ending);
      assertThat(run("convert", file.toString(), back.toString()).code()).isZero();
      assertThat(words(Files.readString(back))).isEqualTo(words(english));
    }
    assertThat(
            run(
                    "practice",
                    "desk",
                    "import",
                    folder.resolve("out/ferry-talk.en (odd lot).otio").toString())
                .code())
        .isZero();
  }

  /** Words without times, and with letters that line 21 has not made plain. */
  private static String words(String srt) {
    return srt.replaceAll("(?m)^\\d+$|^.*-->.*$", " ")
        .replaceAll("\\{\\\\an\\d\\}", "")
        .replaceAll("\\s+", " ");
  }

  @Test
  void checkSaysWhatIsInWords() throws IOException {
    Demo.makeTalk(folder);
    Ended ended =
        run(
            "check",
            folder.resolve("ferry-talk.en.srt").toString(),
            folder.resolve("ferry-talk-words.json").toString(),
            folder.resolve("ferry-talk-names.csv").toString());
    assertThat(ended.out())
        .contains("SubRip text")
        .contains("captions")
        .contains("speakers: Speaker 1, Speaker 2, Speaker 3")
        .contains("7 names");
  }

  @Test
  void aServiceThatFailsAndBreaksOffGivesAllInTheEnd() throws IOException {
    Path sound = Files.write(folder.resolve("talk.wav"), new byte[5000]);
    try (var service = CaptionerServer.start(SCRIPT, 0, new Habits(3, 3, 4))) {
      List<Path> files =
          CaptionService.caption(service.address(), sound, "en", folder, Progress.NONE);
      assertThat(files)
          .extracting(file -> String.valueOf(file.getFileName()))
          .containsExactly("talk.en.srt", "talk-words.json");
      assertThat(Files.readString(files.getFirst())).contains("and in as went");
      assertThat(Files.readString(files.getLast())).contains("Tormod").contains("\\\"So\\\"");
      assertThat(service.received()).containsOnly(5000L);
    }
  }

  @Test
  void whatTheServiceGaveIsToldToAProgram() throws IOException {
    Path sound = Files.write(folder.resolve("talk.wav"), new byte[200]);
    try (var service = CaptionerServer.start(SCRIPT, 0, new Habits(1, 0, 0))) {
      String port = Integer.toString(service.address().getPort());
      JsonObject said =
          run("caption", port, sound.toString(), "--out", folder.toString(), "--json").json();
      assertThat(said.array("written"))
          .hasSize(2)
          .allSatisfy(file ->
              assertThat(Path.of(((JsonObject) file).string("file").orElseThrow())).exists());
    }
  }

  /**
   * A service that answers everything, captions with {@code captions}, asked by its own name only.
   */
  private static Loopback answering(String captions) throws IOException {
    return Loopback.start(
        0,
        "/jobs",
        exchange -> {
          String path = exchange.getRequestURI().getPath();
          exchange.getRequestBody().readAllBytes();
          String said =
              path.endsWith("/captions")
                  ? captions
                  : path.endsWith("/words")
                      ? "{\"words\": []}"
                      : "{\"job\": \"j1\", \"state\": \"done\"}";
          byte[] body = said.getBytes(StandardCharsets.UTF_8);
          try (exchange) {
            exchange.sendResponseHeaders(200, body.length);
            exchange.getResponseBody().write(body);
          }
        });
  }

  @ParameterizedTest
  @ValueSource(strings = {"<html><body>Please log in</body></html>", "", "1\n2\n3\n"})
  void whatIsNoCaptionsIsRefusedAndNothingIsWritten(String captions) throws IOException {
    Path sound = Files.write(folder.resolve("talk.wav"), new byte[100]);
    try (var service = answering(captions)) {
      IOException refused =
          assertThrows(
              IOException.class,
              () -> CaptionService.caption(service.address(), sound, "", folder, Progress.NONE));
      assertThat(refused).hasMessageContaining("gave as captions is none");
    }
    assertThat(folder.resolve("talk.srt")).doesNotExist();
    assertThat(folder.resolve("talk-words.json")).doesNotExist();
  }

  @Test
  void anAnswerThatDripsIsStoppedWhenSomebodyStops() throws IOException {
    Path sound = Files.write(folder.resolve("talk.wav"), new byte[100]);
    var asked = new AtomicInteger();
    try (var service =
        Loopback.start(
            0,
            "/jobs",
            exchange -> {
              exchange.getRequestBody().readAllBytes();
              exchange.sendResponseHeaders(200, 0);
              for (int i = 0; i < 100_000 && asked.get() < 20; i++) {
                exchange.getResponseBody().write(' ');
                exchange.getResponseBody().flush();
                LockSupport.parkNanos(20_000_000);
              }
              exchange.close();
            })) {
      Progress stopping = Progress.untold(() -> asked.incrementAndGet() > 8);
      assertThrows(
          CancelledException.class,
          () -> CaptionService.caption(service.address(), sound, "", folder, stopping));
    } finally {
      asked.set(1000);
    }
  }

  @ParameterizedTest
  @CsvSource({
    "localhost:8421,'',200",
    "127.0.0.1:8421,http://localhost:3000,200",
    "pages.example,'',403",
    "127.0.0.1:8421,https://pages.example,403"
  })
  void aStandInAnswersOnlyThoseWhoAskForThisMachine(String host, String origin, int status)
      throws IOException {
    try (var service = answering("");
        var socket = new Socket(InetAddress.getLoopbackAddress(), service.address().getPort())) {
      String head =
          "GET /jobs HTTP/1.1\r\nHost: "
              + host
              + (origin.isEmpty() ? "" : "\r\nOrigin: " + origin)
              + "\r\nConnection: close\r\n\r\n";
      socket.getOutputStream().write(head.getBytes(StandardCharsets.US_ASCII));
      String answer = new String(socket.getInputStream().readAllBytes(), StandardCharsets.US_ASCII);
      assertThat(answer).startsWith("HTTP/1.1 " + status);
      int port = service.address().getPort();
      IOException taken =
          assertThrows(IOException.class, () -> Loopback.start(port, "/jobs", _ -> {}));
      assertThat(taken).hasMessageContaining("Port " + port + " is taken");
    }
  }

  @Test
  void afterAStopTheSameJobIsGoneOnWith() throws IOException {
    Path sound = Files.write(folder.resolve("talk.wav"), new byte[300]);
    try (var service = CaptionerServer.start(SCRIPT, 0, new Habits(4, 0, 0))) {
      var asked = new AtomicInteger();
      Progress stopping = Progress.untold(() -> asked.incrementAndGet() > 4);
      assertThrows(
          CancelledException.class,
          () -> CaptionService.caption(service.address(), sound, "", folder, stopping));
      assertThat(folder.resolve("talk.srt")).doesNotExist();
      List<Path> files =
          CaptionService.caption(service.address(), sound, "", folder, Progress.NONE);
      assertThat(files).allMatch(Files::exists);
      assertThat(service.received()).hasSize(1);
    }
  }

  @Test
  void onlyThisMachineIsAskedAndWhatIsMissingIsSaid() throws IOException {
    assertThat(CaptionService.address("http://example.org:80/jobs")).isEmpty();
    assertThat(CaptionService.address("8431")).contains(URI.create("http://127.0.0.1:8431/jobs"));
    Path sound = Files.write(folder.resolve("talk.wav"), new byte[10]);
    assertThat(run("caption", "1", sound.toString(), "--out", folder.toString()).err())
        .contains("Nothing answers at");
    try (var service = CaptionerServer.start(SCRIPT, 0, Habits.GOOD)) {
      String port = Integer.toString(service.address().getPort());
      assertThat(run("caption", port, folder.resolve("none.wav").toString()).err())
          .contains("is not there");
      assertThat(service.received()).isEmpty();
    }
  }
}
