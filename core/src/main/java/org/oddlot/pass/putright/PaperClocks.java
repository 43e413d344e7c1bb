package org.oddlot.pass.putright;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.oddlot.material.Material;
import org.oddlot.material.Paper;
import org.oddlot.material.Source;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;
import org.oddlot.pass.putright.ClockEstimate.Shift;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;

/** The clock of one log against the clocks of the cameras. */
final class PaperClocks {
  /** Fewer entries of a camera than this say nothing about its clock by themselves. */
  private static final int FEWEST = 4;

  private final Paper paper;
  private final List<Group> groups;
  private @Nullable Map<FindingId, List<Group>> together;

  /** The shot entries of one camera and the sources that they may belong to. */
  static final class Group {
    private final String camera;
    private final List<LogEntry> entries;
    private final List<Source> sources;
    private final DayFrames frames;
    private final ClockEstimator estimator;
    private final long[] times;
    private final long tolerance;
    private @Nullable ClockEstimate estimate;

    private Group(
        String camera,
        List<LogEntry> entries,
        List<Source> sources,
        DayFrames frames,
        long tolerance) {
      this.camera = camera;
      this.entries = List.copyOf(entries);
      this.sources = List.copyOf(sources);
      this.frames = frames;
      this.tolerance = tolerance;
      long[] starts =
          sources.stream().mapToLong(source -> frames.of(source).orElseThrow()).toArray();
      this.estimator = new ClockEstimator(starts, frames.inDay(), tolerance);
      this.times =
          entries.stream()
              .flatMap(entry -> frames.of(entry).stream())
              .mapToLong(Long::longValue)
              .sorted()
              .toArray();
    }

    /** The camera's letter; empty where the log does not say it. */
    String camera() {
      return camera;
    }

    /** The entries that have a timecode. */
    List<LogEntry> entries() {
      return entries;
    }

    /** The sources that have one. */
    List<Source> sources() {
      return sources;
    }

    /** How their times are compared. */
    DayFrames frames() {
      return frames;
    }

    /** How many times there are. */
    int size() {
      return times.length;
    }

    /** What their times say; found when it is asked for first, trials have no need of it. */
    ClockEstimate estimate() {
      ClockEstimate known = estimate;
      if (known == null) {
        known = estimator.estimate(times);
        estimate = known;
      }
      return known;
    }

    int matches(long shift) {
      return estimator.matches(times, shift);
    }

    /** Whether a clip starts within the tolerance. */
    boolean isOnAClip(long at) {
      long day = frames.inDay();
      return estimator.nearest(Math.floorMod(at, day)) <= tolerance;
    }

    /** How far away the nearest start is. */
    long nearest(long at) {
      return estimator.nearest(at);
    }
  }

  private PaperClocks(Paper paper, List<Group> groups) {
    this.paper = paper;
    this.groups = List.copyOf(groups);
  }

  static PaperClocks of(Paper paper, Material material, long tolerance) {
    Set<LocalDate> logged =
        material.entries().flatMap(entry -> entry.date().stream()).collect(Collectors.toSet());
    Map<String, List<LogEntry>> byCamera =
        paper.log().entries().stream()
            .filter(entry -> entry.kind() == LogEntry.Kind.SHOT && entry.in().isPresent())
            .collect(
                Collectors.groupingBy(
                    entry -> DayFrames.camera(entry.camera()), TreeMap::new, Collectors.toList()));
    var groups = new ArrayList<Group>();
    byCamera.forEach((camera, entries) -> {
      List<Source> its =
          ofTheDays(
              paper,
              material.sources().all().stream()
                  .filter(source -> DayFrames.canBeOf(source, camera))
                  .toList(),
              logged);
      commonest(its.stream().map(source -> source.rate().orElseThrow()))
          .ifPresent(
              rate -> groups.add(new Group(camera, entries, its, new DayFrames(rate), tolerance)));
    });
    return new PaperClocks(paper, groups);
  }

  /**
   * Those that are not of another day: a source counts as of another day if some log speaks of that
   * day and this one does not. A card that is dated on no day of any log is dated wrong, rather.
   */
  private static List<Source> ofTheDays(Paper paper, List<Source> all, Set<LocalDate> logged) {
    Set<LocalDate> days = new HashSet<>();
    paper.log().entries().stream()
        .flatMap(e -> e.date().stream())
        .forEach(day -> days.addAll(List.of(day.minusDays(1), day, day.plusDays(1))));
    return all.stream()
        .filter(s -> s.start().isPresent())
        .filter(s ->
            days.isEmpty()
                || s.recorded()
                    .filter(day -> logged.contains(day) && !days.contains(day))
                    .isEmpty())
        .toList();
  }

