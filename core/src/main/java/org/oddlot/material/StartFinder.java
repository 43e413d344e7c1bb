package org.oddlot.material;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.oddlot.problem.Wall;
import org.oddlot.progress.Progress;
import org.oddlot.time.FrameRate;

/**
 * Finds the start timecode of a source in its media. Found with {@link java.util.ServiceLoader}, so
 * that the core needs no media library.
 */
public interface StartFinder {
  /**
   * Looks into a media file; empty where it says nothing or cannot be read.
   *
   * @param rate at which the source is counted
   * @param media its file
   * @throws org.oddlot.progress.CancelledException if {@code progress} asks to stop
   */
  Optional<FoundTimecode> find(FrameRate rate, Path media, Progress progress);

  /** All that there are. */
  static List<StartFinder> all() {
    return Wall.members(StartFinder.class);
  }
}
