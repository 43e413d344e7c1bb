package org.oddlot.cli;

import org.oddlot.pass.RunSheet;
import org.oddlot.pass.reports.ReportsPass;
import picocli.CommandLine.Option;

/** What reports are written on. */
final class StationeryOptions {
  @Option(names = "--paper", paramLabel = "a4|letter", description = "What pdf is printed on.")
  private String paper = "a4";

  @Option(names = "--head", paramLabel = "TEXT", description = "Stands above every page.")
  private String head = "";

  @Option(names = "--foot", paramLabel = "TEXT", description = "Stands below every page.")
  private String foot = "";

  @Option(
      names = "--language",
      paramLabel = "en|de|fr|es",
      description = "The language of heads and labels.")
  private String language = "en";

  @Option(
      names = "--times",
      paramLabel = "clock|timecode",
      description = "How lengths of time are written where people read them.")
  private String times = "clock";

  /**
   * What was asked for, as the settings of the pass have it.
   *
   * @throws IllegalArgumentException if a value means nothing
   */
  RunSheet on(RunSheet sheet) {
    return sheet
        .with(ReportsPass.ID, ReportsPass.PAPER.key(), paper)
        .with(ReportsPass.ID, ReportsPass.HEAD.key(), head)
        .with(ReportsPass.ID, ReportsPass.FOOT.key(), foot)
        .with(ReportsPass.ID, ReportsPass.LANGUAGE.key(), language)
        .with(ReportsPass.ID, ReportsPass.TIMES.key(), times);
  }
}