  private static <T> Optional<T> commonest(Stream<T> values) {
    return values
        .collect(Collectors.groupingBy(Function.identity(), Collectors.counting()))
        .entrySet()
        .stream()
        .max(
            Comparator.comparingLong((Map.Entry<T, Long> e) -> e.getValue())
                .thenComparing(e -> e.getKey().toString()))
        .map(Map.Entry::getKey);
  }

  Paper paper() {
    return paper;
  }

  List<Group> groups() {
    return groups;
  }

  /** A finding for the whole log, and one for each camera whose clock differs from the others'. */
  List<PutRightFinding> findings() {
    var findings = new ArrayList<PutRightFinding>();
    for (Map.Entry<FindingId, List<Group>> together : together().entrySet()) {
      findings.add(finding(together.getKey(), together.getValue()));
    }
    return findings;
  }

  /** The groups that share a clock, by the finding's id; the largest group leads. */
  private Map<FindingId, List<Group>> together() {
    Map<FindingId, List<Group>> known = together;
    if (known == null) {
      known = gathered();
      together = known;
    }
    return known;
  }

  private Map<FindingId, List<Group>> gathered() {
    if (groups.isEmpty()) {
      return Map.of();
    }
    Group leading = leading(groups);
    long shift = shift(leading.estimate());
    var byId = new TreeMap<FindingId, List<Group>>();
    var all = FindingId.of("putright", "clock", paper.name());
    for (Group group : groups) {
      int own = group.estimate().best().map(Shift::matches).orElse(0);
      boolean agrees =
          group.camera().equals(leading.camera())
              || group.entries().size() < FEWEST
              || 5 * group.matches(scaled(shift, leading, group))
                  >= 4 * Math.max(own, group.estimate().now());
      FindingId id = agrees ? all : FindingId.of("putright", "clock", paper.name(), group.camera());
      byId.computeIfAbsent(id, _ -> new ArrayList<>()).add(group);
    }
    return byId;
  }

  private static Group leading(List<Group> groups) {
    return groups.stream().max(Comparator.comparingInt(g -> g.entries().size())).orElseThrow();
  }

  private static long scaled(long shift, Group from, Group to) {
    return shift * to.frames().rate().nominal() / from.frames().rate().nominal();
  }

  private static long shift(ClockEstimate estimate) {
    return estimate.proposed().map(Shift::frames).orElse(0L);
  }

  private PutRightFinding finding(FindingId id, List<Group> together) {
    Group leading = leading(together);
    ClockEstimate estimate = leading.estimate();
    FrameRate rate = leading.frames().rate();
    int total = together.stream().mapToInt(g -> g.entries().size()).sum();
    int now = together.stream().mapToInt(g -> g.estimate().now()).sum();
    boolean whole = together.size() == groups.size();
    Set<String> cameras =
        whole ? Set.of() : together.stream().map(Group::camera).collect(Collectors.toSet());
    String title =
        whole ? paper.name() : paper.name() + ", camera " + String.join(", ", sorted(cameras));
    var correction =
        new Correction.Clock(
            paper.name(),
            cameras,
            rate,
            together.stream()
                .collect(Collectors.toMap(Group::camera, group -> group.frames().rate())));
    Optional<ClockStretches> stretches =
        whole ? ClockStretches.of(paper.log().entries(), leading) : Optional.empty();
    if (stretches.isPresent()) {
      return changing(title, correction, stretches.get(), leading);
    }
    if (estimate.isInStep() || estimate.best().isEmpty()) {
      return new PutRightFinding(
          id,
          title,
          correction,
          Standing.SETTLED,
          new ClockDiagnosis.InStep(now, total).inWords(),
          List.of(),
          List.of(),
          List.of(new Evidence("now", ClockDiagnosis.of(now, total), "fall on clips")));
    }
    Shift best = estimate.best().get();
    Optional<Shift> equal = estimate.rival().filter(_ -> estimate.isUndecided());
    var choices = new ArrayList<Choice>();
    choices.add(choice(best, leading, together));
    equal.ifPresent(rival -> choices.add(choice(rival, leading, together)));
    int then = matches(best.frames(), leading, together);
    boolean proposed = estimate.proposed().isPresent();
    ClockDiagnosis diagnosis =
        equal
            .<ClockDiagnosis>map(rival -> new ClockDiagnosis.TwoFit(best, rival, rate))
            .orElseGet(
                () -> new ClockDiagnosis.Shifted(now, total, best.frames(), rate, then, proposed));
    return new PutRightFinding(
        id,
        title,
        correction,
        Standing.TO_LOOK_AT,
        diagnosis.inWords(),
        choices,
        proposed ? List.of(Long.toString(best.frames())) : List.of(),
        List.of(
            new Evidence("now", ClockDiagnosis.of(now, total), "fall on clips"),
            new Evidence(
                "then",
                ClockDiagnosis.of(then, total),
                "with the log " + ClockDiagnosis.shift(best.frames(), rate)),
            new Evidence(
                "next best",
                estimate.rival().map(r -> Integer.toString(r.matches())).orElse("none"),
                estimate.rival().map(r -> ClockDiagnosis.shift(r.frames(), rate)).orElse(""))));
  }

