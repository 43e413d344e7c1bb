package org.oddlot.desk.tag;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.oddlot.desk.kit.Actions;
import org.oddlot.desk.kit.Bench;
import org.oddlot.desk.kit.BenchFrame;
import org.oddlot.desk.kit.Facts;
import org.oddlot.desk.kit.SettingsBar;
import org.oddlot.desk.kit.Sheet;
import org.oddlot.desk.kit.StandingMark;
import org.oddlot.desk.kit.Tabs;
import org.oddlot.desk.kit.Words;
import org.oddlot.desk.session.Session;
import org.oddlot.desk.session.State;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Judged;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.PlacedClip;
import org.oddlot.pass.Setting;
import org.oddlot.pass.Standing;
import org.oddlot.pass.tag.Mark;
import org.oddlot.pass.tag.NamePattern;
import org.oddlot.pass.tag.Note;
import org.oddlot.pass.tag.TagFinding;
import org.oddlot.pass.tag.TagPass;
import org.oddlot.profile.Field;
import org.oddlot.text.Phrase;

/** The bench of Name and tag: what is written into each clip, and what would be overwritten. */
public final class TagBench implements Bench {
  private enum Group {
    ALL,
    NEEDS_YOU,
    DECLINED
  }

  private final TagPass pass = new TagPass();
  private final Session session;
  private final BenchFrame frame = new BenchFrame(pass.question());
  private final SettingsBar settings;
  private final Tabs<Group> tabs = new Tabs<>(_ -> refresh());
  private final Sheet<Judged> rows =
      new Sheet<>("tag-rows", "Nothing is matched yet. What is matched is written from here.");
  private final VBox evidence = new VBox(6);
  private final Button accept;
  private final Button decline;
  private final Button takeBack;
  private final SettingsBar names;
  private final javafx.scene.control.Label preview = Words.of("", "quiet");
  private List<Judged> all = List.of();
  private String find = "";

  /** The bench for {@code session}. */
  public TagBench(Session session) {
    this.session = session;
    settings =
        new SettingsBar(
            List.of(
                TagPass.KEYWORDS, TagPass.BINS, TagPass.SELECTS, TagPass.USES, TagPass.OVERWRITE),
            this::set);
    names = new SettingsBar(List.of(TagPass.NAME), this::set);
    evidence.getStyleClass().add("evidence");
    evidence.setId("tag-evidence");
    accept = Actions.main("accept", "Accept", "Enter", () -> decide(Decision.accept(), "accepted"));
    decline =
        Actions.button(
            "decline",
            "Leave this clip alone",
            "Del",
            () -> decide(Decision.decline(), "left alone"));
    takeBack = Actions.button("take-back", "Take back", "Backspace", this::takeBack);
    columns();
    var line = new javafx.scene.layout.HBox(tabs);
    line.getStyleClass().add("tab-line");
    preview.setId("name-preview");
    names.getChildren().addListener((javafx.collections.ListChangeListener<Node>) _ -> follow());
    var naming = new javafx.scene.layout.HBox(12, names, preview);
    naming.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
    frame
        .with(rows, naming, settings, line, rows)
        .withActions(Words.spring(), takeBack, decline, accept);
    rows.getSelectionModel().selectedItemProperty().addListener((_, _, judged) -> select(judged));
    rows.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
  }

  private void set(Setting setting, String value) {
    session.changeSheet(
        sheet -> sheet.withSettings(pass.id(), sheet.settings(pass.id()).with(setting, value)),
        Phrase.of("set \"%s\" to %s", setting.title(), value.isEmpty() ? "nothing" : value));
  }

  /** Shows what a pattern makes of the lot's own clips while it is typed. */
  private void follow() {
    if (names.lookup("#setting-name") instanceof TextField field) {
      field.setPrefColumnCount(26);
      field.setPromptText("{scene}{shot}[-{take:2}][ {camera}][-{n}]");
      field.textProperty().addListener((_, _, text) -> preview(text));
      preview(field.getText());
    }
  }

  private void preview(String text) {
    Optional<String> problem = text.isBlank() ? Optional.empty() : NamePattern.problem(text);
    preview.getStyleClass().setAll("label", problem.isPresent() ? "trouble" : "quiet");
    if (text.isBlank()) {
      preview.setText("clips keep their names");
    } else if (problem.isPresent()) {
      preview.setText(problem.get());
    } else {
      NamePattern pattern = NamePattern.parse(text);
      preview.setText(
          all.stream()
              .map(judged -> (TagFinding) judged.finding())
              .filter(finding -> !finding.tokens().getOrDefault("take", "").isEmpty())
              .limit(3)
              .map(finding -> finding.title() + " → " + pattern.name(finding.tokens()))
              .collect(Collectors.joining("   ")));
    }
  }

  private void columns() {
    rows.nodes("", 24, judged -> new StandingMark(judged.standing()));
    rows.words("Clip", 92, judged -> judged.finding().title());
    rows.words("New name", 96, judged -> ((TagFinding) judged.finding()).newName().orElse(""));
    rows.words("Scene", 58, judged -> note(judged, Field.SCENE));
    rows.words("Take", 50, judged -> note(judged, Field.TAKE));
    rows.words("Cam", 48, judged -> note(judged, Field.CAMERA));
    rows.words("Circled", 68, judged -> note(judged, Field.CIRCLED).isEmpty() ? "" : "yes");
    rows.words("Notes", 150, judged -> note(judged, Field.NOTES));
    rows.words("Marks", 84, TagBench::marks);
    rows.words("From", 90, judged -> from((TagFinding) judged.finding()), "quiet");
  }

  private static String note(Judged judged, Field field) {
    return ((TagFinding) judged.finding())
        .notes().stream()
            .filter(note -> note.field() == field)
            .map(Note::words)
            .findFirst()
            .orElse("")
            .replace('\n', ' ');
  }

