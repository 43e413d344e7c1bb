package org.oddlot.pass.putright;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.oddlot.material.DayBoundary;
import org.oddlot.material.InOrder;
import org.oddlot.material.Material;
import org.oddlot.material.Source;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Sentence;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;

/**
 * Entries and clips that are together by time of day and apart by date. Which side is wrong is seen
 * from what else carries the two dates: a log whose other entries find clips of their day is right,
 * and so is a card whose other clips find entries of theirs.
 */
final class Days {
  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("d MMMM uuuu", Locale.ENGLISH);

  private final List<Source> sources;
  private final long tolerance;
  private final List<Apart> apart = new ArrayList<>();
  private final Map<PaperDay, Integer> entriesAgree = new HashMap<>();
  private final Map<ReelDay, Integer> clipsAgree = new HashMap<>();
  private final Set<String> taken = new HashSet<>();
  private final Map<PaperDay, List<LogEntry>> entriesOf = new HashMap<>();

  /** The entries of one log and date. */
  private record PaperDay(String paper, LocalDate day) {}

  /** The clips of one card and date. */
  private record ReelDay(String reel, LocalDate day) {}

  /** An entry and the source at its time. */
  private record Apart(LogEntry entry, Source source) {
    PaperDay paperDay() {
      return new PaperDay(entry.paper(), entry.date().orElseThrow());
    }

    ReelDay reelDay() {
      return new ReelDay(reel(source), source.recorded().orElseThrow());
    }
  }

  Days(Material material, long tolerance) {
    this.sources =
        material.sources().all().stream()
            .filter(source -> source.start().isPresent() && source.recorded().isPresent())
            .toList();
    this.tolerance = tolerance;
  }

  private static String reel(Source source) {
    return source.reel().isEmpty() ? "camera " + source.camera() : source.reel();
  }

  void add(PaperClocks clocks, Shifts shifts) {
    for (PaperClocks.Group group : clocks.groups()) {
      List<Source> its =
          sources.stream().filter(source -> DayFrames.canBeOf(source, group.camera())).toList();
      var near = new Near(its, group.frames(), tolerance);
      for (LogEntry entry : group.entries()) {
        if (entry.date().isPresent()) {
          entriesOf
              .computeIfAbsent(
                  new PaperDay(entry.paper(), entry.date().get()), _ -> new ArrayList<>())
              .add(entry);
          group.frames().of(entry).ifPresent(at -> see(entry, near, at + shifts.of(entry)));
        }
      }
    }
  }

  private void see(LogEntry entry, Near near, long at) {
    LocalDate day = entry.date().orElseThrow();
    int hour = entry.in().orElseThrow().hours();
    Optional<Source> agreeing =
        near.at(at, List.of(day, day.minusDays(1), day.plusDays(1))).stream()
            .filter(s -> DayBoundary.isSame(day, s.recorded().orElseThrow(), hour))
            .findFirst();
    if (agreeing.isPresent()) {
      entriesAgree.merge(new PaperDay(entry.paper(), day), 1, Integer::sum);
      Source source = agreeing.get();
      clipsAgree.merge(new ReelDay(reel(source), source.recorded().orElseThrow()), 1, Integer::sum);
      taken.add(source.id());
    } else {
      near.at(at, near.days()).stream()
          .findFirst()
          .ifPresent(source -> apart.add(new Apart(entry, source)));
    }
  }

  List<PutRightFinding> findings() {
    // A clip that has an entry of its own day is not missing another.
    List<Apart> real = apart.stream().filter(a -> !taken.contains(a.source.id())).toList();
    var byBoth = new TreeMap<FindingId, List<Apart>>();
    for (Apart each : real) {
      byBoth.computeIfAbsent(id(each, real), _ -> new ArrayList<>()).add(each);
    }
    var findings = new ArrayList<PutRightFinding>();
    byBoth.forEach((key, together) -> findings.add(finding(key, together, real)));
    return findings;
  }

  private FindingId id(Apart each, List<Apart> all) {
    String paper = each.paperDay().paper;
    String logged = each.paperDay().day.toString();
    String recorded = each.reelDay().day.toString();
    return areClipsWrong(each, all)
        ? FindingId.of("putright", "day", paper, logged, recorded, each.reelDay().reel)
        : FindingId.of("putright", "day", paper, logged, recorded);
  }

  private boolean isEntryDayConfirmed(Apart one) {
    return entriesAgree.getOrDefault(one.paperDay(), 0) > 0;
  }

  private boolean isClipDayConfirmed(Apart one) {
    return clipsAgree.getOrDefault(one.reelDay(), 0) > 0;
  }

