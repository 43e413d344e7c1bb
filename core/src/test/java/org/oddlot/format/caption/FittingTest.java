package org.oddlot.format.caption;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Timebase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/** What a format has no place for is said beforehand, with how often and where. */
class FittingTest {
  private static final Timebase.Frames PAL = new Timebase.Frames(FrameRate.FPS_25, false);

  private static Captions talk(Caption... captions) {
    return Captions.made("talk", "en", Timebase.Ticks.MILLISECONDS, List.of(captions));
  }

  private static Caption at(String id, long from, long to, String words) {
    return Caption.of(id, Rational.of(from, 1000), Rational.of(to, 1000), words);
  }

  @Test
  void eachLossIsSaidOnceWithItsPlaces() {
    Captions talk =
        talk(
            at("1", 1000, 2000, "one").withSpeaker("Tormod"),
            at("2", 3010, 4000, "two").withSpeaker("Inés"),
            at("3", 5000, 6000, "夜"));
    assertThat(Fitting.to(new EbuStl(), talk, PAL).losses())
        .containsExactly(
            "names of speakers, in 2 places: 00:00:01.000, 00:00:03.010",
            "times are rounded to timecode at 25",
            "letters that are not in its table: 夜 becomes ?, at 00:00:05.000");
    assertThat(Fitting.to(new WebVtt(), talk, PAL).losses()).isEmpty();
  }

  @Test
  void whatStandsAtTheSameTimeIsPutOneAfterTheOther() {
    Captions talk = talk(at("1", 5000, 9000, "one"), at("2", 7000, 8000, "two"));
    Fitting.Fitted fitted = Fitting.to(new Cea608(), talk, PAL);
    assertThat(fitted.losses()).anyMatch(loss -> loss.startsWith("two captions at once"));
    List<Caption> captions = fitted.captions().captions();
    assertThat(captions.getFirst().end()).isEqualTo(captions.getLast().start());
  }

  @Test
  void beforeZeroAndWithoutLengthAreLiftedToAFrame() {
    Captions talk = talk(at("1", -500, 500, "one"), at("2", 2000, 2000, "two"));
    List<Caption> captions = Fitting.toTrack(talk, PAL).captions().captions();
    assertThat(captions.getFirst().start()).isEqualTo(Rational.ZERO);
    assertThat(captions.getLast().span().length()).isEqualTo(PAL.step());
  }
}
