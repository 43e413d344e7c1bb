package org.oddlot.format.title;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.oddlot.caption.LineBreaker;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.problem.Problems;
import org.oddlot.profile.Profile;
import org.oddlot.profile.ProfileReader;
import org.oddlot.profile.Profiles;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.title.Area;
import org.oddlot.title.Fitter;
import org.oddlot.title.Fonts;
import org.oddlot.title.Frame;
import org.oddlot.title.SetTitle;
import org.oddlot.title.Shape;
import org.oddlot.title.Style;
import org.oddlot.title.Typesetter;

/** Titles as timeline files have them, ours and others'. */
class TitleClipTest {
  private static Clip clip(String kind, JsonObject parameters) {
    return Clip.of(
        "Card",
        new MediaReference.Generator(
            Origin.made(), "", kind, parameters, Optional.empty(), JsonObject.EMPTY),
        Optional.empty());
  }

  private static Style shipped(String name) {
    return StyleFiles.byName(name).orElseThrow();
  }

  private static SetTitle set(Style style, Shape shape, String words) {
    return new Fitter(
            new Typesetter(Fonts.shipped()),
            new LineBreaker("", List.of()),
            style,
            Frame.of(shape, Area.TITLE_SAFE, Shape.of(1920, 1080)))
        .set(words, 1);
  }

  @Test
  void aTitleThatWasWrittenShowsTheStyleThatItWasMadeIn() {
    for (Style style : StyleFiles.shipped()) {
      for (Shape shape : List.of(Shape.of(1920, 1080), Shape.of(3840, 2160))) {
        SetTitle title = set(style, shape, "Not before\nthe lamps");
        JsonObject written = new TitleParameters.Writer(shape, JsonObject.EMPTY).write(title);
        TitleClip its =
            TitleClip.of(clip(TitleParameters.GENERATOR, written), Profiles.own()).orElseThrow();
        assertThat(its.text()).isEqualTo("Not before\nthe lamps");
        Style read = TitleParameters.style(its, shape.scale(), shipped("boxed"));
        assertThat(read.line(0)).isEqualTo(style.line(0));
        assertThat(read.line(1)).isEqualTo(style.line(1));
        assertThat(read.box()).isEqualTo(style.box());
        assertThat(read.outline()).isEqualTo(style.outline());
        assertThat(read.spacing()).isEqualTo(style.spacing());
        assertThat(read.hold()).isEqualTo(style.hold());
        assertThat(read.align()).isEqualTo(style.align());
        // Set again in the style that was read, it stands where it stood.
        SetTitle again = set(read, shape, "Not before\nthe lamps");
        assertThat(again.text().left())
            .isCloseTo(title.text().left(), org.assertj.core.api.Assertions.within(0.2));
        assertThat(again.text().top())
            .isCloseTo(title.text().top(), org.assertj.core.api.Assertions.within(0.2));
      }
    }
  }

  @Test
  void whatATemplateHasBesidesIsKept() {
    JsonObject model =
        JsonObject.of("glow", JsonNumber.of(42))
            .with("box", JsonObject.EMPTY)
            .with("text", JsonString.of("x"));
    JsonObject written =
        new TitleParameters.Writer(Shape.of(1920, 1080), model)
            .write(set(shipped("plain"), Shape.of(1920, 1080), "No."));
    assertThat(written.whole("glow")).contains(42L);
    assertThat(written.get("box")).isEmpty();
    assertThat(written.string("text")).contains("No.");
  }

  @Test
  void oursIsATitleInFilesOfEveryProgramAndCaptionsAreNone() {
    Profile desk = Profiles.byName("practice-desk", Profiles.shipped()).orElseThrow();
    JsonObject words = JsonObject.of("text", JsonString.of("No."));
    assertThat(TitleClip.of(clip("oddlot.title", words), desk)).isPresent();
    assertThat(TitleClip.of(clip("oddlot.caption", words), Profiles.own())).isEmpty();
    assertThat(TitleClip.of(clip("bars", JsonObject.EMPTY), Profiles.own())).isEmpty();
  }

  @Test
  void aProfileCanSayWhereEachLineHasItsLook() {
    var problems = new Problems("harbour.yaml");
    Profile harbour =
        ProfileReader.read(
                """
                profile: harbour
                recognise: /harbour
                titles:
                  text: generator/card/words
                  lines: generator/card/rows/*
                line:
                  size: /height
                  font: /face/name
                """,
                problems)
            .orElseThrow();
    assertThat(problems.list()).isEmpty();
    JsonObject card =
        (JsonObject)
            org.oddlot.json.JsonValue.parse(
                """
                {"card": {"words": "Orrin\\nQuay", "rows": [
                  {"height": 42, "face": {"name": "Georgian"}},
                  {"height": 30.0, "face": {"name": "Other"}, "tilt": 42}]}}
                """);
    TitleClip title = TitleClip.of(clip("harbour.card", card), harbour).orElseThrow();
    assertThat(title.looks()).isEqualTo(2);
    assertThat(title.value(TitleProperty.SIZE, 1)).contains("30.0");
    assertThat(title.value(TitleProperty.WEIGHT, 1)).isEmpty();
    TitleClip changed =
        title
            .with(TitleProperty.SIZE, List.of(1), "44")
            .with(TitleProperty.FONT, List.of(0), "New");
    assertThat(changed.value(TitleProperty.SIZE, 1)).contains("44.0");
    assertThat(changed.value(TitleProperty.SIZE, 0)).contains("42");
    assertThat(changed.value(TitleProperty.FONT, 0)).contains("New");
    // What it has no place for, and what is so already, leaves the very same.
    assertThat(title.with(TitleProperty.WEIGHT, List.of(0), "700")).isSameAs(title);
    assertThat(title.with(TitleProperty.SIZE, List.of(0), "42")).isSameAs(title);
    assertThat(title.with(TitleProperty.NAME, List.of(0), "Card")).isSameAs(title);
    assertThat(title.withText("Orrin\nLight").text()).isEqualTo("Orrin\nLight");
  }
}
