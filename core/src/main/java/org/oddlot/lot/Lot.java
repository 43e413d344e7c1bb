package org.oddlot.lot;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.oddlot.format.TimelineFormat;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKinds;
import org.oddlot.input.ReadingOptions;
import org.oddlot.json.JsonValue;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.RunSheet;

/**
 * One job: the files that came in, the run sheet, and what was said.
 *
 * @param name what it is called
 * @param inputs the files that came in, in order
 * @param sheet the passes and their settings
 * @param answers what a person said
 * @param carried what its file says and nobody here understands; it is kept there
 */
public record Lot(
    String name,
    List<Input> inputs,
    RunSheet sheet,
    Answers answers,
    Map<String, JsonValue> carried) {

  /**
   * A file that came in.
   *
   * @param name what it is known by in the lot, unlike any other
   * @param path where it is, absolute
   * @param sha256 of its content when it was last read; empty if it was not read yet
   * @param reading how it is read, where that was set by a person
   */
  public record Input(String name, Path path, String sha256, ReadingOptions reading) {

    /** This with what its content is now. */
    public Input withSha256(String digest) {
      return new Input(name, path, digest, reading);
    }

    /** This to be read otherwise. */
    public Input withReading(ReadingOptions newReading) {
      return new Input(name, path, sha256, newReading);
    }
  }

  public Lot {
    inputs = List.copyOf(inputs);
    carried = Map.copyOf(carried);
  }

  /** A new lot with nothing in it. */
  public static Lot empty(String name) {
    return new Lot(name, List.of(), RunSheet.initial(), Answers.NONE, Map.of());
  }

  /** A lot of these files, named after the first timeline file, or else the first of all. */
  public static Lot of(List<Path> files) {
    Lot lot = empty("lot").withFiles(files);
    return lot.firstTimeline()
        .or(() -> lot.inputs.stream().map(Input::path).findFirst())
        .map(path -> lot.withName(new InputFile(path).stem()))
        .orElse(lot);
  }

  /** This under its timeline file's name, if it is called after a file that is none. */
  public Lot namedAfterItsTimeline() {
    boolean isAfterAnother =
        inputs.stream()
            .map(Input::path)
            .anyMatch(path -> new InputFile(path).stem().equals(name) && !isTimeline(path));
    return isAfterAnother
        ? firstTimeline().map(path -> withName(new InputFile(path).stem())).orElse(this)
        : this;
  }

  private Optional<Path> firstTimeline() {
    return inputs.stream().map(Input::path).filter(Lot::isTimeline).findFirst();
  }

  private static boolean isTimeline(Path path) {
    return InputKinds.of(new InputFile(path)).filter(TimelineFormat.class::isInstance).isPresent();
  }

  /** This under another name. */
  public Lot withName(String newName) {
    return new Lot(newName, inputs, sheet, answers, carried);
  }

  /** This with these files as well; those it has already are not taken twice. */
  public Lot withFiles(List<Path> files) {
    Set<Path> known = inputs.stream().map(Input::path).collect(Collectors.toSet());
    var fresh = new ArrayList<Path>();
    for (Path file : files) {
      Path path = file.toAbsolutePath().normalize();
      if (known.add(path)) {
        fresh.add(path);
      }
    }
    List<String> names =
        InputNames.of(
            fresh, new HashSet<>(inputs.stream().map(Input::name).collect(Collectors.toSet())));
    var all = new ArrayList<>(inputs);
    for (int i = 0; i < fresh.size(); i++) {
      all.add(new Input(names.get(i), fresh.get(i), "", ReadingOptions.DETECTED));
    }
    return withInputs(all);
  }

  /** This with other inputs. */
  public Lot withInputs(List<Input> newInputs) {
    return new Lot(name, newInputs, sheet, answers, carried);
  }

  /** The input of this name. */
  public Optional<Input> input(String input) {
    return inputs.stream().filter(each -> each.name().equals(input)).findFirst();
  }

  /** This without some of its files. */
  public Lot without(List<Path> files) {
    return withInputs(inputs.stream().filter(input -> !files.contains(input.path())).toList());
  }

  /** This with another run sheet. */
  public Lot withSheet(RunSheet newSheet) {
    return new Lot(name, inputs, newSheet, answers, carried);
  }

  /** This with something else said. */
  public Lot withAnswers(Answers newAnswers) {
    return new Lot(name, inputs, sheet, newAnswers, carried);
  }

  /** This with something said about a finding; empty takes back what was said. */
  public Lot withDecision(FindingId finding, Optional<Decision> decision) {
    return withAnswers(answers.with(finding, decision));
  }

  /** The folder that is written to unless another is chosen: that of the first input. */
  public Optional<Path> usualFolder() {
    return inputs.stream()
        .findFirst()
        .flatMap(input -> Optional.ofNullable(input.path().getParent()));
  }
}
