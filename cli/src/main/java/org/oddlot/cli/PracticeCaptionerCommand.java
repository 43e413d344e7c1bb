package org.oddlot.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.oddlot.practice.captioner.CaptionerServer;
import org.oddlot.practice.captioner.SpokenScript;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

/** {@code oddlot practice captioner --script FILE --serve PORT} */
@Command(
    name = "captioner",
    description = "Practice Captioner, a captioning service that hears what its script says.",
    mixinStandardHelpOptions = true,
    versionProvider = OddLot.Version.class)
final class PracticeCaptionerCommand implements Callable<Integer> {
  @Option(
      names = "--script",
      required = true,
      paramLabel = "FILE",
      description = "Lines such as: 2.4 7.5 Tormod: and {Inés|in as} went forward.")
  private @SuppressWarnings("NullAway.Init") Path script;

  @Option(
      names = "--serve",
      required = true,
      paramLabel = "PORT",
      description = "The port at this machine, until captions and words were fetched; 0 for any.")
  private int port;

  @Option(names = "--slow", paramLabel = "N", description = "Be asked N times until it is done.")
  private int polls = 3;

  @Option(names = "--fail-every", paramLabel = "N", description = "Fail at every Nth question.")
  private int failEvery;

  @Option(names = "--cut-every", paramLabel = "N", description = "Break off every Nth answer.")
  private int cutEvery;

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() throws IOException, InterruptedException {
    if (polls < 1 || failEvery < 0 || failEvery == 1 || cutEvery < 0 || cutEvery == 1) {
      throw new ParameterException(
          spec.commandLine(), "Not every question can fail, and one at least has to be asked.");
    }
    SpokenScript spoken;
    try {
      spoken = SpokenScript.parse(Files.readString(script));
    } catch (IllegalArgumentException e) {
      throw new ParameterException(
          spec.commandLine(), script.getFileName() + ", " + e.getMessage());
    }
    var habits = new CaptionerServer.Habits(polls, failEvery, cutEvery);
    try (var server = CaptionerServer.start(spoken, port, habits)) {
      spec.commandLine().getOut().println("Practice Captioner is at " + server.address());
      spec.commandLine().getOut().flush();
      server.awaitAll();
    }
    return ExitCode.DONE;
  }
}
