package org.oddlot.pass.sync;

import java.util.List;
import org.oddlot.pass.Codec;

/**
 * What a person ordered about a recorder's clock without being asked.
 *
 * @param recorder whose clock it is
 * @param answer what is said of it
 */
public record ClockInstruction(String recorder, RecorderAnswer answer) {
  /** How it is written: the recorder, and what is said of its clock. */
  public static final Codec<ClockInstruction> CODEC =
      Codec.of(
          each -> List.of(each.recorder, each.answer.written()),
          words -> {
            if (words.size() != 2) {
              throw new IllegalArgumentException("it names no recorder and its clock");
            }
            return new ClockInstruction(
                words.getFirst(), RecorderAnswer.CODEC.decode(words.subList(1, 2)));
          });
}
