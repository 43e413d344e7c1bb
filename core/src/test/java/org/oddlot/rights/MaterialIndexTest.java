package org.oddlot.rights;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.Test;

class MaterialIndexTest {
  @Provide
  Arbitrary<String> patterns() {
    return Arbitraries.strings().withChars("ab*?;. ").ofMaxLength(7);
  }

  @Provide
  Arbitrary<String> names() {
    return Arbitraries.strings().withChars("abAB.").ofMaxLength(7);
  }

  /** The index finds just what one finds who asks each pattern, in the same order. */
  @Property(tries = 500)
  void whatIsFoundIsWhatEachPatternMeans(
      @ForAll List<@net.jqwik.api.From("patterns") String> patterns,
      @ForAll List<@net.jqwik.api.From("names") String> names) {
    var index = new MaterialIndex<>(patterns, SourcePattern::new);
    assertThat(index.meaning(names))
        .isEqualTo(patterns.stream().filter(each -> new SourcePattern(each).means(names)).toList());
  }

  @Test
  void aPatternOfManyStarsEnds() {
    var stars = new SourcePattern("*a".repeat(60) + "*b");
    Assertions.assertTimeoutPreemptively(
        Duration.ofSeconds(20), () -> assertThat(stars.means(List.of("a".repeat(5000)))).isFalse());
    assertThat(stars.means(List.of("a".repeat(80) + "b"))).isTrue();
  }
}
