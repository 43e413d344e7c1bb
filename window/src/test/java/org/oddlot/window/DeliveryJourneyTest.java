package org.oddlot.window;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Labeled;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import org.dhatim.fastexcel.reader.Sheet;
import org.junit.jupiter.api.Test;
import org.oddlot.demo.Demo;
import org.oddlot.format.otio.OtioWriter;
import org.oddlot.json.JsonObject;
import org.oddlot.lot.Lot;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.licences.LicenceFinding;
import org.oddlot.report.Report;
import org.oddlot.report.Reports;
import org.oddlot.sheet.Line;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;
import org.oddlot.window.kit.StripView;

/** Licences settled, a report arranged, all of them in one workbook. */
class DeliveryJourneyTest extends Journey {

  private void fire(String button) {
    interact(() -> lookup("#" + button).queryAs(ButtonBase.class).fire());
    settle();
  }

  private String label(String id) {
    return lookup("#" + id).queryAs(Labeled.class).getText();
  }

  private void show(String report) {
    if (lookup("#show-" + report).tryQuery().isPresent()) {
      fire("show-" + report);
    } else {
      clickOn("#more-reports");
      clickOn("#show-" + report);
      settle();
    }
    until(() -> lookup("#show-" + report).queryAs(Labeled.class).getText().matches(".* [\\d,]+"));
  }

  @SuppressWarnings("unchecked") // the rows of this table are lines
  private TableView<Line> rows() {
    return (TableView<Line>) table("report-rows");
  }

  private void select(int row) {
    interact(() -> {
      rows().requestFocus();
      rows().getSelectionModel().clearAndSelect(row);
    });
    WaitForIt.fx();
  }

  private LicenceFinding chosen() {
    return (LicenceFinding)
        ((Reviewed<?>) table("licences-rows").getSelectionModel().getSelectedItem()).finding();
  }

  private void chooseLicence(String title) {
    for (int i = 0; !chosen().title().equals(title); i++) {
      int row = i;
      interact(() -> {
        table("licences-rows").requestFocus();
        table("licences-rows").getSelectionModel().clearAndSelect(row);
      });
      WaitForIt.fx();
    }
  }

  @Test
  void aRowOfAReportIsGoneToInTheCut() throws IOException {
    Demo.makeDelivery(folder.resolve("delivery"));
    open(folder.resolve("delivery/Ferry documentary.oddlot"));
    go("reports");
    show("shots");
    select(12);
    // Folded to a line until somebody goes there.
    assertThat(lookup("#cut-strip").query().getParent().isVisible()).isFalse();
    hit(KeyCode.ENTER);
    until(() -> label("cut-where").endsWith("01:01:17:12"));
    StripView strip = lookup("#cut-strip").queryAs(StripView.class);
    assertThat(strip.isFocused()).isTrue();
    double whole = strip.seconds();
    hit(KeyCode.RIGHT);
    assertThat(label("cut-where")).endsWith("01:01:17:13");
    hit(KeyCode.UP);
    hit(KeyCode.EQUALS);
    assertThat(label("cut-where")).endsWith("01:01:17:12");
    assertThat(strip.seconds()).isLessThan(whole);
    hit(KeyCode.DIGIT0);
    assertThat(strip.seconds()).isEqualTo(whole);
    // Another row moves the plumb; what is unfolded stays so, in the next station too.
    select(0);
    until(() -> label("cut-where").endsWith("01:00:00:00"));
    go("licences");
    chooseLicence("quay_old");
    until(() -> lookup("#cut-pane").query().isVisible());
    shortcut(KeyCode.K);
    assertThat(strip.getParent().isVisible()).isFalse();
  }

  /** Two shots of an archive, and a logo over both of which nobody says whether it hides them. */
  private void openLogo() throws IOException {
    openLogo("pier;Skerry;S/1;10 EUR\nstorm;Skerry;S/2;10 EUR\n");
  }

