package org.oddlot.pass.names;

import java.util.List;
import org.oddlot.pass.Codec;

/**
 * What a person said of words: that they are always this name.
 *
 * @param heard the words
 * @param right the name
 */
public record Learned(String heard, String right) {
  /** As instructions have it. */
  public static final Codec<Learned> CODEC =
      Codec.of(
          learned -> List.of("learn", learned.heard, learned.right),
          words -> {
            if (words.size() != 3
                || !words.getFirst().equals("learn")
                || words.get(1).isBlank()
                || words.get(2).isBlank()) {
              throw new IllegalArgumentException(
                  "it takes \"learn\", what is heard, and what it is");
            }
            return new Learned(words.get(1).strip(), words.get(2).strip());
          });
}
