package org.oddlot.lot;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.format.Formats;
import org.oddlot.format.InputFile;
import org.oddlot.format.TimelineFormat;
import org.oddlot.pass.Document;
import org.oddlot.pass.Judged;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Progress;
import org.oddlot.pass.Standing;
import org.oddlot.pass.returning.ReturnFinding;

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
   * @param sha256 of its content
   */
  public record Written(Path path, String sha256) {}

  /** The files that will be written, by the names of the documents they come from. */
  public List<ReturnFinding> planned() {
    return outcome.step("return").stream()
        .flatMap(step -> step.judged().stream())
        .filter(judged -> judged.standing() == Standing.SETTLED)
        .map(Judged::finding)
        .map(ReturnFinding.class::cast)
        .filter(finding -> !finding.output().isEmpty())
        .toList();
  }

  /** The folder that is written to unless another is chosen: that of the first input. */
  public Optional<Path> usualFolder() {
    return lot.inputs().stream()
        .findFirst()
        .flatMap(input -> Optional.ofNullable(input.path().getParent()));
  }

  /**
   * Writes all planned files into {@code folder}. A name that is taken by something else gets a
   * number; a file that is there with the same content already is left alone.
   *
   * @throws IOException if a file could not be written; those before it are there, it is not
   * @throws org.oddlot.pass.CancelledException if {@code progress} asks to stop between two files
   */
  public List<Written> write(Path folder, Progress progress) throws IOException {
    var written = new ArrayList<Written>();
    List<ReturnFinding> planned = planned();
    for (int i = 0; i < planned.size(); i++) {
      ReturnFinding finding = planned.get(i);
      progress.check();
      progress.at((double) i / planned.size(), "Writing " + finding.output());
      written.add(write(finding, folder));
    }
    progress.at(1, "");
    return List.copyOf(written);
  }

  private Written write(ReturnFinding finding, Path folder) throws IOException {
    Document document = outcome.end().document(finding.document()).orElseThrow();
    Path source = input(document).path();
    TimelineFormat format =
        Formats.timelineFormat(new InputFile(source))
            .orElseGet(() -> Formats.timelines().getFirst());
    try {
      Path path =
          SafeFile.writeNew(
              folder.resolve(finding.output()),
              part -> format.write(document.root(), source, part));
      return new Written(path, digest(path));
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
  }

  private Lot.Input input(Document document) {
    return lot.inputs().stream()
        .filter(input -> input.sha256().equals(document.sha256()))
        .findFirst()
        .orElseThrow();
  }

  private static String digest(Path path) throws IOException {
    Path content = Files.isDirectory(path) ? path.resolve("content.otio") : path;
    return InputFile.sha256(Files.readAllBytes(content));
  }
}
