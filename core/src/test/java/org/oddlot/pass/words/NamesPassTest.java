package org.oddlot.pass.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.caption.NameList.Term;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Turn;
import org.oddlot.caption.Word;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.names.Learned;
import org.oddlot.pass.names.NamesFinding;
import org.oddlot.pass.names.NamesPass;
import org.oddlot.time.Rational;

/** Names that were misheard: found by sound, spelling and other texts, and nothing else. */
class NamesPassTest {
  private static final Term INES = new Term("Inés", List.of("in as"), "");
  private static final Term TORMOD = new Term("Tormod Aaslund", List.of(), "");
  private static final Term ORRIN = new Term("Orrin", List.of(), "");
  private static final Term PILAR = new Term("Pilar", List.of(), "");

  private static String srt(String... lines) {
    var text = new StringBuilder();
    for (int i = 0; i < lines.length; i++) {
      text.append(i + 1)
          .append("\n00:00:%02d,000 --> 00:00:%02d,900\n".formatted(4 * i, 4 * i + 3))
          .append(lines[i])
          .append("\n\n");
    }
    return text.toString();
  }

  private static List<Reviewed<NamesFinding>> found(Outcome outcome) {
    return outcome.step(new NamesPass()).orElseThrow().reviewed();
  }

  private static List<String> words(Outcome outcome, String name) {
    return Talk.captions(Talk.after(outcome, new NamesPass()), name).captions().stream()
        .map(caption -> caption.text().plain())
        .toList();
  }

  private static Talk talk(String... lines) {
    return new Talk().names(INES, TORMOD, ORRIN, PILAR).srt("talk.srt", "en", srt(lines));
  }

  @Test
  void whatIsKnownOrSoundsAlikeIsProposedAndNothingIsSettledByOneWitness() {
    Talk talk =
        talk(
            "and <i>in as</i> went forward",
            "Oren has one field",
            "said pillar, and Tormot Aslund agreed",
            "It was good in his time, once in a while.");
    assertThat(found(talk.run()))
        .extracting(each -> each.finding().heard() + " > " + each.finding().right())
        .containsExactlyInAnyOrder(
            "in as > Inés", "Oren > Orrin", "pillar > Pilar", "Tormot Aslund > Tormod Aaslund");
    assertThat(found(talk.run())).allMatch(each -> each.standing() == Standing.TO_LOOK_AT);
    assertThat(words(talk.run(), "talk.srt").getFirst()).isEqualTo("and in as went forward");
    Outcome all = talk.run(Engine.Acceptance.ALL);
    assertThat(words(all, "talk.srt"))
        .containsExactly(
            "and Inés went forward",
            "Orrin has one field",
            "said Pilar, and Tormod Aaslund agreed",
            "It was good in his time, once in a while.");
    // The tag that stood around the words stands around the name.
    assertThat(
            new String(
                new org.oddlot.format.caption.SubRip()
                    .write(Talk.captions(Talk.after(all, new NamesPass()), "talk.srt")),
                java.nio.charset.StandardCharsets.UTF_8))
        .contains("and <i>Inés</i> went forward");
    assertThat(all.ledger()).anyMatch(entry -> entry.after().contains("Inés went"));
  }

  @Test
  void anotherLanguageIsTheSecondWitness() {
    Talk talk =
        talk("and in as went forward", "was good in as far as it went", "Nobody on Orren")
            .srt(
                "talk.nn.srt",
                "nn",
                srt("og Inés gjekk fram", "var god så langt", "Ingen på Orrin"));
    Outcome outcome = talk.run();
    assertThat(words(outcome, "talk.srt"))
        .containsExactly(
            "and Inés went forward", "was good in as far as it went", "Nobody on Orrin");
    assertThat(found(outcome))
        .filteredOn(each -> each.standing() == Standing.TO_LOOK_AT)
        .extracting(each -> each.finding().hits().getFirst().after())
        .containsExactly("far as it went");
  }

  /** One name in the other language cannot speak for two places. */
  @Test
  void aNameThatIsClaimedTwiceSettlesNothing() {
    Talk talk =
        new Talk()
            .names(INES)
            .srt(
                "talk.srt",
                "en",
                """
                1
                00:00:00,000 --> 00:00:02,000
                so in as went

                2
                00:00:02,000 --> 00:00:04,000
                good in as far

                """)
            .srt("talk.nn.srt", "nn", "1\n00:00:00,000 --> 00:00:04,000\nså Inés gjekk\n\n");
    assertThat(found(talk.run())).allMatch(each -> each.standing() == Standing.TO_LOOK_AT);
  }

  @Test
  void eachPlaceIsTakenOrLeftAndNeverIsNever() {
    Talk talk = talk("and in as went", "good in as far as it goes");
    NamesFinding finding = found(talk.run()).getFirst().finding();
    assertThat(finding.hits()).hasSize(2);
    Outcome one =
        talk.decide(finding.id(), Decision.accept(List.of(finding.hits().getFirst().id()))).run();
    assertThat(words(one, "talk.srt"))
        .containsExactly("and Inés went", "good in as far as it goes");
    // Whoever decides about the name the next time sees how often it was right.
    assertThat(found(one).getFirst().finding().soFar()).isEqualTo(new NamesFinding.SoFar(1, 1));
    assertThat(found(one).getFirst().finding().reason()).endsWith("so far right at 1 of 2 places");
    Outcome never =
        talk("and in as went", "good in as far as it goes")
            .decide(finding.id(), Decision.decline())
            .run(Engine.Acceptance.ALL);
    assertThat(words(never, "talk.srt").getFirst()).isEqualTo("and in as went");
  }

