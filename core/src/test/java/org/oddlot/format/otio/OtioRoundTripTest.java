package org.oddlot.format.otio;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.problem.Severity;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Difference;
import org.oddlot.timeline.Differences;
import org.oddlot.timeline.Edits;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;

/** Fixtures: OpenTimelineIO reference library 0.18.1, by reference/make-fixtures.py. */
class OtioRoundTripTest {

  static List<Path> fixtures() throws IOException {
    return Fixtures.all();
  }

  static List<String> layouts() {
    return List.of(
        "collection.otio",
        "one-line.otio",
        "sorted-compact.otio",
        "tabs.otio",
        "two-spaces-crlf.otio",
        "byte-order-mark.otio",
        "unknown-schema.otio");
  }

  @ParameterizedTest
  @MethodSource("fixtures")
  void whatIsReadAndNotChangedIsWrittenToTheByte(Path file) throws IOException {
    byte[] bytes = Files.readAllBytes(file);
    var problems = new Problems(file.toString());
    TimelineObject root = OtioReader.read(bytes, problems).orElseThrow();
    assertThat(Fixtures.write(root)).isEqualTo(bytes);
    assertThat(problems.list()).extracting(Problem::severity).doesNotContain(Severity.ERROR);
  }

  @Test
  void everySchemaIsUnderstood() {
    var root = Placed.root(Fixtures.read(Fixtures.bytes("collection.otio")));
    Clip clip = (Clip) root.clips().getFirst().object();
    assertThat(clip.name()).isEqualTo("A003C014");
    assertThat(clip.sourceRange()).contains(TimeRange.of(872_640, 96, FrameRate.FPS_23_976));
    assertThat(clip.media()).containsInstanceOf(MediaReference.External.class);
    assertThat(clip.mediaReferences().get("plate"))
        .isInstanceOfSatisfying(
            MediaReference.ImageSequence.class,
            plate -> assertThat(plate.missingFramePolicy()).isEqualTo("hold"));
    assertThat(clip.markers()).extracting(Marker::comment).containsExactly("over line 3");
    assertThat(clip.effects())
        .extracting(e -> e.schema() + e.timeScalar().map(Object::toString).orElse(""))
        .containsExactly("LinearTimeWarp2", "FreezeFrame0", "TimeEffect", "Effect");
    assertThat(clip.metadata().at("desk", "numbers").orElseThrow().display()).contains("NaN");
  }

  @Test
  void clipsKnowWhereTheyLie() {
    var root = Placed.root(Fixtures.read(Fixtures.bytes("collection.otio")));
    assertThat(root.clips())
        .extracting(Placed::path)
        .containsExactly(
            "Orrin / Day 1 / A003C014",
            "Orrin / Rough cut / V1 / 01:00:00:00 A003C014",
            "Orrin / Rough cut / V1 / 01:00:06:00 lost",
            "Orrin / Rough cut / V1 / 01:00:07:00 bars",
            // The nested stack is used from its third frame on.
            "Orrin / Rough cut / V1 / 01:00:09:00 nested / inner / 01:00:08:22 in",
            "Orrin / Rough cut / A1 / 01:00:00:00 A003C014",
            "Orrin / nested / inner / in");
  }

  @ParameterizedTest
  @MethodSource("layouts")
  void oneChangedClipDiffersWithinItsOwnBytesOnly(String name) {
    byte[] before = Fixtures.bytes(name);
    TimelineObject root = Fixtures.read(before);
    Clip clip = (Clip) Placed.root(root).clips().getFirst().object();
    TimelineObject changed = new Edits().change(clip, o -> tagged((Clip) o)).applyTo(root);
    byte[] after = Fixtures.write(changed);

    int start = OtioOriginal.in(clip).slice().start();
    int tail = before.length - OtioOriginal.in(clip).slice().end();
    assertThat(after).startsWith(java.util.Arrays.copyOf(before, start));
    assertThat(java.util.Arrays.copyOfRange(after, after.length - tail, after.length))
        .isEqualTo(java.util.Arrays.copyOfRange(before, before.length - tail, before.length));

    // Read again it is what was meant, and what was not changed is spelled as it was.
    TimelineObject again = Fixtures.read(after);
    assertThat(Differences.between(changed, again)).isEmpty();
    assertThat(Differences.between(root, again))
        .extracting(Difference::property)
        .containsExactlyInAnyOrder(
            "metadata/oddlot/log/scene",
            "metadata/oddlot/log/note",
            "name",
            "source_range",
            "markers/2");
    assertThat(new String(after, java.nio.charset.StandardCharsets.UTF_8))
        .contains("QUJDQUJD")
        .contains("1e-");
  }

