package org.oddlot.window.captions;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.geometry.NodeOrientation;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.VBox;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Guideline;
import org.oddlot.caption.Letters;
import org.oddlot.caption.LineBreaker;
import org.oddlot.material.Material;
import org.oddlot.material.NameLists;
import org.oddlot.pass.CaptionChanges;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.captions.CaptionFinding;
import org.oddlot.pass.captions.CaptionsPass;
import org.oddlot.pass.captions.Edit;
import org.oddlot.pass.captions.Side;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.ProgrammeSound;
import org.oddlot.window.kit.Wording;
import org.oddlot.window.kit.Words;
import org.oddlot.window.names.NewTerm;
import org.oddlot.window.session.State;

/** The bench of Captions: a row for each, the doubtful first, and what keys do to its words. */
public final class CaptionsBench extends FindingsBench<CaptionFinding> {
  private static final String MENDED = "mended";
  private static final double ROW = 42;

  private final ProgrammeSound sound;
  private final DataTable<Side> sides =
      new DataTable<>("language-rows", "There is one language only.");
  private final Label limits = Words.of("", "quiet");
  private Optional<Material> before = Optional.empty();
  private Optional<Settings> settings = Optional.empty();
  private List<Captions> pair = List.of();
  private List<Side> allSides = List.of();

  /** The bench at {@code place}. */
  public CaptionsBench(Place place) {
    super(
        place,
        new CaptionsPass(),
        Wording.usual("captions", "caption")
            .answers("Accept", "fixed", "Decline", "left as it is")
            .where("No captions came in.", "Choose a caption to see it in its place."));
    sound = new ProgrammeSound(session);
    table.pane("languages", "Two languages", sides, () -> allSides.size(), this::findSides);
    table.sheet().setFixedCellSize(ROW);
    table.column(rows -> {
      rows.figures("No.", 36, reviewed -> reviewed.finding().caption().id());
      rows.figures("In", 104, reviewed -> reviewed.finding().label());
      rows.figures("Length", 62, reviewed -> reviewed.finding().length());
      rows.figures("A second", 70, reviewed -> Phrase.of("%.1f", reviewed.finding().speed()));
      rows.nodes("Words", 236, reviewed -> lines(reviewed.finding().caption()));
      rows.nodes(
          "Width",
          62,
          reviewed ->
              new WidthBars(reviewed.finding().caption().text().lines(), guideline().letters()));
      rows.words("Why", 110, reviewed -> reviewed.finding().headline(), "quiet");
    });
    sides.setFixedCellSize(ROW);
    sides.figures("In", 100, this::label);
    sides.nodes("First", 240, side -> stacked(side.one()));
    sides.nodes("Second", 240, side -> stacked(side.other()));
    sides.words("In step", 120, CaptionsBench::step, "quiet");
    sides
        .getSelectionModel()
        .selectedItemProperty()
        .addListener((_, _, side) -> {
          if (side != null && !table.showsFindings()) {
            evidence.getChildren().setAll(besides(side));
          }
        });
    limits.setId("guideline-limits");
    layOut(
        List.of(settings(pass.settings()), limits),
        Actions.button("edit-words", "Words…", "E", this::edit),
        Actions.button("split", "Split", "X", () -> make("split", edits(CaptionsBench::split))),
        Actions.button("join", "Join", "J", () -> make("joined", edits(CaptionsBench::join))),
        Actions.button("hear-caption", "Hear it", "Space", this::play));
  }

  private static List<Edit> split(CaptionEdits edits, Caption caption) {
    return edits.split(caption);
  }

  private static List<Edit> join(CaptionEdits edits, Caption caption) {
    return edits.joined(caption);
  }

  @Override
  protected void groups() {
    group(NEEDS_YOU);
    table.group(
        MENDED,
        "Mended",
        reviewed -> reviewed.standing() == Standing.SETTLED && reviewed.finding().isMended());
    group(ALL);
    group(DECLINED);
  }

  private void findSides(String part) {
    List<Side> found =
        allSides.stream()
            .filter(side -> words(side).toLowerCase(Locale.ROOT).contains(part))
            .toList();
    sides.show(found, Side::hashCode);
  }

