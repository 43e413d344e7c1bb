package org.oddlot.pass;

import java.util.List;

/**
 * What a person ordered without being asked: the date of some clips, the clock of a recorder. It
 * stands in the lot beside the decisions and can be withdrawn.
 *
 * @param id unlike that of any other instruction of the lot
 * @param pass the pass that is told
 * @param words what is said, as the pass's {@link Pass#instructions} write it
 */
public record Instruction(String id, String pass, List<String> words) {
  public Instruction {
    words = List.copyOf(words);
  }

  /** An instruction of a pass's own type. */
  public static <T> Instruction of(String id, String pass, Codec<T> codec, T value) {
    return new Instruction(id, pass, codec.encode(value));
  }
}
