package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.oddlot.sound.BroadcastExtension;
import org.oddlot.sound.WaveWriter;

/** Nothing is settled that a careful assistant would not sign for, and a person can settle it. */
class TrustJourneyTest extends Journey {
  private static final int RATE = 25;
  private static final int[] STARTS = {0, 95, 171, 288, 362, 470, 577, 660, 781, 899};
  private static final int[] SECONDS = {31, 22, 48, 19, 37, 41, 25, 52, 33, 28};

  private static String label(double seconds) {
    long frames = Math.round(seconds * RATE);
    return "%02d:%02d:%02d:%02d"
        .formatted(
            frames / RATE / 3600, frames / RATE / 60 % 60, frames / RATE % 60, frames % RATE);
  }

  private static double start(int clip) {
    return 10 * 3600 + STARTS[clip];
  }

  private Path timeline() throws IOException {
    var clips = new ArrayList<String>();
    String time = "{\"OTIO_SCHEMA\":\"RationalTime.1\",\"rate\":25.0,\"value\":%d.0}";
    for (int i = 0; i < STARTS.length; i++) {
      clips.add(
          """
          {"OTIO_SCHEMA":"Clip.2","metadata":{},"name":"%1$s","source_range":null,"effects":[],"markers":[],
          "enabled":true,"active_media_reference_key":"DEFAULT_MEDIA","media_references":{"DEFAULT_MEDIA":
          {"OTIO_SCHEMA":"ExternalReference.1","metadata":{"oddlot":{"source":{"camera":"A","reel":"A001",
          "recorded":"2026-03-04"}}},"name":"%1$s","target_url":"media/%1$s.mov","available_range":
          {"OTIO_SCHEMA":"TimeRange.1","start_time":%2$s,"duration":%3$s}}}}
          """
              .formatted(
                  "A001C%03d".formatted(i + 1),
                  time.formatted(Math.round(start(i) * RATE)),
                  time.formatted(SECONDS[i] * RATE)));
    }
    return Files.writeString(
        folder.resolve("rushes.otio"),
        "{\"OTIO_SCHEMA\":\"SerializableCollection.1\",\"metadata\":{\"oddlot\":{\"kind\":\"bin\"}},"
            + "\"name\":\"Rushes\",\"children\":["
            + String.join(",", clips)
            + "]}");
  }

  @Test
  void aPaperWithAnUnknownTakeColumnIsPutRightByOneClick() throws IOException {
    var log = new StringBuilder("Scene,Knot,TC In,Notes\n");
    // Only some takes are logged, so that their order does not give them away.
    int[] takes = {2, 5, 1, 4, 2, 7, 3, 3, 6, 1};
    for (int i = 0; i < takes.length; i++) {
      log.append("14,%d,%s,gulls %d\n".formatted(takes[i], label(start(i) + 0.2), i));
    }
    open(timeline(), Files.writeString(folder.resolve("notes.csv"), log));
    assertThat(tally("match").settled()).isZero();
    assertThat(tally("match").toLookAt()).isEqualTo(10);
    go("match");
    assertThat(words("match-evidence")).contains("assign it in Intake or with --read");
    go("intake");
    clickOn("notes.csv");
    settle();
    assertThat(words("not-understood")).contains("Knot").contains("numbers, 1–7");
    clickOn("#is-2");
    settle();
    assertThat(tally("match").settled()).isEqualTo(10);
    assertThat(lookup("#not-understood").query().isVisible()).isFalse();
    writeOut();
    assertThat(read(written())).contains("\"take\":\"7\"").contains("gulls 5");
    shortcut(KeyCode.Z);
    assertThat(tally("match").settled()).isZero();
  }

  @Test
  void aRecorderSixSecondsLateWithoutMediaIsDoubtedAsAWhole() throws IOException {
    var files = new ArrayList<Path>(List.of(timeline()));
    for (int i = 0; i < STARTS.length; i++) {
      double before = 2.5 + i % 4;
      double begins = start(i) - before + 6.4;
      Path file = folder.resolve("S01T%02d.wav".formatted(i + 1));
      WaveWriter.of(1, 8000)
          .with(
              BroadcastExtension.of(
                  "sSPEED=25",
                  "Mixer",
                  LocalDate.of(2026, 3, 4),
                  "10:00:00",
                  Math.round(begins * 8000)))
          .write(file, Math.round(8000 * (before + SECONDS[i] + 2)), (_, _) -> 0);
      files.add(file);
    }
    open(files.toArray(Path[]::new));
    // Nothing can be heard: the pictures' media is not there.
    assertThat(tally("sync").settled()).isZero();
    go("sync");
    clickOn("#tab-recorders");
    settle();
    assertThat(words("sync-evidence"))
        .contains("late")
        .contains("the frame only the waveform can tell");
    clickOn("#settle-clocks");
    settle();
    clickOn("#tab-pairs");
    settle();
    // Which take is which is known, the frame is not: nothing of it is laid, and it says so.
    assertThat(tally("sync").open()).isEqualTo(10);
    assertThat(tally("sync").toLookAt()).isZero();
    assertThat(words("sync-evidence")).contains("known to about a second");
    // To accept it is not enough: somebody has to say that the timecode is right.
    clickOn("#sync-rows");
    hit(KeyCode.ENTER);
    assertThat(tally("sync").open()).isEqualTo(10);
    assertThat(words("sync-evidence")).contains("By timecode as it is");
    hit(KeyCode.DIGIT1);
    hit(KeyCode.ENTER);
    assertThat(tally("sync").open()).isEqualTo(9);
  }

  @Test
  void aPaperOfAnotherUnitIsNotMatchedHoweverItFalls() throws IOException {
    var log = new StringBuilder("Roll,Scene,Take,TC In,Notes\n");
    for (int i = 0; i < 40; i++) {
      double at = 10 * 3600 + 23.7 * i + i % 5;
      log.append("D0%d,71,%d,%s,other unit %d\n".formatted(51 + i / 12, i + 1, label(at), i));
    }
    Path paper = Files.writeString(folder.resolve("unit 2.csv"), log);
    open(timeline(), paper);
    assertThat(tally("match").settled()).isZero();
    go("match");
    clickOn("#match-rows");
    shortcut(KeyCode.A);
    hit(KeyCode.ENTER);
    // There is nothing definite to accept.
    assertThat(tally("match").settled()).isZero();
    shortcut(KeyCode.E);
    until(() -> status().equals("Nothing has changed, so there was nothing to write."));
  }
}
