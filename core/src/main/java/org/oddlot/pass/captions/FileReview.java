package org.oddlot.pass.captions;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Timebase;
import org.oddlot.pass.Request;
import org.oddlot.pass.Standing;
import org.oddlot.time.Rational;

/**
 * The captions of one file, held against the guideline and mended. How far one can go depends on
 * what becomes of its neighbours, so all are gone through until none changes any more: then nothing
 * is left for a second mending.
 */
final class FileReview {
  /** No more captions than this are looked at for the next at the same place. */
  private static final int AT_ONCE = 8;

  private static final int ROUNDS = 6;

  private final List<Caption> all;
  private final Captions file;
  private final Checker checker;
  private final Timebase.Frames frames;
  private final Mender mender;
  private final Timebase labels;
  private final boolean isInDoubt;
  private final Map<String, Fault> ofLanguages;
  private final Set<String> locked;
  private final Request request;
  private final int[] next;
  private final List<Seen> seen = new ArrayList<>();

  /** A caption as it was found with its neighbours as they were then. */
  private record Seen(long before, long next, CaptionFinding finding) {}

  /**
   * @param labels in what times are shown
   * @param isInDoubt whether nobody knows yet when they are shown
   * @param ofLanguages what is not in step with another language, by caption
   * @param locked the ids of those that stay as they are
   */
  FileReview(
      Captions file,
      Checker checker,
      Mender mender,
      Timebase labels,
      boolean isInDoubt,
      Map<String, Fault> ofLanguages,
      Set<String> locked,
      Request request) {
    this.all = file.captions();
    this.file = file;
    this.checker = checker;
    this.frames = checker.grid();
    this.mender = mender;
    this.labels = labels;
    this.isInDoubt = isInDoubt;
    this.ofLanguages = ofLanguages;
    this.locked = locked;
    this.request = request;
    this.next = new int[all.size()];
    Arrays.setAll(next, this::nextAtItsPlace);
  }

  /** The one behind it that stands where it stands; two at different places may be at once. */
  private int nextAtItsPlace(int index) {
    for (int i = index + 1; i < Math.min(all.size(), index + 1 + AT_ONCE); i++) {
      if (all.get(i).place().equals(all.get(index).place())) {
        return i;
      }
    }
    return -1;
  }

  List<CaptionFinding> findings() {
    long[] asTheyAre = all.stream().mapToLong(each -> frames.count(each.start())).toArray();
    long[] starts = asTheyAre;
    // First each may leave a moment to the one before: that one may go on into it.
    long[] now = round(starts, true);
    for (int round = 1; round < ROUNDS && !Arrays.equals(now, starts); round++) {
      starts = now;
      now = round(starts, false);
    }
    if (!Arrays.equals(now, starts)) {
      round(asTheyAre, false);
    }
    return seen.stream().map(Seen::finding).toList();
  }

  /**
   * Goes through all.
   *
   * @param starts when each will begin, in frames
   * @param isFirst whether the one before may still follow
   * @return when each will begin after this
   */
  private long[] round(long[] starts, boolean isFirst) {
    Map<Caption.Placement, Long> over = new HashMap<>();
    long[] now = starts.clone();
    for (int i = 0; i < starts.length; i++) {
      Caption caption = all.get(i);
      long before = over.getOrDefault(caption.place(), Long.MIN_VALUE);
      long until = next[i] < 0 ? Long.MAX_VALUE : starts[next[i]];
      boolean isSame =
          !isFirst && i < seen.size() && seen.get(i).before == before && seen.get(i).next == until;
      if (!isSame) {
        var fresh = new Seen(before, until, finding(i, before, until, isFirst));
        if (i < seen.size()) {
          seen.set(i, fresh);
        } else {
          seen.add(fresh);
        }
      }
      CaptionFinding finding = seen.get(i).finding;
      List<Caption> mended = finding.mended();
      boolean isTaken = request.takes(finding) && !mended.isEmpty();
      now[i] = frames.count(isTaken ? mended.getFirst().start() : caption.start());
      // The one after may not begin before this is over, whether it is mended or not.
      long itsEnd = frames.count(caption.end());
      long mendedEnd = mended.isEmpty() ? itsEnd : frames.count(mended.getLast().end());
      over.put(caption.place(), isTaken ? mendedEnd : Math.max(itsEnd, mendedEnd));
    }
    return now;
  }

  private CaptionFinding finding(int index, long before, long until, boolean isFirst) {
    Caption caption = all.get(index);
    List<Fault> faults = checker.faults(caption, until);
    boolean isLocked = locked.contains(caption.id());
    List<Caption> mended =
        faults.isEmpty() || isLocked
            ? List.of(caption)
            : mender.mended(caption, before, until, isFirst);
    List<Fault> left = faults.isEmpty() ? List.of() : left(mended, until);
    Fault language = ofLanguages.get(caption.id());
    if (language != null) {
      faults = new ArrayList<>(faults);
      faults.add(language);
      left = new ArrayList<>(left);
      left.add(language);
    }
    return new CaptionFinding(
        file.name(),
        index,
        caption,
        labels.label(caption.start()),
        checker.length(frames.count(caption.end()) - frames.count(caption.start())),
        faults,
        mended,
        left,
        isLocked,
        isLocked ? Standing.SETTLED : standing(caption, faults, mended, left));
  }

  private List<Fault> left(List<Caption> mended, long until) {
    var left = new ArrayList<Fault>();
    for (int i = 0; i < mended.size(); i++) {
      long following = i + 1 < mended.size() ? frames.count(mended.get(i + 1).start()) : until;
      left.addAll(checker.faults(mended.get(i), following));
    }
    return left;
  }

  /** Lines set anew, and ends that move by a few frames, are nothing that anybody is asked for. */
  private Standing standing(
      Caption caption, List<Fault> faults, List<Caption> mended, List<Fault> left) {
    if (faults.isEmpty()) {
      return Standing.SETTLED;
    }
    boolean same = mended.size() == 1 && mended.getFirst().equals(caption);
    if (same) {
      return Standing.OPEN;
    }
    boolean small =
        mended.size() == 1
            && isNear(caption.start(), mended.getFirst().start())
            && isNear(caption.end(), mended.getFirst().end());
    return left.isEmpty() && small && !isInDoubt ? Standing.SETTLED : Standing.TO_LOOK_AT;
  }

  private boolean isNear(Rational from, Rational to) {
    return Math.abs(frames.count(to) - frames.count(from))
        <= request.settings().get(CaptionsPass.FRAMES);
  }
}
