package org.oddlot.format.caption;

import static org.assertj.core.api.Assertions.assertThat;
import static org.oddlot.format.caption.CaptionSamples.read;
import static org.oddlot.format.caption.CaptionSamples.said;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.problem.Problems;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/** Line 21 by 47 CFR 15.119 and CTA-608-E, from memory: parity, codes, 32 columns and 15 rows. */
class Cea608Test {
  private static final Cea608 SCC = new Cea608();
  private static final Timebase.Frames GRID = new Timebase.Frames(FrameRate.FPS_29_97, true);
  private static final Pattern WORD = Pattern.compile("\\b[0-9a-f]{4}\\b");

  private static Caption at(String id, long from, long to, String words) {
    return Caption.of(id, GRID.at(from), GRID.at(to), words);
  }

  private static Captions talk(Caption... captions) {
    return Captions.made("talk", "", GRID, List.of(captions));
  }

  private static List<String> words(String file) {
    var words = new ArrayList<String>();
    WORD.matcher(file).results().forEach(word -> words.add(word.group()));
    return words;
  }

  /** 15.119 (b): each byte has seven bits and odd parity; (f)(1): control codes are sent twice. */
  @Test
  void bytesHaveOddParityAndControlCodesComeTwice() {
    String file = CaptionSamples.written(SCC, talk(at("1", 300, 400, "Inés said: ¿no?")));
    List<String> words = words(file);
    for (String word : words) {
      int code = Integer.parseInt(word, 16);
      assertThat(Integer.bitCount(code >> 8) % 2).isOne();
      assertThat(Integer.bitCount(code & 0xFF) % 2).isOne();
    }
    // RCL, ENM, an address in row 15, and at its end EOC: 94 20, 94 ae, 94 f? or 94 7?, 94 2f.
    assertThat(words).startsWith("9420", "9420", "94ae", "94ae");
    assertThat(file).contains("942f 942f").contains("942c 942c");
    // é is 5/12 of the basic set, ¿ a special one: 1/1 3/3.
    assertThat(words).contains("91b3");
    // Shown when the first EOC comes: ten seconds after zero.
    assertThat(file).contains("00:00:").doesNotContain(":10;");
    assertThat(said(read(SCC, file))).containsExactly("10010-13347 Inés said: ¿no?");
  }

  /** Row addresses of 15.119 (d): eleven of fifteen checked here by reading them back. */
  @Test
  void threeRowsStandInTheirRowsAndAlign() {
    Caption top =
        at("1", 600, 700, "one\ntwo words\nand three")
            .withPlace(new Caption.Placement(Caption.Height.TOP, Caption.Side.LEFT));
    Captions again = read(SCC, CaptionSamples.written(SCC, talk(top)));
    assertThat(again.captions()).containsExactly(top);
  }

  @Test
  void captionsThatFollowEachOtherAreLoadedWhileTheOneBeforeIsSeen() {
    Captions captions =
        talk(
            at("1", 300, 345, "The boom swings when the tide\nturns, so nobody stands there."),
            at("2", 345, 420, "It was after midnight."),
            at("3", 425, 500, "Nobody on Orrin expected us."));
    assertThat(new Cea608Encoder(captions).late()).isEmpty();
    assertThat(read(SCC, CaptionSamples.written(SCC, captions)).captions())
        .isEqualTo(captions.captions());
  }

  @Test
  void whatCannotBeLoadedInTimeComesLateAndThatIsSaid() {
    Captions fast =
        talk(
            at("1", 300, 310, "Not before"),
            at("2", 312, 330, "Two hundred and forty berths,\nand a captain who cannot swim."));
    Fitting.Fitted fitted = Fitting.to(SCC, fast, GRID);
    assertThat(fitted.losses()).anyMatch(loss -> loss.startsWith("captions come late"));
    assertThat(read(SCC, CaptionSamples.written(SCC, fast)).captions())
        .extracting(caption -> caption.text().plain())
        .containsExactlyElementsOf(
            fast.captions().stream().map(caption -> caption.text().plain()).toList());
  }

  @Test
  void linesOfMoreThanThirtyTwoAreBrokenAnew() {
    Captions wide =
        Captions.made(
            "talk",
            "en",
            Timebase.Ticks.MILLISECONDS,
            List.of(
                Caption.of(
                    "1",
                    Rational.of(10),
                    Rational.of(14),
                    "We lay off the quay with the engine stopped.")));
    Fitting.Fitted fitted = Fitting.to(SCC, wide, GRID);
    assertThat(fitted.captions().captions().getFirst().text().lines())
        .allMatch(line -> line.length() <= 32);
    assertThat(fitted.losses()).anyMatch(loss -> loss.contains("more than 32 letters"));
  }

  private static String hex(int... codes) {
    var text = new StringBuilder();
    for (int code : codes) {
      text.append(
          "%02x%02x ".formatted(Cea608.withParity(code >> 8), Cea608.withParity(code & 0xFF)));
    }
    return text.toString().strip();
  }

  /** 15.119 (f)(1)(i): roll-up; lines move up at a carriage return. */
  @Test
  void rollUpCaptionsAreRead() {
    String file =
        Cea608.HEAD
            + "\n\n00:00:01:00\t"
            + hex(0x1425, 0x1425, 0x142D, 0x142D, 0x1470, 0x1470, 'A' << 8 | 'B')
            + "\n\n00:00:03:00\t"
            + hex(0x1425, 0x1425, 0x142D, 0x142D, 0x1470, 0x1470, 'C' << 8 | 'D')
            + "\n\n00:00:05:00\t"
            + hex(0x1425, 0x1425, 0x142D, 0x142D, 0x1470, 0x1470, 'E' << 8 | 'F')
            + "\n\n00:00:07:00\t"
            + hex(0x142C, 0x142C);
    Captions captions = read(SCC, file);
    assertThat(captions.captions())
        .extracting(caption -> caption.text().plain())
        .containsExactly("AB", "AB\nCD", "CD\nEF");
    assertThat(captions.grid()).isEqualTo(new Timebase.Frames(FrameRate.FPS_29_97, false));
  }

  /** 15.119 (f)(1)(iii): paint-on is seen as it comes, until it is erased. */
  @Test
  void paintOnCaptionsAreRead() {
    String file =
        Cea608.HEAD
            + "\n\n00:00:01;00\t"
            + hex(0x1429, 0x1429, 0x1470, 0x1470, 'H' << 8 | 'i', 0x1421, 0x1421, 'o' << 8)
            + "\n\n00:00:02;00\t"
            + hex(0x142C, 0x142C);
    assertThat(read(SCC, file).captions())
        .extracting(caption -> caption.text().plain())
        .containsExactly("Ho");
  }

  @Test
  void whatIsNoCaptionIsSaidWithItsLine() {
    var problems = new Problems("talk.scc");
    String file = Cea608.HEAD + "\n\nrubbish\n00:01:00;00\t9420 zzzz 9420\n\n00:00:05;00\t942c\n";
    SCC.read(
        file.getBytes(StandardCharsets.US_ASCII),
        org.oddlot.input.ReadingOptions.DETECTED,
        problems);
    assertThat(problems.list().toString())
        .contains("line 3")
        .contains("\"zzzz\" is no word")
        .contains("00:01:00:00 is no timecode");
  }

  @Test
  void spansAreFrames() {
    assertThat(new Span(GRID.at(10), GRID.at(20)).length()).isEqualTo(GRID.at(10));
  }
}
