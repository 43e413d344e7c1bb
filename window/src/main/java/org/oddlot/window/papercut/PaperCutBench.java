package org.oddlot.window.papercut;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.oddlot.compare.TimelinePairs;
import org.oddlot.material.Material;
import org.oddlot.papercut.Marked;
import org.oddlot.papercut.Numbers;
import org.oddlot.papercut.PaperCut;
import org.oddlot.papercut.Reading;
import org.oddlot.papercut.Spoken;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Instruction;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.papercut.PaperCutFinding;
import org.oddlot.pass.papercut.PaperCutPass;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;
import org.oddlot.time.Timecode;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.Bench;
import org.oddlot.window.kit.BenchFrame;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.Facts;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.ProgrammeSound;
import org.oddlot.window.kit.SettingsBar;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.Session;
import org.oddlot.window.session.State;

/**
 * The bench of Paper cut: the text above, in which passages are marked; the cut below, in its
 * order. What is marked is kept at once, and each step can be taken back.
 */
final class PaperCutBench implements Bench {
  private static final String ANOTHER = "Another cut";
  private static final String ALL = "All transcripts";

  /** Six lines of the cut are seen, below their head. */
  private static final double ROWS_HEIGHT = 7 * DataTable.ROW + 4;

  private static final Rational TIGHT = Rational.of(12, 100);

  /** A passage with its number in the cut. */
  private record Row(int number, Marked marked, String printed) {}

  private final Place place;
  private final Session session;
  private final ProgrammeSound sound;
  private final PaperCutPass pass = new PaperCutPass();
  private final BenchFrame frame = new BenchFrame(pass.question());
  private final SettingsBar settings;
  private final ComboBox<String> texts = new ComboBox<>();
  private final ComboBox<String> cuts = new ComboBox<>();
  private final TextField name = new TextField();
  private final TextField numbers = new TextField();
  private final TextView text = new TextView(this::choose);
  private final DataTable<Row> rows =
      new DataTable<>("papercut-rows", "Nothing is marked yet. Choose words and press M.");
  private final PassageStrip strip = new PassageStrip(this::chooseRow);
  private final VBox evidence = new VBox(6);
  private final AtomicInteger asked = new AtomicInteger();
  private Optional<Reading> reading = Optional.empty();
  private Optional<Material> read = Optional.empty();
  private Optional<Settings> set = Optional.empty();
  private Optional<StepOutcome<PaperCutFinding>> step = Optional.empty();
  private List<Instruction> kept = List.of();
  private String current = "";
  private List<Marked> passages = List.of();
  private boolean isShowing;

