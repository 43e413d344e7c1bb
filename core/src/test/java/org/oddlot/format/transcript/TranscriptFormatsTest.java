package org.oddlot.format.transcript;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.oddlot.caption.Span;
import org.oddlot.caption.Transcript;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.time.Rational;

/** Transcripts: NIST's CTM and RTTM (evaluation plans, from memory), our JSON, spoken text. */
class TranscriptFormatsTest {
  private static Transcript read(TranscriptFormat format, String text) {
    return read(format, text, new Problems("talk" + format.extensions().getFirst()));
  }

  private static Transcript read(TranscriptFormat format, String text, Problems problems) {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    Transcript transcript = format.read(bytes, ReadingOptions.DETECTED, problems).orElseThrow();
    assertThat(format.write(transcript)).isEqualTo(bytes);
    return transcript;
  }

  private static List<String> said(Transcript transcript) {
    return transcript.turns().stream()
        .map(turn ->
            turn.speaker()
                + "@"
                + turn.span().start().toDecimal(2)
                + "-"
                + turn.span().end().toDecimal(2)
                + " "
                + turn.text())
        .toList();
  }

  @Test
  void ctm() {
    var problems = new Problems("talk.ctm");
    Transcript transcript =
        read(
            new Ctm(),
            ";; made by hand\ntalk A 0.50 0.20 we 0.98\ntalk A 0.72 0.30 lay\n\ntalk A 4.00 0.5 off 0.5\nodd line\n",
            problems);
    assertThat(said(transcript)).containsExactly("@0.50-1.02 we lay", "@4.00-4.50 off");
    assertThat(transcript.words().findFirst().orElseThrow().confidence()).hasValue(0.98);
    assertThat(problems.list().toString()).contains("line 6");
    assertThat(transcript.find("WE lay"))
        .containsExactly(new Span(Rational.of(1, 2), Rational.of(102, 100)));
  }

  @Test
  void rttm() {
    Transcript transcript =
        read(
            new Rttm(),
            """
            SPKR-INFO talk 1 <NA> <NA> <NA> unknown Tormod_A <NA> <NA>
            SPEAKER talk 1 1.00 2.50 <NA> <NA> Tormod_A <NA> <NA>
            SPEAKER talk 1 4.00 1.00 <NA> <NA> Inés <NA> <NA>
            LEXEME talk 1 1.10 0.40 we lex Tormod_A 0.90 <NA>
            LEXEME talk 1 1.60 0.40 lay lex Tormod_A <NA> <NA>
            """);
    assertThat(said(transcript)).containsExactly("Tormod A@1.00-3.50 we lay", "Inés@4.00-5.00 ");
  }

  @Test
  void json() {
    var problems = new Problems("talk.json");
    Transcript transcript =
        read(
            new WordJson(),
            """
            {"language": "en", "turns": [
              {"speaker": "S1", "words": [{"text": "we", "start": 1.1, "end": 1.5, "confidence": 0.9},
                                          {"word": "lay", "start": 1.6, "end": 2}, {"start": 3}]},
              {"speaker": "S2", "text": "no times"}, 17]}
            """,
            problems);
    assertThat(said(transcript)).containsExactly("S1@1.10-2.00 we lay");
    assertThat(problems.list()).hasSize(3);
    assertThat(transcript.language()).isEqualTo("en");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "[00:00:01] TORMOD: We lay off\nthe quay.\n\n[00:00:05] INÉS: No.\n",
        "00:00:01:00 TORMOD: We lay off the quay.\n00:00:05:00 INÉS: No.\n",
        "TORMOD (00:00:01)\nWe lay off the quay.\n\nINÉS (00:00:05)\nNo.\n",
        "TORMOD [0:01]: We lay off the quay.\nINÉS [0:05]: No.\n",
        "00:01 TORMOD\nWe lay off the quay.\n00:05 INÉS\nNo.\n",
        "00:00:01.000 --> 00:00:05.000 TORMOD: We lay off the quay.\n00:00:05 - 00:00:06 INÉS: No.\n",
      })
  void spokenTextInTheSpellingsThatAreAbout(String text) {
    assertThat(read(new SpokenText(), text).turns())
        .extracting(turn -> turn.speaker() + " " + turn.span().start() + " " + turn.text())
        .containsExactly("TORMOD 1 We lay off the quay.", "INÉS 5 No.");
  }
}
