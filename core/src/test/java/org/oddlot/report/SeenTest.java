package org.oddlot.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.oddlot.report.Cuts.audio;
import static org.oddlot.report.Cuts.clip;
import static org.oddlot.report.Cuts.dissolve;
import static org.oddlot.report.Cuts.effect;
import static org.oddlot.report.Cuts.gap;
import static org.oddlot.report.Cuts.generated;
import static org.oddlot.report.Cuts.picture;
import static org.oddlot.report.Cuts.report;
import static org.oddlot.report.Cuts.rows;
import static org.oddlot.report.Cuts.speed;
import static org.oddlot.report.Cuts.video;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.sheet.Sheet;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Stack;

/** What of a cut is seen, case by case. */
class SeenTest {
  private static final String[] SEEN = {
    "name", "visible", "frames", "seen_frames", "unknown_frames", "why"
  };

  /** What lies over the first thirty of fifty frames. */
  private static String under(Clip above) {
    return rows(report("shots", video("V1", clip("low", 0, 50)), video("V2", above)), SEEN)
        .getFirst();
  }

  @Test
  void aFullPictureHidesWhatIsBelowIt() {
    assertThat(under(clip("high", 0, 30)))
        .isEqualTo("low | partly | 50 | 20 | 0 | 30 frames under a full picture");
    assertThat(under(clip("high", 0, 60)))
        .isEqualTo("low | hidden | 50 | 0 | 0 | 50 frames under a full picture");
    assertThat(under(clip("high", 0, 30).withEffects(List.of(speed(1, 2)))))
        .isEqualTo("low | partly | 50 | 20 | 0 | 30 frames under a full picture");
    assertThat(under(generated("SMPTEBars", 30)))
        .isEqualTo("low | partly | 50 | 20 | 0 | 30 frames under a full picture");
  }

  @Test
  void whatIsWeakDisabledOrOfLettersHidesNothing() {
    assertThat(under(clip("high", 0, 30).withEnabled(false)))
        .isEqualTo("low | seen | 50 | 50 | 0 | ");
    assertThat(under(generated("oddlot.title", 30))).isEqualTo("low | seen | 50 | 50 | 0 | ");
    assertThat(under(clip("high", 0, 30).withEffects(List.of(picture("opacity", "0.5")))))
        .isEqualTo("low | seen | 50 | 50 | 0 | ");
    assertThat(under(clip("high", 0, 30).withEffects(List.of(picture("opacity", "0")))))
        .isEqualTo("low | seen | 50 | 50 | 0 | ");
    assertThat(under(clip("high", 0, 30).withEffects(List.of(picture("opacity", "1")))))
        .startsWith("low | partly");
  }

  @Test
  void whatNobodyCanTellIsSaidWithTheReason() {
    assertThat(under(clip("high", 0, 30).withEffects(List.of(effect("Ripple", JsonObject.EMPTY)))))
        .isEqualTo(
            "low | unknown | 50 | 20 | 30 | 30 frames not known: what the effect “Ripple” does is not"
                + " known");
    assertThat(under(clip("high", 0, 30).withEffects(List.of(picture("scale", "0.4")))))
        .isEqualTo(
            "low | unknown | 50 | 20 | 30 | 30 frames not known: it does not fill the frame");
    assertThat(under(clip("high", 0, 30).withEffects(List.of(picture("scale", "1.2")))))
        .startsWith("low | partly | 50 | 20 | 0");
    assertThat(
            under(
                clip("high", 0, 30)
                    .withEffects(
                        List.of(
                            effect(
                                "oddlot.picture",
                                JsonObject.of("blend", JsonString.of("screen")))))))
        .contains("it is blended over as “screen”");
    assertThat(under(generated("clouds", 30))).contains("what “clouds” makes is not known");
  }

  @Test
  void aFullPictureAboveTheDoubtfulOneSettlesIt() {
    Sheet sheet =
        report(
            "shots",
            video("V1", clip("low", 0, 50)),
            video(
                "V2",
                clip("doubtful", 0, 30).withEffects(List.of(effect("Ripple", JsonObject.EMPTY)))),
            video("V3", gap(10), clip("high", 0, 20)));
    assertThat(rows(sheet, SEEN).getFirst())
        .startsWith("low | unknown | 50 | 20 | 10 | 20 frames under a full picture; 10 frames");
    assertThat(rows(sheet, SEEN).get(1)).startsWith("doubtful | partly | 30 | 10 | 0");
  }

