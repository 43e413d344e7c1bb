package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import org.oddlot.caption.Timebase;
import org.oddlot.format.Conversion;
import org.oddlot.format.Formats;
import org.oddlot.format.TimelineFormat;
import org.oddlot.format.guideline.GuidelineFiles;
import org.oddlot.handoff.CarryReport;
import org.oddlot.handoff.Target;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKinds;
import org.oddlot.input.ReadingOptions;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonString;
import org.oddlot.lot.SafeFile;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.setting.Setting;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.timeline.TimelineObject;
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

  @Option(
      names = "--write",
      paramLabel = "OPTION=VALUE",
      description = "How OUT is written: reels=32 for an edit decision list …")
  private List<String> writing = List.of();

  @Option(
      names = "--losing-letters",
      description = "Write captions though OUT has not the letters for them.")
  private boolean losesLetters;

  @Option(
      names = "--dry-run",
      description = "Say what is carried, changed and lost, and write nothing.")
  private boolean dryRun;

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
    if (!dryRun && SafeFile.isTaken(out)) {
      throw wrong(out + " is there already.");
    }
    var input = new InputFile(in);
    var problems = new Problems(input.name());
    Optional<Conversion> conversion = Conversion.of(input, target, wanted(input), problems);
    Optional<CarryReport> announced = announced(target, conversion);
    List<TimelineFormat.Part> parts =
        dryRun ? List.of() : conversion.map(Conversion::parts).orElse(List.of());
    for (TimelineFormat.Part part : parts) {
      Path file = part.beside(out);
      if (SafeFile.isTaken(file)) {
        throw wrong(file + " is there already.");
      }
    }
    List<Path> written = SafeFile.create(out, parts);
    List<String> wrong = notAsAnnounced(target, conversion, announced, written);
    report(
        written,
        conversion.map(Conversion::lost).orElse(List.of()),
        announced,
        wrong,
        problems.list());
    return conversion.isEmpty()
        ? ExitCode.WRONG_INPUT
        : wrong.isEmpty() ? ExitCode.DONE : ExitCode.FAULT;
  }

  /** What is known before it is written; of formats that carry everything nothing has to be. */
  private Optional<CarryReport> announced(InputFile target, Optional<Conversion> conversion)
      throws IOException {
    Optional<Target> other = lossy(target);
    Optional<TimelineObject> timelines = conversion.flatMap(Conversion::timelines);
    return other.isPresent() && timelines.isPresent()
        ? Optional.of(CarryReport.of(timelines.get(), other.get()))
        : Optional.empty();
  }

  private Optional<Target> lossy(InputFile target) {
    return Target.of(target.extension(), settings(), Optional.ofNullable(rate).map(this::grid))
        .filter(its -> !its.carriesAll());
  }

  /** What of that was not so, once it was written. */
  private List<String> notAsAnnounced(
      InputFile target,
      Optional<Conversion> conversion,
      Optional<CarryReport> announced,
      List<Path> written)
      throws IOException {
    if (announced.isEmpty() || written.isEmpty()) {
      return List.of();
    }
    return announced
        .get()
        .disagreement(
            CarryReport.proof(
                conversion.flatMap(Conversion::timelines).orElseThrow(),
                lossy(target).orElseThrow(),
                written));
  }

  private ParameterException wrong(String message) {
    return new ParameterException(spec.commandLine(), message);
  }

  private Conversion.Wanted wanted(InputFile input) {
    return new Conversion.Wanted(
        Optional.ofNullable(rate).map(this::grid),
        GuidelineFiles.byName(guideline, List.of())
            .orElseThrow(() -> wrong("There is no guideline \"" + guideline + "\".")),
        options(input),
        settings(),
        losesLetters);
  }

  private Settings settings() {
    List<Setting<?>> known =
        Formats.toWrite(out.toString()).map(TimelineFormat::writing).orElse(List.of());
    Settings settings = Settings.INITIAL;
    for (String each : writing) {
      settings = settings.with(chosen("--write", each, known, out), value(each));
    }
    return settings;
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
    // What a file does not say of its frames is said by --rate as well.
    Optional<Setting<?>> frames =
        known.stream().filter(its -> its.key().equals("rate")).findFirst();
    if (rate != null && frames.isPresent()) {
      options = options.with(frames.get(), Optional.of(rate.replaceFirst("df$", "")));
    }
    for (String each : reading) {
      options = options.with(chosen("--read", each, known, in), Optional.of(value(each)));
    }
    return options;
  }

  private static String value(String said) {
    int equals = said.indexOf('=');
    return equals < 0 ? "" : said.substring(equals + 1);
  }

  /** The setting that is meant, its value looked at. */
  private Setting<?> chosen(String option, String said, List<Setting<?>> known, Path file) {
    String key = said.contains("=") ? said.substring(0, said.indexOf('=')) : said;
    Setting<?> setting =
        known.stream()
            .filter(its -> its.key().equals(key))
            .findFirst()
            .orElseThrow(() ->
                wrong(
                    Phrase.of(
                        "%s has no \"%s\"; it has: %s.",
                        file,
                        key,
                        String.join(", ", known.stream().map(its -> its.key()).toList()))));
    setting
        .problem(value(said))
        .ifPresent(what -> {
          throw wrong(option + " " + said + ": " + what + ".");
        });
    return setting;
  }

  private void report(
      List<Path> written,
      List<String> lost,
      Optional<CarryReport> carried,
      List<String> wrong,
      List<Problem> problems) {
    PrintWriter printer = spec.commandLine().getOut();
    List<CarryReport.Row> changed =
        carried.map(CarryReport::rows).orElse(List.of()).stream()
            .filter(CarryReport.Row::isOtherwise)
            .toList();
    if (output.json) {
      var document = new JsonDocuments();
      document.put(
          "written",
          JsonArray.of(written.stream().map(file -> JsonString.of(file.toString())).toList()));
      document.put("lost", JsonArray.ofStrings(lost));
      document.put(
          "carried",
          JsonArray.of(
              carried.map(CarryReport::rows).orElse(List.of()).stream()
                  .map(JsonDocuments::carried)
                  .toList()));
      document.put("not_as_announced", JsonArray.ofStrings(wrong));
      document.put("problems", JsonDocuments.problems(problems));
      printer.println(document.print());
    } else {
      problems.forEach(p -> printer.println(p.severity().word() + ": " + p));
      boolean isWhole = lost.isEmpty() && changed.isEmpty();
      for (Path file : written) {
        printer.println(file + (isWhole ? ": everything is carried." : ": written."));
      }
      if (dryRun && isWhole) {
        printer.println("Everything is carried.");
      }
      lost.forEach(line -> printer.println("Not carried: " + line));
      changed.forEach(row ->
          printer.println(
              Phrase.of(
                  "Otherwise: %s, in %s; %s",
                  row.feature().words(), Phrase.count(row.count(), "place"), row.becomes())));
      carried.map(CarryReport::notes).orElse(List.of()).forEach(printer::println);
      if (carried.isPresent() && !written.isEmpty() && wrong.isEmpty()) {
        printer.println("Read again: what came out is what is said here.");
      }
      wrong.forEach(line -> printer.println("Read again, and not as said here: " + line));
    }
    printer.flush();
  }
}
