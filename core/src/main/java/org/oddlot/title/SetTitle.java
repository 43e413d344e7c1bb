package org.oddlot.title;

import java.util.List;
import java.util.Optional;

/**
 * A title as it stands in a picture.
 *
 * @param lines from top to bottom
 * @param text where its lines stand, by what their fonts need above and below
 * @param style how it looks, in pixels of the picture
 */
public record SetTitle(List<SetLine> lines, Area text, Style style) {
  public SetTitle {
    lines = List.copyOf(lines);
  }

  /**
   * A line of it.
   *
   * @param text its letters as they were typed
   * @param look how it looks, in pixels of the picture
   * @param x where it begins
   * @param baseline where its letters stand
   * @param width from where it begins to where it ends
   */
  public record SetLine(String text, Style.Line look, double x, double baseline, double width) {}

  /** The box behind its lines, if it has one. */
  public Optional<Area> box() {
    return style.box().map(box -> text.grown(box.padding()));
  }

  /** The width of its widest line. */
  public double width() {
    return lines.stream().mapToDouble(SetLine::width).max().orElse(0);
  }

  /** Its words, a line each. */
  public String words() {
    return String.join("\n", lines.stream().map(SetLine::text).toList());
  }

  /** Where anything of it can be at the most; empty where it must be drawn to know. */
  Optional<Area> reach(Typesetter setter) {
    Area reach = box().orElse(text);
    for (SetLine line : lines) {
      Optional<Area> its = setter.reach(line.text, line.look, line.x, line.baseline, line.width);
      if (its.isEmpty()) {
        return its;
      }
      reach = reach.around(around(its.get()));
    }
    return Optional.of(reach);
  }

  /** All that is seen of it: letters, outline, shadow and box. */
  public Area seen(Typesetter setter) {
    Area seen = box().orElse(null);
    for (SetLine line : lines) {
      if (!line.text.isBlank()) {
        Area ink = setter.ink(line.text, line.look, line.x, line.baseline);
        seen = seen == null ? around(ink) : seen.around(around(ink));
      }
    }
    return seen == null ? text : seen;
  }

  private Area around(Area ink) {
    Area all = style.outline().map(outline -> ink.grown(outline.width())).orElse(ink);
    return style.shadow().map(shadow -> all.around(ink.moved(shadow.x(), shadow.y()))).orElse(all);
  }
}
