package org.oddlot.cli;

import org.oddlot.lot.LotRunner;

/** What the program ends with. */
public final class ExitCode {
  /** Done. */
  public static final int DONE = 0;

  /** Done, but something needs a person. */
  public static final int NEEDS_A_PERSON = 1;

  /** The call or an input was wrong; nothing was written. */
  public static final int WRONG_INPUT = 2;

  /** A fault of ours. */
  public static final int FAULT = 3;

  private ExitCode() {}

  static int of(LotRunner.Ending ending) {
    return switch (ending) {
      case DONE -> DONE;
      case NEEDS_A_PERSON -> NEEDS_A_PERSON;
      case WRONG_INPUT -> WRONG_INPUT;
    };
  }
}
