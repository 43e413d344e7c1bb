package org.oddlot.pass.match;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
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

  /** The sources of one rate and day, earliest first, and how long the longest is. */
  private record Lane(InOrder<Source> sources, long longest) {
    static Lane of(List<Source> sources) {
      return new Lane(
          InOrder.of(sources, StartIndex::start),
          sources.stream().mapToLong(StartIndex::duration).max().orElse(0));
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
      days.forEach((day, sources) -> lanesOfRate.put(day, Lane.of(sources)));
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
   * Gives the sources at {@code rate} that start from {@code from} to {@code to}, both included.
   *
   * @param day only what can be of this day; of any where it is empty
   */
  void startingWithin(
      FrameRate rate, Optional<LocalDate> day, long from, long to, Consumer<Source> action) {
    lanes(rate, day).forEach(lane -> lane.sources.within(from, to, action));
  }

  /**
   * Gives the sources at {@code rate} that have a frame from {@code from} up to {@code to}.
   *
   * @param day only what can be of this day; of any where it is empty
   */
  void touching(
      FrameRate rate, Optional<LocalDate> day, long from, long to, Consumer<Source> action) {
    for (Lane lane : lanes(rate, day)) {
      lane.sources.within(
          from - lane.longest,
          Math.max(from, to - 1),
          source -> {
            if (start(source) + duration(source) > from) {
              action.accept(source);
            }
          });
    }
  }
}
