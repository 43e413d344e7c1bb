package org.oddlot.format.caption;

import static org.assertj.core.api.Assertions.assertThat;
import static org.oddlot.format.caption.CaptionSamples.assertVerbatim;
import static org.oddlot.format.caption.CaptionSamples.read;
import static org.oddlot.format.caption.CaptionSamples.said;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Markup.Look;
import org.oddlot.caption.Markup.Style;
import org.oddlot.caption.Timebase;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/**
 * TTML2 of the W3C: time expressions of 12.3.1, parameters of 7.2, inheritance of 10.4; from
 * memory.
 */
class TtmlTest {
  private static final Ttml TTML = new Ttml();

  /** TTML2 12.3.1: clock times with fractions or frames, offset times in every metric. */
  @ParameterizedTest
  @CsvSource({
    "00:00:01.5,3/2",
    "00:01:00,60",
    "00:00:01:12,3001/2000",
    "01:00:00:00,3600",
    "90m,5400",
    "1.25s,5/4",
    "1500ms,3/2",
    "2h,7200",
    "24f,1001/1000",
    "2400t,1/5",
  })
  void timesAreThoseOfTheExpression(String expression, String seconds) {
    var times = new TtmlTimes(FrameRate.FPS_23_976, 1, 12_000, false, false);
    String[] parts = seconds.split("/", -1);
    Rational wanted =
        Rational.of(Long.parseLong(parts[0]), parts.length > 1 ? Long.parseLong(parts[1]) : 1);
    // Frames behind a clock time are counted within its second.
    assertThat(times.read(expression)).contains(wanted);
  }

  /** Small text beside other text is none of the words, is named, and stays where it is. */
  @Test
  void rubyIsNoneOfTheWordsAndStaysWhenOneOfThemIsCorrected() {
    String ruby =
        "<span tts:ruby=\"container\"><span tts:ruby=\"base\">船</span>"
            + "<span tts:ruby=\"text\">ふね</span></span>";
    String document =
        "<tt xmlns=\"http://www.w3.org/ns/ttml\" xmlns:tts=\"http://www.w3.org/ns/ttml#styling\">"
            + "<body><div><p begin=\"1s\" end=\"3s\">the faery "
            + ruby
            + "</p></div></body></tt>";
    Captions captions =
        new Ttml()
            .read(
                document.getBytes(java.nio.charset.StandardCharsets.UTF_8),
                ReadingOptions.DETECTED,
                new Problems("a.ttml"))
            .orElseThrow();
    Caption caption = captions.captions().getFirst();
    assertThat(caption.text().plain()).isEqualTo("the faery 船");
    assertThat(Fitting.to(new SubRip(), captions, captions.grid()).losses().toString())
        .contains("ruby");
    byte[] corrected =
        new Ttml().write(captions.withCaptions(List.of(caption.withPlain("the ferry 船"))));
    assertThat(new String(corrected, java.nio.charset.StandardCharsets.UTF_8))
        .isEqualTo(document.replace("faery", "ferry"));
  }

  /**
   * TTML2 7.2.3 (ttp:dropMode): with dropNTSC two frames a minute are no labels, but each tenth.
   */
  @Test
  void dropFrameLabelsCountAsTimecodeDoes() {
    var times = new TtmlTimes(FrameRate.FPS_29_97, 1, 1, true, true);
    assertThat(times.read("01:00:00:00"))
        .contains(FrameRate.FPS_29_97.frameDuration().times(107_892));
    assertThat(times.write(FrameRate.FPS_29_97.frameDuration().times(107_892), "00:00:00:00"))
        .isEqualTo("01:00:00:00");
  }

