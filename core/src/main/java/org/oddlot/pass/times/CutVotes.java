package org.oddlot.pass.times;

import java.util.List;
import java.util.Optional;
import org.oddlot.caption.Span;
import org.oddlot.material.Programme;
import org.oddlot.time.Rational;

/**
 * Finds by how much captions are all too early or too late: each begin and each cut vote for what
 * lies between them, to the frame. Where captions follow cuts their votes come together at one
 * place, be it only some of them that do; by chance they are spread.
 */
final class CutVotes {
  private static final double MOST_SECONDS = 2 * 3600;

  /** More begins than this times the cuts are not looked at all; every so-manieth of them is. */
  private static final long MOST_PAIRS = 4_000_000;

  /** How many frames beside a place vote for it as well. */
  private static final int BESIDE = 1;

  private static final int FEWEST = 6;

  private static final double SURE = 6;

  /** How far chance may come: further away than this is another place. */
  private static final int APART = 12;

  private CutVotes() {}

  /**
   * The shift for which far more votes than for any other, in seconds, a whole number of frames;
   * empty where none stands out.
   *
   * @param from the least shift that is looked at, in seconds
   * @param to the greatest
   */
  static Optional<Rational> shift(List<Span> spans, Programme programme, double from, double to) {
    double least = Math.max(from, -MOST_SECONDS);
    double most = Math.min(to, MOST_SECONDS);
    double frame = programme.grid().step().toDouble();
    double[] cuts = programme.cuts().stream().mapToDouble(Rational::toDouble).sorted().toArray();
    if (most < least || spans.size() < FEWEST || cuts.length < FEWEST) {
      return Optional.empty();
    }
    int first = (int) Math.floor(least / frame);
    int[] votes = new int[(int) Math.ceil(most / frame) - first + 2];
    int step = (int) Math.max(1, (long) spans.size() * cuts.length / MOST_PAIRS);
    long all = 0;
    for (int i = 0; i < spans.size(); i += step) {
      double start = spans.get(i).start().toDouble();
      for (double cut : cuts) {
        long at = Math.round((cut - start) / frame) - first;
        if (at >= 0 && at < votes.length) {
          votes[(int) at]++;
          all++;
        }
      }
    }
    return peak(votes, all)
        .map(at -> programme.grid().step().times(Rational.of((long) at + first)));
  }

  private static Optional<Integer> peak(int[] votes, long all) {
    int best = best(votes, -1);
    int second = best(votes, best);
    double expected = (2.0 * BESIDE + 1) * all / votes.length;
    int its = around(votes, best);
    boolean standsOut =
        its >= FEWEST
            && (its - expected) / Math.sqrt(Math.max(1, expected)) >= SURE
            && (second < 0 || its >= around(votes, second) * 3 / 2);
    if (!standsOut) {
      return Optional.empty();
    }
    int exact = best;
    for (int at = Math.max(0, best - BESIDE);
        at <= Math.min(votes.length - 1, best + BESIDE);
        at++) {
      exact = votes[at] > votes[exact] ? at : exact;
    }
    return Optional.of(exact);
  }

  /** Where most votes are, not near {@code other}. */
  private static int best(int[] votes, int other) {
    int best = -1;
    int most = -1;
    for (int at = 0; at < votes.length; at++) {
      int its = around(votes, at);
      if (its > most && (other < 0 || Math.abs(at - other) > APART)) {
        best = at;
        most = its;
      }
    }
    return best;
  }

  private static int around(int[] votes, int place) {
    int sum = 0;
    for (int at = Math.max(0, place - BESIDE);
        at <= Math.min(votes.length - 1, place + BESIDE);
        at++) {
      sum += votes[at];
    }
    return sum;
  }
}
