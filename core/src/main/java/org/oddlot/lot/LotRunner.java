package org.oddlot.lot;

import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.input.FileState;
import org.oddlot.input.Memory;
import org.oddlot.material.ReadInput;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.measure.Measurer;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Outcome.UnusableAnswer;
import org.oddlot.problem.FaultReport;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.problem.Wall;
import org.oddlot.progress.Progress;
import org.oddlot.text.Phrase;

/**
 * Reads, measures and runs a lot and writes what comes of it: the one way for everybody who does
 * that without a window. What a run needs of its files, what is wrong and how it ends is decided
 * here.
 */
public final class LotRunner {
  /** How many of the largest files a lot is tried without. */
  private static final int MOST_LEFT_OUT = 3;

  private final MeasurementStore store;
  private final Engine.Acceptance acceptance;

  /**
   * @param store where results of measuring are kept
   * @param acceptance which findings are applied where nobody said anything
   */
  public LotRunner(MeasurementStore store, Engine.Acceptance acceptance) {
    this.store = store;
    this.acceptance = acceptance;
  }

  /** How a run ends. */
  public enum Ending {
    /** Everything that came in was used, and nothing needs a person. */
    DONE,
    /** Done, but something needs a person, or was left out. */
    NEEDS_A_PERSON,
    /** Nothing can be made of what was given, or something that was given is not there. */
    WRONG_INPUT
  }

  /**
   * A lot that was run.
   *
   * @param lot its inputs as they were read
   * @param read what came in
   * @param outcome what the passes made of it
   * @param missing the inputs that are not there
   * @param problems all that is wrong: with the lot's file, with what came in, with what was said,
   *     and passes that failed
   */
  public record Ran(
      Lot lot, ReadLot read, Outcome outcome, List<Path> missing, List<Problem> problems) {
    public Ran {
      missing = List.copyOf(missing);
      problems = List.copyOf(problems);
    }

    /** This of {@code lot}, of which some files were more than the memory holds. */
    private Ran without(List<Lot.Input> left, Lot lot) {
      var problems = new ArrayList<>(this.problems);
      for (Lot.Input input : left) {
        var its = new Problems(input.name());
        its.error("", Memory.tooSmall("Working with it"), Memory.REMEDY);
        problems.addAll(its.list());
      }
      Map<String, Lot.Input> known = new HashMap<>();
      this.lot.inputs().forEach(input -> known.put(input.name(), input));
      List<Lot.Input> all =
          lot.inputs().stream().map(input -> known.getOrDefault(input.name(), input)).toList();
      return new Ran(this.lot.withInputs(all), read, outcome, missing, problems);
    }

    /** Whether nothing at all could be read. */
    public boolean isNothingRead() {
      return read.material().all(ReadInput.class).stream().noneMatch(ReadInput::isRead);
    }

    /**
     * Whether nothing may be written.
     *
     * @param goesOn whether it was asked to go on without what is missing
     */
    public boolean isRefused(boolean goesOn) {
      return isNothingRead() || (!goesOn && !missing.isEmpty());
    }

    /** How it ends, as far as the whole lot is concerned. */
    public Ending ending(boolean goesOn) {
      return ending(goesOn, outcome.needsAPerson());
    }

    /** The same where only some of the findings count. */
    public Ending ending(boolean goesOn, boolean needsAPerson) {
      if (isRefused(goesOn)) {
        return Ending.WRONG_INPUT;
      }
      boolean isLeft = lot.inputs().size() > read.lot().inputs().size();
      return needsAPerson || isLeft || !missing.isEmpty() || !outcome.failed().isEmpty()
          ? Ending.NEEDS_A_PERSON
          : Ending.DONE;
    }

    /** How it ends where this was written of it. */
    public Ending ending(boolean goesOn, boolean needsAPerson, Output.Writing writing) {
      if (writing.problems().isEmpty()) {
        return ending(goesOn, needsAPerson);
      }
      return writing.files().isEmpty() ? Ending.WRONG_INPUT : Ending.NEEDS_A_PERSON;
    }

    /** Writes what goes out, each file that can be written. */
    public Output.Writing write(Path folder, Progress progress) {
      return new Output(lot, outcome).write(folder, progress);
    }
  }

