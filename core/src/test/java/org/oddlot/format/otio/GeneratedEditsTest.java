package org.oddlot.format.otio;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Differences;
import org.oddlot.timeline.Edits;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;

/** Any number of any changes to any clips of the fixtures, in every layout. */
class GeneratedEditsTest {

  @Property(tries = 250)
  void whatIsWrittenReadsBackAsWhatWasMeant(@ForAll long seed) {
    var random = new Random(seed);
    List<String> layouts = OtioRoundTripTest.layouts();
    byte[] before = Fixtures.bytes(layouts.get(random.nextInt(layouts.size())));
    TimelineObject root = Fixtures.read(before);
    var edits = new Edits();
    for (Placed placed : Placed.root(root).clips()) {
      for (int i = random.nextInt(4); i > 0; i--) {
        edits.change(placed.object(), change(random));
      }
    }
    TimelineObject changed = edits.applyTo(root);
    byte[] written = Fixtures.write(changed);
    TimelineObject again = Fixtures.read(written);
    assertThat(Differences.between(changed, again)).isEmpty();
    // What was written is written again to the byte: the new parts are as good as the old ones.
    assertThat(Fixtures.write(again)).isEqualTo(written);
    if (edits.isEmpty()) {
      assertThat(written).isEqualTo(before);
    }
  }

  private static java.util.function.UnaryOperator<TimelineObject> change(Random random) {
    String word =
        List.of("plain", "Inés", "a \"quote\"", "line\nbreak", "\\", "").get(random.nextInt(6));
    return object -> {
      var clip = (Clip) object;
      return switch (random.nextInt(8)) {
        case 0 -> clip.withName(word);
        case 1 -> clip.withMetadata(clip.metadata().with("new", JsonString.of(word)));
        case 2 ->
            clip.withMetadata(
                clip.metadata().withAt(List.of("desk", "words"), JsonNumber.of(random.nextInt())));
        case 3 -> clip.withMetadata(JsonObject.EMPTY);
        case 4 ->
            clip.plusMarker(
                Marker.of(
                    word,
                    TimeRange.of(random.nextInt(1000), random.nextInt(9), FrameRate.FPS_23_976),
                    word,
                    JsonObject.of("k", JsonString.of(word))));
        case 5 ->
            clip.withMarkers(
                clip.markers().isEmpty()
                    ? List.of()
                    : clip.markers().subList(1, clip.markers().size()));
        case 6 ->
            clip.withSourceRange(
                random.nextBoolean()
                    ? Optional.empty()
                    : Optional.of(TimeRange.of(random.nextInt(900), 10, FrameRate.FPS_25)));
        default -> {
          var media = new java.util.LinkedHashMap<>(clip.mediaReferences());
          media.remove("plate");
          media.put(
              "proxy",
              new MediaReference.External(
                  Origin.NONE, word, "p.mov", Optional.empty(), JsonObject.EMPTY));
          yield clip.withMediaReferences(media);
        }
      };
    };
  }

  @Property(tries = 150)
  void childrenAreTakenPutAndMovedInEveryLayout(@ForAll long seed) {
    var random = new Random(seed);
    List<String> layouts = OtioRoundTripTest.layouts();
    TimelineObject root =
        Fixtures.read(Fixtures.bytes(layouts.get(random.nextInt(layouts.size()))));
    var tracks = new ArrayList<Track>();
    Placed.root(root)
        .walk(placed -> {
          if (placed.object() instanceof Track track) {
            tracks.add(track);
          }
        });
    Track track = tracks.get(random.nextInt(tracks.size()));
    var children = new ArrayList<TimelineObject>(track.children());
    for (int i = random.nextInt(5); i > 0; i--) {
      int at = random.nextInt(children.size() + 1);
      switch (random.nextInt(3)) {
        case 0 ->
            children.add(at, Gap.of(RationalTime.of(1 + random.nextInt(50), FrameRate.FPS_24)));
        case 1 -> children.remove(Math.min(at, children.size() - 1));
        default -> {
          TimelineObject moved = children.remove(random.nextInt(children.size()));
          children.add(Math.min(at, children.size()), moved);
        }
      }
      if (children.isEmpty()) {
        break;
      }
    }
    TimelineObject changed = new Edits().change(track, o -> o.withChildren(children)).applyTo(root);
    TimelineObject again = Fixtures.read(Fixtures.write(changed));
    assertThat(Differences.between(changed, again)).isEmpty();
  }

  @Test
  void aChangedMediaReferenceIsWrittenInItsPlace() {
    byte[] before = Fixtures.bytes("collection.otio");
    TimelineObject root = Fixtures.read(before);
    var clip = (Clip) Placed.root(root).clips().getFirst().object();
    var media = new java.util.LinkedHashMap<>(clip.mediaReferences());
    var external = (MediaReference.External) clip.media().orElseThrow();
    media.put(
        Clip.DEFAULT_MEDIA,
        new MediaReference.External(
            external.origin(),
            external.name(),
            external.targetUrl(),
            external.availableRange().map(r -> r.withStart(r.start().plusCounts(-24))),
            external.metadata()));
    String after =
        Fixtures.text(
            new Edits().change(clip, o -> ((Clip) o).withMediaReferences(media)).applyTo(root));
    String text = new String(before, StandardCharsets.UTF_8);
    int at = text.indexOf("\"value\": 872616.0");
    assertThat(after)
        .isEqualTo(text.substring(0, at) + "\"value\": 872592.0" + text.substring(at + 17));
  }

  @Test
  void aNewDocumentIsWrittenInTheUsualForm() {
    var clip =
        Clip.of(
            "a",
            new MediaReference.Missing(Origin.NONE, "", Optional.empty(), JsonObject.EMPTY),
            Optional.of(TimeRange.of(0, 5, FrameRate.FPS_25)));
    String text = Fixtures.text(clip);
    assertThat(text)
        .startsWith(
            "{\n    \"OTIO_SCHEMA\": \"Clip.2\",\n    \"metadata\": {},\n    \"name\": \"a\",")
        .contains("\"rate\": 25.0")
        .endsWith("}\n");
    assertThat(Differences.between(clip, Fixtures.read(text))).isEmpty();
  }
}
