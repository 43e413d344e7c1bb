package org.oddlot.input;

import java.nio.file.Path;

/**
 * Where the program keeps things for its user: as the XDG Base Directory Specification has it,
 * unless a system property says otherwise.
 */
public enum UserFolder {
  /** What can be made again. */
  CACHE("oddlot.cache", "XDG_CACHE_HOME", ".cache"),
  /** What somebody has set, and what is open. */
  CONFIG("oddlot.config", "XDG_CONFIG_HOME", ".config");

  private final String property;
  private final String variable;
  private final String usual;

  UserFolder(String property, String variable, String usual) {
    this.property = property;
    this.variable = variable;
    this.usual = usual;
  }

  /** Where it is; it need not be there yet. */
  public Path path() {
    String set = System.getProperty(property, "");
    String given = System.getenv(variable);
    if (!set.isEmpty()) {
      return Path.of(set);
    }
    return (given == null || given.isEmpty()
            ? Path.of(System.getProperty("user.home"), usual)
            : Path.of(given))
        .resolve("oddlot");
  }
}
