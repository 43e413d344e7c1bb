package org.oddlot.material;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * Everything of one type that a lot holds, and what was worked out of it, which is kept as long as
 * the part is: whoever holds the very same part finds it there.
 */
final class Part {
  /** Nothing of a type. */
  static final Part NONE = new Part(List.of());

  private final List<?> values;
  private final Map<Derived<?>, Known> known = new HashMap<>();

  /** What was worked out of an earlier state and not yet of this one. */
  private final Map<Derived<?>, Object> before = new HashMap<>();

  /**
   * What was worked out.
   *
   * @param others the other parts that it was worked out of
   * @param value what came of it
   */
  private record Known(List<Part> others, Object value) {
    @SuppressWarnings("ReferenceEquality") // the very same parts are what is asked about
    boolean isOf(List<Part> parts) {
      for (int i = 0; i < parts.size(); i++) {
        if (parts.get(i) != others.get(i)) {
          return false;
        }
      }
      return true;
    }
  }

  Part(List<?> values) {
    this.values = values;
  }

  List<?> values() {
    return values;
  }

  /** Takes over what an earlier state knows, so that not all need be worked out from nothing. */
  void follow(Part earlier) {
    Map<Derived<?>, Object> its = earlier.allKnown();
    synchronized (this) {
      its.forEach((key, value) -> {
        if (!known.containsKey(key)) {
          before.put(key, value);
        }
      });
    }
  }

  private synchronized Map<Derived<?>, Object> allKnown() {
    var all = new HashMap<>(before);
    known.forEach((key, its) -> all.put(key, its.value));
    return all;
  }

  /** What is known of this and {@code others}; worked out where nobody asked before. */
  @SuppressWarnings("unchecked") // what is kept under a key is what the key made
  synchronized <T> T derive(Derived<T> key, List<Part> others, Function<Optional<T>, T> how) {
    Known its = known.get(key);
    if (its == null || !its.isOf(others)) {
      @Nullable Object former = its == null ? before.remove(key) : its.value;
      its = new Known(List.copyOf(others), how.apply(Optional.ofNullable((T) former)));
      known.put(key, its);
    }
    return (T) its.value;
  }
}
