package org.oddlot.format.caption;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.oddlot.caption.Caption.Height;
import org.oddlot.caption.Caption.Placement;
import org.oddlot.caption.Caption.Side;
import org.oddlot.caption.Markup;
import org.oddlot.caption.Markup.Look;

/** How letters look and where they stand in a TTML document: its styles and its regions. */
final class TtmlLooks {
  private static final List<Look> LOOKS = List.of(Look.values());

  /** What captions have no word for, by its attribute. */
  private static final SortedMap<String, String> OTHER_LOOKS =
      new TreeMap<>(
          Map.of(
              "color", "colours",
              "backgroundColor", "backgrounds",
              "fontSize", "sizes of letters",
              "fontFamily", "fonts",
              "writingMode", "writing direction",
              "opacity", "opacity",
              "textOutline", "outlines"));

  /** Looks that captions have where nothing is said. */
  private static final Set<String> USUAL_LOOKS =
      Set.of(
          "",
          "white",
          "#ffffff",
          "#ffffffff",
          "transparent",
          "black",
          "#000000",
          "#000000ff",
          "100%",
          "1c",
          "default",
          "lrtb",
          "lr",
          "1",
          "1.0",
          "none");

  private final Map<String, Map<String, String>> styles = new HashMap<>();
  private final Map<String, Map<String, String>> regions = new HashMap<>();

  /** Keeps what a region says. */
  void region(TtmlElement element) {
    regions.put(element.attributes.getOrDefault("id", ""), new HashMap<>(element.looks));
  }

  /** Keeps what a style says, by itself or for the region that it stands in. */
  void style(TtmlElement element, @Nullable TtmlElement outer) {
    Map<String, String> looks = named(element.attributes, Map.of());
    String id = element.attributes.get("id");
    if (id != null) {
      styles.put(id, looks);
    }
    if (outer != null && outer.name.equals("region")) {
      regions
          .computeIfAbsent(outer.attributes.getOrDefault("id", ""), _ -> new HashMap<>())
          .putAll(looks);
    }
  }

  /** How letters look in an element that says this, within another one. */
  Map<String, String> of(TtmlAttributes attributes, Map<String, String> outer) {
    Map<String, String> inherited = outer;
    if (inherited.containsKey("displayAlign")) {
      // Where lines stand in their region is not inherited.
      inherited = new HashMap<>(inherited);
      inherited.remove("displayAlign");
    }
    return named(attributes, inherited);
  }

  /**
   * What an element says about how its letters look, the styles it names first, over what it
   * inherits.
   */
  private Map<String, String> named(TtmlAttributes attributes, Map<String, String> inherited) {
    // Most elements say when they are and nothing else.
    if (!attributes.saysLooks()) {
      return inherited;
    }
    var looks = new HashMap<>(inherited);
    String named = attributes.get("style");
    if (named != null) {
      for (String id : named.split("\\s+", -1)) {
        looks.putAll(styles.getOrDefault(id, Map.of()));
      }
    }
    attributes.looksInto(looks);
    return looks;
  }

  /** What holds for a paragraph as a whole. */
  List<Markup> ofParagraph(TtmlElement element) {
    var all = new ArrayList<Markup>();
    for (Look look : LOOKS) {
      if (isOn(element, look) || isOnByRegion(element, look)) {
        all.add(new Markup.Style(look, true));
      }
    }
    Map<String, String> region = regions.getOrDefault(element.region, Map.of());
    Set<String> more = new TreeSet<>();
    OTHER_LOOKS.forEach((attribute, what) -> {
      String its = element.looks.getOrDefault(attribute, region.getOrDefault(attribute, ""));
      if (!isUsual(its)) {
        more.add(what);
      }
    });
    more.forEach(what -> all.add(new Markup.Other(what)));
    return all;
  }

  /** Looks that a span has and what is around it has not. */
  List<Look> ofSpan(TtmlElement element) {
    return LOOKS.stream()
        .filter(look -> isOn(element, look) && !isOn(element.outer(), look))
        .toList();
  }

  /** What captions have no word for, and is otherwise in a span than around it. */
  List<Markup> othersOfSpan(TtmlElement element) {
    var all = new ArrayList<Markup>();
    OTHER_LOOKS.forEach((attribute, what) -> {
      String look = element.looks.getOrDefault(attribute, "");
      boolean isSaid = !look.isEmpty() && !look.equals(element.outer().looks.get(attribute));
      if (isSaid && (attribute.equals("color") || !isUsual(look))) {
        all.add(new Markup.Other(what));
      }
    });
    return all;
  }

  private static boolean isUsual(String look) {
    return USUAL_LOOKS.contains(look.toLowerCase(Locale.ROOT));
  }

  private static boolean isOn(TtmlElement element, Look look) {
    return isOn(element.looks, look);
  }

  /**
   * What a region says is inherited by what stands in it and says nothing else (TTML2, 8.4.4.3).
   */
  private boolean isOnByRegion(TtmlElement element, Look look) {
    return !element.looks.containsKey(attribute(look))
        && isOn(regions.getOrDefault(element.region, Map.of()), look);
  }

  private static String attribute(Look look) {
    return switch (look) {
      case ITALIC -> "fontStyle";
      case BOLD -> "fontWeight";
      case UNDERLINE -> "textDecoration";
    };
  }

  private static boolean isOn(Map<String, String> looks, Look look) {
    String said = looks.getOrDefault(attribute(look), "");
    return switch (look) {
      case ITALIC -> List.of("italic", "oblique").contains(said);
      case BOLD -> said.equals("bold");
      case UNDERLINE -> List.of(said.split(" ", -1)).contains("underline");
    };
  }

  /** Where a paragraph stands in the picture. */
  Placement place(TtmlElement element) {
    Map<String, String> region = regions.getOrDefault(element.region, Map.of());
    String align =
        element.looks.getOrDefault("textAlign", region.getOrDefault("textAlign", "center"));
    // Where no region is named, the whole picture is one and captions begin at its top; what is
    // meant then is nearly always the usual place.
    String display = region.getOrDefault("displayAlign", region.isEmpty() ? "after" : "before");
    Height height =
        switch (display) {
          case "before" -> Height.TOP;
          case "center" -> Height.MIDDLE;
          default -> Height.BOTTOM;
        };
    Side side =
        switch (align) {
          case "left", "start" -> Side.LEFT;
          case "right", "end" -> Side.RIGHT;
          default -> Side.CENTRE;
        };
    boolean isUsual = height == Height.BOTTOM && side == Side.CENTRE;
    return isUsual ? Placement.USUAL : new Placement(height, side);
  }
}
