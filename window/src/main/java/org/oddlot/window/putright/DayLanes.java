package org.oddlot.window.putright;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.oddlot.material.Material;
import org.oddlot.material.Paper;
import org.oddlot.material.Source;
import org.oddlot.paper.Label;
import org.oddlot.paper.LogEntry;
import org.oddlot.sound.Recording;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;

/**
 * A shooting day as rows: one for each camera with its clips, one for each recorder with its
 * recordings, one for each log with its entries, all by time of day in seconds of their labels.
 */
record DayLanes(List<Lane> lanes, Optional<LocalDate> day) {

  private enum Kind {
    CAMERA,
    RECORDER,
    LOG
  }

  /** One row. */
  static final class Lane {
    private final String name;
    private final Kind kind;
    private final String paper;
    private final double[] starts;
    private final double[] ends;
    private final String[] names;
    private final double longest;
    private final int withoutTime;

    private Lane(String name, Kind kind, String paper, List<Mark> unsorted, int withoutTime) {
      List<Mark> marks = unsorted.stream().sorted(Comparator.comparingDouble(Mark::from)).toList();
      this.name = name;
      this.kind = kind;
      this.paper = paper;
      this.starts = marks.stream().mapToDouble(Mark::from).toArray();
      this.ends = marks.stream().mapToDouble(Mark::to).toArray();
      this.names = marks.stream().map(Mark::name).toArray(String[]::new);
      this.longest = marks.stream().mapToDouble(m -> m.to - m.from).max().orElse(0);
      this.withoutTime = withoutTime;
    }

    String name() {
      return name;
    }

    /** Whether it holds entries rather than clips. */
    boolean isLog() {
      return kind == Kind.LOG;
    }

    /** Whether it holds recordings. */
    boolean isSound() {
      return kind == Kind.RECORDER;
    }

    /** The log's name; empty for clips. */
    String paper() {
      return paper;
    }

    int size() {
      return starts.length;
    }

    double start(int index) {
      return starts[index];
    }

    double end(int index) {
      return ends[index];
    }

    String nameOf(int index) {
      return names[index];
    }

    /** How many things in it have no timecode and cannot be drawn. */
    int withoutTime() {
      return withoutTime;
    }

    /** The first thing that can reach into what begins at {@code seconds}. */
    int firstFrom(double seconds) {
      int found = Arrays.binarySearch(starts, seconds - longest);
      int first = found < 0 ? -found - 1 : found;
      while (first > 0 && starts[first - 1] >= seconds - longest) {
        first--;
      }
      return first;
    }

    /** This with what is before the dawn put after midnight of the next day. */
    private Lane from(double dawn) {
      List<Mark> marks = new ArrayList<>();
      for (int i = 0; i < size(); i++) {
        double later = starts[i] < dawn ? 86_400 : 0;
        marks.add(new Mark(starts[i] + later, ends[i] + later, names[i]));
      }
      return new Lane(name, kind, paper, marks, withoutTime);
    }

    /** The thing at a time, or the nearest one within a reach. */
    Optional<Integer> at(double seconds, double reach) {
      int best = -1;
      double nearest = reach;
      for (int i = firstFrom(seconds - reach);
          i < starts.length && starts[i] <= seconds + reach;
          i++) {
        double away = seconds < starts[i] ? starts[i] - seconds : Math.max(0, seconds - ends[i]);
        if (away <= nearest) {
          nearest = away;
          best = i;
        }
      }
      return best < 0 ? Optional.empty() : Optional.of(best);
    }
  }

  private record Mark(double from, double to, String name) {}

  /** All days on which something was shot or logged. */
  static List<LocalDate> days(Material material) {
    var days = new TreeSet<LocalDate>();
    material.sources().all().stream().flatMap(s -> s.recorded().stream()).forEach(days::add);
    material.entries().flatMap(e -> e.date().stream()).forEach(days::add);
    return List.copyOf(days);
  }

  /** The rows of one day, or of all days laid over each other. */
  static DayLanes of(Material material, Optional<LocalDate> day) {
    var lanes = new ArrayList<Lane>();
    var cameras =
        material.sources().all().stream()
            .filter(source -> !material.isSound(source) && isOf(source.recorded(), day))
            .collect(
                Collectors.groupingBy(
                    source -> source.camera().toUpperCase(Locale.ROOT),
                    TreeMap::new,
                    Collectors.toList()));
    cameras.forEach((camera, sources) -> lanes.add(clips(camera, sources)));
    var recorders =
        material.recordings().stream()
            .filter(recording -> isOf(recording.first().day(), day))
            .collect(Collectors.groupingBy(Recording::recorder, TreeMap::new, Collectors.toList()));
    recorders.forEach((recorder, recordings) -> lanes.add(recordings(recorder, recordings)));
    for (Paper paper : material.papers()) {
      List<LogEntry> entries =
          paper.log().entries().stream().filter(entry -> isOf(entry.date(), day)).toList();
      if (!entries.isEmpty()) {
        lanes.add(entries(paper.name(), entries));
      }
    }
    double dawn = dawn(lanes);
    return new DayLanes(lanes.stream().map(lane -> lane.from(dawn)).toList(), day);
  }

