package org.oddlot.paper;

import java.util.List;

/** Tells a row of headers from a row of values. */
public final class HeaderCells {
  private HeaderCells() {}

  /** How many of these cells are known headers. */
  public static int known(List<String> cells) {
    return (int)
        cells.stream()
            .filter(cell -> HeaderWords.of(cell).filter(HeaderWords.Meaning::whole).isPresent())
            .count();
  }
}
