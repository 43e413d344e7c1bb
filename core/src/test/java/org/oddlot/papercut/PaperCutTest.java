package org.oddlot.papercut;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Span;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Turn;
import org.oddlot.caption.Word;
import org.oddlot.format.caption.CaptionTracks;
import org.oddlot.material.Material;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Instruction;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.papercut.PaperCutFinding;
import org.oddlot.pass.papercut.PaperCutPass;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Settings;
import org.oddlot.time.Rational;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;
import org.oddlot.waveform.Silences;

class PaperCutTest {
  private static final String NAME = "A001C001.words.json";
  private final PaperCutPass pass = new PaperCutPass();

  private static Reading reading(Transcript... transcripts) {
    return Reading.of(
        Interviews.lot(
            List.of(transcripts), Interviews.clip("A001C001"), Interviews.clip("A001C002")),
        "",
        "");
  }

  private static Request request(Material material, Settings settings, PaperCut... cuts) {
    Answers answers = Answers.NONE;
    for (PaperCut cut : cuts) {
      answers =
          answers.plus(
              Instruction.of(
                  answers.newInstructionId("papercut"), "papercut", PaperCutPass.CUTS, cut));
    }
    return new Request(material, settings, answers, Progress.NONE);
  }

  private Timeline made(Request request) {
    Material after =
        pass.apply(
                request,
                pass.analyse(request).findings().stream()
                    .map(finding ->
                        new Reviewed<>(finding, Optional.<org.oddlot.pass.Decision>empty()))
                    .toList())
            .material();
    return after.documents().getFirst().root().children().stream()
        .filter(bin -> bin.name().equals("Paper cuts"))
        .flatMap(bin -> bin.children().stream())
        .map(Timeline.class::cast)
        .findFirst()
        .orElseThrow();
  }

  private static List<? extends Item> items(Timeline timeline, String kind) {
    return timeline.tracks().orElseThrow().children().stream()
        .filter(track -> track instanceof Track its && its.kind().equals(kind))
        .findFirst()
        .orElseThrow()
        .children()
        .stream()
        .map(Item.class::cast)
        .toList();
  }

  private static List<Marked> passages(Page page, Random random) {
    var passages = new ArrayList<Marked>();
    for (int i = 0; i < 1 + random.nextInt(8); i++) {
      Page.Paragraph its = page.paragraphs().get(random.nextInt(page.paragraphs().size()));
      switch (random.nextInt(3)) {
        case 0 -> passages.add(its.whole());
        case 1 -> passages.add(its.sentences().get(random.nextInt(its.sentences().size())));
        default -> {
          int from = its.from() + random.nextInt(its.to() - its.from());
          passages.add(Marked.of(its.spoken(), from, from + 1 + random.nextInt(its.to() - from)));
        }
      }
    }
    return passages;
  }

  @Property(tries = 300)
  void theNumbersOfACutTypedBackAreTheCut(@ForAll Random random) {
    Reading reading =
        reading(Interviews.any(NAME, random), Interviews.any("A001C002.json", random));
    List<Marked> passages = passages(reading.page(), random);
    String numbers = Numbers.of(passages, reading.page());
    assertThat(Numbers.problem(numbers)).isEmpty();
    assertThat(Numbers.parse(numbers, reading.page())).isEqualTo(passages);
    assertThat(
            Numbers.parse(" " + numbers.replace(", ", " ;\n").replace("-", " – "), reading.page()))
        .isEqualTo(passages);
  }

  @Property(tries = 300)
  void aCutThatWasKeptIsFoundAgainAsItWas(@ForAll Random random) {
    Reading reading =
        reading(Interviews.any(NAME, random), Interviews.any("A001C002.json", random));
    List<Marked> passages = passages(reading.page(), random);
    PaperCut kept = PaperCut.parse(PaperCut.of("Cut", passages).written());
    PaperCut.Resolved again = reading.passages(kept);
    assertThat(again.lost()).isEmpty();
    assertThat(again.passages()).isEqualTo(passages);
  }

