package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import org.oddlot.compare.Change;
import org.oddlot.compare.ChangeBook;
import org.oddlot.compare.ChangeTimeline;
import org.oddlot.compare.Comparison;
import org.oddlot.compare.Hands;
import org.oddlot.compare.Shot;
import org.oddlot.compare.TimelinePairs;
import org.oddlot.compare.Version;
import org.oddlot.format.Formats;
import org.oddlot.format.TimelineFormat;
import org.oddlot.format.edl.EdlFormat;
import org.oddlot.format.report.BookFormat;
import org.oddlot.format.report.BookFormats;
import org.oddlot.input.InputFile;
import org.oddlot.input.ReadingOptions;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotReader;
import org.oddlot.lot.SafeFile;
import org.oddlot.material.ReadInput;
import org.oddlot.material.TimelineFile;
import org.oddlot.problem.Problem;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot compare BEFORE AFTER} */
@Command(
    name = "compare",
    description = {
      "What changed between two versions of a timeline, shot by shot: new, gone, trimmed, moved.",
      "A shot that only follows what was put in or taken out before it is the same."
    },
    footer = {
      "",
      "Examples:",
      "  oddlot compare cut4.otio cut5.otio",
      "  oddlot compare cut4.otio cut5.otio --out changes.xlsx",
      "  oddlot compare sent.otio back.edl --rate 25 --json"
    },
    mixinStandardHelpOptions = true,
    versionProvider = OddLot.Version.class)
final class CompareCommand implements Callable<Integer> {
  private static final String EDL = "edl";

  @Parameters(index = "0", paramLabel = "BEFORE", description = "The older version.")
  private @SuppressWarnings("NullAway.Init") Path before;

  @Parameters(index = "1", paramLabel = "AFTER", description = "The newer one, of any format.")
  private @SuppressWarnings("NullAway.Init") Path after;

  @Option(
      names = "--timeline",
      paramLabel = "NAME[=NAME]",
      description =
          "Which timeline, and what it is called in AFTER; without it all that have a version in"
              + " both.")
  private String which = "";

  @Option(
      names = "--rate",
      paramLabel = "RATE",
      description = "The frames of lists, which do not say them: 25, 23.976 …")
  private @Nullable String rate;

  @Option(
      names = "--as",
      paramLabel = "FORM",
      description =
          "xlsx, csv, csv-bom, html, pdf or edl; without it as the name of the file to write ends.")
  private @Nullable String form;

  @Option(
      names = "--out",
      paramLabel = "FILE",
      description = "The file to write; without it the changes are printed.")
  private @Nullable Path out;

