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

  /** It is late by about so many samples: which take is which is known, the frame is not. */
  record About(long samples) implements RecorderAnswer {
    @Override
    public String written() {
      return "about " + samples;
    }
  }

  /**
   * It runs away evenly.
   *
   * @param samples how late it is at midnight
   * @param perDay how much later it gets in a day of its own, in samples
   */
  record Line(long samples, long perDay) implements RecorderAnswer {
    @Override
    public String written() {
      return "line " + samples + " " + perDay;
    }
  }

  /** Each recording lies where it was heard; one that was not heard is left. */
  record AsHeard() implements RecorderAnswer {
    @Override
    public String written() {
      return "as heard";
    }
  }

  /** It is dated some days off. */
  record Dated(long days) implements RecorderAnswer {
    @Override
    public String written() {
      return "days " + days;
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
      if (word.matches("about -?\\d{1,12}")) {
        return new About(Long.parseLong(word.substring(6)));
      }
      if (word.matches("days -?\\d{1,6}")) {
        return new Dated(Long.parseLong(word.substring(5)));
      }
      if (word.matches("line -?\\d{1,15} -?\\d{1,15}")) {
        String[] numbers = word.split(" ", -1);
        return new Line(Long.parseLong(numbers[1]), Long.parseLong(numbers[2]));
      }
      if (word.equals("as heard")) {
        return new AsHeard();
      }
      for (TimecodeBasis basis : TimecodeBasis.values()) {
        if (basis.id().equals(word)) {
          return new Compared(basis);
        }
      }
    }
    throw new IllegalArgumentException(
        "of a recorder it is said how late it is, as \"late 24024\" samples, how many days off it is"
            + " dated, as \"days 1\", or how its timecode compares, \"labels\" or \"clock\"");
  }
}
