package org.oddlot.pass;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;

/** What differs between two states of captions, for the ledger: found by comparing. */
public final class CaptionChanges {
  private CaptionChanges() {}

  /**
   * A note for each caption that differs.
   *
   * @param reason why, by the id of the caption as it was read
   */
  public static List<Applied.Note> between(
      Captions before, Captions after, Function<String, String> reason) {
    Map<String, List<Caption>> was = byOrigin(before);
    Map<String, List<Caption>> is = byOrigin(after);
    var notes = new ArrayList<Applied.Note>();
    Set<String> all = new java.util.LinkedHashSet<>(was.keySet());
    all.addAll(is.keySet());
    for (String origin : all) {
      List<Caption> old = was.getOrDefault(origin, List.of());
      List<Caption> now = is.getOrDefault(origin, List.of());
      if (!new HashSet<>(old).equals(new HashSet<>(now))) {
        notes.add(
            new Applied.Note(
                after.name(),
                "caption " + origin,
                inWords(before, old),
                inWords(after, now),
                reason.apply(origin)));
      }
    }
    return notes;
  }

  private static Map<String, List<Caption>> byOrigin(Captions captions) {
    var byOrigin = new LinkedHashMap<String, List<Caption>>();
    for (Caption caption : captions.captions()) {
      byOrigin.computeIfAbsent(caption.origin(), _ -> new ArrayList<>()).add(caption);
    }
    return byOrigin;
  }

  private static String inWords(Captions captions, List<Caption> its) {
    return its.stream()
        .map(caption ->
            captions.grid().label(caption.start())
                + " – "
                + captions.grid().label(caption.end())
                + " "
                + caption.text().plain().replace("\n", " / "))
        .collect(Collectors.joining(" | "));
  }

  /** All sets of captions with one of them in another state. */
  public static List<Captions> with(List<Captions> all, Captions changed) {
    return all.stream().map(each -> each.name().equals(changed.name()) ? changed : each).toList();
  }

  /** The captions of this name. */
  public static Optional<Captions> byName(List<Captions> all, String name) {
    return all.stream().filter(captions -> captions.name().equals(name)).findFirst();
  }
}