  private void openLogo(String licences) throws IOException {
    var rate = FrameRate.FPS_25;
    var pictures = new ArrayList<Composable>();
    var marks = new ArrayList<Composable>();
    for (String name : List.of("pier", "storm")) {
      pictures.add(used(name, "archive/" + name + ".mxf", rate));
      marks.add(used("channel_mark", "gfx/channel_mark.png", rate));
    }
    Path cut = folder.resolve("cut.otio");
    try (var out = Files.newOutputStream(cut)) {
      OtioWriter.write(
          Timeline.of(
              "Cut",
              Optional.of(RationalTime.of(90_000, rate)),
              List.of(Track.of("V1", Track.VIDEO, pictures), Track.of("V2", Track.VIDEO, marks))),
          out);
    }
    Path paper =
        Files.writeString(
            folder.resolve("rights.csv"), "Source;Holder;Licence no.;Price/s\n" + licences);
    open(cut, paper);
  }

  private static Clip used(String name, String url, FrameRate rate) {
    return Clip.of(
        name,
        new MediaReference.External(
            Origin.made(), name, url, Optional.of(TimeRange.of(0, 1000, rate)), JsonObject.EMPTY),
        Optional.of(TimeRange.of(0, 50, rate)));
  }

  @Test
  void aLogoIsAnsweredOnceForAllItsUses() throws IOException {
    openLogo();
    interact(() ->
        session.changeLot(
            lot -> lot.withSheet(lot.sheet().only(List.of("licences", "reports"))), "took both"));
    settle();
    go("licences");
    chooseLicence("channel_mark");
    assertThat(words("licences-evidence")).contains("4.0 s of what is paid for lie below it");
    go("reports");
    show("licences");
    select(0);
    assertThat(words("reports-evidence")).contains("to pay 2.00 s");
    go("licences");
    chooseLicence("channel_mark");
    hit(KeyCode.DIGIT2);
    hit(KeyCode.ENTER);
    settle();
    go("reports");
    show("licences");
    select(0);
    assertThat(words("reports-evidence")).contains("to pay 0.00 s");
    shortcut(KeyCode.Z);
    settle();
    select(0);
    assertThat(words("reports-evidence")).contains("to pay 2.00 s");
  }

  /** A price that can mean two things makes no amount; each licensor's sheet is printed apart. */
  @Test
  void aPriceIsAskedAboutAndEachLicensorHasASheet() throws IOException {
    openLogo("pier;Skerry;S/1;12.345 EUR\nstorm;\"Harbour Films, Inc.\";S/2;10 EUR\n");
    interact(() ->
        session.changeLot(
            lot -> lot.withSheet(lot.sheet().only(List.of("licences", "reports"))), "took both"));
    settle();
    go("reports");
    show("licences");
    select(0);
    assertThat(words("reports-evidence"))
        .contains("to be asked: 12.345", "its price has to be asked for");
    assertThat(label("report-totals")).contains("Amount\u00a020.00");
    interact(() -> {
      session.set("reports", "kinds", "licences", "Reports");
      session.set("reports", "as", "pdf", "As");
      session.set("reports", "each", "licences: holder", "A sheet for each");
      session.set("reports", "head", "Kvitholmen Film", "Head of pages");
    });
    settle();
    writeOut();
    Path print =
        session.state().written().stream()
            .map(file -> file.path())
            .filter(path -> path.toString().endsWith(".pdf"))
            .findFirst()
            .orElseThrow();
    try (PDDocument document = Loader.loadPDF(print.toFile())) {
      var text = new PDFTextStripper();
      // The contents, two licensors, and what is nobody's.
      assertThat(document.getNumberOfPages()).isEqualTo(4);
      text.setStartPage(2);
      text.setEndPage(2);
      assertThat(text.getText(document))
          .contains("Licences, Skerry", "S/1", "Kvitholmen Film")
          .doesNotContain("S/2");
      text.setStartPage(3);
      text.setEndPage(3);
      assertThat(text.getText(document))
          .contains("Licences, Harbour Films, Inc.", "20.00")
          .doesNotContain("S/1");
    }
  }

