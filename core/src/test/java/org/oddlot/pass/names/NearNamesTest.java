package org.oddlot.pass.names;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.From;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.apache.commons.text.similarity.LevenshteinDistance;

/** What finds names at once finds what looking at each of them does. */
class NearNamesTest {
  @Provide
  Arbitrary<String> names() {
    return Arbitraries.strings().withChars("abcdé ").ofMinLength(1).ofMaxLength(12);
  }

  @Property(tries = 400)
  void allNamesThatDifferByNoMoreThanTheyMayAreAmongTheNear(
      @ForAll Set<@From("names") String> names, @ForAll @From("names") String word) {
    String letters = Sounds.letters(word);
    var near = new NearSpellings(new LinkedHashSet<>(names));
    for (String name : names) {
      String its = Sounds.letters(name);
      int distance = LevenshteinDistance.getDefaultInstance().apply(letters, its);
      if (!its.isEmpty() && distance <= NearSpellings.most(its.length())) {
        assertThat(near.near(letters)).contains(name);
      }
    }
  }

  @Property(tries = 400)
  void theNamesInATextAreThoseThatItContains(
      @ForAll List<@From("names") String> names, @ForAll @From("names") String text) {
    String small = text.toLowerCase(Locale.ROOT);
    assertThat(new TermTrie(names).in(text))
        .containsExactlyInAnyOrderElementsOf(
            new LinkedHashSet<>(
                names.stream()
                    .filter(name -> small.contains(name.toLowerCase(Locale.ROOT)))
                    .toList()));
  }
}
