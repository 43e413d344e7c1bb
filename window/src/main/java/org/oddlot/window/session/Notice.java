package org.oddlot.window.session;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.Optional;
import org.oddlot.problem.FaultReport;

/**
 * The last thing worth saying.
 *
 * @param text one sentence
 * @param trouble whether something went wrong
 * @param file the file it is about, to be shown on request
 */
public record Notice(String text, boolean trouble, Optional<Path> file) {
  static final Notice NONE = new Notice("", false, Optional.empty());

  static Notice of(String text) {
    return new Notice(text, false, Optional.empty());
  }

  static Notice trouble(String text) {
    return new Notice(text, true, Optional.empty());
  }

  /** What went wrong: with a file, or through a fault of the program, which then is kept. */
  static Notice of(Throwable wrong) {
    if (wrong instanceof IOException || wrong instanceof UncheckedIOException) {
      return trouble(sentence(String.valueOf(wrong.getMessage())));
    }
    return trouble(FaultReport.keep(wrong));
  }

  static String sentence(String text) {
    return text.endsWith(".") ? text : text + ".";
  }
}