  @Test
  void fromThePaperOfLicencesToOneWorkbook() throws IOException {
    Path demo = folder.resolve("delivery");
    Demo.makeDelivery(demo);
    // The papers by themselves: the job is seen in them.
    open(
        demo.resolve("ferry-documentary.otio"),
        demo.resolve("ferry-licences.csv"),
        demo.resolve("ferry-music.csv"));
    interact(() ->
        session.changeLot(
            lot ->
                lot.withSheet(
                    org.oddlot.lot.ReadySheet.proposed(
                            session.state().outcome().orElseThrow().start())
                        .over(lot.sheet())),
            "took the sheet"));
    settle();
    assertThat(tally("licences").open()).isEqualTo(2);
    assertThat(tally("licences").toLookAt()).isEqualTo(2);

    // A delivery day: another licence ends before it.
    go("licences");
    interact(() -> {
      TextField delivery = lookup("#setting-delivery").queryAs(TextField.class);
      delivery.setText("2026-12-15");
      delivery.fireEvent(new javafx.event.ActionEvent());
    });
    settle();
    assertThat(tally("licences").toLookAt()).isEqualTo(3);
    assertThat(label("answer")).contains("13 sources");

    // The one that nobody licensed is our own, says a person by its number.
    chooseLicence("quay_old");
    assertThat(words("licences-evidence")).contains("No licence covers it");
    hit(KeyCode.DIGIT1);
    hit(KeyCode.ENTER);
    assertThat(tally("licences").open()).isEqualTo(1);

    // The report follows; every number says how it came about.
    go("reports");
    show("licences");
    assertThat(rows().getItems()).hasSize(12);
    assertThat(lookup("#report-picture").query().getAccessibleText())
        .contains("Skerry Film Library, 2026-118: 33.6 s of 30 s")
        .contains("no licence: 12.0 s");
    select(1);
    assertThat(words("reports-evidence"))
        .contains("HOW IT IS COUNTED", "SKF-0441 pier, storm", "to pay 36.00 s", "Over by 3.6 s.");

    // A column fewer, the rows by the holder, only some of them.
    show("shots");
    int columns = rows().getColumns().size();
    hit(KeyCode.C);
    interact(
        () -> lookup("#report-columns").queryAs(TableView.class).getSelectionModel().select(8));
    fire("column-turn");
    interact(() -> {
      lookup("#report-where").queryAs(TextField.class).setText("weather=bad");
    });
    fire("columns-take");
    assertThat(label("columns-problem")).contains("has no column \"weather\"");
    interact(() -> {
      lookup("#report-where").queryAs(TextField.class).setText("visible!=seen");
      @SuppressWarnings("unchecked") // the list has the titles of columns
      ComboBox<String> by = lookup("#report-by").queryAs(ComboBox.class);
      by.setValue("On");
    });
    fire("columns-take");
    until(() -> rows().getItems().size() == 9);
    assertThat(rows().getColumns().size()).isLessThan(columns);
    assertThat(label("report-totals")).startsWith("9 rows");

    // Find, and go from a sum to what it is made of.
    show("sources");
    interact(() -> rows().getSelectionModel().clearAndSelect(0));
    hit(KeyCode.ENTER);
    until(
        () -> lookup("#show-shots").queryAs(javafx.scene.control.ToggleButton.class).isSelected());

    // All to one workbook.
    Path workbook = folder.resolve("all.xlsx");
    report = Optional.of(workbook);
    interact(() -> rows().requestFocus());
    hit(KeyCode.A);
    until(() -> status().contains("Saved 6 reports"));
    try (var book = new ReadableWorkbook(new ByteArrayInputStream(Files.readAllBytes(workbook)))) {
      assertThat(book.getSheets().map(Sheet::getName))
          .containsExactly("Cover", "Shots", "Sources", "Licences", "Music", "Titles", "Markers");
      List<Row> shots = book.findSheet("Shots").orElseThrow().read();
      // A head, nine rows in two groups with a sum each, and the sum of all.
      assertThat(shots).hasSize(1 + 9 + 2 + 1);
      List<Row> licences = book.findSheet("Licences").orElseThrow().read();
      assertThat(licences.stream().map(row -> row.getCellText(0)))
          .contains("Skerry Film Library", "Family Nygard");
    }
    // The name of a form that there is not is said.
    report = Optional.of(folder.resolve("all.docx"));
    hit(KeyCode.S);
    until(() -> status().contains("has to end in"));

    // It goes out with all else, and what was set is in the lot.
    writeOut();
    assertThat(session.state().written())
        .anySatisfy(file -> assertThat(file.path().toString()).endsWith(".xlsx"));
    Lot lot = session.state().lot();
    assertThat(lot.sheet().settings("reports").get(org.oddlot.pass.reports.ReportsPass.WHERE))
        .isEqualTo("shots: visible!=seen");
    assertThat(lot.answers().decisions()).hasSize(1);
  }

