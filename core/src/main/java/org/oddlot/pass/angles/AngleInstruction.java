package org.oddlot.pass.angles;

import java.util.ArrayList;
import java.util.List;
import org.oddlot.pass.Codec;

/** What a person says about angles and how they are to be compared. */
public sealed interface AngleInstruction {

  /** How each is written: what it is, then its words. */
  Codec<AngleInstruction> CODEC = Codec.of(AngleInstruction::written, AngleInstruction::read);

  /**
   * Whose angle some pieces are.
   *
   * @param name what the angle is called
   * @param pieces the ids of its pieces
   */
  record Name(String name, List<String> pieces) implements AngleInstruction {
    public Name {
      pieces = List.copyOf(pieces);
    }
  }

  /**
   * In which order the angles' rows lie.
   *
   * @param names the angles from the top; those that are not named follow
   */
  record Order(List<String> names) implements AngleInstruction {
    public Order {
      names = List.copyOf(names);
    }
  }

  /**
   * Pieces that are compared with all others, not only until they are found.
   *
   * @param pieces their ids
   */
  record CompareWithAll(List<String> pieces) implements AngleInstruction {
    public CompareWithAll {
      pieces = List.copyOf(pieces);
    }
  }

  private static List<String> written(AngleInstruction said) {
    var words = new ArrayList<String>();
    switch (said) {
      case Name(String name, List<String> pieces) -> {
        words.addAll(List.of("name", name));
        words.addAll(pieces);
      }
      case Order(List<String> names) -> {
        words.add("order");
        words.addAll(names);
      }
      case CompareWithAll(List<String> pieces) -> {
        words.add("compare");
        words.addAll(pieces);
      }
    }
    return words;
  }

  private static AngleInstruction read(List<String> words) {
    if (words.size() < 2 || words.getFirst().isBlank()) {
      throw new IllegalArgumentException("it says neither a name, an order nor what to compare");
    }
    List<String> rest = words.subList(1, words.size());
    return switch (words.getFirst()) {
      case "order" -> new Order(rest);
      case "compare" -> new CompareWithAll(rest);
      case "name" -> name(rest);
      // The first lots had nothing but names.
      default -> name(words);
    };
  }

  private static Name name(List<String> words) {
    if (words.size() < 2 || words.getFirst().isBlank()) {
      throw new IllegalArgumentException("it names no angle and its pieces");
    }
    return new Name(words.getFirst(), words.subList(1, words.size()));
  }
}
