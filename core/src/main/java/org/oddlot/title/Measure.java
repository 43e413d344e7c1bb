package org.oddlot.title;

import org.oddlot.text.Phrase;

/** The numbers of a {@link Style}: what files call each, from where to where it goes, the usual. */
public enum Measure {
  SPACING("spacing", 0.5, 5, 1.25),
  WEIGHT("weight", 1, 1000, 600),
  SIZE("size", 4, 1000, 46),
  CAPITALS("capitals", 0.3, 1, 0.8),
  OUTLINE_WIDTH("width", 0, 100, 2),
  SHADOW_X("x", -200, 200, 2),
  SHADOW_Y("y", -200, 200, 2),
  SHADOW_OPACITY("opacity", 0, 1, 0.6),
  BOX_OPACITY("opacity", 0, 1, 0.72),
  BOX_RADIUS("radius", 0, 500, 6),
  BOX_PADDING("padding", 0, 500, 12),
  X("x", 0, 1, 0.5),
  Y("y", 0, 1, 0.9),
  WIDTH("width", 0.1, 1, 1),
  SMALLEST("smallest", 4, 1000, 34),
  LINES("lines", 1, 10, 2);

  private final String key;
  private final double least;
  private final double most;
  private final double usual;

  Measure(String key, double least, double most, double usual) {
    this.key = key;
    this.least = least;
    this.most = most;
    this.usual = usual;
  }

  /** What a file calls it, within its part of the style. */
  public String key() {
    return key;
  }

  /** What it is where nothing is said. */
  public double usual() {
    return usual;
  }

  /** Whether it can be this. */
  public boolean allows(double value) {
    return value >= least && value <= most;
  }

  /**
   * From where to where it goes, for people: {@code 0.5 to 5}.
   *
   * @param scale 1, or 100 where it is said in percent
   */
  public String range(int scale) {
    return Phrase.decimal(least * scale, 1) + " to " + Phrase.decimal(most * scale, 1);
  }
}
