package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.oddlot.cli.OddLot.JsonOption;
import org.oddlot.json.JsonArray;
import org.oddlot.lot.DecisionFile;
import org.oddlot.lot.Intake;
import org.oddlot.lot.IntakeResult;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.Output;
import org.oddlot.lot.ReadySheet;
import org.oddlot.material.Input;
import org.oddlot.material.LedgerEntry;
import org.oddlot.material.Material;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.measure.Measurer;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Outcome.UnusableAnswer;
import org.oddlot.pass.Passes;
import org.oddlot.pass.RunSheet;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.progress.Progress;
import org.oddlot.text.Phrase;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot run LOT|FILE...} */
@Command(
    name = "run",
    description = "Runs the passes over a lot, or over files, and writes what comes of it.",
    mixinStandardHelpOptions = true)
final class RunCommand implements Callable<Integer> {
  @Parameters(
      arity = "1..*",
      paramLabel = "LOT|FILE",
      description = "A saved lot, or the files of one.")
  private List<Path> files = List.of();

  @Option(
      names = "--sheet",
      paramLabel = "NAME|FILE",
      description = "A ready run sheet, as \"oddlot passes\" lists them, or that of this file.")
  private @Nullable String sheet;

  @Option(
      names = "--out",
      paramLabel = "DIR",
      description = "The folder to write to; without it nothing is written.")
  private @Nullable Path folder;

  @Option(
      names = "--accept",
      paramLabel = "settled|all",
      description =
          "What is applied: only what is settled (the default), or what is to look at as well.")
  private Engine.Acceptance acceptance = Engine.Acceptance.SETTLED;

  @Option(
      names = "--only",
      split = ",",
      paramLabel = "PASS",
      completionCandidates = PassIds.class,
      description = "Only these passes, and Return: ${COMPLETION-CANDIDATES}.")
  private List<String> only = List.of();

  @Option(
      names = "--read",
      paramLabel = "FILE:OPTION=VALUE",
      description =
          "How a paper is read: \"log.xlsx:sheet=Day 2\", or what a column holds:"
              + " \"log.csv:column Felvétel=take\".")
  private List<String> readings = List.of();

  @Option(
      names = "--set",
      paramLabel = "PASS.SETTING=VALUE",
      description = "Sets something about a pass, as \"oddlot passes\" lists it.")
  private List<String> set = List.of();

  @Option(
      names = "--decide",
      paramLabel = "FILE",
      description =
          "Answers to findings: a JSON list of {\"finding\": ID, \"decision\": \"accept\" or"
              + " \"decline\", \"choices\": [ID...]}.")
  private @Nullable Path decisions;

  @Option(
      names = "--verbose",
      description = "Print what each finding rests on, and what was left over.")
  private boolean verbose;

