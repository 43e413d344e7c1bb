package org.oddlot.profile;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

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

  /** The kind that is written so. */
  static Optional<MarkerKind> ofWord(String word) {
    return Arrays.stream(values()).filter(kind -> kind.word().equals(word)).findFirst();
  }

  /** As it is written in documents. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }
}
