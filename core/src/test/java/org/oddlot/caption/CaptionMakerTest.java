package org.oddlot.caption;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.oddlot.time.Rational;

/** Captions made of transcripts: every word once and in order, within the guideline. */
class CaptionMakerTest {
  private static final Guideline GUIDE =
      new Guideline(
          "g",
          "G",
          37,
          2,
          Rational.of(17),
          Rational.ONE,
          Rational.of(7),
          2,
          3,
          false,
          java.util.List.of(),
          java.util.List.of());
  private static final String[] WORDS = {
    "the", "lamp", "was", "lit", "before,", "midnight.", "and", "nobody", "saw", "Orrin", "a", "240"
  };

  private static Transcript talk(Random random) {
    var turns = new ArrayList<Turn>();
    double at = 1;
    for (int t = 0; t < 1 + random.nextInt(6); t++) {
      var words = new ArrayList<Word>();
      double from = at;
      boolean timed = random.nextInt(4) > 0;
      for (int i = 0; i < 1 + random.nextInt(60); i++) {
        double length = 0.1 + random.nextDouble() * 0.4;
        String word = WORDS[random.nextInt(WORDS.length)];
        words.add(timed ? Word.of(word, span(at, at + length)) : Word.of(word));
        at += length + (random.nextInt(12) == 0 ? 2 : 0.05);
      }
      turns.add(new Turn(random.nextBoolean() ? "Tormod" : "Inés", span(from, at), words));
      at += random.nextDouble();
    }
    return Transcript.made("talk", "en", Timebase.Ticks.MILLISECONDS, turns);
  }

  private static Span span(double from, double to) {
    return new Span(
        Rational.of(Math.round(from * 1000), 1000), Rational.of(Math.round(to * 1000), 1000));
  }

  @Property(tries = 150)
  void everyWordOnceAndInOrder(@ForAll long seed) {
    Transcript talk = talk(new Random(seed));
    List<Caption> captions = CaptionMaker.of(talk, GUIDE, List.of());
    var said = new StringBuilder();
    captions.forEach(caption -> said.append(caption.text().inOneLine()).append(' '));
    var wanted = new StringBuilder();
    talk.words().forEach(word -> wanted.append(word.text()).append(' '));
    assertThat(said.toString()).isEqualTo(wanted.toString());
    for (int i = 0; i < captions.size(); i++) {
      Caption caption = captions.get(i);
      assertThat(caption.text().lines())
          .hasSizeLessThanOrEqualTo(2)
          .allMatch(line -> Letters.columns(line) <= 37);
      if (i + 1 < captions.size()) {
        assertThat(caption.end()).isLessThanOrEqualTo(captions.get(i + 1).start());
      }
    }
  }

  @Test
  void aPauseAndAnotherSpeakerBeginAnotherCaption() {
    Transcript talk =
        Transcript.made(
            "talk",
            "en",
            Timebase.Ticks.MILLISECONDS,
            List.of(
                new Turn(
                    "Tormod",
                    span(0, 5),
                    List.of(
                        Word.of("Not", span(0, 0.3)),
                        Word.of("before.", span(0.3, 1)),
                        Word.of("No.", span(3, 3.5)))),
                new Turn("Inés", span(3.6, 4), List.of(Word.of("Yes.", span(3.6, 4))))));
    assertThat(CaptionMaker.of(talk, GUIDE, List.of()))
        .extracting(caption -> caption.speaker() + ": " + caption.text().plain())
        .containsExactly("Tormod: Not before.", "Tormod: No.", "Inés: Yes.");
  }

  @Test
  void captionsBecomeATranscriptAndTheirWordsAreFound() {
    Captions captions =
        Captions.made(
            "talk.srt",
            "en",
            Timebase.Ticks.MILLISECONDS,
            List.of(
                Caption.of("1", Rational.of(1), Rational.of(3), "Not before\nthe lamps"),
                Caption.of("2", Rational.of(4), Rational.of(5), " ")));
    Transcript transcript = Transcripts.of(captions);
    assertThat(transcript.turns()).hasSize(1);
    assertThat(transcript.find("BEFORE the"))
        .containsExactly(new Span(Rational.of(1), Rational.of(3)));
    assertThat(transcript.find("before a")).isEmpty();
  }
}
