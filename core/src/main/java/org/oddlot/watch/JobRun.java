package org.oddlot.watch;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.oddlot.input.InputFile;
import org.oddlot.lot.Folders;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.LotRunner;
import org.oddlot.lot.Output;
import org.oddlot.lot.SheetFile;
import org.oddlot.pass.Finding;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.Standing;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Severity;
import org.oddlot.progress.Progress;
import org.oddlot.text.Phrase;

/** Runs one job, and writes it if nothing of it needs a person. */
final class JobRun {
  private static final int LONGEST = 300;

  private final Watched watched;
  private final LotRunner runner;
  private final Progress progress;

  JobRun(Watched watched, LotRunner runner, Progress progress) {
    this.watched = watched;
    this.runner = runner;
    this.progress = progress;
  }

  /**
   * What came of a job.
   *
   * @param isWritten whether it was written
   * @param text in a line
   * @param files what was written, from the folder that is written to
   */
  record Result(boolean isWritten, String text, List<String> files) {
    static Result waits(String why) {
      String says = Phrase.shortened(why, LONGEST);
      return new Result(false, (says.startsWith("for ") ? "waits " : "waits: ") + says, List.of());
    }
  }

  /** Whether a job is still as it was when it was read. */
  interface Unchanged {
    boolean isSo() throws IOException;
  }

  /**
   * Runs a job.
   *
   * @param before the run sheet that it was run with the last time, as its events name it
   * @param unchanged asked before anything is written; where it says no, nothing is, and nothing
   *     comes of it
   * @throws IOException if something cannot be read or written
   * @throws org.oddlot.progress.CancelledException if it is to stop
   */
  Optional<Result> run(Arrival arrival, String before, Unchanged unchanged) throws IOException {
    List<Path> wanted = arrival.files().stream().filter(Folders::isWanted).toList();
    if (wanted.isEmpty()) {
      return Optional.of(Result.waits("there is nothing in it that is read here"));
    }
    LotFile.Opened opened = opened(arrival, wanted, before);
    LotRunner.Ran ran = runner.run(opened, progress);
    if (!ran.missing().isEmpty() || !unchanged.isSo()) {
      return Optional.empty();
    }
    Optional<String> why = waitsFor(ran);
    if (why.isPresent()) {
      Files.createDirectories(watched.waiting());
      LotFile.save(ran.lot(), watched.waitingLot(arrival.name()));
      return Optional.of(Result.waits(why.get()));
    }
    return Optional.of(written(arrival, ran));
  }

  private Result written(Arrival arrival, LotRunner.Ran ran) throws IOException {
    Output.Writing writing = ran.write(watched.out().resolve(arrival.name()), progress);
    if (!writing.problems().isEmpty()) {
      throw new IOException(writing.problems().getFirst().message());
    }
    List<Output.Written> written = writing.files();
    LotFile.save(ran.lot(), watched.writtenLot(arrival.name()));
    Files.deleteIfExists(watched.waitingLot(arrival.name()));
    var files = new ArrayList<String>();
    int lost = 0;
    for (Output.Written file : written) {
      files.add(watched.out().relativize(file.path()).toString());
      lost += file.lost().size();
    }
    return new Result(
        true,
        Phrase.of(
            "written, %s: %s%s",
            Phrase.count(ran.outcome().changes(), "change"),
            String.join(", ", files),
            lost > 0 ? Phrase.of("; %s not carried", Phrase.count(lost, "thing")) : ""),
        files);
  }

  private LotFile.Opened opened(Arrival arrival, List<Path> wanted, String before)
      throws IOException {
    Path waiting = watched.waitingLot(arrival.name());
    if (!Files.exists(waiting)) {
      Lot lot = Lot.of(wanted).withName(arrival.name()).withSheet(watched.sheet());
      return new LotFile.Opened(lot, Optional.empty(), List.of());
    }
    LotFile.Opened opened = LotFile.open(waiting);
    Set<Path> there = new HashSet<>();
    wanted.forEach(file -> there.add(file.toAbsolutePath()));
    Lot lot =
        opened
            .lot()
            .withInputs(
                opened.lot().inputs().stream()
                    .filter(input -> there.contains(input.path()))
                    .toList())
            .withFiles(wanted);
    // Where nobody has set anything about it, it goes through the sheet that is used now.
    boolean isAsItWas = sheetKey(lot.sheet()).equals(before);
    return opened.withLot(isAsItWas ? lot.withSheet(watched.sheet()) : lot);
  }

  /** What a run sheet is known by. */
  static String sheetKey(RunSheet sheet) {
    return InputFile.sha256(SheetFile.write("", sheet).getBytes(StandardCharsets.UTF_8));
  }

  /** Why a job is not written by itself; empty if it is. */
  private Optional<String> waitsFor(LotRunner.Ran ran) {
    Outcome outcome = ran.outcome();
    Optional<Problem> unread =
        ran.problems().stream().filter(each -> each.severity() == Severity.ERROR).findFirst();
    if (unread.isPresent()) {
      Problem its = unread.get();
      return Optional.of(
          Phrase.of(
              "not read: %s%s%s",
              its.file().isEmpty() ? "" : its.file() + ", ",
              its.place().isEmpty() ? "" : its.place() + ": ",
              its.message()));
    }
    if (ran.isNothingRead()) {
      return Optional.of("nothing in it could be read");
    }
    if (outcome.needsAPerson()) {
      return Optional.of(needs(outcome));
    }
    if (new Output(ran.lot(), outcome).planned().isEmpty()) {
      return Optional.of("for a paper or another file: nothing in it is for the run sheet yet");
    }
    return Optional.empty();
  }

  /** How much needs somebody, and what the first of it is. */
  private static String needs(Outcome outcome) {
    int toLookAt = 0;
    int open = 0;
    Reviewed<?> first = null;
    for (Outcome.StepOutcome<?> step : outcome.steps()) {
      toLookAt += step.tally().toLookAt();
      open += step.tally().open();
      for (Reviewed<?> each : step.reviewed()) {
        boolean needs = each.standing() == Standing.TO_LOOK_AT || each.standing() == Standing.OPEN;
        first = first == null && needs ? each : first;
      }
    }
    String many =
        toLookAt == 0
            ? Phrase.of("%s open", Phrase.number(open))
            : open == 0
                ? Phrase.of("%s to look at", Phrase.number(toLookAt))
                : Phrase.of("%s to look at, %s open", Phrase.number(toLookAt), Phrase.number(open));
    if (first == null) {
      return outcome.failed().isEmpty() ? many : "a pass failed";
    }
    Finding finding = first.finding();
    String why = first.reason();
    return many + ": " + finding.title() + (why.isBlank() ? "" : " (" + why + ")");
  }
}