  /**
   * Runs a lot; all that may keep somebody waiting says how far it is. Where the memory is not
   * enough for all of it, it is run without its largest file, which stays in the lot.
   *
   * @throws org.oddlot.progress.CancelledException if {@code progress} asks to stop
   */
  public Ran run(LotFile.Opened opened, Progress progress) {
    Lot lot = opened.lot();
    Optional<Ran> whole = Optional.empty();
    var left = new ArrayList<Lot.Input>();
    while (true) {
      List<Lot.Input> inputs =
          lot.inputs().stream().filter(input -> !left.contains(input)).toList();
      // Where leaving out what is large does not help, what is large is not the reason.
      boolean isLast = inputs.size() < 2 || left.size() == MOST_LEFT_OUT;
      try {
        Ran ran = once(opened.withLot(lot.withInputs(inputs)), progress);
        if (left.isEmpty()) {
          whole = Optional.of(ran);
        }
        if (!lacksMemory(ran)) {
          return left.isEmpty() ? ran : ran.without(left, lot);
        }
        if (isLast) {
          return whole.orElseGet(() -> ran.without(left, lot));
        }
      } catch (OutOfMemoryError e) {
        if (isLast) {
          return whole.orElseThrow(() -> e);
        }
      }
      left.add(
          Collections.max(
              inputs,
              Comparator.comparingLong((Lot.Input input) -> FileState.of(input.path()).size())));
    }
  }

  private static boolean lacksMemory(Ran ran) {
    return ran.outcome.failed().stream()
        .anyMatch(step -> step.fault().orElseThrow() instanceof OutOfMemoryError);
  }

  private Ran once(LotFile.Opened opened, Progress progress) {
    Lot lot = opened.lot();
    List<Path> missing =
        lot.inputs().stream()
            .map(Lot.Input::path)
            .filter(path -> !Files.exists(path, LinkOption.NOFOLLOW_LINKS))
            .toList();
    ReadLot read = LotReader.read(lot, progress);
    var measurer = new Measurer(store);
    Outcome outcome =
        new Engine(acceptance)
            .runMeasuring(read.material(), lot.sheet(), lot.answers(), measurer, progress);
    var problems = new ArrayList<>(opened.problems());
    var ofParts = new Problems("");
    Wall.absent().forEach(what -> ofParts.error("", what, ""));
    measurer.faults().forEach(what -> ofParts.error("", what, ""));
    problems.addAll(ofParts.list());
    problems.addAll(read.problems());
    problems.addAll(ofAnswers(outcome, opened.file(), lot.name()));
    problems.addAll(faults(outcome));
    return new Ran(read.lot(), read, outcome, missing, problems);
  }

  /** What a lot says about findings and nobody can use; it stays in the lot. */
  private static List<Problem> ofAnswers(Outcome outcome, Optional<Path> file, String lot) {
    var problems = new Problems(file.map(its -> String.valueOf(its.getFileName())).orElse(lot));
    for (UnusableAnswer each : outcome.unusable()) {
      problems.warning(
          file.map(its -> LotFile.placeOf(its, each.about())).orElse(""),
          Phrase.of("%s: %s.", each.about(), each.why()),
          "It is ignored, and stays in the lot.");
    }
    for (String each : outcome.unknownAnswers()) {
      problems.info(
          file.map(its -> LotFile.placeOf(its, each)).orElse(""),
          each + " was decided and is not there any more.");
    }
    return problems.list();
  }

  /** The passes that failed on what came in: each is a problem that says where its report lies. */
  private static List<Problem> faults(Outcome outcome) {
    var problems = new Problems("");
    outcome
        .failed()
        .forEach(step ->
            problems.error(
                "", FaultReport.keepLeftOut(step.pass().title(), step.fault().orElseThrow()), ""));
    return problems.list();
  }
}
