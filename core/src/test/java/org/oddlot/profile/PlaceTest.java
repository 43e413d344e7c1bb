package org.oddlot.profile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.oddlot.format.otio.OtioReader;
import org.oddlot.format.otio.OtioWriter;
import org.oddlot.problem.Problems;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Edits;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.TimelineObject;

/** Titles in generators and effects, markers on whatever they lie: read, and written back. */
class PlaceTest {
  private static final String FILE =
      """
      {"OTIO_SCHEMA": "Timeline.1", "name": "T", "metadata": {"practice_desk": {"uid": "1"}},
       "tracks": {"OTIO_SCHEMA": "Stack.1", "name": "tracks", "metadata": {}, "markers": [
          {"OTIO_SCHEMA": "Marker.2", "name": "Reel two", "color": "RED", "metadata": {"practice_desk": {"flag": "part"}},
           "marked_range": {"OTIO_SCHEMA": "TimeRange.1",
             "start_time": {"OTIO_SCHEMA": "RationalTime.1", "rate": 24.0, "value": 12.0},
             "duration": {"OTIO_SCHEMA": "RationalTime.1", "rate": 24.0, "value": 1.0}}}],
        "children": [{"OTIO_SCHEMA": "Track.1", "name": "V2", "kind": "Video", "metadata": {}, "children": [
          {"OTIO_SCHEMA": "Clip.2", "name": "Opening", "metadata": {},
           "source_range": {"OTIO_SCHEMA": "TimeRange.1",
             "start_time": {"OTIO_SCHEMA": "RationalTime.1", "rate": 24.0, "value": 0.0},
             "duration": {"OTIO_SCHEMA": "RationalTime.1", "rate": 24.0, "value": 48.0}},
           "effects": [{"OTIO_SCHEMA": "Effect.1", "name": "", "effect_name": "Lettering", "metadata": {"face": "Plex", "height": 46}}],
           "media_references": {"DEFAULT_MEDIA": {"OTIO_SCHEMA": "GeneratorReference.1", "name": "", "metadata": {},
             "generator_kind": "practice_desk.card", "parameters": {"card": {"words": "The Night Ferry", "stays": [1, 2]}}}},
           "active_media_reference_key": "DEFAULT_MEDIA"}]}]}}
      """;

  private final Profile desk = Profiles.byName("practice-desk", Profiles.shipped()).orElseThrow();

  private static TimelineObject read(byte[] bytes) {
    return OtioReader.read(bytes, new Problems("t.otio")).orElseThrow();
  }

  private static Clip title(TimelineObject root) {
    return (Clip) Placed.root(root).clips().getFirst().object();
  }

  @Test
  void aTitleIsReadAndWrittenWhereItsProgramKeepsItAndNothingElseChanges() {
    byte[] before = FILE.getBytes(StandardCharsets.UTF_8);
    TimelineObject root = read(before);
    Clip title = title(root);
    assertThat(desk.titleText(title, Field.TITLE_TEXT)).contains("The Night Ferry");
    assertThat(desk.titleText(title, Field.TITLE_FONT)).contains("Plex");
    assertThat(desk.titleText(title, Field.TITLE_SIZE)).contains("46");

    Clip changed =
        desk.withTitleText(
            desk.withTitleText(title, Field.TITLE_TEXT, "To Orrin"), Field.TITLE_FONT, "Plex Mono");
    var out = new ByteArrayOutputStream();
    OtioWriter.write(new Edits().change(title, _ -> changed).applyTo(root), out);
    assertThat(out.toString(StandardCharsets.UTF_8))
        .isEqualTo(
            FILE.replace("\"The Night Ferry\"", "\"To Orrin\"")
                .replace("\"face\": \"Plex\"", "\"face\": \"Plex Mono\""));
  }

  @Test
  void whatIsNoTitleOfTheProgramStaysTheVerySame() {
    Clip title = title(read(FILE.getBytes(StandardCharsets.UTF_8)));
    Clip plain = title.withMediaReferences(java.util.Map.of()).withEffects(List.of());
    assertThat(desk.titleText(plain, Field.TITLE_TEXT)).isEmpty();
    assertThat(desk.withTitleText(plain, Field.TITLE_TEXT, "x")).isEqualTo(plain);
    assertThat(desk.withTitleText(plain, Field.TITLE_SIZE, "9")).isEqualTo(plain);
  }

  @Test
  void aMarkerOnAStackIsUnderstoodLikeOneOnAClip() {
    TimelineObject root = read(FILE.getBytes(StandardCharsets.UTF_8));
    Item stack = (Item) root.children().getFirst();
    NotedMarker noted = desk.noted(stack.markers().getFirst());
    assertThat(noted.kind()).contains(MarkerKind.CHAPTER);
    assertThat(noted.name()).isEqualTo("Reel two");
  }

  @Test
  void aPlaceIsOfOneOfThreeKinds() {
    assertThat(Place.parse("effect[Lettering]/a/b"))
        .isEqualTo(new Place.InEffect("Lettering", Pointer.parse("/a/b")));
    assertThat(Place.parse("/a")).isEqualTo(new Place.InMetadata(Pointer.parse("/a")));
    assertThatThrownBy(() -> Place.parse("filter/a"))
        .hasMessageContaining("begins with /, generator/ or effect[NAME]/");
    var problems = new Problems("p.yaml");
    Optional<Profile> read = ProfileReader.read("profile: p\ntitles:\n  text: words\n", problems);
    assertThat(read).isPresent();
    assertThat(problems.list().getFirst().place()).isEqualTo("line 3");
  }
}