  PaperCutBench(Place place) {
    this.place = place;
    this.session = place.session();
    this.sound = new ProgrammeSound(session);
    settings =
        new SettingsBar(
            List.of(
                PaperCutPass.HANDLES,
                PaperCutPass.EDGES,
                PaperCutPass.GAP,
                PaperCutPass.CAMERA,
                PaperCutPass.CAPTIONS,
                PaperCutPass.SAID_IN),
            (setting, value) -> session.set(pass.id(), setting.key(), value, setting.title()));
    evidence.getStyleClass().add("evidence");
    evidence.setId("papercut-evidence");
    texts.setId("papercut-texts");
    texts.setAccessibleText("Text of");
    texts.setOnAction(_ -> chooseText());
    cuts.setId("papercut-cuts");
    cuts.setAccessibleText("Which cut");
    cuts.setOnAction(_ -> chooseCut());
    name.setId("papercut-name");
    name.setAccessibleText("What the cut is called");
    name.setPrefColumnCount(9);
    name.setOnAction(_ -> {
      text.requestFocus();
      keep(passages, "renamed the cut");
    });
    numbers.setId("papercut-numbers");
    numbers.setAccessibleText("The cut by its numbers");
    numbers.setPromptText("3, 7, 5a");
    numbers.setOnAction(_ -> byNumbers());
    HBox.setHgrow(numbers, Priority.ALWAYS);
    rows.figures("", 34, row -> Integer.toString(row.number));
    rows.figures("No.", 70, Row::printed);
    rows.words("Speaker", 120, row -> row.marked.speaker());
    rows.words("Words", 360, row -> row.marked.text());
    rows.figures("Length", 70, row -> seconds(row.marked.span().length()));
    rows.getSelectionModel().selectedItemProperty().addListener((_, _, row) -> chosen(row));
    rows.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
    rows.setMinHeight(ROWS_HEIGHT);
    rows.setPrefHeight(ROWS_HEIGHT);
    rows.setMaxHeight(ROWS_HEIGHT);
    text.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
    HBox.setHgrow(settings, Priority.ALWAYS);
    var its = new HBox(8, label("Text of"), texts, settings);
    its.setAlignment(Pos.CENTER_LEFT);
    its.getStyleClass().add("settings");
    var line = new HBox(8, Words.section("The cut"), cuts, name, label("By numbers"), numbers);
    line.setAlignment(Pos.CENTER_LEFT);
    line.getStyleClass().add("settings");
    var below = new VBox(strip);
    below.getStyleClass().add("detail");
    frame.with(text, its, text, line, rows, below);
    frame.withActions(
        Actions.button("papercut-mark", "Mark", "M", this::mark),
        Actions.button("papercut-hear", "Hear it", "Space", this::hear),
        Actions.button("papercut-paragraph", "Paragraph", "P", this::markParagraph),
        Actions.button("papercut-split", "Split", "S", this::split),
        Actions.button("papercut-earlier", "Earlier", "Alt ↑", () -> move(-1)),
        Actions.button("papercut-later", "Later", "Alt ↓", () -> move(1)),
        Actions.button("papercut-drop", "Drop it", "Del", this::drop),
        Words.spring());
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
    place.cut().clear();
    step = state.outcome().flatMap(outcome -> outcome.step(pass));
    Settings its = state.lot().sheet().settings(pass.id());
    settings.show(its);
    kept =
        state.lot().answers().to(pass.id()).instructions().stream()
            .sorted(
                Comparator.comparingInt((Instruction each) -> each.id().length())
                    .thenComparing(Instruction::id))
            .toList();
    Optional<Material> material =
        step.map(StepOutcome::before).or(() -> state.outcome().map(outcome -> outcome.end()));
    if (material.isEmpty()) {
      reading = Optional.empty();
      read = Optional.empty();
      showCut();
      return;
    }
    if (isRead(material.get(), its)) {
      showCut();
      return;
    }
    int turn = asked.incrementAndGet();
    Material of = material.get();
    session.aside(
        () -> PaperCutPass.reading(of, its),
        found -> {
          if (asked.get() == turn) {
            reading = Optional.of(found);
            read = Optional.of(of);
            set = Optional.of(its);
            showCut();
          }
        });
  }

  @SuppressWarnings("ReferenceEquality") // what did not change is the very same
  private boolean isRead(Material material, Settings its) {
    return read.isPresent() && read.get() == material && set.filter(its::equals).isPresent();
  }

  private Optional<Instruction> instruction() {
    return kept.stream().filter(each -> each.id().equals(current)).findFirst();
  }

  private Optional<PaperCut> cut() {
    try {
      return instruction().map(each -> PaperCut.parse(each.words()));
    } catch (IllegalArgumentException e) {
      // The engine has said so.
      return Optional.empty();
    }
  }

  /** Shows the cut that is worked on: the one chosen, else the first there is. */
  private void showCut() {
    if (instruction().isEmpty() && !current.equals(ANOTHER)) {
      current = kept.isEmpty() ? ANOTHER : kept.getFirst().id();
    }
    passages =
        cut().flatMap(its -> reading.map(all -> all.passages(its).passages())).orElse(List.of());
    isShowing = true;
    showTexts();
    var names = new ArrayList<String>();
    for (Instruction each : kept) {
      names.add(each.words().size() > 1 ? each.words().get(1) : each.id());
    }
    names.add(ANOTHER);
    cuts.getItems().setAll(names);
    int which = kept.stream().map(Instruction::id).toList().indexOf(current);
    cuts.getSelectionModel().select(which < 0 ? names.size() - 1 : which);
    if (!name.isFocused()) {
      name.setText(cut().map(PaperCut::name).orElseGet(this::newName));
    }
    int row = rows.getSelectionModel().getSelectedIndex();
    reading.ifPresent(its -> text.show(its.shown()));
    text.shade(passages);
    showRows(Math.clamp(row, -1, passages.size() - 1));
    if (!numbers.isFocused()) {
      numbers.setText(reading.map(its -> Numbers.of(passages, its.page())).orElse(""));
    }
    isShowing = false;
    showAnswer();
    choose();
  }

