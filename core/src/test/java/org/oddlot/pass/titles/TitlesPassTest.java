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
import org.oddlot.caption.Captions;
import org.oddlot.caption.LineBreaker;
import org.oddlot.caption.Timebase;
import org.oddlot.format.otio.OtioReader;
import org.oddlot.format.otio.OtioWriter;
import org.oddlot.format.title.StyleFiles;
import org.oddlot.format.title.TitleClip;
import org.oddlot.format.title.TitleProperty;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.material.Material;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Standing;
import org.oddlot.problem.Problems;
import org.oddlot.profile.Profiles;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Edits;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;
import org.oddlot.title.Area;
import org.oddlot.title.Fitter;
import org.oddlot.title.Fonts;
import org.oddlot.title.Frame;
import org.oddlot.title.Misfit;
import org.oddlot.title.Shape;
import org.oddlot.title.Style;
import org.oddlot.title.Typesetter;

/** Captions as titles: where they lie, what does not fit, what is done about it, what stays. */
class TitlesPassTest {
  private static final String LONG =
      "The boom swings when the tide turns, so nobody stands on the port side, "
          + "not even the mate when he is late";

  private static Words talk() {
    return new Words().over(Words.timeline(FrameRate.FPS_25));
  }

  @Test
  void eachCaptionIsATitleAtTheFramesOfTheTimeline() {
    Outcome outcome =
        talk().say(1, 3, "Not before").say(3, 5.02, "the lamps are lit.").say(7, 9, "No.").run();
    Timeline made = Words.made(outcome).getFirst();
    assertThat(made.name()).isEqualTo("Talk 16:9");
    assertThat(Words.titles(made))
        .containsExactly(
            "Titles 25-75 Not before", "Titles 75-126 the lamps are lit.", "Titles 175-225 No.");
    assertThat(made.globalStart()).contains(RationalTime.of(90_000, FrameRate.FPS_25));
    // Over the pictures, under the sound; what was there is there.
    assertThat(made.tracks().orElseThrow().children())
        .extracting(child -> child.name())
        .containsExactly("V1", "Titles", "A1");
    assertThat(outcome.needsAPerson()).isFalse();
    assertThat(Words.finding(outcome, 0).reason()).isEqualTo("it fits in every shape");
  }

  @Test
  void threeShapesInOneGoEachWithItsRateAndItsBreaks() {
    Outcome outcome =
        talk()
            .set("shapes", "1920x1080, 1080x1080@29.97df, 9:16")
            .say(10, 15, "The boom swings when the tide turns, so nobody stands there")
            .run();
    List<Timeline> made = Words.made(outcome);
    assertThat(made)
        .extracting(Timeline::name)
        .containsExactly("Talk 16:9", "Talk 1:1", "Talk 9:16");
    assertThat(Words.titles(made.get(0)))
        .containsExactly(
            "Titles 250-375 The boom swings when the tide turns, so nobody stands there");
    // Ten seconds are 299.7 frames there; its hour has the same label.
    assertThat(Words.titles(made.get(1)))
        .containsExactly(
            "Titles 300-450 The boom swings when the tide turns,/so nobody stands there");
    RationalTime begins = made.get(1).globalStart().orElseThrow();
    assertThat(begins.rate()).isEqualTo(FrameRate.FPS_29_97);
    assertThat(Timecode.of(begins, true)).hasToString("01:00:00;00");
    JsonObject frame = made.get(2).metadata().object("oddlot").object("frame");
    assertThat(frame.whole("width")).contains(1080L);
    assertThat(frame.whole("height")).contains(1920L);
  }

  @Test
  void titlesCanBeATimelineByThemselves() {
    Outcome outcome = talk().set("as", "alone").say(1, 3, "Not before").run();
    assertThat(Words.made(outcome).getFirst().tracks().orElseThrow().children())
        .extracting(child -> child.name())
        .containsExactly("Titles");
    Outcome none = new Words().say(1, 3, "Not before").run();
    assertThat(Words.titles(Words.made(none).getFirst()))
        .containsExactly("Titles 25-75 Not before");
  }

