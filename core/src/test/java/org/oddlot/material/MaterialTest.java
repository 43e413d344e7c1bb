package org.oddlot.material;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class MaterialTest {
  private final List<Optional<String>> formers = new ArrayList<>();
  private final Derived<String> joined =
      Derived.anew(
          Set.of(String.class),
          (material, former) -> {
            formers.add(former);
            return String.join("+", material.all(String.class));
          });

  @Test
  void whatIsWorkedOutIsKeptAsLongAsItsPartIs() {
    Material material = Material.of("lot").with(String.class, List.of("a", "b"));
    Material other = material.with(Integer.class, List.of(1));
    assertThat(material.derive(joined)).isEqualTo("a+b");
    assertThat(other.derive(joined)).isSameAs(material.derive(joined));
    assertThat(material.with(String.class, List.of("a", "b"))).isSameAs(material);
    assertThat(formers).containsExactly(Optional.empty());
  }

  @Test
  void whatComesAfterIsHandedWhatWasBefore() {
    Material material = Material.of("lot").with(String.class, List.of("a"));
    material.derive(joined);
    Material after = material.with(String.class, List.of("a", "b"));
    assertThat(after.derive(joined)).isEqualTo("a+b");
    Material again = material.with(String.class, List.of("a", "c"));
    again.follow(after);
    assertThat(again.derive(joined)).isEqualTo("a+c");
    assertThat(formers).containsExactly(Optional.empty(), Optional.of("a"), Optional.of("a+b"));
  }

  @Test
  void whatDependsOnTwoPartsIsWorkedOutWhenEitherIsAnother() {
    Derived<String> both =
        Derived.of(
            Set.of(String.class, Integer.class),
            material -> material.all(String.class) + " " + material.all(Integer.class));
    Material one =
        Material.of("lot").with(String.class, List.of("a")).with(Integer.class, List.of(1));
    Material two = one.with(Integer.class, List.of(2));
    assertThat(one.derive(both)).isEqualTo("[a] [1]");
    assertThat(two.derive(both)).isEqualTo("[a] [2]");
    assertThat(one.derive(both)).isEqualTo("[a] [1]");
  }
}
