package org.oddlot.pass.times;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.oddlot.caption.Span;
import org.oddlot.material.Programme;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/**
 * A file laid at a programme in one way, and what speaks for it.
 *
 * @param programme the programme
 * @param stretch what times are multiplied with
 * @param shift seconds that are added then
 * @param inside how many captions lie within the programme
 * @param atCuts how many begin with a cut, a frame either way, or as far from one: some captioners
 *     always come in a few frames before or after it
 * @param expected how many would by chance, at one such distance
 */
record Trial(
    Programme programme,
    Rational stretch,
    Rational shift,
    int inside,
    int atCuts,
    double expected) {

  /** How many deviations from chance the cuts must speak for a way. */
  private static final double SURE = 5;

  /** How many frames before or after the cuts a captioner may always come in. */
  private static final int HABIT = 6;

  /** How many frames either way are the same distance; few, as drift is told by leaving it. */
  private static final double SAME = 1.5;

  /** How far the cuts speak for it: deviations from chance. */
  double sureness() {
    return (atCuts - expected) / Math.sqrt(Math.max(1, expected));
  }

  /**
   * Whether the cuts speak for this way rather than for another: enough to doubt the other one. A
   * thousandth of difference moves the first minutes by a few frames only, so that both ways have
   * many captions at a cut.
   */
  boolean isLikelierThan(Trial other) {
    return speaksAgainst(other, 1);
  }

  /** Whether the cuts speak so much more for this way that chance is out of the question. */
  boolean isClearlyLikelierThan(Trial other) {
    return speaksAgainst(other, 3);
  }

  private boolean speaksAgainst(Trial other, int deviations) {
    return sureness() >= SURE && atCuts - other.atCuts >= deviations * Math.sqrt(other.atCuts + 1);
  }

  Fit fit() {
    return new Fit(Optional.of(programme.id()), stretch, shift);
  }

  /**
   * The ways in which {@code spans} may lie at a programme, the likeliest first.
   *
   * @param said a shift that another text speaks for
   */
  static List<Trial> all(List<Span> spans, Programme programme, Optional<Rational> said) {
    Rational first = spans.getFirst().start();
    Rational start = programme.span().start();
    var trials = new ArrayList<Trial>();
    double earliest = spans.stream().mapToDouble(span -> span.start().toDouble()).min().orElse(0);
    double latest = spans.stream().mapToDouble(span -> span.end().toDouble()).max().orElse(0);
    double least = start.toDouble() - 0.5 - earliest;
    double most = programme.span().end().toDouble() + 0.5 - latest;
    Optional<Rational> voted = CutVotes.shift(spans, programme, least, most);
    // Another text knows it to about half a second; the cuts near that to the frame.
    Optional<Rational> saidByFrame =
        said.map(shift ->
            CutVotes.shift(spans, programme, shift.toDouble() - 1, shift.toDouble() + 1)
                .orElseGet(() -> programme.grid().nearest(shift)));
    for (Rational stretch : Rates.all()) {
      Set<Rational> shifts = new LinkedHashSet<>();
      // As it is; from zero; from the hour that its labels begin with; from one hour and ten.
      shifts.add(Rational.ZERO);
      shifts.add(start);
      for (Rational hour : hours(first, programme.grid().rate())) {
        shifts.add(start.minus(hour.times(stretch)));
      }
      if (stretch.equals(Rational.ONE)) {
        voted.ifPresent(shifts::add);
        saidByFrame.ifPresent(shifts::add);
      }
      for (Rational shift : shifts) {
        trials.add(of(spans, programme, stretch, shift));
      }
    }
    trials.sort(
        Comparator.comparingInt((Trial trial) -> -trial.inside)
            .thenComparing(trial -> !trial.stretch.equals(Rational.ONE))
            .thenComparing(trial -> trial.shift.signum() != 0)
            .thenComparingDouble(trial -> -trial.sureness()));
    return trials;
  }

  /** Full hours before {@code first}, by the clock and by labels of slower rates. */
  private static List<Rational> hours(Rational first, FrameRate rate) {
    var hours = new ArrayList<Rational>();
    long full = Math.max(0, first.rounded(java.math.RoundingMode.FLOOR) / 3600);
    for (long hour : List.of(full, 1L, 10L)) {
      hours.add(Rational.of(hour * 3600));
      if (rate.isPulledDown()) {
        hours.add(Rational.of(hour * 3600 * 1001, 1000));
      }
    }
    return hours;
  }

  static Trial of(List<Span> spans, Programme programme, Rational stretch, Rational shift) {
    double factor = stretch.toDouble();
    double moved = shift.toDouble();
    double from = programme.span().start().toDouble() - 0.5;
    double to = programme.span().end().toDouble() + 0.5;
    double frame = programme.grid().step().toDouble();
    double[] cuts = programme.cuts().stream().mapToDouble(Rational::toDouble).toArray();
    int inside = 0;
    int[] byHabit = new int[2 * HABIT + 1];
    for (Span span : spans) {
      double start = span.start().toDouble() * factor + moved;
      double end = span.end().toDouble() * factor + moved;
      inside += start >= from && end <= to ? 1 : 0;
      double frames = fromNearest(cuts, start) / frame;
      for (int habit = -HABIT; habit <= HABIT; habit++) {
        byHabit[habit + HABIT] += Math.abs(frames - habit) < SAME ? 1 : 0;
      }
    }
    int atCuts = Arrays.stream(byHabit).max().orElse(0);
    double length = Math.max(1, programme.span().length().toDouble());
    double expected = spans.size() * Math.min(1, cuts.length * 2 * SAME * frame / length);
    return new Trial(programme, stretch, shift, inside, atCuts, expected);
  }

  /** How far {@code time} is after the nearest cut, in seconds; below zero where before it. */
  private static double fromNearest(double[] cuts, double time) {
    int at = Arrays.binarySearch(cuts, time);
    if (at >= 0) {
      return 0;
    }
    int next = -at - 1;
    double after = next > 0 ? time - cuts[next - 1] : Double.MAX_VALUE;
    double before = next < cuts.length ? cuts[next] - time : Double.MAX_VALUE;
    return after <= before ? after : -before;
  }
}
