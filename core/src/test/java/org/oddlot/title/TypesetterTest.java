package org.oddlot.title;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.oddlot.title.Style.Letters;

/** Lines as their fonts set them; {@code reference/titles.py} asks another shaper the same. */
class TypesetterTest {
  private static final Typesetter SETTER = new Typesetter(Fonts.shipped());

  private static Style.Line line(String font, int weight, double size) {
    return new Style.Line(font, weight, size, Letters.TYPED, 0.8, Colour.WHITE);
  }

  /** The sum of the advances is 304.4 px; with kerning HarfBuzz gives 289.3 px. */
  @Test
  void lettersAreKerned() {
    double width = SETTER.width("AVATAR To Ty", line("IBM Plex Sans", 600, 46));
    assertThat(width).isLessThan(300);
    double apart =
        "AVATAR To Ty"
            .chars()
            .mapToDouble(c -> SETTER.width(Character.toString(c), line("IBM Plex Sans", 600, 46)))
            .sum();
    assertThat(apart).isGreaterThan(width + 5);
  }

  @Property(tries = 200)
  void aLineTwiceAsLargeIsTwiceAsWide(
      @ForAll @StringLength(max = 40) String text,
      @ForAll @DoubleRange(min = 8, max = 90) double size) {
    Style.Line one = line("IBM Plex Serif", 400, size);
    assertThat(SETTER.width(text, one.withSize(size * 2)))
        .isCloseTo(2 * SETTER.width(text, one), within(0.01));
  }

  @Test
  void whatTheFontHasNotAnotherHas() {
    Style.Line sans = line("IBM Plex Sans", 600, 40);
    for (String words : List.of("שלום לים", "مرحبا", "The quay: שלום, again")) {
      assertThat(SETTER.width(words, sans)).as(words).isGreaterThan(40);
      Area ink = SETTER.ink(words, sans, 100, 200);
      assertThat(ink.width()).as(words).isGreaterThan(30);
      assertThat(ink.left()).as(words).isGreaterThan(90);
    }
    // A mark above a letter takes no room of its own.
    assertThat(SETTER.width("o\u0301", sans)).isCloseTo(SETTER.width("o", sans), within(0.6));
  }

  @Test
  void capitalsAreOfTheirSize() {
    Style.Line typed = line("IBM Plex Sans", 600, 50);
    double capitals = SETTER.width("ORRIN", typed);
    assertThat(SETTER.width("Orrin", typed.withLetters(Letters.CAPITALS)))
        .isCloseTo(capitals, within(0.001));
    double small = SETTER.width("Orrin", typed.withLetters(Letters.SMALL_CAPITALS));
    assertThat(small).isLessThan(capitals).isGreaterThan(capitals * 0.8);
    assertThat(SETTER.width("orrin", typed.withLetters(Letters.SMALL_CAPITALS)))
        .isCloseTo(capitals * 0.8, within(0.5));
  }

  @Test
  void fontsAreFoundHoweverTheyAreSpelledAndSaidWhereTheyAreNot() throws IOException {
    Fonts fonts = Fonts.shipped();
    assertThat(fonts.problem("ibm plex sans", 600)).isEmpty();
    assertThat(fonts.problem("IBMPlexSans", 600)).isEmpty();
    assertThat(fonts.problem("Plex Serif", 400)).isEmpty();
    assertThat(fonts.problem("IBM Plex Sans", 900))
        .hasValueSatisfying(said -> assertThat(said).contains("900").contains("600"));
    assertThat(fonts.problem("Harbour Grotesk", 400))
        .contains("the font Harbour Grotesk is not there; measured with IBM Plex Sans");
    assertThat(fonts.nearest("Harbour Grotesk", 600, false).family()).isEqualTo("IBM Plex Sans");
    assertThat(fonts.weights("IBM Plex Sans")).containsExactly(400, 500, 600);
    try (InputStream in = Fonts.class.getResourceAsStream("fonts/IBMPlexSerif_600SemiBold.ttf")) {
      Fonts.Face face = Fonts.ofFile(java.util.Objects.requireNonNull(in).readAllBytes());
      assertThat(face.family()).contains("Plex Serif");
      assertThat(face.weight()).isEqualTo(600);
      assertThat(fonts.with(List.of(face)).families().getFirst()).isEqualTo(face.family());
    }
    assertThatThrownBy(() -> Fonts.ofFile(new byte[] {1, 2, 3}))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("no font");
  }
}
