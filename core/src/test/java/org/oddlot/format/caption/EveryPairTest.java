package org.oddlot.format.caption;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.oddlot.caption.Caption;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Mark;
import org.oddlot.caption.Markup;
import org.oddlot.caption.Markup.Look;
import org.oddlot.caption.Timebase;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/**
 * Captions from any format into any other: times on the target's grid, words to the letter, but for
 * what was named beforehand; an unchanged file to the byte; one changed caption changes one.
 */
class EveryPairTest {
  private static final List<CaptionFormat> FORMATS =
      List.of(new SubRip(), new WebVtt(), new Ttml(), new EbuStl(), new Cea608());
  private static final String[] WORDS = {
    "lamp", "Inés", "quay", "240", "Skarvøy", "– No.", "it’s", "a&b", "<3", "x > y", "Größe", "…",
    "naïve", "L'eau", "¿no?", "100%", "{kept}", "tide,", "and", "the"
  };

  @Provide
  Arbitrary<Captions> talks() {
    return Arbitraries.longs().map(EveryPairTest::talk);
  }

  private static Captions talk(long seed) {
    var random = new Random(seed);
    List<Timebase> grids =
        List.of(
            Timebase.Ticks.MILLISECONDS,
            new Timebase.Frames(FrameRate.FPS_25, false),
            new Timebase.Frames(FrameRate.FPS_23_976, false),
            new Timebase.Frames(FrameRate.FPS_29_97, random.nextBoolean()));
    Timebase grid = grids.get(random.nextInt(grids.size()));
    var captions = new ArrayList<Caption>();
    Rational at = Rational.of(random.nextInt(2) * 3600L + 5);
    int count = 1 + random.nextInt(8);
    for (int i = 1; i <= count; i++) {
      at = at.plus(Rational.of(random.nextInt(4000), 1000));
      Rational end = at.plus(Rational.of(1800 + random.nextInt(4000), 1000));
      captions.add(
          new Caption(
              Integer.toString(i),
              new org.oddlot.caption.Span(grid.nearest(at), grid.nearest(end)),
              words(random),
              random.nextInt(3) == 0 ? "Tormod" : "",
              new Caption.Placement(
                  random.nextInt(4) == 0 ? Caption.Height.TOP : Caption.Height.BOTTOM,
                  random.nextInt(5) == 0 ? Caption.Side.LEFT : Caption.Side.CENTRE)));
      at = random.nextInt(6) == 0 ? end.minus(Rational.of(1, 2)) : end;
    }
    return Captions.made("talk", random.nextBoolean() ? "en" : "", grid, captions);
  }

  private static CaptionText words(Random random) {
    var lines = new ArrayList<String>();
    for (int line = 0; line <= random.nextInt(2); line++) {
      var words = new ArrayList<String>();
      for (int i = 0; i <= random.nextInt(5); i++) {
        words.add(WORDS[random.nextInt(WORDS.length)]);
      }
      lines.add(String.join(" ", words));
    }
    String plain = String.join("\n", lines);
    if (random.nextInt(3) > 0) {
      return CaptionText.of(plain);
    }
    Look look = List.of(Look.ITALIC, Look.BOLD, Look.UNDERLINE).get(random.nextInt(3));
    return new CaptionText(
        plain,
        List.of(
            Mark.of(0, new Markup.Style(look, true)),
            Mark.of(plain.length(), new Markup.Style(look, false))));
  }

  @Property(tries = 150)
  void fromAnyToAny(@ForAll("talks") Captions talk) {
    for (CaptionFormat from : FORMATS) {
      Captions first = through(from, talk);
      for (CaptionFormat to : FORMATS) {
        Fitting.Fitted fitted = Fitting.to(to, first, first.grid());
        Captions again = read(to, fitted.captions());
        boolean late = fitted.losses().stream().anyMatch(loss -> loss.contains("come late"));
        assertThat(words(again))
            .as("%s to %s", from.name(), to.name())
            .isEqualTo(expected(fitted, to));
        if (!late) {
          assertThat(times(again.on(fitted.captions().grid()))).isEqualTo(times(fitted.captions()));
        }
        assertOnlyNamedLosses(first, again, fitted.losses());
      }
    }
  }

  /** Words that the target cannot spell are named; all others come back as they were. */
  private static List<String> expected(Fitting.Fitted fitted, CaptionFormat to) {
    var lost = to.lost(fitted.captions());
    return fitted.captions().captions().stream()
            .map(caption ->
                lost.apply(caption).isEmpty()
                    ? caption.text().plain()
                    : "lost: " + caption.text().plain().length())
            .toList()
            .equals(words(fitted.captions()))
        ? words(fitted.captions())
        : readable(fitted, to);
  }

