package org.oddlot.cli;

import java.util.List;
import org.oddlot.lot.Lot;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;

/** How papers are read, as far as that is said. */
final class HowRead {
  @Option(
      names = "--read",
      paramLabel = "FILE:OPTION=VALUE",
      description =
          "How a paper is read: \"log.xlsx:sheet=Day 2\", what it is of: \"rights.csv:paper=licences\","
              + " or what a column holds: \"log.csv:column Felvétel=take\".")
  private List<String> readings = List.of();

  /**
   * A lot whose papers are read so.
   *
   * @throws ParameterException if there is no such file, option or column
   */
  Lot on(Lot lot, CommandSpec spec) {
    Lot now = lot;
    for (String each : readings) {
      try {
        now = ReadingWords.parse(each).on(now);
      } catch (IllegalArgumentException e) {
        throw new ParameterException(spec.commandLine(), String.valueOf(e.getMessage()), e);
      }
    }
    return now;
  }
}
