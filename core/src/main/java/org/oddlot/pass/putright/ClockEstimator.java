package org.oddlot.pass.putright;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.jtransforms.fft.DoubleFFT_1D;
import org.oddlot.pass.putright.ClockEstimate.Shift;

/**
 * Finds the constant difference between the clock of a log and that of the clips: the shift under
 * which most entries fall on the start of a clip.
 *
 * <p>Entries and starts are counted into bins of the day, and the bins correlated around the day by
 * way of their Fourier transforms, which gives the number of pairs for every shift at once. The few
 * best shifts are then refined to the frame: the median of the differences in the second where they
 * are densest. What is noise (entries without a clip, clips without an entry) spreads over the
 * whole day and does not move the peak.
 */
final class ClockEstimator {
  /** Bins of a day, each about two thirds of a second; a power of two for the transform. */
  private static final int BINS = 1 << 17;

  private static final int PEAKS = 6;

  /** Entries that are enough to find a shift to the frame; the matches are counted over all. */
  private static final int ENOUGH = 5000;

  private final long[] starts;
  private final long framesInDay;
  private final long tolerance;

  /**
   * @param starts where clips start, in frames of the day
   * @param framesInDay how many frames a day has
   * @param tolerance how far apart an entry and a start may be, in frames
   */
  ClockEstimator(long[] starts, long framesInDay, long tolerance) {
    this.starts = starts.clone();
    Arrays.sort(this.starts);
    this.framesInDay = framesInDay;
    this.tolerance = tolerance;
  }

  /** What the entries at these frames of the day say. */
  ClockEstimate estimate(long[] unsorted) {
    if (unsorted.length == 0 || starts.length == 0) {
      return ClockEstimate.NOTHING;
    }
    long[] entries = unsorted.clone();
    Arrays.sort(entries);
    var dense = new ArrayList<Dense>();
    for (int peak : peaks(correlation(entries))) {
      refine(entries, peak).ifPresent(dense::add);
    }
    // Of two within each other's tolerance about as much falls on clips; the differences are
    // densest at the true one.
    dense.sort(Comparator.comparingInt((Dense d) -> -d.inWindow));
    List<Shift> shifts = new ArrayList<>();
    for (Dense each : dense) {
      if (shifts.stream()
          .noneMatch(s -> distance(s.frames(), each.shift.frames()) <= 2 * tolerance)) {
        shifts.add(each.shift);
      }
    }
    // Of two that explain as much, the smaller shift is the likelier.
    shifts.sort(
        Comparator.comparingInt((Shift s) -> -s.matches())
            .thenComparingLong(s -> Math.abs(s.frames())));
    Optional<Shift> best = shifts.stream().findFirst();
    Optional<Shift> rival =
        shifts.stream()
            .filter(
                s -> best.filter(b -> distance(s.frames(), b.frames()) > 2 * tolerance).isPresent())
            .findFirst();
    return new ClockEstimate(entries.length, matches(entries, 0), best, rival, List.copyOf(shifts));
  }

  /**
   * How many entries fall on a clip of their own when they are {@code shift} frames later. Walking
   * both in order and pairing what is in reach pairs as many as can be paired.
   *
   * @param entries in ascending order
   */
  int matches(long[] entries, long shift) {
    int count = 0;
    int i = 0;
    int j = 0;
    while (i < entries.length && j < starts.length) {
      long difference = starts[j] - (entries[i] + shift);
      if (difference > tolerance) {
        i++;
      } else if (difference < -tolerance) {
        j++;
      } else {
        count++;
        i++;
        j++;
      }
    }
    return count;
  }

  /** How far the start that is nearest to a time is away. */
  long nearest(long at) {
    int found = Arrays.binarySearch(starts, at);
    if (found >= 0) {
      return 0;
    }
    int after = -found - 1;
    long next = after < starts.length ? starts[after] - at : Long.MAX_VALUE;
    long before = after > 0 ? at - starts[after - 1] : Long.MAX_VALUE;
    return Math.min(next, before);
  }

