package org.oddlot.wreck;

import java.util.List;
import java.util.Optional;
import org.oddlot.input.Contents;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKind;
import org.oddlot.input.Probe;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;

/** {@code .wreck}, and what has no ending at all. */
public final class WreckFiles implements InputKind<WreckFiles.Flotsam> {
  /** What is read: nothing much. */
  public record Flotsam(String name) {}

  @Override
  public String name() {
    return "Wreck";
  }

  @Override
  public String what() {
    return "wreck";
  }

  @Override
  public List<String> extensions() {
    return List.of(".wreck");
  }

  @Override
  public Class<Flotsam> type() {
    return Flotsam.class;
  }

  @Override
  public Likeness likeness(Probe probe) {
    Wreck.pass(Wreck.Door.LIKENESS);
    return Likeness.NONE;
  }

  @Override
  public Optional<Flotsam> read(InputFile file, ReadingOptions options, Problems problems) {
    Wreck.pass(Wreck.Door.READ);
    return Optional.of(new Flotsam(file.name()));
  }

  @Override
  public Contents describe(Flotsam value) {
    Wreck.pass(Wreck.Door.DESCRIBE);
    return Contents.of("flotsam");
  }
}
