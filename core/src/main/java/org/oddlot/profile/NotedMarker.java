package org.oddlot.profile;

import java.util.Optional;
import org.oddlot.time.TimeRange;

/**
 * What a marker says, wherever its program keeps that.
 *
 * @param kind what it is for; empty where the program does not say
 * @param name what it is called
 * @param category its group, empty if it has none
 * @param text what is to be read there, empty if nothing more than its name
 * @param range where, in the time of what it lies on
 */
public record NotedMarker(
    Optional<MarkerKind> kind, String name, String category, String text, TimeRange range) {
  /** Whether it is for this. */
  public boolean isOf(MarkerKind its) {
    return kind.filter(its::equals).isPresent();
  }
}
