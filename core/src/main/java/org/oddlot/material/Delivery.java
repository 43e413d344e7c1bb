package org.oddlot.material;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.oddlot.paper.HeaderWords;
import org.oddlot.rights.Licence;
import org.oddlot.text.Phrase;

/**
 * Where and when a programme is delivered.
 *
 * @param day on which; empty where nobody said
 * @param territory for which, several with commas; empty where nobody said
 */
public record Delivery(Optional<LocalDate> day, String territory) {
  private static final Set<String> EVERYWHERE =
      Set.of(
          "world",
          "worldwide",
          "world wide",
          "the world",
          "all",
          "all territories",
          "universe",
          "global",
          "weltweit",
          "welt",
          "monde",
          "monde entier",
          "mundial",
          "mondo",
          "hele verden",
          "verden",
          "hela varlden",
          "wereldwijd",
          "caly swiat");

  /** That of a lot; nothing is known where nobody said. */
  public static Delivery of(Material material) {
    return material.one(Delivery.class).orElse(new Delivery(Optional.empty(), ""));
  }

  /** What of a licence's term and territory does not go with it, in words. */
  public List<String> against(Licence licence) {
    var against = new ArrayList<String>();
    ended(licence).ifPresent(against::add);
    notBegun(licence).ifPresent(against::add);
    if (day.isEmpty() && (licence.until().isPresent() || licence.since().isPresent())) {
      against.add(
          Phrase.of(
              "its term %s is not held against a delivery: no day is said",
              licence
                  .until()
                  .map(end -> "to " + end)
                  .orElseGet(() -> "from " + licence.since().orElseThrow())));
    }
    elsewhere(licence).ifPresent(against::add);
    return against;
  }

  /** That a licence ends before the day, in words. */
  public Optional<String> ended(Licence licence) {
    return licence
        .until()
        .filter(end -> day.filter(its -> its.isAfter(end)).isPresent())
        .map(end -> Phrase.of("it ends on %s, before the delivery on %s", end, day.orElseThrow()));
  }

  /** That a licence begins after the day, in words. */
  public Optional<String> notBegun(Licence licence) {
    return licence
        .since()
        .filter(begin -> day.filter(its -> its.isBefore(begin)).isPresent())
        .map(begin ->
            Phrase.of("it begins on %s, after the delivery on %s", begin, day.orElseThrow()));
  }

  /** What of the territory it is delivered for a licence does not name, in words. */
  public Optional<String> elsewhere(Licence licence) {
    List<String> outside = outside(licence.territory());
    return outside.isEmpty()
        ? Optional.empty()
        : Optional.of(
            Phrase.of(
                "it holds for “%s”; whether that has %s somebody has to say",
                licence.territory(), String.join(", ", outside)));
  }

  /** The territories of the delivery that a licence does not name. */
  private List<String> outside(String theirs) {
    Set<String> named = parts(theirs);
    boolean isAnywhere =
        territory.isBlank() || named.isEmpty() || named.stream().anyMatch(EVERYWHERE::contains);
    return isAnywhere
        ? List.of()
        : Arrays.stream(territory.split("[,;/]", -1))
            .map(String::strip)
            .filter(each -> !each.isEmpty() && !named.contains(HeaderWords.plain(each)))
            .toList();
  }

  private static Set<String> parts(String territories) {
    return Arrays.stream(territories.split("[,;/&+]|\\band\\b", -1))
        .map(HeaderWords::plain)
        .filter(each -> !each.isEmpty())
        .collect(Collectors.toSet());
  }
}
