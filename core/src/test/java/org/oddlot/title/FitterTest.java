package org.oddlot.title;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.geom.RoundRectangle2D;
import java.awt.image.BufferedImage;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.oddlot.caption.LineBreaker;
import org.oddlot.format.title.StyleFiles;
import org.oddlot.time.Rational;
import org.oddlot.title.Style.Align;
import org.oddlot.title.Style.Hold;
import org.oddlot.title.Style.Letters;

/** Titles in pictures: what is said to fit is drawn, and its pixels are looked at. */
class FitterTest {
  private static final Typesetter SETTER = new Typesetter(Fonts.shipped());
  private static final LineBreaker SENSE =
      new LineBreaker("en", List.of("Orrin Harbour Commissioners"));
  private static final Shape WIDE = Shape.of(1920, 1080);
  private static final Style BOXED = StyleFiles.byName("boxed").orElseThrow();

  private static Fitter fitter(Style style, Shape shape) {
    return new Fitter(SETTER, SENSE, style, Frame.of(shape, Area.TITLE_SAFE, WIDE));
  }

  @Test
  void aLineIsInTheMiddleAndItsBoxFitsIt() {
    SetTitle title = fitter(BOXED, WIDE).set("The boom swings\nwhen the tide turns,", 1);
    assertThat(title.lines()).hasSize(2);
    for (SetTitle.SetLine line : title.lines()) {
      assertThat(line.x() + line.width() / 2).isCloseTo(960, within(0.01));
    }
    assertThat(title.lines().get(0).look().size()).isEqualTo(46);
    assertThat(title.lines().get(1).look().size()).isEqualTo(40);
    assertThat(title.lines().get(1).baseline() - title.lines().get(0).baseline())
        .isCloseTo(1.3 * 40, within(0.01));
    assertThat(title.text().bottom()).isCloseTo(0.9 * 1080, within(0.01));
    assertThat(title.box().orElseThrow()).isEqualTo(title.text().grown(14));
  }

  @Test
  void aLargerPictureHasLargerLetters() {
    SetTitle small = fitter(BOXED, WIDE).set("Not before", 1);
    SetTitle large = fitter(BOXED, Shape.of(3840, 2160)).set("Not before", 1);
    assertThat(large.width()).isCloseTo(2 * small.width(), within(0.01));
    assertThat(large.box().orElseThrow().height())
        .isCloseTo(2 * small.box().orElseThrow().height(), within(0.01));
  }

  @Test
  void inASquareItStandsInTheBandUnderThePicture() {
    Fitter square = fitter(BOXED, Shape.of(1080, 1080));
    Area band = square.frame().band().orElseThrow();
    SetTitle title = square.set("Not before\nthe lamps are lit.", 1);
    assertThat(band.contains(title.box().orElseThrow())).isTrue();
    assertThat((title.text().top() + title.text().bottom()) / 2)
        .isCloseTo((band.top() + band.bottom()) / 2, within(0.01));
    // Put somewhere by hand, it stands there.
    SetTitle put = square.set("Not before", 1, 0.5, 0.5);
    assertThat(put.text().bottom()).isCloseTo(540, within(0.01));
  }

  @Test
  void whatIsTooWideIsSaidInPixelsAndMended() {
    Fitter square = fitter(BOXED, Shape.of(1080, 1080));
    String words = "The boom swings when the tide turns, so nobody stands on the port side";
    List<Misfit> misfits = square.misfits(square.set(words, 1));
    assertThat(misfits).extracting(Misfit::kind).containsExactly(Misfit.Kind.WIDE);
    assertThat(misfits.getFirst().text()).matches("[\\d,]+ px too wide");
    String broken = square.broken(words, 2, 1).orElseThrow();
    assertThat(broken.lines().toList()).hasSize(2);
    assertThat(square.fits(square.set(broken, 1))).isTrue();
    assertThat(broken.lines().findFirst().orElseThrow()).endsWith("turns,");
    assertThat(fitter(BOXED, WIDE).fits(fitter(BOXED, WIDE).set(words, 1))).isTrue();
  }

  @Test
  void aNameIsNotBroken() {
    String words = "So the Orrin Harbour Commissioners refused us a berth";
    String broken = fitter(BOXED, Shape.of(1080, 1080)).broken(words, 2, 1).orElseThrow();
    assertThat(broken).contains("Orrin Harbour Commissioners");
  }

  @Test
  void lettersGetNoSmallerThanIsAllowed() {
    Fitter square = fitter(BOXED, Shape.of(1080, 1080));
    String words = "Two hundred and forty berths\nandnotoneofthemhasawindowthatopenswidelytothesea";
    assertThat(square.fits(square.set(words, 1))).isFalse();
    double factor = square.smaller(words).orElseThrow();
    double size = factor * 46;
    assertThat(size).isCloseTo(Math.rint(size), within(1e-9)).isGreaterThanOrEqualTo(36);
    assertThat(square.fits(square.set(square.at(words, factor), factor))).isTrue();
    // A pixel larger would not.
    double larger = (size + 1) / 46;
    assertThat(square.fits(square.set(square.at(words, larger), larger))).isFalse();
    assertThat(square.smaller("w".repeat(90))).isEmpty();
  }

  @Test
  void balancedLinesAreAboutAsLong() {
    Fitter wide = fitter(BOXED, WIDE);
    String three =
        wide.balanced("The boom swings when the tide turns, so nobody stands there", 3)
            .orElseThrow();
    List<String> lines = three.lines().toList();
    assertThat(lines).hasSize(3);
    assertThat(wide.balanced("Orrin", 2)).isEmpty();
  }

