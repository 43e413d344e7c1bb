package org.oddlot.window.titles;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.canvas.Canvas;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.util.StringConverter;
import org.oddlot.caption.LineBreaker;
import org.oddlot.pass.titles.TitlesPass;
import org.oddlot.text.Phrase;
import org.oddlot.title.Area;
import org.oddlot.title.Colour;
import org.oddlot.title.Fitter;
import org.oddlot.title.Frame;
import org.oddlot.title.Measure;
import org.oddlot.title.SetTitle;
import org.oddlot.title.Shape;
import org.oddlot.title.Style;
import org.oddlot.title.Typesetter;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.Words;

/** The style of titles, to be changed while a title shows what comes of it. */
final class StyleSheet {
  private static final double PREVIEW = 210;

  private final VBox box = new VBox(10);
  private final TextField name;
  private final List<LineFields> lines = new ArrayList<>();
  private final CheckBox second = new CheckBox("second line its own");
  private final CheckBox boxed = new CheckBox("Box");
  private final TextField boxColour;
  private final TextField boxOpacity;
  private final TextField boxRadius;
  private final TextField boxPadding;
  private final CheckBox outlined = new CheckBox("Outline");
  private final TextField outlineWidth;
  private final TextField outlineColour;
  private final CheckBox shadowed = new CheckBox("Shadow");
  private final TextField shadowX;
  private final TextField shadowY;
  private final TextField shadowOpacity;
  private final TextField capitals;
  private final TextField spacing;
  private final TextField y;
  private final ComboBox<Style.Hold> hold = new ComboBox<>();
  private final ComboBox<Style.Align> align = new ComboBox<>();
  private final CheckBox band = new CheckBox("in the band under the picture");
  private final TextField smallest;
  private final TextField mostLines;
  private final TextField speakers;
  private final HBox preview = new HBox(14);
  private final Label wrong = Words.paragraph("", "need");
  private final Style before;
  private final String sample;
  private final List<Frame> pictures;
  private final Typesetter setter;

  /** What can be typed of a line. */
  private final class LineFields {
    final ComboBox<String> font = new ComboBox<>();
    final ComboBox<Integer> weight = new ComboBox<>();
    final TextField size;
    final ComboBox<Style.Letters> letters = new ComboBox<>();
    final TextField colour;
    final CheckBox italic = new CheckBox();
    final Label title;

    LineFields(String id, String title, Style.Line line) {
      this.title = Words.of(title, "quiet");
      font.setId(id + "-font");
      font.getItems().setAll(setter.fonts().families());
      if (!font.getItems().contains(line.font())) {
        font.getItems().add(line.font());
      }
      font.setValue(line.font());
      font.setPrefWidth(160);
      weight.setId(id + "-weight");
      weight.getItems().setAll(List.of(300, 400, 500, 600, 700));
      weight.setValue(line.weight());
      size = field(id + "-size", "Size", Phrase.decimal(line.size(), 1), 4);
      letters.setId(id + "-case");
      letters.getItems().setAll(Style.Letters.values());
      letters.setConverter(words(Style.Letters::words));
      letters.setValue(line.letters());
      letters.setPrefWidth(130);
      colour = field(id + "-colour", "Colour", line.colour().toString(), 7);
      italic.setId(id + "-italic");
      italic.setAccessibleText("Italic");
      italic.setSelected(line.italic());
      italic.setOnAction(_ -> show());
      font.setOnAction(_ -> show());
      weight.setOnAction(_ -> show());
      letters.setOnAction(_ -> show());
    }

    void addTo(GridPane grid, int row) {
      grid.addRow(row, title, font, weight, size, letters, colour, italic);
    }

    void enable(boolean on) {
      List.of(font, weight, size, letters, colour, italic).forEach(node -> node.setDisable(!on));
    }

    Style.Line line() {
      return new Style.Line(
          font.getValue(),
          weight.getValue(),
          number(size, Measure.SIZE),
          letters.getValue(),
          percent(capitals, Measure.CAPITALS),
          Colour.parse(colour.getText()),
          italic.isSelected());
    }
  }

