package org.oddlot.lot;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.oddlot.input.InputFile;
import org.oddlot.output.PlannedFile;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Outgoing;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
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
   * Writes all planned files into {@code folder}. A name that is taken by something else gets a
   * number; a file that is there with the same content already is left alone.
   *
   * @throws IOException if a file could not be written; those before it are there, it is not
   * @throws org.oddlot.progress.CancelledException if {@code progress} asks to stop between two
   *     files
   */
  public List<Written> write(Path folder, Progress progress) throws IOException {
    var written = new ArrayList<Written>();
    List<Outgoing> planned = planned();
    for (int i = 0; i < planned.size(); i++) {
      Outgoing finding = planned.get(i);
      progress.check();
      progress.at((double) i / planned.size(), "Writing " + finding.output());
      written.add(write(finding.plan().orElseThrow(), folder.resolve(finding.output())));
    }
    progress.at(1, "");
    return List.copyOf(written);
  }

  private Written write(PlannedFile plan, Path wanted) throws IOException {
    try {
      return new Written(
          SafeFile.writeNew(wanted, part -> plan.write(outcome.end(), this::pathOf, part)),
          plan.lost());
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
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
