package org.oddlot.cli;

import java.io.Console;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.input.InputFile;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonObject;
import org.oddlot.progress.Progress;
import org.oddlot.text.Phrase;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;

/** What every command can be told about what it prints. */
final class OutputOptions {
  static final String JSON = "--json";

  @Option(
      names = JSON,
      description = "Print one JSON document on standard output and nothing else.")
  boolean json;

  @Option(names = "--quiet", description = "Show no progress.")
  private boolean quiet;

  /** Where long work says how far it is: on a terminal, unless nobody wants to see it. */
  Progress progress(CommandSpec spec) {
    boolean isSeen =
        !quiet
            && !json
            && Optional.ofNullable(System.console()).filter(Console::isTerminal).isPresent();
    return isSeen ? new Line(spec.commandLine().getErr()) : Progress.NONE;
  }

  /** Says which files were written. */
  void sayWritten(CommandSpec spec, List<Path> files) throws IOException {
    PrintWriter out = spec.commandLine().getOut();
    if (json) {
      var written = new ArrayList<JsonObject>();
      for (Path file : files) {
        written.add(
            new JsonDocuments()
                .put("file", file.toString())
                .put("sha256", InputFile.sha256(file))
                .toObject());
      }
      out.println(new JsonDocuments().put("written", JsonArray.of(written)).print());
    } else {
      files.forEach(file -> out.println("Written " + file));
    }
    out.flush();
  }

  /** One line that is written over and over, and is gone in the end. */
  private static final class Line implements Progress {
    private static final long TELL_EVERY_NANOS = 100_000_000;
    private static final int WIDTH = 70;

    private final PrintWriter err;
    private long lastTold = System.nanoTime();

    Line(PrintWriter err) {
      this.err = err;
    }

    @Override
    public synchronized void at(double fraction, String what) {
      long now = System.nanoTime();
      if (fraction >= 1) {
        say("");
      } else if (now - lastTold >= TELL_EVERY_NANOS) {
        lastTold = now;
        say(Phrase.of("%3.0f %%  %s", fraction * 100, what));
      }
    }

    private void say(String text) {
      String line = text.length() > WIDTH ? text.substring(0, WIDTH) : text;
      err.print("\r" + line + " ".repeat(WIDTH - line.length()) + "\r" + line);
      err.flush();
    }

    @Override
    public boolean isCancelled() {
      return false;
    }
  }
}
