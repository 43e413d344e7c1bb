package org.oddlot.window.match;

import java.util.ArrayList;
import java.util.List;
import org.oddlot.material.Source;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;

/**
 * When sources begin and end, side by side, so that a hundred thousand are looked through at once.
 */
final class Spans {
  private final List<Source> sources;
  private final long[] starts;
  private final long[] ends;
  private final long[] nominal;

  /** Those of these sources; what has no range is nowhere. */
  Spans(List<Source> all) {
    sources = all.stream().filter(source -> source.range().isPresent()).toList();
    starts = new long[sources.size()];
    ends = new long[sources.size()];
    nominal = new long[sources.size()];
    for (int i = 0; i < starts.length; i++) {
      TimeRange range = sources.get(i).range().orElseThrow();
      starts[i] = range.start().value();
      ends[i] = starts[i] + range.duration().value();
      nominal[i] = range.start().rate().nominal();
    }
  }

  /** Those of which something lies within so many frames of a moment, counted as the moment is. */
  List<Source> within(long frames, Timecode moment) {
    var near = new ArrayList<Source>();
    long its = moment.rate().nominal();
    long first = moment.frames() - frames;
    long last = moment.frames() + frames;
    for (int i = 0; i < starts.length; i++) {
      if (nominal[i] == its && starts[i] <= last && ends[i] >= first) {
        near.add(sources.get(i));
      }
    }
    return near;
  }
}
