package org.oddlot.app;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import org.oddlot.cli.ExitCode;
import org.oddlot.demo.Demo;
import org.oddlot.window.OddLotApp;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot demo [DIR]} */
@Command(
    name = "demo",
    description = "Makes the demo lot if it is not there, and opens it in the window.",
    mixinStandardHelpOptions = true)
final class DemoCommand implements Callable<Integer> {
  @Parameters(
      arity = "0..1",
      paramLabel = "DIR",
      description = "The demo's folder; oddlot-demo by default.")
  private @Nullable Path folder;

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    Path demo = folder == null ? Path.of("oddlot-demo") : folder;
    List<Path> lots = Demo.makeAll(demo);
    PrintWriter out = spec.commandLine().getOut();
    if (Display.isMissing()) {
      out.println(
          "There is no display: the window runs offscreen and goes through the demo by itself.");
      out.flush();
      OddLotApp.tour(lots, demo.resolve("tour"), demo.resolve("tour"));
    } else {
      out.println("The demo lot is " + lots.getFirst().toAbsolutePath());
      for (Path more : lots.subList(1, lots.size())) {
        out.println("Another day of it is " + more.toAbsolutePath());
      }
      out.flush();
      OddLotApp.open(lots.getFirst().toString());
    }
    return ExitCode.DONE;
  }
}
