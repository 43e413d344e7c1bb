package org.oddlot.pass.titles;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.UnaryOperator;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.oddlot.caption.Caption;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.Mark;
import org.oddlot.caption.Markup;
import org.oddlot.format.otio.OtioReader;
import org.oddlot.format.otio.OtioWriter;
import org.oddlot.format.title.StyleFiles;
import org.oddlot.format.title.TitleClip;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Standing;
import org.oddlot.problem.Problems;
import org.oddlot.profile.Profiles;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;
import org.oddlot.title.Colour;
import org.oddlot.title.Style;

/** What somebody did to titles in the editing program is there in the next ones, and the next. */
class WhatIsKeptTest {
  private static final int COUNT = 6;

  private static Words talk() {
    var talk = new Words().over(Words.timeline(FrameRate.FPS_25));
    for (int i = 0; i < COUNT; i++) {
      talk.say(3 * i + 1, 3 * i + 3, "The boat number " + i + "\nleft the quay");
    }
    return talk;
  }

  private static Timeline made(Words words) {
    return Words.made(words.run(Engine.Acceptance.ALL)).getFirst();
  }

  /** A timeline as another program gives it back. */
  private static Timeline back(Timeline timeline) {
    var out = new java.io.ByteArrayOutputStream();
    OtioWriter.write(timeline, out);
    return (Timeline) OtioReader.read(out.toByteArray(), new Problems("back.otio")).orElseThrow();
  }

  private static Timeline withTracks(
      Timeline timeline, UnaryOperator<List<TimelineObject>> change) {
    Stack stack = timeline.tracks().orElseThrow();
    return timeline.withChildren(
        List.of(stack.withChildren(change.apply(new ArrayList<>(stack.children())))));
  }

  private static Timeline withTitles(Timeline timeline, UnaryOperator<List<Composable>> change) {
    return withTracks(
        timeline,
        tracks -> {
          tracks.replaceAll(child ->
              child instanceof Track track && track.name().equals("Titles")
                  ? track.withChildren(change.apply(new ArrayList<>(track.children())))
                  : child);
          return tracks;
        });
  }

  /** The title of a caption changed; they lie between gaps. */
  private static Timeline change(Timeline timeline, int title, UnaryOperator<Clip> how) {
    return withTitles(
        timeline,
        items -> {
          int at = -1;
          for (int i = 0, seen = 0; i < items.size(); i++) {
            if (items.get(i) instanceof Clip && seen++ == title) {
              at = i;
            }
          }
          items.set(at, how.apply((Clip) items.get(at)));
          return items;
        });
  }

  private static Clip with(Clip clip, String key, JsonValue value) {
    return clip.withMedia(media -> {
      var generator = (MediaReference.Generator) media;
      return generator.withParameters(generator.parameters().with(key, value));
    });
  }

  private static Clip withLine(Clip clip, int line, String key, JsonValue value) {
    return clip.withMedia(media -> {
      var generator = (MediaReference.Generator) media;
      var lines = new ArrayList<>(generator.parameters().array("lines"));
      lines.set(line, ((JsonObject) lines.get(line)).with(key, value));
      return generator.withParameters(generator.parameters().with("lines", JsonArray.of(lines)));
    });
  }

  private static JsonObject line(Timeline timeline, int title, int line) {
    return (JsonObject) Words.parameters(timeline, title).array("lines").get(line);
  }

  private static List<Clip> clips(Timeline timeline) {
    return Placed.root(timeline).clips().stream()
        .map(placed -> (Clip) placed.object())
        .filter(clip -> clip.media().orElseThrow() instanceof MediaReference.Generator)
        .toList();
  }

