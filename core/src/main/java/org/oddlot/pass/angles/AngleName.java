package org.oddlot.pass.angles;

import java.util.ArrayList;
import java.util.List;
import org.oddlot.pass.Codec;

/**
 * Whose angle some pieces are, as a person says.
 *
 * @param name what the angle is called
 * @param pieces the ids of its pieces
 */
public record AngleName(String name, List<String> pieces) {
  /** How it is written: the name, then the pieces. */
  public static final Codec<AngleName> CODEC =
      Codec.of(
          each -> {
            var words = new ArrayList<>(List.of(each.name));
            words.addAll(each.pieces);
            return words;
          },
          words -> {
            if (words.size() < 2 || words.getFirst().isBlank()) {
              throw new IllegalArgumentException("it names no angle and its pieces");
            }
            return new AngleName(words.getFirst(), words.subList(1, words.size()));
          });

  public AngleName {
    pieces = List.copyOf(pieces);
  }
}
