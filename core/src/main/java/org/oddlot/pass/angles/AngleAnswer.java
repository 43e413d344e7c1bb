package org.oddlot.pass.angles;

import java.math.BigDecimal;
import java.util.List;
import org.oddlot.pass.Codec;
import org.oddlot.text.Phrase;

/**
 * Where a person says that a piece lies.
 *
 * @param piece the id of the piece that it is said against
 * @param seconds where it begins in that one's time
 */
record AngleAnswer(String piece, double seconds) {
  /** How it is written: the piece, and the seconds. */
  static final Codec<AngleAnswer> CODEC =
      Codec.of(
          answer -> List.of(answer.written()),
          words -> {
            String text = words.size() == 1 ? words.getFirst() : "";
            int at = text.lastIndexOf(" at ");
            if (at < 1 || !text.substring(at + 4).matches("-?\\d{1,7}(\\.\\d{1,9})?")) {
              throw new IllegalArgumentException(
                  Phrase.of(
                      "\"%s\" is no place; write it as PIECE at SECONDS", String.join(" ", words)));
            }
            return new AngleAnswer(
                text.substring(0, at), new BigDecimal(text.substring(at + 4)).doubleValue());
          });

  /** As it stands in a lot: {@code media/B002.wav at 12.345}. */
  String written() {
    return piece + " at " + Phrase.decimal(seconds, 6);
  }
}