  @Test
  void looksOfLinesComeBackInAnotherStyleAndInTheOneAfterThat() {
    Timeline first = back(made(talk()));
    Timeline changed =
        change(
            change(
                change(first, 1, clip -> withLine(clip, 0, "colour", JsonString.of("#ffd27a"))),
                2,
                clip -> withLine(clip, 1, "size", new JsonNumber("23"))),
            3,
            clip ->
                with(
                    withLine(clip, 1, "font", JsonString.of("IBM Plex Serif")),
                    "align",
                    JsonString.of("left")));
    for (String style : List.of("boxed", "plain", "upright")) {
      Outcome again = talk().document("back.otio", changed).set("style", style).run();
      assertThat(Words.findings(again))
          .extracting(finding -> finding.shapes().getFirst().byHand())
          .containsExactly(
              List.of(), List.of("look"), List.of("look"), List.of("look"), List.of(), List.of());
      Timeline second = Words.made(again).getFirst();
      keeps(second);
      // What was kept once is kept when that comes back as it is, in whatever style comes next.
      Timeline third = made(talk().document("back.otio", back(second)).set("style", "plain"));
      keeps(third);
      assertThat(line(third, 0, 0).string("colour")).contains("#ffffff");
    }
  }

  private static void keeps(Timeline made) {
    assertThat(line(made, 1, 0).string("colour")).contains("#ffd27a");
    assertThat(line(made, 1, 1).string("colour")).isNotEqualTo(Optional.of("#ffd27a"));
    double above = Double.parseDouble(line(made, 2, 0).get("size").orElseThrow().display());
    double below = Double.parseDouble(line(made, 2, 1).get("size").orElseThrow().display());
    assertThat(below).isLessThan(above * 0.6);
    assertThat(line(made, 3, 1).string("font")).contains("IBM Plex Serif");
    assertThat(line(made, 3, 0).string("font")).contains("IBM Plex Sans");
    assertThat(Words.parameters(made, 3).string("align")).contains("left");
    assertThat(Words.parameters(made, 2).string("align")).contains("centre");
  }

  @Test
  void whatWasAddedCopiedMarkedAndSwitchedOffComesBack() {
    Timeline first = back(made(talk()));
    Marker marker =
        Marker.of("ask Ines", TimeRange.of(3, 1, FrameRate.FPS_25), "", JsonObject.EMPTY);
    Timeline changed = change(first, 0, clip -> clip.plusMarker(marker));
    changed = change(changed, 1, clip -> clip.withEnabled(false));
    // A title of its own on a track above, a copy of the third title behind the last.
    Clip own =
        TitleClip.of(clips(first).get(2), Profiles.own())
            .orElseThrow()
            .withText("Nine years before")
            .clip()
            .withMetadata(JsonObject.EMPTY)
            .withName("Nine years before");
    Track above =
        Track.of("Extra", Track.VIDEO, List.of(Gap.of(RationalTime.of(40, FrameRate.FPS_25)), own));
    Clip copied = clips(first).get(2);
    changed =
        withTitles(
            changed,
            items -> {
              items.add(Gap.of(RationalTime.of(30, FrameRate.FPS_25)));
              items.add(copied);
              return items;
            });
    changed =
        withTracks(
            changed,
            tracks -> {
              tracks.add(2, above);
              return tracks;
            });
    Timeline second = made(talk().document("back.otio", changed));
    Timeline third = made(talk().document("back.otio", back(second)).set("style", "plain"));
    for (Timeline its : List.of(second, third)) {
      List<String> titles = Words.titles(its);
      assertThat(titles).hasSize(COUNT + 2);
      assertThat(titles).anyMatch(title -> title.endsWith(" 40-90 Nine years before"));
      assertThat(titles)
          .anyMatch(title -> title.endsWith("480-530 The boat number 2/left the quay"));
      assertThat(titles)
          .anyMatch(title -> title.endsWith("175-225 The boat number 2/left the quay"));
      assertThat(clips(its)).filteredOn(clip -> !clip.markers().isEmpty()).hasSize(1);
      assertThat(clips(its)).filteredOn(clip -> !clip.enabled()).hasSize(1);
    }
  }

  @Test
  void whatWasTakenOutStaysOutTwice() {
    Timeline first = back(made(talk()));
    Timeline changed =
        withTitles(
            first,
            items -> {
              items.set(3, Gap.of(RationalTime.of(50, FrameRate.FPS_25)));
              return items;
            });
    Timeline second = back(made(talk().document("back.otio", changed)));
    assertThat(Words.titles(second)).hasSize(COUNT - 1);
    assertThat(Words.titles(made(talk().document("back.otio", second)))).hasSize(COUNT - 1);
  }

