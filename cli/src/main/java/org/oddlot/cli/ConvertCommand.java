package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import org.oddlot.caption.Timebase;
import org.oddlot.format.Conversion;
import org.oddlot.format.guideline.GuidelineFiles;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKinds;
import org.oddlot.input.ReadingOptions;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonString;
import org.oddlot.lot.SafeFile;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.setting.Setting;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot convert IN OUT} */
@Command(
    name = "convert",
    description =
        "Reads timelines, captions or a transcript and writes them in the format of another name.",
    mixinStandardHelpOptions = true,
    versionProvider = OddLot.Version.class)
final class ConvertCommand implements Callable<Integer> {
  @Parameters(index = "0", paramLabel = "IN", description = "The file to read.")
  private @SuppressWarnings("NullAway.Init") Path in;

  @Parameters(index = "1", paramLabel = "OUT", description = "The file to write; not there yet.")
  private @SuppressWarnings("NullAway.Init") Path out;

  @Option(
      names = "--rate",
      paramLabel = "RATE",
      description = "The programme's frames: 25, 23.976, 29.97df …; those of the file unless said.")
  private @Nullable String rate;

  @Option(
      names = "--guideline",
      paramLabel = "NAME",
      defaultValue = "broadcast",
      description = "The limits of captions that are made of a transcript: ${DEFAULT-VALUE}.")
  private String guideline = "broadcast";

  @Option(
      names = "--read",
      paramLabel = "OPTION=VALUE",
      description = "How IN is read: language=nn, count=29.97 drop …")
  private List<String> reading = List.of();

  @Mixin private OutputOptions output = new OutputOptions();

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    var target = new InputFile(out);
    if (!Conversion.canWrite(target)) {
      throw wrong(
          Phrase.of(
              "Cannot write \"%s\". Use one of %s.",
              target.extension(), String.join(", ", Conversion.endings())));
    }
    if (Files.exists(out)) {
      throw wrong(out + " is there already.");
    }
    var input = new InputFile(in);
    var problems = new Problems(input.name());
    Optional<Conversion> conversion = Conversion.of(input, target, wanted(input), problems);
    if (conversion.isPresent()) {
      SafeFile.write(out, path -> conversion.get().writer().write(path));
    }
    report(
        conversion.isPresent(),
        conversion.map(Conversion::lost).orElse(List.of()),
        problems.list());
    return conversion.isPresent() ? ExitCode.DONE : ExitCode.WRONG_INPUT;
  }

  private ParameterException wrong(String message) {
    return new ParameterException(spec.commandLine(), message);
  }

  private Conversion.Wanted wanted(InputFile input) {
    return new Conversion.Wanted(
        Optional.ofNullable(rate).map(this::grid),
        GuidelineFiles.byName(guideline, List.of())
            .orElseThrow(() -> wrong("There is no guideline \"" + guideline + "\".")),
        options(input));
  }

  private Timebase grid(String text) {
    boolean drop = text.endsWith("df");
    try {
      FrameRate frames = FrameRate.parse(drop ? text.substring(0, text.length() - 2) : text);
      if (drop && !frames.canDropFrames()) {
        throw wrong("Timecode at " + frames + " drops no frames.");
      }
      return new Timebase.Frames(frames, drop);
    } catch (IllegalArgumentException e) {
      throw wrong("\"" + text + "\" is no frame rate, such as 25 or 29.97df.");
    }
  }

  private ReadingOptions options(InputFile input) {
    ReadingOptions options = ReadingOptions.DETECTED;
    List<Setting<?>> known = InputKinds.of(input).map(kind -> kind.options()).orElse(List.of());
    for (String each : reading) {
      int equals = each.indexOf('=');
      String key = equals < 0 ? each : each.substring(0, equals);
      Setting<?> setting =
          known.stream()
              .filter(its -> its.key().equals(key))
              .findFirst()
              .orElseThrow(() ->
                  wrong(
                      Phrase.of(
                          "%s has no \"%s\"; it has: %s.",
                          in,
                          key,
                          String.join(", ", known.stream().map(its -> its.key()).toList()))));
      String value = equals < 0 ? "" : each.substring(equals + 1);
      setting
          .problem(value)
          .ifPresent(what -> {
            throw wrong("--read " + each + ": " + what + ".");
          });
      options = options.with(setting, Optional.of(value));
    }
    return options;
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
        printer.println(out + (lost.isEmpty() ? ": everything is carried." : ": written."));
      }
      lost.forEach(line -> printer.println("Not carried: " + line));
    }
    printer.flush();
  }
}
