package org.oddlot.lot;

import java.nio.file.Path;
import java.util.Optional;
import org.oddlot.pass.FoundStart;
import org.oddlot.pass.Progress;
import org.oddlot.pass.Source;

/**
 * Finds the start timecode of a source in its media. Found with {@link java.util.ServiceLoader}, so
 * that the core needs no media library.
 */
public interface StartFinder {
  /**
   * Looks into a media file; empty where it says nothing or cannot be read.
   *
   * @param source the source whose start the timeline file does not say
   * @param media its file
   * @throws org.oddlot.pass.CancelledException if {@code progress} asks to stop
   */
  Optional<FoundStart> find(Source source, Path media, Progress progress);
}
