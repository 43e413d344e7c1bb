package org.oddlot.pass;

import java.util.List;
import java.util.Optional;
import java.util.ServiceLoader;

/** The passes that are there. */
public final class Passes {
  private static final List<Pass> ALL =
      ServiceLoader.load(Pass.class, Passes.class.getClassLoader()).stream()
          .map(ServiceLoader.Provider::get)
          .toList();

  private Passes() {}

  /** All of them, in the order of a new run sheet. */
  public static List<Pass> all() {
    return ALL;
  }

  /** The pass of this id. */
  public static Optional<Pass> byId(String id) {
    return ALL.stream().filter(pass -> pass.id().equals(id)).findFirst();
  }
}
