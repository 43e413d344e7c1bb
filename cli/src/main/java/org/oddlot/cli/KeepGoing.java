package org.oddlot.cli;

import picocli.CommandLine.Option;

/** Whether a command goes on without files that were named and are not there. */
final class KeepGoing {
  static final String NAME = "--keep-going";

  @Option(
      names = NAME,
      description = "Go on without files that are not there; else nothing is written.")
  private boolean asked;

  /** Whether it was asked to. */
  boolean isAsked() {
    return asked;
  }
}