  /**
   * When the shooting day begins, in seconds: after the longest time around the clock in which
   * there is nothing, so that a night that goes past midnight stays in one piece.
   */
  private static double dawn(List<Lane> lanes) {
    boolean[] busy = new boolean[24];
    for (Lane lane : lanes) {
      for (int i = 0; i < lane.size(); i++) {
        busy[Math.floorMod((int) (lane.start(i) / 3600), 24)] = true;
      }
    }
    int best = 0;
    int longest = 0;
    for (int hour = 0; hour < 24; hour++) {
      int empty = 0;
      while (empty < 24 && !busy[Math.floorMod(hour - 1 - empty, 24)]) {
        empty++;
      }
      // Of equal ones the first, so that an ordinary day begins at midnight.
      if (busy[hour] && empty > longest) {
        longest = empty;
        best = hour;
      }
    }
    boolean wraps = false;
    for (int hour = 0; hour < best; hour++) {
      wraps |= busy[hour];
    }
    return wraps ? best * 3600.0 : 0;
  }

  private static boolean isOf(Optional<LocalDate> recorded, Optional<LocalDate> day) {
    return day.isEmpty() || recorded.isEmpty() || recorded.equals(day);
  }

  private static Lane clips(String camera, List<Source> sources) {
    List<Mark> marks =
        sources.stream()
            // A start of zero is none.
            .filter(source -> source.start().isPresent() && !source.startsAtZero())
            .map(source -> {
              double from = seconds(source.start().orElseThrow());
              double lasts = source.range().map(r -> seconds(r.duration())).orElse(0.0);
              return new Mark(from, from + lasts, source.name());
            })
            .toList();
    String name = camera.isEmpty() ? "Other clips" : "Camera " + camera;
    return new Lane(name, Kind.CAMERA, "", marks, sources.size() - marks.size());
  }

  private static Lane recordings(String recorder, List<Recording> recordings) {
    List<Mark> marks =
        recordings.stream()
            .filter(recording -> recording.first().reference().isPresent())
            .map(DayLanes::mark)
            .toList();
    return new Lane(recorder, Kind.RECORDER, "", marks, recordings.size() - marks.size());
  }

  /** By its label where its timecode rate is known, else by the clock. */
  private static Mark mark(Recording recording) {
    double pace =
        recording.first().timecodeRate().map(rate -> rate.toDouble() / rate.nominal()).orElse(1.0);
    double from = recording.first().reference().orElseThrow().seconds().toDouble() * pace;
    double lasts = (double) recording.first().frames() / recording.first().sampleRate();
    return new Mark(from, from + lasts * pace, recording.name());
  }

  private static Lane entries(String paper, List<LogEntry> entries) {
    List<Mark> marks =
        entries.stream()
            .filter(entry -> entry.in().isPresent())
            .map(entry -> {
              double at = seconds(entry.in().orElseThrow(), entry.rate());
              return new Mark(at, at, entry.title());
            })
            .toList();
    return new Lane(paper, Kind.LOG, paper, marks, entries.size() - marks.size());
  }

  /** By the label: frames at the nominal rate, so that clips and entries are on one axis. */
  private static double seconds(RationalTime time) {
    return (double) time.value() / time.rate().nominal();
  }

  private static double seconds(Label label, Optional<FrameRate> rate) {
    double frames =
        label.frames() <= 0
            ? 0
            : (double) label.frames() / rate.map(FrameRate::nominal).orElse(24L);
    return label.hours() * 3600 + label.minutes() * 60 + label.seconds() + frames;
  }

  /** The first and the last moment of the day at which there is anything. */
  double[] span() {
    double first =
        lanes.stream().filter(l -> l.size() > 0).mapToDouble(l -> l.starts[0]).min().orElse(0);
    double last =
        lanes.stream()
            .filter(l -> l.size() > 0)
            .mapToDouble(l -> Arrays.stream(l.ends).max().orElse(0))
            .max()
            .orElse(86_400);
    return new double[] {first, last};
  }
}
