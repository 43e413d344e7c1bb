package org.oddlot.pass.putright;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.putright.ClockEstimate.Shift;
import org.oddlot.pass.putright.PaperClocks.Group;

/**
 * A clock that was put right, or wrong, in the course of the day: an hour changed in the night, a
 * device that was reset at noon, a clock of twelve hours. In the order of the paper each row has
 * one shift; the shifts with the fewest changes that explain the most rows are found by dynamic
 * programming (Bellman 1952).
 *
 * @param stretches the stretches, in the order of the paper
 * @param matches how many entries fall on clips with them
 */
record ClockStretches(List<Stretch> stretches, int matches) {
  /** More changes than this in one paper are no clock's. */
  private static final int MOST = 4;

  /** What a change has to explain, in rows, to be believed; and as a part of all. */
  private static final int LEAST_ROWS = 4;

  private static final double LEAST_PART = 0.1;

  /** What of the rows of a stretch has to fall on clips. */
  private static final double DENSE = 0.6;

  /**
   * Rows that share a shift.
   *
   * @param first where it begins among the paper's entries
   * @param last where it ends, inclusive
   * @param frames how much later its entries become
   * @param matches how many of them fall on clips then
   */
  record Stretch(int first, int last, long frames, int matches) {}

  /** The stretches of a paper's clock, if there are several. */
  static Optional<ClockStretches> of(List<LogEntry> paper, Group group) {
    List<LogEntry> entries = group.entries();
    int single =
        Math.max(group.estimate().now(), group.estimate().best().map(Shift::matches).orElse(0));
    if (entries.size() < 2 * LEAST_ROWS || 5 * single >= 4 * entries.size()) {
      return Optional.empty();
    }
    long[] shifts = shifts(group);
    boolean[][] hits = new boolean[shifts.length][entries.size()];
    for (int i = 0; i < entries.size(); i++) {
      long at = group.frames().of(entries.get(i)).orElseThrow();
      for (int s = 0; s < shifts.length; s++) {
        hits[s][i] = group.isOnAClip(at + shifts[s]);
      }
    }
    int least = Math.max(LEAST_ROWS, (int) Math.ceil(LEAST_PART * entries.size()));
    List<Stretch> found = found(hits, shifts, least);
    int matches = found.stream().mapToInt(Stretch::matches).sum();
    boolean isBelieved =
        found.size() > 1
            && found.size() <= MOST
            && matches >= single + least
            && found.stream()
                .allMatch(
                    s -> s.matches >= LEAST_ROWS && s.matches >= DENSE * (s.last - s.first + 1));
    return isBelieved
        ? Optional.of(new ClockStretches(inPaper(found, entries, paper), matches))
        : Optional.empty();
  }

  private static long[] shifts(Group group) {
    var shifts = new TreeSet<Long>(List.of(0L));
    group.estimate().shifts().forEach(shift -> shifts.add(shift.frames()));
    long hour = group.frames().inDay() / 24;
    for (long hours : new long[] {-12, -1, 1, 12}) {
      shifts.add(hours * hour);
    }
    return shifts.stream().mapToLong(Long::longValue).toArray();
  }

  private static List<Stretch> found(boolean[][] hits, long[] shifts, int price) {
    int rows = hits[0].length;
    int[][] best = new int[rows][shifts.length];
    int[][] from = new int[rows][shifts.length];
    for (int i = 0; i < rows; i++) {
      int leading = -1;
      for (int s = 0; i > 0 && s < shifts.length; s++) {
        leading = leading < 0 || best[i - 1][s] > best[i - 1][leading] ? s : leading;
      }
      for (int s = 0; s < shifts.length; s++) {
        int own = hits[s][i] ? 1 : 0;
        if (i == 0) {
          best[i][s] = own;
          from[i][s] = s;
        } else {
          boolean changes = best[i - 1][leading] - price > best[i - 1][s];
          from[i][s] = changes ? leading : s;
          best[i][s] = own + (changes ? best[i - 1][leading] - price : best[i - 1][s]);
        }
      }
    }
    int last = 0;
    for (int s = 1; s < shifts.length; s++) {
      last = best[rows - 1][s] > best[rows - 1][last] ? s : last;
    }
    int[] shiftOf = new int[rows];
    for (int i = rows - 1, s = last; i >= 0; i--) {
      shiftOf[i] = s;
      s = from[i][s];
    }
    var stretches = new ArrayList<Stretch>();
    for (int first = 0; first < rows; ) {
      int end = first;
      int matches = 0;
      while (end < rows && shiftOf[end] == shiftOf[first]) {
        matches += hits[shiftOf[end]][end] ? 1 : 0;
        end++;
      }
      stretches.add(new Stretch(first, end - 1, shifts[shiftOf[first]], matches));
      first = end;
    }
    return stretches;
  }

  /** The same stretches among all entries of the paper, each going on until the next begins. */
  private static List<Stretch> inPaper(
      List<Stretch> found, List<LogEntry> entries, List<LogEntry> paper) {
    int[] starts = found.stream().mapToInt(s -> paper.indexOf(entries.get(s.first))).toArray();
    starts[0] = 0;
    var whole = new ArrayList<Stretch>();
    for (int i = 0; i < found.size(); i++) {
      int last = i + 1 < found.size() ? starts[i + 1] - 1 : paper.size() - 1;
      whole.add(new Stretch(starts[i], last, found.get(i).frames, found.get(i).matches));
    }
    return whole;
  }

  /** The rows at which the shift changes, in words. */
  String changes(List<LogEntry> paper) {
    return String.join(
        ", ", stretches.stream().skip(1).map(s -> "row " + paper.get(s.first).row()).toList());
  }
}
