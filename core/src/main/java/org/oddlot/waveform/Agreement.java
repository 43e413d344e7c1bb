package org.oddlot.waveform;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.oddlot.progress.Progress;

/**
 * How well a place holds from head to tail: windows all over what two files share are compared one
 * by one, each for itself, and those count that lie on one line. Times are seconds of the shorter
 * file unless said otherwise.
 *
 * @param offset where the shorter one begins, in the longer one's time
 * @param drift how much slower the shorter one's clock counts, as a part: at its second {@code t}
 *     the longer one is at {@code offset + t (1 + drift)}
 * @param from where in the shorter one what both have begins
 * @param to where it ends
 * @param windows every window that was compared
 * @param strength how strongly whole pieces speak for it among all places of the longer file, in
 *     standard deviations of chance
 * @param scatter how far those that agree lie from the line, root mean square
 * @param jump where the line leaps, if it does
 */
public record Agreement(
    double offset,
    double drift,
    double from,
    double to,
    List<Window> windows,
    double strength,
    double scatter,
    Optional<Jump> jump) {

  /** How far from the expected place a window is compared. */
  private static final double REACH = 0.06;

  /** How far from the line a window may lie: people and microphones move. */
  private static final double NEAR = 0.003;

  private static final double LOWEST = 120;
  private static final double HIGHEST = 3400;

  /** From here on a window's top is believed while following a drift. */
  private static final float STRONG = 10f;

  /**
   * What part of a window's strength is counted, and how sure a single one can make at the most.
   */
  private static final double DISCOUNT = 0.4;

  private static final double STRONGEST = -4;

  /** Below this a top is what chance makes among so many lags. */
  private static final float WEAKEST = 6f;

  /** A room may echo; with more tops that are about as high it is hum, or clicks. */
  private static final int MOST_ECHOES = 3;

  private static final float AS_HIGH = 0.9f;

  private static final int FEWEST = 6;
  private static final int MOST = 48;

  /** So many are enough to confirm what follows from others. */
  private static final int MOST_TO_CONFIRM = 16;

  private static final double SHORTEST = 0.5;
  private static final double LONGEST = 2.0;

  /** After so many windows that say nothing a leap is looked for. */
  private static final int LOST = 3;

  private static final double WIDE = 2.0;
  private static final float VERY_STRONG = 18f;

  /**
   * A window.
   *
   * @param at its middle
   * @param lag how much later than by the first guess the longer one has it
   * @param strength how strongly, in standard deviations of chance; 0 where it says nothing: where
   *     no place stands out, or several do, as with hum
   * @param agrees whether it lies on the line
   */
  public record Window(double at, double lag, float strength, boolean agrees) {
    /** How likely chance alone puts it near the line, as a power of ten. */
    private double chance() {
      // Voices and rooms scatter more than noise does, and some words are said twice.
      double sure = DISCOUNT * strength;
      double tail = -0.5 * sure * sure / Math.log(10) - Math.log10(Math.max(1, 2.5 * sure));
      double lags = Math.log10(2 * REACH * ListeningCopy.RATE);
      return Math.clamp(lags + tail, STRONGEST, Math.log10(NEAR / REACH));
    }
  }

  /**
   * A leap: samples that are missing, or a file that goes on in another.
   *
   * @param at where it is
   * @param by how much later all is behind it, in seconds; negative for earlier
   */
  public record Jump(double at, double by) {}

  public Agreement {
    windows = List.copyOf(windows);
  }

  /** How many windows there were in which something is to be heard. */
  public int heard() {
    return windows.size();
  }

  /** How many of them agree. */
  public int agreeing() {
    return (int) windows.stream().filter(Window::agrees).count();
  }

  /**
   * How well the drift is known: the squares of how far the windows that agree lie from their
   * middle; 0 where they are too near to each other for any drift to be known.
   */
  public double paceWeight() {
    double[] at = windows.stream().filter(Window::agrees).mapToDouble(Window::at).toArray();
    double middle = Arrays.stream(at).average().orElse(0);
    double squares = Arrays.stream(at).map(each -> Math.pow(each - middle, 2)).sum();
    return isLong(at.length, squares) ? squares : 0;
  }

  /** Of few seconds no drift can be known: the scatter of what is heard is larger. */
  private static boolean isLong(double count, double squares) {
    return count >= 3 && squares / count > 400;
  }

  /** How much of what is heard agrees, from 0 to 1. */
  public double share() {
    return windows.isEmpty() ? 0 : (double) agreeing() / heard();
  }

  /**
   * How likely it is that chance alone makes so many agree, as a power of ten: −6 is one in a
   * million. A window lies near the line by chance as often as the line's width is a part of where
   * it is looked for, and less often the stronger it is; how many sets of windows, lines and places
   * are tried is counted in (union bound).
   */
  public double chance() {
    int n = heard();
    if (n < 2) {
      return 0;
    }
    double sum = logBinomial(n, agreeing()) / Math.log(10);
    for (Window each : windows) {
      sum += each.agrees ? each.chance() : 0;
    }
    return Math.min(0, sum + Math.log10(0.5 * n * (n - 1)) + 1);
  }

  private static double logBinomial(int n, int k) {
    double sum = 0;
    for (int i = 1; i <= k; i++) {
      sum += Math.log(n - k + i) - Math.log(i);
    }
    return sum;
  }

  /** Where in the longer file's time a moment of the shorter one is. */
  public double other(double at) {
    return offset + at * (1 + drift);
  }

  /** The same, seen from the other file. */
  Agreement reversed() {
    double slower = 1 / (1 + drift);
    return new Agreement(
        -offset * slower,
        slower - 1,
        other(from),
        other(to),
        windows.stream()
            .map(each -> new Window(other(each.at), -each.lag, each.strength, each.agrees))
            .toList(),
        strength,
        scatter,
        jump.map(its -> new Jump(other(its.at), -its.by)));
  }

  /** How likely it is that of {@code n} at least {@code k} are so, as a power of ten. */
  static double logTail(int n, int k, double each) {
    double sum = 0;
    for (int i = k; i <= n; i++) {
      sum += Math.exp(logBinomial(n, i) + i * Math.log(each) + (n - i) * Math.log(1 - each));
    }
    return Math.log10(Math.max(sum, 1e-99));
  }

  /**
   * Compares two files at a place; empty where they share too little, or nothing is to be heard.
   *
   * @param isExpected whether the place follows from others and is only to be confirmed
   */
  static Optional<Agreement> of(
      ListeningCopy longer,
      ListeningCopy shorter,
      Search.Place place,
      boolean isExpected,
      Progress progress)
      throws IOException {
    double from = Math.max(0, -place.offset());
    double to = Math.min(shorter.seconds(), longer.seconds() - place.offset());
    double shared = to - from;
    if (shared < 2 * SHORTEST) {
      return Optional.empty();
    }
    // A clock that runs away is followed from window to window: in hours none may be left out.
    int most = isExpected && shared < 1800 ? MOST_TO_CONFIRM : MOST;
    int count = (int) Math.clamp(shared / LONGEST, FEWEST, most);
    double length = Math.clamp(shared / count, SHORTEST, LONGEST);
    var begins = new ArrayList<Double>();
    for (int i = 0; i < count; i++) {
      begins.add(from + (shared - length) * (i + 0.5) / count);
    }
    var measuring = new Measuring(longer, shorter, place.offset(), length);
    int start = 0;
    for (int i = 0; i < count; i++) {
      if (Math.abs(begins.get(i) - place.near()) < Math.abs(begins.get(start) - place.near())) {
        start = i;
      }
    }
    var windows = new ArrayList<Window>();
    measuring.follow(begins, start, 1, windows, progress);
    measuring.follow(begins, start - 1, -1, windows, progress);
    windows.sort(Comparator.comparingDouble(Window::at));
    return windows.isEmpty() ? Optional.empty() : Optional.of(onALine(place, from, to, windows));
  }

  /** Compares window by window, each near where the one before was. */
  private static final class Measuring {
    private final ListeningCopy longer;
    private final ListeningCopy shorter;
    private final double offset;
    private final int length;
    private final Correlation narrow;
    private final Correlation wide;
    private double known;

    Measuring(ListeningCopy longer, ListeningCopy shorter, double offset, double seconds) {
      this.longer = longer;
      this.shorter = shorter;
      this.offset = offset;
      this.length = (int) (seconds * ListeningCopy.RATE);
      this.narrow = correlation(REACH);
      this.wide = correlation(WIDE);
    }

    private Correlation correlation(double reach) {
      int needed = length + (int) (2 * reach * ListeningCopy.RATE);
      return new Correlation(
          Integer.highestOneBit(needed) * 2, ListeningCopy.RATE, LOWEST, HIGHEST);
    }

    void follow(List<Double> begins, int first, int step, List<Window> windows, Progress progress)
        throws IOException {
      double last = known;
      int lost = 0;
      for (int i = first; i >= 0 && i < begins.size(); i += step) {
        progress.check();
        Optional<Window> window = compare(begins.get(i), last, REACH, narrow);
        if (window.isEmpty()) {
          continue;
        }
        if (window.get().strength < STRONG && ++lost > LOST) {
          Optional<Window> leapt = compare(begins.get(i), last, WIDE, wide);
          if (leapt.filter(its -> its.strength >= VERY_STRONG).isPresent()) {
            window = leapt;
            again(begins, i, step, lost, leapt.get().lag, windows);
          }
        }
        if (window.get().strength >= STRONG) {
          lost = 0;
          last = window.get().lag;
          known = i == first && step > 0 ? last : known;
        }
        windows.add(window.get());
      }
    }

    /** Compares those once more that were lost before a leap was found. */
    private void again(
        List<Double> begins, int at, int step, int lost, double lag, List<Window> windows)
        throws IOException {
      for (int i = at - step * (lost - 1); i != at; i += step) {
        double begin = begins.get(i);
        Optional<Window> better =
            compare(begin, lag, REACH, narrow).filter(each -> each.strength >= STRONG);
        if (better.isPresent()) {
          windows.removeIf(each -> Math.abs(each.at - better.get().at) < 1e-6);
          windows.add(better.get());
        }
      }
    }

    private Optional<Window> compare(
        double begin, double expected, double reach, Correlation correlation) throws IOException {
      long at = Math.round(begin * ListeningCopy.RATE);
      int around = (int) (reach * ListeningCopy.RATE);
      long from = Math.round((begin + offset + expected) * ListeningCopy.RATE) - around;
      float[] one = shorter.samples(at, length);
      float[] other = longer.samples(from, length + 2 * around);
      if (Correlation.isSilent(one) || Correlation.isSilent(other)) {
        return Optional.empty();
      }
      float[] alike = correlation.of(correlation.spectrum(other), correlation.spectrum(one));
      int best = 1;
      for (int lag = 2; lag < 2 * around; lag++) {
        best = alike[lag] > alike[best] ? lag : best;
      }
      boolean stands =
          alike[best] >= WEAKEST && tops(alike, 2 * around, alike[best]) <= MOST_ECHOES;
      double lag = (from + Correlation.top(alike, best) - at) / ListeningCopy.RATE - offset;
      double middle = begin + 0.5 * length / ListeningCopy.RATE;
      return Optional.of(new Window(middle, lag, stands ? alike[best] : 0, false));
    }

    /** How many tops among the first lags are about as high as the highest. */
    private static int tops(float[] alike, int lags, float highest) {
      int tops = 0;
      int last = -lags;
      for (int lag = 1; lag < lags; lag++) {
        boolean isTop = alike[lag] >= alike[lag - 1] && alike[lag] >= alike[lag + 1];
        if (isTop && alike[lag] >= AS_HIGH * highest && lag - last > NEAR * ListeningCopy.RATE) {
          tops++;
          last = lag;
        }
      }
      return tops;
    }
  }

  private record Line(double at0, double slope) {
    double of(double t) {
      return at0 + slope * t;
    }

    boolean has(Window window) {
      return window.strength > 0 && Math.abs(window.lag - of(window.at)) <= NEAR;
    }
  }

  private static Agreement onALine(
      Search.Place place, double from, double to, List<Window> windows) {
    Line line = line(windows);
    var its = new ArrayList<Window>();
    var others = new ArrayList<Window>();
    double squares = 0;
    for (Window window : windows) {
      if (line.has(window)) {
        its.add(window);
        squares += Math.pow(window.lag - line.of(window.at), 2);
      } else {
        others.add(window);
      }
    }
    Optional<Jump> jump = jump(line, its, others);
    var all =
        windows.stream()
            .map(each -> new Window(each.at, each.lag, each.strength, line.has(each)))
            .toList();
    return new Agreement(
        place.offset() + line.at0,
        line.slope,
        from,
        to,
        all,
        place.strength(),
        its.isEmpty() ? 0 : Math.sqrt(squares / its.size()),
        jump);
  }

  /** The line on which most windows lie, of those that two clocks can have. */
  private static Line line(List<Window> windows) {
    Line best = new Line(windows.getFirst().lag, 0);
    double most = -1;
    for (int i = 0; i < windows.size(); i++) {
      for (int j = i; j < windows.size(); j++) {
        Window one = windows.get(i);
        Window other = windows.get(j);
        double slope = i == j ? 0 : (other.lag - one.lag) / (other.at - one.at);
        if (Math.abs(slope) > Search.MOST_DRIFT) {
          continue;
        }
        var line = new Line(one.lag - slope * one.at, slope);
        double sum = 0;
        for (Window each : windows) {
          double far = Math.abs(each.lag - line.of(each.at)) / NEAR;
          sum += line.has(each) ? 1 - 0.5 * far : 0;
        }
        if (sum > most) {
          most = sum;
          best = line;
        }
      }
    }
    return fitted(best, windows);
  }

  /** The line of least squares through those that lie near one. */
  private static Line fitted(Line near, List<Window> windows) {
    double n = 0;
    double t = 0;
    double lag = 0;
    for (Window each : windows) {
      if (near.has(each)) {
        n++;
        t += each.at;
        lag += each.lag;
      }
    }
    double above = 0;
    double below = 0;
    for (Window each : windows) {
      if (near.has(each)) {
        above += (each.at - t / n) * (each.lag - lag / n);
        below += Math.pow(each.at - t / n, 2);
      }
    }
    double slope =
        isLong(n, below) ? Math.clamp(above / below, -Search.MOST_DRIFT, Search.MOST_DRIFT) : 0;
    return new Line(lag / n - slope * t / n, slope);
  }

  /** Where those that do not lie on the line lie on another beside it, all behind or all before. */
  private static Optional<Jump> jump(Line line, List<Window> its, List<Window> others) {
    List<Window> strong = others.stream().filter(each -> each.strength >= STRONG).toList();
    if (strong.size() < LOST || its.isEmpty()) {
      return Optional.empty();
    }
    double[] beside =
        strong.stream().mapToDouble(each -> each.lag - line.of(each.at)).sorted().toArray();
    double by = beside[beside.length / 2];
    List<Window> together =
        strong.stream().filter(each -> Math.abs(each.lag - line.of(each.at) - by) <= NEAR).toList();
    double first = together.stream().mapToDouble(Window::at).min().orElse(0);
    double last = together.stream().mapToDouble(Window::at).max().orElse(0);
    long within = its.stream().filter(each -> each.at > first && each.at < last).count();
    if (together.size() < LOST || within > 0) {
      return Optional.empty();
    }
    double before =
        its.stream().mapToDouble(Window::at).filter(at -> at < first).max().orElse(Double.NaN);
    if (!Double.isNaN(before)) {
      return Optional.of(new Jump((before + first) / 2, by));
    }
    double after = its.stream().mapToDouble(Window::at).filter(at -> at > last).min().orElse(last);
    return Optional.of(new Jump((last + after) / 2, -by));
  }
}