  private static String words(Side side) {
    return text(side.one()) + " " + text(side.other());
  }

  private static String text(List<Caption> captions) {
    return captions.stream()
        .map(caption -> caption.text().inOneLine())
        .collect(Collectors.joining(" "));
  }

  private String label(Side side) {
    Caption first = (side.one().isEmpty() ? side.other() : side.one()).getFirst();
    return before
        .map(material -> CaptionsPass.frames(pair.getFirst(), material).label(first.start()))
        .orElse("");
  }

  private static String step(Side side) {
    if (!side.isBoth()) {
      return side.one().isEmpty() ? "only in the second" : "only in the first";
    }
    double shift = side.shift().orElseThrow().toDouble();
    return Math.abs(shift) < 0.05
        ? "in step"
        : Phrase.of("%.1f s %s", Math.abs(shift), shift > 0 ? "later" : "earlier");
  }

  private static Node lines(Caption caption) {
    List<String> lines = caption.text().lines();
    var box = new VBox();
    box.setAlignment(Pos.CENTER_LEFT);
    int shown = Math.min(2, lines.size());
    for (int i = 0; i < shown; i++) {
      String more = i == 1 && lines.size() > 2 ? " …" : "";
      box.getChildren().add(Words.of(lines.get(i) + more, "small-text"));
    }
    if (Letters.isRightToLeft(caption.text().plain())) {
      box.setNodeOrientation(NodeOrientation.RIGHT_TO_LEFT);
    }
    return box;
  }

  private static Node stacked(List<Caption> captions) {
    if (captions.isEmpty()) {
      return Words.of("–", "quiet");
    }
    if (captions.size() == 1) {
      return lines(captions.getFirst());
    }
    var box = new VBox();
    box.setAlignment(Pos.CENTER_LEFT);
    captions.stream()
        .limit(2)
        .forEach(
            caption -> box.getChildren().add(Words.of(caption.text().inOneLine(), "small-text")));
    return box;
  }

  @Override
  protected void stepped(State state, Optional<StepOutcome<CaptionFinding>> newStep) {
    before = newStep.map(StepOutcome::after);
    settings = newStep.map(StepOutcome::settings);
    Guideline its = guideline();
    limits.setText(
        Phrase.of(
            "%s: %d characters, %s, %s per second, %s to %s s, %d f apart",
            its.title(),
            its.letters(),
            Phrase.count(its.lines(), "line"),
            its.speed().toDecimal(0),
            its.shortest().toDecimal(1),
            its.longest().toDecimal(1),
            its.gap()));
    List<List<Captions>> pairs =
        before
            .map(material -> CaptionsPass.pairs(material.all(Captions.class), material))
            .orElse(List.of());
    pair = pairs.isEmpty() ? List.of() : pairs.getFirst();
    allSides =
        pair.isEmpty()
            ? List.of()
            : Side.bySide(pair.getFirst().captions(), pair.getLast().captions());
    if (!pair.isEmpty()) {
      sides.getColumns().get(1).setText(pair.getFirst().language());
      sides.getColumns().get(2).setText(pair.getLast().language());
    }
  }

  private Guideline guideline() {
    return CaptionsPass.guideline(
        before.orElse(Material.of("")), settings.orElse(Settings.INITIAL));
  }

  @Override
  protected String answer() {
    int languages =
        (int)
            before.stream()
                .flatMap(material -> material.all(Captions.class).stream())
                .map(Captions::language)
                .distinct()
                .count();
    return Phrase.count(table.all().size(), "caption")
        + (languages > 1 ? ", " + languages + " languages" : "");
  }

  @Override
  protected String words(Reviewed<CaptionFinding> reviewed) {
    return reviewed.finding().caption().text().inOneLine() + " " + super.words(reviewed);
  }

  @Override
  protected void selected(Optional<Reviewed<CaptionFinding>> reviewed) {
    sound.stop();
  }

  @Override
  protected String title(Reviewed<CaptionFinding> reviewed) {
    return reviewed.finding().title();
  }

