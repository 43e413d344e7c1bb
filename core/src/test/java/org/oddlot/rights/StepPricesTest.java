package org.oddlot.rights;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;

/** Prices in steps as many hands write them: what they come to, worked out by another way. */
class StepPricesTest {
  private static <T> T one(Random chance, List<T> of) {
    return of.get(chance.nextInt(of.size()));
  }

  private static PriceReader.Read read(String head, String cell) {
    return new PriceReader(head, List.of(cell), false, false).read(cell, "");
  }

  private static Optional<String> due(Price price, int... lengths) {
    List<Rational> amounts =
        price.amounts(java.util.Arrays.stream(lengths).mapToObj(Rational::of).toList());
    return amounts.size() == 1 ? Optional.of(amounts.getFirst().toDecimal(2)) : Optional.empty();
  }

  /** So much for the first seconds, and so much for each that is further. */
  @Property(tries = 400)
  void aBaseAndEachFurtherSecond(@ForAll long seed) {
    var chance = new Random(seed);
    int base = 50 + chance.nextInt(900);
    int end = 1 + chance.nextInt(60);
    int further = 1 + chance.nextInt(49);
    String cell =
        one(
                chance,
                List.of(
                    "{base} EUR for the first {end} s, then {more} EUR per second",
                    "EUR {base} up to {end} sec.; EUR {more}/s thereafter",
                    "{base} € (first {end} seconds), each additional second {more} €",
                    "{base} EUR bis {end} Sek., danach {more} EUR je Sekunde",
                    "die ersten {end} Sekunden {base} EUR, jede weitere Sekunde {more} EUR",
                    "{base} € les {end} premières secondes, puis {more} € par seconde",
                    "{base} EUR fino a {end} s, poi {more} EUR al secondo"))
            .replace("{base}", "" + base)
            .replace("{end}", "" + end)
            .replace("{more}", "" + further);
    Price price = read(one(chance, List.of("Price", "Fee", "Preis", "Tarif")), cell).price();
    int length = 1 + chance.nextInt(120);
    int wanted = base + further * Math.max(0, length - end);
    assertThat(due(price, length)).as(cell + " of " + length + " s").contains(wanted + ".00");
    assertThat(price.inWords()).contains(base + ".00").contains(further + ".00");
  }

  /** Amounts for lengths within bounds; beyond the last nobody knows. */
  @Property(tries = 400)
  void amountsForWholeLengths(@ForAll long seed) {
    var chance = new Random(seed);
    int first = 5 + chance.nextInt(40);
    int second = first + 1 + chance.nextInt(60);
    int some = 100 + chance.nextInt(400);
    int more = some + 1 + chance.nextInt(400);
    String cell =
        one(
                chance,
                List.of(
                    "0-{end} s: {some} EUR; {next}-{last} s: {more} EUR",
                    "up to {end} s {some} EUR, up to {last} s {more} EUR",
                    "{some} EUR up to {end} seconds; {more} EUR up to {last} seconds",
                    "1–{end} s {some} EUR, {next}–{last} s {more} EUR"))
            .replace("{end}", "" + first)
            .replace("{next}", "" + (first + 1))
            .replace("{last}", "" + second)
            .replace("{some}", "" + some)
            .replace("{more}", "" + more);
    Price price = read("Price", cell).price();
    int length = 1 + chance.nextInt(second + 20);
    Optional<String> wanted =
        length <= first
            ? Optional.of(some + ".00")
            : length <= second ? Optional.of(more + ".00") : Optional.empty();
    assertThat(due(price, length)).as(cell + " of " + length + " s").isEqualTo(wanted);
  }

  /** A least price of several sources is said where every way to count it comes to the same. */
  @Property(tries = 300)
  void aLeastPriceOfSeveralSources(@ForAll long seed) {
    var chance = new Random(seed);
    int rate = 1 + chance.nextInt(30);
    int least = 1 + chance.nextInt(600);
    int[] lengths = chance.ints(1 + chance.nextInt(4), 1, 60).toArray();
    String scope = one(chance, List.of("", " per clip", " per order"));
    Price price = read("Price/s", Phrase.of("%d EUR, min. %d EUR%s", rate, least, scope)).price();
    int together = Math.max(least, rate * java.util.Arrays.stream(lengths).sum());
    int each = java.util.Arrays.stream(lengths).map(its -> Math.max(least, rate * its)).sum();
    List<String> wanted =
        Stream.of(scope.equals(" per clip") ? each : together, scope.isEmpty() ? each : -1)
            .filter(its -> its >= 0)
            .distinct()
            .map(its -> its + ".00")
            .toList();
    assertThat(due(price, lengths))
        .isEqualTo(wanted.size() == 1 ? Optional.of(wanted.getFirst()) : Optional.empty());
  }
}
