package org.oddlot.compare;

import java.util.ArrayList;
import java.util.List;
import org.oddlot.material.Source;
import org.oddlot.text.Phrase;

/** Tells what changed of one shot that is in both versions. */
final class PairChanges {
  private final Version before;
  private final Version after;
  private final Matching.Found found;
  private final Ripple ripple;
  private final Pair pair;
  private final boolean leads;
  private final List<Change> changes = new ArrayList<>(1);

  /**
   * Of one pair.
   *
   * @param leads whether it is one that all others follow
   */
  PairChanges(Version before, Version after, Matching.Found found, Pair pair, boolean leads) {
    this.before = before;
    this.after = after;
    this.found = found;
    this.ripple = found.ripple();
    this.pair = pair;
    this.leads = leads;
  }

  private void add(Change.Kind kind, String says) {
    add(kind, 0, 0, says, "");
  }

  private void add(Change.Kind kind, long head, long tail, String says, String doubt) {
    changes.add(Change.of(kind, pair, head, tail, ripple, says, doubt));
  }

  private String words(long frames) {
    return ripple.words(frames);
  }

  private String signed(long frames) {
    return frames == 0 ? "as it was" : (frames < 0 ? "−" : "+") + words(frames);
  }

  /** All that changed of it, the place first. */
  List<Change> told() {
    place();
    if (found.isUntouched(pair)) {
      enabled();
      aspects();
      return changes;
    }
    if (isReplaced()) {
      add(
          Change.Kind.REPLACED,
          0,
          0,
          "other media: " + pair.after().source().map(Source::name).orElse(pair.after().name()),
          "");
      enabled();
      return changes;
    }
    piece();
    enabled();
    aspects();
    return changes;
  }

  private void aspects() {
    new Aspects(before, after, pair).tell(this::add);
    new MarkerChanges(before, after, ripple)
        .of(pair)
        .forEach(says -> add(Change.Kind.MARKER, says));
  }

  private boolean isReplaced() {
    return !found.likeness().isOneMedia(pair.before(), pair.after());
  }

  /** Where it is. */
  private void place() {
    if (found.isElsewhere(pair)) {
      add(
          Change.Kind.TRACK,
          Phrase.of("from %s to %s", pair.before().lane().label(), pair.after().lane().label()));
    }
    if (found.isMoved(pair)) {
      add(Change.Kind.MOVED, movedBehind());
      return;
    }
    long shift = leads ? 0 : ripple.unexplained(pair);
    if (shift != 0) {
      add(
          Change.Kind.MOVED,
          Phrase.of("%s %s than all around it", words(shift), shift > 0 ? "later" : "earlier"));
    }
  }

  private String movedBehind() {
    Shot first = pair.afters().getFirst();
    int last = first.number() - 1;
    boolean isFirst = last < 0 || !after.shots().get(last).lane().equals(first.lane());
    return isFirst ? "moved to the beginning" : "moved behind " + after.shots().get(last).name();
  }

  /** What of its media is there. */
  private void piece() {
    long head = pair.headFrames(ripple);
    long tail = pair.tailFrames(ripple);
    if (!found.likeness().isSameSpeed(pair.before(), pair.after())) {
      long length = head + tail;
      add(
          Change.Kind.RETIMED,
          0,
          length,
          Phrase.of(
              "from %s to %s, length %s",
              percent(pair.before()), percent(pair.after()), signed(length)),
          "");
      return;
    }
    boolean isInPieces = pair.befores().size() + pair.afters().size() > 2;
    if (isInPieces) {
      pieces(head, tail);
    } else if (found.likeness().isSamePiece(pair.before(), pair.after())
        || (pair.before().isGenerated() && head + tail == 0)) {
      return;
    } else if (head + tail == 0 && head != 0) {
      add(
          Change.Kind.SLIPPED,
          head,
          tail,
          Phrase.of("slipped %s %s", words(head), head < 0 ? "later" : "earlier"),
          doubt());
    } else if (head != 0 || tail != 0) {
      trimmed(head, tail);
    }
  }

  private void trimmed(long head, long tail) {
    // Of what is generated nothing says which end it was, but where it is.
    boolean isHead =
        pair.before().isGenerated()
            && ripple.isExpected(pair.before().out() - 1, ripple.shiftOfEnd(pair))
            && !ripple.isExpected(pair.before().in(), ripple.shift(pair));
    long its = isHead ? tail : head;
    long others = isHead ? head : tail;
    add(
        Change.Kind.TRIMMED,
        its,
        others,
        Phrase.of("head %s, tail %s", signed(its), signed(others)),
        doubt());
  }

  private void pieces(long head, long tail) {
    boolean isSplit = pair.afters().size() > 1;
    long between = pair.middleFrames(ripple);
    String says =
        isSplit
            ? "cut in " + Phrase.count(pair.afters().size(), "piece")
            : Phrase.of("%s joined", Phrase.count(pair.befores().size(), "piece"));
    if (between != 0) {
      says += Phrase.of(", %s %s between", words(between), between < 0 ? "taken out" : "put in");
    }
    if (head != 0 || tail != 0) {
      says += Phrase.of("; head %s, tail %s", signed(head), signed(tail));
    }
    add(isSplit ? Change.Kind.SPLIT : Change.Kind.JOINED, head, tail, says, "");
  }

  private String doubt() {
    if (pair.how() == Pair.How.HAND || pair.before().isGenerated()) {
      return "";
    }
    double shared = Likeness.ofShorter(pair.before(), pair.after());
    return shared >= 0.5
        ? ""
        : Phrase.of(
            "only %s %% of the shorter one is in both; it may be another use of the same media",
            Phrase.decimal(100 * shared, 0));
  }

  private static String percent(Shot shot) {
    return shot.speed().signum() == 0
        ? "standing still"
        : shot.speed().times(100).toDecimal(1).replace('-', '−') + " %";
  }

  private void enabled() {
    boolean was = pair.before().event().enabled();
    boolean is = pair.after().event().enabled();
    if (was != is) {
      add(is ? Change.Kind.ENABLED : Change.Kind.DISABLED, is ? "switched on" : "switched off");
    }
  }
}
