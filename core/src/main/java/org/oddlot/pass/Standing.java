package org.oddlot.pass;

import java.util.Locale;

/** How a finding stands. */
public enum Standing {
  /** Safe to apply as it is, or accepted by a person. */
  SETTLED("settled"),
  /** A person should decide. */
  TO_LOOK_AT("to look at"),
  /** Nothing fits. */
  OPEN("open"),
  /** A person said no. */
  DECLINED("declined");

  private final String words;

  Standing(String words) {
    this.words = words;
  }

  /** As people read it. */
  public String words() {
    return words;
  }

  /** As it is written in documents. */
  public String key() {
    return name().toLowerCase(Locale.ROOT);
  }

  /** Whether it waits for a person: the one definition of "needs you". */
  public boolean needsAPerson() {
    return this == TO_LOOK_AT || this == OPEN;
  }
}
