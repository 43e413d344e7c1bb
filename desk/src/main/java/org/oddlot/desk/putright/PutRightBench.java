package org.oddlot.desk.putright;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.oddlot.desk.kit.Actions;
import org.oddlot.desk.kit.Bench;
import org.oddlot.desk.kit.BenchFrame;
import org.oddlot.desk.kit.ChoiceLines;
import org.oddlot.desk.kit.Facts;
import org.oddlot.desk.kit.Overlay;
import org.oddlot.desk.kit.SettingsBar;
import org.oddlot.desk.kit.Sheet;
import org.oddlot.desk.kit.StandingMark;
import org.oddlot.desk.kit.Tabs;
import org.oddlot.desk.kit.Words;
import org.oddlot.desk.session.Session;
import org.oddlot.desk.session.State;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Judged;
import org.oddlot.pass.Matter;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.Standing;
import org.oddlot.pass.putright.ByHand;
import org.oddlot.pass.putright.ClockTrial;
import org.oddlot.pass.putright.Correction;
import org.oddlot.pass.putright.PutRightFinding;
import org.oddlot.pass.putright.PutRightPass;
import org.oddlot.text.Phrase;

/** The bench of Put right: the day map, and what does not fit under it. */
public final class PutRightBench implements Bench {
  private final PutRightPass pass = new PutRightPass();
  private final Session session;
  private final Overlay overlay;
  private final BenchFrame frame = new BenchFrame(pass.question());
  private final SettingsBar settings;
  private final Tabs<DayTab> days = new Tabs<>(_ -> refresh());
  private final Tabs<Listing> listings = new Tabs<>(_ -> refresh());
  private final StackPane listing = new StackPane();
  private final HandPane entries;
  private final HandPane clips;
  private final DayMap map = new DayMap(this::tryShift);
  private final Label trial = Words.of("", "trial");
  private final Sheet<Judged> rows =
      new Sheet<>("putright-rows", "Nothing stands between the papers and the clips.");
  private final VBox evidence = new VBox(6);
  private final Button accept;
  private final Button decline;
  private final Button takeBack;
  private final Button type;
  private Optional<StepOutcome> step = Optional.empty();

  /** What the pass looked at, with what was put right by hand. */
  private Optional<Matter> put = Optional.empty();

  private final Map<String, ClockTrial> trials = new LinkedHashMap<>();
  private Optional<Long> tried = Optional.empty();
  private int picked;
  private String find = "";

  /** What is listed under the map. */
  private enum Listing {
    FINDINGS,
    ENTRIES,
    CLIPS
  }

  /** A day that can be looked at; empty for all of them over each other. */
  private record DayTab(Optional<LocalDate> day) {
    @Override
    public String toString() {
      return day.map(LocalDate::toString).orElse("all days");
    }
  }

  /** The bench for {@code session}; questions are laid over the window by {@code overlay}. */
  public PutRightBench(Session session, Overlay overlay) {
    this.session = session;
    this.overlay = overlay;
    entries = new HandPane(overlay, true, this::say);
    clips = new HandPane(overlay, false, this::say);
    evidence.getStyleClass().add("evidence");
    evidence.setId("putright-evidence");
    trial.setId("putright-trial");
    settings =
        new SettingsBar(
            pass.settings(),
            (setting, value) ->
                session.changeSheet(
                    sheet ->
                        sheet.withSettings(
                            pass.id(), sheet.settings(pass.id()).with(setting, value)),
                    "set the tolerance to " + value + " frames"));
    accept = Actions.main("accept", "Accept", "Enter", this::accept);
    decline = Actions.button("decline", "Decline", "Del", this::decline);
    takeBack = Actions.button("take-back", "Take back", "Backspace", this::takeBack);
    type = Actions.button("type-it", "Type it…", "T", this::type);
    rows.nodes("", 24, judged -> new StandingMark(judged.standing()));
    rows.words("What does not fit", 330, PutRightBench::what);
    rows.words("Now", 80, judged -> fact(judged, "now"), "figures");
    rows.words("If put right", 90, PutRightBench::then, "figures");
    rows.words("How", 180, PutRightBench::how, "quiet");
    rows.getSelectionModel().selectedItemProperty().addListener((_, _, judged) -> select(judged));
    rows.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
    var top = new HBox(days, Words.spring(), settings);
    top.setAlignment(Pos.CENTER_LEFT);
    top.getStyleClass().add("tab-line");
    var below =
        new HBox(
            14,
            Words.of("drag a log’s row to try a shift, the wheel zooms", "quiet"),
            trial,
            Words.spring(),
            Actions.button("zoom-day", "Whole day", "Home", map::wholeDay),
            Actions.button("zoom-hour", "An hour", "", () -> map.look(3600)),
            Actions.button("zoom-frames", "Frames", "", () -> map.look(3)));
    below.setAlignment(Pos.CENTER_LEFT);
    below.getStyleClass().add("day-line");
    var lists = new HBox(listings);
    lists.getStyleClass().add("tab-line");
    frame.with(listing, top, map, below, lists, listing);
  }

