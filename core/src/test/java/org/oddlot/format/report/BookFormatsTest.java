package org.oddlot.format.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TimeZone;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.oddlot.sheet.Book;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.sheet.Sheet;
import org.oddlot.sheet.Stationery;
import org.oddlot.time.Rational;

class BookFormatsTest {
  private static final List<String> WICKED =
      List.of("=1+1", "+49 30", "-x", "@home", "a,b;\"c\"\nd", "<b>&amp;</b>", "\u0001\u0007", "");

  private static Sheet sheet(int rows, int grouped) {
    var lines = new ArrayList<Line>();
    for (int i = 0; i < rows; i++) {
      lines.add(
          new Line(
              List.of(
                  Cell.of(i < rows / 2 ? "one" : "two"),
                  Cell.of(WICKED.get(i % WICKED.size())),
                  Cell.of("01:00:00:" + (10 + i % 10)),
                  Cell.of((long) i),
                  Cell.of(Rational.of(i * 1001L, 30_000)),
                  new Cell.Amount(Rational.of(i, 8)),
                  new Cell.Day(LocalDate.of(2026, 3, 14).plusDays(i % 300))),
              java.util.Optional.empty(),
              List.of(),
              i % 5 == 0,
              java.util.Optional.empty()));
    }
    return new Sheet(
        "shots",
        "Shots",
        "Lock 2",
        List.of(
            Column.text("group", "Group", 8),
            Column.text("words", "Words", 20),
            Column.label("record", "Record"),
            Column.sum("frames", "Frames"),
            Column.time("time", "Length"),
            Column.number("amount", "Amount", true),
            new Column("day", "Day", Column.Kind.DAY, 11, false)),
        lines,
        grouped,
        List.of("Counted as it is."));
  }

  private static Book book(Sheet... sheets) {
    return new Book("Ferry: reports", List.of(new Book.Fact("Lot", "=Ferry")), List.of(sheets));
  }

  private static byte[] written(String key, Book book) throws IOException {
    var out = new ByteArrayOutputStream();
    BookFormats.of(key).orElseThrow().write(book, out);
    return out.toByteArray();
  }

  @ParameterizedTest
  @ValueSource(strings = {"xlsx", "csv", "csv-bom", "html", "pdf"})
  void theSameBookIsTheSameBytesInEveryZone(String key) throws IOException {
    TimeZone before = TimeZone.getDefault();
    try {
      byte[] first = written(key, book(sheet(40, 0)));
      TimeZone.setDefault(TimeZone.getTimeZone("Asia/Tokyo"));
      assertThat(written(key, book(sheet(40, 0)))).isEqualTo(first);
    } finally {
      TimeZone.setDefault(before);
    }
  }

  @Test
  void aWorkbookHasNumbersTimesAndSums() throws IOException {
    // More rows than are kept at a time.
    Sheet sheet = sheet(4_500, 0);
    try (var workbook =
        new ReadableWorkbook(new ByteArrayInputStream(written("xlsx", book(sheet))))) {
      assertThat(workbook.getSheets().map(org.dhatim.fastexcel.reader.Sheet::getName))
          .containsExactly("Cover", "Shots");
      List<Row> rows = workbook.findSheet("Shots").orElseThrow().read();
      // A head, the rows, a sum for each of two groups and one of all.
      assertThat(rows).hasSize(1 + 4_500 + 3);
      int group = sheet.groups().getFirst().to();
      for (int i : new int[] {0, 1, 1999, 2000, group - 1, group, 4_499}) {
        Row row = rows.get(1 + i + (i >= group ? 1 : 0));
        assertThat(row.getCellAsNumber(3).orElseThrow().longValueExact()).isEqualTo(i);
        assertThat(row.getCellAsNumber(4).orElseThrow().doubleValue() * 86_400)
            .isCloseTo(i * 1001 / 30_000.0, org.assertj.core.data.Offset.offset(1e-6));
        assertThat(row.getCellAsDate(6).orElseThrow().toLocalDate())
            .isEqualTo(LocalDate.of(2026, 3, 14).plusDays(i % 300));
      }
      assertThat(rows.get(1).getCell(1).getType())
          .as("words that begin with = are words")
          .isEqualTo(org.dhatim.fastexcel.reader.CellType.STRING);
      Row sum = rows.getLast();
      assertThat(sum.getCell(3).getFormula()).isEqualTo("SUBTOTAL(9,D2:D4503)");
      assertThat(rows.get(1 + group).getCell(3).getFormula())
          .isEqualTo("SUBTOTAL(9,D2:D" + (1 + group) + ")");
    }
  }

