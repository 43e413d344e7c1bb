package org.oddlot.pass.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Letters;
import org.oddlot.caption.LineBreaker;
import org.oddlot.caption.NameList.Term;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Turn;
import org.oddlot.caption.Word;
import org.oddlot.format.caption.CaptionTracks;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.captions.CaptionFinding;
import org.oddlot.pass.captions.CaptionsPass;
import org.oddlot.pass.captions.Edit;
import org.oddlot.pass.captions.Fault;
import org.oddlot.pass.names.Learned;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.timeline.Timeline;

/** Whether captions can be read, what mends them, edits by hand, and two languages. */
class CaptionsPassTest {
  private static final Timebase.Frames PAL = new Timebase.Frames(FrameRate.FPS_25, false);

  private static Caption at(int id, double from, double to, String words) {
    return Caption.of(
        Integer.toString(id),
        Rational.of(Math.round(from * 1000), 1000),
        Rational.of(Math.round(to * 1000), 1000),
        words);
  }

  private static Captions file(Caption... captions) {
    return Captions.made("talk.srt", "en", Timebase.Ticks.MILLISECONDS, List.of(captions));
  }

  private static List<Reviewed<CaptionFinding>> found(Outcome outcome) {
    return outcome.step(new CaptionsPass()).orElseThrow().reviewed();
  }

  private static CaptionFinding only(Caption... captions) {
    return found(new Talk().captions(file(captions)).run()).getFirst().finding();
  }

  private static List<Fault.Kind> faults(CaptionFinding finding) {
    return finding.faults().stream().map(Fault::kind).toList();
  }

  @Test
  void eachLimitIsFound() {
    assertThat(faults(only(at(1, 1, 2, "Two hundred and forty berths"))))
        .containsExactly(Fault.Kind.SPEED);
    assertThat(faults(only(at(1, 1, 1.4, "– No.")))).containsExactly(Fault.Kind.SHORT);
    assertThat(faults(only(at(1, 1, 9, "Not before")))).containsExactly(Fault.Kind.LONG);
    assertThat(faults(only(at(1, 1, 4, " ")))).containsExactly(Fault.Kind.EMPTY);
    assertThat(faults(only(at(1, 1, 4, "one\ntwo three\nfour five")))).contains(Fault.Kind.LINES);
    assertThat(faults(only(at(1, 1, 4, "one two three\nfour")))).containsExactly(Fault.Kind.ALONE);
    assertThat(faults(only(at(1, 1, 3, "one two"), at(2, 3.04, 5, "three"))))
        .containsExactly(Fault.Kind.GAP);
    assertThat(faults(only(at(1, 1, 3.2, "one two"), at(2, 3, 5, "three"))))
        .containsExactly(Fault.Kind.OVERLAP);
    assertThat(faults(only(at(1, 1, 3, "one two"), at(2, 3, 5, "three")))).isEmpty();
  }

  @Test
  void linesBreakWhereSenseIs() {
    CaptionFinding finding =
        only(at(1, 1, 6, "We lay off the quay with the engine stopped, and Inés went on."));
    assertThat(finding.standing()).isEqualTo(Standing.SETTLED);
    assertThat(finding.mended().getFirst().text().lines())
        .allMatch(line -> Letters.columns(line) <= 37)
        .hasSize(2);
    // Not within the name, though it would be the middle.
    Outcome named =
        new Talk()
            .names(new Term("Orrin Harbour Commissioners", List.of(), ""))
            .captions(file(at(1, 1, 6, "So the Orrin Harbour Commissioners refused us.")))
            .run();
    assertThat(Talk.words(named, "talk.srt").getFirst())
        .isEqualTo("So the Orrin Harbour Commissioners\nrefused us.");
  }

  @Test
  void aLongOneBecomesTwoAndTheTranscriptSaysWhen() {
    String text =
        "When you come from Skarvøy you see the light first, and then there is nothing for an hour.";
    var words = new ArrayList<Word>();
    double time = 10;
    for (String word : text.split(" ", -1)) {
      double length = word.equals("first,") ? 3 : 0.2;
      words.add(Word.of(word, new Span(seconds(time), seconds(time + length))));
      time += length;
    }
    var transcript =
        Transcript.made(
            "words.json",
            "en",
            Timebase.Ticks.MILLISECONDS,
            List.of(new Turn("", new Span(seconds(10), seconds(time)), words)));
    Outcome outcome =
        new Talk()
            .captions(file(at(1, 10, time, text)))
            .transcript(transcript)
            .run(Engine.Acceptance.ALL);
    List<Caption> captions = Talk.captions(outcome, "talk.srt").captions();
    assertThat(captions).hasSize(2);
    assertThat(captions.getLast().text().inOneLine()).startsWith("and then");
    Rational said = words.get(9 + 1).span().orElseThrow().start();
    assertThat(captions.getLast().start()).isEqualTo(said);
  }

