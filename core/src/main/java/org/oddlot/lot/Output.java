package org.oddlot.lot;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.oddlot.input.InputFile;
import org.oddlot.output.PlannedFile;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Outgoing;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.problem.FaultReport;
import org.oddlot.problem.FileTrouble;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.problem.Wall;
import org.oddlot.progress.Progress;

/** Writes what goes out. */
public final class Output {
  private final Lot lot;
  private final Outcome outcome;

  /** The output of a lot that was run. */
  public Output(Lot lot, Outcome outcome) {
    this.lot = lot;
    this.outcome = outcome;
  }

  /**
   * A file that was written.
   *
   * @param path where it is
   * @param lost what its format has no place for and is not in it
   */
  public record Written(Path path, List<String> lost) {
    public Written {
      lost = List.copyOf(lost);
    }

    /** The SHA-256 of its content; of a folder, of the names and digests of all that is in it. */
    public String sha256() throws IOException {
      return digest(path);
    }
  }

  /** The files that will be written: those that were not left out. */
  public List<Outgoing> planned() {
    return files(Standing.SETTLED).filter(file -> file.plan().isPresent()).toList();
  }

  /** How many files could be written and were left out by a person. */
  public int leftOut() {
    return (int) files(Standing.DECLINED).count();
  }

  private Stream<Outgoing> files(Standing standing) {
    return outcome.steps().stream()
        .flatMap(step -> step.reviewed().stream())
        .filter(reviewed -> reviewed.standing() == standing)
        .map(Reviewed::finding)
        .filter(Outgoing.class::isInstance)
        .map(Outgoing.class::cast);
  }

  /**
   * What came of writing.
   *
   * @param files those that are there
   * @param problems why the others are not
   */
  public record Writing(List<Written> files, List<Problem> problems) {
    /** Nothing was to be written. */
    public static final Writing NONE = new Writing(List.of(), List.of());

    public Writing {
      files = List.copyOf(files);
      problems = List.copyOf(problems);
    }
  }

  /**
   * Writes all planned files into {@code folder}. A name that is taken by something else gets a
   * number; a file that is there with the same content already is left alone. One that cannot be
   * written, whatever the reason, does not keep the others from it.
   *
   * @throws org.oddlot.progress.CancelledException if {@code progress} asks to stop between two
   *     files
   */
  public Writing write(Path folder, Progress progress) {
    var written = new ArrayList<Written>();
    var problems = new ArrayList<Problem>();
    List<Outgoing> planned = planned();
    for (int i = 0; i < planned.size(); i++) {
      Outgoing finding = planned.get(i);
      progress.check();
      progress.at((double) i / planned.size(), "Writing " + finding.output());
      var its = new Problems(finding.output());
      Wall.<Optional<Written>>behind(
              () -> write(finding, folder, its),
              fault -> {
                its.error("", FaultReport.keepLeftOut("Writing it", fault), "");
                return Optional.empty();
              })
          .ifPresent(written::add);
      problems.addAll(its.list());
    }
    progress.at(1, "");
    return new Writing(written, problems);
  }

  private Optional<Written> write(Outgoing finding, Path folder, Problems problems) {
    PlannedFile plan = finding.plan().orElseThrow();
    try {
      Path file =
          SafeFile.writeNew(
              folder.resolve(finding.output()),
              part -> plan.write(outcome.end(), this::pathOf, part));
      return Optional.of(new Written(file, plan.lost()));
    } catch (IOException e) {
      problems.error("", FileTrouble.inWords(e), "");
    } catch (UncheckedIOException e) {
      problems.error("", FileTrouble.inWords(Objects.requireNonNull(e.getCause())), "");
    }
    return Optional.empty();
  }

  private Path pathOf(String input) {
    return lot.input(input)
        .map(Lot.Input::path)
        .orElseThrow(() -> new IllegalArgumentException(input + " did not come in"));
  }

  private static String digest(Path path) throws IOException {
    if (!Files.isDirectory(path)) {
      return InputFile.sha256(path);
    }
    try (Stream<Path> files = Files.walk(path)) {
      var lines = new ArrayList<String>();
      for (Path file : files.filter(Files::isRegularFile).sorted().collect(Collectors.toList())) {
        lines.add(digest(file) + "  " + path.relativize(file).toString().replace('\\', '/'));
      }
      return InputFile.sha256(
          String.join("\n", lines).getBytes(java.nio.charset.StandardCharsets.UTF_8));
    }
  }
}
