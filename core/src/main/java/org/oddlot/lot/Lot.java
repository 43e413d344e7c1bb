package org.oddlot.lot;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.pass.Decision;
import org.oddlot.pass.RunSheet;

/**
 * One job: the files that came in, the run sheet, and what was decided.
 *
 * @param name what it is called
 * @param inputs the files that came in, in order
 * @param sheet the passes and their settings
 * @param decisions what a person said, by the ids of the findings
 */
public record Lot(
    String name, List<Input> inputs, RunSheet sheet, Map<String, Decision> decisions) {

  /**
   * A file that came in.
   *
   * @param path where it is, absolute
   * @param sha256 of its content when it was last read; empty if it was not read yet
   * @param reading how it is read, where that was set by a person
   */
  public record Input(Path path, String sha256, Reading reading) {
    /** A file that was not read yet. */
    public static Input of(Path path) {
      return new Input(path.toAbsolutePath().normalize(), "", Reading.DETECTED);
    }

    /** This with what its content is now. */
    public Input withSha256(String digest) {
      return new Input(path, digest, reading);
    }

    /** This to be read otherwise. */
    public Input withReading(Reading newReading) {
      return new Input(path, sha256, newReading);
    }
  }

  public Lot {
    inputs = List.copyOf(inputs);
    decisions = Collections.unmodifiableMap(new LinkedHashMap<>(decisions));
  }

  /** A new lot with nothing in it. */
  public static Lot empty(String name) {
    return new Lot(name, List.of(), RunSheet.initial(), Map.of());
  }

  /** A lot of these files, named after the first. */
  public static Lot of(List<Path> files) {
    Lot lot = empty("lot").withFiles(files);
    return lot.inputs.isEmpty() ? lot : lot.withName(stem(lot.inputs.getFirst().path()));
  }

  private static String stem(Path path) {
    String name = String.valueOf(path.getFileName());
    int dot = name.lastIndexOf('.');
    return dot > 0 ? name.substring(0, dot) : name;
  }

  /** This under another name. */
  public Lot withName(String newName) {
    return new Lot(newName, inputs, sheet, decisions);
  }

  /** This with these files as well; those it has already are not taken twice. */
  public Lot withFiles(List<Path> files) {
    var all = new ArrayList<>(inputs);
    for (Path file : files) {
      Input input = Input.of(file);
      if (all.stream().noneMatch(known -> known.path().equals(input.path()))) {
        all.add(input);
      }
    }
    return withInputs(all);
  }

  /** This with other inputs. */
  public Lot withInputs(List<Input> newInputs) {
    return new Lot(name, newInputs, sheet, decisions);
  }

  /** This without one of its files. */
  public Lot without(Path file) {
    return withInputs(inputs.stream().filter(input -> !input.path().equals(file)).toList());
  }

  /** This with another run sheet. */
  public Lot withSheet(RunSheet newSheet) {
    return new Lot(name, inputs, newSheet, decisions);
  }

  /** This with something said about a finding; empty takes back what was said. */
  public Lot withDecision(String finding, Optional<Decision> decision) {
    var changed = new LinkedHashMap<>(decisions);
    changed.remove(finding);
    decision.ifPresent(said -> changed.put(finding, said));
    return new Lot(name, inputs, sheet, changed);
  }
}
