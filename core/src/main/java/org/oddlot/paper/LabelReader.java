package org.oddlot.paper;

import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads the timecodes of a column. Digits without separators mean what all of them together show:
 * {@code 9301512} has lost the zero of its hour, which a spreadsheet takes for a number's.
 */
final class LabelReader {
  private static final Pattern DIGITS = Pattern.compile("\\d{3,8}");

  /** A day before a time, as one cell has both. */
  private static final Pattern WITH_DAY =
      Pattern.compile("(\\S*[-./]\\S*|\\d{1,2}\\.? \\p{L}+\\.? \\d{4})(?:[T ,]+|\\s-\\s)(\\d.*)");

  /** The digits of a moment to the frame, and of one to the second. */
  private static final int TO_THE_FRAME = 8;

  private static final int TO_THE_SECOND = 6;

  private final int width;
  private final boolean drops;

  private LabelReader(int width, boolean drops) {
    this.width = width;
    this.drops = drops;
  }

  /**
   * A reader for cells.
   *
   * @param drops whether the paper says that its labels drop frames, whatever they are written with
   */
  static LabelReader of(List<String> cells, boolean drops) {
    int longest =
        cells.stream()
            .map(String::strip)
            .filter(cell -> DIGITS.matcher(cell).matches())
            .mapToInt(String::length)
            .max()
            .orElse(TO_THE_FRAME);
    return new LabelReader(longest > TO_THE_SECOND ? TO_THE_FRAME : TO_THE_SECOND, drops);
  }

  /** Whether a cell is a timecode by itself, without those beside it. */
  static boolean looksLikeOne(String cell) {
    Matcher both = WITH_DAY.matcher(cell.strip());
    return Label.looksLikeOne(cell)
        || (both.matches() && Label.parse(both.group(2)).isPresent())
        || (Label.parse(cell).isPresent() && cell.indexOf(':') > 0);
  }

  /**
   * A moment.
   *
   * @param day where the cell has one
   * @param label the time
   */
  record Moment(Optional<String> day, Label label) {}

  /** What a cell says; empty where it is no timecode. */
  Optional<Moment> read(String cell) {
    String text = cell.strip();
    if (DIGITS.matcher(text).matches() && text.length() <= width) {
      String all = "0".repeat(width - text.length()) + text;
      String label = width == TO_THE_FRAME ? all : all.replaceAll("(\\d\\d)(?=\\d)", "$1:");
      return Label.parse(label).map(read -> new Moment(Optional.empty(), counted(read)));
    }
    Optional<Label> label = Label.parse(text);
    if (label.isPresent()) {
      return label.map(read -> new Moment(Optional.empty(), counted(read)));
    }
    Matcher both = WITH_DAY.matcher(text);
    if (!both.matches()) {
      return Optional.empty();
    }
    return Label.parse(both.group(2))
        .map(read -> new Moment(Optional.of(both.group(1)), counted(read)));
  }

  private Label counted(Label label) {
    return drops && label.isToTheFrame() ? label.dropping(true) : label;
  }
}
