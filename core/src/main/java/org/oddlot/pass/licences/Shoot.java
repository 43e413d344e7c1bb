package org.oddlot.pass.licences;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.oddlot.material.Material;
import org.oddlot.material.Paper;
import org.oddlot.material.Source;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.licences.LicenceDiagnosis.Origin;

/** What the logs of a lot say was shot: clips, cards and days; and when most of it was. */
final class Shoot {
  private final Set<String> clips = new HashSet<>();
  private final Set<String> cards = new HashSet<>();
  private final Set<LocalDate> days = new HashSet<>();

  /** No production takes longer, not even one that goes on for years. */
  private static final long YEARS = 10;

  /** The middle one of all days that sources were recorded on. */
  private final Optional<LocalDate> middle;

  Shoot(Material material) {
    for (Paper paper : material.all(Paper.class)) {
      for (LogEntry entry : paper.log().entries()) {
        add(clips, entry.clip());
        add(cards, entry.reel());
        entry.date().ifPresent(days::add);
      }
    }
    List<LocalDate> recorded =
        material.sources().all().stream()
            .flatMap(source -> source.recorded().stream())
            .sorted()
            .toList();
    middle = recorded.isEmpty() ? Optional.empty() : Optional.of(recorded.get(recorded.size() / 2));
  }

  /** Whether a source is of another time than most: stock has cameras and cards as well. */
  boolean isOfAnotherTime(Source source) {
    return source
        .recorded()
        .filter(day ->
            middle.filter(its -> Math.abs(ChronoUnit.YEARS.between(day, its)) >= YEARS).isPresent())
        .isPresent();
  }

  private static void add(Set<String> all, String name) {
    if (!name.isBlank()) {
      all.add(folded(name));
    }
  }

  private static String folded(String name) {
    return name.strip().toLowerCase(Locale.ROOT);
  }

  /** What of a source the logs have; empty where they have nothing of it. */
  Optional<Origin> has(Source source) {
    if (clips.contains(folded(source.name()))) {
      return Optional.of(new Origin.InLog("clip " + source.name()));
    }
    if (!source.reel().isEmpty() && cards.contains(folded(source.reel()))) {
      return Optional.of(new Origin.InLog("card " + source.reel()));
    }
    return source
        .recorded()
        .filter(days::contains)
        .map(day -> new Origin.InLog("recorded on " + day));
  }
}
