package org.oddlot.rights;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.paper.Table;
import org.oddlot.time.Rational;

/**
 * What the rows of a paper ask: by the column of its prices, with what other columns take off it or
 * ask at the least. Where two columns say two prices, or what one of them says is not understood,
 * it has to be asked.
 */
final class LicencePrices {
  private static final Rational ONE_PERCENT = Rational.of(1, 100);

  private static final Pattern PERCENT =
      Pattern.compile("[-−]?\\s*(\\d{1,2})(?:[.,](\\d{1,2}))?\\s*(%?)");

  private static final Pattern SECONDS =
      Pattern.compile(
          "(?iu)(\\d{1,4})\\s*(s|sec|secs|seconds?|sek\\.?|sekunden|secondes|segundos)?");

  private static final Pattern NOTHING = Pattern.compile("[-–—]|0(?:[.,]0+)?\\s*%?|none|no");

  private final Table table;
  private final LicenceColumns heads;
  private final PriceReader prices;
  private final PriceReader leasts;

  LicencePrices(Table table, LicenceColumns heads) {
    this.table = table;
    this.heads = heads;
    prices = reader(LicenceField.PRICE, "");
    leasts = reader(LicenceField.LEAST, " flat");
  }

  private PriceReader reader(LicenceField field, String also) {
    int column = heads.of(field);
    return new PriceReader(
        head(column) + also,
        column < 0 ? List.of() : table.column(column),
        field == LicenceField.PRICE && heads.of(LicenceField.UNIT) >= 0,
        !table.sheets().isEmpty());
  }

  private String head(int column) {
    return column < 0 || column >= table.header().size() ? "" : table.header().get(column);
  }

  private String cell(Table.Row row, LicenceField field) {
    int column = heads.of(field);
    return column < 0 ? "" : row.cell(column);
  }

  /** What a row asks, and in which currency. */
  PriceReader.Read of(Table.Row row) {
    String text = cell(row, LicenceField.PRICE);
    PriceReader.Read read = prices.read(text, cell(row, LicenceField.CURRENCY));
    List<String> others = others(row, text);
    if (!others.isEmpty()) {
      return asked(read, String.join("; ", others));
    }
    String least = cell(row, LicenceField.LEAST);
    String discount = cell(row, LicenceField.DISCOUNT);
    Optional<Price> price =
        Optional.of(read.price())
            .flatMap(its -> isNothing(discount) ? Optional.of(its) : less(its, discount))
            .flatMap(its -> isNothing(least) ? Optional.of(its) : atLeast(its, least, read, row));
    return price
        .map(its -> new PriceReader.Read(its, read.currency()))
        .orElseGet(() ->
            asked(
                read,
                (text
                        + (isNothing(least) ? "" : ", at least " + least)
                        + (isNothing(discount) ? "" : ", less " + discount))
                    .strip()));
  }

  private static boolean isNothing(String text) {
    return text.isEmpty() || NOTHING.matcher(text).matches();
  }

  private static PriceReader.Read asked(PriceReader.Read read, String said) {
    return new PriceReader.Read(new Price.Asked(said), read.currency());
  }

  /**
   * What all columns of prices say, where one says another price than the one that was taken, or
   * one that changes it.
   */
  private List<String> others(Table.Row row, String text) {
    var others = new ArrayList<String>();
    for (int column : heads.rivals()) {
      String its = row.cell(column);
      if (!its.isEmpty() && !its.equals(text)) {
        others.add(head(column) + ": " + its);
      }
    }
    for (int column : heads.changes()) {
      if (!isNothing(row.cell(column))) {
        others.add(head(column) + ": " + row.cell(column));
      }
    }
    if (!others.isEmpty() && !text.isEmpty()) {
      others.addFirst(head(heads.of(LicenceField.PRICE)) + ": " + text);
    }
    return others;
  }

  /** Less a discount in percent; one that is an amount, or may be, is not understood. */
  private Optional<Price> less(Price price, String discount) {
    Matcher percent = PERCENT.matcher(discount);
    boolean isOfPercents =
        head(heads.of(LicenceField.DISCOUNT)).matches("(?iu).*(?:%|percent|prozent).*");
    if (!percent.matches() || (percent.group(3).isEmpty() && !isOfPercents)) {
      return Optional.empty();
    }
    Rational part = Share.part(percent, 1);
    // A tenth of a percent in a workbook is ten of them, shown otherwise.
    return part.compareTo(ONE_PERCENT) < 0
        ? Optional.empty()
        : price.times(Rational.ONE.minus(part));
  }

  /** At least so much, or the price of so many seconds. */
  private Optional<Price> atLeast(Price price, String least, PriceReader.Read read, Table.Row row) {
    if (!(price instanceof Price.Timed timed) || timed.least().signum() > 0) {
      return price instanceof Price.Free ? Optional.of(price) : Optional.empty();
    }
    String head = head(heads.of(LicenceField.LEAST));
    Price.Counted counted = PriceReader.counted(head + " " + least);
    Matcher seconds = SECONDS.matcher(least);
    boolean isOfSeconds =
        head.matches(
            "(?iuU).*(?:sec|sek|\\bs\\b|duration|dauer|länge|length|dur[ée]e|durata|duración|duur).*");
    if (seconds.matches() && (seconds.group(2) != null || isOfSeconds)) {
      Rational its = Rational.of(Long.parseLong(seconds.group(1)));
      return Optional.of(
          new Price.Timed(
              timed.amount(),
              timed.seconds(),
              its.dividedBy(timed.seconds()).times(timed.amount()),
              counted));
    }
    boolean isOfMoney =
        PriceReader.isMoney(least)
            || head.matches(
                "(?iu).*(?:fee|charge|price|amount|cost|invoice|preis|gebühr|betrag|honorar|tarif|montant|forfait|prix|precio|importe|prezzo|pris|prijs|belopp?|stawka|cena).*")
            || PriceReader.isOfOneCurrency(head);
    PriceReader.Read its = leasts.read(least, cell(row, LicenceField.CURRENCY));
    boolean isSame =
        its.currency().isEmpty()
            || read.currency().isEmpty()
            || its.currency().equals(read.currency());
    return isOfMoney && isSame && !isOfSeconds && its.price() instanceof Price.Flat(Rational amount)
        ? Optional.of(new Price.Timed(timed.amount(), timed.seconds(), amount, counted))
        : Optional.empty();
  }
}
