package org.oddlot.input;

import java.util.LinkedHashMap;
import java.util.Map;

/**
 * What is in a file, in numbers.
 *
 * @param summary the most important in a few words: {@code 12 captions}
 * @param facts more of it, by what it is: {@code rate → 25}
 */
public record Contents(String summary, Map<String, String> facts) {
  public Contents {
    facts = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(facts));
  }

  /** Nothing but a summary. */
  public static Contents of(String summary) {
    return new Contents(summary, Map.of());
  }

  /** This with one fact more. */
  public Contents with(String what, String value) {
    var more = new LinkedHashMap<>(facts);
    more.put(what, value);
    return new Contents(summary, more);
  }
}
