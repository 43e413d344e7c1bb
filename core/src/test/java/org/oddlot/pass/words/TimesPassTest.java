package org.oddlot.pass.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.caption.Caption;
import org.oddlot.caption.CaptionTimes;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Timebase;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Transcripts;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.times.Fit;
import org.oddlot.pass.times.TimesFinding;
import org.oddlot.pass.times.TimesPass;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/** Where captions lie: hours, rates, and files that belong elsewhere. */
class TimesPassTest {
  private static final List<FrameRate> RATES =
      List.of(FrameRate.FPS_25, FrameRate.FPS_24, FrameRate.FPS_23_976, FrameRate.FPS_29_97);
  private static final List<Rational> STRETCHES =
      List.of(
          Rational.of(25, 24),
          Rational.of(24, 25),
          Rational.of(1001, 1000),
          Rational.of(1000, 1001),
          Rational.of(1001, 960),
          Rational.of(960, 1001));

  private static Reviewed<TimesFinding> lies(Outcome outcome, String name) {
    return outcome.step(new TimesPass()).orElseThrow().reviewed().stream()
        .filter(each -> each.finding().id().equals(FindingId.of("times", "lies", name)))
        .findFirst()
        .orElseThrow();
  }

  private static Captions laid(Outcome outcome, String name) {
    return Talk.captions(Talk.after(outcome, new TimesPass()), name);
  }

  private static void assertTimes(Captions captions, Talk.Programme truth) {
    for (int i = 0; i < truth.captions().size(); i++) {
      Rational wanted = truth.captions().get(i).start().plus(truth.startSeconds());
      Rational is = captions.captions().get(i).start();
      assertThat(is.minus(wanted).abs().toDouble()).as("caption %d", i).isLessThan(0.003);
    }
  }

  /** From zero, from one hour, from ten hours, at any rate: settled, and to the millisecond. */
  @Property(tries = 60)
  void anHourIsFound(@ForAll long seed) {
    var random = new Random(seed);
    FrameRate rate = RATES.get(random.nextInt(RATES.size()));
    long hour = 3600 * rate.nominal();
    long start = List.of(0L, hour, 10 * hour).get(random.nextInt(3));
    var truth = Talk.Programme.random(random, rate, start);
    Rational from = Rational.of(List.of(0L, 3600L, 36_000L).get(random.nextInt(3)));
    Outcome outcome = truth.talk().captions(truth.file("ferry-talk.srt", Rational.ONE, from)).run();
    assertThat(lies(outcome, "ferry-talk.srt").standing()).isEqualTo(Standing.SETTLED);
    assertTimes(laid(outcome, "ferry-talk.srt"), truth);
  }

