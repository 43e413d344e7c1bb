package org.oddlot.window.titles;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.canvas.Canvas;
import javafx.scene.image.Image;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.oddlot.pass.titles.InShape;
import org.oddlot.pass.titles.TitleOption;
import org.oddlot.text.Phrase;
import org.oddlot.title.Area;
import org.oddlot.title.SetTitle;
import org.oddlot.title.Shape;
import org.oddlot.title.Typesetter;
import org.oddlot.window.kit.Words;

/** A title in its picture, in each shape, with what would be done about it. */
final class FramesView extends HBox {
  private static final double HEIGHT = 172;
  private static final double WIDEST = 330;

  FramesView() {
    super(18);
    setId("title-frames");
    setAlignment(Pos.TOP_LEFT);
    getStyleClass().add("title-frames");
  }

  /**
   * Shows a title.
   *
   * @param picked the ways that are picked
   * @param picture the shape of the picture in the timeline
   * @param behind what is seen there, if it is at hand
   * @param onChoice is told which shape was clicked
   */
  void show(
      List<InShape> shapes,
      Set<String> picked,
      Shape picture,
      Optional<Image> behind,
      Typesetter setter,
      Consumer<InShape> onChoice,
      Optional<InShape> chosen) {
    getChildren().clear();
    for (InShape shape : shapes) {
      var box = view(shape, picked, picture, behind, setter);
      box.setOnMouseClicked(_ -> onChoice.accept(shape));
      box.getStyleClass().add("title-frame");
      if (shapes.size() > 1 && chosen.filter(shape::equals).isPresent()) {
        box.getStyleClass().add("title-frame-chosen");
      }
      getChildren().add(box);
    }
  }

  private static VBox view(
      InShape shape, Set<String> picked, Shape picture, Optional<Image> behind, Typesetter setter) {
    Shape its = shape.frame().shape();
    double height = Math.min(HEIGHT, WIDEST * its.height() / its.width());
    var canvas = new Canvas(Math.ceil(height * its.width() / its.height()), Math.ceil(height));
    TitleOption way =
        shape.ways().stream()
            .filter(each -> picked.contains(its + " " + each.kind().word()))
            .findFirst()
            .orElseGet(shape::proposed);
    List<SetTitle> titles = new ArrayList<>();
    if (!way.pieces().isEmpty()) {
      titles.add(way.pieces().getFirst().title());
    }
    boolean misfit = !way.left().isEmpty() && !way.pieces().isEmpty();
    new TitlePainter(canvas.getGraphicsContext2D(), setter)
        .frame(
            shape.frame(),
            Area.picture(picture, its),
            behind,
            titles,
            misfit,
            0,
            0,
            canvas.getHeight());
    String says =
        shape.fits() && !titles.isEmpty()
            ? way.kind() == TitleOption.Kind.TYPED
                ? fills(titles, shape)
                : "fits on " + way.text().split(",", 2)[0]
            : way.text().split(",", 2)[0];
    canvas.setAccessibleText(its.ratio() + ": " + says);
    var name = Words.of(its.ratio() + " · " + its.sides(), "small-text");
    var what = Words.of(says, "small-text", shape.fits() ? "quiet" : "need");
    what.setMaxWidth(Math.max(120, canvas.getWidth()));
    var box = new VBox(2, canvas, name, what);
    box.setId("title-frame-" + its.ratio().replace(':', '-'));
    return box;
  }

  private static String fills(List<SetTitle> titles, InShape shape) {
    double width = titles.stream().mapToDouble(SetTitle::width).max().orElse(0);
    return Phrase.of(
        "fits, %d %% of the width", Math.round(100 * width / shape.frame().safe().width()));
  }

  /** What is seen, for those who cannot. */
  String inWords() {
    return getChildren().stream()
        .map(node -> ((VBox) node).getChildren().getFirst().getAccessibleText())
        .collect(Collectors.joining("; "));
  }
}
