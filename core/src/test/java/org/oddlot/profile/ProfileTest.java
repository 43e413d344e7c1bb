package org.oddlot.profile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.timeline.Bin;

class ProfileTest {
  private static JsonObject object(String json) {
    return (JsonObject) JsonValue.parse(json);
  }

  @Test
  void everyFieldHasAPlaceAndTheShippedProfilesShareNone() {
    Profile own = Profiles.own();
    Profile desk = Profiles.shipped().getLast();
    Stream<Field> kept =
        Arrays.stream(Field.values())
            .filter(f -> f != Field.IDENTITY && !f.isAtAPlace() && !f.path().startsWith("line."));
    assertThat(kept)
        .allSatisfy(field -> {
          assertThat(own.place(field)).as(field.path()).isPresent();
          assertThat(desk.place(field)).as(field.path()).isPresent();
          assertThat(own.place(field)).isNotEqualTo(desk.place(field));
        });
    // Odd Lot sets each line of a title by itself, Practice Desk all of them alike.
    assertThat(own.titlePlaces().keySet())
        .containsExactlyInAnyOrder(
            Field.TITLE_TEXT,
            Field.TITLE_LINES,
            Field.TITLE_X,
            Field.TITLE_Y,
            Field.PICTURE_OPACITY,
            Field.PICTURE_SCALE,
            Field.PICTURE_BLEND,
            Field.SOUND_LEVEL);
    assertThat(own.place(Field.LINE_SIZE)).isPresent();
    assertThat(desk.place(Field.LINE_SIZE)).isEmpty();
    assertThat(desk.titlePlaces().keySet())
        .containsExactlyInAnyOrder(
            Field.TITLE_TEXT,
            Field.TITLE_FONT,
            Field.TITLE_SIZE,
            Field.TITLE_WEIGHT,
            Field.TITLE_COLOUR,
            Field.TITLE_CASE,
            Field.TITLE_X,
            Field.TITLE_Y,
            Field.PICTURE_OPACITY,
            Field.PICTURE_SCALE,
            Field.PICTURE_BLEND,
            Field.SOUND_LEVEL);
    assertThat(desk.titlePlaces().values()).doesNotContainAnyElementsOf(own.titlePlaces().values());
    assertThat(own.kinds().keySet()).containsExactlyInAnyOrder(MarkerKind.values());
    assertThat(desk.kinds().values()).doesNotContainAnyElementsOf(own.kinds().values());
  }

  @Test
  void aPointerReadsAndWritesOnePlace() {
    var pointer = Pointer.parse("/a/b~1c/d");
    JsonObject metadata = object("{\"a\":{\"b/c\":{\"d\":\"x\"},\"e\":1}}");
    assertThat(pointer.text(metadata)).contains("x");
    JsonObject changed = pointer.set(metadata, JsonString.of("y"));
    assertThat(changed).isEqualTo(object("{\"a\":{\"b/c\":{\"d\":\"y\"},\"e\":1}}"));
    assertThat(pointer.set(JsonObject.EMPTY, JsonString.of("z")))
        .isEqualTo(object("{\"a\":{\"b/c\":{\"d\":\"z\"}}}"));
    assertThat(pointer.text(object("{\"a\":[1]}"))).isEmpty();
  }

  @Test
  void aStarStandsForAListAndWithoutOneNamesAreJoined() {
    var names = List.of(JsonString.of("Inés"), JsonString.of("Pilar"));
    assertThat(Pointer.parse("/p/*").setAll(JsonObject.EMPTY, names))
        .isEqualTo(object("{\"p\":[\"Inés\",\"Pilar\"]}"));
    assertThat(Pointer.parse("/p").setAll(JsonObject.EMPTY, names))
        .isEqualTo(object("{\"p\":\"Inés, Pilar\"}"));
    assertThatThrownBy(() -> Pointer.parse("/a/*/b")).hasMessageContaining("last step");
    assertThatThrownBy(() -> Pointer.parse("a/b")).hasMessageContaining("begins with /");
  }

  @Test
  void theProgramThatWroteAFileIsRecognised() {
    var plain = Bin.of("x", List.of());
    assertThat(Profiles.recognise(plain, Profiles.shipped()).name()).isEqualTo("odd-lot");
    var desk =
        Bin.of("x", List.of(plain.withMetadata(object("{\"practice_desk\":{\"state\":\"\"}}"))));
    assertThat(Profiles.recognise(desk, Profiles.shipped()).name()).isEqualTo("practice-desk");
  }

  @Test
  void mistakesInAProfileAreSaidWithTheirLine() {
    var problems = new Problems("mine.yaml");
    String yaml =
        """
        profile: mine
        recognise: no-slash
        log:
          scene: /x/scene
          colour: /x/colour
          take: /x/*/take
        kinds:
          banner: flag
        weather: sunny
        """;
    assertThat(ProfileReader.read(yaml, problems)).isPresent();
    assertThat(problems.list())
        .extracting(Problem::place)
        .containsExactly("line 2", "line 5", "line 6", "line 8", "line 9");
    assertThat(problems.list().get(1).message()).isEqualTo("There is no field log.colour.");
    var broken = new Problems("broken.yaml");
    assertThat(ProfileReader.read("profile: [", broken)).isEmpty();
    assertThat(broken.list().getFirst().message()).startsWith("This is not YAML");
    assertThat(ProfileReader.read("log:\n  scene: /a\n", new Problems("x"))).isEmpty();
    assertThat(ProfileReader.read("just words", new Problems("x"))).isEmpty();
  }
}