  @Override
  protected void showEvidence(Reviewed<CaptionFinding> reviewed) {
    CaptionFinding finding = reviewed.finding();
    evidence
        .getChildren()
        .add(
            Words.paragraph(
                sentence(reviewed.reason()),
                reviewed.standing() == Standing.SETTLED ? "quiet" : "reason"));
    if (finding.isMended() && !finding.mended().isEmpty()) {
      evidence.getChildren().add(Words.section("It would become"));
      for (Caption caption : finding.mended()) {
        evidence.getChildren().add(card(finding, caption));
      }
    }
    showFacts(reviewed, "Against the guideline");
    evidence.getChildren().add(Words.section("In its place"));
    edits(finding).before(finding.caption()).ifPresent(its -> place(finding, its, false));
    place(finding, finding.caption(), true);
    edits(finding).after(finding.caption()).ifPresent(its -> place(finding, its, false));
    other(finding)
        .ifPresent(text ->
            evidence.getChildren().addAll(Words.section("Other language"), Words.paragraph(text)));
  }

  private VBox card(CaptionFinding finding, Caption caption) {
    var box =
        new VBox(
            2,
            Words.of(time(finding, caption), "figures", "quiet"),
            Words.paragraph(caption.text().plain()));
    box.getStyleClass().addAll("candidate", "candidate-chosen");
    return box;
  }

  private String time(CaptionFinding finding, Caption caption) {
    Optional<Captions> file = file(finding);
    return before
        .flatMap(material ->
            file.map(its -> {
              var frames = CaptionsPass.frames(its, material);
              return frames.label(caption.start()) + " – " + frames.label(caption.end());
            }))
        .orElse("");
  }

  private void place(CaptionFinding finding, Caption caption, boolean isIt) {
    String time = time(finding, caption);
    evidence
        .getChildren()
        .add(
            Words.paragraph(
                time.substring(0, Math.min(8, time.length())) + "  " + caption.text().inOneLine(),
                isIt ? "reason" : "quiet"));
  }

  private Optional<String> other(CaptionFinding finding) {
    boolean isFirst = !pair.isEmpty() && pair.getFirst().name().equals(finding.file());
    return allSides.stream()
        .filter(side ->
            (isFirst ? side.one() : side.other())
                .stream().anyMatch(caption -> caption.origin().equals(finding.caption().origin())))
        .map(side -> text(isFirst ? side.other() : side.one()))
        .filter(text -> !text.isEmpty())
        .findFirst();
  }

  private List<Node> besides(Side side) {
    var nodes = new ArrayList<Node>();
    nodes.add(Words.paragraph(label(side), "evidence-title"));
    nodes.add(Words.paragraph(sentence(step(side)), "reason"));
    nodes.add(Words.section(pair.getFirst().language()));
    side.one().forEach(caption -> nodes.add(Words.paragraph(caption.text().plain())));
    nodes.add(Words.section(pair.getLast().language()));
    side.other().forEach(caption -> nodes.add(Words.paragraph(caption.text().plain())));
    return nodes;
  }

  // Editing.

  private Optional<Captions> file(CaptionFinding finding) {
    return before.flatMap(
        material -> CaptionChanges.byName(material.all(Captions.class), finding.file()));
  }

  /** The captions as the findings have them: changed by hand, not mended. */
  private CaptionEdits edits(CaptionFinding finding) {
    List<Caption> captions =
        table.all().stream()
            .map(Reviewed::finding)
            .filter(each -> each.file().equals(finding.file()))
            .map(CaptionFinding::caption)
            .toList();
    List<String> names = before.map(NameLists::spellings).orElse(List.of());
    String language = file(finding).map(Captions::language).orElse("");
    return new CaptionEdits(
        finding.file(),
        captions,
        new LineBreaker(language, names).heeding(guideline()),
        guideline());
  }

  /** What nothing mends by itself cannot be accepted: it is changed by hand, or left. */
  @Override
  public Optional<Decision> acceptance(Reviewed<CaptionFinding> reviewed, Set<String> picked) {
    return reviewed.finding().isMended() ? Optional.of(Decision.accept()) : Optional.empty();
  }

  @Override
  public String whyNot(Reviewed<CaptionFinding> reviewed) {
    return "No automatic fix: edit it, or leave it.";
  }

  private interface Change {
    List<Edit> of(CaptionEdits edits, Caption caption);
  }

