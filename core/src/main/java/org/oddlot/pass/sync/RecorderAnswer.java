package org.oddlot.pass.sync;

import java.util.List;
import org.oddlot.pass.Codec;

/** What is said about a recorder's clock. */
public sealed interface RecorderAnswer {

  /** How answers are written: {@code late 24024}, {@code labels}, {@code clock}. */
  Codec<RecorderAnswer> CODEC =
      Codec.of(answer -> List.of(answer.written()), RecorderAnswer::decode);

  /** As documents have it. */
  String written();

  /** It is late by some samples; negative where it is early. */
  record Late(long samples) implements RecorderAnswer {
    @Override
    public String written() {
      return "late " + samples;
    }
  }

  /** How its timecode is to be compared with that of pictures. */
  record Compared(TimecodeBasis basis) implements RecorderAnswer {
    @Override
    public String written() {
      return basis.id();
    }
  }

  private static RecorderAnswer decode(List<String> words) {
    if (words.size() == 1) {
      String word = words.getFirst();
      if (word.matches("late -?\\d{1,12}")) {
        return new Late(Long.parseLong(word.substring(5)));
      }
      for (TimecodeBasis basis : TimecodeBasis.values()) {
        if (basis.id().equals(word)) {
          return new Compared(basis);
        }
      }
    }
    throw new IllegalArgumentException(
        "of a recorder it is said how late it is, as \"late 24024\" samples, or how its timecode"
            + " compares, \"labels\" or \"clock\"");
  }
}
