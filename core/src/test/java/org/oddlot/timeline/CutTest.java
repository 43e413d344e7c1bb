package org.oddlot.timeline;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.oddlot.json.JsonObject;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;

/**
 * The walk through a cut, by hand; {@code reference/cuts.py} checks it frame by frame against the
 * OpenTimelineIO library on random nested timelines.
 */
class CutTest {
  private static final FrameRate RATE = FrameRate.FPS_24;

  private static Clip clip(String name, long start, long duration) {
    var media =
        new MediaReference.External(
            Origin.NONE,
            name,
            name + ".mov",
            Optional.of(TimeRange.of(0, 1000, RATE)),
            JsonObject.EMPTY);
    return Clip.of(name, media, Optional.of(TimeRange.of(start, duration, RATE)));
  }

  private static Transition dissolve(long before, long after) {
    return new Transition(
        Origin.NONE,
        "",
        "SMPTE_Dissolve",
        RationalTime.of(before, RATE),
        RationalTime.of(after, RATE),
        JsonObject.EMPTY);
  }

  private static Cut cut(Track... tracks) {
    return Cut.of(Timeline.of("Cut", Optional.empty(), List.of(tracks)));
  }

  private static String at(Cut.Event event) {
    return event.clip().name()
        + " "
        + event.record().start().value()
        + "+"
        + event.record().duration().value()
        + " from "
        + event.source().start().value();
  }

  @Test
  void clipsFollowEachOtherAndTransitionsTakeFromBothSides() {
    Cut cut =
        cut(
            Track.of(
                "V1",
                Track.VIDEO,
                List.of(
                    clip("a", 10, 20),
                    dissolve(3, 5),
                    clip("b", 100, 30),
                    Gap.of(RationalTime.of(6, RATE)),
                    clip("c", 0, 4))));
    assertThat(cut.events())
        .extracting(CutTest::at)
        .containsExactly("a 0+20 from 10", "b 20+30 from 100", "c 56+4 from 0");
    assertThat(cut.events().get(0).recordWithTransitions()).isEqualTo(TimeRange.of(0, 25, RATE));
    assertThat(cut.events().get(1).recordWithTransitions()).isEqualTo(TimeRange.of(17, 33, RATE));
    assertThat(cut.unknown()).isEmpty();
  }

  @Test
  void aNestedStackShowsItsUsedPartAndEachTrackInItItsOwn() {
    Track inner =
        Track.of("In", Track.AUDIO, List.of(clip("a", 10, 20), clip("b", 50, 20)))
            .withSourceRange(Optional.of(TimeRange.of(5, 30, RATE)));
    Stack nested =
        Stack.of("Nest", List.of(inner)).withSourceRange(Optional.of(TimeRange.of(4, 20, RATE)));
    Cut cut = cut(Track.of("V1", Track.VIDEO, List.of(clip("first", 0, 8), nested)));
    // The nest begins at its frame 4, which is frame 9 of the track, frame 19 of a.
    assertThat(cut.events())
        .extracting(CutTest::at)
        .containsExactly("first 0+8 from 0", "a 8+11 from 19", "b 19+9 from 50");
    assertThat(cut.events().get(1).kind()).isEqualTo(Track.AUDIO);
    assertThat(cut.events().get(1).trimmed().sourceRange()).contains(TimeRange.of(19, 11, RATE));
  }

  @Test
  void whatLiesInSomethingSwitchedOffIsOffAndSpeedIsSaid() {
    var twice =
        new Effect(
            Origin.NONE, "LinearTimeWarp", "", "", Optional.of(Rational.of(2)), JsonObject.EMPTY);
    Clip fast = clip("fast", 0, 10).withEffects(List.of(twice));
    Cut cut =
        cut(
            Track.of("V1", Track.VIDEO, List.of(fast)),
            Track.of("V2", Track.VIDEO, List.of(clip("off", 0, 10).withEnabled(false))));
    assertThat(cut.events()).extracting(Cut.Event::enabled).containsExactly(true, false);
    assertThat(cut.events())
        .extracting(Cut.Event::speed)
        .containsExactly(Rational.of(2), Rational.ONE);
  }

