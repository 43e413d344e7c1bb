package org.oddlot.app;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import org.oddlot.cli.ExitCode;
import org.oddlot.demo.Demo;
import org.oddlot.desk.OddLotApp;
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
      description = "The folder of the demo; oddlot-demo unless said otherwise.")
  private @Nullable Path folder;

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    Path demo = folder == null ? Path.of("oddlot-demo") : folder;
    Path lot = Demo.make(demo);
    Path second = Demo.makeDayTwo(demo.resolve("day 2"));
    Path third = Demo.makeDayThree(demo.resolve("day 3"));
    PrintWriter out = spec.commandLine().getOut();
    if (Display.isMissing()) {
      out.println(
          "There is no display: the window runs offscreen and goes through the demo by itself.");
      out.flush();
      OddLotApp.open(
          lot.toString(),
          "--tour=" + demo.resolve("tour"),
          "--second=" + second,
          "--third=" + third);
    } else {
      out.println("The demo lot is " + lot.toAbsolutePath());
      out.println(
          "Two more days of it: " + second.toAbsolutePath() + " and " + third.toAbsolutePath());
      out.flush();
      OddLotApp.open(lot.toString());
    }
    return ExitCode.DONE;
  }
}