  private static final String FILE =
      """
      <?xml version="1.0" encoding="UTF-8"?>
      <!-- made by hand -->
      <tt:tt xmlns:tt="http://www.w3.org/ns/ttml" xmlns:ttp="http://www.w3.org/ns/ttml#parameter"
          xmlns:tts="http://www.w3.org/ns/ttml#styling" xmlns:ttm="http://www.w3.org/ns/ttml#metadata"
          ttp:frameRate="24" ttp:frameRateMultiplier="1000 1001" xml:lang="en">
        <tt:head>
          <tt:metadata><ttm:agent xml:id="a1" type="person"><ttm:name type="full">Tormod</ttm:name></ttm:agent></tt:metadata>
          <tt:styling><tt:style xml:id="slanted" tts:fontStyle="italic"/><tt:style xml:id="s2" style="slanted" tts:color="yellow"/></tt:styling>
          <tt:layout><tt:region xml:id="up"><tt:style tts:displayAlign="before"/></tt:region>
            <tt:region xml:id="down" tts:displayAlign="after" tts:textAlign="center"/></tt:layout>
        </tt:head>
        <tt:body>
          <tt:div begin="10s" region="down">
            <tt:p begin="1s" dur="2s" ttm:agent="a1">We lay off
              the   quay<tt:br/>with the <tt:span style="s2">engine</tt:span> stopped.</tt:p>
            <tt:p begin="24f" end="00:00:05:00" region="up">Up &amp; away</tt:p>
            <tt:p><tt:span begin="6s" end="7s">one</tt:span> <tt:span begin="7s" end="8s">two</tt:span></tt:p>
            <tt:p>no times</tt:p>
          </tt:div>
        </tt:body>
      </tt:tt>
      """;

