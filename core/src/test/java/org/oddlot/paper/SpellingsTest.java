package org.oddlot.paper;

import static org.assertj.core.api.Assertions.assertThat;
import static org.oddlot.paper.DateReader.Order.DAY_FIRST;
import static org.oddlot.paper.DateReader.Order.MONTH_FIRST;

import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;

class SpellingsTest {

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "10:14:07:12 | 10:14:07:12",
        "10:14:07;12 | 10:14:07;12",
        "10.14.07.12 | 10:14:07:12",
        "10h14m07s12f | 10:14:07:12",
        "10140712 | 10:14:07:12",
        "1:02:03:04 | 01:02:03:04",
        "10:14:07 | 10:14:07",
        "25:00:00:00 | 25:00:00:00"
      })
  void timecodesAreReadAsTheyAreWritten(String text, String label) {
    assertThat(Label.parse(text)).hasToString("Optional[" + label + "]");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"", "ten", "10:14", "10:60:00:00", "10:00:61:00", "1014071", "-1:00:00:00"})
  void whatIsNoTimecodeIsNone(String text) {
    assertThat(Label.parse(text)).isEmpty();
  }

  @Test
  void aLabelNamesAFrameOnlyAtARateThatHasIt() {
    Label label = Label.parse("10:01:00:24").orElseThrow();
    assertThat(label.at(FrameRate.FPS_24, false)).isEmpty();
    assertThat(label.at(FrameRate.FPS_25, false).map(Timecode::toString)).contains("10:01:00:24");
    Label dropped = Label.parse("10:01:00;00").orElseThrow();
    assertThat(dropped.at(FrameRate.FPS_29_97, true)).isEmpty();
    assertThat(dropped.at(FrameRate.FPS_29_97, false)).isPresent();
    assertThat(label.toTheSecond().at(FrameRate.FPS_24, false).map(Timecode::toString))
        .contains("10:01:00:00");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "2026-03-14",
        "2026/03/14",
        "2026-03-14T10:00:00",
        "20260314",
        "14.03.2026",
        "14.3.26",
        "14/03/2026",
        "14-03-2026",
        "14 March 2026",
        "14-Mar-26",
        "14. März 2026",
        "14 mars 2026",
        "14 marzo 2026",
        "14 de março 2026",
        "14 maart 2026",
        "14 marca 2026",
        "March 14, 2026",
        "Mar 14th 2026"
      })
  void datesAreReadInManyLanguages(String text) {
    assertThat(DateReader.of(DAY_FIRST).read(text)).contains(LocalDate.of(2026, 3, 14));
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "soon", "31.02.2026", "14.13.2026", "2026-13-40", "14 Foo 2026"})
  void whatIsNoDateIsNone(String text) {
    assertThat(DateReader.of(DAY_FIRST).read(text)).isEmpty();
  }

  @Test
  void theOrderOfDayAndMonthIsSeenFromTheWholeColumn() {
    var dayFirst = DateReader.forColumn(List.of("03/04/2026", "14/04/2026"));
    assertThat(dayFirst.order()).isEqualTo(DAY_FIRST);
    assertThat(dayFirst.isDecided()).isTrue();
    var monthFirst = DateReader.forColumn(List.of("03/04/2026", "03/14/2026"));
    assertThat(monthFirst.order()).isEqualTo(MONTH_FIRST);
    assertThat(monthFirst.read("03/04/2026")).contains(LocalDate.of(2026, 3, 4));
    assertThat(DateReader.forColumn(List.of("03/04/2026", "05/06/2026")).isDecided()).isFalse();
    // Where both readings are the same day there is nothing to be decided.
    assertThat(DateReader.forColumn(List.of("03/03/2026")).isDecided()).isTrue();
  }

  /** Headers as sheets have them in ten languages: common practice, no source. */
  @ParameterizedTest
  @CsvSource({
    "Timecode In, IN",
    "TC IN, IN",
    "Beginn, IN",
    "Début, IN",
    "Entrada, IN",
    "Inizio, IN",
    "Begintijd, IN",
    "Tidskod, IN",
    "Kod czasowy, IN",
    "Salida, OUT",
    "Szene, SCENE",
    "Scène, SCENE",
    "Klappe, SCENE",
    "Escena, SCENE",
    "Ciak, SCENE",
    "Prise, TAKE",
    "Toma, TAKE",
    "Tagning, TAKE",
    "Take #, TAKE",
    "Kamera, CAMERA",
    "Câmara, CAMERA",
    "Rollo, REEL",
    "Dateiname, CLIP",
    "Nom du fichier, CLIP",
    "Bemerkungen, NOTES",
    "Observações, NOTES",
    "Darsteller, PEOPLE",
    "Personnages, PEOPLE",
    "Stichwort, KEYWORD",
    "Mots-clés, KEYWORD",
    "Datum, DATE",
    "Fecha, DATE",
    "Bildrate, RATE",
    "FPS, RATE",
    "Circle, CIRCLED",
    "Kategorie, CATEGORY"
  })
  void headersAreKnownInTenLanguages(String header, LogField field) {
    assertThat(HeaderWords.of(header)).map(HeaderWords.Meaning::field).contains(field);
    assertThat(HeaderWords.of(header.toUpperCase(java.util.Locale.ROOT)))
        .map(HeaderWords.Meaning::field)
        .contains(field);
  }
}
