package org.oddlot.material;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

class InOrderTest {
  @Property
  void whatLiesInARangeIsFoundInOrder(
      @ForAll List<@IntRange(min = -20, max = 20) Integer> numbers,
      @ForAll @IntRange(min = -25, max = 25) int least,
      @ForAll @IntRange(min = -25, max = 25) int most) {
    // Each with the place at which it was given: of equal numbers that order stays.
    record Numbered(int number, int place) {}
    var all = new ArrayList<Numbered>();
    numbers.forEach(number -> all.add(new Numbered(number, all.size())));
    var found = new ArrayList<Numbered>();
    InOrder.of(all, Numbered::number).within(least, most, found::add);
    assertThat(found)
        .containsExactlyElementsOf(
            all.stream()
                .filter(each -> least <= each.number() && each.number() <= most)
                .sorted(Comparator.comparingInt(Numbered::number))
                .toList());
  }
}