  @Test
  void timesStylesAndRegionsAreInherited() {
    var problems = new Problems("talk.ttml");
    Captions captions = read(TTML, FILE.getBytes(StandardCharsets.UTF_8), problems);
    assertThat(said(captions))
        .containsExactly(
            "11000-13000 We lay off the quay\nwith the engine stopped.",
            "11001-15000 Up & away",
            "16000-17000 one",
            "17000-18000 two");
    Caption first = captions.captions().getFirst();
    assertThat(first.speaker()).isEqualTo("Tormod");
    assertThat(first.place()).isEqualTo(Caption.Placement.USUAL);
    assertThat(first.text().marks())
        .filteredOn(mark -> mark.what() instanceof Style style && style.look() == Look.ITALIC)
        .hasSize(2);
    assertThat(captions.captions().get(1).place().height()).isEqualTo(Caption.Height.TOP);
    assertThat(captions.asides())
        .extracting(aside -> aside.text())
        .contains("made by hand", "no times");
    assertThat(problems.list().toString()).contains("\"no times\" has no end");
    assertVerbatim(TTML, FILE.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void aChangedCaptionIsWrittenInTheDocumentAsItIs() {
    Captions captions = read(TTML, FILE);
    var changed = new ArrayList<>(captions.captions());
    changed.set(1, changed.get(1).withPlain("Up & gone"));
    changed.set(0, changed.getFirst().withSpan(Rational.of(12), Rational.of(15)));
    assertThat(CaptionSamples.written(TTML, captions.withCaptions(changed)))
        .isEqualTo(
            FILE.replace("Up &amp; away", "Up &amp; gone")
                .replace("begin=\"1s\" dur=\"2s\"", "begin=\"2.000s\" dur=\"3.000s\""));
  }

  /**
   * TTML2, 8.1.3: no paragraph stands in another; what does is one caption, and is written back.
   */
  @Test
  void aParagraphInAParagraphIsReadAsItsWordsAndWrittenBack() {
    String nested =
        FILE.replace("Up &amp; away", "Up <p begin=\"1s\" end=\"2s\">rope</p> &amp; away");
    Captions captions = read(TTML, nested);
    var changed = new ArrayList<>(captions.captions());
    changed.set(0, changed.getFirst().withPlain("Cast off"));
    String written = CaptionSamples.written(TTML, captions.withCaptions(changed));
    Captions again = read(TTML, written);
    assertThat(again.captions()).hasSameSizeAs(captions.captions());
    assertThat(again.captions().getFirst().text().plain()).isEqualTo("Cast off");
  }

  @Test
  void timesThatNoProgrammeHasAreNone() {
    assertThat(TtmlTimes.INITIAL.read("99999999999h")).isEmpty();
    assertThat(TtmlTimes.INITIAL.read("999999999999.999999999f")).isEmpty();
    assertThat(TtmlTimes.INITIAL.read("100h")).contains(Rational.of(360_000));
  }

  @Test
  void aCaptionMoreAndOneLess() {
    Captions captions = read(TTML, FILE);
    Caption second = captions.captions().get(1);
    var changed =
        List.of(
            captions.captions().getFirst(),
            second.withPlain("Up"),
            second.withId("2.2").withPlain("away"),
            captions.captions().getLast());
    Captions again = read(TTML, CaptionSamples.written(TTML, captions.withCaptions(changed)));
    assertThat(again.captions())
        .extracting(caption -> caption.text().plain())
        .containsExactly("We lay off the quay\nwith the engine stopped.", "Up", "away", "two");
  }

  /**
   * IMSC 1.1 text profile, 6.2: the profile is named, the language is said, p has begin and end.
   */
  @Test
  void aNewDocumentIsOfTheProfile() {
    Captions made =
        Captions.made(
            "talk",
            "nn",
            new Timebase.Frames(FrameRate.FPS_23_976, false),
            List.of(
                Caption.of(
                    "1",
                    FrameRate.FPS_23_976.frameDuration().times(86_400),
                    FrameRate.FPS_23_976.frameDuration().times(86_448),
                    "Ikkje < før")));
    String written = CaptionSamples.written(TTML, made);
    assertThat(written)
        .contains("ttp:contentProfiles=\"http://www.w3.org/ns/ttml/profile/imsc1.1/text\"")
        .contains("ttp:frameRate=\"24\" ttp:frameRateMultiplier=\"1000 1001\"")
        .contains("xml:lang=\"nn\"")
        .contains("<p begin=\"86400f\" end=\"86448f\">Ikkje &lt; før</p>");
    assertThat(read(TTML, written).captions()).isEqualTo(made.captions());
  }

  @Test
  void entitiesAreNotLookedUpAndBrokenXmlIsSaid() {
    var problems = new Problems("bad.ttml");
    String bomb =
        "<!DOCTYPE tt [<!ENTITY a SYSTEM \"file:///etc/passwd\">]>"
            + "<tt xmlns=\"http://www.w3.org/ns/ttml\"><body><div><p begin=\"1s\" end=\"2s\">ok</p>"
            + "<p begin=\"2s\" end=\"3s\">&a;</p></div></body></tt>";
    var read = TTML.read(bomb.getBytes(StandardCharsets.UTF_8), ReadingOptions.DETECTED, problems);
    assertThat(read.map(CaptionSamples::said).orElse(List.of()).toString()).doesNotContain("root:");
    var broken = new Problems("cut.ttml");
    var cut = FILE.substring(0, FILE.indexOf("region=\"up\">Up"));
    assertThat(
            TTML.read(cut.getBytes(StandardCharsets.UTF_8), ReadingOptions.DETECTED, broken)
                .orElseThrow()
                .captions())
        .hasSize(1);
    assertThat(broken.list().toString()).contains("cut.ttml, line").contains("no well-formed XML");
  }

  private static final String STYLED =
      """
      <tt xmlns="http://www.w3.org/ns/ttml" xmlns:tts="http://www.w3.org/ns/ttml#styling" xml:lang="en">
      <head><styling><style xml:id="it" tts:fontStyle="italic"/></styling>
      <layout><region xml:id="ri" tts:fontStyle="italic" tts:displayAlign="after"/></layout></head>
      <body><div><p begin="1s" end="3s" style="it">By style</p>
      <p begin="4s" end="6s" region="ri">By region</p>
      <p begin="7s" end="9s" tts:writingMode="tbrl">Oren &amp; <span tts:color="#f00">red</span><br/>
        and  so on</p></div></body></tt>
      """;

  /** What a paragraph has by its style or its region is seen, and carried where it can be. */
  @Test
  void looksAreInherited() {
    Captions captions = read(new Ttml(), STYLED);
    assertThat(captions.captions().get(0).text().isOn(Look.ITALIC, 3)).isTrue();
    assertThat(captions.captions().get(1).text().isOn(Look.ITALIC, 3)).isTrue();
    Fitting.Fitted fitted = Fitting.to(new SubRip(), captions, captions.grid());
    assertThat(new String(new SubRip().write(fitted.captions()), StandardCharsets.UTF_8))
        .contains("<i>By style</i>", "<i>By region</i>");
    assertThat(fitted.losses()).anyMatch(line -> line.startsWith("writing direction, at"));
  }

  /** A word is put right, and everything around it stays as it was spelled. */
  @Test
  void aCorrectedWordKeepsTheSpansBesideIt() {
    Captions captions = read(new Ttml(), STYLED);
    Captions changed =
        captions.withEach(
            caption -> caption.withPlain(caption.text().plain().replace("Oren", "Orrin")));
    assertThat(new String(new Ttml().write(changed), StandardCharsets.UTF_8))
        .isEqualTo(STYLED.replace("Oren", "Orrin"));
    Captions first =
        captions.withEach(
            caption -> caption.withPlain(caption.text().plain().replace("By style", "By <style>")));
    assertThat(new String(new Ttml().write(first), StandardCharsets.UTF_8))
        .isEqualTo(STYLED.replace("By style", "By &lt;style&gt;"));
  }
}
