package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import org.oddlot.cli.OddLot.JsonOption;
import org.oddlot.lot.Folders;
import org.oddlot.lot.Intake;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.Output;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Judged;
import org.oddlot.pass.LedgerEntry;
import org.oddlot.pass.Matter;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Passes;
import org.oddlot.pass.Progress;
import org.oddlot.pass.Standing;
import org.oddlot.pass.Tally;
import org.oddlot.problem.Problem;
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
      description = "A lot, or the files of one that is not kept.")
  private List<Path> files = List.of();

  @Option(names = "--sheet", paramLabel = "FILE", description = "The run sheet of this file.")
  private @Nullable Path sheet;

  @Option(
      names = "--out",
      paramLabel = "DIR",
      description = "The folder to write to; without it nothing is written.")
  private @Nullable Path folder;

  @Option(
      names = "--accept",
      paramLabel = "settled|all",
      description =
          "What is applied: what is settled (unless said otherwise), or also what is to look at.")
  private Engine.Acceptance acceptance = Engine.Acceptance.SETTLED;

  @Option(names = "--only", split = ",", paramLabel = "PASS", description = "Only these passes.")
  private List<String> only = List.of();

  @Mixin private JsonOption output = new JsonOption();

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    Lot lot = lot();
    Intake.Taken taken = Intake.read(lot, Progress.NONE);
    Outcome outcome =
        new Engine(acceptance)
            .run(taken.matter(), lot.sheet(), lot.decisions(), Optional.empty(), Progress.NONE);
    List<Problem> problems = problems(taken.matter());
    boolean nothing = taken.matter().documents().isEmpty();
    List<Output.Written> written =
        folder == null || nothing
            ? List.of()
            : new Output(taken.lot(), outcome).write(folder, Progress.NONE);
    List<LedgerEntry> ledger = outcome.ledger();
    PrintWriter out = spec.commandLine().getOut();
    if (output.json) {
      out.println(
          new JsonDocuments()
              .put("lot", lot.name())
              .put("passes", JsonDocuments.passes(outcome))
              .put("findings", JsonDocuments.findings(outcome))
              .put("written", JsonDocuments.written(written))
              .put("changes", ledger.size())
              .put("ledger", JsonDocuments.ledger(ledger))
              .put("problems", JsonDocuments.problems(problems))
              .print());
    } else {
      print(lot, outcome, written, ledger, problems, out);
    }
    out.flush();
    if (nothing) {
      return ExitCode.WRONG_INPUT;
    }
    return outcome.needsAPerson() ? ExitCode.NEEDS_A_PERSON : ExitCode.DONE;
  }

  private Lot lot() throws IOException {
    boolean isLot = files.size() == 1 && files.getFirst().toString().endsWith(LotFile.EXTENSION);
    Lot lot = isLot ? LotFile.open(files.getFirst()) : Lot.of(Folders.opened(files));
    if (sheet != null) {
      lot = lot.withSheet(LotFile.openSheet(sheet));
    }
    for (String pass : only) {
      if (Passes.byId(pass).isEmpty()) {
        throw new ParameterException(
            spec.commandLine(),
            Phrase.of(
                "There is no pass \"%s\"; there are %s.",
                pass, String.join(", ", Passes.all().stream().map(p -> p.id()).toList())));
      }
    }
    return only.isEmpty() ? lot : lot.withSheet(lot.sheet().only(only));
  }

  private static List<Problem> problems(Matter matter) {
    var problems = new ArrayList<Problem>();
    matter.documents().forEach(document -> problems.addAll(document.problems()));
    matter.papers().forEach(paper -> problems.addAll(paper.problems()));
    matter.unread().forEach(unread -> problems.addAll(unread.problems()));
    return problems;
  }

  private void print(
      Lot lot,
      Outcome outcome,
      List<Output.Written> written,
      List<LedgerEntry> ledger,
      List<Problem> problems,
      PrintWriter out) {
    out.println(lot.name());
    for (Outcome.StepOutcome step : outcome.steps()) {
      Tally tally = step.tally();
      out.print(
          Phrase.of(
              "  %-14s %4d settled %4d to look at %4d open %4d declined%n",
              step.pass().title(),
              tally.settled(),
              tally.toLookAt(),
              tally.open(),
              tally.declined()));
    }
    for (Outcome.StepOutcome step : outcome.steps()) {
      for (Judged judged : step.judged()) {
        if (judged.standing() != Standing.SETTLED) {
          out.println(
              Phrase.of(
                  "  %s, %s: %s: %s",
                  step.pass().title(),
                  judged.standing().words(),
                  judged.finding().title(),
                  judged.reason()));
        }
      }
    }
    problems.forEach(problem -> out.println("  " + problem.severity().word() + ": " + problem));
    out.println("  " + ledger.size() + (ledger.size() == 1 ? " change" : " changes"));
    for (Output.Written file : written) {
      out.println("  written " + file.path());
    }
    if (folder == null && !ledger.isEmpty()) {
      out.println("  Nothing was written; say --out DIR to write.");
    }
  }
}
