package org.oddlot.paper;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.oddlot.format.table.SeparatedValues;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.time.FrameRate;

class LogReaderTest {
  private final Problems problems = new Problems("log.csv");

  private Table table(String csv) {
    return SeparatedValues.read(
            csv.getBytes(StandardCharsets.UTF_8), ReadingOptions.DETECTED, problems)
        .orElseThrow();
  }

  private List<LogEntry> read(String csv) {
    Table table = table(csv);
    return LogReader.read("log.csv", table, ColumnMapping.guess(table), Optional.empty(), problems)
        .entries();
  }

  @Test
  void aLineOfALogIsUnderstood() {
    LogEntry entry =
        read("""
        Scene;Shot;Take;Cam;Roll;TC In;TC Out;Date;FPS;Circle;Notes;Cast;Keyword;Category
        12A;b;3;A;A003;10:14:07:12;10:15:00:00;14.03.2026;23,976;*;"boom; end good";Inés, Pilar;gulls, sea;Sound
        """)
            .getFirst();
    assertThat(entry.scene()).isEqualTo("12A");
    assertThat(entry.shot()).isEqualTo("b");
    assertThat(entry.take()).isEqualTo("3");
    assertThat(entry.in()).hasToString("Optional[10:14:07:12]");
    assertThat(entry.rate()).contains(FrameRate.FPS_23_976);
    assertThat(entry.date()).hasToString("Optional[2026-03-14]");
    assertThat(entry.circled()).isTrue();
    assertThat(entry.notes()).isEqualTo("boom; end good");
    assertThat(entry.people()).containsExactly("Inés", "Pilar");
    assertThat(entry.keywords()).containsExactly("gulls", "sea");
    assertThat(entry.kind()).isEqualTo(LogEntry.Kind.SHOT);
    assertThat(entry.row()).isEqualTo(2);
    assertThat(problems.list()).isEmpty();
  }

  @Test
  void aSoundReportNamesItsTracksInColumnsOrInOne() {
    assertThat(
            read("File,Sound roll,Scene,Take,Tr1,Tr 2,Track 3\nS01T01.wav,S01,12A,3,Boom,,Inés\n")
                .getFirst()
                .tracks())
        .containsExactly(java.util.Map.entry(1, "Boom"), java.util.Map.entry(3, "Inés"));
    for (String cell : List.of("1: Boom; 3=Inés", "tr1. Boom, Tr3 - Inés")) {
      assertThat(read("File;Tracks\nS01T01.wav;\"" + cell + "\"\n").getFirst().tracks())
          .containsExactly(java.util.Map.entry(1, "Boom"), java.util.Map.entry(3, "Inés"));
    }
    assertThat(read("File;Tracks\nS01T01.wav;Boom, Inés\n").getFirst().tracks())
        .containsEntry(2, "Inés");
    assertThat(read("File;Channels\nS01T01.wav;8\n").getFirst().tracks()).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(strings = {"*", "x", "X", "yes", "ja", "oui", "◯", "circled", "1", "(x)"})
  void circlesAreMarkedInManyWays(String mark) {
    assertThat(read("Scene;Take;Circle;TC In\n1;1;" + mark + ";10:00:00:00\n").getFirst().circled())
        .isTrue();
  }

  @ParameterizedTest
  @ValueSource(strings = {"(3)", "[3]", "3*", "3 ◯", "*3"})
  void aRingAroundTheTakeIsACircleToo(String take) {
    LogEntry entry = read("Scene;Take;TC In\n1;" + take + ";10:00:00:00\n").getFirst();
    assertThat(entry.take()).isEqualTo("3");
    assertThat(entry.circled()).isTrue();
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "no", "nein", "0", "-", "3"})
  void whatIsNoCircleIsNone(String mark) {
    assertThat(read("Scene;Take;Circle;TC In\n1;1;" + mark + ";10:00:00:00\n").getFirst().circled())
        .isFalse();
  }

  @Test
  void aSlateThatHoldsBothIsTakenApart() {
    assertThat(read("Slate;TC In\n12A/3;10:00:00:00\n14-Take 2;10:01:00:00\n15B;10:02:00:00\n"))
        .extracting(e -> e.scene() + "|" + e.take())
        .containsExactly("12A|3", "14|2", "15B|");
  }

  @Test
  void theKindOfAnEntryIsSeenFromWhatItSays() {
    assertThat(
            read(
                """
                Scene,Take,TC In,Keyword,Marker,Clip,Notes
                12,1,10:00:00:00,,,,
                ,,10:01:00:00,gulls,,,
                ,,10:02:00:00,,check this,,
                ,,10:03:00:00,,,A001C001,
                ,,10:04:00:00,,,,only a note
                """))
        .extracting(LogEntry::kind)
        .containsExactly(
            LogEntry.Kind.SHOT,
            LogEntry.Kind.KEYWORD,
            LogEntry.Kind.MARKER,
            LogEntry.Kind.SHOT,
            LogEntry.Kind.MARKER);
  }