  /** After the code: the same said once more by another machine. */
  @Property(tries = 300)
  void inATextThatWasWrittenDownAnewNoneIsTakenForAnother(@ForAll Random random) {
    Transcript first = Interviews.any(NAME, random);
    Reading before = reading(first);
    Reading after = reading(Interviews.again(first, random));
    for (Marked marked : passages(before.page(), random)) {
      PaperCut.Resolved its = after.passages(PaperCut.of("Cut", List.of(marked)));
      for (Marked found : its.passages()) {
        if (found.isSure()) {
          Span was = marked.span();
          Span is = found.span();
          // Moments are a little off, and half a word at an edge may be missing; nothing else.
          Rational most = Rational.of(6, 10);
          assertThat(was.start().minus(is.start()).abs()).isLessThanOrEqualTo(most);
          assertThat(was.end().minus(is.end()).abs()).isLessThanOrEqualTo(most);
        }
      }
      assertThat(its.passages().size() + its.lost().size()).isEqualTo(1);
    }
  }

  @Test
  void mostOfATextThatWasWrittenDownAnewIsFoundByItself() {
    int all = 0;
    int sure = 0;
    int found = 0;
    for (long seed = 0; seed < 300; seed++) {
      var random = new Random(seed);
      Transcript first = Interviews.any(NAME, random);
      Reading before = reading(first);
      Reading after = reading(Interviews.again(first, random));
      for (Marked marked : passages(before.page(), random)) {
        List<Marked> its = after.passages(PaperCut.of("Cut", List.of(marked))).passages();
        // Two or three words, of which one was heard otherwise, could be any.
        if (marked.to() - marked.from() > 3) {
          all++;
          found += its.size();
          sure += its.stream().anyMatch(Marked::isSure) ? 1 : 0;
        }
      }
    }
    assertThat(found).isGreaterThan(all * 98 / 100);
    assertThat(sure).isGreaterThan(all * 85 / 100);
  }

  @Property(tries = 150)
  void edgesAreWithinAFrameOfTheWordsAndTheCutReadsAsItWasMarked(@ForAll Random random) {
    Material material =
        Interviews.lot(
            List.of(Interviews.any(NAME, random), Interviews.any("A001C002.json", random)),
            Interviews.clip("A001C001"),
            Interviews.clip("A001C002"));
    List<Marked> passages = passages(Reading.of(material, "", "").page(), random);
    Timeline cut = made(request(material, Settings.INITIAL, PaperCut.of("Cut", passages)));
    var text = new StringBuilder();
    List<PaperCutTimeline.Laid> laid =
        new PaperCutTimeline(0, Edges.AT_WORDS, "").pieces(passages, material);
    List<? extends Item> pictures = items(cut, Track.VIDEO);
    assertThat(pictures).hasSameSizeAs(laid);
    for (int i = 0; i < laid.size(); i++) {
      Marked words = laid.get(i).words();
      TimeRange range = ((Clip) pictures.get(i)).sourceRange().orElseThrow();
      Rational frame = Interviews.RATE.frameDuration();
      Rational early = words.span().start().minus(range.start().seconds());
      Rational late = range.endExclusive().seconds().minus(words.span().end());
      assertThat(early).isBetween(Rational.ZERO, frame);
      assertThat(late).isBetween(Rational.ZERO, frame);
      text.append(words.text()).append(' ');
    }
    // A program of its own: all captions one behind the other say what was marked, in that order.
    var said = new StringBuilder();
    for (Captions captions : CaptionTracks.in("cut", cut)) {
      captions.captions().forEach(its -> said.append(its.text().inOneLine()).append(' '));
    }
    assertThat(counted(said.toString())).isEqualTo(counted(text.toString()));
  }

  private static Map<String, Integer> counted(String text) {
    Map<String, Integer> counted = new HashMap<>();
    for (String word : text.strip().split("\\s+", -1)) {
      counted.merge(word.replaceAll("^[–-]", ""), 1, Integer::sum);
    }
    counted.remove("");
    return counted;
  }

