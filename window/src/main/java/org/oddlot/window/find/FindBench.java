package org.oddlot.window.find;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;
import org.oddlot.caption.Span;
import org.oddlot.find.FindIndex;
import org.oddlot.find.Found;
import org.oddlot.find.KeptIndexes;
import org.oddlot.find.Marks;
import org.oddlot.find.Passage;
import org.oddlot.find.Passages;
import org.oddlot.find.Question;
import org.oddlot.find.Search;
import org.oddlot.material.CutSpot;
import org.oddlot.material.Material;
import org.oddlot.material.Source;
import org.oddlot.pass.Instruction;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.stringouts.StringOutsPass;
import org.oddlot.progress.Progress;
import org.oddlot.text.Phrase;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.Bench;
import org.oddlot.window.kit.BenchFrame;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.ProgrammeSound;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.State;

/**
 * The bench of Find: words are typed, and again within what was found; values of fields are chosen
 * beside, each with how many things have it.
 */
final class FindBench implements Bench {
  private static final int MOST_VALUES = 7;

  /** {@code day=2026-03-17}, {@code time=10:02..10:30}: typed, and taken as a value. */
  private static final Pattern VALUE = Pattern.compile("\\s*([a-z][a-z ]*?)=(\\S.*)");

  private static final StringOutsPass STRING_OUTS = new StringOutsPass();

  private final Place place;
  private final ProgrammeSound sound;
  private final BenchFrame frame;
  private final TextField words = new TextField();
  private final FlowPane steps = new FlowPane(6, 6);
  private final DataTable<Passage> hits =
      new DataTable<>("find-rows", "Nothing has these words. Fewer letters find more.");
  private final VBox evidence = new VBox(8);
  private final AtomicInteger asked = new AtomicInteger();
  private final List<String> questions = new ArrayList<>();
  private final List<Found.Where> where = new ArrayList<>();
  private Optional<Material> material = Optional.empty();
  private Optional<FindIndex> index = Optional.empty();
  private Map<String, Map<String, Integer>> counts = Map.of();

  FindBench(Place place, String question) {
    this.place = place;
    this.sound = new ProgrammeSound(place.session());
    frame = new BenchFrame(question);
    words.setId("find-words");
    words.setPromptText(
        "Words, \"these very words\", -not this, time=10:02..10:30; Enter looks within what was found");
    words.setAccessibleText("Find");
    words.textProperty().addListener((_, _, _) -> look());
    words.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
    HBox.setHgrow(words, Priority.ALWAYS);
    steps.setId("find-steps");
    evidence.getStyleClass().add("evidence");
    evidence.setId("find-evidence");
    hits.words("In", 150, Passage::clip);
    hits.figures("When", 104, Passage::label);
    hits.words("What", 84, Passage::field, "quiet");
    hits.words("Words", 350, hit -> hit.text().replace('\n', ' '));
    hits.getSelectionModel().selectedItemProperty().addListener((_, _, _) -> selected());
    hits.addEventFilter(KeyEvent.KEY_PRESSED, this::keyInRows);
    var line = new HBox(8, words);
    line.setAlignment(Pos.CENTER_LEFT);
    frame.with(hits, line, steps, hits);
    frame.withActions(
        Actions.button("find-see", "See it", "Space", place.cut()::open),
        Actions.button("find-hear", "Hear it", "H", this::hear),
        Actions.button(
            "find-keep", "String it out", "Ctrl Enter", () -> keep(Search.Becomes.STRING_OUT)),
        Actions.button("find-bin", "As a bin", "", () -> keep(Search.Becomes.BIN)),
        Actions.button("find-keyword", "As a keyword", "", () -> keep(Search.Becomes.KEYWORD)),
        Words.spring(),
        Actions.button("find-back", "Back", "Backspace", this::back));
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
    Optional<Material> now = state.outcome().map(Outcome::end);
    if (now.isEmpty()) {
      material = Optional.empty();
      index = Optional.empty();
      hits.show(List.of(), Passage::text);
      place.cut().clear();
      return;
    }
    if (!isSame(now.get())) {
      material = now;
      index = Optional.empty();
      int turn = asked.incrementAndGet();
      frame.answer("gathering what is known", 0);
      place
          .session()
          .aside(
              () -> FindIndex.of(Passages.of(now.get()), KeptIndexes.ofUser(), Progress.NONE),
              made -> {
                if (asked.get() == turn) {
                  index = Optional.of(made);
                  look();
                }
              });
    } else {
      selected();
    }
  }

  @SuppressWarnings("ReferenceEquality") // what did not change is the very same
  private boolean isSame(Material now) {
    return material.isPresent() && material.get() == now;
  }

