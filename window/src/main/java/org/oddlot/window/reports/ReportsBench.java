package org.oddlot.window.reports;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TableColumn;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.oddlot.format.report.BookFormat;
import org.oddlot.format.report.BookFormats;
import org.oddlot.lot.SafeFile;
import org.oddlot.material.CutSpot;
import org.oddlot.material.Material;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Standing;
import org.oddlot.pass.reports.ReportsPass;
import org.oddlot.report.Arrangement;
import org.oddlot.report.Books;
import org.oddlot.report.EarlierReport;
import org.oddlot.report.Report;
import org.oddlot.report.Reports;
import org.oddlot.report.ReportsToWrite;
import org.oddlot.report.SinceLast;
import org.oddlot.setting.Settings;
import org.oddlot.sheet.Book;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.text.Phrase;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.Bench;
import org.oddlot.window.kit.BenchFrame;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.Facts;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.SettingsBar;
import org.oddlot.window.kit.StripPane;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.Session;
import org.oddlot.window.session.State;

/** The bench of Reports: each report as it will be, and how its numbers were counted. */
// Nothing is asked of the bench of a pass before the window shows it.
@SuppressWarnings("this-escape")
public final class ReportsBench implements Bench {
  private static final double LETTER = 6.6;
  private static final double SINCE_WIDTH = 170;

  private final Place place;
  private final Session session;
  private final ReportsPass pass = new ReportsPass();
  private final BenchFrame frame = new BenchFrame(pass.question());

  /** So many reports have a tab, those that go out among them. */
  private static final int AT_HAND = 5;

  private final FlowPane kinds = new FlowPane(14, 2);
  private final ReportPicture picture = new ReportPicture();
  private final DataTable<Line> rows =
      new DataTable<>("report-rows", "There is nothing to be listed here.");
  private final Label totals = Words.paragraph("");
  private final VBox evidence = new VBox(6);
  private final SettingsBar settings;
  private final ToggleButton goesOut = new ToggleButton("Goes out");
  private final ToggleButton since = new ToggleButton();

  /** The report of an earlier lock that those of now are held against. */
  private Optional<EarlierReport> earlier = Optional.empty();

  private Settings set = Settings.INITIAL;
  private Optional<Material> material = Optional.empty();
  private Optional<Outcome> shown = Optional.empty();
  private String kind = Reports.ALL.getFirst().key();
  private Map<String, Integer> counts = new HashMap<>();
  private Optional<org.oddlot.sheet.Sheet> sheet = Optional.empty();
  private String find = "";

  /** The bench at {@code place}. */
  public ReportsBench(Place place) {
    this.place = place;
    this.session = place.session();
    settings =
        new SettingsBar(
            List.of(
                ReportsPass.FORM,
                ReportsPass.TIMELINE,
                ReportsPass.FILM,
                ReportsPass.DATE,
                ReportsPass.PICTURES,
                ReportsPass.PAPER,
                ReportsPass.LANGUAGE,
                ReportsPass.TIMES,
                ReportsPass.DROP,
                ReportsPass.HEAD,
                ReportsPass.FOOT),
            (setting, value) -> session.set(pass.id(), setting.key(), value, setting.title()));
    kinds.getStyleClass().add("tabs");
    kinds.setId("report-kinds");
    evidence.getStyleClass().add("evidence");
    evidence.setId("reports-evidence");
    totals.setId("report-totals");
    totals.getStyleClass().add("report-totals");
    goesOut.setId("report-goes-out");
    goesOut.setOnAction(_ -> turn());
    since.setId("report-since");
    since.setTooltip(new Tooltip("What has changed since the report of the last lock"));
    goesOut.setMinWidth(Region.USE_PREF_SIZE);
    since.setMaxWidth(SINCE_WIDTH);
    since.setOnAction(_ -> sinceThen());
    rows.setColumnResizePolicy(DataTable.UNCONSTRAINED_RESIZE_POLICY);
    rows.getSelectionModel().selectedItemProperty().addListener((_, _, _) -> chosen());
    rows.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
    rows.setOnMouseClicked(event -> {
      if (event.getClickCount() == 2) {
        goTo();
      }
    });
    frame.with(rows, settings, kinds, picture, rows, totals);
    frame.withActions(
        Actions.button("report-columns-choose", "Columns…", "C", this::columns),
        goesOut,
        since,
        Words.spring(),
        Actions.button("report-save", "Save this…", "S", this::save),
        Actions.main("report-save-all", "Save all that go out…", "A", this::saveAll));
  }