  @Test
  void aTimelineIsTextAgainInTheOrderOfTheCut() {
    Transcript talk =
        Interviews.transcript(
            NAME,
            Interviews.turn("Liv", 2000, "We heard it. It was twelve."),
            Interviews.turn("Tormod", 6000, "No. Eleven."),
            Interviews.turn("Liv", 9000, "Never mind."));
    Material material = Interviews.lot(List.of(talk), Interviews.clip("A001C001"));
    Page page = Reading.of(material, "", "").page();
    Timeline cut =
        made(
            request(
                material, Settings.INITIAL, PaperCut.of("Cut", Numbers.parse("3 1b 2b 1b", page))));
    Material with = Interviews.lot(List.of(talk), Interviews.clip("A001C001"), cut);
    Reading read = Reading.of(with, "", "Cut");
    assertThat(
            read.shown().paragraphs().stream().map(its -> its.number() + " " + its.whole().text()))
        .containsExactly("1 Never mind.", "2 It was twelve.", "3 Eleven.", "4 It was twelve.");
    assertThat(Numbers.of(Numbers.parse("2, 1", read.page()), page)).isEqualTo("1b, 3");
  }

  @Test
  void aCutThatWasMadeIsMadeAgainOnlyWhereItsOrderOrItsPassagesChanged() {
    Transcript talk =
        Interviews.transcript(
            NAME, Interviews.turn("Liv", 0, "One. Two."), Interviews.turn("Liv", 5000, "Three."));
    Material material = Interviews.lot(List.of(talk), Interviews.clip("A001C001"));
    PaperCut cut = new PaperCut("Cut", List.of("2, 1a"));
    Timeline made = made(request(material, Settings.INITIAL, cut));
    Material with = Interviews.lot(List.of(talk), Interviews.clip("A001C001"), made);
    Analysis<PaperCutFinding> again = pass.analyse(request(with, Settings.INITIAL, cut));
    assertThat(again.findings()).isEmpty();
    assertThat(again.remarks())
        .extracting(Analysis.Remark::text)
        .containsExactly("was made before, and nothing of it has changed");
    assertThat(
            pass.analyse(request(with, Settings.INITIAL, new PaperCut("Cut", List.of("2, 1a, 2"))))
                .findings())
        .hasSize(1);
    for (String other : List.of("1a, 2", "2", "2, 1b")) {
      PaperCut changed = new PaperCut("Cut", List.of(other));
      assertThat(pass.analyse(request(with, Settings.INITIAL, changed)).findings()).hasSize(1);
    }
  }

  @Test
  void edgesInPausesDoNotReachIntoOtherWordsAndHandlesEndWithTheMedia() {
    Transcript talk =
        Interviews.transcript(
            NAME,
            Interviews.turn("Liv", 0, "We heard"),
            Interviews.turn("Tormod", 1000, "it well"),
            Interviews.turn("Liv", 5000, "today"));
    Material material = Interviews.lot(List.of(talk), Interviews.clip("A001C001"));
    Page page = Reading.of(material, "", "").page();
    Marked second = page.paragraphs().get(1).whole();
    // 700 to 1000 ms is silence before, 1700 to 5000 behind; half a second at the most.
    TimeRange range = new PaperCutTimeline(0, Edges.IN_PAUSES, "").range(second);
    assertThat(range.start().value()).isEqualTo(Interviews.START + 21);
    assertThat(range.endExclusive().value()).isEqualTo(Interviews.START + 55);
    TimeRange first =
        new PaperCutTimeline(50, Edges.AT_WORDS, "")
            .pieces(List.of(page.paragraphs().getFirst().whole()), material)
            .getFirst()
            .piece()
            .range();
    assertThat(first.start().value()).isEqualTo(Interviews.START);
    assertThat(first.endExclusive().value()).isEqualTo(Interviews.START + 18 + 50);
  }