  private static Clip tagged(Clip clip) {
    var marker =
        Marker.of(
            "boom in shot", TimeRange.of(872_660, 1, FrameRate.FPS_23_976), "", JsonObject.EMPTY);
    return clip.plusMarker(marker)
        .withName("12A-3 A")
        .withSourceRange(Optional.of(TimeRange.of(872_641, 96, FrameRate.FPS_23_976)))
        .withMetadata(
            clip.metadata()
                .withAt(List.of("oddlot", "log", "scene"), JsonString.of("12A"))
                .withAt(List.of("oddlot", "log", "note"), JsonString.of("Inés says \"now\"")));
  }

  @Test
  void newObjectsTakeTheFormOfTheDocument() {
    String text =
        new String(Fixtures.bytes("two-spaces-crlf.otio"), java.nio.charset.StandardCharsets.UTF_8);
    TimelineObject root = Fixtures.read(text);
    Clip clip = (Clip) Placed.root(root).clips().getFirst().object();
    String after =
        Fixtures.text(
            new Edits()
                .change(
                    clip,
                    o ->
                        ((Clip) o)
                            .plusMarker(
                                Marker.of(
                                    "now",
                                    TimeRange.of(872_660, 1, FrameRate.FPS_23_976),
                                    "",
                                    JsonObject.EMPTY)))
                .applyTo(root));
    String expected =
        """
        ,
                    {
                      "OTIO_SCHEMA": "Marker.2",
                      "metadata": {},
                      "name": "now",
                      "color": "",
                      "marked_range": {
                        "OTIO_SCHEMA": "TimeRange.1",
                        "duration": {
                          "OTIO_SCHEMA": "RationalTime.1",
                          "rate": 23.976023976023978,
                          "value": 1.0
                        },
                        "start_time": {
                          "OTIO_SCHEMA": "RationalTime.1",
                          "rate": 23.976023976023978,
                          "value": 872660.0
                        }
                      },
                      "comment": ""
                    }\
        """
            .replace("\n", "\r\n");
    int end = text.indexOf("}", text.indexOf("\"comment\": \"over line 3\"")) + 1;
    assertThat(after).isEqualTo(text.substring(0, end) + expected + text.substring(end));
  }

