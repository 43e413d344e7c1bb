package org.oddlot.pass.putright;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.oddlot.pass.Codec;

/** As what a finding of this pass is accepted. */
public sealed interface PutRightAnswer {

  /**
   * How answers are written: {@code 180}, {@code clock}, {@code entries 2026-03-14}, {@code so}.
   */
  Codec<PutRightAnswer> CODEC =
      Codec.of(answer -> List.of(answer.written()), PutRightAnswer::decode);

  /** As documents have it. */
  String written();

  /** The entries of a log become later by some frames; negative for earlier. */
  record Shift(long frames) implements PutRightAnswer {
    @Override
    public String written() {
      return Long.toString(frames);
    }
  }

  /** What the labels of a log mean whose rate is wrong. */
  enum Meaning implements PutRightAnswer {
    /** The device counted at the wrong rate: the time of day is right, the frames are recounted. */
    CLOCK("clock"),
    /** Only the tag is wrong: the labels are kept. */
    LABEL("label");

    private final String word;

    Meaning(String word) {
      this.word = word;
    }

    @Override
    public String written() {
      return word;
    }
  }

  /**
   * The day of the entries or of the clips.
   *
   * @param ofEntries whether the entries are dated otherwise, rather than the clips
   * @param day a date, or a number of days later or earlier: {@code +1}
   */
  record OfDay(boolean ofEntries, String day) implements PutRightAnswer {
    /** The entries dated so. */
    static OfDay entries(LocalDate date) {
      return new OfDay(true, date.toString());
    }

    /** The clips dated so. */
    static OfDay clips(LocalDate date) {
      return new OfDay(false, date.toString());
    }

    /** The day that is meant, for something that is dated {@code now}. */
    Optional<LocalDate> of(Optional<LocalDate> now) {
      return day.startsWith("+") || day.startsWith("-")
          ? now.map(date -> date.plusDays(Long.parseLong(day)))
          : Optional.of(LocalDate.parse(day));
    }

    @Override
    public String written() {
      return (ofEntries ? "entries " : "clips ") + day;
    }
  }

  /** One of the ways that the finding names. */
  record Way(String name) implements PutRightAnswer {
    @Override
    public String written() {
      return name;
    }
  }

  private static PutRightAnswer decode(List<String> words) {
    if (words.size() != 1) {
      throw new IllegalArgumentException("one thing can be chosen, not " + words.size());
    }
    String word = words.getFirst();
    if (word.matches("-?\\d{1,12}")) {
      return new Shift(Long.parseLong(word));
    }
    for (Meaning meaning : Meaning.values()) {
      if (meaning.word.equals(word)) {
        return meaning;
      }
    }
    for (String side : List.of("entries ", "clips ")) {
      if (word.startsWith(side)) {
        return day(side.equals("entries "), word.substring(side.length()));
      }
    }
    return new Way(word);
  }

  private static OfDay day(boolean ofEntries, String day) {
    try {
      if (!day.matches("[+-]\\d{1,5}")) {
        LocalDate.parse(day);
      }
      return new OfDay(ofEntries, day);
    } catch (DateTimeException e) {
      throw new IllegalArgumentException("\"" + day + "\" is no day such as 2026-03-14", e);
    }
  }
}
