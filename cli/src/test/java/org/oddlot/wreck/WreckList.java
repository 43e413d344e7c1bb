package org.oddlot.wreck;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Function;
import org.oddlot.material.Material;
import org.oddlot.output.OutputKind;
import org.oddlot.output.PlannedFile;

/** A list of what lies there. */
public final class WreckList implements OutputKind {
  @Override
  public String what() {
    return "list of wrecks";
  }

  @Override
  public List<PlannedFile> plan(Material material) {
    Wreck.pass(Wreck.Door.PLAN);
    return Wreck.isArmed() ? List.of(new Planned()) : List.of();
  }

  private record Planned() implements PlannedFile {
    @Override
    public String id() {
      return "list of wrecks";
    }

    @Override
    public String title() {
      return "a list of wrecks";
    }

    @Override
    public String name() {
      return "wrecks.txt";
    }

    @Override
    public List<String> from() {
      return List.of();
    }

    @Override
    public int changes() {
      return 0;
    }

    @Override
    public List<String> lost() {
      Wreck.pass(Wreck.Door.LOST);
      return List.of();
    }

    @Override
    public void write(Material end, Function<String, Path> inputs, Path target) throws IOException {
      Wreck.pass(Wreck.Door.WRITE);
      Files.writeString(target, "flotsam\n");
    }
  }
}
