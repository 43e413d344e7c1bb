package org.oddlot.title;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.caption.Timebase;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;

/**
 * The shape of a picture.
 *
 * @param width in pixels, 16 to 16384
 * @param height in pixels, 16 to 16384
 * @param frames what its frames are counted at; empty for those of the timeline
 */
public record Shape(int width, int height, Optional<Timebase.Frames> frames) {
  private static final Pattern WRITTEN =
      Pattern.compile("(\\d{1,5})\\s*[x×]\\s*(\\d{1,5})(?:\\s*@\\s*([\\d./]+)\\s*(df|ndf)?)?");
  private static final Map<String, Shape> NAMED =
      Map.of(
          "16:9", of(1920, 1080),
          "1:1", of(1080, 1080),
          "9:16", of(1080, 1920),
          "4:5", of(1080, 1350));

  public Shape {
    if (width < 16 || height < 16 || width > 16384 || height > 16384) {
      throw new IllegalArgumentException(
          Phrase.of("%d × %d is no picture; sides are 16 to 16384 pixels", width, height));
    }
  }

  /** A shape at the frames of the timeline. */
  public static Shape of(int width, int height) {
    return new Shape(width, height, Optional.empty());
  }

  /**
   * Reads {@code 1080x1080}, {@code 1080x1080@29.97df} or one of the usual ratios.
   *
   * @throws IllegalArgumentException if it is none; the message says why
   */
  public static Shape parse(String text) {
    String word = text.strip();
    int at = word.indexOf('@');
    Shape named = NAMED.get((at < 0 ? word : word.substring(0, at)).strip());
    String sides = named == null ? word : named + (at < 0 ? "" : word.substring(at));
    Matcher matcher = WRITTEN.matcher(sides);
    if (!matcher.matches()) {
      throw new IllegalArgumentException(
          Phrase.of(
              "\"%s\" is no shape; it is written like 1080x1080, 1080x1080@29.97df or 9:16", word));
    }
    Optional<Timebase.Frames> frames = Optional.empty();
    if (matcher.group(3) != null) {
      FrameRate rate = FrameRate.parse(matcher.group(3));
      boolean drop = "df".equals(matcher.group(4));
      if (drop && !rate.canDropFrames()) {
        throw new IllegalArgumentException(
            Phrase.of("there is no drop-frame counting at %s", rate));
      }
      frames = Optional.of(new Timebase.Frames(rate, drop));
    }
    return new Shape(
        Integer.parseInt(matcher.group(1)), Integer.parseInt(matcher.group(2)), frames);
  }

  /**
   * Reads several, separated by commas, each once.
   *
   * @throws IllegalArgumentException if one of them is none
   */
  public static List<Shape> parseAll(String text) {
    var shapes = new ArrayList<Shape>();
    for (String word : text.split("[,;]", -1)) {
      if (!word.isBlank() && !shapes.contains(parse(word))) {
        shapes.add(parse(word));
      }
    }
    return List.copyOf(shapes);
  }

  /** Its usual ratio, {@code 16:9}; the sides where it has none. */
  public String ratio() {
    int divisor = BigInteger.valueOf(width).gcd(BigInteger.valueOf(height)).intValue();
    int across = width / divisor;
    int down = height / divisor;
    return across <= 21 && down <= 21 ? across + ":" + down : sides();
  }

  /** {@code 1080 × 1080}. */
  public String sides() {
    return width + " × " + height;
  }

  /** How many pixels one pixel of a style is: styles are made for a short side of 1080. */
  public double scale() {
    return Math.min(width, height) / 1080.0;
  }

  /** As it is written in settings. */
  @Override
  public String toString() {
    return width
        + "x"
        + height
        + frames.map(its -> "@" + its.rate() + (its.dropFrame() ? "df" : "")).orElse("");
  }
}
