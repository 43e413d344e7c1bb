package org.oddlot.window.match;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.oddlot.material.Paper;
import org.oddlot.material.Source;
import org.oddlot.material.Sources;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.match.Candidate;
import org.oddlot.pass.match.MatchFinding;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;
import org.oddlot.window.kit.Moment;

/** What the bench of Match shows, without a node. */
final class MatchModel {
  /** More rows of clips are not to be told apart in the picture of a moment. */
  private static final int MOST_CAMERAS = 5;

  /** Seconds to either side of a moment that its picture shows. */
  private static final int REACH = 150;

  private Optional<Sources> sources = Optional.empty();
  private List<Paper> papers = List.of();
  private Map<Optional<LocalDate>, List<LogEntry>> entries = Map.of();
  private List<String> cameras = List.of();
  private FrameRate rate = FrameRate.FPS_24;
  private Spans spans = new Spans(List.of());

  @SuppressWarnings("ReferenceEquality") // what did not change is the very same
  void show(Optional<StepOutcome<MatchFinding>> step) {
    Optional<Sources> now = step.map(its -> its.before().sources());
    if (now.isEmpty() || sources.isEmpty() || now.get() != sources.get()) {
      sources = now;
      List<Source> all = now.map(Sources::all).orElse(List.of());
      cameras = all.stream().map(Source::camera).distinct().sorted().limit(MOST_CAMERAS).toList();
      spans = new Spans(all);
      rate =
          all.stream()
              .flatMap(source -> source.rate().stream())
              .findFirst()
              .orElse(FrameRate.FPS_24);
    }
    List<Paper> its = step.map(s -> s.before().papers()).orElse(List.of());
    if (its != papers) {
      papers = its;
      entries =
          step.stream()
              .flatMap(s -> s.before().entries())
              .collect(Collectors.groupingBy(LogEntry::date));
    }
  }

  int sourceCount() {
    return sources.map(its -> its.all().size()).orElse(0);
  }

  Optional<Source> source(String id) {
    return sources.flatMap(s -> s.byId(id));
  }

  /** All sources for pairing by hand, those nearest to the row's entry first. */
  List<Source> byNearness(MatchRow row) {
    List<Source> all = new ArrayList<>(sources.map(Sources::all).orElse(List.of()));
    all.sort(Comparator.comparingLong(source -> distance(row, source)));
    return all;
  }

  /**
   * Frames from the row's entry to a source's start; as far as can be if they cannot be compared.
   */
  static long distance(MatchRow row, Source source) {
    return source
        .start()
        .flatMap(start -> at(row, start.rate()).map(at -> Math.abs(start.value() - at.frames())))
        .orElse(Long.MAX_VALUE);
  }

  private static Optional<Timecode> at(MatchRow row, FrameRate rate) {
    return row.entry()
        .in()
        .flatMap(label ->
            label
                .at(rate, label.semicolon())
                .or(() -> label.toTheSecond().at(rate, label.semicolon())));
  }

  /**
   * The choice with {@code source} taken into it: it takes the place of one of the same camera, or
   * goes if it was in it.
   */
  Set<String> toggled(Set<String> chosen, Candidate candidate) {
    var changed = new LinkedHashSet<>(chosen);
    String id = candidate.source().id();
    if (!changed.remove(id)) {
      changed.removeIf(other ->
          source(other).filter(s -> s.camera().equals(candidate.source().camera())).isPresent());
      changed.add(id);
    }
    return changed;
  }

  /** What an accepted row writes, line by line. */
  static List<String> willWrite(MatchRow row) {
    LogEntry entry = row.entry();
    var lines = new ArrayList<String>();
    if (entry.kind() == LogEntry.Kind.SHOT) {
      add(lines, "scene", entry.scene(), "take", entry.take(), "camera", entry.camera());
      if (entry.circled()) {
        lines.add("circled");
      }
      if (!entry.notes().isEmpty()) {
        lines.add("note “" + entry.notes() + "”");
      }
      add(lines, "people", String.join(", ", entry.people()));
    } else {
      String what = entry.keywords().isEmpty() ? "marker" : "keyword";
      String name =
          entry.keywords().isEmpty() ? entry.notes() : String.join(", ", entry.keywords());
      lines.add(what + " “" + name + "”");
      lines.add(row.log() + entry.out().map(out -> " to " + out).orElse(""));
    }
    return lines;
  }

  private static void add(List<String> lines, String... pairs) {
    var line = new ArrayList<String>();
    for (int i = 0; i < pairs.length; i += 2) {
      if (!pairs[i + 1].isEmpty()) {
        line.add(pairs[i] + " " + pairs[i + 1]);
      }
    }
    if (!line.isEmpty()) {
      lines.add(String.join(" · ", line));
    }
  }

  /**
   * The picture of the moment around a row's entry, of its day if it has one; empty where it has no
   * timecode.
   */
  Optional<Moment> around(MatchRow row, Set<String> chosen, double width) {
    Optional<Timecode> now = at(row, rate);
    if (now.isEmpty() || sources.isEmpty()) {
      return Optional.empty();
    }
    Optional<LocalDate> day = row.entry().date();
    var slips = new ArrayList<Moment.Slip>();
    for (Source source : spans.within(REACH * now.get().rate().nominal(), now.get())) {
      boolean isChosen = chosen.contains(source.id());
      int lane = cameras.indexOf(source.camera());
      if (lane >= 0 && (isChosen || isOf(day, source.recorded()))) {
        slips.add(slip(source.range().orElseThrow(), now.get(), lane, isChosen));
      }
    }
    List<Double> ticks =
        entries.entrySet().stream()
            .filter(its -> isOf(day, its.getKey()))
            .flatMap(its -> its.getValue().stream())
            .flatMap(entry -> entry.in().stream())
            .flatMap(label -> label.toTheSecond().at(rate, false).stream())
            .map(at -> seconds(at.frames() - now.get().frames(), rate))
            .filter(seconds -> Math.abs(seconds) <= REACH)
            .toList();
    List<String> labels =
        List.of(minute(now.get(), -REACH / 2), minute(now.get(), 0), minute(now.get(), REACH / 2));
    return Optional.of(new Moment(width, REACH, cameras, slips, ticks, labels));
  }

  /** Whether something is of this day, as far as both are known. */
  private static boolean isOf(Optional<LocalDate> day, Optional<LocalDate> its) {
    return day.isEmpty() || its.isEmpty() || day.equals(its);
  }

  private static Moment.Slip slip(TimeRange range, Timecode now, int lane, boolean chosen) {
    RationalTime start = range.start();
    return new Moment.Slip(
        lane,
        seconds(start.value() - now.frames(), start.rate()),
        seconds(start.value() + range.duration().value() - now.frames(), start.rate()),
        chosen);
  }

  private static double seconds(long frames, FrameRate rate) {
    return (double) frames / rate.nominal();
  }

  private static String minute(Timecode now, long seconds) {
    return now.plusFrames(seconds * now.rate().nominal()).withinDay().toString().substring(0, 8);
  }
}