  @Override
  public Node center() {
    return frame;
  }

  @Override
  public Node evidence() {
    return evidence;
  }

  @Override
  public void show(State state) {
    Settings now = state.lot().sheet().settings(pass.id());
    boolean isOther = !now.equals(set) || !state.outcome().equals(shown);
    set = now;
    settings.show(set);
    if (!isOther) {
      return;
    }
    boolean isNewLot = !state.outcome().equals(shown);
    shown = state.outcome();
    material = shown.map(Outcome::end);
    if (isNewLot) {
      counts = new HashMap<>();
    }
    showKinds();
    fetch();
  }

  private List<String> going() {
    return set.get(ReportsPass.KINDS);
  }

  private ReportsToWrite wanted(List<String> which) {
    return ReportsPass.toWrite(set, which);
  }

  /** Makes the report that is looked at, beside, and shows it when it is there. */
  private void fetch() {
    String its = kind;
    Settings with = set;
    Optional<EarlierReport> then = comparedWith();
    material.ifPresentOrElse(
        of ->
            session.aside(
                () -> made(of, its, then),
                made -> {
                  boolean isStillMeant =
                      its.equals(kind) && with.equals(set) && then.equals(comparedWith());
                  made.problem().ifPresent(this::notSince);
                  if (isStillMeant && made.sheet().isPresent()) {
                    counts.put(its, made.sheet().get().lines().size());
                    sheet = made.sheet();
                    showKinds();
                    showSheet();
                  }
                }),
        () -> rows.show(List.of(), line -> line));
    answer();
  }

  /** A report as it is to be shown, or why there is none. */
  private record Made(Optional<org.oddlot.sheet.Sheet> sheet, Optional<String> problem) {}

  private Made made(Material of, String which, Optional<EarlierReport> then) {
    ReportsToWrite wanted = wanted(List.of(which));
    try {
      return new Made(
          then.isPresent()
              ? Optional.of(then.get().until(which, of, wanted))
              : Books.of(of, wanted).sheets().stream().findFirst(),
          Optional.empty());
    } catch (IllegalArgumentException e) {
      return new Made(Optional.empty(), Optional.of(String.valueOf(e.getMessage())));
    }
  }

  /** The earlier report, where this one can be held against it. */
  private Optional<EarlierReport> comparedWith() {
    return earlier.filter(_ -> SinceLast.KINDS.contains(kind));
  }

  /** Chooses an earlier report to hold this one against, or shows this one by itself again. */
  private void sinceThen() {
    Optional<Path> file =
        earlier.isPresent() ? Optional.empty() : place.picker().reportToOpen(session.usualFolder());
    earlier = Optional.empty();
    showKinds();
    if (file.isEmpty()) {
      fetch();
      return;
    }
    session.aside(
        () -> read(file.get()),
        read -> {
          earlier = read.report();
          read.problem().ifPresent(session::tell);
          showKinds();
          fetch();
        });
  }

  /** An earlier report, or why it is none. */
  private record Read(Optional<EarlierReport> report, Optional<String> problem) {}

  private static Read read(Path file) {
    try {
      return new Read(Optional.of(EarlierReport.read(file)), Optional.empty());
    } catch (IllegalArgumentException e) {
      return new Read(Optional.empty(), Optional.of(String.valueOf(e.getMessage())));
    }
  }

  private void notSince(String why) {
    session.tell(why);
    earlier = Optional.empty();
    showKinds();
    fetch();
  }

  private void answer() {
    int going = going().size();
    frame.answer(
        going == 0
            ? "none goes out yet: choose one, and say so"
            : Phrase.count(going, "report") + " will be written",
        0);
  }

  private void showKinds() {
    kinds.getChildren().clear();
    List<String> first = going();
    List<Report> apart =
        Reports.ALL.stream()
            .filter(report -> !first.contains(report.key()) && !report.key().equals(kind))
            .toList();
    // What is asked for most is at hand; there are more than a line of tabs can hold.
    List<Report> near = apart.subList(0, Math.clamp(AT_HAND - first.size(), 0, apart.size()));
    Reports.ALL.stream()
        .filter(report -> !apart.contains(report) || near.contains(report))
        .sorted(Comparator.comparing(report -> !first.contains(report.key())))
        .forEach(report -> kinds.getChildren().add(tab(report, first.contains(report.key()))));
    var more = new MenuButton(Phrase.of("%d more", apart.size() - near.size()));
    more.setId("more-reports");
    apart.subList(near.size(), apart.size()).forEach(report -> more.getItems().add(item(report)));
    kinds.getChildren().add(more);
    goesOut.setSelected(first.contains(kind));
    goesOut.setText(first.contains(kind) ? "✓ Goes out" : "Goes out");
    since.setSelected(comparedWith().isPresent());
    since.setText(comparedWith().map(its -> "✓ Since " + its.name()).orElse("Since lock…"));
    since.setDisable(!SinceLast.KINDS.contains(kind));
  }

