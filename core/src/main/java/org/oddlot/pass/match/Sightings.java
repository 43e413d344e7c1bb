package org.oddlot.pass.match;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.oddlot.material.DateGap;
import org.oddlot.material.Derived;
import org.oddlot.material.Material;
import org.oddlot.material.Paper;
import org.oddlot.material.PlainName;
import org.oddlot.material.Source;
import org.oddlot.material.TimelineFile;
import org.oddlot.paper.LogEntry;
import org.oddlot.progress.Progress;
import org.oddlot.sound.Recording;
import org.oddlot.sound.SoundFile;

/**
 * What is seen of all entries of a lot, each by itself. Nothing that a person says changes it, so
 * it is seen once for each state of the files, and for each tolerance.
 */
final class Sightings {
  /** Those of the files as they are. */
  static final Derived<Sightings> OF_ENTRIES =
      Derived.of(
          Set.of(TimelineFile.class, Paper.class, SoundFile.class, DateGap.class), Sightings::new);

  private static final int ENTRIES_AT_ONCE = 5000;

  private final Material material;
  private final Map<Integer, Seen> byTolerance = new ConcurrentHashMap<>();

  private Sightings(Material material) {
    this.material = material;
  }

  /**
   * What was seen.
   *
   * @param sight with what eyes
   * @param entries each entry
   */
  record Seen(CandidateFinder sight, List<CandidateFinder.Seen> entries) {}

  /**
   * What is seen where entry and start may be so many frames apart.
   *
   * @throws org.oddlot.progress.CancelledException if {@code progress} asks to stop
   */
  Seen within(int tolerance, Progress progress) {
    return byTolerance.computeIfAbsent(tolerance, its -> look(its, progress));
  }

  private Seen look(int tolerance, Progress progress) {
    Set<String> sounds = soundsApart();
    Map<String, LocalDate> days = new HashMap<>();
    material
        .all(DateGap.class)
        .forEach(each -> each.entries().forEach(id -> days.put(id, each.clipDay())));
    List<LogEntry> entries =
        material
            .entries()
            .map(entry ->
                days.containsKey(entry.id())
                    ? entry.withDate(Optional.ofNullable(days.get(entry.id())))
                    : entry)
            .filter(entry ->
                sounds.isEmpty()
                    || entry.clip().isEmpty()
                    || !sounds.contains(PlainName.of(entry.clip())))
            .toList();
    List<Source> sources = material.sources().all();
    var sight = new CandidateFinder(sources, new Naming(sources, entries), tolerance);
    var seen = new ArrayList<CandidateFinder.Seen>(entries.size());
    for (int from = 0; from < entries.size(); from += ENTRIES_AT_ONCE) {
      progress.check();
      progress.at(0.8 * from / entries.size(), "Match");
      // What is seen of an entry does not depend on the others.
      seen.addAll(
          entries.subList(from, Math.min(from + ENTRIES_AT_ONCE, entries.size())).parallelStream()
              .map(sight::of)
              .toList());
    }
    return new Seen(sight, List.copyOf(seen));
  }

  /** The names of sound that came in by itself: what a report says of it is about no clip. */
  private Set<String> soundsApart() {
    if (material.sounds().isEmpty()) {
      return Set.of();
    }
    var names = new HashSet<String>();
    for (Recording recording : material.recordings()) {
      List<SoundFile> apart =
          recording.files().stream()
              .filter(file -> material.sources().byId(file.id()).isEmpty())
              .toList();
      apart.forEach(file -> names.add(PlainName.of(file.stem())));
      if (!apart.isEmpty()) {
        names.add(PlainName.of(recording.name()));
      }
    }
    return names;
  }
}
