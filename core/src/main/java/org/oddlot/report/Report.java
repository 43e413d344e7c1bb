package org.oddlot.report;

import java.util.List;
import java.util.Optional;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;

/** A kind of report: what it says, row by row. A new one is a class and a line in this list. */
public interface Report {
  /** All that there are, in the order in which people look for them. */
  List<Report> ALL =
      List.of(
          new Shots(),
          new SourceUse(),
          new LicenceUse(),
          new MusicCues(),
          new RoleUse(),
          new Titles(),
          new CaptionList(),
          new Transitions(),
          new Effects(),
          new Markers(),
          new Keywords(),
          new MediaList(),
          new Findings("sync", "Sync", List.of("sync")),
          new Findings("matches", "Matches", List.of("match", "putright")),
          new Findings("naming", "Naming", List.of("layout", "roles", "names")),
          new ChangeList());

  /** What it is called in documents, one word. */
  String key();

  /** What it is called on the screen. */
  String title();

  /** What it says of each row. */
  List<Column> columns();

  /** The rows, in the order of the timelines. */
  List<Line> lines(Scope scope);

  /** How things are counted in it, a sentence each. */
  default List<String> notes() {
    return List.of();
  }

  /** The passes whose work it reports. */
  default List<String> passes() {
    return List.of();
  }

  /** The one of this key. */
  static Optional<Report> of(String key) {
    return ALL.stream().filter(report -> report.key().equals(key)).findFirst();
  }
}
