package org.oddlot.rights;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.oddlot.paper.DateReader;
import org.oddlot.paper.Table;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.problem.Severity;
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

  /** Heads that nobody knows, and none at all: what stands below them says it. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "Was | Wieviel | Wer | Seit | Dann",
        "pier.mov; dock.mov | 9.50 EUR / s | Skerry Film Library | 2026-01-01 | 2036-01-31"
      })
  void whatStandsInColumnsDecidesWhereHeadsDoNot(String first) {
    var problems = new Problems("rights.csv");
    LicencePaper paper =
        LicencePaper.of(
                "rights.csv",
                table(
                    first,
                    "SKF-04*.mov | 18,00 EUR / s | Skerry Film Library | 2026-01-01 | 2036-01-31",
                    "lamp.mxf | 1500 EUR flat | Harbour Footage Ltd | 2026-02-01 | 2027-02-28"),
                problems)
            .orElseThrow();
    Licence last = paper.licences().getLast();
    assertThat(last.material().text()).isEqualTo("lamp.mxf");
    assertThat(last.holder()).isEqualTo("Harbour Footage Ltd");
    assertThat(last.price().amount(Rational.ONE)).contains(Rational.of(1500));
    assertThat(last.since()).contains(LocalDate.of(2026, 2, 1));
    assertThat(last.until()).contains(LocalDate.of(2027, 2, 28));
    assertThat(paper.licences()).hasSize(first.startsWith("Was") ? 2 : 3);
    assertThat(paper.licences().getFirst().row()).isEqualTo(first.startsWith("Was") ? 2 : 1);
    assertThat(problems.list())
        .extracting(Problem::message)
        .singleElement()
        .asString()
        .contains("is the holder (its cells are names of companies)");
  }

  /** One column of days may be the end, the beginning, or the day of the paper. */
  @Test
  void whatCanBeTwoThingsIsAskedAndCanBeSaid() {
    Table table = table("What | Whose | Price/s | On", "pier | Skerry | 20 EUR | 2027-01-31");
    var problems = new Problems("rights.csv");
    assertThat(LicencePaper.of("rights.csv", table, problems).orElseThrow().licences()).isEmpty();
    assertThat(problems.list())
        .singleElement()
        .satisfies(problem ->
            assertThat(problem.toString())
                .contains("rights.csv:column What=material", "column Whose=holder"));
    var said =
        new RightsReading(
            true,
            Map.of(
                0, Optional.of(LicenceField.MATERIAL),
                1, Optional.of(LicenceField.HOLDER)),
            Optional.empty());
    problems = new Problems("rights.csv");
    Licence licence =
        LicencePaper.of("rights.csv", table, said, problems).orElseThrow().licences().getFirst();
    assertThat(licence.holder()).isEqualTo("Skerry");
    assertThat(licence.until()).isEmpty();
    assertThat(problems.list())
        .singleElement()
        .satisfies(problem ->
            assertThat(problem.toString()).contains("“On” is not understood", "the last day?"));
  }

  @Test
  void aDayThatCanBeTwoIsNoneUntilSomebodySaysWhich() {
    Table table =
        table("Source | Holder | Price/s | Valid until", "pier | Skerry | 20 EUR | 03/04/2027");
    var problems = new Problems("rights.csv");
    assertThat(
            LicencePaper.of("rights.csv", table, problems)
                .orElseThrow()
                .licences()
                .getFirst()
                .until())
        .isEmpty();
    assertThat(problems.list())
        .singleElement()
        .satisfies(problem -> assertThat(problem.message()).contains("can be two days"));
    var said = new RightsReading(false, Map.of(), Optional.of(DateReader.Order.MONTH_FIRST));
    assertThat(
            LicencePaper.of("rights.csv", table, said, problems)
                .orElseThrow()
                .licences()
                .getFirst()
                .until())
        .contains(LocalDate.of(2027, 3, 4));
  }

  /** What 10 seconds cost by all the columns that say something of it; “?” where they differ. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "Price/s | Minimum fee ! 2 EUR | 100 EUR ! 100",
        "Price/s | Minimum ! 2 EUR | 20 s ! 40",
        "Price/s | Minimum ! 2 EUR | 100 ! ?",
        "Price/s | Minimum fee ! 2 EUR | 100 GBP ! ?",
        "Price/s | Min. seconds ! 2 EUR | 30 ! 60",
        "Price/s | Minimum fee ! 2 EUR | - ! 20",
        "Price/s | Discount ! 2 EUR | 10 % ! 18",
        "Price/s | Discount % ! 2 EUR | 10 ! 18",
        "Price/s | Discount ! 2 EUR | 10 ! ?",
        "Price/s | Rabatt (%) ! 2 EUR | 0.1 ! ?",
        "Price/s TV | Price/s web ! 2 EUR | 3 EUR ! ?",
        "Price/s TV | Price/s web ! 2 EUR | 2 EUR ! 20",
        "Licence fee per second | Handling fee ! 2 EUR | 35 EUR ! 20",
        "Handling fee | Price/s ! 35 EUR | 2 EUR ! 20"
      })
  void whatOtherColumnsSayOfAPriceCounts(String heads, String cells, String of10) {
    Price price =
        LicencePaper.of(
                "rights.csv",
                table("Source | Holder | " + heads, "pier | Skerry | " + cells),
                new Problems("rights.csv"))
            .orElseThrow()
            .licences()
            .getFirst()
            .price();
    assertThat(price.amount(Rational.of(10)).map(its -> its.toDecimal(0)).orElse("?"))
        .isEqualTo(of10);
  }

  /** Codes: ISO 3901 and ISO 15707. */
  @Test
  void musicIsToldByItsCodesAndAskedForWhatIsMissing() {
    Table table =
        table(
            "Piece of music | Whose | Nr. 1 | Nr. 2 | How",
            "Slow Water | Anna and Bo | NO-ABC-26-00001 | T-034.524.680-1 | vocal",
            "Lamp Room | Ivo Brandt | NOABC2600002 | T0345246802 | instrumental");
    var problems = new Problems("music.csv");
    MusicPaper asked =
        MusicPaper.of("music.csv", table, RightsReading.DETECTED, problems).orElseThrow();
    assertThat(asked.pieces()).isEmpty();
    assertThat(problems.list())
        .singleElement()
        .satisfies(problem ->
            assertThat(problem.toString())
                .contains("column Piece of music=title", "column Whose=composer"));
    var said =
        new RightsReading(
            false,
            Map.of(0, Optional.of(MusicField.TITLE), 1, Optional.of(MusicField.COMPOSER)),
            Optional.empty());
    Music piece =
        MusicPaper.of("music.csv", table, said, problems).orElseThrow().pieces().getFirst();
    assertThat(piece.composers()).containsExactly("Anna", "Bo");
    assertThat(piece.isrc()).isEqualTo("NO-ABC-26-00001");
    assertThat(piece.iswc()).isEqualTo("T-034.524.680-1");
    assertThat(piece.kind()).isEqualTo("vocal");
  }

  @Test
  void aPaperThatNothingIsReadOfIsAnError() {
    for (Table table :
        List.of(
            table("Source | Holder | Price/s", " | Skerry | 20 EUR"),
            table("Source | Holder | Price/s"))) {
      var problems = new Problems("rights.csv");
      assertThat(LicencePaper.of("rights.csv", table, problems).orElseThrow().licences()).isEmpty();
      assertThat(problems.list())
          .filteredOn(problem -> problem.severity() == Severity.ERROR)
          .singleElement()
          .satisfies(problem -> assertThat(problem.toString()).contains("Fill in “Source”"));
    }
    var problems = new Problems("music.csv");
    Table music = table("Title | Composer | File", " | Ivo Brandt | a.wav");
    assertThat(MusicPaper.of("music.csv", music, RightsReading.DETECTED, problems)).isPresent();
    assertThat(problems.list()).extracting(Problem::severity).containsExactly(Severity.ERROR);
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