  /** Counted at another rate: proposed with what the cuts say, never settled by them alone. */
  @Property(tries = 60)
  void anotherRateIsFoundByTheCuts(@ForAll long seed) {
    var random = new Random(seed);
    FrameRate rate = RATES.get(random.nextInt(RATES.size()));
    var truth = Talk.Programme.random(random, rate, 3600 * rate.nominal());
    Rational stretch = STRETCHES.get(random.nextInt(STRETCHES.size()));
    Captions file = truth.file("other.srt", stretch, Rational.ZERO);
    Outcome settled = truth.talk().captions(file).run();
    assertThat(lies(settled, "other.srt").standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertTimes(laid(truth.talk().captions(file).run(Engine.Acceptance.ALL), "other.srt"), truth);
  }

  /**
   * A thousandth over five minutes, which leaves the first minute at the cuts: doubted, never
   * settled. Seeds of programmes that were settled once.
   */
  @ParameterizedTest
  @CsvSource({"18043, 29.97", "20555, 25", "30496, 29.97", "30740, 25", "56518, 23.976"})
  void aThousandthInAShortProgrammeIsDoubted(long index, String name) {
    FrameRate rate = FrameRate.parse(name);
    var random = new Random(index * 7919 + 5);
    random.nextInt(RATES.size());
    var truth = Talk.Programme.random(random, rate, 3600 * rate.nominal());
    Captions file = truth.file("other.srt", Rational.of(1000, 1001), Rational.ZERO);
    assertThat(lies(truth.talk().captions(file).run(), "other.srt").standing())
        .isEqualTo(Standing.TO_LOOK_AT);
  }

  /** A captioner who always comes in some frames before or after the cut has the right rate. */
  @Property(tries = 60)
  void aHabitIsNoOtherRate(@ForAll long seed, @ForAll @IntRange(min = -5, max = 5) int frames) {
    var random = new Random(seed);
    FrameRate rate = RATES.get(random.nextInt(RATES.size()));
    var truth = Talk.Programme.random(random, rate, 3600 * rate.nominal());
    Rational habit = rate.frameDuration().times(frames);
    Captions file = truth.file("ferry-talk.srt", Rational.ONE, habit.plus(Rational.of(3600)));
    assertThat(lies(truth.talk().captions(file).run(), "ferry-talk.srt").finding().headline())
        .doesNotContain("rate");
  }

  /** A second witness: another file lies right, and says the same at other times. */
  @Test
  void cutsAndATranscriptTogetherSettleARate() {
    var truth = Talk.Programme.random(new Random(7), FrameRate.FPS_25, 90_000);
    Captions right = truth.file("ferry-talk.srt", Rational.ONE, truth.startSeconds());
    Transcript transcript = Transcripts.of(right).withName("words.json");
    Outcome outcome =
        truth
            .talk()
            .captions(truth.file("other.srt", Rational.of(25, 24), Rational.ZERO))
            .transcript(transcript)
            .run();
    assertThat(lies(outcome, "other.srt").standing()).isEqualTo(Standing.SETTLED);
    assertTimes(laid(outcome, "other.srt"), truth);
  }

  @Test
  void captionsOfAnotherProgrammeFitNothing() {
    var truth = Talk.Programme.random(new Random(1), FrameRate.FPS_25, 0);
    var captions =
        Captions.made(
            "feature.srt",
            "en",
            Timebase.Ticks.MILLISECONDS,
            List.of(
                Caption.of("1", Rational.of(60), Rational.of(62), "one"),
                Caption.of("2", Rational.of(5000), Rational.of(5002), "two")));
    Outcome outcome = truth.talk().captions(captions).run(Engine.Acceptance.ALL);
    assertThat(lies(outcome, "feature.srt").standing()).isEqualTo(Standing.OPEN);
    assertThat(laid(outcome, "feature.srt").captions()).isEqualTo(captions.captions());
  }

  @Test
  void aFileThatMayBelongToEitherOfTwoIsAskedFor() {
    Talk talk =
        new Talk()
            .timeline("Reel one", FrameRate.FPS_25, 0, 2000, 2000)
            .timeline("Reel two", FrameRate.FPS_25, 0, 1500, 2500)
            .srt("words.srt", "en", "1\n00:00:10,000 --> 00:01:20,000\nOnly one.\n");
    assertThat(lies(talk.run(), "words.srt").standing()).isEqualTo(Standing.TO_LOOK_AT);
  }

  @Test
  void twoMomentsTypedByHandStretchAndShift() {
    var truth = Talk.Programme.random(new Random(3), FrameRate.FPS_25, 90_000);
    Captions file = truth.file("odd.srt", Rational.of(7, 6), Rational.of(11));
    Fit fit =
        new Fit(
            java.util.Optional.of("Ferry talk.otio"),
            Rational.of(6, 7),
            truth.startSeconds().minus(Rational.of(11)));
    assertThat(Fit.CODEC.decode(Fit.CODEC.encode(fit))).isEqualTo(fit);
    Outcome outcome =
        truth
            .talk()
            .captions(file)
            .decide(FindingId.of("times", "lies", "odd.srt"), Decision.accept(Fit.CODEC, fit))
            .run();
    assertTimes(laid(outcome, "odd.srt"), truth);
    assertThat(outcome.ledger()).anyMatch(entry -> entry.after().contains("later by"));
  }

  /** Speaker 1 is whoever speaks at that time where speakers have names. */
  @Test
  void speakersGetTheNamesOfThoseWhoSpeakThen() {
    var truth = Talk.Programme.random(new Random(9), FrameRate.FPS_25, 0);
    Captions named =
        truth
            .file("talk.vtt", Rational.ONE, Rational.ZERO)
            .withEach(
                caption -> caption.withSpeaker(caption.id().length() > 1 ? "Inés" : "Tormod"));
    Transcript numbered =
        Transcripts.of(named)
            .withName("words.json")
            .withTurns(
                Transcripts.of(named).turns().stream()
                    .map(turn -> turn.withSpeaker(turn.speaker().equals("Inés") ? "S2" : "S1"))
                    .toList());
    Outcome outcome = truth.talk().captions(named).transcript(numbered).run();
    assertThat(outcome.end().all(Transcript.class).getFirst().speakers())
        .containsExactly("Tormod", "Inés");
    Outcome alone = truth.talk().transcript(numbered).run(Engine.Acceptance.ALL);
    assertThat(alone.end().all(Transcript.class).getFirst().speakers()).containsExactly("S1", "S2");
  }

  @Test
  void captionsAreMadeOfATranscriptThatHasNone() {
    var truth = Talk.Programme.random(new Random(5), FrameRate.FPS_25, 0);
    Transcript transcript = Transcripts.of(truth.file("talk.json", Rational.ONE, Rational.ZERO));
    Outcome waiting = truth.talk().transcript(transcript).run();
    assertThat(waiting.end().all(Captions.class)).isEmpty();
    Outcome made = truth.talk().transcript(transcript).run(Engine.Acceptance.ALL);
    assertThat(Talk.captions(made, "talk (captions)").captions()).hasSize(truth.captions().size());
  }

  private static Talk.Programme withHeadsAtCuts(Random random, FrameRate rate, long start) {
    var lengths = new ArrayList<Long>();
    var captions = new ArrayList<Caption>();
    long at = 0;
    for (int i = 0; i < 160; i++) {
      long length = 40L + random.nextInt(200);
      long from = at + (random.nextInt(100) < 40 ? 0 : 5 + random.nextInt(25));
      captions.add(
          Caption.of(
              Integer.toString(i + 1),
              rate.frameDuration().times(from),
              rate.frameDuration().times(at + length - 3),
              "rope " + random.nextInt(9999)));
      lengths.add(length);
      at += length;
    }
    return new Talk.Programme(rate, start, lengths, captions);
  }

  /** Any whole number of frames, up to two hours either way, where two of five begin at a cut. */
  @Property(tries = 30)
  void aShiftThatIsNoHourIsFoundToTheFrame(@ForAll long seed) {
    var random = new Random(seed);
    FrameRate rate = RATES.get(random.nextInt(RATES.size()));
    var truth = withHeadsAtCuts(random, rate, 2 * 3600L * rate.nominal());
    long frames = random.nextInt(2 * 7000 * (int) rate.nominal()) - 7000 * rate.nominal();
    Rational shift = rate.frameDuration().times(frames);
    Captions file = truth.file("talk.srt", Rational.ONE, truth.startSeconds().plus(shift));
    Outcome outcome = truth.talk().captions(file).run(Engine.Acceptance.ALL);
    assertTimes(laid(outcome, "talk.srt"), truth);
  }

  /** Two reels that each begin at zero are never laid over each other by themselves. */
  @Property(tries = 30)
  void reelsAreAskedForOrLieOneAfterTheOther(@ForAll long seed) {
    var random = new Random(seed);
    var truth = Talk.Programme.random(random, FrameRate.FPS_25, 10 * 3600L * 25);
    List<Caption> all = truth.captions();
    Caption middle = all.get(all.size() / 2);
    Captions whole = truth.file("whole.srt", Rational.ONE, Rational.ZERO);
    Captions first =
        whole.withName("talk r1.srt").withCaptions(whole.captions().subList(0, all.size() / 2));
    Captions second =
        CaptionTimes.cut(
            whole.withName("talk r2.srt"),
            caption -> caption.start().compareTo(middle.start()) >= 0,
            middle.start().minus(Rational.of(1)));
    Outcome outcome = truth.talk().captions(first).captions(second).run();
    for (Captions reel : List.of(first, second)) {
      Captions is = laid(outcome, reel.name());
      boolean isLeft = is.captions().equals(reel.captions());
      if (!isLeft) {
        Rational shift = is.captions().getFirst().start().minus(reel.captions().getFirst().start());
        Rational right =
            truth
                .startSeconds()
                .plus(reel.equals(first) ? Rational.ZERO : middle.start().minus(Rational.of(1)));
        assertThat(shift.minus(right).abs().toDouble()).as(reel.name()).isLessThan(0.05);
      }
    }
  }
}