  /** A clock that changes in the course of the paper. */
  private PutRightFinding changing(
      String title, Correction.Clock clock, ClockStretches found, Group leading) {
    List<LogEntry> entries = paper.log().entries();
    FrameRate rate = leading.frames().rate();
    var evidence = new ArrayList<Evidence>();
    for (ClockStretches.Stretch stretch : found.stretches()) {
      evidence.add(
          new Evidence(
              Phrase.of(
                  "rows %d–%d",
                  entries.get(stretch.first()).row(), entries.get(stretch.last()).row()),
              stretch.frames() == 0 ? "as written" : ClockDiagnosis.shift(stretch.frames(), rate),
              stretch.matches() + " fall on clips"));
    }
    String words =
        evidence.stream().map(e -> e.what() + " " + e.value()).collect(Collectors.joining(", "));
    return new PutRightFinding(
        FindingId.of("putright", "stretches", paper.name()),
        title,
        new Correction.Stretches(
            clock,
            found.stretches().stream()
                .map(s ->
                    new Correction.Stretches.Part(
                        entries.subList(s.first(), s.last() + 1).stream()
                            .map(LogEntry::id)
                            .collect(Collectors.toSet()),
                        s.frames()))
                .toList()),
        Standing.TO_LOOK_AT,
        new ClockDiagnosis.Changing(
                Math.max(
                    leading.estimate().now(),
                    leading.estimate().best().map(Shift::matches).orElse(0)),
                leading.size(),
                found.matches(),
                found.changes(entries))
            .inWords(),
        List.of(new Choice(Correction.Stretches.SO, words, List.of())),
        List.of(Correction.Stretches.SO),
        evidence);
  }

  private static List<String> sorted(Set<String> cameras) {
    return cameras.stream().sorted().toList();
  }

  private static int matches(long shift, Group leading, List<Group> together) {
    return together.stream().mapToInt(g -> g.matches(scaled(shift, leading, g))).sum();
  }

  private static Choice choice(Shift shift, Group leading, List<Group> together) {
    return new Choice(
        Long.toString(shift.frames()),
        "the log " + ClockDiagnosis.shift(shift.frames(), leading.frames().rate()),
        List.of(
            new Evidence(
                "matches", Integer.toString(matches(shift.frames(), leading, together)), "")));
  }

  private static Optional<Long> chosen(Decision decision) {
    return Optional.of(decision.chosen())
        .filter(chosen -> !chosen.isEmpty())
        .map(PutRightAnswer.CODEC::decode)
        .flatMap(answer ->
            answer instanceof PutRightAnswer.Shift shift
                ? Optional.of(shift.frames())
                : Optional.empty());
  }

  /** What each camera's entries are taken to be early by: as was said, else as is proposed. */
  Shifts shifts(Answers answers) {
    var byCamera = new HashMap<String, Long>();
    for (Map.Entry<FindingId, List<Group>> together : together().entrySet()) {
      Optional<Decision> said = answers.decision(together.getKey());
      for (Group group : together.getValue()) {
        Group leading = leading(together.getValue());
        long shift =
            said.map(decision ->
                    decision.isAccepted()
                        ? chosen(decision).orElseGet(() -> shift(leading.estimate()))
                        : 0L)
                .orElseGet(() -> shift(leading.estimate()));
        byCamera.put(group.camera(), scaled(shift, leading, group));
      }
    }
    return new Shifts(byCamera);
  }
}
