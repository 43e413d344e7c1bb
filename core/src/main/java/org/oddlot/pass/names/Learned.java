package org.oddlot.pass.names;

import java.util.List;
import org.oddlot.pass.Codec;

/**
 * What a person said of words: that they are always this name, or that they are right as they are.
 *
 * @param heard the words
 * @param right the name; the words themselves where they are right
 */
public record Learned(String heard, String right) {
  private static final String LEARN = "learn";
  private static final String RIGHT = "right";

  /** As instructions have it. */
  public static final Codec<Learned> CODEC = Codec.of(Learned::words, Learned::of);

  /** That words are no misheard name, however like one they are. */
  public static Learned rightAsItIs(String words) {
    return new Learned(words, words);
  }

  /** Whether the words are not to be changed. */
  public boolean isRightAsItIs() {
    return heard.equals(right);
  }

  private List<String> words() {
    return isRightAsItIs() ? List.of(RIGHT, heard) : List.of(LEARN, heard, right);
  }

  private static Learned of(List<String> words) {
    boolean isLearned =
        words.size() == 3
            && words.getFirst().equals(LEARN)
            && !words.get(1).isBlank()
            && !words.get(2).isBlank();
    boolean isRight =
        words.size() == 2 && words.getFirst().equals(RIGHT) && !words.get(1).isBlank();
    if (isRight) {
      return rightAsItIs(words.get(1).strip());
    }
    if (!isLearned) {
      throw new IllegalArgumentException(
          "it takes \"learn\", what is heard, and what it is; or \"right\" and words that are right"
              + " as they are");
    }
    return new Learned(words.get(1).strip(), words.get(2).strip());
  }
}
