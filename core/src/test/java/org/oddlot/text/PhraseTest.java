package org.oddlot.text;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class PhraseTest {
  @Test
  void differencesHaveASignThatIsNoHyphenAndNothingHasNone() {
    assertThat(Phrase.signed(9)).isEqualTo("+9");
    assertThat(Phrase.signed(-182)).isEqualTo("−182");
    assertThat(Phrase.signed(-38_080)).isEqualTo("−38,080");
    assertThat(Phrase.signed(1234)).isEqualTo("+1,234");
    assertThat(Phrase.signed(0)).isEqualTo("0");
    assertThat(Phrase.signed(-0.52, 1)).isEqualTo("−0.5");
    assertThat(Phrase.signed(1712.26, 1)).isEqualTo("+1,712.3");
    assertThat(Phrase.signed(-0.04, 1)).isEqualTo("0.0");
  }

  @Test
  void whatIsCountedFollowsItsNumber() {
    assertThat(Phrase.count(1, "entry")).isEqualTo("1 entry");
    assertThat(Phrase.count(0, "entry")).isEqualTo("0 entries");
    assertThat(Phrase.count(20_000, "day")).isEqualTo("20,000 days");
  }

  @Test
  void sizesAreInTheUnitInWhichTheyAreReadAtAGlance() {
    assertThat(Phrase.size(9_999)).isEqualTo("9,999 bytes");
    assertThat(Phrase.size(34_500)).isEqualTo("34 KB");
    assertThat(Phrase.size(1_200_000_000)).isEqualTo("1,200 MB");
  }
}
