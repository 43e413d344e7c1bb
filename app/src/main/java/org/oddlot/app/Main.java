package org.oddlot.app;

import org.oddlot.cli.OddLot;
import picocli.CommandLine;

/** The program: every command, those that open the window included. */
public final class Main {
  private Main() {}

  /** Runs one command and ends with its exit code; without any it opens the window. */
  public static void main(String[] arguments) {
    System.exit(commandLine().execute(arguments.length == 0 ? new String[] {"open"} : arguments));
  }

  static CommandLine commandLine() {
    return OddLot.commandLine()
        .addSubcommand(new OpenCommand())
        .addSubcommand(new DemoCommand())
        .addSubcommand(new PicturesCommand());
  }
}
