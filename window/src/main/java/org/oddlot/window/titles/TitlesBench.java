package org.oddlot.window.titles;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import org.oddlot.caption.Captions;
import org.oddlot.caption.LineBreaker;
import org.oddlot.format.title.StyleFiles;
import org.oddlot.material.Material;
import org.oddlot.material.NameLists;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Instruction;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.titles.InShape;
import org.oddlot.pass.titles.TitleFinding;
import org.oddlot.pass.titles.TitleOption;
import org.oddlot.pass.titles.TitleOrder;
import org.oddlot.pass.titles.TitlesPass;
import org.oddlot.progress.Progress;
import org.oddlot.text.Phrase;
import org.oddlot.title.Fitter;
import org.oddlot.title.Fonts;
import org.oddlot.title.Frame;
import org.oddlot.title.SetTitle;
import org.oddlot.title.Shape;
import org.oddlot.title.Style;
import org.oddlot.title.Typesetter;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.Facts;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Wording;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.State;

/** The bench of Titles: a row for each caption, what does not fit first, each in its pictures. */
public final class TitlesBench extends FindingsBench<TitleFinding> {
  private static final String BY_HAND = "by-hand";
  private static final double ROW = 42;

  private final FramesView frames = new FramesView();
  private final Label style = Words.of("", "quiet");
  private final Label wrong = Words.of("", "need");
  private Optional<StepOutcome<TitleFinding>> now = Optional.empty();
  private Typesetter setter = new Typesetter(Fonts.shipped());
  private final Behind behind;
  private Optional<String> shape = Optional.empty();
  private Style look = StyleFiles.shipped().getFirst();

  /** The bench at {@code place}. */
  public TitlesBench(Place place) {
    super(
        place,
        new TitlesPass(),
        Wording.usual("titles", "title")
            .answers("Accept", "accepted", "Decline", "left out")
            .where(
                "No title is made yet. Name the shapes above, such as 1920x1080, 1080x1080.",
                "Choose a title to see it in its picture."));
    behind = new Behind(session, this::drawFrames);
    table.sheet().setFixedCellSize(ROW);
    table.column(rows -> {
      rows.figures("No.", 36, reviewed -> reviewed.finding().caption().id());
      rows.figures("In", 100, reviewed -> reviewed.finding().label());
      rows.figures("Length", 56, reviewed -> reviewed.finding().length());
      rows.words(
          "Words", 204, reviewed -> reviewed.finding().caption().text().inOneLine(), "small-text");
      rows.nodes("Widths", 164, reviewed -> new LineBars(reviewed.finding().shapes()));
      rows.figures("Speed", 52, reviewed -> Phrase.of("%.1f", reviewed.finding().speed()));
      rows.words("Why", 110, reviewed -> reviewed.finding().headline(), "quiet");
    });
    style.setId("title-style-words");
    wrong.setId("title-style-problem");
    var line =
        new HBox(
            10,
            Words.of("Style"),
            style,
            wrong,
            Words.spring(),
            Actions.button("change-style", "Change…", "S", this::changeStyle));
    line.setAlignment(Pos.CENTER_LEFT);
    style.setMinWidth(0);
    line.getStyleClass().add("title-style-line");
    layOut(
        List.of(settings(pass.settings()), line, frames),
        Actions.button("title-words", "Words…", "E", this::edit),
        Actions.button(
            "title-balance", "Break it", "B", () -> make("broke", TitleEdits::balanced)));
  }

  @Override
  protected void groups() {
    group(NEEDS_YOU);
    group(ALL);
    table.group(BY_HAND, "By hand", reviewed -> reviewed.finding().isByHand());
    group(DECLINED);
  }

  @Override
  protected void stepped(State state, Optional<StepOutcome<TitleFinding>> newStep) {
    now = newStep;
    setter = new Typesetter(TitlesPass.fonts(material()));
    look =
        newStep
            .map(its ->
                TitlesPass.style(
                    new Request(its.before(), its.settings(), its.answers(), Progress.NONE)))
            .orElseGet(() -> StyleFiles.shipped().getFirst());
    style.setText(inWords(look));
    wrong.setText(String.join("; ", TitlesPass.problems(look, setter.fonts())));
    boolean isMade =
        !table.all().isEmpty()
            || newStep.stream().anyMatch(s -> !s.analysis().findings().isEmpty());
    frames.setManaged(isMade);
    frames.setVisible(isMade);
  }