  /** Looks for what is typed, within the steps before; only the last that was typed is shown. */
  private void look() {
    if (index.isEmpty()) {
      return;
    }
    int turn = asked.incrementAndGet();
    FindIndex of = index.get();
    List<Question> all = asked();
    List<Found.Where> chosen = List.copyOf(where);
    place
        .session()
        .aside(
            () ->
                asked.get() == turn
                    ? Optional.of(Found.in(of, all, chosen))
                    : Optional.<Found>empty(),
            found -> {
              if (asked.get() == turn) {
                found.ifPresent(this::show);
              }
            });
  }

  /** What was typed so far, the last not taken yet; a value that is being typed is none of it. */
  private List<String> typed() {
    return Stream.concat(questions.stream(), Stream.of(words.getText()))
        .filter(text -> !text.isBlank() && !VALUE.matcher(text).matches())
        .toList();
  }

  private List<Question> asked() {
    return typed().stream().map(Question::parse).toList();
  }

  private void show(Found found) {
    counts = found.counts();
    hits.show(found.hits(), hit -> hit);
    frame.answer(
        Phrase.of(
            "%s in %s",
            Phrase.count(found.hits().size(), "hit"),
            Phrase.count(
                (int) found.hits().stream().map(Passage::about).distinct().count(), "thing")),
        0);
    showSteps();
    selected();
  }

  private void showSteps() {
    steps.getChildren().clear();
    for (int i = 0; i < questions.size(); i++) {
      int which = i;
      steps
          .getChildren()
          .add(
              step(
                  "find-step-" + i,
                  questions.get(i),
                  () -> {
                    questions.remove(which);
                    look();
                  }));
    }
    for (Found.Where each : List.copyOf(where)) {
      steps
          .getChildren()
          .add(
              step(
                  "find-where-" + each.field(),
                  each.field() + " " + each.value(),
                  () -> {
                    where.remove(each);
                    look();
                  }));
    }
    boolean any = !steps.getChildren().isEmpty();
    steps.setVisible(any);
    steps.setManaged(any);
  }

  private static Button step(String id, String text, Runnable away) {
    return Actions.small(id, text, "×", away);
  }

  private void selected() {
    Passage hit = hits.getSelectionModel().getSelectedItem();
    evidence.getChildren().clear();
    if (hit != null) {
      Label title = Words.paragraph(hit.clip(), "evidence-title");
      evidence.getChildren().addAll(title, marked(hit));
      String when =
          hit.label().isEmpty()
              ? ""
              : hit.labelOut().isEmpty() ? hit.label() : hit.label() + " – " + hit.labelOut();
      if (!when.isEmpty()) {
        evidence.getChildren().add(Words.of(when, "figures", "quiet"));
      }
    }
    showKept();
    counts.forEach(this::showValues);
    material.ifPresent(of ->
        place
            .cut()
            .show(
                of,
                List.of(),
                hit == null ? Optional.empty() : spot(of, hit),
                List.<Passage>of(),
                _ -> Optional.empty()));
  }

  /** Plays what is heard there, where the clip's media is at hand. */
  private void hear() {
    Passage hit = hits.getSelectionModel().getSelectedItem();
    if (hit == null) {
      return;
    }
    Optional<Source> source = material.flatMap(of -> of.sources().byId(hit.about()));
    if (source.isEmpty() || hit.stretch().isEmpty()) {
      place.session().tell("This is of no moment of a clip.");
      return;
    }
    sound.play(source.get(), new Span(hit.stretch().get().from(), hit.stretch().get().to()));
  }

  /** The text with what was looked for standing out. */
  private TextFlow marked(Passage hit) {
    var flow = new TextFlow();
    for (Marks.Piece piece : Marks.in(hit.text(), hit.language(), asked())) {
      var text = new Text(piece.text());
      text.getStyleClass().add(piece.isHit() ? "hit" : "plain-text");
      flow.getChildren().add(text);
    }
    flow.setId("find-text");
    return flow;
  }

  /** What was looked for so far. */
  private Search search(Search.Becomes becomes) {
    return Search.of(typed(), where, becomes);
  }

  private List<Instruction> kept() {
    return place.session().state().lot().answers().to(STRING_OUTS.id()).instructions();
  }

  /** Keeps what is looked for, and makes something of what it finds. */
  private void keep(Search.Becomes becomes) {
    takeValue();
    Search search = search(becomes);
    if (search.isEmpty()) {
      place.session().tell("Look for something first; all there is would be no string-out.");
      return;
    }
    if (kept().stream().anyMatch(each -> each.words().equals(search.written()))) {
      place.session().tell(Phrase.of("“%s” is among the string-outs already.", search.name()));
      return;
    }
    place
        .session()
        .changeLot(
            lot -> {
              String id = lot.answers().newInstructionId(STRING_OUTS.id());
              return lot.withAnswers(
                      lot.answers()
                          .plus(Instruction.of(id, STRING_OUTS.id(), StringOutsPass.FOUND, search)))
                  .withSheet(lot.sheet().withSwitched(STRING_OUTS.id(), true));
            },
            Phrase.of(
                "kept “%s” as a %s; it is made in String-outs", search.name(), becomes.word()));
  }

