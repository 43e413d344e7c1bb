package org.oddlot.app;

import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import org.oddlot.cli.ExitCode;
import org.oddlot.window.OddLotApp;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot open [LOT|FILE...]} */
@Command(name = "open", description = "Opens the window.", mixinStandardHelpOptions = true)
final class OpenCommand implements Callable<Integer> {
  @Parameters(arity = "0..*", paramLabel = "LOT|FILE", description = "What to open in it.")
  private List<Path> files = List.of();

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() {
    if (Display.isMissing()) {
      spec.commandLine().getErr().println("oddlot: there is no display to open a window on.");
      return ExitCode.WRONG_INPUT;
    }
    OddLotApp.open(files.stream().map(Path::toString).toArray(String[]::new));
    return ExitCode.DONE;
  }
}
