package org.oddlot.handoff;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.oddlot.timeline.TimelineObject;

/**
 * What is handed on, as it was settled.
 *
 * @param sends a file each, or several where one does not hold it all
 */
public record HandOff(List<Send> sends) {

  /**
   * Timelines that go out in a format.
   *
   * @param name what the file is called, without its ending
   * @param document the file that they came in with
   * @param root the timelines with what they use
   * @param target what they go out as
   * @param report what becomes of them in it
   * @param travel the media that must travel with them
   * @param isListed whether a list of that goes out beside them
   * @param copies the folder that the media was copied to; empty where it stays where it is
   */
  public record Send(
      String name,
      String document,
      TimelineObject root,
      Target target,
      CarryReport report,
      Travel travel,
      boolean isListed,
      Optional<Path> copies) {

    /** What is written to a file in {@code folder}: with the addresses of the copies there are. */
    public TimelineObject written(Path folder) {
      return copies
          .map(where -> MediaCopy.of(travel, where))
          .map(copy -> Readdressed.of(root, travel, copy, copy.there(), folder))
          .orElse(root);
    }
  }

  public HandOff {
    sends = List.copyOf(sends);
  }
}
