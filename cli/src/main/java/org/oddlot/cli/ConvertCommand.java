package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.oddlot.cli.OddLot.JsonOption;
import org.oddlot.format.Formats;
import org.oddlot.format.InputFile;
import org.oddlot.format.TimelineFormat;
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
    TimelineFormat reading = format(in);
    TimelineFormat writing = format(out);
    if (Files.exists(out)) {
      throw new ParameterException(spec.commandLine(), out + " is there already.");
    }
    var problems = new Problems(new InputFile(in).name());
    Optional<TimelineFormat.Read> read = reading.read(new InputFile(in), problems);
    if (read.isPresent()) {
      SafeFile.write(out, path -> writing.write(read.get().root(), in, path));
    }
    report(read.isPresent(), leftBehind(reading, writing), problems.list());
    return read.isPresent() ? ExitCode.DONE : ExitCode.WRONG_INPUT;
  }

  private TimelineFormat format(Path file) {
    return Formats.timelineFormat(new InputFile(file))
        .orElseThrow(() ->
            new ParameterException(
                spec.commandLine(),
                Phrase.of(
                    "%s is of no kind of timeline file; they end in %s.",
                    file,
                    String.join(
                        ", ",
                        Formats.timelines().stream()
                            .flatMap(format -> format.extensions().stream())
                            .toList()))));
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
