package org.oddlot.text;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.CharRange;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;

class ChangedTest {
  @Test
  void wordsThatAreTheSameAreLeftOut() {
    assertThat(
            Changed.between(
                "01:00:04:10 01:00:06:02 We asked captan Solberg about the bell",
                "01:00:04:10 01:00:06:02 We asked captain Solberg about the bell"))
        .isEqualTo(new Changed("…captan…", "…captain…"));
    assertThat(Changed.between("Liv", "Liz")).isEqualTo(new Changed("Liv", "Liz"));
    assertThat(Changed.between("", "new")).isEqualTo(new Changed("", "new"));
    assertThat(Changed.between("the very same words here", "the very same words here twice"))
        .isEqualTo(new Changed("…here", "…here twice"));
  }

  /** What is shown stands in the texts, and what is left out is the same in both. */
  @Property
  void whatIsLeftOutIsTheSame(
      @ForAll @StringLength(max = 60) @CharRange(from = 'a', to = 'c') String one,
      @ForAll @StringLength(max = 60) @CharRange(from = 'a', to = 'c') String other) {
    String before = one.replace('c', ' ');
    String after = other.replace('c', ' ');
    Changed changed = Changed.between(before, after);
    String shownBefore = changed.before().replace("…", "");
    String shownAfter = changed.after().replace("…", "");
    assertThat(before).contains(shownBefore);
    assertThat(after).contains(shownAfter);
    assertThat(before.length() - shownBefore.length())
        .isEqualTo(after.length() - shownAfter.length());
  }
}