  private double[] correlation(long[] entries) {
    double[] first = binned(entries);
    double[] second = binned(starts);
    var transform = new DoubleFFT_1D(BINS);
    transform.realForward(first);
    transform.realForward(second);
    // The packed form has the two purely real values first, then pairs of real and imaginary part.
    double[] product = new double[BINS];
    product[0] = first[0] * second[0];
    product[1] = first[1] * second[1];
    for (int i = 2; i < BINS; i += 2) {
      product[i] = first[i] * second[i] + first[i + 1] * second[i + 1];
      product[i + 1] = first[i] * second[i + 1] - first[i + 1] * second[i];
    }
    transform.realInverse(product, true);
    return product;
  }

  private double[] binned(long[] frames) {
    double[] bins = new double[BINS];
    for (long frame : frames) {
      bins[(int) (Math.floorMod(frame, framesInDay) * BINS / framesInDay)]++;
    }
    return bins;
  }

  /** The bins where the correlation is highest, none beside another; both neighbours counted in. */
  private static int[] peaks(double[] correlation) {
    int[] peaks = new int[PEAKS];
    int found = 0;
    double[] sums = new double[BINS];
    for (int i = 0; i < BINS; i++) {
      sums[i] = correlation[(i + BINS - 1) % BINS] + correlation[i] + correlation[(i + 1) % BINS];
    }
    while (found < PEAKS) {
      int highest = -1;
      for (int i = 0; i < BINS; i++) {
        if (highest < 0 || sums[i] > sums[highest]) {
          highest = i;
        }
      }
      // A pair by itself is no peak.
      if (sums[highest] < 1.5) {
        break;
      }
      peaks[found++] = highest;
      for (int i = -2; i <= 2; i++) {
        sums[Math.floorMod(highest + i, BINS)] = 0;
      }
    }
    return Arrays.copyOf(peaks, found);
  }

  /** A shift, and how many of the differences lie in the second where it was found. */
  private record Dense(Shift shift, int inWindow) {}

  /** The shift near a bin, to the frame. */
  private Optional<Dense> refine(long[] entries, int bin) {
    long middle = (2L * bin + 1) * framesInDay / (2L * BINS);
    if (middle > framesInDay / 2) {
      middle -= framesInDay;
    }
    long reach = 2 * framesInDay / BINS + 1;
    long least = middle - reach;
    int[] differences = differences(some(entries), least, middle + reach);
    int width = (int) Math.max(1, framesInDay / 86_400);
    int first = densest(differences, width);
    int inWindow = within(differences, first, width);
    if (inWindow == 0) {
      return Optional.empty();
    }
    long shift = least + median(differences, first, inWindow);
    return Optional.of(new Dense(new Shift(shift, matches(entries, shift)), inWindow));
  }

  /** As many of many entries as are enough, from all over the day. */
  private static long[] some(long[] entries) {
    if (entries.length <= ENOUGH) {
      return entries;
    }
    long[] some = new long[ENOUGH];
    for (int i = 0; i < ENOUGH; i++) {
      some[i] = entries[(int) ((long) i * entries.length / ENOUGH)];
    }
    return some;
  }

  /** How often starts are how far from entries, from the least distance to the most. */
  private int[] differences(long[] entries, long least, long most) {
    int[] counts = new int[(int) (most - least + 1)];
    int first = 0;
    for (long entry : entries) {
      while (first < starts.length && starts[first] < entry + least) {
        first++;
      }
      for (int i = first; i < starts.length && starts[i] <= entry + most; i++) {
        counts[(int) (starts[i] - entry - least)]++;
      }
    }
    return counts;
  }

  /** Where the window of this width begins that holds most; with something in it, if it can. */
  private static int densest(int[] counts, int width) {
    int best = 0;
    int most = 0;
    int within = within(counts, 0, width);
    for (int first = 0; first < counts.length; first++) {
      if (counts[first] > 0 && within > most) {
        best = first;
        most = within;
      }
      int next = first + width + 1;
      within += (next < counts.length ? counts[next] : 0) - counts[first];
    }
    return best;
  }

  private static int within(int[] counts, int first, int width) {
    int sum = 0;
    for (int i = first; i <= first + width && i < counts.length; i++) {
      sum += counts[i];
    }
    return sum;
  }

  /** The place of the middle one of so many that are counted from a place on. */
  private static int median(int[] counts, int first, int many) {
    int at = first;
    for (int before = counts[at]; before <= (many - 1) / 2; before += counts[at]) {
      at++;
    }
    return at;
  }

  private long distance(long one, long other) {
    long apart = Math.floorMod(one - other, framesInDay);
    return Math.min(apart, framesInDay - apart);
  }
}
