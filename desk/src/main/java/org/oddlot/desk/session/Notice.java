package org.oddlot.desk.session;

import java.nio.file.Path;
import java.util.Optional;

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
}
