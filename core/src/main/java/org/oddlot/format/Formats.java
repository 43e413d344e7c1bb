package org.oddlot.format;

import java.util.List;
import java.util.Optional;
import java.util.ServiceLoader;

/** The formats that are there. */
public final class Formats {
  private static final List<TimelineFormat> TIMELINES =
      ServiceLoader.load(TimelineFormat.class, Formats.class.getClassLoader()).stream()
          .map(ServiceLoader.Provider::get)
          .toList();

  private static final List<PaperFormat> PAPERS =
      ServiceLoader.load(PaperFormat.class, Formats.class.getClassLoader()).stream()
          .map(ServiceLoader.Provider::get)
          .toList();

  private Formats() {}

  /** The formats that hold tables. */
  public static List<PaperFormat> papers() {
    return PAPERS;
  }

  /** The paper format of a file, by its name's ending. */
  public static Optional<PaperFormat> paperFormat(InputFile file) {
    return PAPERS.stream()
        .filter(format -> format.extensions().contains(file.extension()))
        .findFirst();
  }

  /** The formats that hold timelines. */
  public static List<TimelineFormat> timelines() {
    return TIMELINES;
  }

  /** The timeline format of a file, by its name's ending. */
  public static Optional<TimelineFormat> timelineFormat(InputFile file) {
    return TIMELINES.stream()
        .filter(format -> format.extensions().contains(file.extension()))
        .findFirst();
  }
}
