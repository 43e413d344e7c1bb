package org.oddlot.cli;

import java.util.List;

/** Starts the command line without a window. */
public final class Main {
  private Main() {}

  /** Runs one command and ends with its exit code. */
  public static void main(String[] arguments) {
    System.exit(OddLot.run(arguments, List.of()));
  }
}
