package org.oddlot.title;

import java.util.Locale;
import org.oddlot.text.Phrase;

/**
 * A colour in sRGB.
 *
 * @param red 0 to 255
 * @param green 0 to 255
 * @param blue 0 to 255
 */
public record Colour(int red, int green, int blue) {
  public static final Colour WHITE = new Colour(255, 255, 255);
  public static final Colour BLACK = new Colour(0, 0, 0);

  /**
   * Reads {@code #rrggbb}, or {@code #rgb} with each digit standing for two (CSS Color Level 4,
   * 5.2), the number sign left out or not.
   *
   * @throws IllegalArgumentException if it is none
   */
  public static Colour parse(String text) {
    String digits = text.strip().toLowerCase(Locale.ROOT).replaceFirst("^#", "");
    if (digits.matches("[0-9a-f]{3}")) {
      digits = digits.replaceAll("[0-9a-f]", "$0$0");
    }
    if (!digits.matches("[0-9a-f]{6}")) {
      throw new IllegalArgumentException(
          Phrase.of("\"%s\" is no colour; it is written like #ffd27a", text));
    }
    int all = Integer.parseInt(digits, 16);
    return new Colour(all >> 16, all >> 8 & 0xFF, all & 0xFF);
  }

  /** This, so opaque, over another. */
  public Colour over(Colour below, double opacity) {
    return new Colour(
        mix(red, below.red, opacity),
        mix(green, below.green, opacity),
        mix(blue, below.blue, opacity));
  }

  private static int mix(int above, int below, double opacity) {
    return (int) Math.round(above * opacity + below * (1 - opacity));
  }

  /** Relative luminance, 0 to 1: W3C WCAG 2.2, "relative luminance". */
  public double luminance() {
    return 0.2126 * linear(red) + 0.7152 * linear(green) + 0.0722 * linear(blue);
  }

  private static double linear(int channel) {
    double value = channel / 255.0;
    return value <= 0.04045 ? value / 12.92 : Math.pow((value + 0.055) / 1.055, 2.4);
  }

  /** How much it stands out from another, 1 to 21: W3C WCAG 2.2, "contrast ratio". */
  public double contrast(Colour other) {
    double its = luminance();
    double others = other.luminance();
    return (Math.max(its, others) + 0.05) / (Math.min(its, others) + 0.05);
  }

  /** {@code #rrggbb}. */
  @Override
  public String toString() {
    return Phrase.of("#%02x%02x%02x", red, green, blue);
  }
}