  private Node tab(Report report, boolean isGoing) {
    Integer count = counts.get(report.key());
    var button =
        new ToggleButton(report.title() + (count == null ? "" : " " + Phrase.number(count)));
    button.setId("show-" + report.key());
    button.setSelected(report.key().equals(kind));
    if (!isGoing) {
      button.getStyleClass().add("quiet-tab");
    }
    button.setOnAction(_ -> open(report.key()));
    return button;
  }

  private MenuItem item(Report report) {
    var item = new MenuItem(report.title());
    item.setId("show-" + report.key());
    item.setOnAction(_ -> open(report.key()));
    return item;
  }

  private void open(String key) {
    kind = key;
    sheet = Optional.empty();
    showKinds();
    fetch();
  }

  private void showSheet() {
    org.oddlot.sheet.Sheet its = sheet.orElseThrow().withoutEmptyColumns();
    sheet = Optional.of(its);
    rows.getColumns().clear();
    rows.figures("", 18, line -> line.isDoubtful() ? "◐" : "", "need");
    for (int i = 0; i < its.columns().size(); i++) {
      Column column = its.columns().get(i);
      int at = i;
      double width = Math.max(44, width(its, i));
      boolean isFigures = column.kind() == Column.Kind.LABEL || column.kind().isNumber();
      TableColumn<Line, Line> made =
          isFigures
              ? rows.figures(column.title(), width, line -> text(line, at))
              : rows.words(column.title(), width, line -> text(line, at));
      made.setMinWidth(36);
    }
    showRows();
    var sums = new ArrayList<String>();
    for (int i = 0; i < its.columns().size(); i++) {
      String title = its.columns().get(i).title();
      // A sum stays on one line with what it is the sum of.
      its.total(i)
          .ifPresent(total -> sums.add((title + " " + total.text()).replace(' ', '\u00a0')));
    }
    totals.setText(
        sums.isEmpty()
            ? ""
            : Phrase.count(its.lines().size(), "row") + "   " + String.join("   ", sums));
  }

  private static String text(Line line, int column) {
    return column < line.cells().size() ? line.cells().get(column).text().replace('\n', ' ') : "";
  }

  /** As wide as what stands in it, within bounds. */
  private static double width(org.oddlot.sheet.Sheet its, int column) {
    int letters = its.columns().get(column).title().length() + 1;
    for (Line line : its.lines().subList(0, Math.min(400, its.lines().size()))) {
      letters = Math.max(letters, text(line, column).length());
    }
    boolean isFigures = its.columns().get(column).kind() != Column.Kind.TEXT;
    return Math.min(letters, 34) * (isFigures ? LETTER + 0.9 : LETTER) + 14;
  }

  private void showRows() {
    String part = find.strip().toLowerCase(Locale.ROOT);
    List<Line> all = sheet.map(org.oddlot.sheet.Sheet::lines).orElse(List.of());
    List<Line> found =
        part.isEmpty() ? all : all.stream().filter(line -> words(line).contains(part)).toList();
    rows.show(found, line -> line);
    sheet.ifPresent(its -> picture.show(its.withLines(found), current()));
    chosen();
  }

  private static String words(Line line) {
    var words = new StringBuilder();
    for (Cell cell : line.cells()) {
      Cell.readings(cell).forEach(each -> words.append(each).append(' '));
    }
    return words.toString().toLowerCase(Locale.ROOT);
  }

  private Optional<Line> current() {
    return Optional.ofNullable(rows.getSelectionModel().getSelectedItem());
  }

