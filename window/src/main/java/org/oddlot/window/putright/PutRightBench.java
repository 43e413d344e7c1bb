package org.oddlot.window.putright;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import org.oddlot.material.Material;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.putright.ByHand;
import org.oddlot.pass.putright.ClockTrial;
import org.oddlot.pass.putright.Correction;
import org.oddlot.pass.putright.PutRightAnswer;
import org.oddlot.pass.putright.PutRightFinding;
import org.oddlot.pass.putright.PutRightPass;
import org.oddlot.text.Phrase;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Tabs;
import org.oddlot.window.kit.Wording;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.State;

/** The bench of Put right: the day map, and what does not fit under it. */
public final class PutRightBench extends FindingsBench<PutRightFinding> {
  private static final String FINDINGS = "findings";

  private final Tabs<DayTab> days = new Tabs<>(_ -> dayChosen());
  private final HandPane entries;
  private final HandPane clips;
  private final DayMap map = new DayMap(this::tryShift);
  private final Label trial = Words.of("", "trial");
  private final Button type = Actions.button("type-it", "Type it…", "T", this::type);

  /** What the pass looked at, with what was put right by hand. */
  private Optional<Material> put = Optional.empty();

  private final Map<String, ClockTrial> trials = new LinkedHashMap<>();
  private Optional<Long> tried = Optional.empty();
  private String tab = "";

  /** A day that can be looked at; empty for all of them over each other. */
  private record DayTab(Optional<LocalDate> day) {
    @Override
    public String toString() {
      return day.map(LocalDate::toString).orElse("all days");
    }
  }

  /** The bench at {@code place}. */
  public PutRightBench(Place place) {
    super(
        place,
        new PutRightPass(),
        Wording.usual("putright", "thing")
            .answers("Accept", "put right", "Decline", "left as it is:")
            .where(
                "Logs and clips agree; nothing to correct.",
                "Choose a row to see what it rests on."));
    entries = new HandPane(place.overlay(), true, this::say);
    clips = new HandPane(place.overlay(), false, this::say);
    trial.setId("putright-trial");
    table.column(rows -> {
      rows.words("What does not fit", 330, PutRightBench::what);
      rows.words("Now", 80, reviewed -> fact(reviewed, "now"), "figures");
      rows.words("If put right", 90, PutRightBench::then, "figures");
      rows.words("How", 180, PutRightBench::how, "quiet");
    });
    table.rank(
        each -> (each.standing().needsAPerson() ? 0 : 2) + (each.decision().isPresent() ? 0 : 1));
    table.pane(
        "entries", "Log entries", entries.node(), entries::size, part -> list(entries, part));
    table.pane("clips", "Clips", clips.node(), clips::size, part -> list(clips, part));
    var top = new HBox(days, Words.spring(), settings(pass.settings()));
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
    type.managedProperty().bind(type.visibleProperty());
    layOut(List.of(top, map, below), type);
  }

  @Override
  protected void groups() {
    table.group(FINDINGS, "Findings", _ -> true);
  }

  private static String what(Reviewed<PutRightFinding> reviewed) {
    return reviewed.finding().title() + ": " + reviewed.finding().headline();
  }

  private static String fact(Reviewed<PutRightFinding> reviewed, String what) {
    return reviewed.finding().evidence().stream()
        .filter(e -> e.what().equals(what))
        .map(Evidence::value)
        .findFirst()
        .orElse("");
  }

  private static String then(Reviewed<PutRightFinding> reviewed) {
    String said = fact(reviewed, "then");
    return said.isEmpty()
        ? chosen(reviewed).stream()
            .flatMap(choice -> choice.evidence().stream())
            .filter(e -> e.what().equals("matches"))
            .map(Evidence::value)
            .findFirst()
            .orElse("")
        : said;
  }

  private static String how(Reviewed<PutRightFinding> reviewed) {
    boolean byHand =
        reviewed.finding().instruction().isPresent() || reviewed.decision().isPresent();
    return chosen(reviewed).map(Choice::label).orElse(byHand ? "by hand" : "");
  }

  private static Optional<Choice> chosen(Reviewed<PutRightFinding> reviewed) {
    return reviewed.finding().choices().stream()
        .filter(choice -> reviewed.chosen().contains(choice.id()))
        .findFirst();
  }