  /** Places are known by their words: other times and numbers do not matter. */
  @Test
  void aRetranscriptionFindsTheOldCorrectionsAgain() {
    Talk before = talk("and in as went", "good in as far as it goes");
    NamesFinding finding = found(before.run()).getFirst().finding();
    var decision = Decision.accept(List.of(finding.hits().getFirst().id()));
    Outcome again =
        talk("a new one", "and in as went", "another", "good in as far as it goes")
            .decide(finding.id(), decision)
            .run();
    assertThat(words(again, "talk.srt"))
        .containsExactly("a new one", "and Inés went", "another", "good in as far as it goes");
  }

  @Test
  void capitalsAndAccents() {
    Outcome outcome =
        talk("INES SAID NO", "then Ines came", "and inés too", "Inés’s lamp", "ORRIN AT LAST")
            .run(Engine.Acceptance.ALL);
    assertThat(words(outcome, "talk.srt"))
        .containsExactly(
            "INÉS SAID NO", "then Inés came", "and Inés too", "Inés’s lamp", "ORRIN AT LAST");
  }

  @Test
  void aNameOverALineEndKeepsTheLineEnd() {
    Outcome outcome =
        talk("the engine stopped, and in\nas went forward").run(Engine.Acceptance.ALL);
    assertThat(words(outcome, "talk.srt"))
        .containsExactly("the engine stopped, and Inés\nwent forward");
  }

  @Test
  void whatIsLearnedIsPutRightEverywhere() {
    Outcome outcome =
        talk("the key at night", "by the key of Orrin")
            .order("names", Learned.CODEC, new Learned("the key", "the quay"))
            .run();
    assertThat(words(outcome, "talk.srt"))
        .containsExactly("the quay at night", "by the quay of Orrin");
  }

  @Test
  void wordsOfATranscriptKeepTheirTimes() {
    var words = new java.util.ArrayList<Word>();
    String[] said = {"and", "in", "as,", "went"};
    for (int i = 0; i < said.length; i++) {
      words.add(Word.of(said[i], new Span(Rational.of(i), Rational.of(i + 1))));
    }
    Outcome outcome =
        new Talk()
            .names(INES)
            .transcript(
                Transcript.made(
                    "talk.json",
                    "en",
                    Timebase.Ticks.MILLISECONDS,
                    List.of(new Turn("S1", new Span(Rational.ZERO, Rational.of(4)), words))))
            .run(Engine.Acceptance.ALL);
    Turn turn = outcome.end().all(Transcript.class).getFirst().turns().getFirst();
    assertThat(turn.text()).isEqualTo("and Inés, went");
    assertThat(turn.words().get(1).span()).contains(new Span(Rational.of(1), Rational.of(3)));
    assertThat(turn.words().get(2).span()).contains(new Span(Rational.of(3), Rational.of(4)));
  }

  private static List<String> alone(Talk talk, Engine.Acceptance acceptance, String file) {
    return words(talk.run(acceptance), file);
  }

  /** What is a word, a name of somebody else, or a form of the name is changed by nobody. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Martin|Martina met Martin outside.|Martina traff Martin ute.",
        "Smith|The Smiths are here.|Familien Smith er her.",
        "Liv|Live music till late, Liv said.|Livemusikk til seint, sa Liv.",
        "Pål|He is a pal of mine.|Pål er ein venn av meg.",
        "Will|She will come back.|Will, ho kjem attende.",
        "Rosé|A rose for her.|Rosé til ho.",
        "Stein|Steiner called, not Stein.|Steiner ringde, ikkje Stein.",
        "Jones|The Joneses have moved.|Jones-familien har flytta."
      })
  void whatIsRightIsLeft(String name, String text, String other) {
    Talk talk =
        new Talk()
            .names(new Term(name, List.of(), ""))
            .srt("talk.srt", "en", srt(text))
            .srt("talk.nn.srt", "nn", srt(other));
    assertThat(alone(talk, Engine.Acceptance.SETTLED, "talk.srt")).containsExactly(text);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "pl|Tomek|Nie ma Tomka w domu.|Nie ma Tomka w domu.",
        "pl|Tomek|Nie ma Tommka w domu.|Nie ma Tomka w domu.",
        "pl|Radosław|To Radoslawa widziałem.|To Radosława widziałem.",
        "ru|Святослав|Тогда Святаслав взял канат.|Тогда Святослав взял канат.",
        "ru|Святослав|Я видел Святослава.|Я видел Святослава.",
        "el|Ευστάθιος|Τότε ο Ευσστάθιος πήρε το σχοινί.|Τότε ο Ευστάθιος πήρε το σχοινί."
      })
  void namesKeepTheirEndingsInEveryAlphabet(
      String language, String name, String heard, String right) {
    Talk talk =
        new Talk().names(new Term(name, List.of(), "")).srt("talk.srt", language, srt(heard));
    assertThat(alone(talk, Engine.Acceptance.ALL, "talk.srt")).containsExactly(right);
  }

  @Test
  void whatIsRightAsItIsIsRemembered() {
    Talk talk =
        new Talk()
            .names(new Term("Orrin", List.of(), ""))
            .srt("talk.srt", "en", srt("Nobody on Oren"))
            .order("names", Learned.CODEC, Learned.rightAsItIs("Oren"));
    assertThat(found(talk.run())).isEmpty();
    assertThat(Learned.CODEC.decode(Learned.CODEC.encode(Learned.rightAsItIs("Oren"))))
        .isEqualTo(Learned.rightAsItIs("Oren"));
  }
}