  /** Shows what is known of the chosen row. */
  private void chosen() {
    evidence.getChildren().clear();
    Optional<Line> line = current();
    picture.choose(line);
    showCut(line);
    if (line.isEmpty() || sheet.isEmpty()) {
      evidence
          .getChildren()
          .add(Words.paragraph("Choose a row to see how it was counted.", "quiet"));
      notes();
      return;
    }
    evidence.getChildren().add(Words.paragraph(title(line.get()), "evidence-title"));
    line.get()
        .spot()
        .ifPresent(spot -> evidence.getChildren().add(Words.paragraph(spot.words(), "quiet")));
    int why = sheet.get().indexOf("why");
    String reason = why < 0 ? "" : line.get().cells().get(why).text();
    if (!reason.isEmpty()) {
      evidence
          .getChildren()
          .add(
              Words.paragraph(
                  Character.toUpperCase(reason.charAt(0)) + reason.substring(1) + ".",
                  line.get().isDoubtful() ? "reason" : "quiet"));
    }
    if (!line.get().why().isEmpty()) {
      evidence
          .getChildren()
          .addAll(
              Words.section("How it is counted"),
              Facts.of(
                  line.get().why().stream()
                      .map(each -> new Evidence(each.what(), each.value(), each.note()))
                      .toList()));
    }
    evidence.getChildren().addAll(Words.section("What it says"), says(line.get()));
    notes();
  }

  private Node says(Line line) {
    var facts = new ArrayList<Evidence>();
    List<Column> columns = sheet.orElseThrow().columns();
    for (int i = 0; i < columns.size(); i++) {
      String text = text(line, i);
      if (!text.isEmpty() && !columns.get(i).key().equals("why")) {
        facts.add(new Evidence(columns.get(i).title().toLowerCase(Locale.ROOT), text, ""));
      }
    }
    return Facts.of(facts);
  }

  private void notes() {
    List<String> notes = sheet.map(org.oddlot.sheet.Sheet::notes).orElse(List.of());
    if (!notes.isEmpty()) {
      evidence.getChildren().add(Words.section("What is counted how"));
      notes.forEach(note -> evidence.getChildren().add(Words.paragraph(note, "quiet", "small")));
    }
  }

  /** The first column that says what the row is about. */
  private String title(Line line) {
    for (String key :
        List.of("name", "holder", "title", "role", "text", "clip", "keyword", "about")) {
      int at = sheet.map(its -> its.indexOf(key)).orElse(-1);
      if (at >= 0 && !text(line, at).isEmpty()) {
        return text(line, at);
      }
    }
    return line.cells().isEmpty() ? "" : text(line, 0);
  }

  // What can be done.

  /** Goes from a sum to the shots that it is made of, from all else to the shots around it. */
  private void goTo() {
    current()
        .flatMap(Line::spot)
        .ifPresent(spot -> {
          String name = title(current().orElseThrow());
          boolean isSum = List.of("sources", "media").contains(kind);
          if (kind.equals("licences")) {
            place.way().open("licences");
          } else if (isSum) {
            open("shots");
            find(name);
          } else if (spot.isInTimeline() && !kind.equals("shots")) {
            double at = spot.from();
            open("shots");
            session.aside(() -> at, where -> select(where));
          } else if (spot.isInTimeline()) {
            place.cut().open();
          } else {
            session.tell(spot.words());
          }
        });
  }

  /** Shows where in the cut the chosen row is, with all others that are listed. */
  private void showCut(Optional<Line> line) {
    Optional<CutSpot> spot =
        line.flatMap(Line::spot)
            .filter(Line.Spot::isInTimeline)
            .flatMap(its -> material.flatMap(of -> CutSpot.of(of, its.address())));
    if (spot.isEmpty()) {
      place.cut().clear();
      return;
    }
    Material of = material.orElseThrow();
    place.cut().show(of, List.of(), spot, List.copyOf(rows.getItems()), its -> said(its, of));
  }

  private static Optional<StripPane.Said> said(Line line, Material material) {
    Optional<Standing> standing =
        line.isDoubtful() ? Optional.of(Standing.TO_LOOK_AT) : Optional.empty();
    return line.spot()
        .filter(Line.Spot::isInTimeline)
        .flatMap(spot -> CutSpot.of(material, spot.address()))
        .map(spot -> new StripPane.Said(spot, standing));
  }

  /** Chooses the row that is at a moment of the timeline. */
  private void select(double at) {
    for (Line line : rows.getItems()) {
      if (line.spot().filter(spot -> spot.from() <= at && at < spot.to()).isPresent()) {
        rows.getSelectionModel().clearSelection();
        rows.getSelectionModel().select(line);
        rows.reveal();
        return;
      }
    }
  }

  private void turn() {
    var now = new ArrayList<>(going());
    if (!now.remove(kind)) {
      now.add(kind);
    }
    session.set(
        pass.id(), ReportsPass.KINDS.key(), String.join(",", now), ReportsPass.KINDS.title());
  }

