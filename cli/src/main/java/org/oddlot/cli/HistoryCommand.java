package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import org.oddlot.json.JsonArray;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.RunHistory;
import org.oddlot.text.Phrase;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot history LOT} */
@Command(
    name = "history",
    description = {
      "What was written of a lot: when, by whom, what had come in, what was decided, what changed.",
      "--again N gives the lot back as it was then."
    },
    mixinStandardHelpOptions = true,
    versionProvider = OddLot.Version.class)
final class HistoryCommand implements Callable<Integer> {
  @Parameters(paramLabel = "LOT", description = "A saved lot.")
  private @SuppressWarnings("NullAway.Init") Path lot;

  @Option(names = "--again", paramLabel = "N", description = "The one of this number.")
  private @Nullable Integer number;

  @Option(
      names = "--save",
      paramLabel = "LOT",
      description = "With --again: where the lot as it was is saved.")
  private @Nullable Path saved;

  @Mixin private OutputOptions output = new OutputOptions();

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    if (!Files.exists(lot)) {
      throw wrong("There is no lot " + lot + ".");
    }
    List<RunHistory.Run> runs = RunHistory.of(lot);
    Integer which = number;
    if (which != null) {
      again(runs, which);
      return ExitCode.DONE;
    }
    PrintWriter out = spec.commandLine().getOut();
    if (output.json) {
      out.println(
          new JsonDocuments()
              .put("runs", JsonArray.of(runs.stream().map(HistoryCommand::json).toList()))
              .print());
    } else if (runs.isEmpty()) {
      out.println("Nothing was written of it yet.");
    } else {
      for (int i = 0; i < runs.size(); i++) {
        out.println(Phrase.of("%3d  %s", i + 1, runs.get(i).inWords()));
        runs.get(i).decided().forEach(each -> out.println("       " + each));
      }
    }
    out.flush();
    return ExitCode.DONE;
  }

  private void again(List<RunHistory.Run> runs, int which) throws IOException {
    if (which < 1 || which > runs.size()) {
      throw wrong(Phrase.of("There is no run %d; there are %d.", which, runs.size()));
    }
    Path file = saved;
    if (file == null) {
      throw wrong("--again needs --save LOT.");
    }
    if (Files.exists(file)) {
      throw wrong(file + " is there already.");
    }
    LotFile.save(runs.get(which - 1).lot(), file);
    output.sayWritten(spec, List.of(file));
  }

  private ParameterException wrong(String message) {
    return new ParameterException(spec.commandLine(), message);
  }

  private static org.oddlot.json.JsonObject json(RunHistory.Run run) {
    return new JsonDocuments()
        .put("at", run.at().toString())
        .put("by", run.by())
        .put("came_in", JsonArray.ofStrings(run.cameIn()))
        .put("decided", JsonArray.ofStrings(run.decided()))
        .put("changes", run.changes())
        .put("written", JsonArray.ofStrings(run.written()))
        .toObject();
  }
}