  StyleSheet(
      Style style,
      String sample,
      List<Frame> pictures,
      Typesetter setter,
      Consumer<Style> onUse,
      Consumer<Style> onSave,
      Runnable onClose) {
    this.before = style;
    this.sample = sample;
    this.setter = setter;
    this.pictures =
        pictures.isEmpty()
            ? List.of(Frame.of(Shape.of(1920, 1080), Area.TITLE_SAFE, Shape.of(1920, 1080)))
            : pictures.subList(0, Math.min(3, pictures.size()));
    name = field("style-name", "Name", style.title(), 16);
    lines.add(new LineFields("style-first", "First line", style.line(0)));
    lines.add(new LineFields("style-second", "Second line", style.line(1)));
    second.setId("style-second");
    second.setSelected(style.lines().size() > 1);
    Style.Box its = style.box().orElse(new Style.Box(Colour.BLACK, 0.75, 6, 14));
    boxed.setId("style-box");
    boxed.setSelected(style.box().isPresent());
    boxColour = field("style-box-colour", "Colour of the box", its.colour().toString(), 7);
    boxOpacity =
        field(
            "style-box-opacity",
            "How opaque, %",
            Long.toString(Math.round(its.opacity() * 100)),
            4);
    boxRadius =
        field("style-box-radius", "Radius of its corners", Phrase.decimal(its.radius(), 1), 4);
    boxPadding = field("style-box-padding", "Padding", Phrase.decimal(its.padding(), 1), 4);
    Style.Outline edge = style.outline().orElse(new Style.Outline(3, Colour.BLACK));
    outlined.setId("style-outline");
    outlined.setSelected(style.outline().isPresent());
    outlineWidth =
        field("style-outline-width", "Width of the outline", Phrase.decimal(edge.width(), 1), 4);
    outlineColour =
        field("style-outline-colour", "Colour of the outline", edge.colour().toString(), 7);
    Style.Shadow dark = style.shadow().orElse(new Style.Shadow(2, 3, Colour.BLACK, 0.6));
    shadowed.setId("style-shadow");
    shadowed.setSelected(style.shadow().isPresent());
    shadowX = field("style-shadow-x", "Shadow to the right", Phrase.decimal(dark.x(), 1), 4);
    shadowY = field("style-shadow-y", "Shadow below", Phrase.decimal(dark.y(), 1), 4);
    shadowOpacity =
        field(
            "style-shadow-opacity",
            "Opacity of the shadow, %",
            Long.toString(Math.round(dark.opacity() * 100)),
            4);
    capitals =
        field(
            "style-capitals",
            "Small capitals, %",
            Long.toString(Math.round(style.line(0).capitals() * 100)),
            4);
    spacing = field("style-spacing", "Line spacing", Phrase.decimal(style.spacing(), 2), 5);
    y =
        field(
            "style-y",
            "Distance of the anchor from the top, %",
            Phrase.decimal(style.y() * 100, 1),
            5);
    hold.setId("style-hold");
    hold.getItems().setAll(Style.Hold.values());
    hold.setConverter(words(value -> value.name().toLowerCase(Locale.ROOT)));
    hold.setValue(style.hold());
    align.setId("style-align");
    align.getItems().setAll(Style.Align.values());
    align.setConverter(words(value -> value.name().toLowerCase(Locale.ROOT)));
    align.setValue(style.align());
    band.setId("style-band");
    band.setSelected(style.inBand());
    smallest = field("style-smallest", "Smallest", Phrase.decimal(style.smallest(), 1), 4);
    mostLines = field("style-lines", "Most lines", Integer.toString(style.mostLines()), 3);
    speakers =
        field("style-speakers", "Whose words look so", String.join(", ", style.speakers()), 20);
    speakers.setPromptText("everybody's, or names");
    List.of(second, boxed, outlined, shadowed, band).forEach(each -> each.setOnAction(_ -> show()));
    hold.setOnAction(_ -> show());
    align.setOnAction(_ -> show());
    wrong.setId("style-wrong");
    preview.setId("style-preview");
    preview.setMinHeight(PREVIEW);
    var grid = new GridPane(10, 8);
    grid.addRow(
        0,
        Words.of(""),
        Words.of("Font", "quiet"),
        Words.of("Weight", "quiet"),
        Words.of("Size", "quiet"),
        Words.of("Capitals", "quiet"),
        Words.of("Colour", "quiet"),
        Words.of("Italic", "quiet"));
    lines.get(0).addTo(grid, 1);
    lines.get(1).addTo(grid, 2);
    box.setMaxSize(860, Region.USE_PREF_SIZE);
    box.getChildren()
        .addAll(
            new HBox(
                12,
                Words.of("How do titles look?", "question"),
                Words.spring(),
                line("Name", name)),
            preview,
            grid,
            row(second, line("spacing", spacing), line("small capitals, %", capitals)),
            row(
                boxed,
                line("", boxColour),
                line("opacity, %", boxOpacity),
                line("corners", boxRadius),
                line("padding", boxPadding)),
            row(
                outlined,
                line("width", outlineWidth),
                line("", outlineColour),
                shadowed,
                line("right", shadowX),
                line("down", shadowY),
                line("opacity, %", shadowOpacity)),
            row(line("Anchor", hold), line("from the top, %", y), line("alignment", align), band),
            row(
                line("Smallest size", smallest),
                line("most lines", mostLines),
                line("whose words", speakers)),
            wrong,
            row(
                Actions.button("style-close", "Close", "Esc", onClose),
                Words.spring(),
                Actions.button(
                    "style-save", "Save as a file…", "", () -> style().ifPresent(onSave)),
                Actions.main("style-use", "Use it", "", () -> style().ifPresent(onUse))));
    show();
  }

  private static HBox row(Node... nodes) {
    var row = new HBox(14, nodes);
    row.setAlignment(Pos.CENTER_LEFT);
    return row;
  }

