package org.oddlot.cli;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import org.oddlot.lot.DeviceLog;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot receive ADDRESS} */
@Command(
    name = "receive",
    description = "Fetches the log of a logging device that is attached to this machine.",
    mixinStandardHelpOptions = true,
    versionProvider = OddLot.Version.class)
final class ReceiveCommand implements Callable<Integer> {
  @Parameters(
      paramLabel = "ADDRESS",
      description = "Where the device is: http://127.0.0.1:PORT/log, or only the port.")
  private @SuppressWarnings("NullAway.Init") String address;

  @Option(
      names = "--out",
      paramLabel = "DIR",
      description = "The folder to write to; the current one by default.")
  private Path folder = Path.of("");

  @Mixin private OutputOptions output = new OutputOptions();

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    URI uri =
        DeviceLog.address(address)
            .orElseThrow(() ->
                new ParameterException(
                    spec.commandLine(),
                    "\""
                        + address
                        + "\" is no address of a device at this machine, such as 8421."));
    Path file = DeviceLog.receive(uri, folder.toAbsolutePath(), output.progress(spec));
    output.sayWritten(spec, List.of(file));
    return ExitCode.DONE;
  }
}
