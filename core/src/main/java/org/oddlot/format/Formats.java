package org.oddlot.format;

import java.util.List;
import java.util.Optional;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKinds;

/** The formats of timeline files, which are written as well as read. */
public final class Formats {
  private Formats() {}

  /** All of them, the home format first. */
  public static List<TimelineFormat> timelines() {
    return InputKinds.all(TimelineFormat.class);
  }

  /** The format of a file that is to be written, by its name's ending. */
  public static Optional<TimelineFormat> toWrite(InputFile file) {
    return timelines().stream()
        .filter(format -> format.extensions().getFirst().equals(file.extension()))
        .findFirst();
  }

  /** The format that a file has, by its name or its first bytes. */
  public static Optional<TimelineFormat> of(InputFile file) {
    return InputKinds.of(file)
        .filter(TimelineFormat.class::isInstance)
        .map(TimelineFormat.class::cast);
  }
}
