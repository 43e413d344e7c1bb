package org.oddlot.pass.putright;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.oddlot.material.Material;
import org.oddlot.material.Source;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Sentence;
import org.oddlot.pass.Standing;
import org.oddlot.pass.putright.Correction.Start;
import org.oddlot.text.Phrase;
import org.oddlot.time.RationalTime;
import org.oddlot.time.Timecode;

/**
 * Reels of one camera and day that lie over each other in time: all begin at the same hour, though
 * a camera cannot have shot two at once. Where timecode runs with the tape, the first reel begins
 * at one o'clock, the second at two and so on: common practice, no source.
 */
final class Reels {
  private static final Pattern NUMBER = Pattern.compile("(\\d+)\\D*$");
  private static final int HOURS = 24;

  private final Material material;
  private final long tolerance;

  /** A reel and when its first clip starts and its last one ends, in seconds of the label. */
  private record Reel(String name, List<Source> sources, double from, double to) {
    int hour() {
      return (int) (from / 3600);
    }

    boolean isOver(Reel other) {
      return from < other.to && other.from < to;
    }
  }

  private record CameraDay(String camera, Optional<LocalDate> day) {}

  Reels(Material material, long tolerance) {
    this.material = material;
    this.tolerance = tolerance;
  }

  List<PutRightFinding> findings() {
    Map<CameraDay, List<Source>> groups =
        material.sources().all().stream()
            // A start of zero is none: those are looked for in the media.
            .filter(source -> source.start().isPresent() && !source.startsAtZero())
            .filter(source -> !source.reel().isEmpty())
            .collect(
                Collectors.groupingBy(
                    source -> new CameraDay(DayFrames.camera(source.camera()), source.recorded()),
                    LinkedHashMap::new,
                    Collectors.toList()));
    var findings = new ArrayList<PutRightFinding>();
    groups.forEach((key, sources) ->
        reels(sources).values().stream()
            .filter(together -> together.size() > 1)
            .filter(Reels::lieOverEachOther)
            .forEach(together -> findings.add(finding(key, together))));
    return findings;
  }

  /** The reels, by the hour at which they begin. */
  private static Map<Integer, List<Reel>> reels(List<Source> sources) {
    var byName = new TreeMap<String, List<Source>>();
    sources.forEach(s -> byName.computeIfAbsent(s.reel(), _ -> new ArrayList<>()).add(s));
    var byHour = new TreeMap<Integer, List<Reel>>();
    byName.forEach((name, its) -> {
      double from = its.stream().mapToDouble(s -> seconds(s.start().orElseThrow())).min().orElse(0);
      double to = its.stream().mapToDouble(Reels::end).max().orElse(0);
      var reel = new Reel(name, its, from, to);
      byHour.computeIfAbsent(reel.hour(), _ -> new ArrayList<>()).add(reel);
    });
    return byHour;
  }

  private static boolean lieOverEachOther(List<Reel> reels) {
    for (int i = 1; i < reels.size(); i++) {
      Reel reel = reels.get(i);
      if (reels.subList(0, i).stream().noneMatch(reel::isOver)) {
        return false;
      }
    }
    return true;
  }

  private static double seconds(RationalTime time) {
    return (double) time.value() / time.rate().nominal();
  }

  private static double end(Source source) {
    return seconds(source.start().orElseThrow())
        + source.range().map(range -> seconds(range.duration())).orElse(0.0);
  }