  private void columns() {
    Report report = Reports.of(kind).orElseThrow();
    var choice =
        new ColumnsSheet(
            report,
            ReportsPass.arrangement(set, kind),
            (its, where) -> {
              place.overlay().close();
              arrange(its, where);
            });
    place.overlay().open(choice.node(), choice.first());
  }

  private void arrange(Arrangement its, String where) {
    session.changeLot(
        lot -> {
          var of = lot.sheet();
          Settings now = of.settings(pass.id());
          of =
              of.with(
                  pass.id(),
                  ReportsPass.COLUMNS.key(),
                  ReportsPass.with(now.get(ReportsPass.COLUMNS), kind, its.columns()));
          of =
              of.with(
                  pass.id(),
                  ReportsPass.WHERE.key(),
                  ReportsPass.with(
                      now.get(ReportsPass.WHERE),
                      kind,
                      Stream.of(where.split(",", -1))
                          .map(String::strip)
                          .filter(each -> !each.isEmpty())
                          .toList()));
          of =
              of.with(
                  pass.id(),
                  ReportsPass.ORDER.key(),
                  ReportsPass.with(now.get(ReportsPass.ORDER), kind, one(its.order())));
          of =
              of.with(
                  pass.id(),
                  ReportsPass.BY.key(),
                  ReportsPass.with(now.get(ReportsPass.BY), kind, one(its.by())));
          return lot.withSheet(of);
        },
        "arranged the report of " + kind);
  }

  private static List<String> one(String text) {
    return text.isEmpty() ? List.of() : List.of(text);
  }

  private void save() {
    save(List.of(kind), Reports.of(kind).map(Report::title).orElse(kind));
  }

  private void saveAll() {
    if (going().isEmpty()) {
      session.tell("No report goes out yet. Choose one, and press “Goes out”.");
    } else {
      save(going(), "Reports");
    }
  }

  private void save(List<String> which, String name) {
    Optional<Path> file = place.picker().reportToSave(name, session.usualFolder());
    if (file.isPresent() && material.isPresent()) {
      Material of = material.get();
      ReportsToWrite wanted = wanted(which);
      Optional<EarlierReport> then =
          which.equals(List.of(kind)) ? comparedWith() : Optional.empty();
      session.aside(() -> saved(of, wanted, then, file.get()), session::tell);
    }
  }

  /** Writes reports as the file's name ends, and says what came of it. */
  private static String saved(
      Material of, ReportsToWrite wanted, Optional<EarlierReport> then, Path file) {
    String name = String.valueOf(file.getFileName());
    String ending = name.substring(name.lastIndexOf('.') + 1);
    Optional<BookFormat> format = BookFormats.of(ending);
    if (format.isEmpty()) {
      return Phrase.of(
          "%s cannot be written: its name has to end in .xlsx, .csv, .html or .pdf.", name);
    }
    if (!format.get().holdsSeveral() && (wanted.kinds().size() > 1 || then.isPresent())) {
      return Phrase.of("%s holds one report; take .xlsx, .html or .pdf for several.", name);
    }
    try {
      Book plain = Books.of(of, wanted);
      Book book =
          then.map(its -> plain.with(its.until(wanted.kinds().getFirst(), of, wanted)))
              .orElse(plain);
      SafeFile.write(file, path -> format.get().write(book, path));
      return Phrase.of("Saved %s in %s.", Phrase.count(book.sheets().size(), "report"), name);
    } catch (IllegalArgumentException e) {
      return String.valueOf(e.getMessage());
    } catch (IOException e) {
      return Phrase.of("%s cannot be written: %s.", name, String.valueOf(e.getMessage()));
    }
  }

  private void key(KeyEvent event) {
    if (event.isShortcutDown() || event.isAltDown()) {
      return;
    }
    switch (event.getCode()) {
      case C -> columns();
      case S -> save();
      case A -> saveAll();
      case O -> turn();
      case L -> sinceThen();
      case ENTER -> goTo();
      default -> {
        return;
      }
    }
    event.consume();
  }

  @Override
  public void focus() {
    rows.requestFocus();
  }

  @Override
  public void find(String text) {
    find = text;
    showRows();
  }

  @Override
  public List<KeyHint> keys() {
    return List.of(
        new KeyHint("C", "which columns and rows, in which order"),
        new KeyHint("O", "this report goes out, or not"),
        new KeyHint(
            "L", "hold licences or sources against the report of the last lock, or no more"),
        new KeyHint("S", "save this report"),
        new KeyHint("A", "save all that go out"),
        new KeyHint("Enter", "go to what the row is made of"));
  }
}
