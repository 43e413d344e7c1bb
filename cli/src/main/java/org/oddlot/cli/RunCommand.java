package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.oddlot.json.JsonArray;
import org.oddlot.lot.DecisionFile;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.LotRunner;
import org.oddlot.lot.Output;
import org.oddlot.lot.OwnSheets;
import org.oddlot.lot.RunHistory;
import org.oddlot.material.LedgerEntry;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Finding;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Outgoing;
import org.oddlot.pass.Passes;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.RunSheet;
import org.oddlot.problem.FaultReport;
import org.oddlot.problem.FileTrouble;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.problem.Wall;
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
    description = "Checks and merges a saved lot, or files; with --out writes new files.",
    footer = {
      "",
      "Examples:",
      "  oddlot run day1.otio shots.csv --out import",
      "  oddlot run day1.oddlot --accept all --out import",
      "  oddlot run \"day 2\" --sheet sound --save day2.oddlot",
      "  oddlot run day1.otio log.csv --read \"log.csv:column Setup=shot\" --set match.tolerance=24"
    },
    mixinStandardHelpOptions = true,
    versionProvider = OddLot.Version.class)
final class RunCommand implements Callable<Integer> {
  @Parameters(
      arity = "1..*",
      paramLabel = "LOT|FILE",
      description = "A saved lot, or the files of one.")
  private List<Path> files = List.of();

