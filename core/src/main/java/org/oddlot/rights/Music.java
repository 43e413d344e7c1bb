package org.oddlot.rights;

import java.util.List;

/**
 * A piece of music and who made it.
 *
 * @param from where that is written: a paper's row, a file
 * @param material what it is played from
 * @param title what it is called
 * @param composers who composed it, each as written, with a share if there is one
 * @param publisher who publishes it; may be empty, like all texts below
 * @param society which society looks after it
 * @param use what it is used as: background, featured, theme
 */
public record Music(
    String from,
    SourcePattern material,
    String title,
    List<String> composers,
    String publisher,
    String society,
    String use) {
  public Music {
    composers = List.copyOf(composers);
  }
}
