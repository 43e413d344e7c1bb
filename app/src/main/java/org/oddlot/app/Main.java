package org.oddlot.app;

import java.util.List;
import java.util.concurrent.Callable;
import org.oddlot.cli.OddLot;

/** The program: every command, those that open the window included. */
public final class Main {
  static final List<Class<? extends Callable<Integer>>> COMMANDS =
      List.of(OpenCommand.class, DemoCommand.class, PicturesCommand.class, RehearseCommand.class);

  private Main() {}

  /** Runs one command and ends with its exit code; without any it opens the window. */
  public static void main(String[] arguments) {
    NativeFolder.use();
    System.exit(OddLot.run(arguments.length == 0 ? new String[] {"open"} : arguments, COMMANDS));
  }
}
