package org.oddlot.cli;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import org.oddlot.format.caption.CaptionFormat;
import org.oddlot.lot.CaptionService;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot caption ADDRESS SOUND} */
@Command(
    name = "caption",
    description = "Has a sound file captioned by a service at this machine.",
    mixinStandardHelpOptions = true,
    versionProvider = OddLot.Version.class)
final class CaptionCommand implements Callable<Integer> {
  @Parameters(
      index = "0",
      paramLabel = "ADDRESS",
      description = "Where the service is: http://127.0.0.1:PORT/jobs, or only the port.")
  private @SuppressWarnings("NullAway.Init") String address;

  @Parameters(index = "1", paramLabel = "SOUND", description = "The one file that is sent.")
  private @SuppressWarnings("NullAway.Init") Path sound;

  @Option(names = "--language", paramLabel = "TAG", description = "What is spoken: en, nn …")
  private String language = "";

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
        CaptionService.address(address)
            .orElseThrow(() ->
                new ParameterException(
                    spec.commandLine(),
                    "\"" + address + "\" is no address at this machine, such as 8431."));
    CaptionFormat.LANGUAGE
        .problem(language)
        .ifPresent(what -> {
          throw new ParameterException(spec.commandLine(), what + ".");
        });
    List<Path> written =
        CaptionService.caption(
            uri, sound, language, folder.toAbsolutePath(), output.progress(spec));
    output.sayWritten(spec, written);
    return ExitCode.DONE;
  }
}
