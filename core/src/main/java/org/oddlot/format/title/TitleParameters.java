package org.oddlot.format.title;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonLiteral;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.profile.Field;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.MediaReference;
import org.oddlot.title.Area;
import org.oddlot.title.Colour;
import org.oddlot.title.SetTitle;
import org.oddlot.title.Shape;
import org.oddlot.title.Style;

/**
 * A title as Odd Lot writes it: the parameters of its generator. Lengths are pixels of the picture.
 */
public final class TitleParameters {
  /** What makes the picture of a title. */
  public static final String GENERATOR = "oddlot.title";

  private TitleParameters() {}

  /** Writes titles of one shape; what titles of a style have in common is made once. */
  public static final class Writer {
    private final Shape shape;
    private final JsonObject over;
    private final IdentityHashMap<Style, Map<Integer, JsonObject>> common = new IdentityHashMap<>();

    /**
     * @param over parameters of a template, of which everything is kept that is not said here
     */
    public Writer(Shape shape, JsonObject over) {
      this.shape = shape;
      this.over = over;
    }

    /** What makes a title that stands so. */
    public JsonObject write(SetTitle title) {
      Style style = title.style();
      JsonObject its =
          common
              .computeIfAbsent(style, _ -> new HashMap<>())
              .computeIfAbsent(title.lines().size(), count -> common(style, count));
      var members = new LinkedHashMap<String, JsonValue>(its.members());
      members.put("text", JsonString.of(title.words()));
      members.put("position", position(title));
      return JsonObject.of(members);
    }

    private JsonObject common(Style style, int lines) {
      var looks = new ArrayList<JsonObject>();
      for (int i = 0; i < lines; i++) {
        looks.add(line(style.line(i)));
      }
      JsonObject all =
          over.with("text", JsonString.of(""))
              .with("lines", JsonArray.of(looks))
              .with("line_spacing", number(style.spacing()));
      all =
          put(
              all,
              "outline",
              style
                  .outline()
                  .map(its ->
                      object(
                          "width", number(its.width()),
                          "colour", JsonString.of(its.colour().toString()))));
      all =
          put(
              all,
              "shadow",
              style
                  .shadow()
                  .map(its ->
                      object(
                          "x", number(its.x()),
                          "y", number(its.y()),
                          "colour", JsonString.of(its.colour().toString()),
                          "opacity", number(its.opacity()))));
      all =
          put(
              all,
              "box",
              style
                  .box()
                  .map(its ->
                      object(
                          "colour", JsonString.of(its.colour().toString()),
                          "opacity", number(its.opacity()),
                          "radius", number(its.radius()),
                          "padding", number(its.padding()))));
      return all.with("position", JsonObject.EMPTY)
          .with("align", JsonString.of(StyleFiles.word(style.align())))
          .with("width", number(style.width()));
    }

    private JsonObject position(SetTitle title) {
      Area text = title.text();
      double x =
          switch (title.style().align()) {
            case LEFT -> text.left();
            case CENTRE -> (text.left() + text.right()) / 2;
            case RIGHT -> text.right();
          };
      double y =
          switch (title.style().hold()) {
            case TOP -> text.top();
            case MIDDLE -> (text.top() + text.bottom()) / 2;
            case BOTTOM -> text.bottom();
          };
      return object(
          "x", number(x / shape.width()),
          "y", number(y / shape.height()),
          "hold", JsonString.of(StyleFiles.word(title.style().hold())));
    }
  }

  private static JsonObject line(Style.Line line) {
    JsonObject all =
        object(
            "font", JsonString.of(line.font()),
            "size", number(line.size()),
            "weight", JsonNumber.of(line.weight()),
            "case", JsonString.of(StyleFiles.word(line.letters())),
            "colour", JsonString.of(line.colour().toString()));
    if (line.italic()) {
      all = all.with("italic", JsonLiteral.of(true));
    }
    return line.letters() == Style.Letters.SMALL_CAPITALS
        ? all.with("capitals", number(line.capitals()))
        : all;
  }

  private static JsonObject put(JsonObject all, String key, Optional<JsonObject> value) {
    return value.isPresent() ? all.with(key, value.get()) : all.without(key);
  }

  private static JsonNumber number(double value) {
    return new JsonNumber(StyleFiles.number(value));
  }

  private static JsonObject object(Object... keysAndValues) {
    var members = new LinkedHashMap<String, JsonValue>();
    for (int i = 0; i < keysAndValues.length; i += 2) {
      members.put((String) keysAndValues[i], (JsonValue) keysAndValues[i + 1]);
    }
    return JsonObject.of(members);
  }

