package org.oddlot.pass.captions;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.caption.Caption;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Guideline;
import org.oddlot.caption.LineBreaker;
import org.oddlot.caption.MeantLines;
import org.oddlot.caption.Timebase;
import org.oddlot.time.Rational;

/** Mends a caption within its guideline, as little as it needs. */
final class Mender {
  /** A caption begins at the most this much before it is said. */
  private static final Rational EARLIER = Rational.of(1, 2);

  private static final int ROUNDS = 4;

  /** Nobody sees what is there for less than this part of the shortest that is allowed. */
  private static final int LEAST_SEEN = 4;

  private final Captions file;
  private final Checker checker;
  private final Guideline guideline;
  private final Timebase.Frames frames;
  private final LineBreaker sense;
  private final WordTimes words;

  Mender(Captions file, Checker checker, LineBreaker sense, WordTimes words) {
    this.file = file;
    this.checker = checker;
    this.guideline = checker.guideline();
    this.frames = checker.grid();
    this.sense = sense;
    this.words = words;
  }

  /**
   * The captions that stand for one that has faults.
   *
   * @param before when the one before is over, in frames; {@link Long#MIN_VALUE} for the first
   * @param next when the next one begins; {@link Long#MAX_VALUE} for the last
   * @param follows whether the one before may still go on until this one begins
   */
  List<Caption> mended(Caption caption, long before, long next, boolean follows) {
    List<Caption> parts = List.of(caption);
    // What got more time may have room for two; so that nothing is left for a second mending.
    for (int round = 0; round < ROUNDS; round++) {
      List<Caption> again = each(parts, before, next, follows);
      if (again.equals(parts)) {
        break;
      }
      parts = again;
    }
    return parts;
  }

  private List<Caption> each(List<Caption> parts, long before, long next, boolean follows) {
    var mended = new ArrayList<Caption>();
    long from = before;
    for (int i = 0; i < parts.size(); i++) {
      long until = i + 1 < parts.size() ? frames.count(parts.get(i + 1).start()) : next;
      Caption part = parts.get(i);
      mended.addAll(
          checker.faults(part, until).isEmpty()
              ? List.of(part)
              : once(part, from, until, follows && i == 0));
      from = mended.isEmpty() ? from : frames.count(mended.getLast().end());
    }
    return mended;
  }

  private List<Caption> once(Caption caption, long before, long next, boolean follows) {
    if (caption.text().isBlank()) {
      return List.of();
    }
    List<Caption> parts = inLines(caption);
    var mended = new ArrayList<Caption>();
    long from = before;
    for (int i = 0; i < parts.size(); i++) {
      boolean isLast = i == parts.size() - 1;
      long until = isLast ? next : frames.count(parts.get(i + 1).start());
      Caption timed = inTime(parts.get(i), from, until, i == 0, isLast, follows);
      mended.add(timed);
      from = frames.count(timed.end());
    }
    return mended;
  }

  private boolean hasFaultyWords(Caption caption) {
    return checker.faults(caption, Long.MAX_VALUE).stream()
        .map(Fault::kind)
        .anyMatch(kind ->
            kind == Fault.Kind.LETTERS || kind == Fault.Kind.LINES || kind == Fault.Kind.ALONE);
  }

  /** Set anew in lines where it needs it, and in several captions where lines are too few. */
  private List<Caption> inLines(Caption caption) {
    if (!hasFaultyWords(caption) || MeantLines.are(caption, sense::isJoint)) {
      return List.of(caption);
    }
    CaptionText joined = LineBreaker.joined(caption.text());
    Optional<List<Integer>> ends =
        sense.lines(joined.plain(), guideline.letters(), guideline.lines());
    if (ends.isPresent()) {
      return List.of(caption.withText(LineBreaker.broken(joined, ends.get())));
    }
    long length = frames.count(caption.end()) - frames.count(caption.start());
    Optional<Integer> place =
        length < checker.shortest() ? Optional.empty() : placeToSplit(joined.plain());
    if (place.isEmpty()) {
      return List.of(caption);
    }
    List<Caption> halves =
        onCut(onFrame(Edited.split(caption.withText(joined), place.get(), words, file)));
    long middle = frames.count(halves.getLast().start());
    long least = Math.max(1, checker.shortest() / LEAST_SEEN);
    if (middle - frames.count(caption.start()) < least
        || frames.count(caption.end()) - middle < least) {
      return List.of(caption);
    }
    var all = new ArrayList<Caption>();
    halves.forEach(half -> all.addAll(inLines(half)));
    return all;
  }

  /** The one is over and the other begins with a frame, as everything that is mended does. */
  private List<Caption> onFrame(List<Caption> halves) {
    Rational middle = onGrid(frames.at(frames.count(halves.getLast().start())));
    return List.of(
        halves.getFirst().withSpan(halves.getFirst().start(), middle),
        halves.getLast().withSpan(middle, halves.getLast().end()));
  }