  @Test
  void separatedValuesAreThoseOfTheStandardAndHarmless() throws IOException {
    byte[] bytes = written("csv", book(sheet(WICKED.size(), -1)));
    String text = new String(bytes, StandardCharsets.UTF_8);
    assertThat(text).startsWith("Group,Words,Record,Frames,Length,Amount,Day\r\n").endsWith("\r\n");
    List<CSVRecord> records = CSVFormat.RFC4180.parse(new StringReader(text)).getRecords();
    assertThat(records).hasSize(1 + WICKED.size());
    assertThat(records.get(1).get(1)).isEqualTo("'=1+1");
    assertThat(records.get(2).get(1)).isEqualTo("'+49 30");
    assertThat(records.get(3).get(1)).isEqualTo("'-x");
    assertThat(records.get(4).get(1)).isEqualTo("'@home");
    assertThat(records.get(5).get(1)).isEqualTo("a,b;\"c\"\nd");
    // A length is a number of seconds.
    assertThat(Double.parseDouble(records.get(4).get(4))).isEqualTo(3 * 1001 / 30_000.0);
    byte[] marked = written("csv-bom", book(sheet(1, -1)));
    assertThat(marked).startsWith(0xEF, 0xBB, 0xBF);
  }

  @ParameterizedTest
  @ValueSource(strings = {"\u00a0=1+1", "\n=1+1", "\uff1dA1", "\u200b@x", "  +1", "\u3000-2"})
  void whatASpreadsheetSkipsBeforeAFormulaHidesNone(String words) throws IOException {
    Sheet sheet =
        new Sheet(
            "x",
            "X",
            "",
            List.of(Column.text("words", "Words", 20)),
            List.of(Line.of(List.of(Cell.of(words)))),
            -1,
            List.of());
    String text = new String(written("csv", book(sheet)), StandardCharsets.UTF_8);
    assertThat(CSVFormat.RFC4180.parse(new StringReader(text)).getRecords().get(1).get(0))
        .isEqualTo("'" + words);
  }

  @Test
  void aPageHasNothingInItThatIsFetchedOrRun() throws IOException {
    String page = new String(written("html", book(sheet(16, 0))), StandardCharsets.UTF_8);
    assertThat(page)
        .contains("&lt;b&gt;&amp;amp;&lt;/b&gt;")
        .doesNotContain("<b>", "http://", "https://", "src=")
        .contains("default-src 'none'");
    assertThat(page.split("<tr class=\"group\">", -1)).hasSize(3);
    assertThat(page).contains("<td class=\"n\">120</td>");
  }

  @Test
  void printedPagesSayWhatTheRowsSay() throws IOException {
    Sheet sheet = sheet(300, 0);
    try (PDDocument document = Loader.loadPDF(written("pdf", book(sheet, sheet(3, -1))))) {
      assertThat(document.getNumberOfPages()).isGreaterThan(6);
      assertThat(document.getDocumentCatalog().getDocumentOutline().children()).hasSize(2);
      var stripper = new PDFTextStripper();
      stripper.setSortByPosition(true);
      String text = stripper.getText(document);
      for (Line line : sheet.lines()) {
        // The group, the label, the count, the length and the amount stand in one line.
        String wanted =
            line.cells().get(2).text()
                + " "
                + line.cells().get(3).text()
                + " "
                + line.cells().get(4).text()
                + " "
                + line.cells().get(5).text()
                + " "
                + line.cells().get(6).text();
        assertThat(text).contains(wanted);
      }
      assertThat(text).contains("Total one").contains("44,850");
      // Heads stand on every page of a report.
      for (int page = 2; page < document.getNumberOfPages(); page++) {
        stripper.setStartPage(page);
        stripper.setEndPage(page);
        assertThat(stripper.getText(document)).contains("Frames");
      }
      // Every font is in the file.
      for (var page : document.getPages()) {
        for (var name : page.getResources().getFontNames()) {
          assertThat(page.getResources().getFont(name).isEmbedded()).isTrue();
        }
      }
    }
  }

  @Test
  void lettersOfManyScriptsAreShownAndNoneStopsIt() throws IOException {
    var sheet =
        new Sheet(
            "titles",
            "Titles",
            "T",
            List.of(Column.text("text", "Words", 40)),
            List.of("Skarvøy Ελλάδα Орин", "שלום", "مرحبا", "日本", "😀", "e\u0301 \u200b x\ty")
                .stream()
                .map(words -> Line.of(List.of(Cell.of(words))))
                .toList(),
            -1,
            List.of());
    try (PDDocument document = Loader.loadPDF(written("pdf", book(sheet)))) {
      String text = new PDFTextStripper().getText(document);
      assertThat(text).contains("Skarvøy Ελλάδα Орин");
    }
  }

