package org.oddlot.caption;

import java.util.ArrayList;
import java.util.List;
import org.oddlot.text.SameEnds;

/**
 * The words of a caption, with marks between the letters. Whoever looks for words looks at {@link
 * #plain}, and never finds a tag there.
 *
 * @param plain the letters, lines separated by {@code \n}
 * @param marks in the order in which they stand
 */
public record CaptionText(String plain, List<Mark> marks) {
  public CaptionText {
    marks = List.copyOf(marks);
  }

  /** Words and nothing else. */
  public static CaptionText of(String plain) {
    return new CaptionText(plain, List.of());
  }

  /** The lines. */
  public List<String> lines() {
    return plain.isEmpty() ? List.of() : List.of(plain.split("\n", -1));
  }

  /** All in one line. */
  public String inOneLine() {
    return plain.indexOf('\n') < 0 ? plain : plain.replaceAll("\\s*\\n\\s*", " ").strip();
  }

  /** Whether it says nothing. */
  public boolean isBlank() {
    return plain.isBlank();
  }

  /**
   * This with the letters from {@code from} to {@code to} replaced. Marks before and behind stay
   * with the letters that they stood at; marks between them move to the end of what is put in.
   */
  public CaptionText replace(int from, int to, String by) {
    String changed = plain.substring(0, from) + by + plain.substring(to);
    int longer = by.length() - (to - from);
    return new CaptionText(
        changed,
        marks.stream()
            .map(mark ->
                mark.at() <= from
                    ? mark
                    : mark.at(mark.at() < to ? from + by.length() : mark.at() + longer))
            .toList());
  }

  /**
   * This with other letters: what both begin and end with is left alone, so that marks stay where
   * they are wherever that can be told.
   */
  public CaptionText withPlain(String changed) {
    if (changed.equals(plain)) {
      return this;
    }
    var same = SameEnds.of(plain, changed);
    return replace(
        same.head(),
        plain.length() - same.tail(),
        changed.substring(same.head(), changed.length() - same.tail()));
  }

  /** The letters from {@code from} to {@code to}, with the marks there and styles that go on. */
  public CaptionText part(int from, int to) {
    var kept = new ArrayList<Mark>();
    for (Markup.Look look : Markup.Look.values()) {
      if (isOn(look, from - 1)) {
        kept.add(Mark.of(0, new Markup.Style(look, true)));
      }
    }
    boolean isEnd = to == plain.length();
    for (Mark mark : marks) {
      boolean ends = mark.what() instanceof Markup.Style style && !style.begins();
      boolean within =
          (mark.at() >= from && mark.at() < to && !(ends && mark.at() == from && from > 0))
              || (mark.at() == to && (isEnd || ends));
      if (within) {
        kept.add(mark.at(mark.at() - from));
      }
    }
    var part = new CaptionText(plain.substring(from, to), kept);
    for (Markup.Look look : Markup.Look.values()) {
      if (part.isOn(look, to - from)) {
        kept.add(Mark.of(to - from, new Markup.Style(look, false)));
      }
    }
    return new CaptionText(part.plain, kept);
  }

  /** Whether the letter at a place looks so: a mark up to it has begun it and none has ended it. */
  public boolean isOn(Markup.Look look, int place) {
    boolean on = false;
    for (Mark mark : marks) {
      if (mark.at() <= place
          && mark.what() instanceof Markup.Style(Markup.Look its, boolean begins)
          && its == look) {
        on = begins;
      }
    }
    return on;
  }

  /** This and behind it {@code other}, with {@code between} in the middle. */
  public CaptionText plus(String between, CaptionText other) {
    var all = new ArrayList<>(marks);
    int behind = plain.length() + between.length();
    other.marks.forEach(mark -> all.add(mark.at(mark.at() + behind)));
    return new CaptionText(plain + between + other.plain, all);
  }

  @Override
  public String toString() {
    return plain;
  }
}
