package org.oddlot.material;

import java.util.Set;
import java.util.function.Function;

/**
 * Something that can be worked out of what a lot holds, and the types that it depends on. Kept in a
 * constant: it is its own key.
 *
 * @param <T> what comes of it
 */
public final class Derived<T> {
  private final Set<Class<?>> from;
  private final Function<Material, T> how;

  private Derived(Set<Class<?>> from, Function<Material, T> how) {
    this.from = from;
    this.how = how;
  }

  /**
   * Something worked out by {@code how}, which is pure and asks for nothing but what is {@code
   * from}.
   */
  public static <T> Derived<T> of(Set<Class<?>> from, Function<Material, T> how) {
    return new Derived<>(Set.copyOf(from), how);
  }

  Set<Class<?>> from() {
    return from;
  }

  T of(Material material) {
    return how.apply(material);
  }
}
