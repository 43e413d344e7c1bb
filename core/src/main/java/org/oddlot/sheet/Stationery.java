package org.oddlot.sheet;

/**
 * What reports are written on: the paper, what stands on every page, in which language labels are,
 * and how lengths of time are written.
 *
 * @param isLetter whether paper is Letter, else A4
 * @param head stands above every page; may be empty, like the next
 * @param foot stands below every page
 * @param language of the labels: one of {@link Labels#LANGUAGES}
 * @param isInFrames whether lengths of time are timecodes, else hours to thousandths
 */
public record Stationery(
    boolean isLetter, String head, String foot, String language, boolean isInFrames) {
  /** A4, nothing on every page, in English, lengths by the clock. */
  public static final Stationery PLAIN = new Stationery(false, "", "", "en", false);

  /** The labels in its language. */
  public Labels labels() {
    return Labels.of(language);
  }
}
