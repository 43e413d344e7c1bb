package org.oddlot.report;

import java.util.List;
import java.util.Optional;

/** The reports that there are. */
public final class Reports {
  /** All that there are, in the order in which people look for them. */
  public static final List<Report> ALL =
      List.of(
          new Shots(),
          new SourceUse(),
          new LicenceUse(),
          new MusicCues(),
          new MusicShares(),
          new Credits(),
          new RoleUse(),
          new Titles(),
          new CaptionList(),
          new CaptionFaults(),
          new Transitions(),
          new Effects(),
          new Markers(),
          new Keywords(),
          new WordsSaid(),
          new MediaList(),
          new Findings("sync", "Sync", List.of("sync", "angles")),
          new Findings("matches", "Matches", List.of("match", "putright")),
          new Findings("naming", "Naming", List.of("layout", "roles", "names")),
          Versions.changes(),
          Versions.reels(),
          new ChangeList());

  private Reports() {}

  /** The one of this key. */
  public static Optional<Report> of(String key) {
    return ALL.stream().filter(report -> report.key().equals(key)).findFirst();
  }
}