  /** Where a cut is near, one picture has the first and the next has the second. */
  private List<Caption> onCut(List<Caption> halves) {
    Caption first = halves.getFirst();
    Caption second = halves.getLast();
    Optional<Rational> cut =
        checker
            .nearCut(frames.count(first.end()))
            .map(frame -> onGrid(frames.at(frame)))
            .filter(at -> at.compareTo(first.start()) > 0 && at.compareTo(second.end()) < 0);
    return cut.map(
            at -> List.of(first.withSpan(first.start(), at), second.withSpan(at, second.end())))
        .orElse(halves);
  }

  /** Where two captions can be made of one: best in the middle and where sense ends. */
  private Optional<Integer> placeToSplit(String line) {
    int most = guideline.letters() * guideline.lines();
    Integer best = null;
    int least = Integer.MAX_VALUE;
    for (LineBreaker.Break each : sense.breaks(line)) {
      int head = Checker.letters(line.substring(0, each.at()).strip());
      if (head > most) {
        break;
      }
      int tail = Checker.letters(line.substring(each.at()).strip());
      boolean fits =
          head <= most
              && sense
                  .lines(
                      line.substring(0, each.at()).strip(), guideline.letters(), guideline.lines())
                  .isPresent();
      if (!fits || head == 0 || tail == 0) {
        continue;
      }
      // Of a very long one the first piece is as long as it can be, of others it is about half.
      int uneven = tail > most ? most - head : Math.abs(head - tail) / 2;
      int cost = each.cost() * 2 + uneven;
      if (cost < least) {
        least = cost;
        best = each.at();
      }
    }
    return Optional.ofNullable(best);
  }

  private Caption inTime(
      Caption caption, long before, long next, boolean first, boolean last, boolean follows) {
    long start = frames.count(caption.start());
    long end = Math.max(start + 1, frames.count(caption.end()));
    long needed =
        Math.max(checker.shortest(), checker.needed(Checker.letters(caption.text().plain())));
    if (first) {
      long wanted = checker.nearCut(start).orElse(start);
      boolean isFree = wanted >= before && (follows || !isFlash(wanted - before));
      start = isFree && wanted < end ? wanted : start;
    }
    if (end > next && next > start) {
      end = next;
    }
    if (last) {
      long wanted = checker.nearCut(end).orElse(end);
      end = wanted <= next && wanted > start ? wanted : end;
    }
    if (end - start < needed) {
      long most = next == Long.MAX_VALUE ? start + needed : next;
      long longer = Math.min(start + needed, most);
      // Up to the next one, or so far from it as the guideline asks for.
      if (isFlash(most - longer)) {
        longer = most;
      }
      end = Math.max(end, awayFromCut(longer, end, most));
    }
    if (end - start < needed && first) {
      // Never over a cut: what begins with a picture keeps it.
      long least = Math.max(before == Long.MIN_VALUE ? 0 : before, checker.cutUntil(start));
      // So far that it helps, or not at all: else each time it is mended it would begin earlier.
      long most = EARLIER.dividedBy(frames.step()).rounded(java.math.RoundingMode.FLOOR);
      long earlier = end - needed < start - most ? start : Math.max(least, end - needed);
      if (isFlash(earlier - least)) {
        earlier = least;
      }
      start = Math.min(start, Math.max(earlier, least));
    }
    if (end - start > checker.longest()) {
      end = start + checker.longest();
    }
    if (isFlash(next - end)) {
      // The first stays until the second comes.
      end = next;
    }
    return moved(caption, start, end);
  }

  /** Whether what is dark between two captions is seen as a flash. */
  private boolean isFlash(long gap) {
    return gap > 0 && gap < guideline.gap();
  }

  private long awayFromCut(long wanted, long least, long most) {
    Optional<Long> cut = checker.nearCut(wanted);
    if (cut.isEmpty()) {
      return wanted;
    }
    if (cut.get() >= least && cut.get() <= most && cut.get() >= wanted) {
      return cut.get();
    }
    long behind = cut.get() + guideline.cut() + 1;
    return behind <= most ? Math.max(wanted, behind) : wanted;
  }

  /** Only what has to move does: what lies on another grid stays as it was written. */
  private Caption moved(Caption caption, long start, long end) {
    Rational from =
        start == frames.count(caption.start()) ? caption.start() : onGrid(frames.at(start));
    Rational to = end == frames.count(caption.end()) ? caption.end() : onGrid(frames.at(end));
    return caption.withSpan(from, to);
  }

  private Rational onGrid(Rational seconds) {
    return file.grid().nearest(seconds);
  }
}
