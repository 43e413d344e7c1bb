package org.oddlot.watch;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/**
 * A job as it lies in the folder now.
 *
 * @param name what it is called: as its folder or its timeline file
 * @param root the folder that names of its files are told from
 * @param files its files, in order of their names
 * @param stamps what is known of each without reading it
 * @param hasTimeline whether a timeline file is among them
 */
record Arrival(
    String name, Path root, List<Path> files, Map<Path, Stamp> stamps, boolean hasTimeline) {
  /**
   * What a file is known by without reading it.
   *
   * @param size in bytes
   * @param modified when it was written last, as its file system says it; only compared
   * @param identity what its file system knows it by
   */
  record Stamp(long size, long modified, String identity) {}

  Arrival {
    files = List.copyOf(files);
    stamps = Map.copyOf(stamps);
  }

  /** What a file is called in it. */
  String name(Path file) {
    return root.relativize(file).toString();
  }
}
