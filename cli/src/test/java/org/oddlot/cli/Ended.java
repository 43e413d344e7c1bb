package org.oddlot.cli;

import java.io.PrintWriter;
import java.io.StringWriter;
import java.util.List;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonValue;
import picocli.CommandLine;

/**
 * What a command printed and ended with.
 *
 * @param code its exit code
 * @param out what it printed
 * @param err what it said beside
 */
record Ended(int code, String out, String err) {
  /** Runs a command. */
  static Ended run(String... arguments) {
    var out = new StringWriter();
    var err = new StringWriter();
    CommandLine line = OddLot.commandLine(arguments, List.of());
    line.setOut(new PrintWriter(out));
    line.setErr(new PrintWriter(err));
    return new Ended(line.execute(arguments), out.toString(), err.toString());
  }

  /** The one document that was printed. */
  JsonObject json() {
    return (JsonObject) JsonValue.parse(out);
  }
}
