package org.oddlot.rights;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.oddlot.paper.Table;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.time.Rational;

class RightsPapersTest {
  private static Table table(String... lines) {
    var rows = new ArrayList<Table.Row>();
    for (int i = 1; i < lines.length; i++) {
      rows.add(new Table.Row(i + 1, cells(lines[i])));
    }
    return new Table(cells(lines[0]), rows, "", List.of(), List.of());
  }

  private static List<String> cells(String line) {
    return Stream.of(line.split("\\|", -1)).map(String::strip).toList();
  }

  @Test
  void aPaperOfLicencesIsToldByItsHeadsAndReadAsPeopleWriteIt() {
    var problems = new Problems("rights.csv");
    LicencePaper paper =
        LicencePaper.of(
                "rights.csv",
                table(
                    "Footage | Licensor | Agreement | Valid until | Price per second | Unit | Limit",
                    "SKF-04* | Skerry | 2026-118 | 31.01.2036 | 1.240,50 EUR | 3 s | 0:30",
                    "reel 7; reel 8 | Harbour | H/1 | 2031-06-30 | € 12,5 | 5 sec | 1 min",
                    "lamps.mov | Bureau | | perpetuity | 1,200.00 USD / s | | 00:01:30",
                    "x | Nobody | 9 | soon | a lot | often | –",
                    " | Somebody | 10 | | | | "),
                problems)
            .orElseThrow();
    assertThat(paper.licences()).hasSize(4);
    Licence first = paper.licences().getFirst();
    assertThat(first.title()).isEqualTo("Skerry, licence 2026-118");
    assertThat(first.until()).contains(LocalDate.of(2036, 1, 31));
    assertThat(first.price().amount(Rational.ONE)).contains(Rational.of(248_100, 200));
    assertThat(first.currency()).isEqualTo("EUR");
    assertThat(first.unit()).isEqualTo(Rational.of(3));
    assertThat(first.allowed()).contains(Rational.of(30));
    Licence second = paper.licences().get(1);
    assertThat(second.price().amount(Rational.ONE)).contains(Rational.of(25, 2));
    assertThat(second.allowed()).contains(Rational.of(60));
    Licence third = paper.licences().get(2);
    assertThat(third.id()).isEqualTo("rights.csv row 4");
    assertThat(third.price().amount(Rational.ONE)).contains(Rational.of(1200));
    assertThat(third.until()).isEmpty();
    assertThat(third.unit()).isEqualTo(Rational.ONE);
    assertThat(third.allowed()).contains(Rational.of(90));
    Licence fourth = paper.licences().get(3);
    assertThat(fourth.allowed()).isEqualTo(Optional.empty());
    assertThat(problems.list())
        .extracting(Problem::place)
        .containsExactlyInAnyOrder("row 5", "row 5", "row 5, column 5", "row 6");
  }

  /** Heads as people of other languages and archives write them. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "Dateiname | Lizenzgeber | Lizenznr. | Lizenzgebiet | Gültig bis | Preis je Sekunde | Sekunden",
        "Fichier | Ayants droit | Contrat | Territoires | Valable jusqu’au | Prix par seconde | Durée max.",
        "Archivo | Titular de los derechos | Licencia | Territorio | Válido hasta | Precio por segundo | Duración máx.",
        "Filmato | Licenziante | Licenza | Territori | Scadenza | Prezzo al secondo | Secondi",
        "Bestandsnaam | Rechthebbende | Licentienummer | Gebied | Geldig tot | Tarief per seconde | Seconden",
        "Filnavn | Rettighetshaver | Avtale | Område | Utløper | Pris per sekund | Sekunder",
        "Filnamn | Rättighetsinnehavare | Avtal | Länder | Giltig till | Pris per sekund | Längd",
        "Plik | Licencjodawca | Umowa | Kraje | Ważna do | Stawka za sek | Sekundy",
        "Clip ID | Supplier | Agreement Ref. | Region | Expiry date | Rate per sec (EUR) | Max. duration",
        "ARCHIVE REF | Footage house | Order No | Countries | Licence end | EUR/s | Licensed seconds"
      })
  void headsOfManyLanguagesMeanTheSame(String heads) {
    var problems = new Problems("rights.csv");
    Licence licence =
        LicencePaper.of(
                "rights.csv",
                table(heads, "SKF-04* | Skerry | 26/14 | Norway | 2036-01-31 | 18,00 | 30"),
                problems)
            .orElseThrow()
            .licences()
            .getFirst();
    assertThat(problems.list()).isEmpty();
    assertThat(licence.material().text()).isEqualTo("SKF-04*");
    assertThat(licence.holder()).isEqualTo("Skerry");
    assertThat(licence.number()).isEqualTo("26/14");
    assertThat(licence.territory()).isEqualTo("Norway");
    assertThat(licence.until()).contains(LocalDate.of(2036, 1, 31));
    assertThat(licence.price().amount(Rational.ONE)).contains(Rational.of(18));
    assertThat(licence.allowed()).contains(Rational.of(30));
  }

  /** An order says what was ordered and what that comes to; the rate is what counts here. */
  @Test
  void aRateGoesBeforeASumAndALimitBeforeALength() {
    Licence licence =
        LicencePaper.of(
                "order.csv",
                table(
                    "Clip | Archive | Total price | Price per second | Duration | Max. duration | Term | Valid until",
                    "pier | Skerry | 540.00 | 18.00 | 30 | 45 | 10 years | 2036-01-31"),
                new Problems("order.csv"))
            .orElseThrow()
            .licences()
            .getFirst();
    assertThat(licence.price().amount(Rational.of(10))).contains(Rational.of(180));
    assertThat(licence.allowed()).contains(Rational.of(45));
    assertThat(licence.until()).contains(LocalDate.of(2036, 1, 31));
  }

