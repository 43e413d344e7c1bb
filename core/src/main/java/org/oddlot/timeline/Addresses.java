package org.oddlot.timeline;

import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * The addresses of all objects of a file in one of its states. What was read is known by where it
 * lay then, so that no change before, behind or around it gives it another address.
 */
public final class Addresses {
  private final String file;
  private final Placed now;
  private final boolean isRead;

  /** Where the objects lay when they were read; found when somebody first asks. */
  private @Nullable IdentityHashMap<Object, Placed> asRead;

  /** Where everything lies now, found when somebody first asks. */
  private @Nullable Map<String, Placed> byPath;

  private Addresses(String file, TimelineObject root) {
    this.file = file;
    this.now = Placed.root(root);
    this.isRead = !root.origin().isMade();
  }

  /**
   * The addresses in a file.
   *
   * @param file the name of the file in its lot
   * @param root its outermost object in its present state
   */
  public static Addresses of(String file, TimelineObject root) {
    return new Addresses(file, root);
  }

  /** The address of an object of the present state. */
  public Address of(Placed placed) {
    return new Address(file, path(placed));
  }

  /** Where what has this address lies now; empty where it does not lie in this file any more. */
  public synchronized Optional<Placed> at(Address address) {
    if (!address.file().equals(file)) {
      return Optional.empty();
    }
    Map<String, Placed> known = byPath;
    if (known == null) {
      var all = new HashMap<String, Placed>();
      now.walk(placed -> all.putIfAbsent(path(placed), placed));
      known = all;
      byPath = all;
    }
    return Optional.ofNullable(known.get(address.path()));
  }

  private String path(Placed placed) {
    if (!isRead) {
      return placed.key();
    }
    Placed was = asRead().get(placed.object().identity());
    if (was != null) {
      return was.key();
    }
    return placed.parent().map(in -> join(path(in), "+" + placed.step(in))).orElse("");
  }

  private static String join(String path, String step) {
    return path.isEmpty() ? step : path + "/" + step;
  }

  private synchronized IdentityHashMap<Object, Placed> asRead() {
    IdentityHashMap<Object, Placed> known = asRead;
    if (known == null) {
      var all = new IdentityHashMap<Object, Placed>();
      now.object()
          .origin()
          .asRead()
          .ifPresent(root ->
              Placed.root(root).walk(placed -> all.put(placed.object().identity(), placed)));
      known = all;
      asRead = all;
    }
    return known;
  }
}
