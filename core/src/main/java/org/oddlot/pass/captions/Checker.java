package org.oddlot.pass.captions;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Guideline;
import org.oddlot.caption.Letters;
import org.oddlot.caption.Timebase;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;

/** Holds captions against a guideline. Lengths and distances are counted in frames. */
final class Checker {
  private static final int THOUSANDTHS = 1000;

  private final Guideline guideline;
  private final Timebase.Frames frames;
  private final long[] cuts;
  private final long shortest;
  private final long longest;

  /**
   * @param frames the frames of the programme
   * @param cuts when its pictures change
   */
  Checker(Guideline guideline, Timebase.Frames frames, List<Rational> cuts) {
    this.guideline = guideline;
    this.frames = frames;
    this.cuts = cuts.stream().mapToLong(frames::count).toArray();
    shortest = frames(guideline.shortest(), java.math.RoundingMode.CEILING);
    longest = frames(guideline.longest(), java.math.RoundingMode.FLOOR);
  }

  private long frames(Rational seconds, java.math.RoundingMode rounding) {
    return seconds.dividedBy(frames.step()).rounded(rounding);
  }

  Guideline guideline() {
    return guideline;
  }

  Timebase.Frames grid() {
    return frames;
  }

  long shortest() {
    return shortest;
  }

  long longest() {
    return longest;
  }

  /** How many frames so many letters need to be read. */
  long needed(int letters) {
    return frames(
        Rational.of(letters).dividedBy(guideline.speed()), java.math.RoundingMode.CEILING);
  }

  /** Letters as they are read, line ends as spaces. */
  static int letters(String plain) {
    return Letters.columns(plain.replace('\n', ' '));
  }

  /** How many letters a second a caption has; 0 for one of no length. */
  static double speed(Caption caption) {
    double seconds = caption.span().length().toDouble();
    return seconds <= 0 ? 0 : letters(caption.text().plain()) / seconds;
  }

  /** The last cut that is not behind a frame; no frame at all where there is none. */
  long cutUntil(long frame) {
    int at = Arrays.binarySearch(cuts, frame);
    int last = at >= 0 ? at : -at - 2;
    return last < 0 ? Long.MIN_VALUE : cuts[last];
  }

  /** The cut near which a frame lies without being it. */
  Optional<Long> nearCut(long frame) {
    int at = Arrays.binarySearch(cuts, frame);
    if (at >= 0) {
      return Optional.empty();
    }
    int next = -at - 1;
    long best = Long.MAX_VALUE;
    if (next < cuts.length) {
      best = cuts[next];
    }
    if (next > 0 && (best == Long.MAX_VALUE || frame - cuts[next - 1] <= best - frame)) {
      best = cuts[next - 1];
    }
    return best != Long.MAX_VALUE && Math.abs(best - frame) <= guideline.cut()
        ? Optional.of(best)
        : Optional.empty();
  }

  /**
   * What is wrong with a caption.
   *
   * @param next when the next one begins, in frames; {@link Long#MAX_VALUE} for the last
   */
  List<Fault> faults(Caption caption, long next) {
    var faults = new ArrayList<Fault>(2);
    words(caption, faults);
    times(caption, next, faults);
    return faults;
  }

  private void words(Caption caption, List<Fault> faults) {
    String plain = caption.text().plain();
    if (plain.isBlank()) {
      faults.add(new Fault(Fault.Kind.EMPTY, "no words", "at least one"));
      return;
    }
    List<String> lines = caption.text().lines();
    int widest = lines.stream().mapToInt(Letters::columns).max().orElse(0);
    long wide = lines.stream().filter(line -> Letters.columns(line) > guideline.letters()).count();
    if (wide > 0) {
      faults.add(
          new Fault(
              Fault.Kind.LETTERS,
              wide == 1
                  ? Phrase.of("line of %d characters (limit %d)", widest, guideline.letters())
                  : Phrase.of(
                      "%d lines too wide, the widest %d characters (limit %d)",
                      wide, widest, guideline.letters()),
              Phrase.of("%d characters per line", guideline.letters())));
    }
    if (lines.size() > guideline.lines()) {
      faults.add(
          new Fault(
              Fault.Kind.LINES,
              Phrase.of("%d lines (limit %d)", lines.size(), guideline.lines()),
              Phrase.count(guideline.lines(), "line")));
    }
    if (!guideline.alone() && lines.size() > 1 && hasLonely(lines)) {
      faults.add(new Fault(Fault.Kind.ALONE, "a word alone on a line", "two at least"));
    }
  }