  private Material material() {
    return now.map(StepOutcome::before).orElseGet(() -> Material.of(""));
  }

  /** {@code Ferry caption: IBM Plex Sans 600, 46 and 40 px, box 78 %}. */
  static String inWords(Style style) {
    Style.Line first = style.line(0);
    String sizes =
        style.lines().stream()
            .map(line -> Phrase.decimal(line.size(), 1))
            .distinct()
            .collect(Collectors.joining(" and "));
    return Phrase.of(
        "%s: %s %d, %s px%s%s",
        style.title(),
        first.font(),
        first.weight(),
        sizes,
        style
            .box()
            .map(box -> Phrase.of(", box %d %%", Math.round(box.opacity() * 100)))
            .orElse(""),
        style
            .outline()
            .map(outline -> ", outline " + Phrase.decimal(outline.width(), 1))
            .orElse(""));
  }

  @Override
  protected String answer() {
    int shapes = table.all().isEmpty() ? 0 : table.all().getFirst().finding().shapes().size();
    return Phrase.count(table.all().size(), "caption")
        + (shapes > 0 ? ", " + Phrase.count(shapes, "shape") : "");
  }

  @Override
  protected String words(Reviewed<TitleFinding> reviewed) {
    return reviewed.finding().caption().text().inOneLine() + " " + super.words(reviewed);
  }

  /** A way is picked for its shape alone; those of other shapes stay picked. */
  @Override
  public Set<String> picking(Reviewed<TitleFinding> reviewed, Set<String> before, Choice choice) {
    String its = choice.id().substring(0, choice.id().indexOf(' ') + 1);
    var picked = new LinkedHashSet<>(before);
    picked.removeIf(id -> id.startsWith(its));
    picked.add(choice.id());
    return picked;
  }

  @Override
  public String whyNot(Reviewed<TitleFinding> reviewed) {
    return "Choose what is done about it, by its number.";
  }

  @Override
  protected void selected(Optional<Reviewed<TitleFinding>> reviewed) {
    shape = Optional.empty();
    behind.lookFor(material(), reviewed.map(Reviewed::finding));
    drawFrames();
  }

  @Override
  public void picked() {
    super.picked();
    drawFrames();
  }

  private void drawFrames() {
    List<InShape> shapes =
        table.current().map(reviewed -> reviewed.finding().shapes()).orElse(List.of());
    Shape picture =
        now.map(its -> Shape.parse(its.settings().get(TitlesPass.PICTURE)))
            .orElseGet(() -> Shape.of(1920, 1080));
    frames.show(
        shapes,
        decisions.picked(),
        picture,
        behind.image(),
        setter,
        chosen -> {
          shape = Optional.of(chosen.frame().shape().toString());
          drawFrames();
        },
        chosenShape());
  }

  /** The shape that keys are about: the one that was clicked, else the first that does not fit. */
  private Optional<InShape> chosenShape() {
    List<InShape> shapes =
        table.current().map(reviewed -> reviewed.finding().shapes()).orElse(List.of());
    return shapes.stream()
        .filter(its -> shape.filter(its.frame().shape().toString()::equals).isPresent())
        .findFirst()
        .or(() -> shapes.stream().filter(its -> !its.fits()).findFirst())
        .or(() -> shapes.stream().findFirst());
  }

