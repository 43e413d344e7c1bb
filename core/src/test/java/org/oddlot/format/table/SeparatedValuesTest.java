package org.oddlot.format.table;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.oddlot.input.ReadingOptions;
import org.oddlot.paper.ColumnMapping;
import org.oddlot.paper.Log;
import org.oddlot.paper.LogEntry;
import org.oddlot.paper.LogField;
import org.oddlot.paper.LogReader;
import org.oddlot.paper.Table;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;

class SeparatedValuesTest {
  private final Problems problems = new Problems("log.csv");

  private Table read(byte[] bytes) {
    return SeparatedValues.read(bytes, ReadingOptions.DETECTED, problems).orElseThrow();
  }

  private Table read(String text) {
    return read(text.getBytes(StandardCharsets.UTF_8));
  }

  @ParameterizedTest
  @ValueSource(strings = {",", ";", "\t", "|"})
  void theSeparatorIsSeenFromTheFile(String separator) {
    String text = "Scene,Take,Notes\n12,1,\"a; b, c | d\"\n12,2,x\n".replace(",", separator);
    // Within the quotation marks the other separators stand; they separate nothing.
    Table table = read(text.replace("b" + separator, "b,"));
    assertThat(table.header()).containsExactly("Scene", "Take", "Notes");
    assertThat(table.rows()).hasSize(2);
    assertThat(table.rows().getFirst().cells()).hasSize(3);
  }

  /** Letters of eight languages in the charsets that spreadsheets save them in. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "UTF-8 | Inés Übergröße Señal très ação één ångström żółć",
        "UTF-16LE | Inés Übergröße Señal żółć",
        "UTF-16BE | Inés Übergröße Señal żółć",
        "windows-1252 | Inés Übergröße Señal très ação één ångström smørbrød",
        "ISO-8859-1 | Inés Übergröße Señal très ação één ångström smørbrød"
      })
  void theCharsetIsSeenFromTheFile(String charset, String words) {
    String text = "Scene;Take;Notes\n" + ("12;1;" + words + "\n").repeat(5);
    Table table = read(text.getBytes(Charset.forName(charset)));
    assertThat(table.rows().getFirst().cell(2)).isEqualTo(words);
  }

  @Test
  void aByteOrderMarkIsNoPartOfTheFirstHeader() {
    assertThat(read("\uFEFFScene;Take\n12;1\n").header()).containsExactly("Scene", "Take");
  }

  @Test
  void aCharsetCanBeSet() {
    byte[] bytes = "Scene;Notes\n12;Inés\n".getBytes(Charset.forName("x-MacRoman"));
    var options = ReadingOptions.DETECTED.with(TableOptions.CHARSET, Optional.of("x-MacRoman"));
    assertThat(
            SeparatedValues.read(bytes, options, problems).orElseThrow().rows().getFirst().cell(1))
        .isEqualTo("Inés");
  }

  @Test
  void rowsKeepTheNumbersThatASpreadsheetShows() {
    Table table = read("Scene,Notes\r\n12,\"two\nlines\"\r\n\r\n\r\n13,x\r\n");
    assertThat(table.rows()).extracting(Table.Row::number).containsExactly(2, 5);
    assertThat(table.rows().getFirst().cell(1)).isEqualTo("two\nlines");
  }

  @Test
  void titlesAreKeptApartAndHeadersRepeatedHeadWhatIsBelow() {
    Table table =
        read(
            """
            The Night Ferry to Orrin,,
            Day 1,14 March,

            Scene,Take,TC In
            12,1,10:00:00:00
            Scene,Take,TC In
            12,2,10:01:00:00
            """);
    assertThat(table.header()).containsExactly("Scene", "Take", "TC In");
    assertThat(table.titles()).contains("The Night Ferry to Orrin", "Day 1", "14 March");
    Log log =
        LogReader.read("t.csv", table, ColumnMapping.guess(table), Optional.empty(), problems);
    assertThat(log.entries()).extracting(LogEntry::row).containsExactly(5, 7);
    assertThat(log.others(Log.Use.HEADING)).extracting(Log.RowUse::row).containsExactly(6);
  }

  @Test
  void anOpenQuotationMarkIsSaidAndTheRowsAreStillThere() {
    Table table = read("Scene,Take,Notes\n12,1,\"never closed\n12,2,fine\n");
    assertThat(table.rows()).hasSize(2);
    assertThat(problems.list())
        .extracting(Problem::message)
        .allMatch(message -> message.startsWith("A quotation mark is opened"));
  }

  @Test
  void whatIsNoTableIsAnErrorInOneSentence() {
    for (byte[] bytes :
        List.of(
            new byte[0],
            "\n\n  \n".getBytes(StandardCharsets.UTF_8),
            new byte[] {1, 0, 2, 3, 0, 0, 9})) {
      var found = new Problems("x.csv");
      assertThat(SeparatedValues.read(bytes, ReadingOptions.DETECTED, found)).isEmpty();
      assertThat(found.list()).hasSize(1);
    }
  }

  @Test
  void oneColumnIsATableToo() {
    assertThat(read("TC In\n10:00:00:00\n10:01:00:00\n").rows()).hasSize(2);
  }

  @Test
  void headersOverSeveralColumnsAreJoinedWithThoseUnderThem() {
    Table table =
        SeparatedValues.read(
                """
                The Night Ferry to Orrin,,,,
                Scene,Take,Timecode,,Notes
                ,,In,Out,
                12,1,10:00:00:00,10:00:10:00,good
                12,2,10:01:00:00,10:01:10:00,
                """
                    .getBytes(StandardCharsets.UTF_8),
                ReadingOptions.DETECTED,
                new Problems("log.csv"))
            .orElseThrow();
    assertThat(table.header())
        .containsExactly("Scene", "Take", "Timecode In", "Timecode Out", "Notes");
    assertThat(table.rows()).hasSize(2);
    assertThat(ColumnMapping.guess(table).columns())
        .extracting(column -> column.field().orElseThrow())
        .containsExactly(LogField.SCENE, LogField.TAKE, LogField.IN, LogField.OUT, LogField.NOTES);
  }
}