  @Test
  void aTitleThatWasMovedIsJudgedWhereItStandsAndStaysThere() {
    String wide = "The boom swings when the tide turns, so nobody stands on the port side of it";
    var talk = new Words().over(Words.timeline(FrameRate.FPS_25)).say(1, 8, wide);
    talk.order(new TitleOrder.Put("1920x1080", "talk.srt", "1", wide, 0.75, 0.3));
    TitleFinding finding = Words.finding(talk.run(), 0);
    assertThat(finding.misfits()).isNotEmpty();
    assertThat(finding.shapes().getFirst().ways())
        .filteredOn(way -> way.kind() == TitleOption.Kind.LINES)
        .allSatisfy(way -> assertThat(way.pieces().getFirst().title().style().x()).isEqualTo(0.75));
    assertThat(finding.shapes().getFirst().style().x()).isEqualTo(0.75);
  }

  @Test
  void aTitleThatIsReadTooFastIsTakenAsItIsWhereAllIsTaken() {
    Words talk =
        new Words()
            .over(Words.timeline(FrameRate.FPS_25))
            .say(1, 1.6, "All of that in half a second and not a frame more")
            .say(1.6, 4, "And on.");
    TitleFinding fast = Words.finding(talk.run(), 0);
    assertThat(fast.standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(Words.titles(made(talk))).hasSize(2);
  }

  @Test
  void italicsPlacesAndSpeakersReachTheTitles() {
    var talk = new Words().over(Words.timeline(FrameRate.FPS_25));
    Caption voice = talk.at(1, 4, "The lamps are lit\nand nobody came");
    Caption half = talk.at(5, 8, "She said never\nand meant it").withId("2");
    talk.say(voice.withText(italic(voice.text(), 0, voice.text().plain().length())))
        .say(half.withText(italic(half.text(), 0, 14)))
        .say(
            half.withText(italic(half.text(), 9, 14))
                .withId("3")
                .withTimes(t -> t.plus(Rational.of(4))))
        .say(
            talk.at(13, 15, "Orrin harbour")
                .withId("4")
                .withPlace(new Caption.Placement(Caption.Height.TOP, Caption.Side.LEFT)))
        .say(talk.at(17, 19, "I stay here").withId("5").withSpeaker("Mara Voss"));
    Style usual = StyleFiles.byName("boxed").orElseThrow();
    talk.styleOf(
        StyleFiles.read(
                StyleFiles.write(usual.withLines(line -> line.withColour(Colour.parse("#fd8"))))
                    .replace("title:", "speakers: \"tom, mara voss\"\ntitle:"),
                new Problems("mara.yaml"))
            .orElseThrow());
    Outcome outcome = talk.run();
    Timeline made = Words.made(outcome).getFirst();
    assertThat(italics(made, 0)).containsExactly(true, true);
    assertThat(italics(made, 1)).containsExactly(true, false);
    assertThat(italics(made, 2)).containsExactly(false, false);
    assertThat(outcome.step(new TitlesPass()).orElseThrow().analysis().remarks())
        .anySatisfy(remark -> assertThat(remark.text()).endsWith("whole lines are (title 3)"));
    JsonObject top = Words.parameters(made, 3);
    assertThat(top.string("align")).contains("left");
    assertThat(top.object("position").string("hold")).contains("top");
    assertThat(line(made, 4, 0).string("colour")).contains("#ffdd88");
    assertThat(line(made, 3, 0).string("colour")).contains("#ffffff");
    // A place that is set for all holds for all.
    Timeline high = Words.made(talk.set("place", "high").run()).getFirst();
    assertThat(Words.parameters(high, 3).string("align")).contains("centre");
  }

  private static CaptionText italic(CaptionText text, int from, int to) {
    return new CaptionText(
        text.plain(),
        List.of(
            Mark.of(from, new Markup.Style(Markup.Look.ITALIC, true)),
            Mark.of(to, new Markup.Style(Markup.Look.ITALIC, false))));
  }

  private static List<Boolean> italics(Timeline timeline, int title) {
    return Words.parameters(timeline, title).array("lines").stream()
        .map(line -> ((JsonObject) line).get("italic").isPresent())
        .toList();
  }

  @Test
  void lettersThatAFontLacksAreSaidAndWhatNoFontHasIsAskedAbout() {
    Outcome outcome =
        new Words()
            .over(Words.timeline(FrameRate.FPS_25))
            .say(1, 3, "Ahoy")
            .say(4, 6, "♪ שלום Mara")
            .say(7, 9, "The 灯台 is lit")
            .run();
    assertThat(Words.findings(outcome))
        .extracting(TitleFinding::standing)
        .containsExactly(Standing.SETTLED, Standing.SETTLED, Standing.TO_LOOK_AT);
    assertThat(Words.finding(outcome, 2).reason()).contains("“灯台” is in no font here");
    assertThat(outcome.step(new TitlesPass()).orElseThrow().analysis().remarks())
        .extracting(remark -> remark.text())
        .anyMatch(text ->
            text.contains(
                    "not in IBM Plex Sans; measured with Noto Sans Symbols and IBM Plex Sans Hebrew")
                && text.endsWith("(title 2)"));
  }

  @Test
  void linesThatMeanSomethingAreNotSetAnew() {
    String song =
        "♪ The boats go out and the boats come in at Orrin ♪\n♪ and nobody knows what the ferry has been about ♪";
    Outcome outcome =
        new Words()
            .over(Words.timeline(FrameRate.FPS_25))
            .set("shapes", "9:16")
            .say(1, 8, song)
            .run();
    assertThat(Words.finding(outcome, 0).standing().needsAPerson()).isTrue();
  }

  /** Whatever is changed by whoever, twice round it is what it was once round. */
  @Property(tries = 40)
  void onceRoundAndTwiceRoundIsTheSame(@ForAll long seed) {
    var random = new Random(seed);
    Timeline changed = back(made(talk()));
    for (int i = 0; i < 1 + random.nextInt(5); i++) {
      int title = random.nextInt(COUNT);
      int line = random.nextInt(2);
      changed =
          switch (random.nextInt(8)) {
            case 0 ->
                change(
                    changed,
                    title,
                    clip -> withLine(clip, line, "colour", JsonString.of("#12ab34")));
            case 1 ->
                change(
                    changed, title, clip -> withLine(clip, line, "weight", new JsonNumber("400")));
            case 2 ->
                change(
                    changed,
                    title,
                    clip -> withLine(clip, line, "case", JsonString.of("capitals")));
            case 3 ->
                change(changed, title, clip -> withLine(clip, line, "size", new JsonNumber("39")));
            case 4 -> change(changed, title, clip -> with(clip, "align", JsonString.of("right")));
            case 5 ->
                change(changed, title, clip -> with(clip, "text", JsonString.of("No.\nNever.")));
            case 6 ->
                change(
                    changed,
                    title,
                    clip ->
                        with(
                            clip,
                            "position",
                            new JsonObjectBuilder().put("x", "0.3").put("y", "0.4").hold("top")));
            default -> change(changed, title, clip -> clip.withEnabled(false));
          };
    }
    Timeline once = made(talk().document("back.otio", changed));
    Timeline twice = made(talk().document("back.otio", back(once)));
    assertThat(Words.titles(twice)).isEqualTo(Words.titles(once));
    for (int i = 0; i < COUNT; i++) {
      assertThat(Words.parameters(twice, i)).isEqualTo(Words.parameters(once, i));
      assertThat(Words.parameters(once, i).array("lines"))
          .isEqualTo(Words.parameters(changed, i).array("lines"));
      assertThat(clips(once).get(i).enabled()).isEqualTo(clips(changed).get(i).enabled());
    }
  }

  /** A place as a title has it. */
  private static final class JsonObjectBuilder {
    private JsonObject its = JsonObject.EMPTY;

    JsonObjectBuilder put(String key, String number) {
      its = its.with(key, new JsonNumber(number));
      return this;
    }

    JsonObject hold(String word) {
      return its.with("hold", JsonString.of(word));
    }
  }
}