  /** What no font has is named by script and number, and is no question mark in print. */
  @Test
  void lettersThatNoFontHasAreSaid() throws IOException {
    var sheet =
        new Sheet(
            "titles",
            "Titles",
            "T",
            List.of(Column.text("text", "Words", 40)),
            // Of the private use areas no font that comes with a system has all.
            List.of(Line.of(List.of(Cell.of("Orrin \uDBFF\uDFFD")))),
            -1,
            List.of());
    BookFormat pdf = BookFormats.of("pdf").orElseThrow();
    assertThat(pdf.write(book(sheet), new ByteArrayOutputStream()).stream().findFirst())
        .hasValueSatisfying(said -> assertThat(said).contains("U+10FFFD"));
    assertThat(pdf.write(book(sheet(20, -1)), new ByteArrayOutputStream())).isEmpty();
    try (PDDocument document = Loader.loadPDF(written("pdf", book(sheet)))) {
      String text = new PDFTextStripper().getText(document);
      assertThat(text).contains("Orrin ▒", "U+10FFFD").doesNotContain("?");
    }
  }

  @Test
  void printIsOnThePaperThatIsAskedForWithItsHeadAndFoot() throws IOException {
    var stationery = new Stationery(true, "Kvitholmen Film", "not for others", "de", false);
    var book = new Book("Fähre", List.of(), List.of(sheet(200, 0)), stationery);
    try (PDDocument document = Loader.loadPDF(written("pdf", book))) {
      assertThat(document.getPage(0).getMediaBox().getHeight()).isEqualTo(792);
      assertThat(document.getPage(1).getMediaBox().getWidth()).isEqualTo(792);
      var stripper = new PDFTextStripper();
      for (int page = 1; page <= document.getNumberOfPages(); page++) {
        stripper.setStartPage(page);
        stripper.setEndPage(page);
        assertThat(stripper.getText(document)).contains("Kvitholmen Film", "not for others");
      }
      stripper.setStartPage(1);
      assertThat(stripper.getText(document)).contains("Summe one", "Summe two");
      assertThat(document.getDocumentCatalog().getMarkInfo().isMarked()).isTrue();
      assertThat(document.getDocumentCatalog().getLanguage()).isEqualTo("de");
      assertThat(document.getDocumentCatalog().getStructureTreeRoot().getKids()).hasSize(1);
    }
    String page = new String(written("html", book), StandardCharsets.UTF_8);
    assertThat(page).contains("<html lang=\"de\">", "Kvitholmen Film", "not for others");
  }

  /** Letters stay large enough to be read; what there is no room for is named. */
  @Test
  void columnsAreLeftOutRatherThanShrunk() throws IOException {
    var columns = new ArrayList<Column>();
    var cells = new ArrayList<Cell>();
    for (int i = 0; i < 40; i++) {
      columns.add(Column.text("c" + (char) ('a' + i % 26) + "x".repeat(i / 26), "Head" + i, 20));
      cells.add(Cell.of("a word or two in column " + i));
    }
    var wide = new Sheet("wide", "Wide", "T", columns, List.of(Line.of(cells)), -1, List.of());
    try (PDDocument document = Loader.loadPDF(written("pdf", book(wide)))) {
      String text = new PDFTextStripper().getText(document);
      assertThat(text).contains("Left out for want of room: ", "Head0");
      assertThat(text).containsPattern("Left out[^.]*Head39");
    }
  }

  /** Where the length stands that it comes of, an amount is reckoned in the workbook. */
  @Test
  void amountsAreFormulas() throws IOException {
    var rate = new Cell.Rate("time", Rational.of(18), Rational.of(50));
    List<Cell> cells =
        List.of(Cell.of(Rational.of(12)), new Cell.Amount(Rational.of(216), Optional.of(rate)));
    var sheet =
        new Sheet(
            "licences",
            "Licences",
            "T",
            List.of(Column.time("time", "To pay"), Column.number("amount", "Amount", true)),
            List.of(Line.of(cells)),
            -1,
            List.of());
    try (var workbook =
        new ReadableWorkbook(new ByteArrayInputStream(written("xlsx", book(sheet))))) {
      Row row = workbook.findSheet("Licences").orElseThrow().read().get(1);
      assertThat(row.getCell(1).getFormula())
          .isEqualTo("IF(A2>0,ROUND(MAX(A2*86400*18.00000000,50.0000),2),0)");
    }
  }

  @Test
  void anEmptyReportSaysSo() throws IOException {
    for (BookFormat format : BookFormats.ALL) {
      assertThat(written(format.key(), book(sheet(0, -1)))).isNotEmpty();
    }
  }
}