  /** What a file says where letters had to be replaced: read once, and stable from then on. */
  private static List<String> readable(Fitting.Fitted fitted, CaptionFormat to) {
    Captions once = read(to, fitted.captions());
    var lost = to.lost(fitted.captions());
    for (int i = 0; i < once.captions().size(); i++) {
      Caption wanted = fitted.captions().captions().get(i);
      if (lost.apply(wanted).isEmpty()) {
        assertThat(once.captions().get(i).text().plain()).isEqualTo(wanted.text().plain());
      }
    }
    return words(once);
  }

  private static void assertOnlyNamedLosses(Captions first, Captions again, List<String> losses) {
    String named = String.join("; ", losses);
    boolean merged = named.contains(Feature.OVERLAP.words());
    if (first.captions().size() == again.captions().size() && !merged) {
      for (int i = 0; i < first.captions().size(); i++) {
        Caption was = first.captions().get(i);
        Caption is = again.captions().get(i);
        if (!named.contains(Feature.SPEAKER.words())) {
          assertThat(is.speaker()).isEqualTo(was.speaker());
        }
        if (!named.contains(Feature.ITALIC.words()) && !named.contains("32 letters")) {
          assertThat(hasLook(is, Look.ITALIC)).isEqualTo(hasLook(was, Look.ITALIC));
        }
        if (!named.contains(Feature.PLACE.words()) && !named.contains("32 letters")) {
          assertThat(is.place().height()).isEqualTo(was.place().height());
        }
      }
    }
  }

  private static boolean hasLook(Caption caption, Look look) {
    return caption.text().marks().stream()
        .anyMatch(mark ->
            mark.what() instanceof Markup.Style(Look its, boolean begins) && its == look && begins);
  }

  private static Captions through(CaptionFormat format, Captions talk) {
    return read(format, Fitting.to(format, talk, talk.grid()).captions());
  }

  private static Captions read(CaptionFormat format, Captions written) {
    return read(format, format.write(written), written.grid());
  }

  /** An EBU STL file does not say whether its labels drop frames; a person does. */
  private static Captions read(CaptionFormat format, byte[] bytes, Timebase grid) {
    boolean drops = grid instanceof Timebase.Frames(FrameRate _, boolean drop) && drop;
    ReadingOptions options =
        format instanceof EbuStl && drops
            ? ReadingOptions.DETECTED.with(EbuStl.COUNT, Optional.of("29.97 drop"))
            : ReadingOptions.DETECTED;
    String name = "talk" + format.extensions().getFirst();
    return format.read(bytes, options, new Problems(name)).orElseThrow();
  }

  private static List<String> words(Captions captions) {
    return captions.captions().stream()
        .map(caption -> caption.text().plain())
        .collect(Collectors.toList());
  }

  private static List<Long> times(Captions captions) {
    return captions.captions().stream()
        .flatMap(caption -> List.of(caption.start(), caption.end()).stream())
        .map(captions.grid()::count)
        .toList();
  }

  @Property(tries = 100)
  void anUnchangedFileComesBackToTheByte(@ForAll("talks") Captions talk) {
    for (CaptionFormat format : FORMATS) {
      Captions fitted = Fitting.to(format, talk, talk.grid()).captions();
      byte[] file = format.write(fitted);
      assertThat(format.write(read(format, file, fitted.grid()))).isEqualTo(file);
    }
  }

  @Property(tries = 100)
  void oneChangedCaptionChangesNoOther(@ForAll("talks") Captions talk, @ForAll long seed) {
    for (CaptionFormat format : FORMATS) {
      Captions captions = read(format, Fitting.to(format, talk, talk.grid()).captions());
      if (captions.captions().isEmpty()) {
        continue;
      }
      int at = Math.floorMod(seed, captions.captions().size());
      var changed = new ArrayList<>(captions.captions());
      changed.set(at, changed.get(at).withPlain("other words"));
      Captions again = read(format, captions.withCaptions(changed));
      assertThat(again.captions()).hasSameSizeAs(captions.captions());
      for (int i = 0; i < changed.size(); i++) {
        String words = again.captions().get(i).text().plain();
        assertThat(words)
            .isEqualTo(i == at ? "other words" : captions.captions().get(i).text().plain());
      }
    }
  }
}
