package org.oddlot.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import org.oddlot.format.report.BookFormat;
import org.oddlot.format.report.BookFormats;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.LotRunner;
import org.oddlot.lot.SafeFile;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.morning.FolderMorning;
import org.oddlot.morning.MorningSheet;
import org.oddlot.pass.Engine;
import org.oddlot.sheet.Book;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot morning LOT|OUT} */
@Command(
    name = "morning",
    description = {
      "A page or two for the editor: what came in, hours by camera, what matched, circled takes, what"
          + " is missing, what to look at, what was renamed."
    },
    footer = {
      "",
      "Examples:",
      "  oddlot morning day2.oddlot --out morning.pdf",
      "  oddlot morning import --day 2026-03-22 --out morning.html"
    },
    mixinStandardHelpOptions = true,
    versionProvider = OddLot.Version.class)
final class MorningCommand implements Callable<Integer> {
  @Parameters(
      paramLabel = "LOT|OUT",
      description = "A saved lot, or the folder that a watch writes to.")
  private @SuppressWarnings("NullAway.Init") Path of;

  @Option(
      names = "--out",
      required = true,
      paramLabel = "FILE",
      description = "The file to write: .html or .pdf.")
  private @SuppressWarnings("NullAway.Init") Path target;

  @Option(
      names = "--day",
      paramLabel = "DAY",
      description = "Of a watched folder only the jobs of this day, as 2026-03-22; else the last.")
  private @Nullable String day;

  @Mixin private OutputOptions output = new OutputOptions();

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    String name = String.valueOf(target.getFileName());
    BookFormat format =
        BookFormats.BRIEF.stream()
            .filter(each -> name.endsWith(each.extension()))
            .findFirst()
            .orElseThrow(() -> wrong("A morning sheet is .html or .pdf; " + name + " is neither."));
    if (SafeFile.isTaken(target)) {
      throw wrong(target + " is there already.");
    }
    var runner = new LotRunner(MeasurementStore.ofUser(), Engine.Acceptance.SETTLED);
    Book book =
        Files.isDirectory(of)
            ? FolderMorning.of(of, day(), runner, output.progress(spec))
            : ofLot(runner);
    SafeFile.create(target, path -> format.write(book, path));
    output.sayWritten(spec, List.of(target));
    return ExitCode.DONE;
  }

  private ParameterException wrong(String message) {
    return new ParameterException(spec.commandLine(), message);
  }

  private Book ofLot(LotRunner runner) throws IOException {
    var job = MorningSheet.Job.of(runner.run(LotFile.open(of), output.progress(spec)));
    return MorningSheet.of("Morning sheet: " + job.name(), List.of(job), List.of());
  }

  private Optional<LocalDate> day() {
    try {
      return Optional.ofNullable(day).map(LocalDate::parse);
    } catch (DateTimeParseException e) {
      throw wrong("\"" + day + "\" is no day; write it as 2026-03-22.");
    }
  }
}
