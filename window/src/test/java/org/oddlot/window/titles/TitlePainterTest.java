package org.oddlot.window.titles;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import javafx.scene.SnapshotParameters;
import javafx.scene.canvas.Canvas;
import javafx.scene.image.PixelReader;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.oddlot.caption.LineBreaker;
import org.oddlot.format.title.StyleFiles;
import org.oddlot.title.Area;
import org.oddlot.title.Colour;
import org.oddlot.title.Fitter;
import org.oddlot.title.Fonts;
import org.oddlot.title.Frame;
import org.oddlot.title.SetTitle;
import org.oddlot.title.Shape;
import org.oddlot.title.Style;
import org.oddlot.title.Typesetter;
import org.testfx.framework.junit5.ApplicationTest;

/** What the window draws is what was measured: the pixels of a picture, looked at. */
class TitlePainterTest extends ApplicationTest {
  private static final Shape SHAPE = Shape.of(960, 540);
  private static final Typesetter SETTER = new Typesetter(Fonts.shipped());

  @Override
  public void start(Stage stage) {
    // The toolkit alone is wanted.
  }

  private static SetTitle set(Style style, String words) {
    return new Fitter(
            SETTER,
            new LineBreaker("", List.of()),
            style.at(0.5, 0.6),
            Frame.of(SHAPE, Area.TITLE_SAFE, SHAPE))
        .set(words, 1);
  }

  /** Where something is brighter than the black that it is drawn on. */
  private Area drawn(SetTitle title) {
    double[] edges = {9999, 9999, -1, -1};
    interact(() -> {
      var canvas = new Canvas(SHAPE.width(), SHAPE.height());
      var to = canvas.getGraphicsContext2D();
      to.setFill(Color.BLACK);
      to.fillRect(0, 0, SHAPE.width(), SHAPE.height());
      new TitlePainter(to, SETTER).title(title, false);
      WritableImage image = canvas.snapshot(new SnapshotParameters(), null);
      PixelReader pixels = image.getPixelReader();
      for (int y = 0; y < SHAPE.height(); y++) {
        for (int x = 0; x < SHAPE.width(); x++) {
          if (pixels.getColor(x, y).getBrightness() > 0.25) {
            edges[0] = Math.min(edges[0], x);
            edges[1] = Math.min(edges[1], y);
            edges[2] = Math.max(edges[2], x + 1.0);
            edges[3] = Math.max(edges[3], y + 1.0);
          }
        }
      }
    });
    return new Area(edges[0], edges[1], edges[2], edges[3]);
  }

  private static void agree(Area drawn, Area measured, String what) {
    assertThat(drawn.left()).as(what).isCloseTo(measured.left(), within(1.5));
    assertThat(drawn.top()).as(what).isCloseTo(measured.top(), within(1.5));
    assertThat(drawn.right()).as(what).isCloseTo(measured.right(), within(1.5));
    assertThat(drawn.bottom()).as(what).isCloseTo(measured.bottom(), within(1.5));
  }

  @Test
  void lettersAreWhereTheyWereMeasured() {
    Style plain = StyleFiles.byName("boxed").orElseThrow().withBox(Optional.empty()).scaled(1.5);
    for (String words :
        List.of(
            "AVATAR To Ty",
            "The boom swings\nwhen the tide turns,",
            "Ύδρα και Αίγινα",
            "Маяк, ёж",
            "Ập e\u0301",
            "שלום לכל האי",
            "الفنار والعبارة")) {
      SetTitle title = set(plain, words);
      agree(drawn(title), title.seen(SETTER), words);
    }
  }

  @Test
  void outlineAndBoxAreWhereTheyWereMeasured() {
    Style outlined =
        StyleFiles.byName("plain")
            .orElseThrow()
            .withOutline(Optional.of(new Style.Outline(6, Colour.WHITE)));
    SetTitle title = set(outlined, "Not before");
    agree(drawn(title), title.seen(SETTER), "outline");
    Style boxed =
        StyleFiles.byName("boxed")
            .orElseThrow()
            .withBox(Optional.of(new Style.Box(Colour.WHITE, 1, 0, 20)));
    SetTitle inBox = set(boxed, "Not before\nthe lamps are lit.");
    agree(drawn(inBox), inBox.box().orElseThrow(), "box");
  }
}
