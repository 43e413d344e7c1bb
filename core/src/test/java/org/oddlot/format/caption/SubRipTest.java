package org.oddlot.format.caption;

import static org.assertj.core.api.Assertions.assertThat;
import static org.oddlot.format.caption.CaptionSamples.assertVerbatim;
import static org.oddlot.format.caption.CaptionSamples.read;
import static org.oddlot.format.caption.CaptionSamples.said;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.problem.Problems;

/** SubRip text as it is written by many hands. Common practice, no source. */
class SubRipTest {
  private static final SubRip SRT = new SubRip();
  private static final String TWO =
      """
      1
      00:00:01,000 --> 00:00:02,500
      Not before
      the lamps are lit.

      2
      00:00:03,000 --> 00:00:04,000
      <i>Inés</i> said no.

      """;

  @ParameterizedTest
  @ValueSource(
      strings = {
        "1\n0:0:1,0 --> 0:0:2,5\nNot before\nthe lamps are lit.\n\n2\n0:0:3,0 --> 0:0:4,0\n<i>Inés</i> said no.",
        "00:01.000 --> 00:02.500\nNot before\nthe lamps are lit.\n\n00:03.000 --> 00:04.000\n<I>Inés</I> said no.\n",
        "1\r\n00:00:01.000 -> 00:00:02.500\r\nNot before\r\nthe lamps are lit.\r\n2\r\n00:00:03.000 --> 00:00:04.000\r\n<i>Inés</i> said no.\r\n",
        "\n\n7\n00:00:01:000-->00:00:02:500\nNot before\nthe lamps are lit.\n\n\n\n8\n00:00:03:000 → 00:00:04:000  X1:40 X2:600 Y1:20 Y2:50\n<i>Inés</i> said no.",
        "1\r00:00:01,000 --> 00:00:02,500\rNot before\rthe lamps are lit.\r\r2\r00:00:03,000 --> 00:00:04,000\r<i>Inés</i> said no.\r",
        "1\n00:00:01,000 -- > 00:00:02,500\nNot before\n\nthe lamps are lit.\n\n2\n 00:00:03,000 --> 00:00:04,000 \n<i>Inés</i> said no.\n",
      })
  void whatIsWrittenOtherwiseIsReadAlike(String text) {
    assertThat(said(read(SRT, text)))
        .containsExactly("1000-2500 Not before\nthe lamps are lit.", "3000-4000 Inés said no.");
    assertVerbatim(SRT, text.getBytes(StandardCharsets.UTF_8));
  }

  @ParameterizedTest
  @ValueSource(strings = {"UTF-8", "windows-1252", "UTF-16LE", "UTF-16BE"})
  void anyCharsetComesBackToTheByte(String charset) {
    String mark = charset.startsWith("UTF-16") ? "\uFEFF" : "";
    byte[] bytes = (mark + TWO).getBytes(Charset.forName(charset));
    assertThat(said(read(SRT, bytes)).getLast()).isEqualTo("3000-4000 Inés said no.");
    assertVerbatim(SRT, bytes);
    Captions captions = read(SRT, bytes);
    var changed = new ArrayList<>(captions.captions());
    changed.set(0, changed.getFirst().withPlain("Not after\nthe lamps are lit."));
    byte[] written = SRT.write(captions.withCaptions(changed));
    assertThat(new String(written, Charset.forName(charset)))
        .isEqualTo(mark + TWO.replace("before", "after"));
  }

  @Test
  void onlyTheWordsThatWereChangedAreWrittenAnew() {
    String odd =
        """
        some remark

        5
        0:00:01.0 --> 0:00:02.5  X1:10
        {\\an8}<font color="#fff">Torment</font> had it.

        9
        00:00:03,000 --> 00:00:04,000
        unchanged <b>here
        """;
    Captions captions = read(SRT, odd);
    Caption first = captions.captions().getFirst();
    assertThat(first.text().plain()).isEqualTo("Torment had it.");
    assertThat(first.place().height()).isEqualTo(Caption.Height.TOP);
    Captions changed =
        captions.withCaptions(
            List.of(
                first.withText(first.text().replace(0, 7, "Tormod")),
                captions.captions().getLast()));
    assertThat(CaptionSamples.written(SRT, changed))
        .isEqualTo(
            """
            some remark

            5
            00:00:01.000 --> 00:00:02.500  X1:10
            {\\an8}<font color="#fff">Tormod</font> had it.

            9
            00:00:03,000 --> 00:00:04,000
            unchanged <b>here
            """);
  }

  @Test
  void aSplitCaptionIsNumberedOn() {
    Captions captions = read(SRT, TWO);
    Caption first = captions.captions().getFirst();
    var split =
        List.of(
            first.withPlain("Not before").withSpan(first.start(), first.end()),
            first.withId("1.2").withPlain("the lamps are lit."),
            captions.captions().getLast());
    assertThat(CaptionSamples.written(SRT, captions.withCaptions(split)))
        .contains("2\n00:00:01,000 --> 00:00:02,500\nthe lamps are lit.")
        .contains("3\n00:00:03,000 --> 00:00:04,000\n<i>Inés</i> said no.\n");
  }

  @Test
  void whatIsNotUnderstoodIsSaidWithItsLineAndKept() {
    var problems = new Problems("talk.srt");
    String text =
        """
        1
        00:00:01,000 -->
        lost?

        2
        00:00:05,000 --> 00:00:04,000
        back

        3
        -00:00:01,000 --> 00:00:00,500
        before zero

        4
        00:00:09,000 --> 00:00:09,000
        nothing
        """;
    Captions captions = read(SRT, text.getBytes(StandardCharsets.UTF_8), problems);
    assertThat(said(captions))
        .containsExactly("5000-4000 back", "-1000-500 before zero", "9000-9000 nothing");
    assertThat(captions.asides().getFirst().text()).isEqualTo("1");
    assertThat(problems.list().toString())
        .contains("talk.srt, line 2")
        .contains("\"lost?\" belongs to no caption")
        .contains("ends before it begins")
        .contains("begins before zero")
        .contains("has no length");
    assertVerbatim(SRT, text.getBytes(StandardCharsets.UTF_8));
  }

  /** The format has thousandths; what {@code 1,5} or {@code 1:12} means nobody can know. */
  @Test
  void fractionsThatCanBeReadTwoWaysAreSaidWithCountAndPlace() {
    var problems = new Problems("a.srt");
    String text =
        """
        1
        00:00:01,5 --> 00:00:02,500
        one

        2
        00:00:03,500 --> 00:00:04:12
        two

        3
        00:00:05,1234 --> 00:00:06
        three
        """;
    assertThat(read(SRT, text.getBytes(StandardCharsets.UTF_8), problems).captions()).hasSize(3);
    assertThat(problems.list())
        .singleElement()
        .satisfies(problem -> {
          assertThat(problem.place()).isEqualTo("line 2");
          assertThat(problem.message()).contains("of 2 captions: read as decimals");
        });
  }

  @Test
  void aNumberInTheWordsIsNoNumberOfACaption() {
    Captions captions =
        read(
            SRT,
            "1\n00:00:01,000 --> 00:00:02,000\nHow many?\n240\n\n2\n00:00:03,000 --> 00:00:04,000\n42\n");
    assertThat(said(captions)).containsExactly("1000-2000 How many?\n240", "3000-4000 42");
  }
}