  // Drawn, and its pixels counted.

  private static final List<String> SCRAPS =
      List.of(
          "Orrin",
          "the",
          "lamp",
          "fjord",
          "Ýr",
          "Ångström",
          "ferry,",
          "jib",
          "WAVES",
          "quay",
          "αβγ",
          "Ύδρα",
          "маяк",
          "Щука",
          "שלום",
          "مرحبا",
          "e\u0301\u0302",
          "midnight.",
          "—",
          "“So”");

  private static Style random(Random random) {
    var lines = new ArrayList<Style.Line>();
    for (int i = 0; i <= random.nextInt(2); i++) {
      lines.add(
          new Style.Line(
              Fonts.shipped().families().get(random.nextInt(3)),
              random.nextBoolean() ? 400 : 600,
              30 + random.nextInt(60),
              List.of(Letters.values()).get(random.nextInt(3)),
              0.8,
              Colour.WHITE));
    }
    return new Style(
        "random",
        "Random",
        lines,
        1 + random.nextDouble() * 0.6,
        random.nextBoolean()
            ? Optional.of(new Style.Outline(random.nextInt(8), Colour.BLACK))
            : Optional.empty(),
        random.nextBoolean()
            ? Optional.of(
                new Style.Shadow(random.nextInt(9) - 4, random.nextInt(9), Colour.BLACK, 0.5))
            : Optional.empty(),
        random.nextBoolean()
            ? Optional.of(new Style.Box(Colour.BLACK, 0.7, random.nextInt(20), random.nextInt(40)))
            : Optional.empty(),
        0.1 + random.nextDouble() * 0.8,
        0.05 + random.nextDouble() * 0.9,
        List.of(Hold.values()).get(random.nextInt(3)),
        List.of(Align.values()).get(random.nextInt(3)),
        0.5 + random.nextDouble() / 2,
        random.nextBoolean(),
        20,
        3,
        Rational.of(20),
        Rational.ONE,
        List.of());
  }

  private static String words(Random random) {
    var words = new StringBuilder();
    int count = 1 + random.nextInt(8);
    for (int i = 0; i < count; i++) {
      words.append(i == 0 ? "" : random.nextInt(5) == 0 ? "\n" : " ");
      words.append(SCRAPS.get(random.nextInt(SCRAPS.size())));
    }
    return words.toString();
  }

  /** Draws as a program would: box, shadow, outline, letters, from the outlines themselves. */
  private static BufferedImage drawn(SetTitle title, Shape shape) {
    var image = new BufferedImage(shape.width(), shape.height(), BufferedImage.TYPE_BYTE_GRAY);
    Graphics2D to = image.createGraphics();
    to.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    to.setColor(Color.WHITE);
    Style style = title.style();
    title
        .box()
        .ifPresent(box ->
            to.fill(
                new RoundRectangle2D.Double(
                    box.left(), box.top(), box.width(), box.height(), 0, 0)));
    for (SetTitle.SetLine line : title.lines()) {
      var letters = SETTER.outline(line.text(), line.look(), line.x(), line.baseline());
      to.fill(letters);
      style
          .outline()
          .ifPresent(outline -> {
            to.setStroke(
                new java.awt.BasicStroke(
                    (float) outline.width() * 2,
                    java.awt.BasicStroke.CAP_BUTT,
                    java.awt.BasicStroke.JOIN_ROUND));
            if (outline.width() > 0) {
              to.draw(letters);
            }
          });
      style
          .shadow()
          .ifPresent(shadow ->
              to.fill(
                  letters.createTransformedShape(
                      AffineTransform.getTranslateInstance(shadow.x(), shadow.y()))));
    }
    to.dispose();
    return image;
  }

  private static int pixelsOutside(BufferedImage image, Area safe) {
    int outside = 0;
    byte[] pixels = ((java.awt.image.DataBufferByte) image.getRaster().getDataBuffer()).getData();
    for (int y = 0; y < image.getHeight(); y++) {
      for (int x = 0; x < image.getWidth(); x++) {
        boolean isOut =
            x + 1 <= Math.floor(safe.left())
                || x >= Math.ceil(safe.right())
                || y + 1 <= Math.floor(safe.top())
                || y >= Math.ceil(safe.bottom());
        if (isOut && pixels[y * image.getWidth() + x] != 0) {
          outside++;
        }
      }
    }
    return outside;
  }

  @Property(tries = 60)
  void nothingThatIsSaidToFitLeavesTheSafeArea(@ForAll long seed) {
    var random = new Random(seed);
    Shape shape =
        List.of(Shape.of(960, 540), Shape.of(540, 540), Shape.of(540, 960)).get(random.nextInt(3));
    Style style = random(random);
    Fitter fitter = fitter(style, shape);
    int fitted = 0;
    for (int i = 0; i < 6; i++) {
      SetTitle title = fitter.set(words(random), 1);
      if (fitter.fits(title)) {
        fitted++;
        assertThat(pixelsOutside(drawn(title, shape), fitter.frame().safe()))
            .as("%s in %s: %s", title.words(), shape, style)
            .isZero();
      }
    }
    assertThat(fitted).isBetween(0, 6);
  }

  /** The test above sees something: a title half out of the picture has pixels there. */
  @Test
  void whatIsOutsideIsSeen() {
    Shape shape = Shape.of(960, 540);
    Fitter fitter = fitter(BOXED, shape);
    SetTitle title = fitter.set("Not before the lamps are lit", 1, 0.02, 0.5);
    assertThat(fitter.fits(title)).isFalse();
    assertThat(pixelsOutside(drawn(title, shape), fitter.frame().safe())).isPositive();
  }
}
