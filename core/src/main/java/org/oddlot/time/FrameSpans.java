package org.oddlot.time;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * A set of frames, kept as the spans that it is made of. It grows: frames are added, and it is
 * asked which of a span are in it. Each takes time with the number of spans that are touched.
 */
public final class FrameSpans {
  private final TreeMap<Long, Long> spans = new TreeMap<>();

  /**
   * Some frames that follow each other.
   *
   * @param from the first
   * @param to the one behind the last; not before {@code from}
   */
  public record Span(long from, long to) {
    public Span {
      if (to < from) {
        throw new IllegalArgumentException("A span ends before it begins: " + from + " to " + to);
      }
    }

    /** How many frames it has. */
    public long length() {
      return to - from;
    }
  }

  /** Adds the frames of a span. */
  public void add(Span span) {
    if (span.length() == 0) {
      return;
    }
    long from = span.from;
    long to = span.to;
    Map.Entry<Long, Long> before = spans.floorEntry(from);
    if (before != null && before.getValue() >= from) {
      from = before.getKey();
      to = Math.max(to, before.getValue());
    }
    for (Map.Entry<Long, Long> next = spans.ceilingEntry(from);
        next != null && next.getKey() <= to;
        next = spans.ceilingEntry(from)) {
      to = Math.max(to, next.getValue());
      spans.remove(next.getKey());
    }
    spans.put(from, to);
  }

  /** Those of a span that are in this, in order. */
  public List<Span> within(Span span) {
    var found = new ArrayList<Span>();
    Long first = spans.floorKey(span.from);
    for (Map.Entry<Long, Long> each :
        spans.subMap(first == null ? span.from : first, true, span.to, false).entrySet()) {
      long from = Math.max(span.from, each.getKey());
      long to = Math.min(span.to, each.getValue());
      if (from < to) {
        found.add(new Span(from, to));
      }
    }
    return found;
  }

  /** Those of a span that are not in this, in order. */
  public List<Span> outside(Span span) {
    var found = new ArrayList<Span>();
    long from = span.from;
    for (Span each : within(span)) {
      if (each.from > from) {
        found.add(new Span(from, each.from));
      }
      from = each.to;
    }
    if (from < span.to) {
      found.add(new Span(from, span.to));
    }
    return found;
  }

  /** How many frames are in it. */
  public long size() {
    return spans.entrySet().stream().mapToLong(each -> each.getValue() - each.getKey()).sum();
  }

  /** The number of frames in spans that do not overlap. */
  public static long length(List<Span> spans) {
    return spans.stream().mapToLong(Span::length).sum();
  }
}