  private static Rational seconds(double seconds) {
    return Rational.of(Math.round(seconds * 1000), 1000);
  }

  @Test
  void cutsPullBothEndsAndOnlyByAFewFrames() {
    Outcome outcome =
        new Talk()
            .timeline("talk", FrameRate.FPS_25, 0, 100, 100, 100)
            .captions(file(at(1, 4.08, 7.96, "one two three"), at(2, 8.5, 11, "four")))
            .run();
    Caption first = Talk.captions(outcome, "talk.srt").captions().getFirst();
    assertThat(first.span()).isEqualTo(new Span(Rational.of(4), Rational.of(8)));
    assertThat(Talk.captions(outcome, "talk.srt").captions().getLast().start())
        .isEqualTo(Rational.of(17, 2));
  }

  /**
   * Whatever is accepted: letters stay what they are and in their order, nobody is shown before the
   * one before is over, and what was in order is not touched.
   */
  @Property(tries = 120)
  void mendingKeepsTheWordsAndMakesNoOverlap(@ForAll long seed) {
    var random = new Random(seed);
    var captions = new ArrayList<Caption>();
    double time = 1;
    int count = 3 + random.nextInt(25);
    for (int i = 1; i <= count; i++) {
      double length = 0.2 + random.nextDouble() * 6;
      var words = new StringBuilder();
      int letters = random.nextInt(8) == 0 ? 160 : 10 + random.nextInt(70);
      while (words.length() < letters) {
        words.append(words.isEmpty() ? "" : random.nextInt(7) == 0 ? "\n" : " ");
        words.append("lamp", 0, 1 + random.nextInt(3)).append(random.nextInt(5) == 0 ? "," : "");
      }
      captions.add(at(i, time, time + length, words.toString()));
      time += length + (random.nextInt(4) == 0 ? -0.1 : random.nextDouble() * 2);
    }
    long[] lengths = random.longs(60, 20, 90).toArray();
    Captions file = file(captions.toArray(Caption[]::new));
    for (Engine.Acceptance acceptance : Engine.Acceptance.values()) {
      Outcome outcome =
          new Talk().timeline("talk", FrameRate.FPS_25, 0, lengths).captions(file).run(acceptance);
      List<Caption> after = Talk.captions(outcome, "talk.srt").captions();
      assertThat(letters(after)).isEqualTo(letters(file.captions()));
      List<CaptionFinding> findings = found(outcome).stream().map(Reviewed::finding).toList();
      for (CaptionFinding finding : findings) {
        if (finding.faults().isEmpty()) {
          assertThat(after).contains(finding.caption());
        }
        for (int k = 0; k + 1 < finding.mended().size(); k++) {
          assertThat(finding.mended().get(k).end())
              .isLessThanOrEqualTo(finding.mended().get(k + 1).start());
        }
      }
      assertThat(overlaps(after)).isLessThanOrEqualTo(overlaps(file.captions()));
    }
  }

  private static String letters(List<Caption> captions) {
    var all = new StringBuilder();
    captions.forEach(caption -> all.append(caption.text().plain().replaceAll("\\s", "")));
    return all.toString();
  }

  private static int overlaps(List<Caption> captions) {
    int overlaps = 0;
    for (int i = 0; i + 1 < captions.size(); i++) {
      boolean over = PAL.count(captions.get(i).end()) > PAL.count(captions.get(i + 1).start());
      overlaps += over ? 1 : 0;
    }
    return overlaps;
  }

  @Test
  void whatWasChangedByHandComesFirstAndIsFoundAgain() {
    Caption first = at(1, 1, 4, "Torment had the rope");
    Caption second = at(2, 5, 8, "and nobody saw it");
    Talk talk =
        new Talk()
            .captions(file(first, second))
            .order(
                "captions",
                Edit.CODEC,
                new Edit.Words("talk.srt", "1", "Torment had the rope", "Tormod had the rope"))
            .order("captions", Edit.CODEC, new Edit.Split("talk.srt", "2", "and nobody saw it", 11))
            .order("captions", Edit.CODEC, new Edit.Join("talk.srt", "1", "Tormod had the rope"));
    assertThat(Talk.words(talk.run(), "talk.srt"))
        .containsExactly("Tormod had the rope\nand nobody", "saw it");
    // The same words under another number.
    Outcome again =
        new Talk()
            .captions(
                file(
                    at(1, 1, 2.5, "It was late."),
                    first.withId("2").withSpan(seconds(3), seconds(6))))
            .order(
                "captions",
                Edit.CODEC,
                new Edit.Words("talk.srt", "1", "Torment had the rope", "Tormod had the rope"))
            .run();
    assertThat(Talk.words(again, "talk.srt"))
        .containsExactly("It was late.", "Tormod had the rope");
    Outcome gone =
        new Talk()
            .captions(file(second))
            .order("captions", Edit.CODEC, new Edit.Remove("talk.srt", "1", "Torment had the rope"))
            .run();
    assertThat(gone.step(new CaptionsPass()).orElseThrow().analysis().remarks())
        .anyMatch(remark -> remark.text().contains("not there any more"));
  }

