package org.oddlot.problem;

import java.util.Locale;

/** How bad a problem is. */
public enum Severity {
  /** Worth knowing; nothing is wrong. */
  INFO,
  /** Something was read in a way that may not be meant; the rest is as it should be. */
  WARNING,
  /** Something could not be used. */
  ERROR;

  /** As it is written in documents: {@code info}, {@code warning}, {@code error}. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }
}
