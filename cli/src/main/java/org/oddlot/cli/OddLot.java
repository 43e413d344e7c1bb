package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import org.oddlot.problem.FaultReport;
import org.oddlot.problem.FileTrouble;
import org.oddlot.problem.Problems;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.IParameterExceptionHandler;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

/** The command {@code oddlot}; the commands that need no window are its subcommands here. */
@Command(
    name = "oddlot",
    description = "A desktop bench for assistant editors.",
    version = "Odd Lot 0.1",
    mixinStandardHelpOptions = true)
public final class OddLot implements Callable<Integer> {
  private static final String JSON = "--json";

  private static final List<Class<? extends Callable<Integer>>> COMMANDS =
      List.of(
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
          CaptionCommand.class);

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  /** A command line with all of these commands; more can be added. */
  public static CommandLine commandLine() {
    var line = new CommandLine(new OddLot());
    COMMANDS.forEach(line::addSubcommand);
    return configured(line);
  }

  /**
   * A command line for these arguments. Of the commands only the one that is called is looked at in
   * whole, which takes time for each; the others say their name and what they do.
   *
   * @param more commands beside those here
   */
  public static CommandLine commandLine(
      String[] arguments, List<Class<? extends Callable<Integer>>> more) {
    var line = new CommandLine(new OddLot());
    String called = arguments.length == 0 ? "" : arguments[0];
    for (var commands : List.of(COMMANDS, more)) {
      for (Class<? extends Callable<Integer>> command : commands) {
        Command said = command.getAnnotation(Command.class);
        if (said.name().equals(called)) {
          line.addSubcommand(command);
        } else {
          CommandSpec named = CommandSpec.create().name(said.name());
          named.usageMessage().description(said.description()).hidden(said.hidden());
          line.addSubcommand(said.name(), named);
        }
      }
    }
    return configured(line);
  }

  /**
   * Runs one command. Whatever happens, a person gets a sentence, and with {@code --json} a program
   * gets a document in UTF-8.
   *
   * @param more commands beside those here
   * @return what the program ends with
   */
  public static int run(String[] arguments, List<Class<? extends Callable<Integer>>> more) {
    CommandLine line = commandLine(arguments, more);
    if (List.of(arguments).contains(JSON)) {
      line.setOut(new PrintWriter(System.out, false, StandardCharsets.UTF_8));
    }
    try {
      return line.execute(arguments);
    } catch (StackOverflowError | OutOfMemoryError | LinkageError | AssertionError e) {
      String message = FaultReport.keep(e);
      line.getErr().println("oddlot: " + message);
      line.getErr().flush();
      tell(line, arguments, message);
      return ExitCode.FAULT;
    }
  }

  /** Picocli sets these for the commands that are there when they are set. */
  private static CommandLine configured(CommandLine line) {
    line.setCaseInsensitiveEnumValuesAllowed(true);
    line.registerConverter(Path.class, OddLot::path);
    IParameterExceptionHandler usual = line.getParameterExceptionHandler();
    line.setParameterExceptionHandler((exception, arguments) -> {
      int code = usual.handleParseException(exception, arguments);
      tell(exception.getCommandLine(), arguments, String.valueOf(exception.getMessage()));
      return code;
    });
    line.setExecutionExceptionHandler((exception, command, parsed) -> {
      IOException trouble =
          exception instanceof IOException e
              ? e
              : exception instanceof UncheckedIOException e ? e.getCause() : null;
      String message = trouble == null ? FaultReport.keep(exception) : FileTrouble.inWords(trouble);
      command.getErr().println("oddlot: " + message);
      tell(command, parsed.originalArgs().toArray(String[]::new), message);
      return trouble == null ? ExitCode.FAULT : ExitCode.WRONG_INPUT;
    });
    return line;
  }

  /**
   * The path that was meant. A name whose bytes are no UTF-8 cannot be said as text; it is the one
   * in its folder that looks like what was said.
   */
  private static Path path(String said) throws IOException {
    var path = Path.of(said);
    Path folder = path.toAbsolutePath().getParent();
    if (said.indexOf('\uFFFD') < 0 || folder == null || !Files.isDirectory(folder)) {
      return path;
    }
    try (var files = Files.list(folder)) {
      return files
          .filter(
              file -> String.valueOf(file.getFileName()).equals(String.valueOf(path.getFileName())))
          .findFirst()
          .orElse(path);
    }
  }

  /** What went wrong as the one JSON document, where that was asked for. */
  private static void tell(CommandLine command, String[] arguments, String message) {
    if (!List.of(arguments).contains(JSON)) {
      return;
    }
    var problems = new Problems("");
    problems.error("", message, "");
    PrintWriter out = command.getOut();
    out.println(
        new JsonDocuments().put("problems", JsonDocuments.problems(problems.list())).print());
    out.flush();
  }

  /** The option that every command has. */
  static final class JsonOption {
    @Option(
        names = JSON,
        description = "Print one JSON document on standard output and nothing else.")
    boolean json;
  }

  @Override
  public Integer call() {
    throw new ParameterException(spec.commandLine(), "Say what to do.");
  }
}
