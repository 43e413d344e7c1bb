package org.oddlot.rights;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.oddlot.paper.Table;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;

/**
 * Papers of licences as many hands write them: columns in any order and by many names, with others
 * between; dates, seconds and prices in many spellings, the same throughout a paper or not.
 */
class PapersByOtherHandsTest {
  private static final List<String> MATERIAL = List.of("Source", "CLIP", "File name", "material");
  private static final List<String> HOLDER =
      List.of("Holder", "Licensor", "Rights Holder", "archive");
  private static final List<String> NUMBER =
      List.of("Licence no.", "LICENSE", "Agreement", "Number");
  private static final List<String> UNTIL = List.of("Valid until", "Expires", "Term ends", "bis");
  private static final List<String> PRICE = List.of("Price/s", "Price per second", "Fee");
  private static final List<String> ALLOWED = List.of("Limit", "Seconds allowed", "Max. seconds");
  private static final List<String> UNIT = List.of("Unit", "Smallest unit", "Increment");
  private static final List<String> OTHERS = List.of("Contact", "Phone", "Paid?", "Credit line");

  /** What a row means. */
  private record Meant(
      String material,
      String holder,
      String number,
      Optional<LocalDate> until,
      Optional<Rational> price,
      Optional<Rational> allowed,
      Optional<Rational> unit) {}

  private static <T> T one(Random chance, List<T> of) {
    return of.get(chance.nextInt(of.size()));
  }

  private static Meant meant(Random chance, int number) {
    return new Meant(
        one(chance, List.of("SKF-%d*", "reel %d.mov", "Lamps %d", "%d; %d b"))
            .replace("%d", "" + number),
        one(chance, List.of("Skerry Film Library", "Orrin, Harbour", "O'Brandt & Sons")),
        chance.nextInt(5) == 0 ? "" : "L-" + number,
        chance.nextInt(4) == 0
            ? Optional.empty()
            : Optional.of(
                LocalDate.of(
                    2026 + chance.nextInt(20), 1 + chance.nextInt(12), 13 + chance.nextInt(16))),
        chance.nextInt(4) == 0
            ? Optional.empty()
            : Optional.of(Rational.of(chance.nextInt(400_000), 100)),
        chance.nextInt(4) == 0
            ? Optional.empty()
            : Optional.of(Rational.of(1 + chance.nextInt(3000))),
        chance.nextInt(3) == 0
            ? Optional.empty()
            : Optional.of(Rational.of(1 + chance.nextInt(40), 2)));
  }

  private static String day(LocalDate day, Random chance) {
    return day.format(
        DateTimeFormatter.ofPattern(
            one(chance, List.of("yyyy-MM-dd", "dd.MM.yyyy", "d/M/yyyy", "d MMMM yyyy")),
            Locale.ENGLISH));
  }

  private static String seconds(Rational seconds, Random chance) {
    if (!seconds.isWhole()) {
      String text = seconds.toDecimal(1);
      return one(chance, List.of(text, text.replace('.', ','), text + " s", text + " sec"));
    }
    long whole = seconds.numerator();
    return one(
        chance,
        List.of(
            "" + whole,
            whole + " s",
            whole + "\"",
            whole + " seconds",
            Phrase.of("%d:%02d", whole / 60, whole % 60),
            Phrase.of("%02d:%02d:%02d", whole / 3600, whole / 60 % 60, whole % 60)));
  }

  private static String price(Rational price, Random chance) {
    long cents = price.times(100).numerator() / price.times(100).denominator();
    long whole = cents / 100;
    String thousands =
        whole >= 1000 ? Phrase.of("%d.%03d", whole / 1000, whole % 1000) : "" + whole;
    String decimals = Phrase.of("%02d", cents % 100);
    return one(
        chance,
        List.of(
            whole + "." + decimals,
            whole + "," + decimals + " EUR",
            "€ " + thousands + "," + decimals,
            thousands.replace('.', ',') + "." + decimals + " USD",
            "GBP " + whole + "." + decimals + " / s",
            thousands.replace('.', '\'') + "." + decimals));
  }

  @Property(tries = 300)
  void whateverTheHandTheMeaningIsTheSame(@ForAll long seed) {
    var chance = new Random(seed);
    int rows = 1 + chance.nextInt(6);
    var all = new ArrayList<Meant>();
    for (int i = 0; i < rows; i++) {
      all.add(meant(chance, i + 1));
    }
    var columns = new ArrayList<>(List.of(0, 1, 2, 3, 4, 5, 6, 7, 8));
    Collections.shuffle(columns, chance);
    String[] heads = {
      one(chance, MATERIAL),
      one(chance, HOLDER),
      one(chance, NUMBER),
      one(chance, UNTIL),
      one(chance, PRICE),
      one(chance, ALLOWED),
      one(chance, UNIT),
      OTHERS.get(0),
      OTHERS.get(1)
    };
    var table = new ArrayList<Table.Row>();
    for (int i = 0; i < rows; i++) {
      Meant its = all.get(i);
      String[] cells = {
        its.material,
        its.holder,
        its.number,
        its.until.map(day -> day(day, chance)).orElse(one(chance, List.of("", "unlimited", "–"))),
        its.price.map(price -> price(price, chance)).orElse(""),
        its.allowed.map(s -> seconds(s, chance)).orElse(one(chance, List.of("", "-"))),
        its.unit.map(s -> seconds(s, chance)).orElse(""),
        "somebody",
        "+47 12 34 56"
      };
      table.add(
          new Table.Row(i + 2, columns.stream().map(column -> " " + cells[column] + " ").toList()));
    }
    var problems = new Problems("rights.csv");
    LicencePaper paper =
        LicencePaper.of(
                "rights.csv",
                new Table(
                    columns.stream().map(column -> heads[column] + " ").toList(),
                    table,
                    "",
                    List.of(),
                    List.of()),
                problems)
            .orElseThrow();
    assertThat(problems.list())
        .as(table.toString())
        .allMatch(problem -> problem.message().startsWith("Carried along"));
    assertThat(paper.licences()).hasSize(rows);
    for (int i = 0; i < rows; i++) {
      Licence read = paper.licences().get(i);
      Meant its = all.get(i);
      assertThat(read.material().text()).isEqualTo(its.material);
      assertThat(read.holder()).isEqualTo(its.holder);
      assertThat(read.number()).isEqualTo(its.number);
      assertThat(read.until()).as(table.toString()).isEqualTo(its.until);
      assertThat(read.price().amount(Rational.ONE)).as(table.toString()).isEqualTo(its.price);
      assertThat(read.allowed()).as(table.toString()).isEqualTo(its.allowed);
      assertThat(read.unit()).isEqualTo(its.unit.orElse(Rational.ONE));
    }
  }
}
