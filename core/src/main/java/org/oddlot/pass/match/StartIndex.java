package org.oddlot.pass.match;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.oddlot.material.InOrder;
import org.oddlot.material.Source;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;

/**
 * Sources by their start timecode, for each rate, so that those near a moment are found at once.
 */
final class StartIndex {
  private final Map<FrameRate, Map<Optional<LocalDate>, Lane>> lanes = new HashMap<>();
  private final List<FrameRate> rates;

  /** What was asked for before: most entries are of few days. */
  private final Map<Near, List<Lane>> near = new ConcurrentHashMap<>();

  /** Is given sources until it has enough. */
  @FunctionalInterface
  interface Visitor {
    /** Whether there should be more. */
    boolean wantsMoreThan(Source source);
  }

  /**
   * The sources of one rate and day, earliest first, and the last end in each part of them: halves,
   * halves of halves and so on. One that is very long costs those that are asked for beside it no
   * more than any other.
   */
  private static final class Lane {
    private final List<Source> sources;
    private final long[] starts;
    private final long[] lastEnd;

    Lane(List<Source> all) {
      sources = all.stream().sorted(Comparator.comparingLong(StartIndex::start)).toList();
      starts = sources.stream().mapToLong(StartIndex::start).toArray();
      lastEnd = new long[Integer.highestOneBit(Math.max(1, sources.size() - 1)) * 4];
      fill(1, 0, starts.length);
    }

    private long fill(int part, int from, int to) {
      if (to - from <= 1) {
        lastEnd[part] = from == to ? Long.MIN_VALUE : starts[from] + duration(sources.get(from));
      } else {
        int middle = (from + to) >>> 1;
        lastEnd[part] = Math.max(fill(2 * part, from, middle), fill(2 * part + 1, middle, to));
      }
      return lastEnd[part];
    }

    /** Whether all of those that start within were wanted. */
    boolean within(long least, long most, Visitor visitor) {
      int first = InOrder.first(starts.length, i -> starts[i] >= least);
      for (int i = first; i < starts.length && starts[i] <= most; i++) {
        if (!visitor.wantsMoreThan(sources.get(i))) {
          return false;
        }
      }
      return true;
    }

    /**
     * Whether all of those that start before {@code to} and end behind {@code from} were wanted.
     */
    boolean touching(long from, long to, Visitor visitor) {
      int count = InOrder.first(starts.length, i -> starts[i] >= to);
      return touching(1, 0, starts.length, count, from, visitor);
    }

    private boolean touching(int part, int low, int high, int count, long from, Visitor visitor) {
      if (low >= count || low >= high || lastEnd[part] <= from) {
        return true;
      }
      if (high - low == 1) {
        return visitor.wantsMoreThan(sources.get(low));
      }
      int middle = (low + high) >>> 1;
      return touching(2 * part, low, middle, count, from, visitor)
          && touching(2 * part + 1, middle, high, count, from, visitor);
    }
  }

  StartIndex(List<Source> all) {
    var byRate = new HashMap<FrameRate, Map<Optional<LocalDate>, List<Source>>>();
    for (Source source : all) {
      source
          .rate()
          .ifPresent(rate ->
              byRate
                  .computeIfAbsent(rate, _ -> new HashMap<>())
                  .computeIfAbsent(source.recorded(), _ -> new ArrayList<>())
                  .add(source));
    }
    byRate.forEach((rate, days) -> {
      var lanesOfRate = new HashMap<Optional<LocalDate>, Lane>();
      days.forEach((day, sources) -> lanesOfRate.put(day, new Lane(sources)));
      lanes.put(rate, lanesOfRate);
    });
    rates = lanes.keySet().stream().sorted().toList();
  }

  /**
   * The lanes in which something for a day can be: the day itself, the ones beside it (a night goes
   * past midnight) and what is not dated; all of them where no day is given.
   */
  private Collection<Lane> lanes(FrameRate rate, Optional<LocalDate> day) {
    Map<Optional<LocalDate>, Lane> all = lanes.getOrDefault(rate, Map.of());
    return day.isEmpty()
        ? all.values()
        : near.computeIfAbsent(new Near(rate, day.get()), n -> near(all, n.day));
  }

  private record Near(FrameRate rate, LocalDate day) {}

  private static List<Lane> near(Map<Optional<LocalDate>, Lane> all, LocalDate day) {
    return Stream.of(
            Optional.of(day),
            Optional.of(day.minusDays(1)),
            Optional.of(day.plusDays(1)),
            Optional.<LocalDate>empty())
        .flatMap(d -> Stream.ofNullable(all.get(d)))
        .toList();
  }

  private static long start(Source source) {
    return source.start().map(RationalTime::value).orElseThrow();
  }

  static long duration(Source source) {
    return source.range().map(range -> range.duration().value()).orElse(0L);
  }

  /** The rates that there are. */
  List<FrameRate> rates() {
    return rates;
  }

  /**
   * Gives the sources at {@code rate} that start from {@code from} to {@code to}, both included, as
   * long as more are wanted.
   *
   * @param day only what can be of this day; of any where it is empty
   */
  void startingWithin(
      FrameRate rate, Optional<LocalDate> day, long from, long to, Visitor visitor) {
    for (Lane lane : lanes(rate, day)) {
      if (!lane.within(from, to, visitor)) {
        return;
      }
    }
  }

  /**
   * Gives the sources at {@code rate} that have a frame from {@code from} up to {@code to}, as long
   * as more are wanted.
   *
   * @param day only what can be of this day; of any where it is empty
   */
  void touching(FrameRate rate, Optional<LocalDate> day, long from, long to, Visitor visitor) {
    for (Lane lane : lanes(rate, day)) {
      if (!lane.touching(from, Math.max(from + 1, to), visitor)) {
        return;
      }
    }
  }
}
