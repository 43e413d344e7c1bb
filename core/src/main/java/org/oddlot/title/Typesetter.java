package org.oddlot.title;

import java.awt.Font;
import java.awt.font.FontRenderContext;
import java.awt.font.GlyphVector;
import java.awt.font.LineMetrics;
import java.awt.font.TextAttribute;
import java.awt.font.TextLayout;
import java.awt.geom.AffineTransform;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.text.AttributedString;
import java.text.Bidi;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.oddlot.title.Style.Letters;
import org.oddlot.title.Style.Line;

/**
 * Sets lines in their fonts: shaped with kerning, not hinted, so that a line twice as large is
 * twice as wide. What is drawn are the outlines of what was measured.
 */
public final class Typesetter {
  private static final FontRenderContext EXACT =
      new FontRenderContext(new AffineTransform(), true, true);

  /** Measured at this size and scaled; rounding inside the shaper is of no account then. */
  private static final float MEASURED_AT = 1000;

  private static final int MOST_KEPT = 60_000;

  private static final char FIRST_UNUSUAL = 0x2027;

  private final Fonts fonts;
  private final Map<Key, Double> widths = new ConcurrentHashMap<>();
  private final Map<Fonts.Face, Metrics> metrics = new ConcurrentHashMap<>();

  private record Key(
      String font, int weight, boolean italic, Letters letters, double capitals, String text) {}

  /**
   * How far a font's letters reach, in sizes: as it promises above and below the base line, and at
   * the most that any usual letter is seen beside, above and below its place.
   */
  private record Metrics(double ascent, double descent, double beside, double up, double down) {}

  /**
   * Letters of one font and size.
   *
   * @param size in parts of the line's
   * @param isDrawn whether its font has its letters
   */
  private record Run(String text, Fonts.Face face, double size, boolean isDrawn) {
    static Run of(String text, Fonts.Face face, double size) {
      boolean isDrawn =
          face.font().canDisplayUpTo(text) < 0
              || text.codePoints().allMatch(each -> isUnseen(each) || face.font().canDisplay(each));
      return new Run(text, face, size, isDrawn);
    }

    boolean isLike(Run other) {
      return size == other.size && face.equals(other.face) && isDrawn == other.isDrawn;
    }
  }

  public Typesetter(Fonts fonts) {
    this.fonts = fonts;
  }

  /** The fonts that it sets in. */
  public Fonts fonts() {
    return fonts;
  }

  /** How wide a line is, from where it begins to where the next letter would stand, in pixels. */
  public double width(String text, Line line) {
    var key =
        new Key(line.font(), line.weight(), line.italic(), line.letters(), line.capitals(), text);
    Double known = widths.get(key);
    if (known == null) {
      if (widths.size() > MOST_KEPT) {
        widths.clear();
      }
      known = measured(text, line) / MEASURED_AT;
      widths.put(key, known);
    }
    return known * line.size();
  }

  /** How far capitals and accents of a line's font reach above its base line, in pixels. */
  public double ascent(Line line) {
    return metrics(line).ascent * line.size();
  }

  /** How far letters of a line's font reach below its base line, in pixels. */
  public double descent(Line line) {
    return metrics(line).descent * line.size();
  }

  private Metrics metrics(Line line) {
    return metrics.computeIfAbsent(
        fonts.nearest(line.font(), line.weight(), line.italic()),
        face -> {
          Font font = face.font().deriveFont(MEASURED_AT);
          LineMetrics its = font.getLineMetrics("Hg", EXACT);
          double beside = 0;
          double up = 0;
          double down = 0;
          for (char letter = ' '; letter < FIRST_UNUSUAL; letter++) {
            if (isUsual(letter) && font.canDisplay(letter)) {
              GlyphVector glyph = font.createGlyphVector(EXACT, Character.toString(letter));
              Rectangle2D ink = glyph.getVisualBounds();
              double advance = glyph.getGlyphPosition(1).getX();
              beside = Math.max(beside, Math.max(-ink.getMinX(), ink.getMaxX() - advance));
              up = Math.max(up, -ink.getMinY());
              down = Math.max(down, ink.getMaxY());
            }
          }
          return new Metrics(
              its.getAscent() / MEASURED_AT,
              its.getDescent() / MEASURED_AT,
              beside / MEASURED_AT,
              up / MEASURED_AT,
              down / MEASURED_AT);
        });
  }

  /** Letters that stand by themselves: none that goes over or under its neighbour. */
  private static boolean isUsual(char letter) {
    return (letter >= ' ' && letter < 0x7F)
        || (letter >= 0xA0 && letter < 0x180)
        || (letter >= 0x386 && letter < 0x3CF)
        || (letter >= 0x400 && letter < 0x460)
        || (letter >= 0x2010 && letter < 0x2027);
  }

  /**
   * Where a line can be seen at the most, its base line beginning at {@code x, y}; empty where its
   * letters must be drawn to know.
   */
  Optional<Area> reach(String text, Line line, double x, double y, double width) {
    for (int i = 0; i < text.length(); i++) {
      if (!isUsual(text.charAt(i))) {
        return Optional.empty();
      }
    }
    Metrics its = metrics(line);
    Fonts.Face face = fonts.nearest(line.font(), line.weight(), line.italic());
    if (face.font().canDisplayUpTo(text) >= 0) {
      return Optional.empty();
    }
    double size = line.size();
    return Optional.of(
        new Area(
            x - its.beside * size,
            y - its.up * size,
            x + width + its.beside * size,
            y + its.down * size));
  }