  private static HBox line(String words, Node node) {
    var row = words.isEmpty() ? new HBox(6, node) : new HBox(6, Words.of(words, "quiet"), node);
    row.setAlignment(Pos.CENTER_LEFT);
    return row;
  }

  private TextField field(String id, String says, String text, int columns) {
    var field = new TextField(text);
    field.setId(id);
    field.setAccessibleText(says);
    field.setPrefColumnCount(columns);
    field.textProperty().addListener((_, _, _) -> show());
    return field;
  }

  private static <T> StringConverter<T> words(Function<T, String> how) {
    return new StringConverter<>() {
      @Override
      public String toString(T value) {
        return value == null ? "" : how.apply(value);
      }

      @Override
      public T fromString(String text) {
        throw new UnsupportedOperationException("Values are chosen, not typed");
      }
    };
  }

  private static double number(TextField field, Measure measure) {
    return number(field, measure, 1);
  }

  private static double percent(TextField field, Measure measure) {
    return number(field, measure, 100);
  }

  private static double number(TextField field, Measure measure, int scale) {
    String text = field.getText().strip();
    if (!text.matches("-?\\d{1,5}(\\.\\d{1,4})?")) {
      throw new IllegalArgumentException(
          field.getAccessibleText() + ": \"" + text + "\" is no number");
    }
    double value = Double.parseDouble(text) / scale;
    if (!measure.allows(value)) {
      throw new IllegalArgumentException(
          field.getAccessibleText() + " goes from " + measure.range(scale));
    }
    return value;
  }

  /** What was typed; empty where something of it is none, and then that is said. */
  private Optional<Style> style() {
    try {
      var its = new ArrayList<Style.Line>();
      its.add(lines.get(0).line());
      if (second.isSelected()) {
        its.add(lines.get(1).line());
      }
      String title = name.getText().isBlank() ? "Own style" : name.getText().strip();
      return Optional.of(
          new Style(
              title.toLowerCase(Locale.ROOT).replaceAll("\\s+", "-"),
              title,
              its,
              number(spacing, Measure.SPACING),
              outlined.isSelected()
                  ? Optional.of(
                      new Style.Outline(
                          number(outlineWidth, Measure.OUTLINE_WIDTH),
                          Colour.parse(outlineColour.getText())))
                  : Optional.empty(),
              shadowed.isSelected()
                  ? Optional.of(
                      new Style.Shadow(
                          number(shadowX, Measure.SHADOW_X),
                          number(shadowY, Measure.SHADOW_Y),
                          before.shadow().map(Style.Shadow::colour).orElse(Colour.BLACK),
                          percent(shadowOpacity, Measure.SHADOW_OPACITY)))
                  : Optional.empty(),
              boxed.isSelected()
                  ? Optional.of(
                      new Style.Box(
                          Colour.parse(boxColour.getText()),
                          percent(boxOpacity, Measure.BOX_OPACITY),
                          number(boxRadius, Measure.BOX_RADIUS),
                          number(boxPadding, Measure.BOX_PADDING)))
                  : Optional.empty(),
              before.x(),
              percent(y, Measure.Y),
              hold.getValue(),
              align.getValue(),
              before.width(),
              band.isSelected(),
              number(smallest, Measure.SMALLEST),
              (int) number(mostLines, Measure.LINES),
              before.speed(),
              before.shortest(),
              Style.speakers(speakers.getText())));
    } catch (IllegalArgumentException e) {
      wrong.setText(e.getMessage() + ".");
      return Optional.empty();
    }
  }

  private void show() {
    if (box.getChildren().isEmpty()) {
      return;
    }
    lines.get(1).enable(second.isSelected());
    wrong.setText("");
    style()
        .ifPresent(style -> {
          wrong.setText(String.join("; ", TitlesPass.problems(style, setter.fonts())));
          preview.getChildren().clear();
          for (Frame frame : pictures) {
            preview.getChildren().add(picture(style, frame));
          }
        });
  }

  private Node picture(Style style, Frame frame) {
    Shape shape = frame.shape();
    double height = Math.min(PREVIEW, 400.0 * shape.height() / shape.width());
    var canvas = new Canvas(Math.ceil(height * shape.width() / shape.height()), Math.ceil(height));
    var fitter = new Fitter(setter, new LineBreaker("", List.of()), style, frame);
    String words =
        fitter.fits(fitter.set(sample, 1))
            ? sample
            : fitter.broken(sample, style.mostLines(), 1).orElse(sample);
    SetTitle title = fitter.set(words, 1);
    new TitlePainter(canvas.getGraphicsContext2D(), setter)
        .frame(
            frame,
            Area.picture(Shape.of(1920, 1080), shape),
            Optional.empty(),
            List.of(title),
            !fitter.fits(title),
            0,
            0,
            canvas.getHeight());
    return canvas;
  }

  Region node() {
    return box;
  }

  Node first() {
    return lines.getFirst().size;
  }
}