  private void showTexts() {
    List<String> all =
        reading
            .map(its ->
                Stream.concat(
                        Stream.of(ALL),
                        Stream.concat(its.ties().spoken().stream().map(Spoken::name), timelines()))
                    .distinct()
                    .toList())
            .orElse(List.of(ALL));
    if (!texts.getItems().equals(all)) {
      texts.getItems().setAll(all);
    }
    String its = set.map(values -> values.get(PaperCutPass.TEXT)).orElse("");
    texts.getSelectionModel().select(all.contains(its) ? its : ALL);
  }

  private Stream<String> timelines() {
    return read.stream()
        .flatMap(material -> TimelinePairs.in(material).stream())
        .map(TimelinePairs.Side::name);
  }

  private void chooseText() {
    String its = texts.getSelectionModel().getSelectedItem();
    if (!isShowing && its != null) {
      session.set(
          pass.id(),
          PaperCutPass.TEXT.key(),
          its.equals(ALL) ? "" : its,
          PaperCutPass.TEXT.title());
    }
  }

  private String newName() {
    return kept.isEmpty() ? "Paper cut" : "Paper cut " + (kept.size() + 1);
  }

  private void showRows(int chosen) {
    var all = new ArrayList<Row>();
    for (Marked marked : passages) {
      String printed =
          reading.map(its -> String.join(", ", Numbers.of(marked, its.page()))).orElse("");
      all.add(new Row(all.size() + 1, marked, printed));
    }
    rows.show(all, Row::number);
    if (chosen >= 0) {
      rows.getSelectionModel().clearAndSelect(chosen);
    } else {
      rows.getSelectionModel().clearSelection();
    }
    strip.show(passages, chosen);
  }

  private void showAnswer() {
    long said = 0;
    for (Marked marked : passages) {
      said += marked.span().length().rounded(RoundingMode.HALF_UP);
    }
    int needing = step.map(its -> its.tally().needing()).orElse(0);
    frame.answer(
        Phrase.of("%s, %s", Phrase.count(passages.size(), "passage"), Phrase.clock(said)), needing);
  }

  private static Label label(String words) {
    Label label = Words.of(words, "quiet");
    label.setMinWidth(Region.USE_PREF_SIZE);
    return label;
  }

  private static String seconds(Rational length) {
    return Phrase.of("%.1f s", length.toDouble());
  }

  // What is chosen.

  private void chosen(Row row) {
    if (isShowing) {
      return;
    }
    if (row != null && rows.isFocused()) {
      text.reveal(row.marked);
    }
    strip.show(passages, row == null ? -1 : row.number - 1);
    showEvidence();
  }

  private void chooseRow(int number) {
    rows.getSelectionModel().clearAndSelect(number);
    rows.requestFocus();
    text.reveal(passages.get(number));
  }

  /** The passage of the cut in which the keys stand is chosen in the cut. */
  private void choose() {
    if (isShowing) {
      return;
    }
    Optional<Marked> at = text.chosen();
    if (!rows.isFocused() && at.isPresent()) {
      int found = -1;
      for (int i = 0; i < passages.size() && found < 0; i++) {
        found = at.get().beginsIn(passages.get(i)) ? i : -1;
      }
      if (found < 0) {
        rows.getSelectionModel().clearSelection();
      } else {
        rows.getSelectionModel().clearAndSelect(found);
      }
      strip.show(passages, found);
    }
    showEvidence();
  }

  private int row() {
    Row row = rows.getSelectionModel().getSelectedItem();
    return row == null ? -1 : row.number - 1;
  }

