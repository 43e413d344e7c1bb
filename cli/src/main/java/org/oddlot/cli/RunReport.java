package org.oddlot.cli;

import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.oddlot.material.Material;
import org.oddlot.paper.TablePaper;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.Tally;
import org.oddlot.problem.FaultReport;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Wall;
import org.oddlot.text.Phrase;

/**
 * What a run came to, in words: doubts by their cause, with how many there are and some of them.
 */
final class RunReport {
  private static final int EXAMPLES = 3;
  private static final Pattern NUMBER = Pattern.compile("\\d+");
  private static final Pattern NUMBERED = Pattern.compile("\\b[A-Z]#\\w*");

  private final Outcome outcome;
  private final boolean verbose;
  private final PrintWriter out;

  /** Texts without their numbers: the same is said of thousands. */
  private final Map<String, String> plain = new HashMap<>();

  RunReport(Outcome outcome, boolean verbose, PrintWriter out) {
    this.outcome = outcome;
    this.verbose = verbose;
    this.out = out;
  }

  void print(Material read, List<Problem> problems) {
    for (TablePaper paper : read.tablePapers()) {
      out.println("  " + paper.name());
      PaperDocument.lines(paper).forEach(line -> out.println("    " + line));
    }
    for (StepOutcome<?> step : outcome.steps()) {
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
    for (StepOutcome<?> step : outcome.steps()) {
      Wall.run(
          () -> print(step),
          fault ->
              out.println(
                  "  " + FaultReport.keepLeftOut("What " + step.pass().title() + " says", fault)));
    }
    problems.forEach(problem -> out.println("  " + problem.severity().word() + ": " + problem));
  }

  private void print(StepOutcome<?> step) {
    if (verbose) {
      step.reviewed().forEach(reviewed -> all(step.pass().title(), reviewed));
    } else {
      doubts(step);
    }
    remarks(step);
  }

  /** What is not settled, by its cause. */
  private void doubts(StepOutcome<?> step) {
    Map<String, List<Reviewed<?>>> byCause = new LinkedHashMap<>();
    for (Reviewed<?> reviewed : step.reviewed()) {
      if (reviewed.standing() != Standing.SETTLED) {
        String cause = reviewed.standing() + "\n" + withoutNumbers(reviewed.finding().headline());
        byCause.computeIfAbsent(cause, _ -> new ArrayList<>()).add(reviewed);
      }
    }
    byCause
        .values()
        .forEach(same -> {
          Reviewed<?> first = same.getFirst();
          String lead = "  " + step.pass().title() + ", " + first.standing().words() + ": ";
          if (same.size() == 1) {
            out.println(lead + first.finding().title() + ": " + first.reason());
          } else {
            out.println(
                Phrase.of(
                    "%s%d × %s: %s",
                    lead,
                    same.size(),
                    together(same.stream().map(each -> each.finding().headline()).toList()),
                    some(same, each -> each.finding().title())));
            out.println("    " + first.finding().title() + ": " + first.reason());
          }
        });
  }

  /** Some of these, and whether there are more. */
  private static <T> String some(List<T> all, Function<T, String> title) {
    String some = all.stream().limit(EXAMPLES).map(title).collect(Collectors.joining(", "));
    return all.size() > EXAMPLES ? some + ", …" : some;
  }

  /** What was left over, by what is said of it. */
  private void remarks(StepOutcome<?> step) {
    Map<String, List<Analysis.Remark>> byText = new LinkedHashMap<>();
    step.analysis()
        .remarks()
        .forEach(remark ->
            byText
                .computeIfAbsent(
                    verbose ? remark.about() : withoutNumbers(remark.text()),
                    _ -> new ArrayList<>())
                .add(remark));
    byText
        .values()
        .forEach(same -> {
          Analysis.Remark first = same.getFirst();
          String lead = "  " + step.pass().title() + ", not used: ";
          out.println(
              same.size() == 1
                  ? lead + first.title() + ": " + first.text()
                  : Phrase.of(
                      "%s%d × %s: %s",
                      lead,
                      same.size(),
                      together(same.stream().map(Analysis.Remark::text).toList()),
                      some(same, Analysis.Remark::title)));
        });
  }

  /** What some say that differ in their numbers: where these differ, from which to which. */
  private static String together(List<String> texts) {
    String first = texts.getFirst();
    List<List<String>> numbers =
        texts.stream()
            .distinct()
            .map(text -> NUMBER.matcher(text).results().map(MatchResult::group).toList())
            .toList();
    if (numbers.stream().anyMatch(its -> its.size() != numbers.getFirst().size())) {
      return NUMBER.matcher(first).replaceAll("…");
    }
    var said = new StringBuilder();
    Matcher number = NUMBER.matcher(first);
    for (int i = 0; number.find(); i++) {
      int at = i;
      List<String> its = numbers.stream().map(each -> each.get(at)).distinct().toList();
      number.appendReplacement(said, Matcher.quoteReplacement(range(its)));
    }
    return number.appendTail(said).toString();
  }

  private static String range(List<String> numbers) {
    boolean areWhole = numbers.stream().allMatch(each -> each.matches("\\d{1,9}"));
    if (numbers.size() == 1) {
      return numbers.getFirst();
    }
    return areWhole
        ? numbers.stream().mapToInt(Integer::parseInt).min().orElse(0)
            + "–"
            + numbers.stream().mapToInt(Integer::parseInt).max().orElse(0)
        : "…";
  }

  private String withoutNumbers(String text) {
    return plain.computeIfAbsent(
        text, its -> NUMBERED.matcher(NUMBER.matcher(its).replaceAll("#")).replaceAll("#"));
  }

  private void all(String pass, Reviewed<?> reviewed) {
    out.println(
        Phrase.of(
            "  %s, %s: %s: %s",
            pass, reviewed.standing().words(), reviewed.finding().title(), reviewed.reason()));
    out.println("    " + reviewed.finding().id());
    print(reviewed.finding().evidence());
    for (Choice choice : reviewed.finding().choices()) {
      boolean isChosen = reviewed.chosen().contains(choice.id());
      out.println(Phrase.of("    %s %s (%s)", isChosen ? "*" : "-", choice.label(), choice.id()));
      print(choice.evidence());
    }
  }

  private void print(List<Evidence> evidence) {
    for (Evidence each : evidence) {
      out.println(
          Phrase.of("      %s: %s %s", each.what(), each.value(), each.verdict()).stripTrailing());
    }
  }
}
