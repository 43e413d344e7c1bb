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
        "Price/s | 20 EUR up to 30 s, then 15 EUR",
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
