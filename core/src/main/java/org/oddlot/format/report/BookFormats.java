package org.oddlot.format.report;

import java.util.List;
import java.util.Optional;

/** The forms in which reports are written. */
public final class BookFormats {
  /** All that there are. */
  public static final List<BookFormat> ALL =
      List.of(new Xlsx(), new Csv(false), new Csv(true), new Html(false), new Pdf(false));

  /** Those for what is read and printed as it is, on a page or two. */
  public static final List<BookFormat> BRIEF = List.of(new Html(true), new Pdf(true));

  private BookFormats() {}

  /**
   * The one whose files end so.
   *
   * @param ending with the dot
   */
  public static Optional<BookFormat> ofEnding(String ending) {
    return of(ending.replaceFirst("^\\.", ""));
  }

  /** The one of this key. */
  public static Optional<BookFormat> of(String key) {
    return ALL.stream().filter(format -> format.key().equals(key)).findFirst();
  }
}