  @Test
  void whatDoesNotSayHowLongItLastsIsSaidAndOtherTracksGoOn() {
    Clip endless =
        clip("endless", 0, 1)
            .withSourceRange(Optional.empty())
            .withMediaReferences(java.util.Map.of());
    Cut cut =
        cut(
            Track.of("V1", Track.VIDEO, List.of(clip("a", 0, 5), endless, clip("b", 0, 5))),
            Track.of("V2", Track.VIDEO, List.of(clip("c", 0, 7))));
    assertThat(cut.events())
        .extracting(CutTest::at)
        .containsExactly("a 0+5 from 0", "c 0+7 from 0");
    assertThat(cut.unknown())
        .extracting(placed -> placed.object().name())
        .containsExactly("endless");
  }

  private static Effect speed(long numerator, long denominator) {
    return new Effect(
        Origin.NONE,
        "LinearTimeWarp",
        "",
        "",
        Optional.of(Rational.of(numerator, denominator)),
        JsonObject.EMPTY);
  }

  /** A nest of {@code a} (20 frames from 10) and {@code b} (20 frames from 50), at some speed. */
  private static Stack nest(int from, int frames, Effect effect) {
    Track inner = Track.of("In", Track.VIDEO, List.of(clip("a", 10, 20), clip("b", 50, 20)));
    return Stack.of("Nest", List.of(inner))
        .withSourceRange(Optional.of(TimeRange.of(from, frames, RATE)))
        .withEffects(List.of(effect));
  }

  private static String full(Cut.Event event) {
    return at(event) + " to " + event.source().endExclusive().value() + " at " + event.speed();
  }

  @Test
  void theSpeedOfANestIsThatOfAllThatLiesInIt() {
    assertThat(cut(Track.of("V1", Track.VIDEO, List.of(nest(0, 20, speed(2, 1))))).events())
        .extracting(CutTest::full)
        .containsExactly("a 0+10 from 10 to 30 at 2", "b 10+10 from 50 to 70 at 2");
    // Backwards the last frame comes first, here at half the speed of a clip that has twice.
    assertThat(cut(Track.of("V1", Track.VIDEO, List.of(nest(15, 10, speed(-1, 1))))).events())
        .extracting(CutTest::full)
        .containsExactly("a 5+5 from 25 to 30 at -1", "b 0+5 from 50 to 55 at -1");
    Cut.Event back =
        cut(Track.of("V1", Track.VIDEO, List.of(nest(15, 10, speed(-1, 1))))).events().getFirst();
    assertThat(back.sourceFrame(Rational.ZERO)).isEqualTo(29);
    assertThat(back.sourceFrame(RATE.frameDuration().times(4))).isEqualTo(25);
    // What stands still is one frame, however long.
    assertThat(cut(Track.of("V1", Track.VIDEO, List.of(nest(25, 12, speed(0, 1))))).events())
        .extracting(CutTest::full)
        .containsExactly("b 0+12 from 55 to 56 at 0");
  }

  @Test
  void aPieceOfAFastNestByItselfRunsAsFast() {
    Cut.Event fast =
        cut(Track.of("V1", Track.VIDEO, List.of(nest(0, 20, speed(2, 1))))).events().getLast();
    assertThat(fast.trimmed().sourceRange()).contains(TimeRange.of(50, 10, RATE));
    assertThat(fast.trimmed().speed()).isEqualTo(Rational.of(2));
  }

  @Test
  void aDissolveIntoANestShowsWhatLiesBeforeItsBeginning() {
    Track track =
        Track.of(
            "V1",
            Track.VIDEO,
            List.of(clip("first", 0, 10), dissolve(3, 2), nest(21, 5, speed(1, 1))));
    List<Cut.Event> events = cut(track).events();
    // One frame of b lies before the nest's beginning; the two before that are of a.
    assertThat(events)
        .extracting(event -> at(event) + " seen " + event.recordWithTransitions())
        .containsExactly(
            "first 0+10 from 0 seen 0+12@24",
            "a 9+0 from 30 seen 7+2@24",
            "b 10+5 from 51 seen 9+6@24");
    assertThat(events.getLast().into().orElseThrow().toNothing()).isFalse();
  }
}
