package org.oddlot.marker;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.oddlot.compare.Shot;
import org.oddlot.time.Rational;

/** The uses of media in a cut, to be asked which of them may show a moment of it. */
final class Uses {
  private final Map<String, OfOne> byMedia = new HashMap<>();

  /** Those of one piece of media, by where they begin in it; with the latest end up to each. */
  private static final class OfOne {
    private final List<Shot> sorted = new ArrayList<>(1);
    private final List<Rational> latest = new ArrayList<>(1);

    void sort() {
      sorted.sort(Comparator.comparing(shot -> shot.event().source().start().seconds()));
      for (Shot shot : sorted) {
        Rational end = shot.event().source().endExclusive().seconds();
        latest.add(
            latest.isEmpty() || end.compareTo(latest.getLast()) > 0 ? end : latest.getLast());
      }
    }

    /** From behind, as long as anything before reaches to the moment. */
    Stream<Shot> at(Rational moment) {
      int low = 0;
      int high = sorted.size();
      while (low < high) {
        int middle = (low + high) >>> 1;
        boolean isThere =
            sorted.get(middle).event().source().start().seconds().compareTo(moment) <= 0;
        low = isThere ? middle + 1 : low;
        high = isThere ? high : middle;
      }
      return IntStream.iterate(
              low - 1, i -> i >= 0 && latest.get(i).compareTo(moment) > 0, i -> i - 1)
          .mapToObj(sorted::get);
    }
  }

  void add(String media, Shot shot) {
    byMedia.computeIfAbsent(media, _ -> new OfOne()).sorted.add(shot);
  }

  void sort() {
    byMedia.values().forEach(OfOne::sort);
  }

  /** Those that may show a moment of media, in seconds, one after the other as they are asked. */
  Stream<Shot> at(String media, Rational moment) {
    OfOne its = byMedia.get(media);
    return its == null ? Stream.empty() : its.at(moment);
  }
}