  @Option(
      names = "--sheet",
      paramLabel = "NAME|FILE",
      description =
          "A run sheet, ready or your own, as \"oddlot passes\" lists them, or that of this file.")
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
          "Apply only certain results (settled, the default) or also proposals awaiting review"
              + " (all).")
  private Engine.Acceptance acceptance = Engine.Acceptance.SETTLED;

  @Option(
      names = "--only",
      split = ",",
      paramLabel = "PASS",
      completionCandidates = PassIds.class,
      description = "Only these passes, and Return: ${COMPLETION-CANDIDATES}.")
  private List<String> only = List.of();

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
      names = "--save",
      paramLabel = "LOT",
      description = "Keep what this call says as a lot: its files, settings and answers.")
  private @Nullable Path saved;

  @Mixin private KeepGoing keepGoing = new KeepGoing();

  @Option(
      names = "--verbose",
      description = "Print what each finding rests on, and what was left over.")
  private boolean verbose;

  @Mixin private HowRead howRead = new HowRead();

  @Mixin private OutputOptions output = new OutputOptions();

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
    Lot lot =
        howRead.on(opened.lot(), spec).withAnswers(answers).withSheet(sheet(opened.lot().sheet()));
    refuseToSaveOver();
    Progress progress = output.progress(spec);
    LotRunner.Ran ran =
        new LotRunner(MeasurementStore.ofUser(), acceptance).run(opened.withLot(lot), progress);
    Outcome outcome = ran.outcome();
    refuse(given, outcome);
    // Comparing takes about as long as writing, and neither needs the other; only JSON has the
    // changes in words.
    var changesBeside = CompletableFuture.supplyAsync(outcome::changes);
    var ledgerBeside =
        output.json
            ? CompletableFuture.supplyAsync(outcome::ledger)
            : CompletableFuture.completedFuture(List.<LedgerEntry>of());
    boolean refused = ran.isRefused(keepGoing.isAsked());
    Output.Writing writing =
        folder == null || refused ? Output.Writing.NONE : ran.write(folder, progress);
    List<Output.Written> written = writing.files();
    var problems = new ArrayList<>(ran.problems());
    problems.addAll(writing.problems());
    if (LotFile.isOne(files) && !written.isEmpty()) {
      try {
        RunHistory.add(
            files.getFirst(),
            LocalDateTime.now(ZoneId.systemDefault()),
            System.getProperty("user.name", ""),
            ran.lot(),
            outcome,
            written);
      } catch (IOException e) {
        // The files are there; that it cannot be noted beside the lot is said, and no more.
        spec.commandLine().getErr().println("oddlot run: " + FileTrouble.inWords(e));
      }
    }
    boolean isSaved = saved != null && !refused && save(ran.lot(), saved, problems);
    // By now the files are there: what fails here is no reason to say that they are not.
    var ofLedger = new Problems("");
    int changes = Wall.behind(changesBeside::join, fault -> notCounted(fault, ofLedger));
    List<LedgerEntry> ledger =
        Wall.behind(
            ledgerBeside::join,
            fault -> {
              ofLedger.error("", FaultReport.keepLeftOut("The ledger", fault), "");
              return List.of();
            });
    problems.addAll(ofLedger.list());
    PrintWriter out = spec.commandLine().getOut();
    if (output.json) {
      out.println(
          new JsonDocuments()
              .put("lot", lot.name())
              .put(
                  "papers",
                  JsonArray.of(
                      ran.read().material().tablePapers().stream().map(PaperDocument::of).toList()))
              .put("passes", JsonDocuments.passes(outcome))
              .put("findings", JsonDocuments.findings(outcome))
              .put("written", JsonDocuments.written(written))
              .put("changes", changes)
              .put("ledger", JsonDocuments.ledger(ledger))
              .put("problems", JsonDocuments.problems(problems))
              .print());
    } else {
      print(lot, ran, problems, written, changes, isSaved, out);
    }
    out.flush();
    LotRunner.Ending ending = ran.ending(keepGoing.isAsked(), outcome.needsAPerson(), writing);
    boolean isAll = ofLedger.list().isEmpty() && isSaved == (saved != null);
    return ExitCode.of(
        ending == LotRunner.Ending.DONE && !isAll ? LotRunner.Ending.NEEDS_A_PERSON : ending);
  }

  /** Saves what this call says; that it cannot be does not undo what was written. */
  private static boolean save(Lot lot, Path to, List<Problem> problems) {
    try {
      LotFile.save(lot, to);
      return true;
    } catch (IOException e) {
      var its = new Problems(String.valueOf(to.getFileName()));
      its.error("", FileTrouble.inWords(e), "");
      problems.addAll(its.list());
      return false;
    }
  }

  private static int notCounted(Throwable fault, Problems problems) {
    problems.error("", FaultReport.keepLeftOut("Counting what changed", fault), "");
    return 0;
  }

  /** A lot is kept under a name of its own, or where it was. */
  private void refuseToSaveOver() {
    boolean isAnother =
        saved != null
            && Files.exists(saved)
            && !(LotFile.isOne(files)
                && saved
                    .toAbsolutePath()
                    .normalize()
                    .equals(files.getFirst().toAbsolutePath().normalize()));
    if (isAnother) {
      throw wrong(saved + " is there already.");
    }
  }

  private RunSheet sheet(RunSheet ofLot) {
    RunSheet its = ofLot;
    if (sheet != null) {
      try {
        its = OwnSheets.meant(sheet, its);
      } catch (IOException e) {
        throw wrong(String.valueOf(e.getMessage()));
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
        throw wrong(
            Phrase.of("--set %s: expected PASS.SETTING=VALUE, e.g. match.tolerance=24.", each));
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
    Map<String, Finding> findings =
        outcome.steps().stream()
            .flatMap(step -> step.reviewed().stream())
            .collect(
                Collectors.toMap(
                    each -> each.finding().id().text(), Reviewed::finding, (first, _) -> first));
    for (DecisionFile.Given each : given) {
      boolean saysNothing = each.decision().isAccepted() && each.decision().chosen().isEmpty();
      Optional.ofNullable(findings.get(each.finding().text()))
          .filter(finding ->
              saysNothing && !finding.choices().isEmpty() && finding.proposed().isEmpty())
          .ifPresent(finding ->
              why.putIfAbsent(
                  each.finding().text(),
                  "nothing is proposed; say which with \"choices\": "
                      + finding.choices().stream()
                          .map(Choice::id)
                          .collect(Collectors.joining(", "))));
    }
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

  private void print(
      Lot lot,
      LotRunner.Ran ran,
      List<Problem> problems,
      List<Output.Written> written,
      int changes,
      boolean isSaved,
      PrintWriter out) {
    out.println(lot.name());
    new RunReport(ran.outcome(), verbose, out).print(ran.read().material(), problems);
    out.println("  " + Phrase.count(changes, "change"));
    for (Output.Written file : written) {
      out.println("  written " + file.path());
      file.lost().forEach(lost -> out.println("    not carried: " + lost));
    }
    List<Outgoing> planned = new Output(ran.lot(), ran.outcome()).planned();
    if (ran.isRefused(keepGoing.isAsked())) {
      out.println(
          ran.isNothingRead()
              ? "  Nothing could be read, so nothing was written."
              : Phrase.of(
                  "  Nothing was written: %s not there. Add "
                      + KeepGoing.NAME
                      + " to go on without %s.",
                  ran.missing().size() == 1
                      ? ran.missing().getFirst() + " is"
                      : ran.missing().size() + " files are",
                  ran.missing().size() == 1 ? "it" : "them"));
    } else if (folder == null && !planned.isEmpty()) {
      planned.forEach(file -> out.println("  would write " + file.output()));
      out.println("  Nothing was written; add --out DIR to write.");
    } else if (folder != null && written.isEmpty() && changes > 0) {
      out.println("  Nothing was written: what changed was left out.");
    }
    if (isSaved) {
      out.println("  saved " + saved);
    }
  }
}
