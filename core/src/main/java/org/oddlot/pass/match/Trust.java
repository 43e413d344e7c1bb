package org.oddlot.pass.match;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.material.Doubt;
import org.oddlot.material.Material;
import org.oddlot.material.Paper;
import org.oddlot.material.Source;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.match.CandidateFinder.Seen;

/**
 * How far a paper is believed as a whole. A few of many entries that fall on clips do so by chance:
 * the paper is of another day or another unit, or its clock is off. And an entry that lies
 * otherwise than all others of its paper has hit a clip that is not meant.
 */
final class Trust {
  /** Of fewer entries nothing can be said together. */
  private static final int FEWEST = 4;

  /** What of a paper's entries, or of the clips, has to agree for chance to be out of question. */
  private static final double ENOUGH = 0.5;

  /** Below this what agrees is not even proposed. */
  private static final double CHANCE = 0.2;

  /** How many times its usual spread chance is allowed to be off. */
  private static final double SPREAD = 3;

  /** What is nearer than this to the others is as near as a hand can be, in seconds. */
  private static final double STEADY_HAND = 0.5;

  /** What is further away than this many times the usual distance is no slip of the hand. */
  private static final int UNUSUAL = 5;

  private final Map<String, Verdict> byPaper = new HashMap<>();
  private final Map<String, Doubt> byEntry = new HashMap<>();
  private final Set<String> fitting = new HashSet<>();
  private final Map<String, Map<String, Lag>> lags = new HashMap<>();

  /**
   * What speaks against a paper.
   *
   * @param why what
   * @param timeOnly whether that holds only for what is matched by timecode
   * @param offers whether what fits is proposed all the same
   */
  private record Verdict(Diagnosis why, boolean timeOnly, boolean offers) {}

  /** How far clips usually start from the entries of a paper and camera, in frames. */
  private record Lag(long usual, double most) {}

  Trust(Material material, List<Seen> seen) {
    for (Doubt doubt : material.all(Doubt.class)) {
      doubt.entries().forEach(id -> byEntry.putIfAbsent(id, doubt));
    }
    for (Paper paper : material.papers()) {
      List<Integer> open = paper.mapping().inQuestion();
      if (!open.isEmpty()) {
        String column = paper.mapping().columns().get(open.getFirst()).name(open.getFirst());
        byPaper.putIfAbsent(
            paper.name(), new Verdict(new Diagnosis.ColumnOpen(column), false, true));
      }
    }
    var ofPaper = new HashMap<String, List<Seen>>();
    for (Seen one : seen) {
      if (one.entry().kind() == LogEntry.Kind.SHOT && one.entry().in().isPresent()) {
        ofPaper.computeIfAbsent(one.entry().paper(), _ -> new ArrayList<>()).add(one);
      }
    }
    ofPaper.forEach((paper, its) -> {
      List<Candidate> best = new ArrayList<>(its.size());
      its.forEach(one -> best(one).ifPresent(best::add));
      if (its.size() < FEWEST || best.size() >= ENOUGH * its.size()) {
        fitting.add(paper);
      }
      chance(its, best, material).ifPresent(v -> byPaper.merge(paper, v, Trust::worse));
      lags(paper, best);
    });
  }

  private static Verdict worse(Verdict one, Verdict other) {
    return other.offers ? one : new Verdict(other.why, one.timeOnly && other.timeOnly, false);
  }

  /** Whether so few of a paper's entries fall on clips that those may have done so by chance. */
  private static Optional<Verdict> chance(List<Seen> its, List<Candidate> best, Material material) {
    int falling = best.size();
    double ofEntries = (double) falling / its.size();
    if (its.size() < FEWEST || falling == 0 || ofEntries >= ENOUGH) {
      return Optional.empty();
    }
    long named = best.stream().filter(Candidate::isNamed).count();
    if (2 * named >= falling) {
      return Optional.empty();
    }
    long[] starts = new Reach(its).starts(material);
    double ofClips =
        starts.length < 2
            ? 0
            : (double) best.stream().map(c -> c.source().id()).distinct().count() / starts.length;
    if (ofClips >= ENOUGH) {
      return Optional.empty();
    }
    double expected = its.size() * chance(starts, its.getFirst().tolerance());
    boolean offers =
        Math.max(ofEntries, ofClips) >= CHANCE
            && falling > expected + SPREAD * Math.sqrt(expected) + 1;
    return Optional.of(new Verdict(new Diagnosis.ByChance(falling, its.size()), true, offers));
  }