  /** Neither a name nor the guideline changes what was locked; its faults are said all the same. */
  @Test
  void aLockedCaptionStaysAsItIs() {
    String words = "Torment had the rope and the lamp and the oars and the sail and all of it";
    Talk talk =
        new Talk()
            .names(new Term("Tormod", List.of("Torment"), ""))
            .captions(file(at(1, 1, 4, words), at(2, 5, 8, "Torment had the rope")))
            .order("captions", Edit.CODEC, new Edit.Lock("talk.srt", "1", words))
            .order("names", Learned.CODEC, Learned.rightAsItIs(words));
    Outcome outcome = talk.run(Engine.Acceptance.ALL);
    assertThat(Talk.words(outcome, "talk.srt")).containsExactly(words, "Tormod had the rope");
    CaptionFinding locked =
        outcome.step(new CaptionsPass()).orElseThrow().reviewed().getFirst().finding();
    assertThat(locked.standing()).isEqualTo(Standing.SETTLED);
    assertThat(locked.reason()).startsWith("locked: ").contains("limit");
  }

  @Test
  void untranslatedDoubledAndShiftedOnesAreListed() {
    Captions english =
        file(
            at(1, 1, 4, "We lay off the quay."),
            at(2, 5, 8, "It was after midnight."),
            at(3, 9, 12, "Nobody saw it."),
            at(4, 13, 16, "He counted eleven."));
    Captions nynorsk =
        Captions.made(
            "talk.nn.srt",
            "nn",
            Timebase.Ticks.MILLISECONDS,
            List.of(
                at(1, 1, 4, "Me låg stille utanfor kaia."),
                at(2, 10.8, 12.6, "Me låg stille utanfor kaia."),
                at(3, 13, 16, "Han talde elleve.")));
    Outcome outcome = new Talk().captions(english).captions(nynorsk).run();
    assertThat(
            found(outcome).stream()
                .map(Reviewed::finding)
                .filter(finding -> !finding.faults().isEmpty())
                .map(finding ->
                    finding.file() + " " + finding.caption().id() + " " + finding.headline()))
        .containsExactly("talk.srt 2 not in nn", "talk.nn.srt 2 1.8 s later than in en");
  }

  /** UAX #14 through ICU; UAX #11: wide letters take two columns; joined signs are one letter. */
  @Test
  void otherScriptsAreMeasuredAndBroken() {
    assertThat(Letters.columns("夜の渡し船")).isEqualTo(10);
    assertThat(Letters.columns("e\u0301a")).isEqualTo(2);
    assertThat(Letters.columns("กำ")).isEqualTo(1);
    assertThat(Letters.isRightToLeft("לא לפני האור")).isTrue();
    var sense = new LineBreaker("ja", List.of());
    assertThat(sense.lines("夜の渡し船はもう出ましたから、明日の朝までここで待つ。", 32, 2)).isPresent();
    // UAX #14 LB13, LB19: no break before a full stop or within quotation marks and their word.
    assertThat(
            new LineBreaker("en", List.of())
                .breaks("say “no” now. Go").stream().map(LineBreaker.Break::at))
        .containsExactly(4, 9, 14);
  }