  @Test
  void inADissolveBothAreSeenAndFadesLetThrough() {
    Sheet both =
        report("sources", video("V1", clip("one", 0, 50), dissolve(5, 7), clip("two", 100, 50)));
    // The one before goes on for what the dissolve takes behind the cut, the other begins before
    // it.
    assertThat(rows(both, "name", "used_frames", "seen_frames"))
        .containsExactly("one | 57 | 57", "two | 55 | 55");
    assertThat(
            rows(
                report(
                    "shots", video("V1", clip("one", 0, 50), dissolve(5, 7), clip("two", 100, 50))),
                "name",
                "frames"))
        .containsExactly("one | 50", "two | 50");
    Sheet fade =
        report(
            "shots",
            video("V1", clip("low", 0, 100)),
            video("V2", gap(20), dissolve(0, 10), clip("high", 0, 50)));
    // Under the ten frames in which it fades from nothing the lower one is seen.
    assertThat(rows(fade, SEEN).getFirst())
        .isEqualTo("low | partly | 100 | 60 | 0 | 40 frames under a full picture");
    Sheet mixed =
        report(
            "shots",
            video("V1", clip("low", 0, 100)),
            video("V2", clip("high", 0, 40), dissolve(5, 5), clip("higher", 0, 60)));
    assertThat(rows(mixed, SEEN).getFirst())
        .isEqualTo("low | hidden | 100 | 0 | 0 | 100 frames under a full picture");
  }

  @Test
  void nestedTimelinesAreLookedInto() {
    Stack nested =
        Stack.of(
            "nested",
            List.of(
                video("a", clip("inner low", 0, 40)), video("b", gap(10), clip("inner", 0, 30))));
    Sheet sheet = report("shots", video("V1", clip("low", 0, 60)), video("V2", gap(20), nested));
    assertThat(rows(sheet, SEEN))
        .containsExactly(
            "low | partly | 60 | 20 | 0 | 40 frames under a full picture",
            "inner low | partly | 40 | 10 | 0 | 30 frames under a full picture",
            "inner | seen | 30 | 30 | 0 | ");
    assertThat(rows(sheet, "record_in", "record_out", "track").get(2))
        .isEqualTo("01:00:01:05 | 01:00:02:10 | V2");
    Sheet changed =
        report("shots", video("V1", clip("low", 0, 60)), video("V2", gap(20), turned(nested)));
    assertThat(rows(changed, SEEN).getFirst())
        .contains("unknown", "what the effect “Turn” does is not known");
  }

  private static Stack turned(Stack stack) {
    return new Stack(
        stack.origin(),
        stack.name(),
        stack.sourceRange(),
        stack.children(),
        stack.markers(),
        List.of(effect("Turn", JsonObject.EMPTY)),
        stack.enabled(),
        stack.metadata());
  }

  @Test
  void soundIsHeardOrNot() {
    Sheet sheet =
        report(
            "sources",
            audio(
                "A1",
                clip("sound one", 0, 50),
                clip("sound two", 0, 50).withEnabled(false),
                clip("sound three", 0, 50)
                    .withEffects(
                        List.of(effect("oddlot.sound", JsonObject.of("level", JsonNumber.of(0)))))),
            audio("A2", clip("sound one", 0, 50)));
    assertThat(rows(sheet, "name", "kind", "used_frames", "seen_frames", "once_frames"))
        .containsExactly(
            "sound one | sound | 100 | 100 | 50",
            "sound two | sound | 50 | 0 | 0",
            "sound three | sound | 50 | 0 | 0");
  }

  @Test
  void framesThatWereShownBeforeDoNotCountAgain() {
    Sheet sheet =
        report(
            "sources", video("V1", clip("one", 0, 50), clip("one", 30, 50), clip("one", 100, 50)));
    assertThat(rows(sheet, "used_frames", "once_frames")).containsExactly("150 | 130");
    // Slowed down, a use repeats its own frames, which are on the screen all the same; another use
    // of
    // the same frames then shows nothing new.
    Sheet slow =
        report(
            "sources",
            video("V1", clip("one", 0, 50).withEffects(List.of(speed(1, 2))), clip("one", 0, 25)));
    assertThat(rows(slow, "used_frames", "once_frames")).containsExactly("75 | 50");
    Sheet fast =
        report(
            "sources",
            video("V1", clip("one", 0, 50).withEffects(List.of(speed(2, 1))), clip("one", 0, 50)));
    // Every other frame was shown.
    assertThat(rows(fast, "used_frames", "once_frames")).containsExactly("100 | 75");
  }

  @Test
  void soundThatIsHeardWithoutItsPictureIsSaid() {
    Sheet sheet =
        report(
            "sources",
            video("V1", clip("talk", 0, 50), clip("harbour", 0, 50)),
            audio("A1", clip("talk", 0, 80)));
    assertThat(rows(sheet, "name", "seen_frames", "why").getFirst())
        .isEqualTo("talk | 50 | 30 frames heard without its picture, not among those to pay");
    assertThat(sheet.lines().getFirst().isDoubtful()).isTrue();
  }
}