  @Test
  void edgesLieInSilenceThatIsHeardAndElseAtTheWords() {
    Transcript talk =
        Interviews.transcript(
            NAME,
            Interviews.turn("Liv", 0, "We heard"),
            Interviews.turn("Tormod", 1000, "it well"),
            Interviews.turn("Liv", 5000, "today"));
    Material material = Interviews.lot(List.of(talk), Interviews.clip("A001C001"));
    Page page = Reading.of(material, "", "").page();
    Marked second = page.paragraphs().get(1).whole();
    String source = second.spoken().source().id();
    // The transcript says 1000 to 1700; a breath is quiet before it from 820 to 980, and behind it
    // all is quiet from 1800 to 4900.
    Map<String, Silences> silences =
        Map.of(
            source,
            new Silences(
                List.of(
                    new Silences.Stretch(0.82, 0.98),
                    new Silences.Stretch(1.2, 1.3),
                    new Silences.Stretch(1.8, 4.9))));
    TimeRange range = new PaperCutTimeline(0, Edges.inSilence(silences), "").range(second);
    // 900 ms, 2300 ms.
    assertThat(range.start().value()).isEqualTo(Interviews.START + 22);
    assertThat(range.endExclusive().value()).isEqualTo(Interviews.START + 58);
    assertThat(Edges.notSilent(second, silences)).isZero();
    // Silence within the words is none beside them.
    Map<String, Silences> within =
        Map.of(source, new Silences(List.of(new Silences.Stretch(1.2, 1.3))));
    assertThat(Edges.inSilence(within).of(second)).isEqualTo(second.span());
    assertThat(Edges.notSilent(second, within)).isEqualTo(2);
    assertThat(Edges.inSilence(Map.of()).of(second)).isEqualTo(second.span());
  }

  @Test
  void whoSpeaksOverAnEdgeIsSaid() {
    Spoken spoken =
        reading(
                Interviews.transcript(
                    NAME,
                    Interviews.turn("Liv", 0, "We heard it"),
                    Interviews.turn("Tormod", 900, "No")))
            .ties()
            .spoken()
            .getFirst();
    assertThat(spoken.after(0, 3)).contains(new Spoken.Beside(Interviews.millis(-200), "Tormod"));
    assertThat(spoken.before(3, 4)).contains(new Spoken.Beside(Interviews.millis(-200), "Liv"));
    assertThat(spoken.before(0, 3)).isEmpty();
  }

  @Test
  void aTranscriptWhoseSourceIsNotSureIsNotReadAndSaysWhy() {
    Transcript stray = Interviews.transcript("Meeting.json", Interviews.turn("Liv", 0, "Hello"));
    Transcript longer =
        Interviews.transcript("A001C002.json", Interviews.turn("Liv", 700_000, "Too late"));
    Transcript untimed =
        Interviews.transcript(
            NAME,
            new Turn(
                "Liv",
                new Span(Rational.ZERO, Rational.of(4)),
                List.of(Word.of("Good"), Word.of("evening."), Word.of("Sit"), Word.of("down."))));
    Material material =
        Interviews.lot(
            List.of(stray, longer, untimed),
            Interviews.clip("A001C001"),
            Interviews.clip("A001C002"));
    Ties ties = Ties.of(material, "");
    assertThat(ties.left())
        .containsEntry("Meeting.json", "no source is called so; say of which it is")
        .containsEntry(
            "A001C002.json", "its words go from 0:11:40 to 0:11:41, and A001C002 is 0:10:00 long");
    assertThat(Ties.of(material, "Meeting.json = A001C002").named("Meeting.json")).isPresent();
    PaperCut part = PaperCut.of("Cut", List.of(Marked.of(ties.named(NAME).orElseThrow(), 0, 2)));
    Analysis<PaperCutFinding> analysis = pass.analyse(request(material, Settings.INITIAL, part));
    assertThat(analysis.findings())
        .extracting(PaperCutFinding::standing)
        .containsExactly(Standing.TO_LOOK_AT);
    assertThat(analysis.remarks()).hasSize(2);
  }