  @Test
  void captionsOnATrackAreChangedInTheTimeline() {
    var grid = PAL;
    Captions made =
        Captions.made(
            "talk",
            "en",
            grid,
            List.of(
                Caption.of("1", Rational.of(3601), Rational.of(3604), "Torment had it."),
                Caption.of("2", Rational.of(3605), Rational.of(3608), "unchanged")));
    Timeline captioned = CaptionTracks.timeline(made, grid);
    assertThat(captioned.globalStart()).contains(RationalTime.of(90_000, FrameRate.FPS_25));
    Captions track = CaptionTracks.in("talk.otio", captioned).getFirst();
    assertThat(track.captions()).isEqualTo(made.captions());
    Timeline pictures = picturesOver(captioned);
    Captions on = CaptionTracks.in("talk.otio", pictures).getFirst();
    Outcome outcome =
        new Talk()
            .document("talk.otio", pictures)
            .captions(on)
            .order(
                "captions",
                Edit.CODEC,
                new Edit.Words(on.name(), "1", "Torment had it.", "Tormod had it."))
            .run();
    Captions after =
        CaptionTracks.in("talk.otio", outcome.end().documents().getFirst().root()).getFirst();
    assertThat(after.captions().getFirst().text().plain()).isEqualTo("Tormod had it.");
    assertThat(after.captions().getLast()).isEqualTo(on.captions().getLast());
    assertThat(outcome.step(new CaptionsPass()).orElseThrow().claims())
        .anyMatch(claim -> claim.reason().contains("on its track"));
  }

  private static Timeline picturesOver(Timeline captioned) {
    var tracks = new ArrayList<org.oddlot.timeline.Track>();
    var range =
        new org.oddlot.time.TimeRange(
            RationalTime.of(0, FrameRate.FPS_25), RationalTime.of(1000, FrameRate.FPS_25));
    tracks.add(
        org.oddlot.timeline.Track.of(
            "V1",
            "Video",
            List.of(
                org.oddlot.timeline.Clip.of(
                    "T001",
                    new org.oddlot.timeline.MediaReference.External(
                        org.oddlot.timeline.Origin.made(),
                        "T001",
                        "media/T001.mov",
                        Optional.of(range),
                        org.oddlot.json.JsonObject.EMPTY),
                    Optional.of(range)))));
    captioned
        .tracks()
        .orElseThrow()
        .children()
        .forEach(track -> tracks.add((org.oddlot.timeline.Track) track));
    return Timeline.of("talk", captioned.globalStart(), tracks);
  }

  /** What was mended by itself has nothing left that would be mended otherwise the next time. */
  @Property(tries = 100)
  void mendingTwiceIsMendingOnce(@ForAll long seed) {
    var random = new java.util.Random(seed);
    var captions = new ArrayList<Caption>();
    double at = 1;
    for (int i = 1; i <= 12; i++) {
      double length = 0.3 + random.nextInt(80) / 10.0;
      int words = 1 + random.nextInt(22);
      var text = new StringBuilder();
      for (int k = 0; k < words; k++) {
        text.append(k == 0 ? "" : random.nextInt(7) == 0 ? "\n" : " ")
            .append("harbour light at sea".split(" ", -1)[random.nextInt(4)]);
      }
      double from = Math.round(at * 25) / 25.0;
      captions.add(at(i, from, Math.round((at + length) * 25) / 25.0, text.toString()));
      at += length + (random.nextInt(40) - 6) / 25.0;
    }
    Captions once = mended(file(captions.toArray(Caption[]::new)));
    Captions twice = mended(once);
    for (int i = 0; i < once.captions().size(); i++) {
      assertThat(twice.captions().get(i)).isEqualTo(once.captions().get(i));
    }
    assertThat(twice.captions()).hasSameSizeAs(once.captions());
  }

  private static Captions mended(Captions captions) {
    Outcome outcome = new Talk().captions(captions).run();
    return Talk.captions(Talk.after(outcome, new CaptionsPass()), captions.name());
  }

  @Test
  void twoAtDifferentPlacesMayBeThereAtOnce() {
    Caption above =
        at(2, 3, 5, "three")
            .withPlace(new Caption.Placement(Caption.Height.TOP, Caption.Side.CENTRE));
    assertThat(faults(only(at(1, 1, 3.2, "one two"), above))).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "– Did you see the light at the harbour last night?\n– No.",
        "Did you see the light at the harbour last night?\n- No.",
        ">> Did you see the light at the harbour?\n>> No.",
        "IDA: Did you see the light at the harbour?\nBRAM: No.",
        "Ida (O.S.): Did you see the light at the harbour?\nNo.",
        "[the wind howls around the house all night]\nListen.",
        "♪ We sailed away from Orrin on a Monday ♪\n♪ alone ♪",
        "We sailed away from Orrin on a grey old Monday\nAnd alone",
        "1. the rope that was left on the quay at night\n2. bread",
        "ORRIN HARBOUR ON THE EASTERN SIDE OF IT ALL\n12 May 1951"
      })
  void linesThatMeanSomethingAreLeft(String words) {
    Caption caption = at(1, 1, 7, words);
    assertThat(only(caption).mended())
        .extracting(each -> each.text().plain())
        .containsExactly(words);
  }
}
