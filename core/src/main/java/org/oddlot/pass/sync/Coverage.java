package org.oddlot.pass.sync;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.oddlot.sound.Recording;

/**
 * How many pictures lie wholly within a recording, for every shift of a recorder's clock. Sound
 * rolls before the camera and is cut after it, so that at the right shift nearly all do; at a shift
 * of some seconds many begin before their sound.
 */
final class Coverage {
  /** Fewer pictures than this prove nothing. */
  private static final int LEAST = 3;

  /** What of the pictures must lie within a recording for a shift to be believed. */
  private static final double MOST = 0.8;

  /** What of the recordings lie at pictures, and cover of them, where they belong to them. */
  private static final double USUAL = 0.7;

  /** Shifts that are nearer than this are one choice: which take it is does not change. */
  private static final double NEAR = 15;

  /** A picture's last frame may be longer than its sound by this, in seconds. */
  private static final double SLACK = 0.05;

  private final Map<String, List<double[]>> within = new HashMap<>();
  private final Map<Double, Integer> changes = new TreeMap<>();
  private final Set<String> touched = new HashSet<>();
  private final Set<Recording> recordings = new HashSet<>();
  private final Set<Recording> touching = new HashSet<>();
  private final Set<String> begun = new HashSet<>();
  private final Map<String, Double> shares = new HashMap<>();
  private int now;

  /**
   * The coverage of one recorder.
   *
   * @param near its pairs with the pictures that lie somewhere about its recordings
   */
  Coverage(List<Aligner.Near> near) {
    for (Aligner.Near pair : near) {
      // Late by any of these, the picture would lie within the recording.
      double from = pair.begins() - SLACK;
      double to = pair.begins() + pair.soundSeconds() - pair.pictureSeconds() + SLACK;
      recordings.add(pair.recording());
      if (pair.share() > 0) {
        touched.add(pair.picture());
        touching.add(pair.recording());
        shares.merge(pair.picture(), pair.share(), Math::max);
        if (pair.begins() <= SLACK) {
          begun.add(pair.picture());
        }
      }
      if (from <= to) {
        within.computeIfAbsent(pair.picture(), _ -> new ArrayList<>()).add(new double[] {from, to});
      }
    }
    within.values().forEach(this::add);
    now = (int) within.values().stream().filter(spans -> isWithin(spans, 0)).count();
  }

  private static boolean isWithin(List<double[]> spans, double late) {
    return spans.stream().anyMatch(span -> span[0] <= late && late <= span[1]);
  }

  /** Counts a picture once wherever several of its spans overlap. */
  private void add(List<double[]> spans) {
    var sorted = new ArrayList<>(spans);
    sorted.sort(java.util.Comparator.comparingDouble(span -> span[0]));
    double from = sorted.getFirst()[0];
    double to = sorted.getFirst()[1];
    for (double[] span : sorted) {
      if (span[0] > to) {
        count(from, to);
        from = span[0];
        to = span[1];
      } else {
        to = Math.max(to, span[1]);
      }
    }
    count(from, to);
  }

  private void count(double from, double to) {
    changes.merge(from, 1, Integer::sum);
    changes.merge(Math.nextUp(to), -1, Integer::sum);
  }

  /**
   * A stretch of shifts under which the same number of pictures lie within recordings.
   *
   * @param from the least shift, in seconds; positive where the recorder is late
   * @param to the greatest
   * @param pictures how many
   */
  record Stretch(double from, double to, int pictures) {
    double middle() {
      return (from + to) / 2;
    }

    private double distance() {
      return from <= 0 && to >= 0 ? 0 : Math.min(Math.abs(from), Math.abs(to));
    }
  }

  private List<Stretch> stretches() {
    var stretches = new ArrayList<Stretch>();
    int count = 0;
    double from = Double.NaN;
    for (Map.Entry<Double, Integer> change : changes.entrySet()) {
      if (count > 0) {
        stretches.add(new Stretch(from, change.getKey(), count));
      }
      count += change.getValue();
      from = change.getKey();
    }
    return stretches;
  }

  /** How many pictures lie wholly within a recording as the timecodes say. */
  int now() {
    return now;
  }

  /** How many pictures share any time with a recording. */
  int touched() {
    return touched.size();
  }

  /** Whether the timecodes explain the day, and nothing else does. */
  boolean confirms() {
    return now >= LEAST
        && now >= MOST * touched.size()
        && stretches().stream()
            .filter(stretch -> stretch.pictures >= MOST * now)
            .allMatch(stretch -> stretch.distance() <= NEAR);
  }

  /** The one shift that explains clearly more than the timecodes do, if there is one. */
  Optional<Stretch> better() {
    List<Stretch> all = stretches();
    int most = all.stream().mapToInt(Stretch::pictures).max().orElse(0);
    boolean isMost = most >= MOST * recordings.size();
    if (most < LEAST + 1 || !isMost || most < now + Math.max(2, most / 5)) {
      return Optional.empty();
    }
    List<Stretch> best = all.stream().filter(stretch -> stretch.pictures == most).toList();
    double from = best.getFirst().from;
    double to = best.getLast().to;
    boolean rival =
        to - from > 2 * NEAR
            || all.stream()
                .filter(s -> s.pictures >= MOST * most)
                .anyMatch(s -> s.to < from - NEAR || s.from > to + NEAR);
    return rival ? Optional.empty() : Optional.of(new Stretch(from, to, most));
  }

  /**
   * Whether so few of the recordings lie at pictures, or cover so little of them, that what there
   * is may be chance: sound of another unit, or a clock that is far off.
   */
  boolean isChance() {
    double share = shares.values().stream().mapToDouble(Double::doubleValue).average().orElse(0);
    return recordings.size() > LEAST
        && (touching.size() < USUAL * recordings.size()
            || begun.size() < USUAL * touched.size()
            || share < USUAL);
  }

  /** Whether the recordings cover pictures only in part, so that the clock is in doubt. */
  boolean isPartial() {
    return now < MOST * Math.max(touched.size(), LEAST) && better().isPresent();
  }
}