  private static String marks(Judged judged) {
    return ((TagFinding) judged.finding())
        .marks().stream().map(Mark::name).collect(Collectors.joining(", "));
  }

  private static String from(TagFinding finding) {
    return finding.entries().stream()
        .map(entry -> Integer.toString(entry.row()))
        .collect(Collectors.joining(", ", finding.entries().size() == 1 ? "row " : "rows ", ""));
  }

  private void key(KeyEvent event) {
    if (event.isShortcutDown() || event.isAltDown()) {
      return;
    }
    switch (event.getCode()) {
      case ENTER -> decide(Decision.accept(), "accepted");
      case DELETE -> decide(Decision.decline(), "left alone");
      case BACK_SPACE -> takeBack();
      default -> {
        return;
      }
    }
    event.consume();
  }

  private void decide(Decision decision, String what) {
    selected()
        .ifPresent(judged ->
            session.decide(
                judged.finding().id(),
                Optional.of(decision),
                what + " " + judged.finding().title()));
  }

  private void takeBack() {
    selected()
        .filter(judged -> judged.decision().isPresent())
        .ifPresent(judged ->
            session.decide(
                judged.finding().id(),
                Optional.empty(),
                "took back what was said of " + judged.finding().title()));
  }

  private Optional<Judged> selected() {
    return Optional.ofNullable(rows.getSelectionModel().getSelectedItem());
  }

  @Override
  public String pass() {
    return pass.id();
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
  public void show(State state, Optional<StepOutcome> step) {
    all = step.map(StepOutcome::judged).orElse(List.of());
    settings.show(state.lot().sheet().settings(pass.id()));
    names.show(state.lot().sheet().settings(pass.id()));
    int needing = count(Group.NEEDS_YOU);
    frame.answer(all.size() == 1 ? "1 clip" : all.size() + " clips", needing);
    tabs.show(
        List.of(
            new Tabs.Tab<>(Group.ALL, "All", all.size()),
            new Tabs.Tab<>(Group.NEEDS_YOU, "Needs you", needing),
            new Tabs.Tab<>(Group.DECLINED, "Left alone", count(Group.DECLINED))));
    refresh();
  }

  private int count(Group group) {
    return (int) all.stream().filter(judged -> isIn(judged, group)).count();
  }

  private static boolean isIn(Judged judged, Group group) {
    return switch (group) {
      case ALL -> true;
      case NEEDS_YOU -> judged.standing() == Standing.TO_LOOK_AT;
      case DECLINED -> judged.standing() == Standing.DECLINED;
    };
  }

  private void refresh() {
    Group group = tabs.chosen() == null ? Group.ALL : tabs.chosen();
    String part = find.strip().toLowerCase(java.util.Locale.ROOT);
    rows.show(
        all.stream()
            .filter(judged -> isIn(judged, group))
            .filter(judged -> part.isEmpty() || words(judged).contains(part))
            .sorted(java.util.Comparator.comparing(j -> j.standing() != Standing.TO_LOOK_AT))
            .toList(),
        judged -> judged.finding().id());
    select(rows.getSelectionModel().getSelectedItem());
  }

  private static String words(Judged judged) {
    var finding = (TagFinding) judged.finding();
    String notes = finding.notes().stream().map(Note::words).collect(Collectors.joining(" "));
    return (finding.title() + " " + notes + " " + marks(judged)).toLowerCase(java.util.Locale.ROOT);
  }

  private void select(@Nullable Judged judged) {
    accept.setDisable(judged == null || judged.standing() == Standing.SETTLED);
    decline.setDisable(judged == null || judged.standing() == Standing.DECLINED);
    takeBack.setVisible(judged != null && judged.decision().isPresent());
    evidence.getChildren().clear();
    if (judged == null) {
      evidence.getChildren().add(Words.paragraph("Choose a clip to see what is written.", "quiet"));
      return;
    }
    var finding = (TagFinding) judged.finding();
    evidence.getChildren().add(Words.paragraph(finding.title(), "evidence-title"));
    evidence
        .getChildren()
        .add(
            finding.conflicts().isEmpty()
                ? Words.paragraph("From " + finding.reason(), "quiet")
                : Words.paragraph(finding.reason(), "reason"));
    if (!finding.conflicts().isEmpty()) {
      evidence.getChildren().addAll(Words.section("There already"), Facts.of(finding.conflicts()));
    }
    evidence.getChildren().add(Words.section("Will write"));
    var facts = new Facts();
    finding.newName().ifPresent(name -> facts.add(new Evidence("name", name, "")));
    finding.notes().forEach(note -> facts.add(new Evidence(note.title(), note.words(), "")));
    evidence.getChildren().add(facts);
    if (!finding.marks().isEmpty()) {
      evidence.getChildren().add(Words.section("Will mark"));
      finding
          .marks()
          .forEach(mark -> evidence.getChildren().add(Words.paragraph(mark.words(), "will-write")));
    }
    evidence.getChildren().add(Words.section("Into"));
    finding.source().clips().limit(12).forEach(clip -> evidence.getChildren().add(place(clip)));
  }

  private static Node place(PlacedClip clip) {
    return Words.paragraph(clip.place().path(), "quiet");
  }

  @Override
  public void focus() {
    rows.requestFocus();
  }

  @Override
  public void find(String text) {
    find = text;
    refresh();
  }

  @Override
  public List<KeyHint> keys() {
    return List.of(
        new KeyHint("↑ ↓", "the clip before, the next clip"),
        new KeyHint("Enter", "accept what would be overwritten"),
        new KeyHint("Delete", "leave this clip alone"),
        new KeyHint("Backspace", "take back what was said of this clip"));
  }
}