  @Mixin private OutputOptions output = new OutputOptions();

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    String as = wantedForm();
    Path target = out;
    if (target != null && SafeFile.isTaken(target)) {
      throw wrong(target + " is there already.");
    }
    Lot lot = lot();
    LotReader.Timelines read = LotReader.timelines(lot, output.progress(spec));
    List<Problem> problems =
        read.inputs().stream().map(ReadInput::problems).flatMap(List::stream).toList();
    Optional<TimelineFile> old = read.of(name(lot, 0));
    Optional<TimelineFile> now = read.of(name(lot, 1));
    if (old.isEmpty() || now.isEmpty()) {
      List<String> others =
          List.of(name(lot, 0), name(lot, 1)).stream()
              .filter(name -> read.of(name).isEmpty())
              .map(name -> name + " is no timeline that can be read; only timelines are compared.")
              .toList();
      print(List.of(), others, problems);
      return ExitCode.WRONG_INPUT;
    }
    int equals = which.indexOf('=');
    TimelinePairs pairs =
        TimelinePairs.of(
            old.get(),
            now.get(),
            equals < 0 ? which : which.substring(0, equals),
            equals < 0 ? "" : which.substring(equals + 1));
    if (pairs.pairs().isEmpty()) {
      throw wrong(
          Phrase.of(
              "No timeline of %s has another version in %s. Say which with --timeline NAME=NAME. %s",
              before, after, String.join(" ", pairs.left())));
    }
    List<Comparison> compared =
        pairs.pairs().stream().map(each -> each.compared(Hands.NONE)).toList();
    if (target != null) {
      write(compared, as, target);
    }
    print(compared, pairs.left(), problems);
    boolean needs =
        !pairs.left().isEmpty()
            || compared.stream()
                .anyMatch(each ->
                    !each.doubtful().isEmpty()
                        || !each.before().notUnderstood().isEmpty()
                        || !each.after().notUnderstood().isEmpty());
    return needs ? ExitCode.NEEDS_A_PERSON : ExitCode.DONE;
  }

  private String wantedForm() {
    if (out == null) {
      if (form != null) {
        throw wrong("--as needs a file to write: --out FILE.");
      }
      return "";
    }
    String as = form == null ? new InputFile(out).extension().replaceFirst("^\\.", "") : form;
    if (!as.equals(EDL) && BookFormats.of(as).isEmpty()) {
      throw wrong(
          Phrase.of("Cannot write changes as \"%s\". Use xlsx, csv, html, pdf or edl.", as));
    }
    return as;
  }

  /** Both files as a lot; lists are read at the rate that is said. */
  private Lot lot() {
    Lot lot = Lot.of(List.of(before, after));
    if (rate == null) {
      return lot;
    }
    try {
      var _ = FrameRate.parse(rate);
    } catch (IllegalArgumentException e) {
      throw wrong("\"" + rate + "\" is no frame rate, such as 25 or 29.97.");
    }
    Optional<String> said = Optional.of(rate);
    return lot.withInputs(
        lot.inputs().stream()
            .map(input ->
                new InputFile(input.path()).extension().equals(".edl")
                    ? input.withReading(ReadingOptions.DETECTED.with(EdlFormat.RATE, said))
                    : input)
            .toList());
  }

  /** What a file is known by in the lot; the same file twice is one. */
  private static String name(Lot lot, int which) {
    List<Lot.Input> inputs = lot.inputs();
    return inputs.get(Math.min(which, inputs.size() - 1)).name();
  }

  private void write(List<Comparison> compared, String as, Path target) throws IOException {
    if (!as.equals(EDL)) {
      BookFormat format = BookFormats.of(as).orElseThrow();
      SafeFile.create(target, path -> format.write(ChangeBook.of(compared), path));
      return;
    }
    if (compared.size() > 1) {
      throw wrong("A list holds one timeline. Say which with --timeline NAME.");
    }
    TimelineFormat format = Formats.toWrite("changes.edl").orElseThrow();
    SafeFile.create(
        target,
        format.parts(ChangeTimeline.of(compared.getFirst()), Optional.empty(), Settings.INITIAL));
  }

  private ParameterException wrong(String message) {
    return new ParameterException(spec.commandLine(), message);
  }

  private void print(List<Comparison> compared, List<String> left, List<Problem> problems) {
    PrintWriter printer = spec.commandLine().getOut();
    if (output.json) {
      printer.println(document(compared, left, problems).print());
    } else {
      problems.forEach(problem -> printer.println(problem.severity().word() + ": " + problem));
      left.forEach(printer::println);
      compared.forEach(each -> print(each, printer));
    }
    printer.flush();
  }

  private static void print(Comparison each, PrintWriter printer) {
    printer.println(
        Phrase.of(
            "%s: %s, %s the same",
            each.after().name(),
            Phrase.count(each.changes().size(), "change"),
            Phrase.count(each.same(), "shot")));
    for (Change change : each.changes()) {
      printer.println(
          Phrase.of(
              "  %-11s  %-11s  %-4s  %s: %s%s",
              label(change.before(), each.before()),
              label(change.after(), each.after()),
              change.lane().map(Shot.Lane::label).orElse(""),
              change.name(),
              change.says(),
              change.doubt().isEmpty() ? "" : " (to look at: " + change.doubt() + ")"));
    }
    for (Comparison.Media media : each.media()) {
      printer.println(Phrase.of("  %s is taken for %s.", media.after().id(), media.before().id()));
    }
    int unknown = each.before().notUnderstood().size() + each.after().notUnderstood().size();
    if (unknown > 0) {
      printer.println(
          Phrase.of("  Not compared: %s not understood.", Phrase.count(unknown, "item")));
    }
  }

  private static String label(Optional<Change.Spot> spot, Version version) {
    return spot.map(its -> version.label(its.in()).toString()).orElse("–");
  }

  private static JsonDocuments document(
      List<Comparison> compared, List<String> left, List<Problem> problems) {
    var changes = new ArrayList<JsonObject>();
    var media = new ArrayList<JsonObject>();
    var unknown = new ArrayList<JsonString>();
    for (Comparison each : compared) {
      each.changes().forEach(change -> changes.add(json(change, each)));
      for (Comparison.Media its : each.media()) {
        media.add(
            new JsonDocuments()
                .put("before", its.before().id())
                .put("after", its.after().id())
                .toObject());
      }
      each.before().notUnderstood().forEach(its -> unknown.add(JsonString.of(its.path())));
      each.after().notUnderstood().forEach(its -> unknown.add(JsonString.of(its.path())));
    }
    return new JsonDocuments()
        .put("same", compared.stream().mapToInt(Comparison::same).sum())
        .put("changes", JsonArray.of(changes))
        .put(
            "shifts",
            JsonArray.of(
                compared.stream()
                    .flatMap(each -> each.shifts().stream().map(shift -> json(shift, each)))
                    .toList()))
        .put("media", JsonArray.of(media))
        .put("left_out", JsonArray.ofStrings(left))
        .put("not_understood", JsonArray.of(unknown))
        .put("problems", JsonDocuments.problems(problems));
  }

  private static JsonObject json(Comparison.Shift shift, Comparison in) {
    return new JsonDocuments()
        .put("timeline", in.before().name())
        .put("track", shift.track())
        .put("from", in.before().label(shift.from()).toString())
        .put("later_frames", shift.later())
        .toObject();
  }

  private static JsonObject json(Change change, Comparison in) {
    var its =
        new JsonDocuments()
            .put("change", change.kind().word())
            .put("name", change.name())
            .put("track", change.lane().map(Shot.Lane::label).orElse(""))
            .put("timeline", in.after().name());
    change.before().ifPresent(spot -> its.put("before", json(spot, in.before())));
    change.after().ifPresent(spot -> its.put("after", json(spot, in.after())));
    its.put("head_frames", change.head())
        .put("tail_frames", change.tail())
        .put("later_frames", change.later())
        .put("says", change.says());
    if (!change.doubt().isEmpty()) {
      its.put("look_at", change.doubt());
    }
    return its.toObject();
  }

  private static JsonObject json(Change.Spot spot, Version version) {
    var its =
        new JsonDocuments()
            .put("record_in", version.label(spot.in()).toString())
            .put("record_out", version.label(spot.out()).toString());
    if (!spot.shots().isEmpty()) {
      Shot first = spot.shots().getFirst();
      Shot last = spot.shots().getLast();
      ChangeBook.mediaIn(first).ifPresent(label -> its.put("source_in", label.toString()));
      ChangeBook.mediaOut(last).ifPresent(label -> its.put("source_out", label.toString()));
      its.put("track", first.lane().label());
    }
    return its.toObject();
  }
}
