package org.oddlot.problem;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * A fault of the program: a person gets a sentence, and a file that can be sent to those who can
 * mend it.
 */
public final class FaultReport {
  private FaultReport() {}

  /** Keeps what is known of {@code fault} in a file, and says in a sentence where it lies. */
  public static String keep(Throwable fault) {
    if (fault instanceof OutOfMemoryError) {
      return "The program needs more memory than it has. Give it more: JAVA_OPTS=-Xmx8g.";
    }
    try {
      Path file = Files.createTempFile("oddlot-fault-", ".txt");
      Files.writeString(file, text(fault), StandardCharsets.UTF_8);
      return "Odd Lot hit a bug; your files are untouched. Details are in " + file + ".";
    } catch (IOException | RuntimeException e) {
      return "Odd Lot hit a bug ("
          + fault.getClass().getSimpleName()
          + "); your files are untouched. No report of it could be written: "
          + (e instanceof IOException io ? FileTrouble.inWords(io) : "the disk cannot be used.");
    }
  }

  /** The same of a part of the work that failed and was left out, while the rest was done. */
  public static String keepLeftOut(String part, Throwable fault) {
    return part + " failed on what came in and was left out. " + keep(fault);
  }

  private static String text(Throwable fault) {
    var text = new StringWriter();
    var out = new PrintWriter(text);
    out.println("Java " + Runtime.version() + ", " + System.getProperty("os.name"));
    out.println("memory " + (Runtime.getRuntime().maxMemory() >> 20) + " MB");
    fault.printStackTrace(out);
    out.flush();
    return text.toString();
  }
}
