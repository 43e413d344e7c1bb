package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.ZoneId;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.oddlot.json.JsonPatch;
import org.oddlot.json.JsonStyle;
import org.oddlot.lot.LotRunner;
import org.oddlot.lot.OwnSheets;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.pass.Engine;
import org.oddlot.pass.RunSheet;
import org.oddlot.watch.Journal;
import org.oddlot.watch.Watched;
import org.oddlot.watch.Watcher;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot watch IN --out OUT} */
@Command(
    name = "watch",
    description = {
      "Watches a folder: what arrives whole is run, and written if nothing of it needs a person.",
      "A folder in it is a job, and so is a timeline file with papers of its name. What waits lies"
          + " as a lot in OUT/waiting: answered and saved, it goes on by itself."
    },
    footer = {
      "",
      "Examples:",
      "  oddlot watch exports --out import --sheet day",
      "  oddlot watch exports --out exports/import --sheet mine.yaml --quiet 10",
      "It ends after the file that it is writing when it is told to (SIGTERM, Ctrl C)."
    },
    mixinStandardHelpOptions = true,
    versionProvider = OddLot.Version.class)
final class WatchCommand implements Callable<Integer> {
  @Parameters(paramLabel = "IN", description = "The folder that is watched.")
  private @SuppressWarnings("NullAway.Init") Path in;

  @Option(
      names = "--out",
      required = true,
      paramLabel = "OUT",
      description = "The folder to write to; it may lie in IN.")
  private @SuppressWarnings("NullAway.Init") Path folder;

  @Option(
      names = "--sheet",
      paramLabel = "NAME|FILE",
      description = "The run sheet, ready or your own; everything by default.")
  private String sheet = "everything";

  @Option(
      names = "--quiet",
      paramLabel = "S",
      description = "How long nothing of a job has to change before it is taken; 2 seconds.")
  private double quiet = 2;

  @Option(names = "--once", description = "Take what is there now, and end.")
  private boolean isOnce;

  @Option(names = OutputOptions.JSON, description = "Print each event as a line of JSON.")
  private boolean json;

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    if (!(quiet >= 0.1 && quiet <= 86_400)) {
      throw wrong("--quiet takes seconds, from 0.1 to 86400.");
    }
    if (Files.exists(in) && !Files.isDirectory(in)) {
      throw wrong(in + " is no folder.");
    }
    // What was watched before may be on a disk that comes back.
    if (!Files.isDirectory(in) && (isOnce || Journal.of(folder).isEmpty())) {
      throw wrong("There is no folder " + in + ".");
    }
    if (in.toAbsolutePath().normalize().equals(folder.toAbsolutePath().normalize())) {
      throw wrong("What is written needs a folder of its own; it may lie in the one watched.");
    }
    RunSheet its;
    try {
      its = OwnSheets.meant(sheet, RunSheet.initial());
    } catch (IOException e) {
      throw wrong(String.valueOf(e.getMessage()));
    }
    PrintWriter out = spec.commandLine().getOut();
    var waits = new AtomicBoolean();
    var watcher =
        new Watcher(
            new Watched(
                in.toAbsolutePath().normalize(),
                folder.toAbsolutePath().normalize(),
                its,
                sheet,
                Duration.ofMillis(Math.round(quiet * 1000))),
            new LotRunner(MeasurementStore.ofUser(), Engine.Acceptance.SETTLED),
            Clock.system(ZoneId.systemDefault()),
            event -> {
              waits.compareAndSet(false, event.needsSomebody());
              out.println(
                  json ? JsonPatch.toString(event.toJson(), JsonStyle.COMPACT) : event.line());
              out.flush();
            });
    if (isOnce) {
      watcher.runOnce();
      return waits.get() ? ExitCode.NEEDS_A_PERSON : ExitCode.DONE;
    }
    var ended = new CountDownLatch(1);
    var hook =
        new Thread(() -> {
          watcher.stop();
          try {
            // The machine would not wait: the file that is being written is.
            ended.await(10, TimeUnit.MINUTES);
          } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
          }
        });
    Runtime.getRuntime().addShutdownHook(hook);
    try {
      watcher.run();
    } finally {
      ended.countDown();
    }
    return ExitCode.DONE;
  }

  private ParameterException wrong(String message) {
    return new ParameterException(spec.commandLine(), message);
  }
}
