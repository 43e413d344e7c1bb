package org.oddlot.window.kit;

import java.util.List;
import java.util.function.Function;
import javafx.css.CssMetaData;
import javafx.css.SimpleStyleableObjectProperty;
import javafx.css.Styleable;
import javafx.css.StyleableProperty;
import javafx.css.StyleablePropertyFactory;
import javafx.scene.canvas.Canvas;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;

/** A view that is drawn, not laid out, in the colours that the style sheet has for drawings. */
@SuppressWarnings("this-escape") // a property draws only once something is styled
public abstract class DrawnView extends Region {
  private static final StyleablePropertyFactory<DrawnView> FACTORY =
      new StyleablePropertyFactory<>(Region.getClassCssMetaData());
  private static final CssMetaData<DrawnView, Color> INK = color("-drawn-ink", its -> its.ink);
  private static final CssMetaData<DrawnView, Color> QUIET =
      color("-drawn-quiet", its -> its.quiet);
  private static final CssMetaData<DrawnView, Color> LINE = color("-drawn-line", its -> its.line);
  private static final CssMetaData<DrawnView, Color> DOUBT =
      color("-drawn-doubt", its -> its.doubt);
  private static final CssMetaData<DrawnView, Color> SETTLED =
      color("-drawn-settled", its -> its.settled);
  private static final CssMetaData<DrawnView, Color> WASH = color("-drawn-wash", its -> its.wash);

  private final StyleableProperty<Color> ink = property(INK);
  private final StyleableProperty<Color> quiet = property(QUIET);
  private final StyleableProperty<Color> line = property(LINE);
  private final StyleableProperty<Color> doubt = property(DOUBT);
  private final StyleableProperty<Color> settled = property(SETTLED);
  private final StyleableProperty<Color> wash = property(WASH);

  /** What is drawn on. */
  protected final Canvas canvas = new Canvas();

  /** Nothing drawn yet. */
  protected DrawnView() {
    getStyleClass().add("drawn");
    getChildren().add(canvas);
  }

  private static CssMetaData<DrawnView, Color> color(
      String name, Function<DrawnView, StyleableProperty<Color>> property) {
    return FACTORY.createColorCssMetaData(name, property, Color.BLACK);
  }

  private StyleableProperty<Color> property(CssMetaData<DrawnView, Color> metaData) {
    return new SimpleStyleableObjectProperty<>(
        metaData, this, metaData.getProperty(), Color.BLACK) {
      @Override
      protected void invalidated() {
        draw();
      }
    };
  }

  @Override
  public final List<CssMetaData<? extends Styleable, ?>> getCssMetaData() {
    return FACTORY.getCssMetaData();
  }

  /** Draws all that is to be seen; also run when a colour has changed. */
  protected abstract void draw();

  /** For lines and letters. */
  protected final Color ink() {
    return ink.getValue();
  }

  /** For what stands back. */
  protected final Color quiet() {
    return quiet.getValue();
  }

  /** For hairlines. */
  protected final Color line() {
    return line.getValue();
  }

  /** For the plumb and what is to be looked at. */
  protected final Color doubt() {
    return doubt.getValue();
  }

  /** For what is settled. */
  protected final Color settled() {
    return settled.getValue();
  }

  /** For what is chosen. */
  protected final Color wash() {
    return wash.getValue();
  }
}
