package org.oddlot.app;

import java.io.IOException;
import java.nio.file.Files;
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
    Path scratch = Files.createTempDirectory("oddlot-pictures");
    // Nothing of the person's own may be seen on the pictures.
    System.setProperty("oddlot.cache", scratch.resolve("cache").toString());
    System.setProperty("oddlot.config", scratch.resolve("config").toString());
    OddLotApp.tour(
        Demo.makeAll(scratch.resolve("The Night Ferry/Orrin")), folder.toAbsolutePath(), scratch);
    delete(scratch);
    return ExitCode.DONE;
  }

  private static void delete(Path folder) throws IOException {
    try (var files = Files.walk(folder)) {
      List<Path> deepestFirst = files.sorted(java.util.Comparator.reverseOrder()).toList();
      for (Path file : deepestFirst) {
        Files.delete(file);
      }
    }
  }
}