  @Test
  void reportsAreChosenFoundAndSavedByKeys() throws IOException {
    Path demo = folder.resolve("delivery");
    Demo.makeDelivery(demo);
    open(demo.resolve("Ferry documentary.oddlot"));
    go("reports");
    assertThat(label("answer")).isEqualTo("6 reports will be written");

    // Roles go out as well, and may be taken back.
    show("roles");
    assertThat(rows().getItems()).hasSize(6);
    assertThat(lookup("#report-picture").query().getAccessibleText())
        .contains("Dialogue/Inés: 73.6 s");
    interact(() -> rows().requestFocus());
    hit(KeyCode.O);
    until(() -> label("answer").startsWith("7 reports"));
    assertThat(label("report-goes-out")).isEqualTo("✓ Goes out");
    shortcut(KeyCode.Z);
    until(() -> label("answer").startsWith("6 reports"));

    // Of markers the one that is looked for; from it to the shot that is there.
    show("markers");
    assertThat(rows().getItems()).hasSize(26);
    interact(() -> lookup("#find").queryAs(TextField.class).setText("letter"));
    until(() -> rows().getItems().size() == 1);
    select(0);
    assertThat(words("reports-evidence")).contains("legal: ask for the letter", "01:05:");
    Path values = folder.resolve("markers.csv");
    report = Optional.of(values);
    hit(KeyCode.S);
    until(() -> status().contains("Saved 1 report in markers.csv"));
    // What is saved is the report, not what was looked for in it.
    assertThat(Files.readAllLines(values)).hasSize(27).first().asString().startsWith("Record,");
    interact(() -> lookup("#find").queryAs(TextField.class).setText(""));
    until(() -> rows().getItems().size() == 26);
    int letter = 0;
    for (int i = 0; i < rows().getItems().size(); i++) {
      letter = rows().getItems().get(i).cells().toString().contains("letter") ? i : letter;
    }
    select(letter);
    double at = rows().getSelectionModel().getSelectedItem().spot().orElseThrow().from();
    hit(KeyCode.ENTER);
    until(() -> rows().getItems().size() == 308);
    until(() ->
        rows().getSelectionModel().getSelectedItem() != null
            && rows()
                .getSelectionModel()
                .getSelectedItem()
                .spot()
                .filter(spot -> spot.from() <= at && at < spot.to())
                .isPresent());

    // Print, and a page.
    for (String ending : List.of("pdf", "html")) {
      Path file = folder.resolve("all." + ending);
      report = Optional.of(file);
      hit(KeyCode.A);
      until(() -> status().contains("Saved 6 reports in all." + ending));
      assertThat(file).isNotEmptyFile();
    }
    report = Optional.of(folder.resolve("all.csv"));
    hit(KeyCode.A);
    until(() -> status().contains("holds one report"));
    assertThat(folder.resolve("all.csv")).doesNotExist();
  }