  @Override
  protected void stepped(State state, Optional<StepOutcome<PutRightFinding>> newStep) {
    trials.clear();
    put = newStep.map(its -> ByHand.applied(state.lot().answers().to(pass.id()), its.before()));
    List<DayTab> tabs = new ArrayList<>();
    List<LocalDate> all = put.map(DayLanes::days).orElse(List.of());
    if (all.size() != 1) {
      tabs.add(new DayTab(Optional.empty()));
    }
    all.stream().limit(6).forEach(day -> tabs.add(new DayTab(Optional.of(day))));
    days.show(
        tabs.stream()
            .map(each -> new Tabs.Tab<>(each, each.toString(), clips(put, each.day)))
            .toList());
    list(entries, "");
    list(clips, "");
  }

  private void list(HandPane pane, String part) {
    pane.show(step().map(StepOutcome::after), day(), part);
  }

  private Optional<LocalDate> day() {
    return Optional.ofNullable(days.chosen()).flatMap(DayTab::day);
  }

  private void dayChosen() {
    list(entries, "");
    list(clips, "");
    table.show(table.all());
  }

  private static int clips(Optional<Material> material, Optional<LocalDate> day) {
    return material
        .map(m ->
            (int)
                m.sources().all().stream()
                    .filter(source -> day.isEmpty() || source.recorded().equals(day))
                    .count())
        .orElse(0);
  }

  @Override
  protected String answer() {
    long needing = table.all().stream().filter(each -> each.standing().needsAPerson()).count();
    return table.all().isEmpty()
        ? "nothing to compare"
        : Phrase.count((int) (table.all().size() - needing), "thing") + " in order";
  }

  @Override
  protected void selected(Optional<Reviewed<PutRightFinding>> reviewed) {
    tried = Optional.empty();
    trial.setText("");
    type.setVisible(
        reviewed
            .map(its -> its.finding().correction())
            .filter(c -> c instanceof Correction.Clock || c instanceof Correction.Day)
            .isPresent());
    if (!tab.equals(table.chosen())) {
      tab = table.chosen();
      switch (tab) {
        case "entries" -> frame.withActions(entries.actions().toArray(Node[]::new));
        case "clips" -> frame.withActions(clips.actions().toArray(Node[]::new));
        default -> actions(type);
      }
    }
    showMap(reviewed);
  }

  @Override
  public void picked() {
    tried = Optional.empty();
    trial.setText("");
    showMap(table.current());
    super.picked();
  }

  private void showMap(Optional<Reviewed<PutRightFinding>> reviewed) {
    map.show(
        put.map(material -> DayLanes.of(material, day()))
            .orElse(new DayLanes(List.of(), Optional.empty())),
        reviewed.flatMap(PutRightBench::paper),
        reviewed.map(this::shiftOf).orElse(0.0));
  }

  private static Optional<String> paper(Reviewed<PutRightFinding> reviewed) {
    return clock(reviewed).map(Correction.Clock::paper);
  }

  private static Optional<Correction.Clock> clock(Reviewed<PutRightFinding> reviewed) {
    return reviewed.finding().correction() instanceof Correction.Clock clock
        ? Optional.of(clock)
        : Optional.empty();
  }

  /** By how many seconds the log is moved: as is tried, chosen or proposed. */
  private double shiftOf(Reviewed<PutRightFinding> reviewed) {
    return clock(reviewed)
        .map(clock -> {
          long frames =
              tried
                  .or(() -> shift(List.copyOf(decisions.picked())))
                  .or(() -> shift(reviewed.chosen()))
                  .orElse(0L);
          return (double) frames / clock.rate().nominal();
        })
        .orElse(0.0);
  }

  private static Optional<Long> shift(List<String> words) {
    return !words.isEmpty()
            && PutRightAnswer.CODEC.decode(words) instanceof PutRightAnswer.Shift(long frames)
        ? Optional.of(frames)
        : Optional.empty();
  }

