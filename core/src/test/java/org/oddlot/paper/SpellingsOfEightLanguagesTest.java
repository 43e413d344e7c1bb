package org.oddlot.paper;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.Charset;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.format.table.SeparatedValues;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;

/**
 * The same small log as people of eight languages write and save it. Common practice, no source.
 */
class SpellingsOfEightLanguagesTest {

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "UTF-8 | , | Scene,Take,Camera,TC In,Date,Circled,Notes | 03/14/2026 | yes",
        "windows-1252 | ; | Szene;Take;Kamera;Timecode;Datum;Kopierer;Bemerkung | 14.03.2026 | ja",
        "windows-1252 | ; | Scène;Prise;Caméra;Entrée;Date;Cercle;Remarques | 14/03/2026 | oui",
        "ISO-8859-1 | ; | Escena;Toma;Cámara;Entrada;Fecha;Buena;Notas | 14-03-2026 | sí",
        "UTF-16LE | ; | Scena;Ripresa;Macchina;Ingresso;Data;Buona;Note | 14/03/26 | si",
        "UTF-8 | ; | Cena;Tomada;Câmara;Entrada;Data;Boa;Notas | 14/3/2026 | sim",
        "UTF-8 | , | Scen,Tagning,Kamera,TC In,Datum,OK,Anteckning | 2026-03-14 | ja",
        "UTF-8 | ; | Scena;Ujęcie;Kamera;TC In;Data;OK;Uwagi | 14 marca 2026 | tak"
      })
  void isReadTheSame(String charset, String separator, String header, String date, String yes) {
    String row = String.join(separator, "12A", "3", "A", "10:14:07:10", date, yes, "Inés, señal");
    String text = header + "\r\n" + quoted(row, separator) + "\r\n";
    var problems = new Problems("log");
    Table table =
        SeparatedValues.read(
                text.getBytes(Charset.forName(charset)), ReadingOptions.DETECTED, problems)
            .orElseThrow();
    ColumnMapping mapping = ColumnMapping.guess(table);
    LogEntry entry =
        LogReader.read("log", table, mapping, Optional.empty(), problems).entries().getFirst();
    assertThat(entry.scene()).isEqualTo("12A");
    assertThat(entry.take()).isEqualTo("3");
    assertThat(entry.camera()).isEqualTo("A");
    assertThat(entry.in().orElseThrow()).hasToString("10:14:07:10");
    assertThat(entry.date()).as(date).contains(LocalDate.of(2026, 3, 14));
    assertThat(entry.circled()).as(yes).isTrue();
    assertThat(entry.notes()).isEqualTo("Inés, señal");
    assertThat(problems.list()).isEmpty();
  }

  private static String quoted(String row, String separator) {
    return separator.equals(",") ? row.replace("Inés, señal", "\"Inés, señal\"") : row;
  }

  /** Which of day and month comes first is seen from the column, or asked. */
  @ParameterizedTest
  @CsvSource({
    "'14/03/2026 05/03/2026', DAY_FIRST, true",
    "'03/14/2026 03/05/2026', MONTH_FIRST, true",
    "'03/04/2026 05/04/2026', DAY_FIRST, false",
    "'04/04/2026 05/05/2026', DAY_FIRST, true",
    "'2026-03-04 2026-04-03', DAY_FIRST, true"
  })
  void theOrderOfDatesIsDecidedByTheData(String cells, DateReader.Order order, boolean decided) {
    DateReader reader = DateReader.forColumn(List.of(cells.split(" ", -1)));
    assertThat(reader.isDecided()).isEqualTo(decided);
    assertThat(reader.order()).isEqualTo(order);
  }

  /** Circles in the spellings that people use. */
  @Test
  void circlesAreSeenInEverySpelling() {
    for (String circle : List.of("*", "◯", "x", "yes", "circled", "X", "OK", "✓")) {
      assertThat(entry("Circled", circle, "3").circled()).as(circle).isTrue();
    }
    for (String none : List.of("no", "-", "0", "NG")) {
      assertThat(entry("Circled", none, "3").circled()).as(none).isFalse();
    }
    for (String take : List.of("(3)", "[3]", "3*", "3 ◯", "*3")) {
      LogEntry ringed = entry("Circled", "", take);
      assertThat(ringed.circled()).as(take).isTrue();
      assertThat(ringed.take()).isEqualTo("3");
    }
  }

  private static LogEntry entry(String header, String cell, String take) {
    String text = "Scene,Take,TC In," + header + "\n12," + take + ",10:00:00:00," + cell + "\n";
    var problems = new Problems("log");
    Table table =
        SeparatedValues.read(
                text.getBytes(java.nio.charset.StandardCharsets.UTF_8),
                ReadingOptions.DETECTED,
                problems)
            .orElseThrow();
    return LogReader.read("log", table, ColumnMapping.guess(table), Optional.empty(), problems)
        .entries()
        .getFirst();
  }

  /** Rows of sums at the end are no entries, in any of the languages. */
  @Test
  void totalsAreNoEntries() {
    String rows =
        Stream.of("Total", "TOTAL takes: 4", "Summe", "Gesamt 4", "Somme", "Suma: 4", "Razem 4")
            .map(sum -> sum + ",4,\n")
            .reduce("", String::concat);
    String text = "Scene,Take,TC In\n12,1,10:00:00:00\n" + rows;
    var problems = new Problems("log");
    Table table =
        SeparatedValues.read(
                text.getBytes(java.nio.charset.StandardCharsets.UTF_8),
                ReadingOptions.DETECTED,
                problems)
            .orElseThrow();
    Log log = LogReader.read("log", table, ColumnMapping.guess(table), Optional.empty(), problems);
    assertThat(log.entries()).extracting(LogEntry::scene).isEqualTo(Arrays.asList("12"));
  }
}
