package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import org.oddlot.lot.SafeFile;
import org.oddlot.practice.desk.DeskList;
import org.oddlot.practice.desk.DeskReader;
import org.oddlot.practice.desk.DeskReport;
import org.oddlot.practice.desk.DeskWriter;
import org.oddlot.practice.desk.Following;
import org.oddlot.practice.desk.Project;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot practice desk|slate} */
@Command(
    name = "practice",
    description = "The stand-ins for other programs.",
    mixinStandardHelpOptions = true,
    subcommands = {
      PracticeCommand.Desk.class,
      PracticeSlateCommand.class,
      PracticeCaptionerCommand.class
    })
final class PracticeCommand implements Callable<Integer> {
  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() {
    throw new ParameterException(spec.commandLine(), "Say which one: desk or slate.");
  }

  /** The editing program. */
  @Command(
      name = "desk",
      description = "Practice Desk, a small editing program.",
      mixinStandardHelpOptions = true,
      subcommands = {Import.class, Export.class, Follow.class})
  static final class Desk implements Callable<Integer> {
    @Spec
    private @SuppressWarnings("NullAway.Init") CommandSpec spec;

    @Override
    public Integer call() {
      throw new ParameterException(
          spec.commandLine(), "Say what it does: import, export or follow.");
    }
  }

  /** {@code oddlot practice desk import FILE} */
  @Command(
      name = "import",
      description = "Takes a file in and shows what it holds and what is wrong with it.",
      mixinStandardHelpOptions = true,
      versionProvider = OddLot.Version.class)
  static final class Import implements Callable<Integer> {
    @Parameters(paramLabel = "FILE", description = "The file to import.")
    private @SuppressWarnings("NullAway.Init") Path file;

    @Mixin private OutputOptions output = new OutputOptions();

    @Spec
    private @SuppressWarnings("NullAway.Init") CommandSpec spec;

    @Override
    public Integer call() throws IOException {
      String name = String.valueOf(file.getFileName());
      PrintWriter out = spec.commandLine().getOut();
      if (name.endsWith(".edl")) {
        DeskList list = DeskList.read(file);
        out.println(output.json ? list.json(name) : list.text(name));
        out.flush();
        return list.complaints().isEmpty() ? ExitCode.DONE : ExitCode.NEEDS_A_PERSON;
      }
      Project project = DeskReader.read(file);
      out.println(
          output.json ? DeskReport.json(name, project) : DeskReport.text(name, project).strip());
      out.flush();
      if (project.root().isEmpty()) {
        return ExitCode.WRONG_INPUT;
      }
      return project.isClean() ? ExitCode.DONE : ExitCode.NEEDS_A_PERSON;
    }
  }

  /** {@code oddlot practice desk export FILE OUT} */
  @Command(
      name = "export",
      description = "Imports a file and exports it again with the habits of the program.",
      mixinStandardHelpOptions = true,
      versionProvider = OddLot.Version.class)
  static final class Export implements Callable<Integer> {
    @Parameters(index = "0", paramLabel = "FILE", description = "The file to import.")
    private @SuppressWarnings("NullAway.Init") Path file;

    @Parameters(index = "1", paramLabel = "OUT", description = "The file to export to.")
    private @SuppressWarnings("NullAway.Init") Path target;

    @Spec
    private @SuppressWarnings("NullAway.Init") CommandSpec spec;

    @Override
    public Integer call() throws IOException {
      if (SafeFile.isTaken(target)) {
        throw new ParameterException(spec.commandLine(), target + " is there already.");
      }
      Project project = DeskReader.read(file);
      PrintWriter err = spec.commandLine().getErr();
      project.complaints().forEach(err::println);
      err.flush();
      if (project.root().isEmpty()) {
        return ExitCode.WRONG_INPUT;
      }
      byte[] bytes = DeskWriter.write(project.root().get());
      SafeFile.create(target, path -> Files.write(path, bytes));
      return ExitCode.DONE;
    }
  }

  /** {@code oddlot practice desk follow DIR} */
  @Command(
      name = "follow",
      description = {
        "Works with a folder that is watched: what is saved in DIR/desk is exported to DIR/exports;"
            + " what comes into DIR/returns is imported, with a reply beside it.",
        "With it: oddlot watch DIR/exports --out DIR/returns"
      },
      mixinStandardHelpOptions = true,
      versionProvider = OddLot.Version.class)
  static final class Follow implements Callable<Integer> {
    private static final long BETWEEN = 500;

    @Parameters(paramLabel = "DIR", description = "The folder of the exchange.")
    private @SuppressWarnings("NullAway.Init") Path folder;

    @Option(names = "--exports", paramLabel = "DIR", description = "Exports to this folder.")
    private @Nullable Path exports;

    @Option(names = "--returns", paramLabel = "DIR", description = "Imports from this folder.")
    private @Nullable Path returns;

    @Spec
    private @SuppressWarnings("NullAway.Init") CommandSpec spec;

    @Override
    public Integer call() throws IOException {
      PrintWriter out = spec.commandLine().getOut();
      var following =
          new Following(
              folder.resolve("desk"),
              exports == null ? folder.resolve("exports") : exports,
              returns == null ? folder.resolve("returns") : returns,
              line -> {
                out.println(line);
                out.flush();
              });
      while (!Thread.currentThread().isInterrupted()) {
        following.look();
        try {
          Thread.sleep(BETWEEN);
        } catch (InterruptedException e) {
          Thread.currentThread().interrupt();
        }
      }
      return ExitCode.DONE;
    }
  }
}
