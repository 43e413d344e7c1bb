package org.oddlot.format.edl;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.oddlot.time.Rational;

/** Lines as lists have them; the spellings are common practice, no source. */
class EdlLineTest {
  private static final String TIMES = " 01:00:00:00 01:00:02:00 10:00:00:00 10:00:02:00";

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "001  A003R2   V     C       | 001 | A003R2 | V | C",
        "1 A003R2 V C                | 1 | A003R2 | V | C",
        "000001  A003R2   v     c    | 000001 | A003R2 | V | C",
        "001  A003_R2_0412_LONG_NAME V C | 001 | A003_R2_0412_LONG_NAME | V | C",
        "001  REEL WITH SPACES V C   | 001 | REEL WITH SPACES | V | C",
        "001  A003R2   A     C       | 001 | A003R2 | A1 | C",
        "001  A003R2   A1    C       | 001 | A003R2 | A1 | C",
        "001  A003R2   A2    C       | 001 | A003R2 | A2 | C",
        "001  A003R2   A3    C       | 001 | A003R2 | A3 | C",
        "001  A003R2   AA    C       | 001 | A003R2 | A1 A2 | C",
        "001  A003R2   AA/V  C       | 001 | A003R2 | A1 A2 V | C",
        "001  A003R2   A2/V  C       | 001 | A003R2 | A2 V | C",
        "001  A003R2   B     C       | 001 | A003R2 | V A1 | C",
        "001  A003R2   VA1A2 C       | 001 | A003R2 | V A1 A2 | C",
        "001  A003R2   V1    C       | 001 | A003R2 | V | C",
        "001  A003R2   V2    C       | 001 | A003R2 | V2 | C",
        "001  A003R2   NONE  C       | 001 | A003R2 | '' | C",
        "001  BL       V     C       | 001 | BL | V | C",
        "001  V        V     C       | 001 | V | V | C",
        "001  B001     V     D    024| 001 | B001 | V | D 24",
        "001  B001     V     D 24    | 001 | B001 | V | D 24",
        "001  B001     V     W001 030| 001 | B001 | V | W001 30",
        "001  B001     V     W 030   | 001 | B001 | V | W 30",
        "001  B001     V     K       | 001 | B001 | V | K",
        "001  B001     V     K B     | 001 | B001 | V | KB",
        "001  B001     V     K B 000 | 001 | B001 | V | KB",
        "001  B001     V     K O 012 | 001 | B001 | V | KO 12",
        "001  B001     V     KB      | 001 | B001 | V | KB",
      })
  void anEditIsReadHoweverItIsSpelled(
      String words, String number, String reel, String channels, String change) {
    for (String line :
        List.of(words + TIMES, "  " + words.replace(" ", "\t") + "\t" + TIMES + "\r\n")) {
      EdlLine.Edit edit = (EdlLine.Edit) EdlLine.parse(line);
      assertThat(edit.number()).isEqualTo(number);
      assertThat(edit.reel()).isEqualTo(reel);
      assertThat(String.join(" ", edit.channels())).isEqualTo(channels);
      String said = edit.change().kind() + edit.change().code();
      assertThat(said + (edit.change().frames() == 0 ? "" : " " + edit.change().frames()))
          .isEqualTo(change);
      assertThat(edit.times().get(3)).isEqualTo(new EdlLine.Label(36_002, 0, false));
    }
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "001  R  V  C  01:00:00:00 01:00:02:00 10:00:00;00 10:00:02;00",
        "001  R  V  C  01:00:00:00 01:00:02:00 10:00:00.00 10:00:02.00",
        "001  R  V  C  1:00:00:00 1:00:02:00 10;00;00;00 10;00;02;00",
      })
  void dropFrameIsSaidBySeparators(String line) {
    EdlLine.Edit edit = (EdlLine.Edit) EdlLine.parse(line);
    assertThat(edit.times().get(0).drop()).isFalse();
    assertThat(edit.times().get(2).drop()).isTrue();
    assertThat(edit.times().get(3).seconds()).isEqualTo(36_002);
  }

  @Test
  void eightDigitsAreATimecodeAndWhatStandsBehindIsLet() {
    EdlLine.Edit edit =
        (EdlLine.Edit)
            EdlLine.parse("001  R  V  C  01000000 01000210 10000000 10000210  MORE OF IT");
    assertThat(edit.times().get(1)).isEqualTo(new EdlLine.Label(3602, 10, false));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "001  A003R2   V     C        01:00:00:00 01:00:02:00 10:00:00:00",
        "001  A003R2   V     X        01:00:00:00 01:00:02:00 10:00:00:00 10:00:02:00",
        "001  A003R2   Q     C        01:00:00:00 01:00:02:00 10:00:00:00 10:00:02:00",
        "V     C        01:00:00:00 01:00:02:00 10:00:00:00 10:00:02:00",
        "001  A003R2   V     C        01:75:00:00 01:00:02:00 10:00:00:00 10:00:02:00",
        "001  A003R2   V     C        01:00:00:00 01:00:99:00 10:00:00:00 10:00:02:00",
        "FCM: SOMETHING",
        "M2   A003R2   fast",
        "some words",
      })
  void aLineThatMeansNothingSaysWhy(String line) {
    EdlLine parsed = EdlLine.parse(line);
    assertThat(parsed).isInstanceOf(EdlLine.Bad.class);
    assertThat(((EdlLine.Bad) parsed).why()).isNotBlank();
  }

  @Test
  void headsSpeedsAndNotesAreKnown() {
    assertThat(EdlLine.parse("title:  Ferry  ")).isEqualTo(new EdlLine.Title("Ferry"));
    assertThat(EdlLine.parse("FCM: DROP FRAME")).isEqualTo(new EdlLine.FrameCode(true));
    assertThat(EdlLine.parse("FCM:NON-DROP")).isEqualTo(new EdlLine.FrameCode(false));
    assertThat(EdlLine.parse("M2   A003R2       050.0                01:00:00:00"))
        .isEqualTo(new EdlLine.Motion("A003R2", Rational.of(50)));
    assertThat(EdlLine.parse("M2\tA003R2\t-012.5\t01:00:00:00"))
        .isEqualTo(new EdlLine.Motion("A003R2", Rational.of(-25, 2)));
    for (String note :
        List.of("* LOC: 1", ">>> SOURCE", "SPLIT:    AUDIO DELAY=  00:00:00:05", "AUD  3  4")) {
      assertThat(EdlLine.parse(note)).isInstanceOf(EdlLine.Note.class);
    }
    assertThat(EdlLine.parse("  \r\n")).isInstanceOf(EdlLine.Blank.class);
    assertThat(Optional.of(Channels.words(List.of("A2", "V", "A1", "A4"))))
        .contains(List.of("AA/V", "A4"));
  }
}
