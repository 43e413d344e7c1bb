package org.oddlot.material;

import java.util.List;

/**
 * In which formats captions go out, beside the one that they came in.
 *
 * @param endings how the files' names end, without the dot
 */
public record CaptionsToWrite(List<String> endings) {
  public CaptionsToWrite {
    endings = List.copyOf(endings);
  }
}
