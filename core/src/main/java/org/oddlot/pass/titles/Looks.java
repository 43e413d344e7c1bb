package org.oddlot.pass.titles;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.oddlot.caption.Caption;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.Letters;
import org.oddlot.caption.Markup.Look;
import org.oddlot.format.title.StyleFiles;
import org.oddlot.format.title.TitleClip;
import org.oddlot.format.title.TitleParameters;
import org.oddlot.json.JsonObject;
import org.oddlot.material.LaidTitle;
import org.oddlot.material.Material;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Item;
import org.oddlot.title.Area;
import org.oddlot.title.Colour;
import org.oddlot.title.Fonts;
import org.oddlot.title.Shape;
import org.oddlot.title.Style;
import org.oddlot.title.Style.Hold;

/**
 * Which style titles are made in, and from which title, if from one.
 *
 * @param style the style
 * @param ofSpeakers the styles of those who have one of their own
 * @param template the title that it was taken from
 * @param isForAll whether a place is set for all titles, wherever captions stand
 * @param said what is worth saying about it
 */
record Looks(
    Style style,
    List<Style> ofSpeakers,
    Optional<TitleClip> template,
    boolean isForAll,
    List<String> said) {

  /**
   * How a caption looks: as the one who speaks, in italics where the caption is, and at the place
   * where it stands if that is not the usual one.
   */
  Style style(Caption caption) {
    Style its =
        ofSpeakers.stream()
            .filter(each ->
                each.speakers().stream().anyMatch(name -> isCalled(name, caption.speaker())))
            .findFirst()
            .orElse(style);
    its = italics(its, caption.text());
    return isForAll ? its : placed(its, caption.place());
  }

  private static boolean isCalled(String name, String speaker) {
    return Letters.folded(name.strip()).equals(Letters.folded(speaker.strip()));
  }

  /** Lines that are in italics from end to end. */
  private static Style italics(Style style, CaptionText text) {
    if (text.marks().isEmpty()) {
      return style;
    }
    var lines = new ArrayList<Style.Line>();
    int from = 0;
    for (String line : text.lines()) {
      Style.Line look = style.line(lines.size());
      lines.add(look.withItalic(look.italic() || isItalic(text, from, from + line.length())));
      from += line.length() + 1;
    }
    boolean isAll = lines.stream().allMatch(Style.Line::italic);
    if (lines.stream().noneMatch(Style.Line::italic)) {
      return style;
    }
    return isAll ? style.withLines(line -> line.withItalic(true)) : style.with(lines);
  }

  private static boolean isItalic(CaptionText text, int from, int to) {
    for (int i = from; i < to; i++) {
      if (Character.isLetterOrDigit(text.plain().charAt(i)) && !text.isOn(Look.ITALIC, i)) {
        return false;
      }
    }
    return to > from && text.isOn(Look.ITALIC, from + (to - from) / 2);
  }

  /** Whether some words within a line are in italics, and others are not. */
  static boolean hasMixedItalics(CaptionText text) {
    int from = 0;
    for (String line : text.lines()) {
      int to = from + line.length();
      int start = from;
      if (!isItalic(text, from, to)
          && IntStream.range(start, to)
              .anyMatch(i ->
                  Character.isLetterOrDigit(text.plain().charAt(i)) && text.isOn(Look.ITALIC, i))) {
        return true;
      }
      from = to + 1;
    }
    return false;
  }

  /** Where a caption stands if not at the bottom in the middle: as far from the edges as others. */
  private static Style placed(Style style, Caption.Placement place) {
    Style its =
        switch (place.height()) {
          case TOP ->
              style.at(style.hold() == Style.Hold.BOTTOM ? 1 - style.y() : 0.1, Hold.TOP, false);
          case MIDDLE -> style.at(0.5, Hold.MIDDLE, false);
          case BOTTOM -> style;
        };
    double beside = (1 - Math.min(its.width(), Area.TITLE_SAFE)) / 2;
    double padding = its.box().map(Style.Box::padding).orElse(0.0) / 1080;
    return switch (place.side()) {
      case LEFT -> its.at(beside + padding, Style.Align.LEFT);
      case RIGHT -> its.at(1 - beside - padding, Style.Align.RIGHT);
      case CENTRE -> its;
    };
  }

  /** Whether nothing but gaps lies on a title's track beside it. */
  private static boolean isAlone(LaidTitle title) {
    return title
        .placed()
        .parent()
        .map(parent ->
            parent.object().children().stream()
                    .filter(child -> child instanceof Item && !(child instanceof Gap))
                    .count()
                == 1)
        .orElse(false);
  }

  private static double scale(LaidTitle title) {
    JsonObject frame =
        title
            .placed()
            .timeline()
            .map(timeline -> timeline.metadata().object("oddlot").object("frame"))
            .orElse(JsonObject.EMPTY);
    long side = Math.min(frame.whole("width").orElse(1080L), frame.whole("height").orElse(1080L));
    return side > 0 ? side / 1080.0 : 1;
  }

  /** Whether a title lies in a timeline and was not made here of a caption. */
  private static boolean canBeTemplate(LaidTitle title) {
    return title.placed().timeline().isPresent()
        && title.title().clip().metadata().object("oddlot").object("caption").isEmpty();
  }

  /** The style that is set, with what a person ordered. */
  static Looks of(Material material, Settings settings, List<TitleOrder> orders) {
    Optional<Style> ordered =
        orders.stream()
            .filter(TitleOrder.Look.class::isInstance)
            .map(order -> ((TitleOrder.Look) order).style())
            .filter(style -> style.speakers().isEmpty())
            .reduce((_, last) -> last);
    var said = new ArrayList<String>();
    String named = settings.get(TitlesPass.STYLE);
    Style usual = StyleFiles.shipped().getFirst();
    Optional<TitleClip> template = Optional.empty();
    Style style = StyleFiles.byName(named).orElse(usual);
    if (named.equals(TitlesPass.OWN)) {
      Optional<Style> own = ordered.or(() -> forAll(material));
      if (own.isEmpty()) {
        said.add("there is no style file in the lot; " + usual.title() + " is taken");
      }
      style = own.orElse(usual);
    } else if (named.equals(TitlesPass.TEMPLATE)) {
      Optional<LaidTitle> found = template(material, settings.get(TitlesPass.WHICH), said);
      if (found.isPresent()) {
        template = found.map(LaidTitle::title);
        style = TitleParameters.style(found.get().title(), scale(found.get()), usual);
        uneven(found.get().title(), said);
      } else {
        said.add("there is no title in the timelines; " + usual.title() + " is taken");
      }
    }
    String place = settings.get(TitlesPass.PLACE);
    return new Looks(
        placed(style, place),
        ofSpeakers(material, orders).map(each -> placed(each, place)).toList(),
        template,
        !place.equals("style"),
        List.copyOf(said));
  }

  private static Optional<Style> forAll(Material material) {
    return material.all(Style.class).stream().filter(each -> each.speakers().isEmpty()).findFirst();
  }

  /** What a person ordered for somebody comes before what a file says. */
  private static Stream<Style> ofSpeakers(Material material, List<TitleOrder> orders) {
    return Stream.concat(
            orders.reversed().stream()
                .filter(TitleOrder.Look.class::isInstance)
                .map(order -> ((TitleOrder.Look) order).style()),
            material.all(Style.class).stream())
        .filter(style -> !style.speakers().isEmpty());
  }

  private static Style placed(Style style, String place) {
    return switch (place) {
      case "low" -> style.at(0.9, Style.Hold.BOTTOM, false);
      case "high" -> style.at(0.1, Style.Hold.TOP, false);
      case "middle" -> style.at(0.5, Style.Hold.MIDDLE, false);
      case "band" -> style.at(style.y(), style.hold(), true);
      default -> style;
    };
  }

  private static Optional<LaidTitle> template(Material material, String which, List<String> said) {
    List<LaidTitle> all =
        material.derive(LaidTitle.ALL).stream().filter(Looks::canBeTemplate).toList();
    if (!which.isBlank()) {
      Optional<LaidTitle> chosen =
          all.stream()
              .filter(each ->
                  each.title().clip().name().equals(which) || each.title().text().equals(which))
              .findFirst();
      if (chosen.isEmpty()) {
        said.add(Phrase.of("there is no title \"%s\" to take the look of", which));
      }
      return chosen.or(() -> all.stream().findFirst());
    }
    List<LaidTitle> alone = all.stream().filter(Looks::isAlone).toList();
    if (alone.size() == 1) {
      return Optional.of(alone.getFirst());
    }
    if (!all.isEmpty()) {
      LaidTitle first = alone.isEmpty() ? all.getFirst() : alone.getFirst();
      said.add(
          Phrase.of(
              "%s: \"%s\" is taken; any other can be named",
              alone.isEmpty()
                  ? "no title is the only thing on its track"
                  : alone.size() + " titles are the only thing on their tracks",
              first.title().clip().name()));
      return Optional.of(first);
    }
    return Optional.empty();
  }

  private static void uneven(TitleClip title, List<String> said) {
    Style style = TitleParameters.style(title, 1, StyleFiles.shipped().getFirst());
    if (style.lines().size() > 1) {
      Style.Line first = style.line(0);
      Style.Line second = style.line(1);
      said.add(
          Phrase.of(
              "the lines of \"%s\" look unlike: %s %d at %s px, then %s %d at %s px",
              title.clip().name(),
              first.font(),
              first.weight(),
              Phrase.decimal(first.size(), 1),
              second.font(),
              second.weight(),
              Phrase.decimal(second.size(), 1)));
    }
  }

  /** What is wrong with a style by itself: fonts that are not there, too little contrast. */
  static List<String> problems(Style style, Fonts fonts) {
    var problems = new ArrayList<String>();
    for (Style.Line line : style.lines()) {
      fonts.problem(line).filter(p -> !problems.contains(p)).ifPresent(problems::add);
      style
          .box()
          .ifPresent(box -> {
            double least = leastContrast(line.colour(), box);
            if (least < 4.5) {
              problems.add(
                  Phrase.of(
                      "%s on its box has a contrast of %.1f : 1 over %s; 4.5 can be read (WCAG 2.2)",
                      line.colour(), least, isDarkWorse(line.colour(), box) ? "black" : "white"));
            }
          });
    }
    return List.copyOf(problems);
  }

  /** A box that lets the picture through is as dark or light as what is behind it. */
  static double leastContrast(Colour letters, Style.Box box) {
    return Math.min(
        letters.contrast(box.colour().over(Colour.BLACK, box.opacity())),
        letters.contrast(box.colour().over(Colour.WHITE, box.opacity())));
  }

  private static boolean isDarkWorse(Colour letters, Style.Box box) {
    return letters.contrast(box.colour().over(Colour.BLACK, box.opacity()))
        < letters.contrast(box.colour().over(Colour.WHITE, box.opacity()));
  }

  /** The shape of the picture that a setting names; 16:9 where it names none. */
  static Shape picture(Settings settings) {
    return Shape.parse(settings.get(TitlesPass.PICTURE));
  }
}
