package org.oddlot.rights;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.time.Rational;

/** Prices as people write them: what they say, or that they have to be asked about. */
class PriceReaderTest {
  private static PriceReader.Read read(String head, String cell) {
    return new PriceReader(head, List.of(cell), false, false).read(cell, "");
  }

  /** What 25 seconds cost. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Price/s | 18,00 EUR | 450.00 | EUR",
        "Price per second | £12.50 | 312.50 | GBP",
        "Preis je Sekunde (CHF) | 9.90 | 247.50 | CHF",
        "Prix par seconde | 1 200,50 € | 30012.50 | EUR",
        "Price | 1500 flat | 1500.00 | ''",
        "Price | flat 1.500,00 EUR | 1500.00 | EUR",
        "Pauschale EUR | 2'400.00 | 2400.00 | EUR",
        "Fee | NOK 500 buyout | 500.00 | NOK",
        "Fee | 40 EUR per 10 seconds | 100.00 | EUR",
        "Fee | 120 USD / min | 50.00 | USD",
        "Preis | 30 € pro angefangene 5 Sek. | 150.00 | EUR",
        "Price/s | 2.00 GBP (min. 200.00) | 200.00 | GBP",
        "Price/s | 20 EUR, minimum 100 EUR | 500.00 | EUR",
        "Price/s | 10.00 EUR excl. VAT | 250.00 | EUR",
        "Price/s | free | 0.00 | ''",
        "Prix / s | gratuit | 0.00 | ''",
        "Price/s | 12345.678 EUR | 308641.95 | EUR",
        "Price/s | 0.125 EUR | 3.13 | EUR",
        "Price/s | 1,234,567 EUR | 30864175.00 | EUR"
      })
  void whatLeavesNoDoubtIsRead(String head, String cell, String of25, String currency) {
    PriceReader.Read read = read(head, cell);
    assertThat(read.price().amount(Rational.of(25)).orElseThrow().toDecimal(2)).isEqualTo(of25);
    assertThat(read.currency()).isEqualTo(currency);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Price | 18,00 EUR",
        "Price/s | 12.345 EUR",
        "Price/s | 1,240 EUR",
        "Price/s | 12.5–15 EUR",
        "Price/s | 12 - 15",
        "Price/s | 15 % of the licence",
        "Price/s | on request",
        "Price/s | ca. 20 EUR",
        "Price/s | 300 EUR for the first 10 s, then 20 EUR",
        "Price | 300 EUR for the first 10 s, then 20 EUR",
        "Price/s | 20 EUR up to 30 s, from 30 s 15 EUR",
        "Price/s | 20 EUR up to 30 s, 15 USD above",
        "Price/s | 20 EUR up to 30 s",
        "Price/s | 20 EUR up to 30 s, 25 s and more 15 EUR",
        "Price/s | 10-15 %",
        "Price/s | 20 EUR + 10 % for the web",
        "Price/s | 2 EUR, min. 100 EUR, less 10 %",
        "Price/s | 500 + 20/s",
        "Price/s | 20 EUR or 30 USD",
        "Price/s | see contract",
        "Price/s | 1.2.3",
        "Price/s | 12,34,56",
        "Price | 1500 per clip",
        "Price/s | 1500 EUR flat per second",
        "Price/s | twenty"
      })
  void whatIsInDoubtIsAskedAbout(String head, String cell) {
    PriceReader.Read read = read(head, cell);
    assertThat(read.price()).isInstanceOf(Price.Asked.class);
    assertThat(read.price().amount(Rational.ONE)).isEmpty();
  }

  /** What is due for 10, for 30 and for 45 seconds of one source; “?” where nobody can tell. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Price | 300 EUR for the first 10 s, then 20 EUR per second | 300 | 700 | 1000",
        "Price | 300 EUR up to 10 s, each further second 20 EUR | 300 | 700 | 1000",
        "Fee | 300 (first 10 seconds), each additional 10 s 50 | 300 | 400 | 500",
        "Preis | die ersten 10 Sekunden 300 €, jede weitere Sekunde 20 € | 300 | 700 | 1000",
        "Prix | 300 € les 10 premières secondes, puis 20 € par seconde | 300 | 700 | 1000",
        "Precio | 300 EUR hasta 10 s; cada segundo adicional 20 EUR | 300 | 700 | 1000",
        "Price/s | 20 EUR up to 30 s, then 15 EUR | 200 | 600 | 825",
        "Price/s | 20 EUR up to 30 s, 15 EUR above | 200 | 600 | ?",
        "Price/s | first 10 s 20 EUR; then 15 EUR | 200 | 500 | 725",
        "Price | up to 10 s 300 EUR; up to 30 s 500 EUR; over 30 s 800 EUR | 300 | 500 | 800",
        "Price | 0-10 s: 300; 11-30 s: 500; 31 s and more: 800 | 300 | 500 | 800",
        "Price | 1–10 s 300 EUR, 11–40 s 500 EUR | 300 | 500 | ?",
        "Price/s | 2 EUR, min. 20 s | 40 | 60 | 90",
        "Price/s | 20 EUR less 10 % | 180 | 540 | 810",
        "Price/s | 20 EUR - 10% | 180 | 540 | 810",
        "Preis/s | 20 € zzgl. 19 % MwSt. | 200 | 600 | 900",
        "Preis/s | 20 € zzgl. 10 % Zuschlag | 220 | 660 | 990",
        "Price/s | 50 % of 20 EUR | 100 | 300 | 450",
        "Price | 1500 flat, 10 % discount | 1350 | 1350 | 1350"
      })
  void stepsAndPercentsAreReckonedWhereTheyLeaveNoDoubt(
      String head, String cell, String of10, String of30, String of45) {
    Price price = read(head, cell).price();
    assertThat(List.of(10, 30, 45))
        .extracting(
            seconds -> price.amount(Rational.of(seconds)).map(its -> its.toDecimal(0)).orElse("?"))
        .containsExactly(of10, of30, of45);
  }

  /** A least price of several sources is that of all or of each, unless the paper says which. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "2 EUR, min. 100 EUR | 100, 200",
        "2 EUR, min. 100 EUR per clip | 200",
        "2 EUR, min. 100 EUR per order | 100",
        "20 EUR, min. 100 EUR | 400",
        "5 EUR up to 15 s, then 4 EUR | 95, 100",
        "5 EUR up to 15 s, then 4 EUR per clip | 100"
      })
  void whatALeastPriceIsForIsNotGuessed(String cell, String amounts) {
    List<Rational> twice = List.of(Rational.of(10), Rational.of(10));
    assertThat(
            read("Price/s", cell).price().amounts(twice).stream()
                .sorted()
                .map(its -> its.toDecimal(0)))
        .containsExactly(amounts.split(", ", -1));
  }

  @Test
  void otherCellsOfTheColumnSayWhichMarkIsThatOfDecimals() {
    var german = new PriceReader("Preis/s", List.of("9,90", "1.240"), false, false);
    assertThat(german.read("1.240", "EUR").price().amount(Rational.ONE))
        .contains(Rational.of(1240));
    var english = new PriceReader("Price/s", List.of("9.90", "1.240"), false, false);
    assertThat(english.read("1.240", "EUR").price().amount(Rational.ONE))
        .contains(Rational.of(31, 25));
    // In a workbook they are numbers.
    var reckoned = new PriceReader("Price/s", List.of("12.345"), false, true);
    assertThat(reckoned.read("12.345", "").price().amount(Rational.of(1000)))
        .contains(Rational.of(12_345));
  }

  @Test
  void aCurrencyThatAnotherColumnContradictsIsAskedAbout() {
    var prices = new PriceReader("Price/s", List.of("20 USD"), false, false);
    assertThat(prices.read("20 USD", "EUR").price()).isInstanceOf(Price.Asked.class);
    assertThat(prices.read("20", "€").currency()).isEqualTo("EUR");
  }
}