  /** What has changed since a report went out is shown, saved, and shown no more. */
  @Test
  void licencesAreHeldAgainstTheReportOfTheLastLock() throws IOException {
    Path demo = folder.resolve("delivery");
    Demo.makeDelivery(demo);
    open(demo.resolve("Ferry documentary.oddlot"));
    go("reports");
    show("licences");
    int licences = rows().getItems().size();
    Path then = folder.resolve("lock 1.csv");
    report = Optional.of(then);
    interact(() -> rows().requestFocus());
    hit(KeyCode.S);
    until(() -> status().contains("Saved 1 report in lock 1.csv"));
    // A licence less had been used then.
    List<String> lines = new ArrayList<>(Files.readAllLines(then));
    lines.removeIf(line -> line.contains("2026-118"));
    Files.write(then, lines);
    interact(() -> rows().requestFocus());
    hit(KeyCode.L);
    until(() -> label("report-since").equals("✓ Since lock 1.csv"));
    until(() -> !rows().getItems().isEmpty() && shown(0).contains("Change"));
    assertThat(rows().getItems())
        .extracting(line -> line.cells().getFirst().text())
        .contains("new", "same")
        .doesNotContain("gone", "more", "less");
    report = Optional.of(folder.resolve("changes.xlsx"));
    hit(KeyCode.S);
    until(() -> status().contains("Saved 2 reports in changes.xlsx"));
    // Shots are not paid for; they are as they were.
    show("shots");
    assertThat(lookup("#report-since").query().isDisabled()).isTrue();
    show("licences");
    interact(() -> rows().requestFocus());
    hit(KeyCode.L);
    until(() -> label("report-since").equals("Since lock…"));
    until(() -> rows().getItems().size() == licences);
    // A file that is no report of licences is refused, and nothing is held against it.
    report = Optional.of(Files.writeString(folder.resolve("other.csv"), "Scene,Take\n1,2\n"));
    hit(KeyCode.L);
    until(() -> status().contains("is no report of licences"));
    assertThat(label("report-since")).isEqualTo("Since lock…");
    until(() -> rows().getItems().size() == licences);
  }

  /** The heads of the table, from a column on. */
  private List<String> shown(int from) {
    return rows().getColumns().stream().skip(from).map(column -> column.getText()).toList();
  }

  /** Of lots made by chance: each cell in the window is what is written into the file of values. */
  @Test
  void theWindowShowsWhatIsSaved() throws IOException {
    for (int seed = 1; seed <= 2; seed++) {
      open(chanceCut(new Random(seed), seed), chancePaper(new Random(seed), seed));
      go("reports");
      // All of the first lot; of the second what is paid by.
      List<Report> those =
          seed == 1
              ? Reports.ALL
              : Reports.ALL.stream().filter(DeliveryJourneyTest::isPaid).toList();
      for (Report each : those) {
        show(each.key());
        Path file = folder.resolve(each.key() + seed + ".csv");
        report = Optional.of(file);
        interact(() -> rows().requestFocus());
        hit(KeyCode.S);
        until(() -> status().contains("Saved 1 report in " + file.getFileName()));
        assertThat(inWindow()).as(each.key() + " of lot " + seed).isEqualTo(saved(file));
      }
      interact(() ->
          session.removeFiles(
              session.state().lot().inputs().stream().map(input -> input.path()).toList()));
      settle();
    }
  }

  private static boolean isPaid(Report report) {
    return List.of("shots", "sources", "licences").contains(report.key());
  }