  private List<Edit> edits(Change change) {
    return table
        .current()
        .map(Reviewed::finding)
        .map(finding -> change.of(edits(finding), finding.caption()))
        .orElse(List.of());
  }

  private void make(String what, List<Edit> edits) {
    if (edits.isEmpty()) {
      session.tell("Nothing to be changed here.");
      return;
    }
    session.orderAll(pass.id(), Edit.CODEC, edits, what + " caption " + edits.getFirst().id());
  }

  private void edit() {
    table
        .current()
        .map(Reviewed::finding)
        .ifPresent(finding -> {
          var sheet =
              new WordsSheet(
                  finding.title(),
                  finding.caption().text().plain(),
                  guideline(),
                  words -> {
                    place.overlay().close();
                    make("changed", edits(finding).written(finding.caption(), words));
                  },
                  at -> {
                    place.overlay().close();
                    make("split", edits(finding).split(finding.caption(), at));
                  });
          place.overlay().open(sheet.node(), sheet.first());
        });
  }

  private void replace() {
    table
        .current()
        .map(Reviewed::finding)
        .ifPresent(finding -> {
          var sheet =
              new ReplaceSheet(
                  words ->
                      table.all().stream()
                          .map(Reviewed::finding)
                          .filter(each -> each.file().equals(finding.file()))
                          .map(CaptionFinding::caption)
                          .filter(caption -> caption.text().plain().contains(words))
                          .toList(),
                  (find, by) -> {
                    place.overlay().close();
                    List<Edit> all = edits(finding).replaced(find, by);
                    make("replaced “" + find + "” from", all);
                  });
          place.overlay().open(sheet.node(), sheet.first());
        });
  }

  /** Locks a caption, or takes that back: neither this pass nor Names changes it then. */
  private void lock() {
    table
        .current()
        .map(Reviewed::finding)
        .ifPresent(finding -> {
          var lock = new CaptionLock(finding.file(), finding.caption());
          session.changeLot(
              lot ->
                  lot.withAnswers(
                      finding.isLocked() ? lock.off(lot.answers()) : lock.on(lot.answers())),
              (finding.isLocked() ? "unlocked caption " : "locked caption ")
                  + finding.caption().id());
        });
  }

  private void play() {
    table
        .current()
        .map(Reviewed::finding)
        .ifPresent(finding ->
            before.ifPresent(
                material -> sound.play(material, finding.file(), finding.caption().span())));
  }

  @Override
  protected boolean otherKey(KeyEvent event) {
    switch (event.getCode()) {
      case E -> edit();
      case X -> make("split", edits(CaptionsBench::split));
      case J -> make("joined", edits(CaptionsBench::join));
      case B -> make("broke the lines of", edits((edits, it) -> edits.balanced(it)));
      case LEFT -> make("moved the line break of", edits((edits, it) -> edits.breakMoved(it, -1)));
      case RIGHT -> make("moved the line break of", edits((edits, it) -> edits.breakMoved(it, 1)));
      case COMMA -> make("moved a word of", edits((edits, it) -> edits.firstWordBack(it)));
      case PERIOD -> make("moved a word of", edits((edits, it) -> edits.lastWordOn(it)));
      case R -> replace();
      case K -> lock();
      case N -> NewTerm.ask(place);
      case SPACE -> play();
      default -> {
        return false;
      }
    }
    return true;
  }

  @Override
  public List<KeyHint> keys() {
    var keys = new ArrayList<>(super.keys());
    keys.add(new KeyHint("E", "type its words anew"));
    keys.add(new KeyHint("X   J", "two captions of one; one with the next"));
    keys.add(new KeyHint("B", "set its lines anew, where sense is"));
    keys.add(new KeyHint("← →", "the line break one word back, one on"));
    keys.add(new KeyHint(",   .", "its first word to the one before, its last to the next"));
    keys.add(new KeyHint("R", "replace words everywhere"));
    keys.add(new KeyHint("K", "lock it: nothing changes it; once more unlocks it"));
    keys.add(new KeyHint("N", "say which words are always a name"));
    keys.add(new KeyHint("Space", "hear it"));
    return keys;
  }
}