  @Override
  protected void showEvidence(Reviewed<TitleFinding> reviewed) {
    TitleFinding finding = reviewed.finding();
    evidence
        .getChildren()
        .add(
            Words.paragraph(
                "from caption " + finding.caption().id() + " of " + finding.file(), "quiet"));
    evidence
        .getChildren()
        .add(
            Words.paragraph(
                sentence(reviewed.reason()),
                reviewed.standing() == Standing.SETTLED ? "quiet" : "reason"));
    showChoices(reviewed, "What can be done");
    evidence.getChildren().add(Words.section("Measured with the font"));
    var measured = new Facts();
    for (InShape its : finding.shapes()) {
      its.way(TitleOption.Kind.ANYHOW)
          .or(() -> Optional.of(its.proposed()))
          .filter(way -> !way.pieces().isEmpty())
          .ifPresent(way -> measured.add(measured(its, way)));
    }
    evidence.getChildren().add(measured);
    evidence.getChildren().addAll(Words.section("Read"), read(finding));
    if (finding.isByHand()) {
      evidence.getChildren().addAll(Words.section("By hand"), byHand(finding));
    }
    evidence.getChildren().addAll(Words.section("Will be made"), made(finding));
  }

  private static Evidence measured(InShape its, TitleOption way) {
    SetTitle title = way.pieces().getFirst().title();
    double beside = title.style().box().map(box -> box.padding() * 2).orElse(0.0);
    double room = its.frame().room(title.style()).width() - beside;
    return new Evidence(
        its.frame().shape().ratio(),
        Phrase.of("%,d of %,d px", Math.round(title.width()), (long) room),
        title.width() > room ? Phrase.of("+%,d", (long) Math.ceil(title.width() - room)) : "fits");
  }

  private Node read(TitleFinding finding) {
    Style its = look;
    return Facts.of(
        List.of(
            new Evidence(
                "speed",
                Phrase.of("%.1f a second", finding.speed()),
                "of " + its.speed().toDecimal(0)),
            new Evidence(
                "length", finding.length(), "at least " + its.shortest().toDecimal(1) + " s")));
  }

  private static Node byHand(TitleFinding finding) {
    return Facts.of(
        finding.shapes().stream()
            .filter(its -> !its.byHand().isEmpty())
            .map(its ->
                new Evidence(
                    its.frame().shape().ratio(), String.join(" and ", its.byHand()), "kept"))
            .toList());
  }

  private Node made(TitleFinding finding) {
    var facts = new Facts();
    for (InShape its : finding.shapes()) {
      TitleOption way =
          its.ways().stream()
              .filter(each ->
                  decisions.picked().contains(its.frame().shape() + " " + each.kind().word()))
              .findFirst()
              .orElseGet(its::proposed);
      int titles = way.pieces().size();
      String what =
          titles == 0
              ? "nothing"
              : titles > 1
                  ? "two titles"
                  : Phrase.count(way.pieces().getFirst().title().lines().size(), "line");
      facts.add(new Evidence(its.frame().shape().ratio(), what, way.text()));
    }
    return facts;
  }

  // What keys do.

  private TitleEdits edits(TitleFinding finding, InShape where) {
    return new TitleEdits(
        finding, where, new Fitter(setter, sense(finding.file()), where.style(), where.frame()));
  }

  private interface Change {
    Optional<TitleOrder> of(TitleEdits edits);
  }

  private void make(String what, Change change) {
    table
        .current()
        .map(Reviewed::finding)
        .ifPresent(finding ->
            chosenShape()
                .ifPresent(where ->
                    change
                        .of(edits(finding, where))
                        .ifPresentOrElse(
                            order ->
                                session.order(
                                    pass.id(),
                                    TitleOrder.CODEC,
                                    order,
                                    Phrase.of(
                                        "%s %s of title %s",
                                        what,
                                        where.frame().shape().ratio(),
                                        finding.caption().id())),
                            () -> session.tell("Nothing to be changed here."))));
  }

  private LineBreaker sense(String file) {
    String language =
        material().all(Captions.class).stream()
            .filter(each -> each.name().equals(file))
            .map(Captions::language)
            .findFirst()
            .orElse("");
    return new LineBreaker(language, NameLists.spellings(material()));
  }

  private void edit() {
    table
        .current()
        .map(Reviewed::finding)
        .ifPresent(finding ->
            chosenShape()
                .ifPresent(where -> {
                  TitleEdits edits = edits(finding, where);
                  var sheet =
                      new TitleWordsSheet(
                          finding.title(),
                          where,
                          finding.shapes().size() > 1,
                          edits.words().orElse(""),
                          edits.fitter(),
                          (words, everywhere) -> {
                            place.overlay().close();
                            make("typed", its -> Optional.of(its.typed(words, everywhere)));
                          });
                  place.overlay().open(sheet.node(), sheet.first());
                }));
  }

