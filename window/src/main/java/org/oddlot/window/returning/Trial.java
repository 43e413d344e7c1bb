package org.oddlot.window.returning;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.oddlot.format.Formats;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKind;
import org.oddlot.input.InputKinds;
import org.oddlot.practice.desk.DeskList;
import org.oddlot.practice.desk.DeskReader;
import org.oddlot.practice.desk.Project;
import org.oddlot.text.Phrase;

/**
 * What came of taking a written file in again: Practice Desk imports timelines and lists; of other
 * files it is said why it does not.
 *
 * @param says what, in a sentence
 * @param isTried whether it was tried
 * @param complaints what was said against it
 */
record Trial(String says, boolean isTried, List<String> complaints) {
  Trial {
    complaints = List.copyOf(complaints);
  }

  static Trial of(Path file) {
    String name = String.valueOf(file.getFileName());
    if (name.endsWith(".edl")) {
      return ofList(file, name);
    }
    if (Formats.of(new InputFile(file)).isPresent()) {
      Project project = DeskReader.read(file);
      return new Trial(
          Phrase.of("%s: %,d clips taken in without a warning.", name, project.clips().size()),
          true,
          project.complaints().stream().map(each -> name + ": " + each).toList());
    }
    Optional<InputKind<?>> kind = InputKinds.of(new InputFile(file));
    return new Trial(
        kind.map(its ->
                Phrase.of(
                    "%s is no timeline, so Practice Desk does not take it in; it is read here again"
                        + " as %s.",
                    name, its.name()))
            .orElseGet(() ->
                Phrase.of(
                    "%s is for people to read; no editing program takes it in, so there is no trial.",
                    name)),
        false,
        List.of());
  }

  private static Trial ofList(Path file, String name) {
    try {
      DeskList list = DeskList.read(file);
      return new Trial(
          Phrase.of("%s: taken in as a list without a warning.", name),
          true,
          list.complaints().stream().map(each -> name + ": " + each).toList());
    } catch (IOException e) {
      return new Trial("", true, List.of(name + ": " + e.getMessage()));
    }
  }
}
