package org.oddlot.window.restyle;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.canvas.Canvas;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import javafx.util.StringConverter;
import org.oddlot.caption.LineBreaker;
import org.oddlot.format.title.StyleFiles;
import org.oddlot.format.title.TitleClip;
import org.oddlot.format.title.TitleParameters;
import org.oddlot.format.title.TitleProperty;
import org.oddlot.material.LaidTitle;
import org.oddlot.material.Material;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Outcome.StepOutcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.restyle.Condition;
import org.oddlot.pass.restyle.RestylePass;
import org.oddlot.pass.restyle.TitleCensus;
import org.oddlot.pass.restyle.TitleChange;
import org.oddlot.pass.restyle.TitleRule;
import org.oddlot.pass.titles.TitlesPass;
import org.oddlot.text.Phrase;
import org.oddlot.title.Area;
import org.oddlot.title.Fitter;
import org.oddlot.title.Fonts;
import org.oddlot.title.Frame;
import org.oddlot.title.SetTitle;
import org.oddlot.title.Shape;
import org.oddlot.title.Style;
import org.oddlot.title.Typesetter;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.Facts;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Wording;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.State;
import org.oddlot.window.titles.TitlePainter;

/** The bench of Many titles: chosen by what they are, what they become shown before it is done. */
public final class RestyleBench extends FindingsBench<TitleChange> {
  private static final String CHANGED = "changed";
  private static final String MEANT = "meant";
  private static final double ENLARGED = 2.6;
  private static final Frame PICTURE =
      Frame.of(Shape.of(1920, 1080), Area.TITLE_SAFE, Shape.of(1920, 1080));

  private final DataTable<LaidTitle> meant =
      new DataTable<>("meant-rows", "No title is like that.");
  private final ValueChoice choice = new ValueChoice(this::choose);
  private final ComboBox<TitleProperty> property = new ComboBox<>();
  private final TextField value = new TextField();
  private final Label problem = Words.of("", "need");
  private final Button change;
  private List<LaidTitle> all = List.of();
  private List<LaidTitle> chosen = List.of();
  private Optional<TitleRule> rule = Optional.empty();
  private Typesetter setter = new Typesetter(Fonts.shipped());
  private String find = "";

  /** The bench at {@code place}. */
  public RestyleBench(Place place) {
    super(
        place,
        new RestylePass(),
        Wording.usual("restyle", "title")
            .answers("Accept", "changed", "Decline", "left as it is")
            .where("No title was changed yet.", "Choose a title to see it in its picture."));
    change = Actions.main("change-titles", "Change them", "Ctrl Enter", this::change);
    meant.words("Title", 150, each -> name(each));
    meant.words("Words", 250, each -> each.title().text().replace('\n', ' '), "small-text");
    meant.words("Look", 210, RestyleBench::look, "small-text");
    meant.words("Becomes", 150, this::becomes, "reason");
    meant
        .getSelectionModel()
        .selectedItemProperty()
        .addListener((_, _, now) -> showMeant(Optional.ofNullable(now)));
    table.pane(MEANT, "Matching titles", meant, () -> chosen.size(), this::findIn);
    table.column(rows -> {
      rows.words("Title", 200, reviewed -> reviewed.finding().title());
      rows.words("Change", 420, reviewed -> reviewed.finding().headline());
    });
    table.group(CHANGED, "Changed", _ -> true);
    property.setId("set-property");
    property
        .getItems()
        .setAll(Arrays.stream(TitleProperty.values()).filter(TitleProperty::canBeSet).toList());
    property.setConverter(
        new StringConverter<>() {
          @Override
          public String toString(TitleProperty its) {
            return its == null ? "" : its.word();
          }

          @Override
          public TitleProperty fromString(String words) {
            throw new UnsupportedOperationException("Properties are chosen, not typed");
          }
        });
    property.setValue(TitleProperty.SIZE);
    property.setOnAction(_ -> choose());
    value.setId("set-value");
    value.setAccessibleText("What they become");
    value.setPrefColumnCount(10);
    value.textProperty().addListener((_, _, _) -> choose());
    value.setOnAction(_ -> change());
    problem.setId("set-problem");
    var set =
        new HBox(
            10,
            Words.of("get the"),
            property,
            value,
            change,
            Actions.button("where-any", "All titles again", "", choice::clear),
            problem);
    set.setAlignment(Pos.CENTER_LEFT);
    var above = new VBox(8, ValueChoice.heading(), choice, set);
    above.getStyleClass().add("settings");
    layOut(List.of(above));
  }

  @Override
  protected void groups() {
    // What is meant comes first, which is no finding yet.
  }

  private static String name(LaidTitle each) {
    return each.title().clip().name();
  }

  private static String look(LaidTitle each) {
    return TitleCensus.looks(List.of(each)).stream()
        .map(TitleCensus.Count::value)
        .collect(Collectors.joining(", "));
  }

  /** What of a title would be otherwise, in its own words. */
  private String becomes(LaidTitle each) {
    return after(each).map(after -> new TitleChange("", each, after, "").headline()).orElse("");
  }

  private Optional<TitleClip> after(LaidTitle each) {
    return rule.map(its -> its.become(each).title())
        .filter(after -> !after.clip().equals(each.title().clip()));
  }

