package org.oddlot.find;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.oddlot.caption.Span;
import org.oddlot.find.Passage.Stretch;
import org.oddlot.time.Rational;

/** When what was looked for is there, in every step at once: the stretches of each thing. */
public final class Moments {
  /** By the id of what they are of; empty for all of it. */
  private final Map<String, Optional<List<Stretch>>> byThing;

  private Moments(Map<String, Optional<List<Stretch>>> byThing) {
    this.byThing = byThing;
  }

  /**
   * A stretch of something.
   *
   * @param about the id of what it is of
   * @param stretch when; empty for all of it
   */
  public record Moment(String about, Optional<Stretch> stretch) {}

  /** The moments at which every step of a search has something. */
  public static List<Moment> of(FindIndex index, Search search) {
    return Stream.concat(
            search.questions().stream().map(index::numbers),
            search.where().stream().map(where -> Found.having(index, where)))
        .map(numbers -> of(index, numbers))
        .reduce(Moments::within)
        .map(Moments::listed)
        .orElse(List.of());
  }

  private static Moments of(FindIndex index, int[] numbers) {
    Map<String, Optional<List<Stretch>>> byThing = new LinkedHashMap<>();
    for (int number : numbers) {
      Passage passage = index.passages().get(number);
      Optional<List<Stretch>> known =
          byThing.computeIfAbsent(passage.about(), _ -> Optional.of(new ArrayList<>()));
      if (passage.stretch().isEmpty()) {
        byThing.put(passage.about(), Optional.empty());
      } else {
        known.ifPresent(stretches -> stretches.add(passage.stretch().get()));
      }
    }
    byThing.replaceAll((_, stretches) -> stretches.map(Moments::united));
    return new Moments(byThing);
  }

  /** Stretches that overlap as one; what only touches stays apart. */
  private static List<Stretch> united(List<Stretch> stretches) {
    var united = new ArrayList<Stretch>();
    stretches.stream()
        .sorted(Comparator.comparing(Stretch::from).thenComparing(Stretch::to))
        .forEach(each -> {
          Stretch last = united.isEmpty() ? null : united.getLast();
          if (last != null && each.from().compareTo(last.to()) < 0) {
            united.set(
                united.size() - 1, new Stretch(last.from(), Span.later(last.to(), each.to())));
          } else if (!each.equals(last)) {
            united.add(each);
          }
        });
    return united;
  }

  private Moments within(Moments other) {
    Map<String, Optional<List<Stretch>>> both = new LinkedHashMap<>();
    byThing.forEach((thing, its) -> {
      Optional<List<Stretch>> others = other.byThing.get(thing);
      if (others == null) {
        return;
      }
      Optional<List<Stretch>> common =
          its.isEmpty()
              ? others
              : others.isEmpty() ? its : Optional.of(common(its.get(), others.get()));
      if (common.isEmpty() || !common.get().isEmpty()) {
        both.put(thing, common);
      }
    });
    return new Moments(both);
  }

  private static List<Stretch> common(List<Stretch> one, List<Stretch> other) {
    var common = new ArrayList<Stretch>();
    int i = 0;
    int k = 0;
    while (i < one.size() && k < other.size()) {
      Stretch a = one.get(i);
      Stretch b = other.get(k);
      Rational from = Span.later(a.from(), b.from());
      Rational to = Span.earlier(a.to(), b.to());
      boolean isMoment = a.from().equals(a.to()) || b.from().equals(b.to());
      if (from.compareTo(to) < 0 || (isMoment && from.equals(to))) {
        common.add(new Stretch(from, to));
      }
      if (a.to().compareTo(b.to()) <= 0) {
        i++;
      } else {
        k++;
      }
    }
    return common;
  }

  private List<Moment> listed() {
    var listed = new ArrayList<Moment>();
    byThing.forEach((thing, stretches) ->
        stretches.ifPresentOrElse(
            all -> all.forEach(each -> listed.add(new Moment(thing, Optional.of(each)))),
            () -> listed.add(new Moment(thing, Optional.empty()))));
    return listed;
  }
}
