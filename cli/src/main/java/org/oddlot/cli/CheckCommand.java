package org.oddlot.cli;

import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.oddlot.cli.OddLot.JsonOption;
import org.oddlot.format.Formats;
import org.oddlot.format.InputFile;
import org.oddlot.format.PaperFormat;
import org.oddlot.format.TimelineFormat;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonObject;
import org.oddlot.lot.Intake;
import org.oddlot.lot.Lot;
import org.oddlot.pass.Matter;
import org.oddlot.pass.Progress;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Severity;
import org.oddlot.sound.SoundFile;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot check FILE...} */
@Command(
    name = "check",
    description = "What each file is, what is in it, what is wrong with it.",
    mixinStandardHelpOptions = true)
final class CheckCommand implements Callable<Integer> {
  @Parameters(arity = "1..*", paramLabel = "FILE", description = "The files to look at.")
  private List<Path> files = List.of();

  @Mixin private JsonOption output = new JsonOption();

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  /** What was counted in one file. */
  private record Counted(
      String file,
      String format,
      int timelines,
      int bins,
      int clips,
      int markers,
      int entries,
      boolean read,
      Optional<SoundFile> sound,
      List<Problem> problems) {

    JsonObject toJson() {
      var document = new JsonDocuments();
      sound.ifPresent(heard -> document.put("sound", SoundDocument.of(heard)));
      return document
          .put("file", file)
          .put("format", format)
          .put("timelines", timelines)
          .put("bins", bins)
          .put("clips", clips)
          .put("markers", markers)
          .put("entries", entries)
          .put("problems", JsonDocuments.problems(problems))
          .toObject();
    }
  }

  @Override
  public Integer call() {
    List<Counted> counted = files.stream().map(CheckCommand::count).toList();
    PrintWriter out = spec.commandLine().getOut();
    if (output.json) {
      out.println(
          new JsonDocuments()
              .put("files", JsonArray.of(counted.stream().map(Counted::toJson).toList()))
              .print());
    } else {
      counted.forEach(file -> print(file, out));
    }
    out.flush();
    if (counted.stream().anyMatch(file -> !file.read)) {
      return ExitCode.WRONG_INPUT;
    }
    boolean doubts =
        counted.stream()
            .flatMap(file -> file.problems.stream())
            .anyMatch(problem -> problem.severity() != Severity.INFO);
    return doubts ? ExitCode.NEEDS_A_PERSON : ExitCode.DONE;
  }

  private static Counted count(Path path) {
    Matter matter = Intake.read(Lot.of(List.of(path)), Progress.NONE).matter();
    var file = new InputFile(path);
    if (!matter.documents().isEmpty()) {
      var document = matter.documents().getFirst();
      var counts = new int[4];
      Placed.root(document.root())
          .walk(placed -> {
            switch (placed.object()) {
              case Timeline _ -> counts[0]++;
              case Bin _ -> counts[1]++;
              case Clip _ -> counts[2]++;
              default -> {}
            }
            counts[3] += placed.object() instanceof Item item ? item.markers().size() : 0;
          });
      String format =
          Formats.timelineFormat(file)
              .map(TimelineFormat::name)
              .orElseGet(() -> Formats.timelines().getFirst().name());
      return new Counted(
          path.toString(),
          format,
          counts[0],
          counts[1],
          counts[2],
          counts[3],
          0,
          true,
          Optional.empty(),
          document.problems());
    }
    if (!matter.papers().isEmpty()) {
      var paper = matter.papers().getFirst();
      String format = Formats.paperFormat(file).map(PaperFormat::name).orElse("");
      return new Counted(
          path.toString(),
          format,
          0,
          0,
          0,
          0,
          paper.log().entries().size(),
          true,
          Optional.empty(),
          paper.problems());
    }
    if (!matter.sounds().isEmpty()) {
      SoundFile sound = matter.sounds().getFirst();
      return new Counted(
          path.toString(), "sound file", 0, 0, 0, 0, 0, true, Optional.of(sound), sound.problems());
    }
    var problems = new ArrayList<Problem>();
    matter.unread().forEach(unread -> problems.addAll(unread.problems()));
    return new Counted(path.toString(), "", 0, 0, 0, 0, 0, false, Optional.empty(), problems);
  }

  private static void print(Counted file, PrintWriter out) {
    out.println(file.file + (file.format.isEmpty() ? "" : ": " + file.format));
    if (file.sound.isPresent()) {
      SoundDocument.lines(file.sound.get()).forEach(line -> out.println("  " + line));
    } else if (file.read) {
      out.println(
          file.entries > 0
              ? Phrase.of("  %d entries", file.entries)
              : Phrase.of(
                  "  %d timelines, %d bins, %d clips, %d markers",
                  file.timelines, file.bins, file.clips, file.markers));
    }
    for (Problem problem : file.problems) {
      out.println("  " + problem.severity().word() + ": " + problem);
    }
  }
}