  // What is done.

  private void mark() {
    text.toMark().ifPresent(marked -> add(marked, "marked"));
  }

  private void hear() {
    shown().ifPresent(its -> sound.play(its.spoken().source(), its.span()));
  }

  /** The passage of the cut that is chosen, else what would be marked. */
  private Optional<Marked> shown() {
    return row() >= 0 ? Optional.of(passages.get(row())) : text.toMark();
  }

  private void markParagraph() {
    text.whole().ifPresent(marked -> add(marked, "marked"));
  }

  /** Puts a passage behind the one that is chosen, else behind all. */
  private void add(Marked marked, String what) {
    var more = new ArrayList<>(passages);
    int at = rows.isFocused() && row() >= 0 ? row() + 1 : more.size();
    more.add(at, marked);
    keep(more, what + " “" + Phrase.shortened(marked.text(), 40) + "”");
  }

  private void split() {
    int which = row();
    int at = text.chosen().map(Marked::from).orElse(-1);
    if (which < 0) {
      session.tell("Stand in a passage of the cut, at the word that begins the second part.");
      return;
    }
    Marked its = passages.get(which);
    if (at <= its.from() || at >= its.to()) {
      session.tell("Stand at the word that begins the second part.");
      return;
    }
    var more = new ArrayList<>(passages);
    more.set(which, Marked.of(its.spoken(), its.from(), at));
    more.add(which + 1, Marked.of(its.spoken(), at, its.to()));
    keep(more, "split a passage");
  }

  private void move(int by) {
    int from = row();
    int to = from + by;
    if (from < 0 || to < 0 || to >= passages.size()) {
      return;
    }
    var more = new ArrayList<>(passages);
    more.add(to, more.remove(from));
    rows.getSelectionModel().clearAndSelect(to);
    keep(more, by < 0 ? "moved a passage earlier" : "moved a passage later");
  }

  private void drop() {
    int which = row();
    if (which >= 0) {
      var fewer = new ArrayList<>(passages);
      fewer.remove(which);
      keep(fewer, "dropped a passage");
    }
  }

  private void byNumbers() {
    if (reading.isEmpty()) {
      return;
    }
    try {
      List<Marked> typed = Numbers.parse(numbers.getText(), reading.get().page());
      text.requestFocus();
      keep(typed, "typed the cut by its numbers");
    } catch (IllegalArgumentException e) {
      session.tell("Not taken: " + e.getMessage() + ".");
    }
  }

  /** Keeps the cut as it is now; one without passages is withdrawn. */
  private void keep(List<Marked> now, String what) {
    String title = name.getText().isBlank() ? newName() : name.getText().strip();
    String was = current;
    session.changeLot(
        lot -> {
          var answers = lot.answers();
          String id = was.equals(ANOTHER) ? answers.newInstructionId(pass.id()) : was;
          current = now.isEmpty() ? "" : id;
          answers =
              now.isEmpty()
                  ? answers.without(id)
                  : answers.plus(
                      Instruction.of(id, pass.id(), PaperCutPass.CUTS, PaperCut.of(title, now)));
          return lot.withAnswers(answers).withSheet(lot.sheet().withSwitched(pass.id(), true));
        },
        what);
  }

  private void chooseCut() {
    int which = cuts.getSelectionModel().getSelectedIndex();
    if (isShowing || which < 0) {
      return;
    }
    current = which < kept.size() ? kept.get(which).id() : ANOTHER;
    // A field that is being typed in keeps what is typed; it is of the cut before.
    text.requestFocus();
    showCut();
  }

  // Evidence.

  private void showEvidence() {
    evidence.getChildren().clear();
    shown().ifPresent(this::showPassage);
    showDoubts();
    Map<String, String> left = reading.map(its -> its.ties().left()).orElse(Map.of());
    if (!left.isEmpty()) {
      evidence.getChildren().add(Words.section("Not read"));
      left.forEach((transcript, why) ->
          evidence.getChildren().add(Words.paragraph(transcript + ": " + why, "quiet")));
    }
  }

