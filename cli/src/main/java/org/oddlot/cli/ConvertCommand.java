package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.oddlot.cli.OddLot.JsonOption;
import org.oddlot.format.Formats;
import org.oddlot.format.TimelineFormat;
import org.oddlot.input.InputFile;
import org.oddlot.input.ReadingOptions;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonString;
import org.oddlot.lot.SafeFile;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot convert IN OUT} */
@Command(
    name = "convert",
    description = "Reads a timeline file and writes it in the format of another name.",
    mixinStandardHelpOptions = true)
final class ConvertCommand implements Callable<Integer> {
  @Parameters(index = "0", paramLabel = "IN", description = "The file to read.")
  private @SuppressWarnings("NullAway.Init") Path in;

  @Parameters(index = "1", paramLabel = "OUT", description = "The file to write; not there yet.")
  private @SuppressWarnings("NullAway.Init") Path out;

  @Mixin private JsonOption output = new JsonOption();

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    TimelineFormat reading =
        Formats.of(new InputFile(in))
            .orElseThrow(() -> noTimelines(in, TimelineFormat::extensions));
    TimelineFormat writing =
        Formats.toWrite(new InputFile(out))
            .orElseThrow(() -> noTimelines(out, format -> List.of(format.extensions().getFirst())));
    if (Files.exists(out)) {
      throw new ParameterException(spec.commandLine(), out + " is there already.");
    }
    var problems = new Problems(new InputFile(in).name());
    Optional<TimelineFormat.Read> read =
        reading.read(new InputFile(in), ReadingOptions.DETECTED, problems);
    if (read.isPresent()) {
      SafeFile.write(out, path -> writing.write(read.get().root(), in, path));
    }
    report(read.isPresent(), leftBehind(reading, writing), problems.list());
    return read.isPresent() ? ExitCode.DONE : ExitCode.WRONG_INPUT;
  }

  private ParameterException noTimelines(
      Path file, Function<TimelineFormat, List<String>> endings) {
    return new ParameterException(
        spec.commandLine(),
        Phrase.of(
            "%s is of no kind of timeline file; they end in %s.",
            file,
            Formats.timelines().stream()
                .flatMap(format -> endings.apply(format).stream())
                .collect(Collectors.joining(", "))));
  }

  /** What the target has no place for: nothing of the timeline, but media that lie beside it. */
  private List<String> leftBehind(TimelineFormat reading, TimelineFormat writing)
      throws IOException {
    if (reading.equals(writing)) {
      return List.of();
    }
    return reading.filesBeside(in).stream().map(name -> name + " stays in " + in).toList();
  }

  private void report(boolean written, List<String> lost, List<Problem> problems) {
    PrintWriter printer = spec.commandLine().getOut();
    if (output.json) {
      var document = new JsonDocuments();
      document.put(
          "written",
          JsonArray.of(written ? List.of(JsonString.of(out.toString())) : List.<JsonString>of()));
      document.put("lost", JsonArray.of(lost.stream().map(JsonString::of).toList()));
      document.put("problems", JsonDocuments.problems(problems));
      printer.println(document.print());
    } else {
      problems.forEach(p -> printer.println(p.severity().word() + ": " + p));
      if (written) {
        printer.println(out + ": all that is in the timelines is carried.");
      }
      lost.forEach(line -> printer.println("Not carried: " + line));
    }
    printer.flush();
  }
}
