package org.oddlot.sheet;

/**
 * A column.
 *
 * @param key what it is called in documents, one word
 * @param title its head
 * @param kind what its cells hold
 * @param width how many letters of the usual size it is wide
 * @param isSummed whether the sum of its cells means something
 */
public record Column(String key, String title, Kind kind, int width, boolean isSummed) {

  /** What cells hold; any of them can be empty. */
  public enum Kind {
    TEXT,
    /** A timecode, feet and frames: letters of one width. */
    LABEL,
    COUNT,
    TIME,
    NUMBER,
    DAY;

    /** Whether its cells are numbers, which stand to the right. */
    public boolean isNumber() {
      return this == COUNT || this == TIME || this == NUMBER;
    }
  }

  /** A column of words. */
  public static Column text(String key, String title, int width) {
    return new Column(key, title, Kind.TEXT, width, false);
  }

  /** A column of timecodes. */
  public static Column label(String key, String title) {
    return new Column(key, title, Kind.LABEL, 13, false);
  }

  /** A column of whole numbers that are summed up. */
  public static Column sum(String key, String title) {
    return new Column(key, title, Kind.COUNT, 9, true);
  }

  /** A column of whole numbers of which a sum says nothing. */
  public static Column count(String key, String title) {
    return new Column(key, title, Kind.COUNT, 7, false);
  }

  /** A column of lengths of time. */
  public static Column time(String key, String title) {
    return new Column(key, title, Kind.TIME, 13, true);
  }

  /** A column of numbers with two decimals. */
  public static Column number(String key, String title, boolean isSummed) {
    return new Column(key, title, Kind.NUMBER, 10, isSummed);
  }
}
