package org.oddlot.window;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.NavigableSet;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.oddlot.material.Source;
import org.oddlot.material.Sources;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;

/** The rates and the days of all sources in a few words, worked out once for the same sources. */
final class SourceFacts {
  private Optional<Sources> known = Optional.empty();
  private String words = "";

  /** Such as {@code 24 · 25 · 2026-01-05 – 2026-09-11, 250 days}. */
  @SuppressWarnings("ReferenceEquality") // sources that did not change are the very same
  String of(Sources sources) {
    if (known.isEmpty() || known.get() != sources) {
      words = words(sources.all());
      known = Optional.of(sources);
    }
    return words;
  }

  static String words(List<Source> sources) {
    var rates = new TreeSet<FrameRate>();
    var days = new TreeSet<LocalDate>();
    for (Source source : sources) {
      source.recorded().ifPresent(days::add);
      source.rate().filter(_ -> !source.isSound()).ifPresent(rates::add);
    }
    var facts = new ArrayList<String>();
    if (!rates.isEmpty()) {
      facts.add(rates.stream().map(FrameRate::toString).collect(Collectors.joining(", ")));
    }
    if (!days.isEmpty()) {
      facts.add(words(days));
    }
    return String.join(" · ", facts);
  }

  private static String words(NavigableSet<LocalDate> days) {
    return switch (days.size()) {
      case 1 -> days.first().toString();
      case 2 -> days.first() + " – " + days.last();
      default ->
          Phrase.of("%s – %s, %s", days.first(), days.last(), Phrase.count(days.size(), "day"));
    };
  }
}
