package org.oddlot.rights;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.oddlot.paper.Table;

/**
 * A paper of music.
 *
 * @param name what it is known by in the lot
 * @param pieces in the order of the paper
 */
public record MusicPaper(String name, List<Music> pieces) {
  private static final List<String> MATERIAL =
      List.of("source", "file", "file name", "track", "clip", "recording", "pattern", "material");
  private static final List<String> TITLE =
      List.of("title", "music title", "piece", "work", "work title", "cue", "titel");
  private static final List<String> COMPOSER =
      List.of("composer", "composers", "writer", "writers", "composer(s)", "author", "komponist");
  private static final List<String> PUBLISHER =
      List.of("publisher", "publishers", "publisher(s)", "verlag", "label");
  private static final List<String> SOCIETY =
      List.of("society", "societies", "pro", "collecting society", "gesellschaft");
  private static final List<String> USE = List.of("use", "usage", "used as", "verwendung");

  public MusicPaper {
    pieces = List.copyOf(pieces);
  }

  /**
   * The music that a table lists; empty where it is something else: it says by whom a title is that
   * is played from some file.
   */
  public static Optional<MusicPaper> of(String name, Table table) {
    int material = SourcePattern.column(table, MATERIAL);
    int title = SourcePattern.column(table, TITLE);
    int composer = SourcePattern.column(table, COMPOSER);
    if (title < 0 || composer < 0) {
      return Optional.empty();
    }
    var pieces = new ArrayList<Music>();
    for (Table.Row row : table.rows()) {
      String its = row.cell(title);
      if (!its.isEmpty()) {
        pieces.add(
            new Music(
                name + " row " + row.number(),
                new SourcePattern(
                    material < 0 || row.cell(material).isEmpty() ? its : row.cell(material)),
                its,
                Stream.of(row.cell(composer).split("\\s*[;/]\\s*|\\s+(?:and|und|&)\\s+", -1))
                    .filter(each -> !each.isBlank())
                    .toList(),
                cell(row, SourcePattern.column(table, PUBLISHER)),
                cell(row, SourcePattern.column(table, SOCIETY)),
                cell(row, SourcePattern.column(table, USE))));
      }
    }
    return Optional.of(new MusicPaper(name, pieces));
  }

  private static String cell(Table.Row row, int column) {
    return column < 0 ? "" : row.cell(column);
  }
}
