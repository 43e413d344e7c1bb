package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import org.oddlot.lot.SafeFile;
import org.oddlot.practice.slate.Clock;
import org.oddlot.practice.slate.Script;
import org.oddlot.practice.slate.SlateLog;
import org.oddlot.practice.slate.SlateServer;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

/** {@code oddlot practice slate --script FILE --date D --rate R [--out FILE | --serve PORT]} */
@Command(
    name = "slate",
    description = "Practice Slate, a small logging device: plays a script and hands out its log.",
    mixinStandardHelpOptions = true,
    versionProvider = OddLot.Version.class)
final class PracticeSlateCommand implements Callable<Integer> {
  @Option(
      names = "--script",
      required = true,
      paramLabel = "FILE",
      description = "What is done at the device, by the time of day.")
  private @SuppressWarnings("NullAway.Init") Path script;

  @Option(names = "--rate", paramLabel = "R", description = "The rate it is set to (25).")
  private BigDecimal rate = BigDecimal.valueOf(25);

  @Option(
      names = "--date",
      required = true,
      paramLabel = "D",
      description = "The day it is set to.")
  private @SuppressWarnings("NullAway.Init") LocalDate date;

  @Option(
      names = "--clock-offset",
      paramLabel = "T",
      description = "How far its clock is ahead, as 7.5 or -0:01:07.5 (0).")
  private String offset = "0";

  @Option(
      names = "--out",
      paramLabel = "FILE",
      description = "The log as a file; .csv as rows, anything else as JSON.")
  private @Nullable Path target;

  @Option(
      names = "--serve",
      paramLabel = "PORT",
      description =
          "Hand the log out at this port of this machine, until the last piece; 0 for any.")
  private @Nullable Integer port;

  @Option(names = "--piece", paramLabel = "N", description = "Entries in a piece (10).")
  private int piece = 10;

  @Option(names = "--break-every", paramLabel = "N", description = "Break off every Nth piece.")
  private int breakEvery;

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() throws IOException, InterruptedException {
    if ((target == null) == (port == null)) {
      throw wrong("Say where the log goes: --out FILE or --serve PORT.");
    }
    if (piece < 1 || breakEvery == 1 || breakEvery < 0) {
      throw wrong("A piece has one entry or more, and not every piece can break off.");
    }
    SlateLog log;
    try {
      log =
          SlateLog.of(
              Script.parse(Files.readString(script)), new Clock(rate, date, Clock.millis(offset)));
    } catch (IllegalArgumentException e) {
      throw wrong(script.getFileName() + ", " + e.getMessage());
    }
    PrintWriter out = spec.commandLine().getOut();
    if (target != null) {
      boolean rows = target.toString().toLowerCase(Locale.ROOT).endsWith(".csv");
      SafeFile.create(target, path -> Files.writeString(path, rows ? log.csv() : log.json()));
      out.println("Written " + target + ", " + log.size() + " entries");
      out.flush();
      return ExitCode.DONE;
    }
    try (var server = SlateServer.start(log, port == null ? 0 : port, piece, breakEvery)) {
      out.println("Practice Slate is at " + server.address());
      out.flush();
      server.awaitAll();
    }
    return ExitCode.DONE;
  }

  private ParameterException wrong(String why) {
    return new ParameterException(spec.commandLine(), why);
  }
}