  @Override
  protected void stepped(State state, Optional<StepOutcome<TitleChange>> newStep) {
    Material material = newStep.map(StepOutcome::after).orElseGet(() -> Material.of(""));
    all = material.derive(LaidTitle.ALL);
    setter = new Typesetter(TitlesPass.fonts(material));
    choice.show(all);
    choose();
  }

  /** Works out what is meant, and what would become of it. */
  private void choose() {
    List<Condition> where = choice.conditions();
    rule = Optional.empty();
    problem.setText("");
    if (!value.getText().isBlank()) {
      try {
        rule =
            Optional.of(
                new TitleRule(
                    where,
                    List.of(
                        new Condition(
                            property.getValue(), value.getText().strip().replace("\\n", "\n")))));
      } catch (IllegalArgumentException e) {
        problem.setText(sentence(String.valueOf(e.getMessage())));
      }
    }
    chosen = all.stream().filter(each -> TitleRule.means(where, each)).toList();
    long otherwise = chosen.stream().filter(each -> after(each).isPresent()).count();
    Actions.rename(
        change,
        otherwise == 0 ? "Change them" : "Change " + Phrase.count((int) otherwise, "title"));
    change.setDisable(otherwise == 0);
    table.show(table.all());
    meant.refresh();
  }

  private void findIn(String words) {
    find = words;
    meant.show(
        chosen.stream()
            .filter(each ->
                (name(each) + " " + each.title().text() + " " + look(each))
                    .toLowerCase(Locale.ROOT)
                    .contains(find))
            .toList(),
        each -> each.address().toString());
  }

  private void change() {
    if (change.isDisabled()) {
      return;
    }
    rule.ifPresent(its -> {
      value.clear();
      session.order(pass.id(), TitleRule.CODEC, its, "set " + its.inWords());
    });
  }

  @Override
  protected String answer() {
    return Phrase.count(all.size(), "title")
        + (table.all().isEmpty() ? "" : ", " + Phrase.number(table.all().size()) + " changed");
  }

  @Override
  protected void showOther() {
    showMeant(Optional.ofNullable(meant.getSelectionModel().getSelectedItem()));
  }

  private void showMeant(Optional<LaidTitle> title) {
    if (table.showsFindings()) {
      return;
    }
    evidence.getChildren().clear();
    title.ifPresentOrElse(its -> show(its, its.title(), after(its)), () -> super.showOther());
  }

  @Override
  protected void showEvidence(Reviewed<TitleChange> reviewed) {
    evidence.getChildren().clear();
    TitleChange its = reviewed.finding();
    show(its.before(), its.before().title(), Optional.of(its.after()));
    evidence
        .getChildren()
        .addAll(Words.section("Because"), Words.paragraph(sentence(its.reason()), "quiet"));
  }

  private void show(LaidTitle laid, TitleClip before, Optional<TitleClip> after) {
    evidence.getChildren().add(Words.paragraph(name(laid), "evidence-title"));
    evidence.getChildren().add(Words.paragraph(laid.path(), "quiet"));
    evidence.getChildren().addAll(Words.section("As it is"), picture(before));
    after.ifPresent(
        its -> evidence.getChildren().addAll(Words.section("As it becomes"), picture(its)));
    var facts = new Facts();
    for (TitleProperty each : TitleProperty.values()) {
      if (each != TitleProperty.TEXT && each != TitleProperty.NAME) {
        List<String> was = laid.values(each);
        List<String> is =
            after.map(its -> new TitleChange("", laid, its, "").now().values(each)).orElse(was);
        if (!was.isEmpty()) {
          facts.add(
              new Evidence(
                  each.word(),
                  String.join(" / ", was),
                  is.equals(was) ? "" : "→ " + String.join(" / ", is)));
        }
      }
    }
    evidence.getChildren().addAll(Words.section("What it is"), facts);
  }

  private Node picture(TitleClip title) {
    Style style = TitleParameters.style(title, 1, StyleFiles.shipped().getFirst());
    var fitter = new Fitter(setter, new LineBreaker("", List.of()), style, PICTURE);
    SetTitle set = fitter.set(title.text(), 1);
    var canvas = new Canvas(272, 120);
    // Enlarged, with the title in the middle: a whole picture would have letters of six pixels.
    double height = 153 * ENLARGED;
    double scale = height / 1080;
    Area words = set.text();
    double x =
        Math.clamp(
            canvas.getWidth() / 2 - (words.left() + words.right()) / 2 * scale,
            canvas.getWidth() - 1920 * scale,
            0);
    double y =
        Math.clamp(
            canvas.getHeight() / 2 - (words.top() + words.bottom()) / 2 * scale,
            canvas.getHeight() - height,
            0);
    new TitlePainter(canvas.getGraphicsContext2D(), setter)
        .frame(
            PICTURE,
            new Area(0, 0, 1920, 1080),
            Optional.empty(),
            List.of(set),
            !fitter.fits(set),
            x,
            y,
            height);
    canvas.setAccessibleText(
        style.line(0).font() + " " + Math.round(style.line(0).size()) + ": " + title.text());
    return canvas;
  }
}
