package org.oddlot.tide;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Function;
import org.oddlot.material.Material;
import org.oddlot.material.ReadInput;
import org.oddlot.output.OutputKind;
import org.oddlot.output.PlannedFile;
import org.oddlot.tide.TidePass.HighWater;

/** A list of the clips shot at high water. */
public final class TideList implements OutputKind {
  @Override
  public String what() {
    return "tide list";
  }

  @Override
  public List<PlannedFile> plan(Material material) {
    List<String> tables =
        material.all(ReadInput.class).stream()
            .filter(input -> input.value().orElse(null) instanceof TideTable)
            .map(ReadInput::name)
            .toList();
    return material.all(HighWater.class).isEmpty() ? List.of() : List.of(new Planned(tables));
  }

  private record Planned(List<String> from) implements PlannedFile {
    @Override
    public String id() {
      return "tide list";
    }

    @Override
    public String title() {
      return "a new list of what was shot at high water";
    }

    @Override
    public String name() {
      return "high water.txt";
    }

    @Override
    public int changes() {
      return 0;
    }

    @Override
    public List<String> lost() {
      return List.of("all that is not the clip's name");
    }

    @Override
    public void write(Material end, Function<String, Path> inputs, Path target) throws IOException {
      Files.write(target, end.all(HighWater.class).stream().map(HighWater::line).toList());
    }
  }
}
