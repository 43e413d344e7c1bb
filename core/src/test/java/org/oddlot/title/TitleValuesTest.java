package org.oddlot.title;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.caption.Timebase;
import org.oddlot.time.FrameRate;

/** Colours, shapes and areas, against what is published of them. */
class TitleValuesTest {
  /** W3C WCAG 2.2, "contrast ratio"; #767676 is the lightest grey that its Understanding names. */
  @ParameterizedTest
  @CsvSource({
    "#000000, #ffffff, 21.00",
    "#767676, #ffffff, 4.54",
    "#ffffff, #ffffff, 1.00",
    "#ff0000, #ffffff, 4.00",
    "#0000ff, #ffffff, 8.59"
  })
  void contrastIsThatOfTheStandard(String one, String other, double ratio) {
    assertThat(Colour.parse(one).contrast(Colour.parse(other))).isCloseTo(ratio, within(0.005));
    assertThat(Colour.parse(other).contrast(Colour.parse(one))).isCloseTo(ratio, within(0.005));
  }

  @Test
  void coloursAreReadWrittenAndMixed() {
    assertThat(Colour.parse("FFD27A")).hasToString("#ffd27a");
    assertThat(Colour.WHITE.over(Colour.BLACK, 0.5)).hasToString("#808080");
    assertThat(Colour.parse("#123456").over(Colour.WHITE, 1)).hasToString("#123456");
    assertThatThrownBy(() -> Colour.parse("reddish")).hasMessageContaining("\"reddish\"");
  }

  /** SMPTE ST 2046-1 and EBU R 95: 93 % of width and height for action, 90 % for titles. */
  @Test
  void safeAreasAreThoseOfTheStandards() {
    Shape wide = Shape.of(1920, 1080);
    assertThat(Area.safe(wide, Area.TITLE_SAFE)).isEqualTo(new Area(96, 54, 1824, 1026));
    Area action = Area.safe(wide, Area.ACTION_SAFE);
    assertThat(action.left()).isCloseTo(67.2, within(1e-9));
    assertThat(action.top()).isCloseTo(37.8, within(1e-9));
    assertThat(action.width()).isCloseTo(1785.6, within(1e-9));
  }

  @Test
  void aWidePictureLeavesABandInAnUprightOne() {
    Shape wide = Shape.of(1920, 1080);
    Frame square = Frame.of(Shape.of(1080, 1080), Area.TITLE_SAFE, wide);
    // 1080 × 607.5 in the middle: 236.25 above and below, of which 54 are not safe.
    assertThat(square.band().orElseThrow().top()).isCloseTo(843.75, within(1e-9));
    assertThat(square.band().orElseThrow().bottom()).isCloseTo(1026, within(1e-9));
    assertThat(Frame.of(wide, Area.TITLE_SAFE, wide).band()).isEmpty();
    // As wide a picture as the frame, or a narrower one, leaves nothing below.
    assertThat(Frame.of(wide, Area.TITLE_SAFE, Shape.of(1080, 1080)).band()).isEmpty();
  }

  @Test
  void shapesAreReadAsTheyAreWritten() {
    Shape dropped = Shape.parse("1080x1080@29.97df");
    assertThat(dropped.frames()).contains(new Timebase.Frames(FrameRate.FPS_29_97, true));
    assertThat(Shape.parse(dropped.toString())).isEqualTo(dropped);
    assertThat(Shape.parseAll("1920x1080, 9:16 ;1080 × 1350, 1920x1080"))
        .extracting(Shape::ratio)
        .containsExactly("16:9", "9:16", "4:5");
    assertThat(Shape.parse("9:16@23.976")).hasToString("1080x1920@23.976");
    assertThat(Shape.parse("1998x1080").ratio()).isEqualTo("1998 × 1080");
    assertThat(Shape.parse("3840x2160").scale()).isEqualTo(2);
    for (String wrong : List.of("", "big", "1080", "9x9", "1080x1080@25df", "99999x10")) {
      assertThatThrownBy(() -> Shape.parse(wrong)).isInstanceOf(IllegalArgumentException.class);
    }
  }

  @Test
  void areasMeetAndContain() {
    Area one = new Area(0, 0, 10, 10);
    assertThat(one.meets(new Area(10, 0, 20, 10))).isFalse();
    assertThat(one.meets(new Area(9, 9, 20, 20))).isTrue();
    assertThat(one.shared(new Area(5, 5, 20, 8))).isEqualTo(new Area(5, 5, 10, 8));
    assertThat(one.shared(new Area(50, 50, 60, 60)).width()).isZero();
    assertThat(one.grown(2)).isEqualTo(new Area(-2, -2, 12, 12));
    assertThat(one.around(new Area(-1, 3, 4, 20))).isEqualTo(new Area(-1, 0, 10, 20));
    assertThat(one.contains(one)).isTrue();
    assertThat(one.contains(one.moved(0.5, 0))).isFalse();
  }
}