  /** Looked up: the same as going through all words, in any order of the file. */
  @Property(tries = 100)
  void wordsAreLookedUpByWhenTheyAreSaid(@ForAll Random random) {
    Spoken spoken = reading(Interviews.any(NAME, random)).ties().spoken().getFirst();
    long from = Interviews.START * 40 + random.nextInt(60_000);
    var span = new Span(Interviews.millis(from), Interviews.millis(from + random.nextInt(8000)));
    var expected = new ArrayList<Integer>();
    for (int i = 0; i < spoken.size(); i++) {
      Span its = spoken.word(i).span();
      if (its.start().compareTo(span.end()) <= 0 && its.end().compareTo(span.start()) >= 0) {
        expected.add(i);
      }
    }
    assertThat(spoken.around(span)).isEqualTo(expected);
    for (Spoken.Said said : spoken.words()) {
      assertThat(spoken.places(said.bare())).contains(spoken.words().indexOf(said));
    }
  }

  /** After the code: what machines and people write down that is no speech in good order. */
  @Test
  void oddWordsAreReadAsFarAsTheyGo() {
    Transcript odd =
        Interviews.transcript(
            NAME,
            new Turn(
                "Liv",
                new Span(Rational.of(5), Rational.of(4)),
                List.of(
                    Word.of("backwards", new Span(Rational.of(5), Rational.of(4))),
                    Word.of("zero", new Span(Rational.of(6), Rational.of(6))))),
            new Turn("", new Span(Rational.of(6), Rational.of(7)), List.of()),
            Interviews.turn("ليلى", 8000, "هل سمعت؟ نعم"),
            Interviews.turn("林", 12_000, "钟声。 安静"));
    Transcript early =
        Interviews.transcript("A001C002.json", Interviews.turn("Liv", -3000, "Too early"));
    Reading reading = reading(odd, early);
    assertThat(reading.page().paragraphs().stream().map(its -> its.sentences().size()))
        .containsExactly(1, 2, 2);
    assertThat(reading.ties().left())
        .containsEntry(
            "A001C002.json",
            "its words go from −0:00:03 to −0:00:02, and A001C002 is 0:10:00 long");
    Material material = Interviews.lot(List.of(odd), Interviews.clip("A001C001"));
    for (Page.Paragraph each : reading.page().paragraphs()) {
      TimeRange range = new PaperCutTimeline(0, Edges.IN_PAUSES, "").range(each.whole());
      assertThat(range.duration().value()).isNotNegative();
      assertThat(reading.passages(PaperCut.of("Cut", List.of(each.whole()))).passages())
          .containsExactly(each.whole());
      assertThat(
              new PaperCutTimeline(9, Edges.AT_WORDS, "").pieces(List.of(each.whole()), material))
          .hasSize(1);
    }
  }

  @Test
  void whatIsNotOnThePageIsSaid() {
    Page page = reading(Interviews.transcript(NAME, Interviews.turn("Liv", 0, "Yes. No."))).page();
    assertThatThrownBy(() -> Numbers.parse("4", page))
        .hasMessage("there is no paragraph 4; there are 1");
    assertThatThrownBy(() -> Numbers.parse("1c", page))
        .hasMessage("there is no 1c; paragraph 1 has 2 sentences");
    assertThatThrownBy(() -> Numbers.parse("1.2-9", page))
        .hasMessageContaining("which has 2 words");
    assertThat(Numbers.problem("3, seven"))
        .hasValueSatisfying(its -> assertThat(its).contains("seven"));
    assertThatThrownBy(() -> PaperCut.parse(List.of("cut", "One", "seven")))
        .hasMessageContaining("is no number");
  }

  @Test
  void wordsThatAreGoneAreSaidAndTheOthersAreCut() {
    Transcript talk =
        Interviews.transcript(NAME, Interviews.turn("Liv", 0, "We heard it well. It was twelve."));
    Material material = Interviews.lot(List.of(talk), Interviews.clip("A001C001"));
    PaperCut cut =
        new PaperCut(
            "Cut",
            List.of(
                NAME + " 00:00:00.000 – 00:00:01.500 we heard it well",
                NAME + " 00:05:00.000 – 00:05:03.000 the captain was somebody else"));
    PaperCutFinding finding =
        pass.analyse(request(material, Settings.INITIAL, cut)).findings().getFirst();
    assertThat(finding.standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(finding.doubts())
        .containsExactly("“the captain was somebody else” is not there any more");
    assertThat(finding.laid()).hasSize(1);
  }
}
