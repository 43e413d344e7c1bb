package org.oddlot.pass.putright;

import java.util.Map;
import org.oddlot.paper.LogEntry;

/**
 * By how many frames the entries of a log are taken to be early, for each camera.
 *
 * @param byCamera frames by the camera's letter
 */
record Shifts(Map<String, Long> byCamera) {
  Shifts {
    byCamera = Map.copyOf(byCamera);
  }

  long of(LogEntry entry) {
    return byCamera.getOrDefault(DayFrames.camera(entry.camera()), 0L);
  }
}
