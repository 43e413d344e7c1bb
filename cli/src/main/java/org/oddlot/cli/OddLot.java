package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.oddlot.json.JsonArray;
import org.oddlot.lot.SafeFile;
import org.oddlot.problem.FaultReport;
import org.oddlot.problem.FileTrouble;
import org.oddlot.problem.Problems;
import org.oddlot.problem.Wall;
import picocli.AutoComplete.GenerateCompletion;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.HelpCommand;
import picocli.CommandLine.IVersionProvider;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;
import picocli.CommandLine.UnmatchedArgumentException;

/** The command {@code oddlot}; the commands that need no window are its subcommands here. */
@Command(
    name = "oddlot",
    description =
        "Merges logs, script notes, captions and sound into exported OTIO timelines; writes new"
            + " files to import.",
    version = OddLot.VERSION,
    mixinStandardHelpOptions = true)
public final class OddLot implements Callable<Integer> {
  static final String VERSION = "Odd Lot 0.1";
  private static final String JSON = OutputOptions.JSON;

  /** Those that say something about all the others. */
  private static final List<String> OF_ALL = List.of("help", "completion");

  private static final List<Class<? extends Callable<Integer>>> COMMANDS =
      List.of(
          CheckCommand.class,
          RunCommand.class,
          PassesCommand.class,
          CaptionsCommand.class,
          ConvertCommand.class,
          CompareCommand.class,
          ExtractCommand.class,
          MakeDemoCommand.class,
          PracticeCommand.class,
          ProfileCommand.class,
          ReceiveCommand.class,
          TitlesCommand.class,
          ReportCommand.class,
          FindCommand.class,
          CaptionCommand.class,
          WatchCommand.class,
          MorningCommand.class,
          HistoryCommand.class);

  private static final int MOST_TOLD = 200;

  /** What this call has written so far. */
  private static final List<Path> WRITTEN = new CopyOnWriteArrayList<>();

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  /** A command line with all of these commands; more can be added. */
  public static CommandLine commandLine() {
    return commandLine(List.of(), _ -> true);
  }

  /**
   * A command line for these arguments. Of the commands only the one that is called is looked at in
   * whole, which takes time for each; the others say their name and what they do.
   *
   * @param more commands beside those here
   */
  public static CommandLine commandLine(
      String[] arguments, List<Class<? extends Callable<Integer>>> more) {
    String called = arguments.length == 0 ? "" : arguments[0];
    return commandLine(more, name -> OF_ALL.contains(called) || name.equals(called));
  }

  private static CommandLine commandLine(
      List<Class<? extends Callable<Integer>>> more, Predicate<String> isWhole) {
    var line = new CommandLine(new OddLot());
    for (Class<?> command : Stream.concat(COMMANDS.stream(), more.stream()).toList()) {
      add(line, command.getAnnotation(Command.class).name(), command, isWhole);
    }
    add(line, "help", HelpCommand.class, isWhole);
    add(line, "completion", GenerateCompletion.class, isWhole);
    return configured(line);
  }

  private static void add(
      CommandLine line, String name, Class<?> command, Predicate<String> isWhole) {
    line.addSubcommand(
        name, isWhole.test(name) ? command : named(name, command.getAnnotation(Command.class)));
  }

  private static CommandSpec named(String name, Command said) {
    CommandSpec named = CommandSpec.create().name(name);
    named
        .usageMessage()
        .header(said.header())
        .description(said.description())
        .hidden(said.hidden());
    return named;
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
    int ending;
    try {
      ending = line.execute(arguments);
    } catch (Error e) {
      String message = inWords(e);
      line.getErr().println("oddlot: " + message);
      line.getErr().flush();
      tell(line, arguments, message);
      ending = ExitCode.FAULT;
    }
    // Without a part of itself what it says may be wrong in ways that it does not know.
    Wall.absent().stream().limit(3).forEach(what -> line.getErr().println("oddlot: " + what));
    line.getErr().flush();
    if (line.getOut().checkError()) {
      line.getErr().println("oddlot: What was to be said could not be written to the output.");
      line.getErr().flush();
      return ending == ExitCode.DONE ? wrong() : ending;
    }
    return ending;
  }

  /**
   * What went wrong; where not even that can be kept, as with no file left to open, the word of it.
   */
  private static String inWords(Error fault) {
    try {
      return FaultReport.keep(fault);
    } catch (Error another) {
      return "The program cannot go on, and cannot say more: " + fault.getMessage() + ".";
    }
  }

  /** That something went wrong: if something was written before, that is there. */
  private static int wrong() {
    return WRITTEN.isEmpty() ? ExitCode.WRONG_INPUT : ExitCode.NEEDS_A_PERSON;
  }

  /** A watch goes on for weeks: of what it writes the first is enough to know that it did. */
  private static void remember(Path file) {
    if (WRITTEN.size() < MOST_TOLD) {
      WRITTEN.add(file);
    }
  }

  /** Picocli sets these for the commands that are there when they are set. */
  private static CommandLine configured(CommandLine line) {
    line.setCaseInsensitiveEnumValuesAllowed(true);
    var strategy = line.getExecutionStrategy();
    line.setExecutionStrategy(parsed -> {
      WRITTEN.clear();
      SafeFile.tell(OddLot::remember);
      return strategy.execute(parsed);
    });
    line.registerConverter(Path.class, OddLot::path);
    line.setParameterExceptionHandler((exception, arguments) -> {
      CommandLine command = exception.getCommandLine();
      String name = command.getCommandSpec().qualifiedName();
      command.getErr().println(name + ": " + exception.getMessage());
      UnmatchedArgumentException.printSuggestions(exception, command.getErr());
      command.getErr().println("See " + name + " --help.");
      command.getErr().flush();
      tell(command, arguments, String.valueOf(exception.getMessage()));
      return ExitCode.WRONG_INPUT;
    });
    line.setExecutionExceptionHandler((exception, command, parsed) -> {
      IOException trouble =
          exception instanceof IOException e
              ? e
              : exception instanceof UncheckedIOException e ? e.getCause() : null;
      String message = trouble == null ? FaultReport.keep(exception) : FileTrouble.inWords(trouble);
      command.getErr().println("oddlot: " + message);
      WRITTEN.forEach(file -> command.getErr().println("written " + file));
      tell(command, parsed.originalArgs().toArray(String[]::new), message);
      return trouble == null ? ExitCode.FAULT : wrong();
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
        new JsonDocuments()
            .put("written", JsonArray.ofStrings(WRITTEN.stream().map(Path::toString).toList()))
            .put("problems", JsonDocuments.problems(problems.list()))
            .print());
    out.flush();
  }

  /** What {@code --version} says, of the program and of each command. */
  static final class Version implements IVersionProvider {
    @Override
    public String[] getVersion() {
      return new String[] {VERSION};
    }
  }

  @Override
  public Integer call() {
    throw new ParameterException(spec.commandLine(), "which command?");
  }
}
