package org.oddlot.format.guideline;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.oddlot.caption.Guideline;
import org.oddlot.problem.Problems;
import org.oddlot.time.Rational;

/** Guidelines in YAML: those that come with the program, and mistakes with their lines. */
class GuidelineFilesTest {
  @Test
  void threeComeWithTheProgram() {
    assertThat(GuidelineFiles.shipped())
        .extracting(Guideline::name)
        .containsExactly("broadcast", "streaming", "upright");
    Guideline broadcast = GuidelineFiles.byName("broadcast", List.of()).orElseThrow();
    assertThat(broadcast.letters()).isEqualTo(37);
    assertThat(broadcast.speed()).isEqualTo(Rational.of(17));
    for (Guideline each : GuidelineFiles.shipped()) {
      var problems = new Problems(each.name());
      assertThat(GuidelineReader.read(GuidelineFiles.text(each.name()).orElseThrow(), problems))
          .contains(each);
    }
    assertThat(GuidelineFiles.text("house")).isEmpty();
  }

  @Test
  void oneOfTheLotGoesBeforeThatOfTheProgram() {
    var problems = new Problems("house.yaml");
    Guideline house =
        GuidelineReader.read("guideline: broadcast\nletters: 33\nalone: yes\n", problems)
            .orElseThrow();
    assertThat(problems.list()).isEmpty();
    assertThat(house.alone()).isTrue();
    assertThat(GuidelineFiles.byName("broadcast", List.of(house))).contains(house);
  }

  @Test
  void ownWordsAreAListOrHaveCommasBetween() {
    var problems = new Problems("g.yaml");
    Guideline guideline =
        GuidelineReader.read(
                "guideline: house\nbegins: [Whereas, though]\nholds: mr, old\n", problems)
            .orElseThrow();
    assertThat(guideline.begins()).containsExactly("whereas", "though");
    assertThat(guideline.holds()).containsExactly("mr", "old");
    assertThat(problems.list()).isEmpty();
  }

  @Test
  void mistakesAreSaidWithTheirLines() {
    var problems = new Problems("house.yaml");
    Optional<Guideline> read =
        GuidelineReader.read(
            """
            guideline: house
            letters: many
            speed: 17.5
            colour: red
            gap: [1, 2]
            longest: 0.1
            """,
            problems);
    assertThat(read.orElseThrow().letters()).isEqualTo(37);
    assertThat(read.orElseThrow().speed()).isEqualTo(Rational.of(35, 2));
    assertThat(problems.list().toString())
        .contains("line 2: letters is \"many\"; it takes a whole number from 5 to 200")
        .contains("line 4: \"colour\" is nothing that a guideline says")
        .contains("line 5: gap is no single value")
        .contains("line 6: longest is \"0.1\"");
    var nameless = new Problems("x.yaml");
    assertThat(GuidelineReader.read("letters: 30\n", nameless)).isEmpty();
    assertThat(nameless.list().toString()).contains("has no name");
    var broken = new Problems("x.yaml");
    assertThat(GuidelineReader.read("guideline: [", broken)).isEmpty();
    assertThat(GuidelineReader.read("- a\n", broken)).isEmpty();
    assertThat(broken.list()).hasSize(2);
  }
}