  /** What the table shows, row by row: head and value of each cell that is not empty. */
  private List<Map<String, String>> inWindow() {
    var all = new ArrayList<Map<String, String>>();
    interact(() -> {
      for (int i = 0; i < rows().getItems().size(); i++) {
        Map<String, String> row = new LinkedHashMap<>();
        // The first column is the mark of doubt.
        for (TableColumn<Line, ?> column :
            rows().getColumns().subList(1, rows().getColumns().size())) {
          String text = drawn(column, i);
          if (!text.isEmpty()) {
            row.put(column.getText(), plain(text, rows().getItems().get(i)));
          }
        }
        all.add(row);
      }
    });
    return all;
  }

  /** What a cell of the table shows, drawn like those that can be seen. */
  private <T> String drawn(TableColumn<Line, T> column, int row) {
    TableCell<Line, T> cell = column.getCellFactory().call(column);
    cell.updateTableColumn(column);
    cell.updateTableView(rows());
    cell.updateIndex(row);
    return cell.getGraphic() instanceof Labeled label ? label.getText() : "";
  }

  private static String plain(String text, Line line) {
    return line.cells().stream()
        .filter(its -> its.text().replace('\n', ' ').equals(text))
        .findFirst()
        .orElseThrow(() -> new AssertionError(text + " is no cell of " + line))
        .plain()
        .replace('\n', ' ');
  }

  private static List<Map<String, String>> saved(Path file) throws IOException {
    var all = new ArrayList<Map<String, String>>();
    try (CSVParser parser =
        CSVParser.parse(
            file, StandardCharsets.UTF_8, CSVFormat.RFC4180.builder().setHeader().get())) {
      for (CSVRecord record : parser) {
        Map<String, String> row = new LinkedHashMap<>();
        record
            .toMap()
            .forEach((head, text) -> {
              if (!text.isEmpty()) {
                row.put(head, text.replaceFirst("^'(?=[=+@-])", "").replace('\n', ' '));
              }
            });
        all.add(row);
      }
    }
    return all;
  }

  private Path chanceCut(Random chance, int seed) throws IOException {
    FrameRate rate = FrameRate.FPS_25;
    var tracks = new ArrayList<Track>();
    for (int i = 0; i < 3; i++) {
      var items = new ArrayList<Composable>();
      for (int j = 0; j < 12; j++) {
        String name = "reel " + chance.nextInt(6);
        String ending = List.of(".mxf", ".mov", ".png").get(chance.nextInt(3));
        items.add(
            Clip.of(
                name,
                new MediaReference.External(
                    Origin.made(),
                    name,
                    "archive/" + name + ending,
                    Optional.of(TimeRange.of(0, 5000, rate)),
                    JsonObject.EMPTY),
                Optional.of(TimeRange.of(chance.nextInt(900), 1 + chance.nextInt(200), rate))));
      }
      tracks.add(Track.of("T" + i, i < 2 ? Track.VIDEO : Track.AUDIO, items));
    }
    Path file = folder.resolve("chance " + seed + ".otio");
    try (OutputStream out = Files.newOutputStream(file)) {
      OtioWriter.write(
          Timeline.of(
              "Cut “" + seed + "”, “=1+1”", Optional.of(RationalTime.of(90_000, rate)), tracks),
          out);
    }
    return file;
  }

  private Path chancePaper(Random chance, int seed) throws IOException {
    List<String> prices =
        List.of(
            "18.50 EUR / s", "1500 GBP flat", "free", "on request", "2 EUR, min. 100 EUR", "12–15");
    var lines =
        new ArrayList<>(List.of("Source;Holder;Licence no.;Price;Valid until;Seconds allowed"));
    for (int i = 0; i < 5; i++) {
      lines.add(
          Phrase.of(
              "reel %d;Skerry, “Film” & Co.;L/%d;%s;2036-01-%02d;%d",
              i, i, prices.get(chance.nextInt(prices.size())), 1 + i, 5 + chance.nextInt(20)));
    }
    return Files.write(folder.resolve("rights " + seed + ".csv"), lines);
  }
}