  private static PutRightFinding finding(Judged judged) {
    return (PutRightFinding) judged.finding();
  }

  private static String what(Judged judged) {
    PutRightFinding finding = finding(judged);
    return finding.title() + ": " + finding.headline();
  }

  private static String fact(Judged judged, String what) {
    return judged.finding().evidence().stream()
        .filter(e -> e.what().equals(what))
        .map(Evidence::value)
        .findFirst()
        .orElse("");
  }

  private static String then(Judged judged) {
    String said = fact(judged, "then");
    return said.isEmpty()
        ? chosen(judged).stream()
            .flatMap(choice -> choice.evidence().stream())
            .filter(e -> e.what().equals("matches"))
            .map(Evidence::value)
            .findFirst()
            .orElse("")
        : said;
  }

  private static String how(Judged judged) {
    boolean byHand =
        finding(judged).correction() instanceof ByHand
            || (judged.finding().standing() == Standing.SETTLED && judged.decision().isPresent());
    return chosen(judged).map(Choice::label).orElse(byHand ? "by hand" : "");
  }

  private static Optional<Choice> chosen(Judged judged) {
    return judged.finding().choices().stream()
        .filter(choice -> judged.chosen().contains(choice.id()))
        .findFirst();
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
  public void show(State state, Optional<StepOutcome> newStep) {
    boolean same =
        step.map(StepOutcome::before).equals(newStep.map(StepOutcome::before))
            && newStep.isPresent();
    step = newStep;
    put = newStep.map(s -> ByHand.applied(state.lot().decisions(), s.before()));
    if (!same) {
      trials.clear();
    }
    tried = Optional.empty();
    settings.show(state.lot().sheet().settings(pass.id()));
    List<DayTab> tabs = new ArrayList<>();
    List<LocalDate> all = put.map(DayLanes::days).orElse(List.of());
    if (all.size() != 1) {
      tabs.add(new DayTab(Optional.empty()));
    }
    all.stream().limit(6).forEach(day -> tabs.add(new DayTab(Optional.of(day))));
    days.show(
        tabs.stream()
            .map(tab -> new Tabs.Tab<>(tab, tab.toString(), clips(put, tab.day)))
            .toList());
    List<Judged> judged = newStep.map(StepOutcome::judged).orElse(List.of());
    int needing = (int) judged.stream().filter(j -> j.standing() == Standing.TO_LOOK_AT).count();
    frame.answer(
        judged.isEmpty()
            ? "nothing to compare"
            : Phrase.count(judged.size() - needing, "thing") + " in order",
        needing);
    refresh();
  }

  private static int clips(Optional<Matter> matter, Optional<LocalDate> day) {
    return matter
        .map(m ->
            (int)
                m.sources().all().stream()
                    .filter(source -> day.isEmpty() || source.recorded().equals(day))
                    .count())
        .orElse(0);
  }

  private void refresh() {
    String part = find.strip().toLowerCase(java.util.Locale.ROOT);
    Optional<LocalDate> day = Optional.ofNullable(days.chosen()).flatMap(DayTab::day);
    Optional<Matter> now = step.map(StepOutcome::after);
    entries.show(now, day, part);
    clips.show(now, day, part);
    listings.show(
        List.of(
            new Tabs.Tab<>(
                Listing.FINDINGS,
                "Findings",
                step.map(StepOutcome::judged).orElse(List.of()).size()),
            new Tabs.Tab<>(Listing.ENTRIES, "Log entries", entries.size()),
            new Tabs.Tab<>(Listing.CLIPS, "Clips", clips.size())));
    switch (listed()) {
      case FINDINGS -> {
        listing.getChildren().setAll(rows);
        frame.withActions(Words.spring(), takeBack, type, decline, accept);
      }
      case ENTRIES -> list(entries);
      case CLIPS -> list(clips);
    }
    rows.show(
        step.map(StepOutcome::judged).orElse(List.of()).stream()
            .filter(judged ->
                (what(judged) + judged.reason()).toLowerCase(java.util.Locale.ROOT).contains(part))
            .sorted(
                Comparator.comparing((Judged j) -> j.standing() != Standing.TO_LOOK_AT)
                    .thenComparing(j -> j.decision().isEmpty()))
            .toList(),
        judged -> judged.finding().id());
    select(rows.getSelectionModel().getSelectedItem());
  }

  private Listing listed() {
    return Optional.ofNullable(listings.chosen()).orElse(Listing.FINDINGS);
  }

  private void list(HandPane pane) {
    listing.getChildren().setAll(pane.node());
    frame.withActions(pane.actions().toArray(Node[]::new));
  }

  private Optional<Judged> selected() {
    return Optional.ofNullable(rows.getSelectionModel().getSelectedItem());
  }

  private void select(@Nullable Judged judged) {
    tried = Optional.empty();
    trial.setText("");
    picked = judged == null ? 0 : indexOfChosen(judged);
    boolean clock = judged != null && finding(judged).correction() instanceof Correction.Clock;
    accept.setDisable(judged == null || (finding(judged).choices().isEmpty() && tried.isEmpty()));
    decline.setDisable(judged == null || judged.standing() != Standing.TO_LOOK_AT);
    takeBack.setVisible(judged != null && judged.decision().isPresent());
    type.setVisible(
        clock || (judged != null && finding(judged).correction() instanceof Correction.Day));
    showMap(judged);
    showEvidence(judged);
  }

  private static int indexOfChosen(Judged judged) {
    List<Choice> choices = judged.finding().choices();
    for (int i = 0; i < choices.size(); i++) {
      if (judged.chosen().contains(choices.get(i).id())) {
        return i;
      }
    }
    return -1;
  }

  private void showMap(@Nullable Judged judged) {
    Optional<LocalDate> day = Optional.ofNullable(days.chosen()).flatMap(DayTab::day);
    map.show(
        put.map(matter -> DayLanes.of(matter, day))
            .orElse(new DayLanes(List.of(), Optional.empty())),
        Optional.ofNullable(judged).flatMap(PutRightBench::paper),
        shiftOf(judged));
  }

  private static Optional<String> paper(Judged judged) {
    return finding(judged).correction() instanceof Correction.Clock clock
        ? Optional.of(clock.paper())
        : Optional.empty();
  }

  /** By how many seconds the log is moved: as is tried, chosen or proposed. */
  private double shiftOf(@Nullable Judged judged) {
    if (judged == null || !(finding(judged).correction() instanceof Correction.Clock clock)) {
      return 0;
    }
    long frames =
        tried.orElseGet(() ->
            picked >= 0 && picked < judged.finding().choices().size()
                ? Long.parseLong(judged.finding().choices().get(picked).id())
                : judged.decision().filter(Decision::isAccepted).stream()
                    .flatMap(d -> d.chosen().stream())
                    .findFirst()
                    .map(Long::parseLong)
                    .orElse(0L));
    return (double) frames / clock.rate().nominal();
  }

  private void tryShift(String paper, double seconds) {
    Optional<Judged> about =
        rows.getItems().stream()
            .filter(judged -> paper(judged).filter(paper::equals).isPresent())
            .findFirst();
    if (about.isEmpty()) {
      return;
    }
    if (selected().filter(about.get()::equals).isEmpty()) {
      rows.getSelectionModel().select(about.get());
    }
    var clock = (Correction.Clock) finding(about.get()).correction();
    long frames = Math.round(seconds * clock.rate().nominal());
    tried = Optional.of(frames);
    map.tryShift(Optional.of(paper), seconds);
    trial(clock)
        .ifPresent(t ->
            trial.setText(
                Phrase.of(
                    "%s: %d of %d match", inWords(frames, clock), t.matches(frames), t.total())));
    accept.setDisable(false);
  }

  private static String inWords(long frames, Correction.Clock clock) {
    return frames == 0
        ? "not moved"
        : org.oddlot.time.RationalTime.of(Math.abs(frames), clock.rate()).inWords()
            + (frames < 0 ? " earlier" : " later");
  }

  private Optional<ClockTrial> trial(Correction.Clock clock) {
    String key = clock.paper() + clock.cameras();
    if (!trials.containsKey(key)) {
      step.flatMap(s ->
              ClockTrial.of(
                  put.orElse(s.before()), clock, s.settings().number(PutRightPass.TOLERANCE)))
          .ifPresent(t -> trials.put(key, t));
    }
    return Optional.ofNullable(trials.get(key));
  }

  private void showEvidence(@Nullable Judged judged) {
    evidence.getChildren().clear();
    if (listed() != Listing.FINDINGS) {
      evidence
          .getChildren()
          .addAll(
              Words.paragraph("By hand", "evidence-title"),
              Words.paragraph(
                  "What you set for the chosen rows stands among the findings and can be taken"
                      + " back there. Everything is looked at again with it.",
                  "quiet"));
      return;
    }
    if (judged == null) {
      evidence.getChildren().add(Words.paragraph("Choose a row to see what it rests on.", "quiet"));
      return;
    }
    PutRightFinding finding = finding(judged);
    evidence.getChildren().add(Words.paragraph(finding.title(), "evidence-title"));
    evidence.getChildren().add(Words.paragraph(sentence(judged.reason()), "reason"));
    if (!finding.choices().isEmpty()) {
      evidence.getChildren().add(Words.section("What can be done"));
    }
    evidence.getChildren().addAll(ChoiceLines.of(finding.choices(), picked, this::pick));
    if (finding.correction() instanceof Correction.Clock clock
        && finding.standing() != Standing.SETTLED) {
      trial(clock)
          .ifPresent(t ->
              evidence
                  .getChildren()
                  .addAll(
                      Words.section("Entries that fall on clips, by shift"),
                      new ShiftChart(
                          288, t, Math.round(shiftOf(judged) * clock.rate().nominal()))));
    }
    if (!finding.evidence().isEmpty()) {
      evidence.getChildren().addAll(Words.section("Why believe it"), Facts.of(finding.evidence()));
    }
    evidence.getChildren().add(Words.section("Will change"));
    evidence.getChildren().add(Words.paragraph(willChange(judged), "will-write"));
  }

  private static String willChange(Judged judged) {
    if (judged.finding().standing() == Standing.SETTLED && judged.decision().isEmpty()) {
      return "Nothing.";
    }
    return switch (finding(judged).correction()) {
      case Correction.Clock _, Correction.Rate _ ->
          "The times of the log’s entries, in this lot only. The paper stays as it is.";
      case Correction.Day _ ->
          "The date of the entries, in this lot only; or that of the clips, in the file that is"
              + " written.";
      case Correction.Start start ->
          Phrase.of(
              "The start of %d sources, and every use of them in timelines with it: each record"
                  + " frame still shows the same picture.",
              start.sources().size());
      case ByHand hand ->
          hand.kind().isOfEntries()
              ? "The entries, in this lot only. The paper stays as it is."
              : "The clips, in the file that is written.";
      case Correction.Spelling _ ->
          "How the log’s entries call them, in this lot only. The paper stays as it is.";
      case Correction.Rename rename ->
          Phrase.of(
              "The names of %d clips and of their uses, in the file that is written.",
              rename.names().size());
    };
  }

  private static String sentence(String reason) {
    return Character.toUpperCase(reason.charAt(0)) + reason.substring(1) + ".";
  }

  private void pick(int index) {
    selected()
        .filter(judged -> index < judged.finding().choices().size())
        .ifPresent(judged -> {
          picked = index;
          tried = Optional.empty();
          trial.setText("");
          showMap(judged);
          showEvidence(judged);
        });
  }

  private void key(KeyEvent event) {
    if (event.isShortcutDown() || event.isAltDown()) {
      return;
    }
    boolean used = true;
    switch (event.getCode()) {
      case ENTER -> accept();
      case DELETE -> decline();
      case BACK_SPACE -> takeBack();
      case T -> type();
      case M -> map.requestFocus();
      case DIGIT1, DIGIT2, DIGIT3, DIGIT4 -> pick(Integer.parseInt(event.getCode().getChar()) - 1);
      default -> used = false;
    }
    if (used) {
      event.consume();
    }
  }

  private void accept() {
    selected()
        .ifPresent(judged -> {
          List<Choice> choices = judged.finding().choices();
          if (tried.isPresent()) {
            decide(judged, tried.get().toString());
          } else if (picked >= 0 && picked < choices.size()) {
            decide(judged, choices.get(picked).id());
          } else {
            session.tell("Choose what is to be done first, by its number.");
          }
        });
  }

  private void decide(Judged judged, String chosen) {
    session.decide(
        judged.finding().id(),
        Optional.of(Decision.accept(List.of(chosen))),
        "put right " + finding(judged).title());
  }

  /** Says what a person put right by hand, as a decision of its own. */
  private void say(ByHand hand, String what) {
    session.decide(
        ByHand.newId(session.state().lot().decisions().keySet()),
        Optional.of(hand.toDecision()),
        what + ": " + hand.words());
  }

  private void decline() {
    selected()
        .ifPresent(judged ->
            session.decide(
                judged.finding().id(),
                Optional.of(Decision.decline()),
                "left " + finding(judged).title() + " as it is"));
  }

  private void takeBack() {
    selected()
        .filter(judged -> judged.decision().isPresent())
        .ifPresent(judged ->
            session.decide(
                judged.finding().id(),
                Optional.empty(),
                "took back what was said of " + finding(judged).title()));
  }

  private void type() {
    selected()
        .ifPresent(judged -> {
          var typed =
              new TypedCorrection(
                  finding(judged).correction(),
                  chosen -> {
                    overlay.close();
                    decide(judged, chosen);
                  });
          overlay.open(typed.node(), typed.first());
        });
  }

  @Override
  public void focus() {
    switch (listed()) {
      case FINDINGS -> rows.requestFocus();
      case ENTRIES -> entries.focus();
      case CLIPS -> clips.focus();
    }
  }

  @Override
  public void find(String text) {
    find = text;
    refresh();
  }

  @Override
  public List<KeyHint> keys() {
    return List.of(
        new KeyHint("↑ ↓", "the row before, the next row"),
        new KeyHint("1 … 4", "choose what is to be done"),
        new KeyHint("Enter", "accept what is chosen, or the shift that is tried"),
        new KeyHint("Delete", "leave it as it is"),
        new KeyHint("T", "type a shift or a date"),
        new KeyHint("D  R  S", "in the lists: set the date, the rate, the start of what is chosen"),
        new KeyHint("M", "to the day map"),
        new KeyHint("← →  + −", "on the map: along the day, zoom"),
        new KeyHint("Shift ← →", "on the map: try a frame more, with Ctrl a second"),
        new KeyHint("Backspace", "take back what was said of this row"));
  }
}
