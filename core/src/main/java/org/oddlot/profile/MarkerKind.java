package org.oddlot.profile;

import java.util.Locale;

/** What a marker is for. */
public enum MarkerKind {
  /** A stretch to which a keyword applies. */
  KEYWORD,
  /** A stretch that somebody liked. */
  SELECT,
  /** Something to be read there. */
  NOTE,
  /** The beginning of a part. */
  CHAPTER;

  /** As it is written in documents. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }
}