  private double measured(String text, Line line) {
    if (text.isEmpty()) {
      return 0;
    }
    List<Run> runs = runs(text, line);
    if (runs.stream().anyMatch(run -> !run.isDrawn())) {
      // What no font here has, another one draws: as wide as such letters usually are.
      return runs.stream().mapToDouble(Typesetter::likelyWidth).sum();
    }
    if (runs.size() == 1 && isPlain(text)) {
      GlyphVector glyphs = glyphs(runs.getFirst());
      return glyphs.getGlyphPosition(glyphs.getNumGlyphs()).getX();
    }
    return layout(runs).getAdvance();
  }

  private static double likelyWidth(Run run) {
    return run.isDrawn()
        ? layout(List.of(run)).getAdvance()
        : org.oddlot.caption.Letters.columns(run.text) * run.size * MEASURED_AT / 2;
  }

  /**
   * What of a text a line's font does not have.
   *
   * @param letters which, each once, in the order in which they come
   * @param font what the line's font is called
   * @param others the families that have them instead; empty for letters that none has
   */
  public record Lacking(String letters, String font, List<String> others) {}

  /** What of a text a line's font does not have: first what others have, then what none has. */
  public List<Lacking> lacking(String text, Line line) {
    Fonts.Face face = fonts.nearest(line.font(), line.weight(), line.italic());
    if (face.font().canDisplayUpTo(text) < 0) {
      return List.of();
    }
    var elsewhere = new StringBuilder();
    var nowhere = new StringBuilder();
    var others = new LinkedHashSet<String>();
    text.codePoints()
        .distinct()
        .filter(letter -> !face.font().canDisplay(letter) && !isUnseen(letter))
        .forEach(letter -> {
          Fonts.Face having = fonts.having(letter, face);
          if (having.font().canDisplay(letter)) {
            others.add(having.family());
            elsewhere.appendCodePoint(letter);
          } else {
            nowhere.appendCodePoint(letter);
          }
        });
    return Stream.of(
            new Lacking(elsewhere.toString(), face.family(), List.copyOf(others)),
            new Lacking(nowhere.toString(), face.family(), List.of()))
        .filter(each -> !each.letters.isEmpty())
        .toList();
  }

  /** Signs that say how others are set, and are drawn by no font. */
  private static boolean isUnseen(int letter) {
    return switch (Character.getType(letter)) {
      case Character.FORMAT, Character.CONTROL, Character.LINE_SEPARATOR -> true;
      default -> letter >= 0xFE00 && letter <= 0xFE0F;
    };
  }

  private static GlyphVector glyphs(Run run) {
    char[] letters = run.text.toCharArray();
    return run.face
        .font()
        .deriveFont((float) (MEASURED_AT * run.size))
        .layoutGlyphVector(EXACT, letters, 0, letters.length, Font.LAYOUT_LEFT_TO_RIGHT);
  }

  private static boolean isPlain(String text) {
    return !Bidi.requiresBidi(text.toCharArray(), 0, text.length());
  }

  private static TextLayout layout(List<Run> runs) {
    var all = new StringBuilder();
    runs.forEach(run -> all.append(run.text));
    var attributed = new AttributedString(all.toString());
    int at = 0;
    for (Run run : runs) {
      attributed.addAttribute(
          TextAttribute.FONT,
          run.face.font().deriveFont((float) (MEASURED_AT * run.size)),
          at,
          at + run.text.length());
      at += run.text.length();
    }
    return new TextLayout(attributed.getIterator(), EXACT);
  }

  /** A line as letters of one font and size each; what the font has not, another has. */
  private List<Run> runs(String text, Line line) {
    Fonts.Face face = fonts.nearest(line.font(), line.weight(), line.italic());
    if (line.letters() != Letters.SMALL_CAPITALS && face.font().canDisplayUpTo(text) < 0) {
      return List.of(
          line.letters() == Letters.TYPED
              ? new Run(text, face, 1, true)
              : Run.of(cased(text, line.letters()), face, 1));
    }
    var runs = new ArrayList<Run>();
    text.codePoints()
        .forEach(letter -> {
          boolean isSmall =
              line.letters() == Letters.SMALL_CAPITALS && Character.isLowerCase(letter);
          var its =
              Run.of(
                  cased(Character.toString(letter), line.letters()),
                  fonts.having(letter, face),
                  isSmall ? line.capitals() : 1);
          // A mark belongs to the letter before it, whatever font has it.
          boolean joins = Character.getType(letter) == Character.NON_SPACING_MARK;
          if (!runs.isEmpty() && (joins || runs.getLast().isLike(its))) {
            Run last = runs.removeLast();
            runs.add(Run.of(last.text + its.text, last.face, last.size));
          } else {
            runs.add(its);
          }
        });
    return runs;
  }

  private static String cased(String text, Letters letters) {
    return letters == Letters.TYPED ? text : text.toUpperCase(Locale.ROOT);
  }

  /** The letters of a line as they are drawn, its base line beginning at {@code x, y}. */
  public Path2D outline(String text, Line line, double x, double y) {
    var place = AffineTransform.getTranslateInstance(x, y);
    place.scale(line.size() / MEASURED_AT, line.size() / MEASURED_AT);
    var path = new Path2D.Double(Path2D.WIND_NON_ZERO);
    if (text.isBlank()) {
      return path;
    }
    List<Run> runs = runs(text, line);
    path.append(
        runs.size() == 1 && isPlain(text)
            ? glyphs(runs.getFirst()).getOutline().getPathIterator(place)
            : layout(runs).getOutline(null).getPathIterator(place),
        false);
    return path;
  }

  /** Where the letters of a line are seen, its base line beginning at {@code x, y}. */
  public Area ink(String text, Line line, double x, double y) {
    Rectangle2D its = outline(text, line, x, y).getBounds2D();
    return its.isEmpty()
        ? new Area(x, y, x, y)
        : new Area(its.getMinX(), its.getMinY(), its.getMaxX(), its.getMaxY());
  }
}
