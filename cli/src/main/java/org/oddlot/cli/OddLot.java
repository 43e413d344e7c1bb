package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.util.concurrent.Callable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

/** The command {@code oddlot}; the commands that need no window are its subcommands here. */
@Command(
    name = "oddlot",
    description = "A desktop bench for assistant editors.",
    version = "Odd Lot 0.1",
    mixinStandardHelpOptions = true,
    subcommands = {
      CheckCommand.class,
      RunCommand.class,
      PassesCommand.class,
      ConvertCommand.class,
      MakeDemoCommand.class,
      PracticeCommand.class,
      ProfileCommand.class,
      ReceiveCommand.class,
      TitlesCommand.class,
      ReportCommand.class,
      CaptionCommand.class
    })
public final class OddLot implements Callable<Integer> {

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  /** A command line with all of these commands; more can be added. */
  public static CommandLine commandLine() {
    var line = new CommandLine(new OddLot());
    line.setCaseInsensitiveEnumValuesAllowed(true);
    line.setExecutionExceptionHandler((exception, command, _) -> {
      PrintWriter err = command.getErr();
      if (exception instanceof IOException e) {
        err.println("oddlot: " + FileTrouble.inWords(e));
        return ExitCode.WRONG_INPUT;
      }
      if (exception instanceof UncheckedIOException e && e.getCause() != null) {
        err.println("oddlot: " + FileTrouble.inWords(e.getCause()));
        return ExitCode.WRONG_INPUT;
      }
      err.println("oddlot: a fault of the program: " + exception);
      exception.printStackTrace(err);
      return ExitCode.FAULT;
    });
    return line;
  }

  /** The option that every command has. */
  static final class JsonOption {
    @Option(
        names = "--json",
        description = "Print one JSON document on standard output and nothing else.")
    boolean json;
  }

  @Override
  public Integer call() {
    throw new ParameterException(spec.commandLine(), "Say what to do.");
  }
}