  @Mixin private JsonOption output = new JsonOption();

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    LotFile.Opened opened = LotFile.open(files);
    List<DecisionFile.Given> given = decisions == null ? List.of() : DecisionFile.read(decisions);
    Answers answers = opened.lot().answers();
    for (DecisionFile.Given each : given) {
      answers = answers.with(each.finding(), Optional.of(each.decision()));
    }
    Lot lot = readAsSaid(opened.lot()).withAnswers(answers).withSheet(sheet(opened.lot().sheet()));
    IntakeResult read = Intake.read(lot, Progress.NONE);
    Outcome outcome =
        new Engine(acceptance)
            .runMeasuring(
                read.material(),
                lot.sheet(),
                lot.answers(),
                new Measurer(MeasurementStore.ofUser()),
                Progress.NONE);
    refuse(given, outcome);
    var problems = new ArrayList<>(opened.problems());
    problems.addAll(read.problems());
    problems.addAll(answerProblems(outcome));
    problems.addAll(Faults.of(outcome));
    // Comparing takes about as long as writing, and neither needs the other; only JSON has the
    // changes in words.
    var changesBeside = CompletableFuture.supplyAsync(outcome::changes);
    var ledgerBeside =
        output.json
            ? CompletableFuture.supplyAsync(outcome::ledger)
            : CompletableFuture.completedFuture(List.<LedgerEntry>of());
    boolean nothing = read.material().all(Input.class).stream().noneMatch(Input::isRead);
    List<Output.Written> written =
        folder == null || nothing
            ? List.of()
            : new Output(read.lot(), outcome).write(folder, Progress.NONE);
    int changes = changesBeside.join();
    List<LedgerEntry> ledger = ledgerBeside.join();
    PrintWriter out = spec.commandLine().getOut();
    if (output.json) {
      out.println(
          new JsonDocuments()
              .put("lot", lot.name())
              .put(
                  "papers",
                  JsonArray.of(read.material().papers().stream().map(PaperDocument::of).toList()))
              .put("passes", JsonDocuments.passes(outcome))
              .put("findings", JsonDocuments.findings(outcome))
              .put("written", JsonDocuments.written(written))
              .put("changes", changes)
              .put("ledger", JsonDocuments.ledger(ledger))
              .put("problems", JsonDocuments.problems(problems))
              .print());
    } else {
      print(lot, read.material(), outcome, written, changes, problems, out);
    }
    out.flush();
    if (nothing) {
      return ExitCode.WRONG_INPUT;
    }
    return outcome.needsAPerson() ? ExitCode.NEEDS_A_PERSON : ExitCode.DONE;
  }

  private Lot readAsSaid(Lot lot) {
    Lot now = lot;
    for (String each : readings) {
      try {
        now = ReadingWords.parse(each).on(now);
      } catch (IllegalArgumentException e) {
        throw wrong(String.valueOf(e.getMessage()));
      }
    }
    return now;
  }

  private RunSheet sheet(RunSheet ofLot) throws IOException {
    RunSheet its = ofLot;
    if (sheet != null) {
      Optional<ReadySheet> ready = ReadySheet.byId(sheet);
      if (ready.isPresent()) {
        its = ready.get().over(its);
      } else if (Files.exists(Path.of(sheet))) {
        its = LotFile.openSheet(Path.of(sheet));
      } else {
        throw wrong(
            Phrase.of(
                "There is no run sheet \"%s\", neither a file nor one of %s.",
                sheet,
                ReadySheet.all().stream().map(ReadySheet::id).collect(Collectors.joining(", "))));
      }
    }
    for (String pass : only) {
      if (Passes.byId(pass).isEmpty()) {
        throw wrong(Passes.thereIsNo(pass));
      }
    }
    its = only.isEmpty() ? its : its.only(only);
    for (String each : set) {
      int dot = each.indexOf('.');
      int equals = each.indexOf('=');
      if (dot < 1 || equals < dot) {
        throw wrong(Phrase.of("\"%s\" sets nothing; say --set PASS.SETTING=VALUE.", each));
      }
      try {
        its =
            its.with(
                each.substring(0, dot),
                each.substring(dot + 1, equals),
                each.substring(equals + 1));
      } catch (IllegalArgumentException e) {
        throw wrong(String.valueOf(e.getMessage()));
      }
    }
    return its;
  }

  private ParameterException wrong(String message) {
    return new ParameterException(spec.commandLine(), message);
  }

  /** What was said on the command line and cannot be used stops everything before it is written. */
  private void refuse(List<DecisionFile.Given> given, Outcome outcome) {
    Map<String, String> why = new LinkedHashMap<>();
    outcome.unusable().forEach(each -> why.put(each.about(), each.why()));
    outcome.unknownAnswers().forEach(id -> why.put(id, "there is no such finding"));
    for (DecisionFile.Given each : given) {
      String id = each.finding().text();
      if (why.containsKey(id)) {
        throw wrong(
            Phrase.of(
                "%s, %s: %s: %s.",
                String.valueOf(decisions), each.place(), id, String.valueOf(why.get(id))));
      }
    }
  }

  /** What the lot says about findings and nobody can use; it stays in the lot. */
  private List<Problem> answerProblems(Outcome outcome) {
    Path file = files.getFirst();
    var problems = new Problems(String.valueOf(file.getFileName()));
    for (UnusableAnswer each : outcome.unusable()) {
      problems.warning(
          LotFile.isOne(files) ? LotFile.placeOf(file, each.about()) : "",
          each.about() + ": " + each.why() + ".",
          "It is ignored, and stays in the lot.");
    }
    for (String each : outcome.unknownAnswers()) {
      problems.info(
          LotFile.isOne(files) ? LotFile.placeOf(file, each) : "",
          each + " was decided and is not there any more.");
    }
    return problems.list();
  }

  private void print(
      Lot lot,
      Material read,
      Outcome outcome,
      List<Output.Written> written,
      int changes,
      List<Problem> problems,
      PrintWriter out) {
    out.println(lot.name());
    new RunReport(outcome, verbose, out).print(read, problems);
    out.println("  " + Phrase.count(changes, "change"));
    for (Output.Written file : written) {
      out.println("  written " + file.path());
      file.lost().forEach(lost -> out.println("    not carried: " + lost));
    }
    if (folder != null && written.isEmpty() && changes > 0) {
      out.println("  Nothing was written: what changed was left out.");
    }
    if (folder == null && changes > 0) {
      out.println("  Nothing was written; say --out DIR to write.");
    }
  }
}
