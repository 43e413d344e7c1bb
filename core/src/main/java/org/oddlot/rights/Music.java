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
 * @param performers who plays or sings, as written
 * @param kind vocal or instrumental, as written
 * @param isrc the code of the recording
 * @param iswc the code of the work
 * @param catalogue its number in a catalogue
 * @param further what else the paper says of it
 */
public record Music(
    String from,
    SourcePattern material,
    String title,
    List<String> composers,
    String publisher,
    String society,
    String use,
    String performers,
    String kind,
    String isrc,
    String iswc,
    String catalogue,
    List<Further> further) {
  public Music {
    composers = List.copyOf(composers);
    further = List.copyOf(further);
  }

  /** A piece of which nothing is known but its title and who made it. */
  public static Music of(
      String from,
      SourcePattern material,
      String title,
      List<String> composers,
      String publisher,
      String society,
      String use) {
    return new Music(
        from, material, title, composers, publisher, society, use, "", "", "", "", "", List.of());
  }
}