  private void tryShift(String paper, double seconds) {
    Optional<Reviewed<PutRightFinding>> about =
        table.sheet().getItems().stream()
            .filter(reviewed -> paper(reviewed).filter(paper::equals).isPresent())
            .findFirst();
    if (about.isEmpty()) {
      return;
    }
    if (table.current().filter(about.get()::equals).isEmpty()) {
      table.sheet().getSelectionModel().clearSelection();
      table.sheet().getSelectionModel().select(about.get());
    }
    Correction.Clock clock = clock(about.get()).orElseThrow();
    long frames = Math.round(seconds * clock.rate().nominal());
    tried = Optional.of(frames);
    map.tryShift(Optional.of(paper), seconds);
    trial(clock)
        .ifPresent(t ->
            trial.setText(
                Phrase.of(
                    "%s: %,d of %,d match", inWords(frames, clock), t.matches(frames), t.total())));
    decisions.acceptButton().setDisable(false);
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
      step()
          .flatMap(its ->
              ClockTrial.of(
                  put.orElse(its.before()), clock, its.settings().get(PutRightPass.TOLERANCE)))
          .ifPresent(t -> trials.put(key, t));
    }
    return Optional.ofNullable(trials.get(key));
  }

  @Override
  protected void showOther() {
    if (table.showsFindings()) {
      super.showOther();
      return;
    }
    evidence
        .getChildren()
        .addAll(
            Words.paragraph("By hand", "evidence-title"),
            Words.paragraph(
                "What you set for the chosen rows stands among the findings and can be taken"
                    + " back there. Everything is looked at again with it.",
                "quiet"));
  }

  @Override
  protected void showEvidence(Reviewed<PutRightFinding> reviewed) {
    evidence.getChildren().add(Words.paragraph(sentence(reviewed.reason()), "reason"));
    showChoices(reviewed, "What can be done");
    clock(reviewed)
        .filter(_ -> reviewed.finding().standing() != Standing.SETTLED)
        .ifPresent(clock ->
            trial(clock)
                .ifPresent(t ->
                    evidence
                        .getChildren()
                        .addAll(
                            Words.section("Entries that fall on clips, by shift"),
                            new ShiftChart(
                                288, t, Math.round(shiftOf(reviewed) * clock.rate().nominal())))));
    showFacts(reviewed, "Why believe it");
    evidence.getChildren().add(Words.section("Will change"));
    evidence.getChildren().add(Words.paragraph(willChange(reviewed), "will-write"));
  }

  private static String willChange(Reviewed<PutRightFinding> reviewed) {
    if (reviewed.finding().standing() == Standing.SETTLED
        && reviewed.decision().isEmpty()
        && reviewed.finding().instruction().isEmpty()) {
      return "Nothing.";
    }
    return switch (reviewed.finding().correction()) {
      case Correction.Clock _, Correction.Stretches _, Correction.Rate _, Correction.Counting _ ->
          "The times of the log’s entries, in this lot only. The paper stays as it is.";
      case Correction.Day _ ->
          "The date of the entries, in this lot only; or that of the clips, in the file that is"
              + " written; or neither.";
      case Correction.Start start ->
          Phrase.of(
              "The start of %,d sources, and every use of them in timelines with it: each record"
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
              "The names of %,d clips and of their uses, in the file that is written.",
              rename.names().size());
    };
  }

  @Override
  public Optional<Decision> acceptance(Reviewed<PutRightFinding> reviewed, Set<String> picked) {
    return tried
        .filter(_ -> table.current().filter(reviewed::equals).isPresent())
        .map(frames -> Decision.accept(PutRightAnswer.CODEC, new PutRightAnswer.Shift(frames)))
        .or(() ->
            picked.isEmpty()
                ? Optional.empty()
                : Optional.of(Decision.accept(List.copyOf(picked))));
  }

  @Override
  public String whyNot(Reviewed<PutRightFinding> reviewed) {
    return "First choose what to do, by its number.";
  }

  /** Orders what a person put right by hand. */
  private void say(ByHand hand, String what) {
    session.order(pass.id(), ByHand.CODEC, hand, what + ": " + hand.words());
  }

  private void type() {
    table
        .current()
        .filter(_ -> type.isVisible())
        .ifPresent(reviewed ->
            TypedCorrection.ask(
                place.overlay(),
                reviewed.finding().correction(),
                answer ->
                    session.decide(
                        List.of(reviewed.finding().id()),
                        Optional.of(Decision.accept(PutRightAnswer.CODEC, answer)),
                        "put right " + reviewed.finding().title())));
  }

  @Override
  protected boolean otherKey(KeyEvent event) {
    switch (event.getCode()) {
      case T -> type();
      case M -> map.requestFocus();
      default -> {
        return false;
      }
    }
    return true;
  }

  @Override
  public List<KeyHint> keys() {
    var keys = new ArrayList<>(super.keys());
    keys.addAll(
        List.of(
            new KeyHint("T", "type a shift or a date"),
            new KeyHint(
                "D  R  S", "in the lists: set the date, the rate, the start of what is chosen"),
            new KeyHint("M", "to the day map"),
            new KeyHint("← →  + −", "on the map: along the day, zoom"),
            new KeyHint("Shift ← →", "on the map: try a frame more, with Ctrl a second")));
    return keys;
  }
}
