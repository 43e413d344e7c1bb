package org.oddlot.format.otio;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.problem.Severity;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.TimelineObject;

class BadOtioTest {
  private final Problems problems = new Problems("day1.otio");

  private Optional<TimelineObject> read(String json) {
    return OtioReader.read(json.getBytes(StandardCharsets.UTF_8), problems);
  }

  private Problem only() {
    assertThat(problems.list()).hasSize(1);
    return problems.list().getFirst();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      value = {
        "`` | `` | The file is empty.",
        "[] | line 1, column 1 | begins with an object",
        "plain words | line 1, column 1 | begins with an object",
        "{\"a\": 1} | line 1, column 1 | names no OTIO_SCHEMA",
        "{\"OTIO_SCHEMA\": \"Timeline.1\", \"name\": \"x | line 1, column 41 | ends in the middle",
        "{\"OTIO_SCHEMA\": \"Timeline.1\"} x | line 1, column 31 | expected nothing more",
      })
  void ofWhichNothingCanBeMade(String json, String place, String message) {
    assertThat(read(json)).isEmpty();
    assertThat(only().severity()).isEqualTo(Severity.ERROR);
    assertThat(only().file()).isEqualTo("day1.otio");
    assertThat(only().place()).isEqualTo(place);
    assertThat(only().message()).contains(message);
    assertThat(only().remedy()).isNotEmpty();
  }

  @Test
  void utf16IsNamedAsSuch() {
    byte[] bytes = "{\"OTIO_SCHEMA\": \"Timeline.1\"}".getBytes(StandardCharsets.UTF_16);
    assertThat(OtioReader.read(bytes, problems)).isEmpty();
    assertThat(only().message()).contains("UTF-16");
    byte[] noMark = "{}".getBytes(StandardCharsets.UTF_16LE);
    assertThat(OtioReader.read(noMark, new Problems("x"))).isEmpty();
  }

  @Test
  void brokenTimesCostTheRangeNotTheFile() {
    String range =
        "{\"OTIO_SCHEMA\":\"TimeRange.1\",\"start_time\":{\"value\":%s,\"rate\":%s},"
            + "\"duration\":{\"value\":%s,\"rate\":24}}";
    for (String bad :
        new String[] {
          range.formatted("NaN", "24", "1"),
          range.formatted("1", "0", "1"),
          range.formatted("1", "-24", "1"),
          range.formatted("1", "Infinity", "1"),
          range.formatted("1", "24", "-5"),
          range.formatted("\"1\"", "24", "5"),
          "17",
        }) {
      var found = new Problems("x");
      String json =
          "{\"OTIO_SCHEMA\":\"SerializableCollection.1\",\"children\":[{\"OTIO_SCHEMA\":\"Clip.2\","
              + "\"name\":\"a\",\"source_range\":"
              + bad
              + "}]}";
      var bin = (Bin) OtioReader.read(json.getBytes(StandardCharsets.UTF_8), found).orElseThrow();
      assertThat(((Clip) bin.children().getFirst()).sourceRange()).as(bad).isEmpty();
      assertThat(found.list()).as(bad).anyMatch(p -> p.severity() == Severity.ERROR);
      assertThat(Fixtures.text(bin)).isEqualTo(json);
    }
  }

  @Test
  void twofoldKeysAreSaidAndTheFirstCounts() {
    var clip =
        (Clip)
            read("{\"OTIO_SCHEMA\":\"Clip.2\",\"name\":\"a\",\"metadata\":{\"k\":1,\"k\":2},\"name\":\"b\"}")
                .orElseThrow();
    assertThat(clip.name()).isEqualTo("a");
    assertThat(problems.list())
        .extracting(Problem::message)
        .anyMatch(m -> m.contains("\"name\" stands twice"))
        .anyMatch(m -> m.contains("\"k\" stands twice"));
  }

  @Test
  void deepNestingIsCarriedWithoutBeingLookedInto() {
    int depth = 10_000;
    String json = "{\"OTIO_SCHEMA\":\"Stack.1\",\"children\":[".repeat(depth) + "]}".repeat(depth);
    TimelineObject root = read(json).orElseThrow();
    assertThat(problems.list()).anyMatch(p -> p.message().contains("nested more than"));
    assertThat(Fixtures.text(root)).isEqualTo(json);
    String inMetadata =
        "{\"OTIO_SCHEMA\":\"Clip.2\",\"metadata\":"
            + "{\"a\":".repeat(depth)
            + "1"
            + "}".repeat(depth)
            + "}";
    assertThat(Fixtures.text(read(inMetadata).orElseThrow())).isEqualTo(inMetadata);
  }

  @Test
  void aTextOfManyMegabytesIsCarriedAndSaid() {
    var json = new byte[40 << 20];
    Arrays.fill(json, (byte) 'Q');
    byte[] head =
        "{\"OTIO_SCHEMA\":\"Clip.2\",\"metadata\":{\"long\":\"".getBytes(StandardCharsets.UTF_8);
    byte[] tail = "\"}}".getBytes(StandardCharsets.UTF_8);
    System.arraycopy(head, 0, json, 0, head.length);
    System.arraycopy(tail, 0, json, json.length - tail.length, tail.length);
    TimelineObject root = OtioReader.read(json, problems).orElseThrow();
    assertThat(only().message()).contains("A text of 41,9");
    assertThat(only().place()).isEqualTo("line 1, column 45");
    assertThat(Fixtures.write(root)).isEqualTo(json);
  }

  @Test
  void wrongKindsOfValuesAreSaidAndCarried() {
    String json =
        "{\"OTIO_SCHEMA\":\"Track.1\",\"name\":5,\"kind\":null,\"children\":[null,7,{\"OTIO_SCHEMA\":\"Marker.2\"},"
            + "{\"OTIO_SCHEMA\":\"Clip.99\",\"name\":\"future\"}],\"markers\":{}}";
    TimelineObject root = read(json).orElseThrow();
    assertThat(root.children()).hasSize(4);
    assertThat(problems.list())
        .extracting(Problem::message)
        .anyMatch(m -> m.contains("\"name\" is of the wrong kind"))
        .anyMatch(m -> m.contains("\"markers\" is of the wrong kind"))
        .anyMatch(m -> m.contains("children here is not an object"))
        .anyMatch(m -> m.contains("Clip.99 is not understood"));
    assertThat(Fixtures.text(root)).isEqualTo(json);
  }

  /** However a file is cut short, there is one clear error and no exception. */
  @Property(tries = 200)
  void aFileCutAnywhereIsAnErrorWithItsPlace(@ForAll @IntRange(min = 1, max = 57_000) int length) {
    byte[] whole = Fixtures.bytes("one-line.otio");
    byte[] cut = Arrays.copyOf(whole, Math.min(length, whole.length - 1));
    var found = new Problems("cut.otio");
    assertThat(OtioReader.read(cut, found)).isEmpty();
    assertThat(found.list()).anyMatch(p -> p.severity() == Severity.ERROR);
  }
}