  @Test
  void theCaptionTrackIsSwitchedOffAndNothingElse() {
    Track captions = Track.of("English", "Caption", List.of());
    Timeline before = Words.timeline(FrameRate.FPS_25, captions);
    Timeline made = Words.made(new Words().over(before).say(1, 3, "No.").run()).getFirst();
    assertThat(made.tracks().orElseThrow().children())
        .filteredOn(child -> child instanceof Track track && !track.enabled())
        .extracting(child -> child.name())
        .containsExactly("English");
    assertThat(made.tracks().orElseThrow().children().getFirst())
        .isSameAs(before.tracks().orElseThrow().children().getFirst());
  }

  @Test
  void whatOverlapsLiesOnASecondTrackAndIsSaid() {
    Outcome outcome =
        talk().say(1, 4, "Not before").say(3, 6, "So he said.").run(Engine.Acceptance.ALL);
    TitleFinding second = Words.finding(outcome, 1);
    assertThat(second.standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(second.headline()).isEqualTo("over another");
    assertThat(second.shapes().getFirst().proposed().kind()).isEqualTo(TitleOption.Kind.HIGHER);
    Timeline made = Words.made(outcome).getFirst();
    assertThat(Words.titles(made))
        .containsExactly("Titles 25-100 Not before", "Titles 2 75-150 So he said.");
    double first = y(made, 0);
    assertThat(y(made, 1)).isLessThan(first - 0.05);
  }

  private static double y(Timeline made, int index) {
    return ((JsonNumber) Words.parameters(made, index).object("position").get("y").orElseThrow())
        .decimal()
        .orElseThrow()
        .doubleValue();
  }

  @Test
  void whatDoesNotFitIsShownWithAllThatCanBeDone() {
    Words talk = talk().set("shapes", "1:1").say(1, 8, LONG);
    TitleFinding finding = Words.finding(talk.run(), 0);
    assertThat(finding.standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(finding.misfits()).extracting(Misfit::kind).contains(Misfit.Kind.WIDE);
    assertThat(finding.choices())
        .extracting(choice -> choice.id())
        .contains("1080x1080 smaller", "1080x1080 two", "1080x1080 anyhow");
    assertThat(Words.made(talk.run())).isEmpty();

    Timeline two = Words.made(talk.accept(finding, "1080x1080 two").run()).getFirst();
    assertThat(Words.titles(two)).hasSize(2);
    assertThat(
            String.join(" ", Words.titles(two))
                .replaceAll("Titles \\d+-\\d+ ", "")
                .replace('/', ' '))
        .isEqualTo(LONG);
    Timeline smaller = Words.made(talk.accept(finding, "1080x1080 smaller").run()).getFirst();
    JsonObject line = (JsonObject) Words.parameters(smaller, 0).array("lines").getFirst();
    assertThat(((JsonNumber) line.get("size").orElseThrow()).decimal().orElseThrow().intValue())
        .isBetween(36, 45);
    Timeline anyhow = Words.made(talk.accept(finding, "1080x1080 anyhow").run()).getFirst();
    assertThat(Words.titles(anyhow)).hasSize(1);
  }

  @Test
  void tooShortAndTooFastIsMendedWhereThereIsTime() {
    Outcome outcome =
        talk()
            .say(1, 1.4, "Not before the lamps are lit.")
            .say(4, 6, "No.")
            .run(Engine.Acceptance.ALL);
    TitleFinding finding = Words.finding(outcome, 0);
    assertThat(finding.misfits())
        .extracting(Misfit::kind)
        .containsExactly(Misfit.Kind.SHORT, Misfit.Kind.FAST);
    assertThat(finding.shapes().getFirst().proposed().kind()).isEqualTo(TitleOption.Kind.LONGER);
    // 29 letters at 20 a second are 36.25 frames.
    assertThat(Words.titles(Words.made(outcome).getFirst()).getFirst()).startsWith("Titles 25-62 ");
    TitleFinding tight =
        Words.finding(
            talk().say(1, 1.4, "Not before the lamps are lit.").say(1.5, 4, "No.").run(), 0);
    assertThat(tight.standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(tight.reason()).endsWith("it can be taken as it is");
  }

  @Test
  void whatBeginsBeforeTheTimelineIsLeftOutAndSaid() {
    var frames = new Timebase.Frames(FrameRate.FPS_25, false);
    Style boxed = StyleFiles.byName("boxed").orElseThrow();
    Shape wide = Shape.of(1920, 1080);
    var sense = new LineBreaker("en", List.of());
    var fitter =
        new Fitter(
            new Typesetter(Fonts.shipped()), sense, boxed, Frame.of(wide, Area.TITLE_SAFE, wide));
    List<InShape> planned =
        new Planner(
                fitter,
                new Looks(fitter.style(), List.of(), Optional.empty(), false, List.of()),
                frames,
                Rational.of(3600),
                new Hands(Material.of(""), List.of()),
                sense)
            .plan(
                Captions.made(
                    "talk.srt",
                    "en",
                    Timebase.Ticks.MILLISECONDS,
                    List.of(
                        Caption.of("1", Rational.of(3598), Rational.of(3599), "Before."),
                        Caption.of("2", Rational.of(3601), Rational.of(3603), "No."))));
    assertThat(planned.get(0).canFit()).isFalse();
    assertThat(planned.get(0).proposed().pieces()).isEmpty();
    assertThat(planned.get(0).misfits().getFirst().text())
        .isEqualTo("it begins before the timeline does");
    assertThat(planned.get(1).proposed().pieces().getFirst().start()).isEqualTo(25);
  }

  @Test
  void captionsOutOfOrderLieInOrderOnOneTrack() {
    Outcome outcome = talk().say(7, 9, "Third.").say(1, 3, "First.").say(4, 6, "Second.").run();
    assertThat(Words.titles(Words.made(outcome).getFirst()))
        .containsExactly("Titles 25-75 First.", "Titles 100-150 Second.", "Titles 175-225 Third.");
    assertThat(Words.findings(outcome))
        .extracting(finding -> finding.caption().id())
        .containsExactly("1", "2", "3");
  }

  @Test
  void linesOfTwoPeopleAreNotRunTogether() {
    TitleFinding finding =
        Words.finding(
            talk()
                .set("shapes", "1:1")
                .say(1, 8, "– Did you ever see the lamp being lit before midnight?\n– No.")
                .run(),
            0);
    assertThat(finding.shapes().getFirst().way(TitleOption.Kind.BROKEN)).isEmpty();
    assertThat(finding.shapes().getFirst().way(TitleOption.Kind.LINES)).isEmpty();
    TitleOption two = finding.shapes().getFirst().way(TitleOption.Kind.TWO).orElseThrow();
    assertThat(two.pieces()).extracting(piece -> piece.title().words()).last().isEqualTo("– No.");
  }

  @Test
  void aStyleWithTooLittleContrastOrAMissingFontIsSaid() {
    Style boxed = StyleFiles.byName("boxed").orElseThrow();
    Style faint =
        boxed.withLines(line ->
            line.withColour(org.oddlot.title.Colour.parse("#777777")).withFont("Harbour Grotesk"));
    Outcome outcome = talk().style(faint).say(1, 3, "No.").run();
    assertThat(outcome.step(new TitlesPass()).orElseThrow().analysis().remarks())
        .extracting(remark -> remark.text())
        .anyMatch(text -> text.contains("contrast of"))
        .anyMatch(text -> text.contains("Harbour Grotesk is not there"));
    assertThat(TitlesPass.problems(boxed, org.oddlot.title.Fonts.shipped())).isEmpty();
  }

  @Test
  void theTemplateIsTheOnlyThingOnItsTrack() {
    JsonObject model =
        JsonObject.of("text", JsonString.of("Words"))
            .with("glow", JsonNumber.of(42))
            .with(
                "lines",
                org.oddlot.json.JsonArray.of(
                    List.of(
                        JsonObject.of("font", JsonString.of("IBM Plex Serif"))
                            .with("size", JsonNumber.of(61))
                            .with("weight", JsonNumber.of(400)),
                        JsonObject.of("font", JsonString.of("IBM Plex Serif"))
                            .with("size", JsonNumber.of(33))
                            .with("weight", JsonNumber.of(400)))))
            .with(
                "position",
                JsonObject.of("x", new JsonNumber("0.5")).with("y", new JsonNumber("0.4")));
    Outcome outcome =
        new Words()
            .over(Words.timeline(FrameRate.FPS_25, Words.track("V2", model)))
            .set("style", "template")
            .say(1, 3, "Not before\nthe lamps")
            .run();
    JsonObject made = Words.parameters(Words.made(outcome).getFirst(), 1);
    // What is not ours is copied whole.
    assertThat(made.whole("glow")).contains(42L);
    assertThat(made.array("lines"))
        .extracting(line -> ((JsonObject) line).get("size").orElseThrow().display())
        .containsExactly("61", "33");
    assertThat(outcome.step(new TitlesPass()).orElseThrow().analysis().remarks())
        .extracting(remark -> remark.text())
        .anyMatch(
            text -> text.contains("look unlike") && text.contains("61") && text.contains("33"));
  }

  @Test
  void severalTitlesOrNoneAsTemplateAreSaid() {
    JsonObject model = JsonObject.of("text", JsonString.of("Words"));
    Outcome several =
        new Words()
            .over(
                Words.timeline(
                    FrameRate.FPS_25, Words.track("V2", model), Words.track("V3", model)))
            .set("style", "template")
            .say(1, 3, "No.")
            .run();
    assertThat(remarks(several)).anyMatch(text -> text.startsWith("2 titles are the only thing"));
    assertThat(remarks(talk().set("style", "template").say(1, 3, "No.").run()))
        .anyMatch(text -> text.startsWith("there is no title in the timelines"));
    assertThat(remarks(talk().set("style", "own").say(1, 3, "No.").run()))
        .anyMatch(text -> text.startsWith("there is no style file"));
  }

  private static List<String> remarks(Outcome outcome) {
    return outcome.step(new TitlesPass()).orElseThrow().analysis().remarks().stream()
        .map(remark -> remark.text())
        .toList();
  }

  @Test
  void wordsAndPlacesByHandStayWhenTheStyleChanges() {
    Words talk = talk().say(1, 3, "Not before").say(5, 7, "No.");
    talk.order(new TitleOrder.Words("", "talk.srt", "1", "Not before", "Never\nbefore"))
        .order(new TitleOrder.Put("1920x1080", "talk.srt", "2", "No.", 0.25, 0.5));
    for (String style : List.of("boxed", "plain", "upright")) {
      Outcome outcome = talk.set("style", style).run();
      assertThat(Words.titles(Words.made(outcome).getFirst()))
          .containsExactly("Titles 25-75 Never/before", "Titles 125-175 No.");
      assertThat(Words.parameters(Words.made(outcome).getFirst(), 1).object("position").get("x"))
          .hasValueSatisfying(x -> assertThat(x.display()).isEqualTo("0.25"));
      assertThat(Words.findings(outcome)).allMatch(TitleFinding::isByHand);
    }
  }

  @Test
  void whatCameBackChangedIsRecognisedAndKept() {
    Timeline before = Words.timeline(FrameRate.FPS_25);
    Timeline made =
        Words.made(new Words().over(before).say(1, 3, "Not before").say(5, 7, "No.").run())
            .getFirst();
    // As the editing program gives it back: read from a file, one title typed anew, one moved.
    var out = new java.io.ByteArrayOutputStream();
    OtioWriter.write(made, out);
    Timeline back =
        (Timeline) OtioReader.read(out.toByteArray(), new Problems("back.otio")).orElseThrow();
    List<Clip> titles =
        Placed.root(back).clips().stream()
            .map(placed -> (Clip) placed.object())
            .filter(clip -> TitleClip.of(clip, Profiles.own()).isPresent())
            .toList();
    var edits =
        new Edits()
            .change(
                titles.get(0),
                clip ->
                    TitleClip.of((Clip) clip, Profiles.own())
                        .orElseThrow()
                        .withText("Never before")
                        .clip())
            .change(
                titles.get(1),
                clip ->
                    ((Clip) clip)
                        .withMedia(media -> {
                          var generator = (org.oddlot.timeline.MediaReference.Generator) media;
                          return generator.withParameters(
                              generator
                                  .parameters()
                                  .withAt(List.of("position", "x"), new JsonNumber("0.2")));
                        }));
    Timeline changed = (Timeline) edits.applyTo(back);
    Outcome again =
        new Words()
            .over(before)
            .document("back.otio", changed)
            .set("style", "plain")
            .say(1, 3, "Not before")
            .say(5, 7, "No.")
            .run();
    assertThat(Words.findings(again))
        .extracting(finding -> finding.shapes().getFirst().byHand())
        .containsExactly(List.of("words"), List.of("place"));
    assertThat(Words.titles(Words.made(again).getFirst()))
        .containsExactly("Titles 25-75 Never before", "Titles 125-175 No.");
    // What came back unchanged is no change by hand.
    Outcome same =
        new Words()
            .over(before)
            .document("back.otio", back)
            .say(1, 3, "Not before")
            .say(5, 7, "No.")
            .run();
    assertThat(Words.findings(same)).noneMatch(TitleFinding::isByHand);
  }

  /** Six sentences, made into titles, and read from the file that came back. */
  private static Timeline sixThatCameBack(Timeline under) {
    var out = new java.io.ByteArrayOutputStream();
    OtioWriter.write(Words.made(six().over(under).run()).getFirst(), out);
    return (Timeline) OtioReader.read(out.toByteArray(), new Problems("back.otio")).orElseThrow();
  }

  private static Words six() {
    var six = new Words();
    for (int i = 0; i < 6; i++) {
      six.say(2 * i + 1, 2 * i + 2.6, "The boat number " + i);
    }
    return six;
  }

  private static Track titlesOf(Timeline timeline) {
    return timeline.tracks().orElseThrow().children().stream()
        .filter(child -> child instanceof Track track && track.name().equals("Titles"))
        .map(Track.class::cast)
        .findFirst()
        .orElseThrow();
  }

  private static Timeline with(Timeline timeline, UnaryOperator<List<Composable>> change) {
    return (Timeline)
        new Edits()
            .change(
                titlesOf(timeline),
                track -> track.withChildren(change.apply(((Track) track).children())))
            .applyTo(timeline);
  }

  @Test
  void lengthsSizesAndWhatWasTakenOutComeBackToo() {
    Timeline before = Words.timeline(FrameRate.FPS_25);
    Timeline back = sixThatCameBack(before);
    // gap, title 1, gap, title 2 …: the first is cut short by five frames, its gap grows; the
    // second is larger; the third is gone.
    Timeline changed =
        with(
            back,
            children -> {
              var its = new ArrayList<>(children);
              its.set(1, length((Clip) its.get(1), 35));
              its.set(2, Gap.of(RationalTime.of(15, FrameRate.FPS_25)));
              TitleClip second = TitleClip.of((Clip) its.get(3), Profiles.own()).orElseThrow();
              double size = Double.parseDouble(second.value(TitleProperty.SIZE, 0).orElseThrow());
              its.set(
                  3,
                  second
                      .with(TitleProperty.SIZE, List.of(0, 1).subList(0, second.looks()), "60")
                      .clip());
              assertThat(size).isEqualTo(46);
              its.set(5, Gap.of(RationalTime.of(40, FrameRate.FPS_25)));
              return its;
            });
    Outcome again = six().over(before).document("back.otio", changed).run();
    assertThat(Words.findings(again))
        .extracting(finding -> finding.shapes().getFirst().byHand())
        .containsExactly(
            List.of("time"),
            List.of("size"),
            List.of("taken out"),
            List.of(),
            List.of(),
            List.of());
    Timeline made = Words.made(again).getFirst();
    assertThat(Words.titles(made))
        .startsWith("Titles 25-60 The boat number 0", "Titles 75-115 The boat number 1")
        .hasSize(5)
        .noneMatch(title -> title.endsWith("number 2"));
    assertThat(
            Words.parameters(made, 1).array("lines").getFirst() instanceof JsonObject line
                ? line.get("size").orElseThrow().display()
                : "")
        .isEqualTo("60");
  }

  @Test
  void halfOfACaptionThatWasTypedAnewKeepsTheOtherHalf() {
    Timeline before = Words.timeline(FrameRate.FPS_25);
    Words talk = new Words().over(before).set("shapes", "1:1").say(1, 8, LONG);
    TitleFinding finding = Words.finding(talk.run(), 0);
    Timeline made = Words.made(talk.accept(finding, "1080x1080 two").run()).getFirst();
    List<String> halves = new ArrayList<>();
    Timeline changed =
        with(
            made,
            children -> {
              var its = new ArrayList<>(children);
              for (int i = 0; i < its.size(); i++) {
                if (its.get(i) instanceof Clip clip) {
                  halves.add(TitleClip.of(clip, Profiles.own()).orElseThrow().text());
                  if (halves.size() == 2) {
                    its.set(
                        i,
                        TitleClip.of(clip, Profiles.own())
                            .orElseThrow()
                            .withText("short now")
                            .clip());
                  }
                }
              }
              return its;
            });
    Outcome again =
        new Words()
            .over(before)
            .document("back.otio", changed)
            .set("shapes", "1:1")
            .say(1, 8, LONG)
            .run(Engine.Acceptance.ALL);
    assertThat(Words.finding(again, 0).shapes().getFirst().byHand()).containsExactly("words");
    String words =
        String.join(" ", Words.titles(Words.made(again).getFirst()))
            .replaceAll("Titles \\d+-\\d+ ", "")
            .replace('/', ' ');
    assertThat(words).isEqualTo(halves.getFirst().replace('\n', ' ') + " short now");
  }

  @Test
  void whatHappenedToTheWholeTimelineHappenedToNoTitle() {
    Timeline before = Words.timeline(FrameRate.FPS_25);
    Timeline back = sixThatCameBack(before);
    // A second of black was put before everything, and one title was moved by three frames more.
    Timeline later =
        with(
            back,
            children -> {
              var its = new ArrayList<>(children);
              its.set(0, Gap.of(RationalTime.of(50, FrameRate.FPS_25)));
              its.set(4, Gap.of(RationalTime.of(13, FrameRate.FPS_25)));
              its.set(6, Gap.of(RationalTime.of(7, FrameRate.FPS_25)));
              return its;
            });
    Outcome again = six().over(before).document("back.otio", later).run();
    assertThat(Words.findings(again))
        .extracting(TitleFinding::isByHand)
        .containsExactly(false, false, true, false, false, false);
    assertThat(Words.titles(Words.made(again).getFirst()))
        .contains("Titles 25-65 The boat number 0", "Titles 128-168 The boat number 2");
    assertThat(again.step(new TitlesPass()).orElseThrow().analysis().remarks())
        .anySatisfy(remark -> assertThat(remark.text()).contains("25 frames later"));
    // A program that does not know such clips loses them all: nobody took them out.
    Timeline lost = with(back, children -> children.subList(0, 2));
    Outcome whole = six().over(before).document("back.otio", lost).run();
    assertThat(Words.titles(Words.made(whole).getFirst())).hasSize(6);
    assertThat(whole.step(new TitlesPass()).orElseThrow().analysis().remarks())
        .anySatisfy(remark -> assertThat(remark.text()).contains("without 5 of 6 titles"));
  }

  private static Clip length(Clip clip, long frames) {
    return clip.withSourceRange(
        Optional.of(
            TimeRange.of(
                clip.sourceRange().orElseThrow().start(),
                RationalTime.of(frames, FrameRate.FPS_25))));
  }

  @Test
  void ordersAreWrittenDownAndReadAgain() {
    for (TitleOrder order :
        List.of(
            new TitleOrder.Words("1080x1080", "a.srt", "3", "was", "is\nnow"),
            new TitleOrder.Put("", "a.srt", "3.2", "was", 0.125, 1),
            new TitleOrder.Look(StyleFiles.byName("upright").orElseThrow()))) {
      assertThat(TitleOrder.CODEC.decode(TitleOrder.CODEC.encode(order))).isEqualTo(order);
    }
    for (List<String> wrong :
        List.of(
            List.<String>of(), List.of("tilt"), List.of("words", "a"), List.of("style", "no"))) {
      org.assertj.core.api.Assertions.assertThatThrownBy(() -> TitleOrder.CODEC.decode(wrong))
          .isInstanceOf(IllegalArgumentException.class);
    }
  }

  private static final List<String> SCRAPS =
      List.of(
          "",
          " ",
          "\n",
          "No.",
          "w".repeat(80),
          "שלום לים מהאי",
          "a\u0301\u0302",
          "🚢 ahoy",
          "– Yes.\n– No.",
          LONG,
          "漢字がある行",
          "A\tB",
          "1:1",
          "\\N",
          "<i>",
          "…",
          "The Orrin Harbour Commissioners");

  /**
   * Captions by other hands: whatever comes, each ends as titles or is said; two on one track never
   * lie over each other, none begins before the timeline, and the words are all there.
   */
  @Property(tries = 60)
  void whateverComesIsATitleOrIsSaid(@ForAll long seed) {
    var random = new Random(seed);
    Words talk = random.nextBoolean() ? talk() : new Words();
    talk.set("shapes", random.nextBoolean() ? "1:1, 9:16@23.976" : "16:9@59.94df");
    talk.set("place", List.of("style", "low", "middle", "high", "band").get(random.nextInt(5)));
    int count = 1 + random.nextInt(12);
    double at = -1;
    for (int i = 0; i < count; i++) {
      at += random.nextDouble() * 3 - 0.5;
      talk.say(at, at + random.nextDouble() * 5 - 0.5, SCRAPS.get(random.nextInt(SCRAPS.size())));
    }
    Outcome outcome = talk.run(Engine.Acceptance.ALL);
    List<TitleFinding> findings = Words.findings(outcome);
    assertThat(findings).hasSize(count);
    for (Timeline made : Words.made(outcome)) {
      var ends = new java.util.HashMap<String, Long>();
      for (String title : Words.titles(made)) {
        String track = title.replaceFirst(" \\d+-.*", "");
        String[] times = title.substring(track.length() + 1).split(" ", 2)[0].split("-", 2);
        long from = Long.parseLong(times[0]);
        assertThat(from).isGreaterThanOrEqualTo(ends.getOrDefault(track, 0L));
        ends.put(track, Long.parseLong(times[1]));
        assertThat(ends.get(track)).isGreaterThan(from);
      }
    }
    for (TitleFinding finding : findings) {
      for (InShape shape : finding.shapes()) {
        assertThat(shape.ways()).isNotEmpty();
        var words = new ArrayList<String>();
        shape.proposed().pieces().forEach(piece -> words.add(piece.title().words()));
        boolean isLeftOut = shape.proposed().pieces().isEmpty();
        assertThat(
                isLeftOut
                    || bare(String.join(" ", words)).equals(bare(finding.caption().text().plain())))
            .as("%s became %s", finding.caption().text().plain(), words)
            .isTrue();
        assertThat(Optional.of(shape.fits())).contains(shape.misfits().isEmpty());
      }
    }
  }

  private static String bare(String words) {
    return words.replaceAll("[\\s\u00A0]+", "");
  }

  /** Making again in another style changes nothing but what the style says. */
  @Property(tries = 25)
  void makingAgainChangesOnlyWhatTheStyleSays(@ForAll long seed) {
    var random = new Random(seed);
    Words talk = talk().set("shapes", "16:9");
    for (int i = 0; i < 6; i++) {
      talk.say(
          i * 5,
          i * 5 + 4,
          List.of("No.", "The Orrin Harbour", "漢字がある行").get(random.nextInt(3)) + i);
    }
    Style boxed = StyleFiles.byName("boxed").orElseThrow();
    Timeline first = Words.made(talk.style(boxed).run(Engine.Acceptance.ALL)).getFirst();
    Timeline again =
        Words.made(
                talk.order(
                        new TitleOrder.Look(
                            boxed.withLines(
                                line -> line.withColour(org.oddlot.title.Colour.parse("#ffee00")))))
                    .run(Engine.Acceptance.ALL))
            .getFirst();
    var one = new java.io.ByteArrayOutputStream();
    var two = new java.io.ByteArrayOutputStream();
    OtioWriter.write(first, one);
    OtioWriter.write(again, two);
    String as = one.toString(java.nio.charset.StandardCharsets.UTF_8);
    assertThat(two.toString(java.nio.charset.StandardCharsets.UTF_8))
        .isNotEqualTo(as)
        .isEqualTo(as.replace("#ffffff", "#ffee00"));
  }
}
