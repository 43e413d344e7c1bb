package org.oddlot.format.title;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.time.Rational;
import org.oddlot.title.Colour;
import org.oddlot.title.Style;

/** Styles as files. */
class StyleFilesTest {
  private static Optional<Style> read(String yaml, Problems problems) {
    return StyleFiles.read(yaml, problems);
  }

  @Test
  void thoseThatComeWithTheProgramAreReadWithoutAComplaint() {
    assertThat(StyleFiles.shipped())
        .extracting(Style::name)
        .containsExactly("boxed", "plain", "upright");
    Style boxed = StyleFiles.byName("boxed").orElseThrow();
    // What a line does not say is as on the line above.
    assertThat(boxed.line(1)).isEqualTo(boxed.line(0).withSize(40));
    assertThat(boxed.line(7)).isEqualTo(boxed.line(1));
  }

  @Property(tries = 100)
  void whatIsWrittenReadsTheSame(
      @ForAll @IntRange(min = 4, max = 900) int size,
      @ForAll @IntRange(max = 100) int part,
      @ForAll Style.Letters letters,
      @ForAll Style.Hold hold,
      @ForAll Style.Align align,
      @ForAll boolean first,
      @ForAll boolean second) {
    Style.Line line =
        new Style.Line(
            "Harbour \"Grotesk\"",
            400 + part,
            size,
            letters,
            0.75,
            Colour.parse("#0a0b0c"),
            second);
    var style =
        new Style(
            "a style: with # signs",
            "Ünlike",
            first ? List.of(line) : List.of(line, line.withSize(size / 2.0 + 2)),
            (50 + part) / 100.0,
            first ? Optional.of(new Style.Outline(part / 4.0, Colour.WHITE)) : Optional.empty(),
            second
                ? Optional.of(new Style.Shadow(-part, part / 8.0, Colour.BLACK, part / 100.0))
                : Optional.empty(),
            first == second
                ? Optional.of(new Style.Box(Colour.BLACK, part / 100.0, part, size / 8.0))
                : Optional.empty(),
            part / 100.0,
            (100 - part) / 100.0,
            hold,
            align,
            (20 + part / 2) / 100.0,
            second,
            4,
            1 + part % 10,
            Rational.of(part, 8),
            Rational.of(part, 100),
            first ? List.of("Mara Voss", "Tom") : List.of());
    var problems = new Problems("style.yaml");
    assertThat(read(StyleFiles.write(style), problems)).contains(style);
    assertThat(problems.list()).isEmpty();
  }

  @Test
  void mistakesAreSaidWithTheirLineAndTheRestHolds() {
    var problems = new Problems("style.yaml");
    Style style =
        read(
                """
                style: mine
                lines:
                  - {size: huge, colour: reddish, case: shouting}
                  - {size: 30, tilt: 3}
                spacing: 99
                box: {opacity: 2}
                place: {y: 0.5, hold: by hand}
                wobble: yes
                """,
                problems)
            .orElseThrow();
    assertThat(style.line(0).size()).isEqualTo(46);
    assertThat(style.line(1).size()).isEqualTo(30);
    assertThat(style.y()).isEqualTo(0.5);
    assertThat(problems.list())
        .extracting(Problem::place)
        .containsExactlyInAnyOrder(
            "line 3", "line 3", "line 3", "line 4", "line 5", "line 6", "line 7", "line 8");
  }

  @Test
  void whatIsNoStyleSaysSo() {
    for (String wrong : List.of("", "- a\n- b\n", "title: no name\n", "style: {a: b", "a: &x *x")) {
      var problems = new Problems("style.yaml");
      assertThat(read(wrong, problems)).as(wrong).isEmpty();
      assertThat(problems.list()).as(wrong).hasSize(1);
    }
  }
}