  private void showKept() {
    var lines = new VBox(2);
    for (Instruction each : kept()) {
      try {
        Search search = Search.parse(each.words());
        Button again =
            Actions.small(
                "find-kept-" + search.name(),
                search.name(),
                search.becomes().word(),
                () -> again(search));
        again.setMaxWidth(Region.USE_PREF_SIZE);
        lines.getChildren().add(again);
      } catch (IllegalArgumentException e) {
        // The engine has said so.
      }
    }
    if (!lines.getChildren().isEmpty()) {
      evidence.getChildren().addAll(Words.section("Kept, made in String-outs"), lines);
    }
  }

  private void again(Search search) {
    questions.clear();
    search.words().forEach(its -> questions.add(its + " "));
    where.clear();
    where.addAll(search.where());
    words.clear();
    look();
  }

  private void showValues(String field, Map<String, Integer> values) {
    evidence.getChildren().add(Words.section(field));
    var lines = new VBox(2);
    values.entrySet().stream()
        .limit(MOST_VALUES)
        .forEach(entry -> {
          Button choose =
              Actions.small(
                  "find-" + field + "-" + entry.getKey(),
                  entry.getKey(),
                  Phrase.number(entry.getValue()),
                  () -> choose(field, entry.getKey()));
          choose.setMaxWidth(Region.USE_PREF_SIZE);
          lines.getChildren().add(choose);
        });
    if (values.size() > MOST_VALUES) {
      lines
          .getChildren()
          .add(Words.of(Phrase.of("%,d more", values.size() - MOST_VALUES), "quiet"));
    }
    evidence.getChildren().add(lines);
  }

  private void choose(String field, String value) {
    var chosen = new Found.Where(field, value);
    if (!where.contains(chosen)) {
      where.add(chosen);
      look();
    }
  }

  /** Where a hit is seen: in the timeline that it is in, else where its source is used first. */
  private static Optional<CutSpot> spot(Material material, Passage hit) {
    boolean isOfTimeline = material.sources().byId(hit.about()).isEmpty();
    return isOfTimeline
        ? hit.place()
            .flatMap(place ->
                hit.stretch().map(stretch -> new CutSpot(place, stretch.from(), stretch.to())))
        : CutSpot.ofSource(material, hit.about());
  }

  private void key(KeyEvent event) {
    switch (event.getCode()) {
      case ENTER -> {
        if (event.isShortcutDown()) {
          keep(Search.Becomes.STRING_OUT);
        } else {
          narrow();
        }
      }
      case DOWN -> hits.requestFocus();
      case BACK_SPACE -> {
        if (!words.getText().isEmpty()) {
          return;
        }
        back();
      }
      default -> {
        return;
      }
    }
    event.consume();
  }

  private void keyInRows(KeyEvent event) {
    if (event.getCode() == KeyCode.SPACE) {
      place.cut().open();
      event.consume();
    } else if (event.getCode() == KeyCode.H) {
      hear();
      event.consume();
    } else if (event.getCode() == KeyCode.ENTER && event.isShortcutDown()) {
      keep(Search.Becomes.STRING_OUT);
      event.consume();
    } else if (event.getCode() == KeyCode.BACK_SPACE) {
      back();
      event.consume();
    }
  }

  /** From now on everything is looked for within what was found. */
  private void narrow() {
    if (!takeValue() && !words.getText().isBlank()) {
      questions.add(words.getText().strip() + " ");
      words.clear();
    }
  }

  /** Chooses the value that is typed, if it is one. */
  private boolean takeValue() {
    Matcher value = VALUE.matcher(words.getText());
    if (!value.matches()) {
      return false;
    }
    words.clear();
    choose(value.group(1), value.group(2).strip());
    return true;
  }

  /** Takes the last step back. */
  private void back() {
    if (!where.isEmpty()) {
      where.removeLast();
    } else if (!questions.isEmpty()) {
      questions.removeLast();
    }
    look();
  }

  @Override
  public void focus() {
    words.requestFocus();
  }

  @Override
  public void find(String text) {
    words.setText(text);
  }

  @Override
  public List<KeyHint> keys() {
    return List.of(
        new KeyHint("Enter", "look within what was found"),
        new KeyHint("Ctrl Enter", "make a string-out of what is found"),
        new KeyHint("day=…, time=…..…", "values and ranges are typed, too"),
        new KeyHint("Backspace", "one step back"),
        new KeyHint("Down", "to the hits"),
        new KeyHint("Space", "see it in the cut"),
        new KeyHint("H", "hear it"));
  }
}