  private void move(double across, double down) {
    make("moved", edits -> edits.moved(across, down));
  }

  /** Takes back what was ordered about the words and the place of the current title. */
  private void asItWas() {
    table
        .current()
        .map(Reviewed::finding)
        .ifPresent(finding -> {
          List<String> its =
              TitleEdits.about(
                  finding, session.state().lot().answers().to(pass.id()).instructions());
          if (its.isEmpty()) {
            session.tell("Nothing was changed by hand here.");
            return;
          }
          session.changeLot(
              lot -> {
                var answers = lot.answers();
                for (String id : its) {
                  answers = answers.without(id);
                }
                return lot.withAnswers(answers);
              },
              "took back what was changed in title " + finding.caption().id());
        });
  }

  private void changeStyle() {
    String sample =
        table
            .current()
            .map(reviewed -> reviewed.finding().caption().text().plain())
            .orElse("The boom swings when the tide turns,\nso nobody stands on the port side.");
    List<Frame> pictures =
        table.current().stream()
            .flatMap(reviewed -> reviewed.finding().shapes().stream())
            .map(InShape::frame)
            .toList();
    var sheet =
        new StyleSheet(
            look,
            sample,
            pictures,
            setter,
            this::useStyle,
            this::saveStyle,
            place.overlay()::close);
    place.overlay().open(sheet.node(), sheet.first());
  }

  private void useStyle(Style its) {
    place.overlay().close();
    session.changeLot(
        lot -> {
          var answers = lot.answers();
          for (Instruction each : answers.to(pass.id()).instructions()) {
            if (isLookOf(each, its)) {
              answers = answers.without(each.id());
            }
          }
          answers =
              answers.plus(
                  Instruction.of(
                      answers.newInstructionId(pass.id()),
                      pass.id(),
                      TitleOrder.CODEC,
                      new TitleOrder.Look(its)));
          return lot.withAnswers(answers)
              .withSheet(
                  its.speakers().isEmpty()
                      ? lot.sheet().with(pass.id(), TitlesPass.STYLE.key(), "own")
                      : lot.sheet());
        },
        its.speakers().isEmpty()
            ? "changed the style"
            : "changed the style of " + String.join(", ", its.speakers()));
  }

  /** Whether an order says how the same people's titles look: the new one takes its place. */
  private static boolean isLookOf(Instruction instruction, Style style) {
    return TitleEdits.order(instruction)
        .filter(order ->
            order instanceof TitleOrder.Look(Style its) && its.speakers().equals(style.speakers()))
        .isPresent();
  }

  private void saveStyle(Style its) {
    Optional<Path> file = place.picker().sheetToSave(its.name(), session.usualFolder());
    file.ifPresent(
        path -> session.aside(() -> StyleSaving.save(its, path), said -> session.tell(said)));
  }

  @Override
  protected boolean otherKey(KeyEvent event) {
    switch (event.getCode()) {
      case B -> make("broke", TitleEdits::balanced);
      case E -> edit();
      case S -> changeStyle();
      case LEFT -> move(-0.01, 0);
      case RIGHT -> move(0.01, 0);
      case PAGE_UP -> move(0, -0.01);
      case PAGE_DOWN -> move(0, 0.01);
      case O -> asItWas();
      default -> {
        return false;
      }
    }
    return true;
  }

  @Override
  public List<KeyHint> keys() {
    var keys = new ArrayList<>(super.keys());
    keys.add(new KeyHint("B", "break its lines where they balance: two, three, one again"));
    keys.add(new KeyHint("E", "type its words anew"));
    keys.add(new KeyHint("← → PgUp PgDn", "move it by a hundredth of the picture"));
    keys.add(new KeyHint("O", "its words and place as they were"));
    keys.add(new KeyHint("S", "change the style of all"));
    return keys;
  }
}
