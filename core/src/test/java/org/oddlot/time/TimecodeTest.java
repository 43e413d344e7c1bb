package org.oddlot.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.oddlot.time.FrameRate.FPS_25;
import static org.oddlot.time.FrameRate.FPS_29_97;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.LongRange;
import org.bytedeco.ffmpeg.avutil.AVRational;
import org.bytedeco.ffmpeg.avutil.AVTimecode;
import org.bytedeco.ffmpeg.global.avutil;
import org.bytedeco.javacpp.BytePointer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TimecodeTest {

  /** SMPTE ST 12-1: the labels dropped, and the counts that follow by arithmetic. */
  @Test
  void dropFrameCountsAfterSt12() {
    assertThat(Timecode.ofFrames(17_982, FPS_29_97, true)).hasToString("00:10:00;00");
    assertThat(Timecode.ofFrames(107_892, FPS_29_97, true)).hasToString("01:00:00;00");
    assertThat(Timecode.ofFrames(1_799, FPS_29_97, true)).hasToString("00:00:59;29");
    assertThat(Timecode.ofFrames(1_800, FPS_29_97, true)).hasToString("00:01:00;02");
    assertThat(Timecode.framesInADay(FPS_29_97, true)).isEqualTo(2_589_408);
    assertThat(Timecode.ofFrames(2_589_407, FPS_29_97, true)).hasToString("23:59:59;29");
  }

  /** SMPTE ST 12-1, arithmetic: a day of drop-frame labels is 86.4 ms from a day of clock. */
  @Test
  void aDayOfLabelsAgainstTheClock() {
    var dropFrameDay = RationalTime.of(Timecode.framesInADay(FPS_29_97, true), FPS_29_97);
    assertThat(dropFrameDay.seconds().minus(Rational.of(86_400)))
        .isEqualTo(Rational.of(-864, 10_000));
    var nonDropHour = RationalTime.of(30 * 3600, FPS_29_97);
    assertThat(nonDropHour.seconds().minus(Rational.of(3600))).isEqualTo(Rational.of(36, 10));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "10:01:00;00 | 29.97 | 10:01:00;00 is left out by drop-frame counting",
        "10:01:00;01 | 29.97 | begins with frame 02",
        "10:01:00;03 | 59.94 | begins with frame 04",
        "10:00:00:24 | 24 | no frame 24 at 24 fps: frames count from 00 to 23",
        "10:00:60:00 | 25 | 60 is no count of seconds",
        "10:60:00:00 | 25 | 60 is no count of minutes",
        "10:00:00;00 | 25 | no drop-frame counting at 25",
        "ten o'clock | 25 | is not a timecode",
        "10:00:00 | 25 | is not a timecode",
        "'' | 25 | is not a timecode"
      })
  void refusesLabelsThatCannotBeAndSaysWhy(String label, String rate, String reason) {
    assertThatThrownBy(() -> Timecode.parse(label, FrameRate.parse(rate)))
        .isInstanceOf(TimecodeException.class)
        .hasMessageContaining(reason);
  }

  @Test
  void separatorsSayHowItIsCounted() {
    assertThat(Timecode.parse("10:14:07:12", FPS_29_97).dropFrame()).isFalse();
    assertThat(Timecode.parse("10:14:07;12", FPS_29_97).dropFrame()).isTrue();
    assertThat(Timecode.parse("10;14;07;12", FPS_29_97).dropFrame()).isTrue();
    assertThat(Timecode.parse("10:14:07.12", FPS_29_97).dropFrame()).isTrue();
    assertThat(Timecode.parse("10:14:07.12", FPS_25).dropFrame()).isFalse();
    assertThat(Timecode.parse("10:10:00:00", FPS_29_97, true)).hasToString("10:10:00;00");
  }

  @Test
  void countsBelowZeroAndPastMidnightAreKeptUntilAskedFor() {
    var late = Timecode.parse("24:00:10:00", FPS_25);
    assertThat(late.dayOffset()).isEqualTo(1);
    assertThat(late.withinDay()).hasToString("00:00:10:00");
    var early = Timecode.parse("-00:00:01:00", FPS_25);
    assertThat(early.frames()).isEqualTo(-25);
    assertThat(early).hasToString("-00:00:01:00");
    assertThat(early.withinDay()).hasToString("23:59:59:00");
    assertThat(early.dayOffset()).isEqualTo(-1);
  }

  @Test
  void framesDigitsAreAsWideAsTheRateNeeds() {
    assertThat(Timecode.parse("01:00:00:119", FrameRate.of(120))).hasToString("01:00:00:119");
    assertThat(Timecode.parse("01:00:00:99", FrameRate.of(100))).hasToString("01:00:00:99");
  }

  @Property
  void everyLabelReadsBackAsItself(
      @ForAll @LongRange(min = -8_500_000, max = 8_500_000) long frames) {
    for (FrameRate rate : FrameRate.COMMON) {
      for (boolean drop : rate.canDropFrames() ? new boolean[] {false, true} : new boolean[1]) {
        var timecode = Timecode.ofFrames(frames, rate, drop);
        assertThat(Timecode.parse(timecode.toString(), rate)).isEqualTo(timecode);
      }
    }
  }

  /** Oracle: av_timecode_make_string of FFmpeg, over every frame of a day. */
  @ParameterizedTest
  @CsvSource({"23.976, false", "25, false", "29.97, false", "29.97, true", "59.94, true"})
  void agreesWithFfmpegOverAllFramesOfADay(String rateName, boolean drop) {
    FrameRate rate = FrameRate.parse(rateName);
    try (var timecode = new AVTimecode();
        var avRate = new AVRational();
        var buffer = new BytePointer(avutil.AV_TIMECODE_STR_SIZE)) {
      avRate.num((int) rate.numerator()).den((int) rate.denominator());
      int flags = drop ? avutil.AV_TIMECODE_FLAG_DROPFRAME : 0;
      assertThat(avutil.av_timecode_init(timecode, avRate, flags, 0, null)).isZero();
      long day = Timecode.framesInADay(rate, drop);
      var theirs = new byte[11];
      for (int frame = 0; frame < day; frame++) {
        avutil.av_timecode_make_string(timecode, buffer, frame).get(theirs);
        String ours = Timecode.ofFrames(frame, rate, drop).toString();
        if (!same(theirs, ours)) {
          assertThat(ours).as("frame %d at %s", frame, rateName).isEqualTo(buffer.getString());
        }
      }
    }
    assertThat(
            Timecode.ofFrames(Timecode.framesInADay(rate, drop), rate, drop).withinDay().frames())
        .isZero();
  }

  private static boolean same(byte[] theirs, String ours) {
    for (int i = 0; i < theirs.length; i++) {
      if (theirs[i] != ours.charAt(i)) {
        return false;
      }
    }
    return ours.length() == theirs.length;
  }
}
