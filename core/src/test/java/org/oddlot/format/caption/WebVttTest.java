package org.oddlot.format.caption;

import static org.assertj.core.api.Assertions.assertThat;
import static org.oddlot.format.caption.CaptionSamples.assertVerbatim;
import static org.oddlot.format.caption.CaptionSamples.read;
import static org.oddlot.format.caption.CaptionSamples.said;

import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Caption.Height;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Markup;
import org.oddlot.problem.Problems;

/** WebVTT by the rules of the W3C's "WebVTT: The Web Video Text Tracks Format", from memory. */
class WebVttTest {
  private static final WebVtt VTT = new WebVtt();

  /** 4.1: header text, STYLE, REGION and NOTE blocks, identifiers, hours that may be left out. */
  private static final String FILE =
      """
      WEBVTT - The ferry talk
      Language: en-GB

      STYLE
      ::cue { background-image: linear-gradient(to bottom, dimgray, lightgray); }

      REGION
      id:fred
      width:40%

      NOTE
      This is a comment --- with dashes
      of two lines

      first
      00:11.000 --> 00:13.000 vertical:rl region:fred
      <v Roger Bingham>We are in New York City

      1:00:00:13.000 --> nonsense

      00:00:13.000 --> 00:00:16.000 line:0 align:start position:10%,line-left size:35%
      We&rsquo;re actually at the <c.loud>Lucern</c> &amp; &lt;not&gt; a tag&#x2026;

      00:16.000 --> 00:18.000
      <v.loud Inés>from the <i>American</i> Museum <00:00:17.000>of Natural History
      """;

  @Test
  void theRulesAreRead() {
    var problems = new Problems("talk.vtt");
    Captions captions = read(VTT, FILE.getBytes(StandardCharsets.UTF_8), problems);
    assertThat(captions.language()).isEqualTo("en-GB");
    assertThat(said(captions))
        .containsExactly(
            "11000-13000 We are in New York City",
            "13000-16000 We&rsquo;re actually at the Lucern & <not> a tag…",
            "16000-18000 from the American Museum of Natural History");
    Caption first = captions.captions().getFirst();
    assertThat(first.speaker()).isEqualTo("Roger Bingham");
    Caption second = captions.captions().get(1);
    assertThat(second.place()).isEqualTo(new Caption.Placement(Height.TOP, Caption.Side.LEFT));
    Caption third = captions.captions().getLast();
    assertThat(third.speaker()).isEqualTo("Inés");
    assertThat(third.text().marks())
        .anyMatch(mark -> mark.what() instanceof Markup.Style style && style.begins());
    assertThat(captions.asides())
        .extracting(aside -> aside.what())
        .contains("style sheets", "regions", "comments", "header lines");
    assertThat(problems.list().toString()).contains("line 19");
    assertVerbatim(VTT, FILE.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void oneChangedCueLeavesEverythingElseAsItWas() {
    Captions captions = read(VTT, FILE);
    Caption second = captions.captions().get(1);
    String plain = second.text().plain();
    int at = plain.indexOf("Lucern");
    Captions changed =
        captions.withCaptions(
            List.of(
                captions.captions().getFirst(),
                second.withText(second.text().replace(at, at + 6, "Lucerne")),
                captions.captions().getLast()));
    assertThat(CaptionSamples.written(VTT, changed))
        .isEqualTo(
            FILE.replace("Lucern", "Lucerne")
                // What is written anew is spelled in one way: "&r…;" is no escape of WebVTT.
                .replace("We&rsquo;re", "We&amp;rsquo;re")
                .replace("&gt;", ">")
                .replace("&#x2026;", "…"));
  }

  @Test
  void aNewFileIsOneThatTheRulesAllow() {
    var caption =
        Caption.of(
                "1", org.oddlot.time.Rational.ZERO, org.oddlot.time.Rational.ONE, "a --> b & <c>")
            .withSpeaker("A & B");
    String written =
        CaptionSamples.written(
            VTT,
            Captions.made(
                "talk", "nn", org.oddlot.caption.Timebase.Ticks.MILLISECONDS, List.of(caption)));
    assertThat(written)
        .isEqualTo(
            """
            WEBVTT
            Language: nn

            00:00:00.000 --> 00:00:01.000
            <v A &amp; B>a --&gt; b &amp; &lt;c>
            """);
    Captions again = read(VTT, written);
    assertThat(again.captions().getFirst().text().plain()).isEqualTo("a --> b & <c>");
    assertThat(again.captions().getFirst().speaker()).isEqualTo("A & B");
  }
}