  private void showPassage(Marked marked) {
    evidence.getChildren().add(Words.paragraph("“" + marked.text() + "”", "evidence-title"));
    if (!marked.changed().isEmpty()) {
      evidence.getChildren().add(Words.paragraph(marked.changed(), "reason"));
    }
    Spoken spoken = marked.spoken();
    var lies = new ArrayList<Evidence>();
    lies.add(new Evidence("speaker", marked.speaker(), ""));
    lies.add(new Evidence("source", spoken.source().name(), ""));
    lies.add(new Evidence("timecode", marked.label().map(Timecode::toString).orElse(""), ""));
    lies.add(new Evidence("length", seconds(marked.span().length()), ""));
    lies.removeIf(each -> each.value().isEmpty());
    var edges =
        List.of(
            beside("before", spoken.before(marked.from(), marked.to())),
            beside("after", spoken.after(marked.from(), marked.to())));
    evidence
        .getChildren()
        .addAll(
            Words.section("Where it lies"),
            Facts.of(lies),
            Words.section("Its edges"),
            Facts.of(edges));
    if (!spoken.isTimed(marked.from(), marked.to())) {
      evidence
          .getChildren()
          .add(Words.paragraph("These words have no times, only their paragraph has.", "reason"));
    }
  }

  private static Evidence beside(String where, Optional<Spoken.Beside> beside) {
    if (beside.isEmpty()) {
      return new Evidence(where, "nobody speaks", "clean");
    }
    Rational silence = beside.get().silence();
    String over = beside.get().over();
    return silence.signum() < 0
        ? new Evidence(where, over.isEmpty() ? "somebody" : over, "speaks over it")
        : new Evidence(
            where,
            Phrase.of("%.2f s of silence", silence.toDouble()),
            silence.compareTo(TIGHT) < 0 ? "tight" : "clean");
  }

  private Optional<Reviewed<PaperCutFinding>> finding() {
    return step.stream()
        .flatMap(its -> its.reviewed().stream())
        .filter(each -> each.finding().order().filter(current::equals).isPresent())
        .findFirst();
  }

  private void showDoubts() {
    Optional<Reviewed<PaperCutFinding>> its = finding();
    if (its.isEmpty() || its.get().finding().doubts().isEmpty()) {
      return;
    }
    evidence.getChildren().add(Words.section("Look at"));
    for (String doubt : its.get().finding().doubts()) {
      evidence.getChildren().add(Words.paragraph(doubt, "reason"));
    }
    if (its.get().standing().needsAPerson()) {
      Button accept = Actions.small("papercut-accept", "Make it as it is", "A", this::accept);
      evidence.getChildren().add(accept);
    }
  }

  private void accept() {
    finding()
        .ifPresent(its ->
            session.decide(
                List.of(its.finding().id()), Optional.of(Decision.accept()), "accepted the cut"));
  }

  // Keys.

  private void key(KeyEvent event) {
    if (event.isShortcutDown()) {
      return;
    }
    if (event.isAltDown()) {
      switch (event.getCode()) {
        case UP -> move(-1);
        case DOWN -> move(1);
        default -> {
          return;
        }
      }
      event.consume();
      return;
    }
    switch (event.getCode()) {
      case M, ENTER -> mark();
      case P -> markParagraph();
      case S -> split();
      case A -> accept();
      case DELETE -> drop();
      case SPACE -> hear();
      default -> {
        return;
      }
    }
    event.consume();
  }

  @Override
  public void focus() {
    text.requestFocus();
  }

  @Override
  public void find(String words) {
    text.find(words);
  }

  @Override
  public List<KeyHint> keys() {
    return List.of(
        new KeyHint("← →", "another word; with Shift more words"),
        new KeyHint("M", "mark the chosen words, else the sentence"),
        new KeyHint("P", "mark the paragraph"),
        new KeyHint("S", "split the passage before this word"),
        new KeyHint("Alt ↑", "the passage earlier"),
        new KeyHint("Alt ↓", "the passage later"),
        new KeyHint("Del", "drop the passage"),
        new KeyHint("Space", "hear it"),
        new KeyHint("A", "make the cut as it is"));
  }
}
