package org.oddlot.format;

import java.util.List;
import java.util.Optional;
import org.oddlot.input.FileName;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKinds;

/** The formats of timeline files, which are written as well as read. */
public final class Formats {
  private Formats() {}

  /** All of them, the home format first. */
  public static List<TimelineFormat> timelines() {
    return InputKinds.all(TimelineFormat.class);
  }

  /** The format of a file that is to be written, by how its name ends. */
  public static Optional<TimelineFormat> toWrite(String name) {
    String ending = FileName.ending(name);
    return timelines().stream()
        .filter(format -> format.extensions().getFirst().equals(ending))
        .findFirst();
  }

  /** The format that a file has, by its name or its first bytes. */
  public static Optional<TimelineFormat> of(InputFile file) {
    return InputKinds.of(file)
        .filter(TimelineFormat.class::isInstance)
        .map(TimelineFormat.class::cast);
  }
}