  @Test
  void oldVersionsAreReadAndStayOfTheirVersionWhenTheyAreChanged() {
    byte[] bytes = Fixtures.bytes("old-versions.otio");
    String before = new String(bytes, UTF_8);
    TimelineObject root = Fixtures.read(bytes);
    Clip clip = (Clip) Placed.root(root).clips().getFirst().object();
    assertThat(clip.availableRange()).contains(TimeRange.of(10, 20, FrameRate.FPS_24));
    assertThat(clip.markers().getFirst().markedRange())
        .isEqualTo(TimeRange.of(10, 20, FrameRate.FPS_24));

    String named = Fixtures.text(new Edits().change(clip, o -> o.withName("new")).applyTo(root));
    assertThat(named).isEqualTo(before.replace('"' + clip.name() + '"', "\"new\""));

    Clip moved = clip.withMedia(media -> media.withName("elsewhere"));
    String withMedia = Fixtures.text(new Edits().change(clip, _ -> moved).applyTo(root));
    assertThat(withMedia)
        .contains("\"OTIO_SCHEMA\": \"Clip.1\"", "\"media_reference\": {", "elsewhere")
        .doesNotContain("media_references");
    var again = (Clip) Placed.root(Fixtures.read(withMedia)).clips().getFirst().object();
    assertThat(again.media()).map(MediaReference::name).contains("elsewhere");
    assertThat(again.availableRange()).isEqualTo(clip.availableRange());

    var marker = clip.markers().getFirst();
    var later =
        clip.withMarkers(List.of(marker.withMarkedRange(TimeRange.of(11, 20, FrameRate.FPS_24))));
    String withMarker = Fixtures.text(new Edits().change(clip, _ -> later).applyTo(root));
    assertThat(withMarker).contains("Marker.1", "\"range\": {").doesNotContain("marked_range");
    assertThat(
            ((Clip) Placed.root(Fixtures.read(withMarker)).clips().getFirst().object())
                .markers()
                .getFirst()
                .markedRange()
                .start()
                .value())
        .isEqualTo(11);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "\"media_reference\": null,"})
  void anOldClipWithoutMediaStaysWithoutIt(String media) {
    String json =
        """
        {"OTIO_SCHEMA": "Clip.1", %s "name": "x", "metadata": {}}\
        """
            .formatted(media);
    Clip clip = (Clip) Fixtures.read(json);
    assertThat(Fixtures.text(clip.withName("y"))).isEqualTo(json.replace("\"x\"", "\"y\""));
  }

  @Test
  void aMarkerOfNegativeLengthIsSaidAsThat() {
    var problems = new Problems("x.otio");
    String json =
        """
        {"OTIO_SCHEMA": "Marker.2", "name": "rope", "marked_range": {"OTIO_SCHEMA": "TimeRange.1",
        "start_time": {"OTIO_SCHEMA": "RationalTime.1", "rate": 25, "value": 3},
        "duration": {"OTIO_SCHEMA": "RationalTime.1", "rate": 25, "value": -5}}}\
        """;
    assertThat(OtioReader.read(json.getBytes(UTF_8), problems)).isPresent();
    assertThat(problems.list().toString())
        .contains("lasts less than nothing", "A Marker.2 has no time that can be used")
        .doesNotContain("not understood");
  }

  @Test
  void whatIsNotUnderstoodKeepsItsPlace() {
    TimelineObject root = Fixtures.read(Fixtures.bytes("unknown-schema.otio"));
    Clip clip = (Clip) Placed.root(root).clips().getFirst().object();
    // The clip's first marker is of an unknown schema; its known one is taken away.
    String after =
        Fixtures.text(
            new Edits().change(clip, o -> ((Clip) o).withMarkers(List.of())).applyTo(root));
    assertThat(after).contains("Puppet.3").contains("\"strings\": [").contains("extra field");
    var again = Placed.root(Fixtures.read(after));
    assertThat(((Clip) again.clips().getFirst().object()).markers()).isEmpty();
  }

  @Test
  void childrenCanBeTakenPutAndMoved() {
    TimelineObject root = Fixtures.read(Fixtures.bytes("timeline.otio"));
    Track track = (Track) ((Timeline) root).tracks().orElseThrow().children().getFirst();
    var children = track.children();
    var fresh =
        Clip.of(
            "fresh",
            new MediaReference.External(
                org.oddlot.timeline.Origin.NONE,
                "",
                "media/fresh.mov",
                Optional.empty(),
                JsonObject.EMPTY),
            Optional.of(TimeRange.of(0, 24, FrameRate.FPS_24)));
    var reordered = List.of(children.get(4), fresh, children.get(0), children.get(2).withName("g"));
    TimelineObject changed =
        new Edits().change(track, o -> o.withChildren(reordered)).applyTo(root);
    String text = Fixtures.text(changed);
    TimelineObject again = Fixtures.read(text);
    assertThat(Differences.between(changed, again)).isEmpty();
    assertThat(Placed.root(again).clips().stream().map(p -> p.object().name()).limit(3))
        .containsExactly("bars", "fresh", "A003C014");
    assertThat(text).doesNotContainPattern("(?m)^ {0,3}\"").contains("\"rate\": 24.0");
  }

  @Test
  void partsOfAFrameComeBackAtTheirRate() {
    String json =
        """
        {"OTIO_SCHEMA": "Clip.2", "name": "x", "metadata": {}, "media_references": {},
         "source_range": {"OTIO_SCHEMA": "TimeRange.1",
           "start_time": {"OTIO_SCHEMA": "RationalTime.1", "rate": 23.98, "value": 48.5},
           "duration": {"OTIO_SCHEMA": "RationalTime.1", "rate": 23.98, "value": 10}}}\
        """;
    Clip clip = (Clip) Fixtures.read(json);
    var range = clip.sourceRange().orElseThrow();
    assertThat(range.start()).isEqualTo(RationalTime.of(97, FrameRate.FPS_47_952));
    var later =
        clip.withSourceRange(
            Optional.of(range.shiftedBy(RationalTime.of(1, FrameRate.FPS_23_976))));
    assertThat(Fixtures.text(later)).isEqualTo(json.replace("48.5", "49.5"));
  }

  @Property(tries = 300)
  void anyDocumentIsWrittenToTheByte(@ForAll("documents") String json) {
    assertThat(Fixtures.text(Fixtures.read(json))).isEqualTo(json);
  }

  @Property(tries = 300)
  void nothingElseChanges(
      @ForAll("documents") String json, @ForAll String name, @ForAll int choice) {
    TimelineObject root = Fixtures.read(json);
    var clips = Placed.root(root).clips();
    if (clips.isEmpty()) {
      return;
    }
    Clip clip = (Clip) clips.get(Math.floorMod(choice, clips.size())).object();
    String text = Fixtures.text(new Edits().change(clip, o -> o.withName(name)).applyTo(root));
    var slice = OtioOriginal.in(clip).slice();
    byte[] bytes = json.getBytes(java.nio.charset.StandardCharsets.UTF_8);
    assertThat(text)
        .startsWith(new String(bytes, 0, slice.start(), java.nio.charset.StandardCharsets.UTF_8))
        .endsWith(
            new String(
                bytes,
                slice.end(),
                bytes.length - slice.end(),
                java.nio.charset.StandardCharsets.UTF_8));
    assertThat(Differences.between(root, Fixtures.read(text)))
        .extracting(Difference::property)
        .containsExactlyElementsOf(name.equals(clip.name()) ? List.<String>of() : List.of("name"));
  }

  /** Documents by an author of strange habits: order of keys, white space, spelling of numbers. */
  @Provide
  Arbitrary<String> documents() {
    Arbitrary<String> space = Arbitraries.of("", " ", "\n", "\r\n\t", "\n      ");
    Arbitrary<String> number =
        Arbitraries.of("24", "24.0", "23.976", "2.4e1", "29.97", "0", "-3.50");
    Arbitrary<String> metadata = JsonValueTexts.objects();
    Arbitrary<String> clip =
        Combinators.combine(space, number, metadata, Arbitraries.shuffle(0, 1, 2, 3))
            .as((s, n, m, order) -> {
              var members =
                  List.of(
                      "\"OTIO_SCHEMA\":" + s + "\"Clip.2\"",
                      "\"name\":" + s + "\"c\\u00e9\"",
                      "\"metadata\":" + s + m,
                      "\"source_range\":{\"start_time\":{\"rate\":24,\"value\":"
                          + n
                          + "},\"duration\":{\"value\":2,\"rate\":24}}");
              return "{"
                  + s
                  + String.join(s + "," + s, order.stream().map(members::get).toList())
                  + s
                  + "}";
            });
    return Combinators.combine(clip.list().ofMaxSize(4), space, metadata)
        .as((clips, s, m) ->
            s
                + "{\"children\":"
                + s
                + "["
                + s
                + String.join(s + "," + s, clips)
                + s
                + "],\"metadata\":"
                + m
                + ",\"name\":\"bin\",\"OTIO_SCHEMA\":"
                + "\"SerializableCollection.1\"}"
                + s);
  }

  /** Objects of any content, as text. */
  private static final class JsonValueTexts {
    static Arbitrary<String> objects() {
      return Arbitraries.of(
              "{}",
              "{ \"a\" : [1.0, 2e5, {\"b\":null}] }",
              "{\"long\":\"" + "QUJD".repeat(50) + "\",\"n\":NaN}",
              "{\"a\":{\"a\":{\"a\":[[[[]]]]}}}",
              "{\n\t\"Inés\": \"\\u00e9\\\"\"\n}")
          .map(text -> ((JsonObject) JsonValue.parse(text)).members().isEmpty() ? "{}" : text);
    }
  }
}
