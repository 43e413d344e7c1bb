package org.oddlot.material;

import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;

/**
 * Something that can be worked out of what a lot holds, and the types that it depends on. Kept in a
 * constant: it is its own key.
 *
 * @param <T> what comes of it
 */
public final class Derived<T> {
  private final Set<Class<?>> from;
  private final BiFunction<Material, Optional<T>, T> how;

  private Derived(Set<Class<?>> from, BiFunction<Material, Optional<T>, T> how) {
    this.from = from;
    this.how = how;
  }

  /**
   * Something worked out by {@code how}, which is pure and asks for nothing but what is {@code
   * from}.
   */
  public static <T> Derived<T> of(Set<Class<?>> from, Function<Material, T> how) {
    return new Derived<>(Set.copyOf(from), (material, _) -> how.apply(material));
  }

  /**
   * Something of which most stays as it is where little changes: {@code how} is handed what came of
   * an earlier state, if there was one, and gives what it would have given without that.
   */
  public static <T> Derived<T> anew(Set<Class<?>> from, BiFunction<Material, Optional<T>, T> how) {
    return new Derived<>(Set.copyOf(from), how);
  }

  Set<Class<?>> from() {
    return from;
  }

  T of(Material material, Optional<T> former) {
    return how.apply(material, former);
  }
}
