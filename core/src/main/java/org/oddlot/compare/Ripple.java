package org.oddlot.compare;

import java.math.RoundingMode;
import java.util.Comparator;
import java.util.List;
import java.util.function.ToLongFunction;
import java.util.stream.LongStream;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;

/**
 * How much later everything is: what is put in or taken out of the leading track moves all that
 * comes behind it, on all tracks. Frames of the newer version.
 */
final class Ripple {
  private final List<Pair> pairs;
  private final Rational pace;
  private final Rational rate;
  private final FrameRate afterRate;

  /**
   * The ripple along a track.
   *
   * @param leading the pairs of the leading track that come in the same order in both
   * @param before frames a second of the older version
   * @param after frames a second of the newer one
   */
  Ripple(List<Pair> leading, FrameRate before, FrameRate after) {
    this.afterRate = after;
    this.rate = after.toRational();
    this.pace = rate.dividedBy(before.toRational());
    this.pairs =
        leading.stream().sorted(Comparator.comparingLong(pair -> pair.before().in())).toList();
  }

  /** A frame of the older version as a count of the newer one's. */
  long paced(long frame) {
    return pace.equals(Rational.ONE) ? frame : pace.times(frame).rounded(RoundingMode.HALF_UP);
  }

  /** A length in frames of the newer version, rounded. */
  long frames(Rational seconds) {
    return seconds.times(rate).rounded(RoundingMode.HALF_UP);
  }

  /** A number of frames of the newer version in words, without a sign. */
  String words(long frames) {
    return RationalTime.of(Math.abs(frames), afterRate).inWords();
  }

  /** How much later a pair is than it was. */
  long shift(Pair pair) {
    return pair.afters().getFirst().in() - paced(pair.befores().getFirst().in());
  }

  /** How much later its end is. */
  long shiftOfEnd(Pair pair) {
    return pair.afters().getLast().out() - paced(pair.befores().getLast().out());
  }

  /** How much later its pictures are. */
  private long shiftOfContent(Pair pair) {
    return shift(pair) + pair.headFrames(this);
  }

  /** How much later what was at {@code frame} should be by what is around it; may be several. */
  LongStream expected(long frame) {
    int at = last(frame);
    var all = LongStream.builder();
    if (at < 0) {
      all.add(0);
      if (!pairs.isEmpty()) {
        all.add(shift(pairs.getFirst()));
      }
      return all.build();
    }
    Pair its = pairs.get(at);
    all.add(shiftOfEnd(its));
    if (frame < its.before().out()) {
      all.add(shift(its)).add(shiftOfContent(its));
    }
    if (frame == its.before().in() && at > 0) {
      all.add(shiftOfEnd(pairs.get(at - 1)));
    }
    if (frame >= its.before().out() && at + 1 < pairs.size()) {
      all.add(shift(pairs.get(at + 1)));
    }
    return all.build();
  }

  /** Whether what was at {@code frame} may be so much later by what is around it. */
  boolean isExpected(long frame, long shift) {
    return expected(frame).anyMatch(its -> its == shift);
  }

  /** How much later what is at {@code frame} of the newer version is, by the last before it. */
  long usualAfter(long frame) {
    int at = last(frame, pair -> pair.after().in());
    return at < 0 ? 0 : shiftOfEnd(pairs.get(at));
  }

  /** How much later what was at {@code frame} is, by the nearest before it. */
  long usual(long frame) {
    int at = last(frame);
    if (at < 0) {
      return pairs.isEmpty() ? 0 : shift(pairs.getFirst());
    }
    return frame < pairs.get(at).before().out() ? shift(pairs.get(at)) : shiftOfEnd(pairs.get(at));
  }

  /** The last pair that begins no later in the older version; -1 where there is none. */
  private int last(long frame) {
    return last(frame, pair -> pair.before().in());
  }

  private int last(long frame, ToLongFunction<Pair> begin) {
    int low = 0;
    int high = pairs.size();
    while (low < high) {
      int middle = (low + high) >>> 1;
      if (begin.applyAsLong(pairs.get(middle)) <= frame) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    return low - 1;
  }

  /** What moved least, of those that are expected at either end. */
  long unexplained(Pair pair) {
    long start = shift(pair);
    if (start == usual(pair.befores().getFirst().in())) {
      return 0;
    }
    long end = shiftOfEnd(pair);
    long content = start + pair.headFrames(this);
    long least = Long.MAX_VALUE;
    long[] expected =
        LongStream.concat(
                expected(pair.befores().getFirst().in()),
                expected(pair.befores().getLast().out() - 1))
            .toArray();
    for (long shift : expected) {
      for (long its : new long[] {start, content, end}) {
        least = Math.abs(its - shift) < Math.abs(least) ? its - shift : least;
      }
    }
    return least;
  }
}