  private PutRightFinding finding(CameraDay key, List<Reel> reels) {
    var ways = new LinkedHashMap<String, Map<String, Integer>>();
    ways.put("by number", hours(reels, true));
    if (!ways.containsValue(hours(reels, false))) {
      ways.put("in order", hours(reels, false));
    }
    int now = matches(reels, Map.of());
    var starts = new LinkedHashMap<String, Map<String, RationalTime>>();
    var choices = new ArrayList<Choice>();
    List<String> proposed = List.of();
    int most = now;
    for (Map.Entry<String, Map<String, Integer>> way : ways.entrySet()) {
      int matches = matches(reels, way.getValue());
      starts.put(way.getKey(), starts(reels, way.getValue()));
      choices.add(
          new Choice(
              way.getKey(),
              reels.stream()
                  .map(reel ->
                      Phrase.of(
                          "%s at %02d:00:00:00",
                          reel.name, way.getValue().getOrDefault(reel.name, reel.hour())))
                  .collect(Collectors.joining(", ")),
              List.of(new Evidence("matches", Integer.toString(matches), ""))));
      if (matches > most) {
        most = matches;
        proposed = List.of(way.getKey());
      }
    }
    String names = reels.stream().map(Reel::name).collect(Collectors.joining(", "));
    return new PutRightFinding(
        FindingId.of(
            "putright",
            "reels",
            key.camera,
            key.day.map(LocalDate::toString).orElse(""),
            names.replace(", ", "+")),
        names,
        new Start(starts),
        Standing.TO_LOOK_AT,
        Sentence.of(
            Phrase.of("all begin in hour %02d", reels.getFirst().hour()),
            "%,d reels of one camera and day lie over each other in time; the first clips start at"
                + " %s",
            reels.size(),
            reels.stream().map(Reels::firstLabel).distinct().collect(Collectors.joining(", "))),
        choices,
        proposed,
        List.of(
            new Evidence("now", Integer.toString(now), "entries match"),
            new Evidence(
                "hour", Phrase.of("%02d", reels.getFirst().hour()), "where each reel begins")));
  }

  private static String firstLabel(Reel reel) {
    return reel.sources.stream()
        .min(Comparator.comparing(source -> source.start().orElseThrow()))
        .flatMap(Source::startLabel)
        .map(Timecode::toString)
        .orElse("");
  }

  /** The hour at which each reel is to begin. */
  private static Map<String, Integer> hours(List<Reel> reels, boolean byNumber) {
    var hours = new LinkedHashMap<String, Integer>();
    for (int i = 0; i < reels.size(); i++) {
      Reel reel = reels.get(i);
      Matcher number = NUMBER.matcher(reel.name);
      boolean numbered = byNumber && number.find() && number.group(1).length() < 6;
      int hour = numbered ? Integer.parseInt(number.group(1)) : reels.getFirst().hour() + i;
      hours.put(reel.name, Math.floorMod(hour, HOURS));
    }
    return hours;
  }

  private static Map<String, RationalTime> starts(List<Reel> reels, Map<String, Integer> hours) {
    var starts = new LinkedHashMap<String, RationalTime>();
    for (Reel reel : reels) {
      for (Source source : reel.sources) {
        starts.put(source.id(), start(source, reel, hours));
      }
    }
    return starts;
  }

  private static RationalTime start(Source source, Reel reel, Map<String, Integer> hours) {
    RationalTime now = source.start().orElseThrow();
    long later = (long) hours.getOrDefault(reel.name, reel.hour()) - reel.hour();
    return RationalTime.of(now.value() + later * 3600L * now.rate().nominal(), now.rate());
  }

  /** How many entries would begin with a clip of their own reel. */
  private int matches(List<Reel> reels, Map<String, Integer> hours) {
    var starts = new HashMap<String, TreeSet<Long>>();
    var all = new TreeSet<Long>();
    var frames = new DayFrames(reels.getFirst().sources.getFirst().rate().orElseThrow());
    for (Reel reel : reels) {
      for (Source source : reel.sources) {
        RationalTime start = start(source, reel, hours);
        long at = frames.count(start);
        starts.computeIfAbsent(DayFrames.camera(reel.name), _ -> new TreeSet<>()).add(at);
        all.add(at);
      }
    }
    String camera = reels.getFirst().sources.getFirst().camera();
    return (int)
        material
            .entries()
            .filter(entry -> entry.kind() == LogEntry.Kind.SHOT)
            .filter(entry ->
                entry.camera().isEmpty()
                    || DayFrames.camera(entry.camera()).equals(DayFrames.camera(camera)))
            .filter(entry -> {
              TreeSet<Long> its =
                  entry.reel().isEmpty()
                      ? all
                      : starts.getOrDefault(DayFrames.camera(entry.reel()), new TreeSet<>());
              return frames
                  .of(entry)
                  .filter(at -> !its.subSet(at - tolerance, true, at + tolerance, true).isEmpty())
                  .isPresent();
            })
            .count();
  }
}