  @Test
  void whatCannotBeReadIsSaidRowByRowAndTheRestIsKept() {
    List<LogEntry> entries =
        read(
            """
            Scene,Take,TC In,Date,Rate
            12,1,ten o'clock,14.03.2026,fast
            12,2,10:01:00:00,someday,25
            """);
    assertThat(entries).hasSize(2);
    assertThat(problems.list())
        .extracting(Problem::place, Problem::message)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("row 2", "\"fast\" is not a frame rate."),
            org.assertj.core.groups.Tuple.tuple("row 2", "\"ten o'clock\" is not a timecode."),
            org.assertj.core.groups.Tuple.tuple("row 3", "\"someday\" is not a date."));
  }

  @Test
  void anUndecidableOrderOfDatesIsSaid() {
    read("Scene,Take,TC In,Date\n12,1,10:00:00:00,03/04/2026\n");
    assertThat(problems.list())
        .extracting(Problem::message)
        .containsExactly(
            "Its dates can be read with the day first or the month first: \"03/04/2026\" is taken as"
                + " 2026-04-03.");
  }

  @Test
  void identitiesStayWhenRowsComeAndGo() {
    String head = "Scene,Take,TC In\n";
    List<String> before =
        read(head + "12,1,10:00:00:00\n12,2,10:01:00:00\n12,2,10:01:00:00\n").stream()
            .map(LogEntry::id)
            .toList();
    List<String> after =
        read(head + "11,9,09:00:00:00\n\n12,1,10:00:00:00\n12,2,10:01:00:00\n12,2,10:01:00:00\n")
            .stream()
            .map(LogEntry::id)
            .toList();
    assertThat(before).doesNotHaveDuplicates();
    assertThat(after).containsAll(before).hasSize(4);
  }

  @Test
  void columnsWithoutHeadersAreSeenFromTheirCells() {
    Table table =
        table(
            """
            Which,What,When,Until,Where
            12,1,10:00:00:00,10:01:00:00,2026-03-14
            12,2,10:02:00:00,10:03:00:00,2026-03-14
            """);
    ColumnMapping mapping = ColumnMapping.guess(table);
    assertThat(mapping.columns())
        .extracting(c -> c.header() + ": " + c.field().map(LogField::word).orElse("-"))
        .containsExactly("Which: -", "What: -", "When: in", "Until: out", "Where: date");
    assertThat(mapping.columns().get(2).evidence()).isEqualTo("its cells are timecodes");
  }

  @Test
  void twoColumnsForOneFieldAreResolvedAndSaid() {
    ColumnMapping mapping =
        ColumnMapping.guess(
            table("Scene number of the day;Scene;Take;TC In\n1;12;1;10:00:00:00\n"));
    assertThat(mapping.columnsOf(LogField.SCENE)).containsExactly(1);
    assertThat(mapping.columns().getFirst().evidence()).isEqualTo("\"Scene\" is the scene already");
    // A correction takes the field away from the column that had it.
    ColumnMapping corrected = mapping.with(0, Optional.of(LogField.SCENE));
    assertThat(corrected.columnsOf(LogField.SCENE)).containsExactly(0);
    assertThat(corrected.columns().get(1).field()).isEmpty();
    assertThat(corrected.with(0, Optional.empty()).columnsOf(LogField.SCENE)).isEmpty();
  }

  @Test
  void aLogWithoutTimecodesNamesAndTakesIsSaidToBeOfNoUse() {
    read("Scene,Notes\n12,gulls\n");
    assertThat(problems.list())
        .extracting(Problem::message)
        .containsExactly("No column is known to hold a timecode or a clip name.");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "10:00:00:00 | 25     | 00:00:04:12 | 10:00:04:12",
        "10:00:00:00 | 25     | 4,4 s       | 10:00:04:10",
        "10:00:00:00 | 23,976 | 2.25        | 10:00:02:06",
        "10:00:00    |        | 00:01:05    | 10:01:05",
        // Without a rate of its own the frames cannot be counted on.
        "10:00:00:00 |        | 00:00:04:12 | 10:00:04:00",
        "23:59:59:00 | 25     | 2           | 00:00:01:00",
        // There is no frame 30 of 25.
        "10:00:00:00 | 25     | 00:00:04:30 | 10:00:04:00",
      })
  void whatSaysHowLongItIsSaysWhereItEnds(String in, String rate, String length, String out) {
    String said = rate == null ? "" : rate;
    assertThat(
            read("Keyword;TC In;FPS;Duration\ngulls;%s;%s;%s\n".formatted(in, said, length))
                .getFirst()
                .out()
                .orElseThrow())
        .hasToString(out);
    assertThat(problems.list()).isEmpty();
  }

  @Test
  void aLengthThatIsNoneIsSaid() {
    assertThat(read("Keyword;TC In;Duration\ngulls;10:00:00:00;long\n").getFirst().out()).isEmpty();
    assertThat(problems.list())
        .extracting(Problem::message)
        .containsExactly("\"long\" is not a duration.");
  }
}