  /** A line of one word beside a line of several, where nobody else speaks on it. */
  private static boolean hasLonely(List<String> lines) {
    boolean several = lines.stream().anyMatch(line -> line.strip().indexOf(' ') > 0);
    return several
        && lines.stream()
            .map(String::strip)
            .anyMatch(line ->
                line.indexOf(' ') < 0
                    && line.length() < 12
                    && !isSpoken(line)
                    && Letters.columns(line) == line.length());
  }

  /** Whether a line begins with the dash of another speaker. */
  static boolean isSpoken(String line) {
    return !line.isEmpty() && "-–—".indexOf(line.charAt(0)) >= 0;
  }

  private String limit() {
    return guideline.speed().toDecimal(guideline.speed().isWhole() ? 0 : 1);
  }

  private void times(Caption caption, long next, List<Fault> faults) {
    long start = frames.count(caption.start());
    long end = frames.count(caption.end());
    if (end <= start) {
      faults.add(new Fault(Fault.Kind.LENGTH, "no length", "at least " + length(shortest)));
      return;
    }
    if (end > next) {
      faults.add(
          new Fault(
              Fault.Kind.OVERLAP,
              Phrase.of("overlaps the next caption by %,d %s", end - next, unit()),
              "none"));
    } else if (next - end > 0 && next - end < guideline.gap()) {
      faults.add(
          new Fault(
              Fault.Kind.GAP,
              Phrase.of(
                  "ends %,d %s before the next caption (minimum %d)",
                  next - end, unit(), guideline.gap()),
              Phrase.of("none, or %d %s", guideline.gap(), unit())));
    }
    int letters = letters(caption.text().plain());
    if (needed(letters) > end - start) {
      faults.add(
          new Fault(
              Fault.Kind.SPEED,
              Phrase.of("%.1f characters per second (limit %s)", speed(caption), limit()),
              Phrase.of("%s per second", limit())));
    }
    if (end - start < shortest) {
      faults.add(
          new Fault(
              Fault.Kind.SHORT,
              Phrase.of("on screen for %s (minimum %s)", length(end - start), length(shortest)),
              "at least " + length(shortest)));
    }
    if (end - start > longest) {
      faults.add(
          new Fault(
              Fault.Kind.LONG,
              Phrase.of("on screen for %s (maximum %s)", length(end - start), length(longest)),
              "at most " + length(longest)));
    }
    nearCut(start).ifPresent(cut -> faults.add(cut("begins", start - cut)));
    nearCut(end).ifPresent(cut -> faults.add(cut("ends", end - cut)));
  }

  private Fault cut(String what, long distance) {
    return new Fault(
        Fault.Kind.CUT,
        Phrase.of("%s %,d f %s a cut", what, Math.abs(distance), distance < 0 ? "before" : "after"),
        Phrase.of("on it, or %d f away", guideline.cut() + 1));
  }

  /** What lengths are counted in: frames, or thousandths of a second where there are none. */
  private String unit() {
    return frames.rate().nominal() >= THOUSANDTHS ? "ms" : "f";
  }

  /** Seconds and frames: {@code 3:11}; with a point where there are no frames: {@code 3.440}. */
  String length(long count) {
    long nominal = frames.rate().nominal();
    if (nominal >= THOUSANDTHS) {
      return Phrase.of("%d.%03d", count / nominal, count % nominal);
    }
    return Phrase.of("%d:%02d", count / nominal, count % nominal);
  }
}