  /** How likely it is that an entry falls on one of these starts by chance. */
  private static double chance(long[] starts, long tolerance) {
    if (starts.length < 2) {
      return 0;
    }
    double span = Math.max(1, starts[starts.length - 1] - starts[0]);
    return Math.min(1, starts.length * (2.0 * tolerance + 1) / span);
  }

  /** The days and the cameras that entries speak of. */
  private static final class Reach {
    private final Set<Long> days = new HashSet<>();
    private final Set<String> cameras = new HashSet<>();
    private boolean anyDay;
    private boolean anyCamera;

    Reach(List<Seen> its) {
      for (Seen one : its) {
        LogEntry entry = one.entry();
        anyDay |= entry.date().isEmpty();
        entry.date().ifPresent(day -> days.add(day.toEpochDay()));
        anyCamera |= entry.camera().isEmpty();
        cameras.addAll(entry.cameras());
      }
    }

    private boolean has(Source source) {
      boolean ofDay =
          anyDay
              || source.recorded().isEmpty()
              || days.contains(source.recorded().get().toEpochDay())
              || days.contains(source.recorded().get().toEpochDay() - 1)
              || days.contains(source.recorded().get().toEpochDay() + 1);
      return ofDay && (anyCamera || source.camera().isEmpty() || cameras.contains(source.camera()));
    }

    /** Where the clips start that can be meant, in frames, in ascending order. */
    long[] starts(Material material) {
      return material.sources().all().stream()
          .filter(source -> !source.isSound() && source.start().isPresent())
          .filter(this::has)
          .mapToLong(source -> source.start().orElseThrow().value())
          .sorted()
          .toArray();
    }
  }

  private void lags(String paper, List<Candidate> best) {
    var byCamera = new HashMap<String, List<Candidate>>();
    for (Candidate candidate : best) {
      if (candidate.hasTime()) {
        byCamera
            .computeIfAbsent(candidate.source().camera(), _ -> new ArrayList<>())
            .add(candidate);
      }
    }
    byCamera.forEach((camera, candidates) -> {
      if (candidates.size() >= 2 * FEWEST) {
        long[] frames = candidates.stream().mapToLong(Candidate::frames).sorted().toArray();
        long usual = frames[frames.length / 2];
        long[] apart = Arrays.stream(frames).map(f -> Math.abs(f - usual)).sorted().toArray();
        long nominal = candidates.getFirst().entryAt().orElseThrow().rate().nominal();
        lags.computeIfAbsent(paper, _ -> new HashMap<>())
            .put(camera, new Lag(usual, STEADY_HAND * nominal + UNUSUAL * apart[apart.length / 2]));
      }
    });
  }

  /** The first candidate that fits and that nothing speaks against. */
  private static Optional<Candidate> best(Seen one) {
    for (Candidate candidate : one.candidates()) {
      if (!candidate.isOfAnother() && one.fits(candidate)) {
        return Optional.of(candidate);
      }
    }
    return Optional.empty();
  }

  /** Why nothing of what was seen of an entry can be settled, if that is so. */
  Optional<Diagnosis> against(Seen one, boolean byTime) {
    Doubt own = byEntry.get(one.entry().id());
    if (own != null) {
      return Optional.of(new Diagnosis.Doubted(own));
    }
    Verdict verdict = byPaper.get(one.entry().paper());
    return verdict == null || (verdict.timeOnly && !byTime)
        ? Optional.empty()
        : Optional.of(verdict.why);
  }

  /** Whether most of a paper's entries fall on clips. */
  boolean fits(String paper) {
    return fitting.contains(paper);
  }

  /** Whether what fits is proposed, doubted or not. */
  boolean offers(Seen one) {
    Verdict verdict = byPaper.get(one.entry().paper());
    return verdict == null || verdict.offers;
  }

  /** Why a candidate is not what is meant, as its paper usually lies otherwise. */
  Optional<Diagnosis> unusual(Seen one, Candidate candidate) {
    Lag lag = lags.getOrDefault(one.entry().paper(), Map.of()).get(candidate.source().camera());
    if (lag == null
        || !candidate.hasTime()
        || candidate.isNamed()
        || Math.abs(candidate.frames() - lag.usual) <= lag.most) {
      return Optional.empty();
    }
    return Optional.of(new Diagnosis.Unusual(candidate, lag.usual));
  }
}
