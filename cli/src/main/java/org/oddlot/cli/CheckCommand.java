package org.oddlot.cli;

import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.oddlot.format.TimelineFormat;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonObject;
import org.oddlot.lot.Folders;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotReader;
import org.oddlot.material.Paper;
import org.oddlot.material.ReadInput;
import org.oddlot.paper.TablePaper;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Severity;
import org.oddlot.progress.Progress;
import org.oddlot.sound.SoundFile;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot check FILE...} */
@Command(
    name = "check",
    description = "What each file is, what is in it, what is wrong with it.",
    mixinStandardHelpOptions = true,
    versionProvider = OddLot.Version.class)
final class CheckCommand implements Callable<Integer> {
  @Parameters(arity = "1..*", paramLabel = "FILE", description = "The files to look at.")
  private List<Path> files = List.of();

  @Mixin private HowRead howRead = new HowRead();

  @Mixin private OutputOptions output = new OutputOptions();

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  /** One of the files, and how it is written on the command line. */
  private record Checked(String file, ReadInput input) {}

  /** What was counted in a timeline file. */
  private record Counts(int timelines, int bins, int clips, int markers) {
    static Counts of(TimelineObject root) {
      var counts = new int[4];
      Placed.root(root)
          .walk(placed -> {
            switch (placed.object()) {
              case Timeline _ -> counts[0]++;
              case Bin _ -> counts[1]++;
              case Clip _ -> counts[2]++;
              default -> {}
            }
            counts[3] += placed.object() instanceof Item item ? item.markers().size() : 0;
          });
      return new Counts(counts[0], counts[1], counts[2], counts[3]);
    }
  }

  @Override
  public Integer call() {
    Folders.Found found = Folders.opened(files);
    List<Path> opened = found.files();
    // Each is looked at among the others: a profile says how a timeline file is understood.
    Lot lot = howRead.on(Lot.of(opened), spec);
    Map<String, ReadInput> inputs = new java.util.HashMap<>();
    LotReader.inputs(lot, Progress.NONE).forEach(input -> inputs.put(input.name(), input));
    var checked = new ArrayList<Checked>();
    for (Lot.Input each : lot.inputs()) {
      String file =
          opened.stream()
              .filter(path -> path.toAbsolutePath().normalize().equals(each.path()))
              .map(Path::toString)
              .findFirst()
              .orElse(each.name());
      Optional.ofNullable(inputs.get(each.name()))
          .ifPresent(input -> checked.add(new Checked(file, input)));
    }
    print(checked, found.left());
    if (checked.stream().anyMatch(each -> !each.input.isRead())) {
      return ExitCode.WRONG_INPUT;
    }
    boolean doubts =
        checked.stream()
            .flatMap(each -> each.input.problems().stream())
            .anyMatch(problem -> problem.severity() != Severity.INFO);
    return doubts ? ExitCode.NEEDS_A_PERSON : ExitCode.DONE;
  }

  private void print(List<Checked> checked, List<Problem> left) {
    PrintWriter out = spec.commandLine().getOut();
    if (output.json) {
      out.println(
          new JsonDocuments()
              .put("files", JsonArray.of(checked.stream().map(CheckCommand::json).toList()))
              .put("left_out", JsonDocuments.problems(left))
              .print());
    } else {
      checked.forEach(each -> print(each, out));
      left.forEach(problem -> out.println(problem.severity().word() + ": " + problem));
    }
    out.flush();
  }

  private static Counts counts(ReadInput input) {
    return input.value().orElse(null) instanceof TimelineFormat.Read read
        ? Counts.of(read.root())
        : new Counts(0, 0, 0, 0);
  }

  private static JsonObject json(Checked checked) {
    ReadInput input = checked.input;
    var document = new JsonDocuments();
    if (input.value().orElse(null) instanceof SoundFile sound) {
      document.put("sound", SoundDocument.of(sound));
    }
    if (input.value().orElse(null) instanceof TablePaper its) {
      document.put("paper", PaperDocument.of(its));
    }
    Counts counts = counts(input);
    int entries =
        input.value().orElse(null) instanceof Paper paper ? paper.log().entries().size() : 0;
    return document
        .put("file", checked.file)
        .put("format", input.format())
        .put("what", input.isRead() ? input.what() : "")
        .put("contents", input.contents().summary())
        .put("timelines", counts.timelines)
        .put("bins", counts.bins)
        .put("clips", counts.clips)
        .put("markers", counts.markers)
        .put("entries", entries)
        .put("problems", JsonDocuments.problems(input.problems()))
        .toObject();
  }

  private static void print(Checked checked, PrintWriter out) {
    ReadInput input = checked.input;
    out.println(checked.file + (input.isRead() ? ": " + input.format() : ""));
    for (String line : lines(input)) {
      out.println("  " + line);
    }
    for (Problem problem : input.problems()) {
      out.println("  " + problem.severity().word() + ": " + problem);
    }
  }

  private static List<String> lines(ReadInput input) {
    return switch (input.value().orElse(null)) {
      case null -> List.of();
      case TimelineFormat.Read read -> {
        Counts counts = Counts.of(read.root());
        yield List.of(
            Phrase.of(
                "%s, %s, %s, %s",
                Phrase.count(counts.timelines, "timeline"),
                Phrase.count(counts.bins, "bin"),
                Phrase.count(counts.clips, "clip"),
                Phrase.count(counts.markers, "marker")));
      }
      case TablePaper paper -> PaperDocument.lines(paper);
      case SoundFile sound -> SoundDocument.lines(sound);
      default -> {
        var lines = new ArrayList<>(List.of(input.contents().summary()));
        input.contents().facts().forEach((what, value) -> lines.add(what + ": " + value));
        yield lines;
      }
    };
  }
}