  @Test
  void aPaperThatSpeaksOfRightsAndNotForWhatIsAnErrorAndNoLog() {
    var problems = new Problems("rights.csv");
    LicencePaper paper =
        LicencePaper.of(
                "rights.csv",
                table("Thing | Licensor | Price | Territory", "SKF | Skerry | 20 | all"),
                problems)
            .orElseThrow();
    assertThat(paper.licences()).isEmpty();
    assertThat(problems.list())
        .singleElement()
        .satisfies(problem ->
            assertThat(problem.toString()).contains("which material", "“Thing”", "“Territory”"));
  }

  @Test
  void otherPapersAreNone() {
    Table log = table("Scene | Take | Source | Notes", "1 | 2 | A001 | good");
    assertThat(LicencePaper.of("log.csv", log, new Problems("log.csv"))).isEmpty();
    assertThat(MusicPaper.of("log.csv", log)).isEmpty();
    Table names = table("Name | Heard as", "Inés | in as");
    assertThat(LicencePaper.of("names.csv", names, new Problems("n"))).isEmpty();
  }

  @Test
  void wholeUnitsArePaidFor() {
    Licence licence =
        LicencePaper.of(
                "l",
                table("Source | Holder | Licence | Unit", "a | b | c | 2,5 s"),
                new Problems("l"))
            .orElseThrow()
            .licences()
            .getFirst();
    assertThat(licence.paid(Rational.ZERO)).isEqualTo(Rational.ZERO);
    assertThat(licence.paid(Rational.of(1, 1000))).isEqualTo(Rational.of(5, 2));
    assertThat(licence.paid(Rational.of(5, 2))).isEqualTo(Rational.of(5, 2));
    assertThat(licence.paid(Rational.of(2501, 1000))).isEqualTo(Rational.of(5));
  }

  @Test
  void aPatternMeansNamesWithOrWithoutTheirEndings() {
    var pattern = new SourcePattern("SKF-04?1*; pier.mov");
    assertThat(pattern.means(List.of("skf-0441 pier, storm"))).isTrue();
    assertThat(pattern.means(List.of("SKF-0442 pier"))).isFalse();
    assertThat(pattern.means(List.of("PIER.MOV"))).isTrue();
    assertThat(new SourcePattern("pier").means(List.of("pier.mov"))).isTrue();
    assertThat(new SourcePattern("pier").means(List.of("pier 2.mov"))).isFalse();
    assertThat(new SourcePattern("a.b(c)[d]").means(List.of("a.b(c)[d]"))).isTrue();
    assertThat(new SourcePattern("a.b").means(List.of("axb"))).isFalse();
    assertThat(new SourcePattern("").means(List.of(""))).isFalse();
  }

  @Test
  void aPaperOfMusicNamesEveryComposer() {
    MusicPaper paper =
        MusicPaper.of(
                "music.xlsx",
                table(
                    "File | Work title | Composer(s) | Publisher | Society | Usage",
                    "a.wav | Lamp Room | Ivo Brandt / Marit Solvang | Skarv | NSK | background",
                    "| Slow Water | Anna and Bo | | | ",
                    "b.wav | | Nobody | | | "))
            .orElseThrow();
    assertThat(paper.pieces()).hasSize(2);
    assertThat(paper.pieces().getFirst().composers())
        .containsExactly("Ivo Brandt", "Marit Solvang");
    assertThat(paper.pieces().get(1).material().text()).isEqualTo("Slow Water");
    assertThat(paper.pieces().get(1).composers()).containsExactly("Anna", "Bo");
  }
}
