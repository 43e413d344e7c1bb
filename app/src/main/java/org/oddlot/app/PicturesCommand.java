package org.oddlot.app;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import org.oddlot.cli.ExitCode;
import org.oddlot.demo.Demo;
import org.oddlot.window.OddLotApp;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

/** {@code oddlot pictures DIR} */
@Command(
    name = "pictures",
    description = "Takes pictures of all main views from the demo lot, offscreen.",
    mixinStandardHelpOptions = true)
final class PicturesCommand implements Callable<Integer> {
  @Parameters(paramLabel = "DIR", description = "The folder for the pictures.")
  private @SuppressWarnings("NullAway.Init") Path folder;

  @Override
  public Integer call() throws IOException {
    // Nothing of the person's own may be seen on the pictures.
    try (var scratch = Scratch.open()) {
      List<Path> lots = Demo.makeAll(scratch.folder().resolve("The Night Ferry/Orrin"));
      OddLotApp.tour(lots, folder.toAbsolutePath(), scratch.folder());
    }
    return ExitCode.DONE;
  }
}
