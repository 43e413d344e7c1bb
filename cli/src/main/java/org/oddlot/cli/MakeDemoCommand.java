package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.oddlot.demo.Demo;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot make-demo DIR} */
@Command(
    name = "make-demo",
    description = "Makes the demo lot with its timelines and papers.",
    mixinStandardHelpOptions = true,
    versionProvider = OddLot.Version.class)
final class MakeDemoCommand implements Callable<Integer> {
  @Parameters(paramLabel = "DIR", description = "The folder for it.")
  private @SuppressWarnings("NullAway.Init") Path folder;

  @Mixin private OutputOptions output = new OutputOptions();

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    Path lot = Demo.makeAll(folder).getFirst();
    PrintWriter out = spec.commandLine().getOut();
    out.println(output.json ? new JsonDocuments().put("lot", lot.toString()).print() : lot);
    out.flush();
    return ExitCode.DONE;
  }
}