  /**
   * The style that a title shows, what it does not say being as in {@code usual}.
   *
   * @param scale how many pixels of its picture are one of a style
   */
  public static Style style(TitleClip title, double scale, Style usual) {
    var lines = new ArrayList<Style.Line>();
    for (int look = 0; look < title.looks(); look++) {
      lines.add(line(title, look, scale, usual.line(look)));
    }
    while (lines.size() > 1 && lines.getLast().equals(lines.get(lines.size() - 2))) {
      lines.removeLast();
    }
    JsonObject its = parameters(title.clip());
    JsonObject position = its.object("position");
    boolean own = its.get("position").isPresent() || its.get("lines").isPresent();
    Optional<Style.Box> box =
        its.get("box").isPresent()
            ? Optional.of(
                new Style.Box(
                    colour(its.object("box"), Colour.BLACK),
                    decimal(its.object("box"), "opacity", 1),
                    decimal(its.object("box"), "radius", 0) / scale,
                    decimal(its.object("box"), "padding", 0) / scale))
            : Optional.empty();
    Optional<Style.Outline> outline =
        its.get("outline").isPresent()
            ? Optional.of(
                new Style.Outline(
                    decimal(its.object("outline"), "width", 2) / scale,
                    colour(its.object("outline"), Colour.BLACK)))
            : Optional.empty();
    Optional<Style.Shadow> shadow =
        its.get("shadow").isPresent()
            ? Optional.of(
                new Style.Shadow(
                    decimal(its.object("shadow"), "x", 2) / scale,
                    decimal(its.object("shadow"), "y", 2) / scale,
                    colour(its.object("shadow"), Colour.BLACK),
                    decimal(its.object("shadow"), "opacity", 1)))
            : Optional.empty();
    double size = lines.getFirst().size();
    return new Style(
        "template",
        "As " + title.clip().name(),
        lines,
        decimal(its, "line_spacing", usual.spacing()),
        own ? outline : usual.outline(),
        own ? shadow : usual.shadow(),
        own ? box : Optional.empty(),
        part(title, Field.TITLE_X, usual.x()),
        part(title, Field.TITLE_Y, usual.y()),
        word(position, "hold", usual.hold(), Style.Hold.class),
        word(its, "align", usual.align(), Style.Align.class),
        decimal(its, "width", usual.width()),
        false,
        Math.min(Math.floor(size * 0.75), size),
        usual.mostLines(),
        usual.speed(),
        usual.shortest(),
        usual.speakers());
  }

  private static Style.Line line(TitleClip title, int look, double scale, Style.Line usual) {
    double size =
        title
            .value(TitleProperty.SIZE, look)
            .flatMap(TitleParameters::decimal)
            .filter(value -> value > 0)
            .map(value -> value / scale)
            .orElse(usual.size());
    int weight =
        title
            .value(TitleProperty.WEIGHT, look)
            .flatMap(TitleParameters::decimal)
            .map(Double::intValue)
            .orElse(usual.weight());
    Colour colour = usual.colour();
    try {
      colour = title.value(TitleProperty.COLOUR, look).map(Colour::parse).orElse(colour);
    } catch (IllegalArgumentException e) {
      // A colour of another spelling is kept in the template; only its contrast is not known.
    }
    return new Style.Line(
        title.value(TitleProperty.FONT, look).orElse(usual.font()),
        weight,
        size,
        title
            .value(TitleProperty.CASE, look)
            .map(word ->
                StyleFiles.ofWord(Style.Letters.class, word.toLowerCase(Locale.ROOT))
                    .orElse(Style.Letters.TYPED))
            .orElse(usual.letters()),
        usual.capitals(),
        colour,
        title.isItalic(look).orElse(usual.italic()));
  }

  private static JsonObject parameters(Clip clip) {
    return clip.media()
        .filter(MediaReference.Generator.class::isInstance)
        .map(media -> ((MediaReference.Generator) media).parameters())
        .orElse(JsonObject.EMPTY);
  }

  private static double part(TitleClip title, Field field, double otherwise) {
    return title
        .profile()
        .titleText(title.clip(), field)
        .flatMap(TitleParameters::decimal)
        .filter(value -> value >= 0 && value <= 1)
        .orElse(otherwise);
  }

  private static Optional<Double> decimal(String text) {
    try {
      return Optional.of(new BigDecimal(text).doubleValue());
    } catch (NumberFormatException e) {
      return Optional.empty();
    }
  }

  private static double decimal(JsonObject its, String key, double otherwise) {
    return its.get(key).map(JsonValue::display).flatMap(TitleParameters::decimal).orElse(otherwise);
  }

  private static Colour colour(JsonObject its, Colour otherwise) {
    try {
      return its.string("colour").map(Colour::parse).orElse(otherwise);
    } catch (IllegalArgumentException e) {
      return otherwise;
    }
  }

  private static <E extends Enum<E>> E word(
      JsonObject its, String key, E otherwise, Class<E> type) {
    return its.string(key).flatMap(word -> StyleFiles.ofWord(type, word)).orElse(otherwise);
  }
}