  private boolean areClipsWrong(Apart one, List<Apart> all) {
    long ofTheCard = all.stream().filter(a -> a.reelDay().equals(one.reelDay())).count();
    return isEntryDayConfirmed(one)
        && clipsAgree.getOrDefault(one.reelDay(), 0) < (ofTheCard + 3) / 4;
  }

  private PutRightFinding finding(FindingId id, List<Apart> together, List<Apart> all) {
    Apart first = together.getFirst();
    LocalDate logDay = first.paperDay().day;
    LocalDate clipDay = first.reelDay().day;
    boolean clipsWrong = areClipsWrong(first, all);
    boolean undecided = !clipsWrong && !isClipDayConfirmed(first) && !isEntryDayConfirmed(first);
    Set<String> entries =
        isEntryDayConfirmed(first)
            ? together.stream().map(a -> a.entry.id()).collect(Collectors.toSet())
            : entriesOf.getOrDefault(first.paperDay(), List.of()).stream()
                .map(LogEntry::id)
                .collect(Collectors.toSet());
    Set<ReelDay> reels = together.stream().map(Apart::reelDay).collect(Collectors.toSet());
    Set<String> clips =
        sources.stream()
            .filter(s -> reels.contains(new ReelDay(reel(s), s.recorded().orElseThrow())))
            .map(Source::id)
            .collect(Collectors.toSet());
    String reelNames =
        reels.stream().map(ReelDay::reel).distinct().sorted().collect(Collectors.joining(", "));
    String fit =
        together.size() == 1
            ? Phrase.of("row %d fits", first.entry.row())
            : Phrase.of("%,d entries fit", together.size());
    String toEntries = PutRightAnswer.OfDay.entries(clipDay).written();
    String toClips = PutRightAnswer.OfDay.clips(logDay).written();
    Choice changeEntries =
        new Choice(
            toEntries,
            Phrase.of(
                "%s of the log dated %s",
                Phrase.count(entries.size(), "entry"), DAY.format(clipDay)),
            List.of(new Evidence("matches", Integer.toString(together.size()), "")));
    Choice changeClips =
        new Choice(
            toClips,
            Phrase.of(
                "%s of %s dated %s",
                Phrase.count(clips.size(), "clip"), reelNames, DAY.format(logDay)),
            List.of(new Evidence("matches", Integer.toString(together.size()), "")));
    Choice over =
        new Choice(
            Correction.Day.OVER,
            "match them anyway; change neither date",
            List.of(new Evidence("matches", Integer.toString(together.size()), "")));
    return new PutRightFinding(
        id,
        clipsWrong ? reelNames : first.entry.paper(),
        new Correction.Day(first.entry.paper(), entries, clips, clipDay),
        Standing.TO_LOOK_AT,
        Sentence.of(
            clipsWrong ? "card dated " + clipDay : "log dated " + logDay,
            "%s clips on %s by time of day, but the log says %s and the clips %s",
            fit,
            reelNames,
            DAY.format(logDay),
            DAY.format(clipDay)),
        clipsWrong
            ? List.of(changeClips, changeEntries, over)
            : List.of(changeEntries, changeClips, over),
        undecided ? List.of(Correction.Day.OVER) : List.of(clipsWrong ? toClips : toEntries),
        List.of(
            new Evidence("log", logDay.toString(), confirmed(entriesAgree.get(first.paperDay()))),
            new Evidence("clips", clipDay.toString(), confirmed(clipsAgree.get(first.reelDay())))));
  }

  private static String confirmed(@org.jspecify.annotations.Nullable Integer count) {
    return count == null ? "nothing else agrees" : count + " others agree";
  }

  /** Sources by their day and their time of day. */
  private static final class Near {
    private final Map<LocalDate, InOrder<Source>> byDay = new HashMap<>();
    private final DayFrames dayFrames;
    private final long tolerance;

    Near(List<Source> sources, DayFrames dayFrames, long tolerance) {
      this.dayFrames = dayFrames;
      this.tolerance = tolerance;
      sources.stream()
          .collect(Collectors.groupingBy(source -> source.recorded().orElseThrow()))
          .forEach((day, its) -> byDay.put(day, InOrder.of(its, this::frame)));
    }

    private long frame(Source source) {
      return dayFrames.of(source).orElseThrow();
    }

    Set<LocalDate> days() {
      return byDay.keySet();
    }

    /** The sources of some days that start near a time, the nearest first. */
    List<Source> at(long frame, Collection<LocalDate> days) {
      var near = new ArrayList<Source>();
      for (LocalDate day : days) {
        InOrder<Source> ofDay = byDay.get(day);
        if (ofDay != null) {
          ofDay.within(frame - tolerance, frame + tolerance, near::add);
        }
      }
      near.sort(
          Comparator.comparingLong((Source source) -> Math.abs(frame(source) - frame))
              .thenComparing(Source::id));
      return near;
    }
  }
}
