package org.oddlot.title;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.oddlot.time.Rational;

/**
 * How titles look. Lengths are pixels of a picture whose short side has 1080.
 *
 * @param name what it is called in documents
 * @param title what people call it
 * @param lines the look of the first line, of the second, and so on; the last holds for all below
 * @param spacing from one base line to the next, in sizes of the lower line
 * @param outline around the letters
 * @param shadow behind the letters
 * @param box behind all lines
 * @param x where it stands across the picture, 0 to 1: its left end, middle or right end, by {@code
 *     align}
 * @param y where it stands down the picture, 0 to 1, by {@code hold}
 * @param hold which part of it stands at {@code y}
 * @param align how its lines stand
 * @param width how wide it may be, in parts of the picture; the safe area holds beside it
 * @param inBand whether it goes under a wide picture that lies in an upright or square one
 * @param smallest how small the first line may be made to fit
 * @param mostLines how many lines it may have without asking
 * @param speed letters a second at the most, spaces with them
 * @param shortest seconds at the least
 * @param speakers whose words look so, where a lot has a style for somebody; none for everybody's
 */
public record Style(
    String name,
    String title,
    List<Line> lines,
    double spacing,
    Optional<Outline> outline,
    Optional<Shadow> shadow,
    Optional<Box> box,
    double x,
    double y,
    Hold hold,
    Align align,
    double width,
    boolean inBand,
    double smallest,
    int mostLines,
    Rational speed,
    Rational shortest,
    List<String> speakers) {
  public Style {
    speakers = List.copyOf(speakers);
    lines = List.copyOf(lines);
    if (lines.isEmpty()) {
      throw new IllegalArgumentException("A style has at least one line");
    }
  }

  /**
   * The look of a line.
   *
   * @param font the family's name
   * @param weight 100 to 900, as fonts have it: 400 is regular, 600 semi-bold
   * @param size of the letters, in pixels
   * @param letters which letters are capitals
   * @param capitals the size of small capitals, in parts of {@code size}
   * @param colour of the letters
   * @param italic whether they are set in italics
   */
  public record Line(
      String font,
      int weight,
      double size,
      Letters letters,
      double capitals,
      Colour colour,
      boolean italic) {

    /** An upright line. */
    public Line(
        String font, int weight, double size, Letters letters, double capitals, Colour colour) {
      this(font, weight, size, letters, capitals, colour, false);
    }

    /** This in another font. */
    public Line withFont(String newFont) {
      return new Line(newFont, weight, size, letters, capitals, colour, italic);
    }

    /** This in another weight. */
    public Line withWeight(int newWeight) {
      return new Line(font, newWeight, size, letters, capitals, colour, italic);
    }

    /** This in italics, or upright. */
    public Line withItalic(boolean newItalic) {
      return newItalic == italic
          ? this
          : new Line(font, weight, size, letters, capitals, colour, newItalic);
    }

    /** This in another size. */
    public Line withSize(double newSize) {
      return new Line(font, weight, newSize, letters, capitals, colour, italic);
    }

    /** This with other capitals. */
    public Line withLetters(Letters newLetters) {
      return new Line(font, weight, size, newLetters, capitals, colour, italic);
    }

    /** This in another colour. */
    public Line withColour(Colour newColour) {
      return new Line(font, weight, size, letters, capitals, newColour, italic);
    }
  }

  /** Which letters are capitals. */
  public enum Letters {
    /** Those that were typed so. */
    TYPED("as typed"),
    /** All. */
    CAPITALS("capitals"),
    /** All, those that were typed small being smaller. */
    SMALL_CAPITALS("small capitals");

    private final String words;

    Letters(String words) {
      this.words = words;
    }

    /** For people. */
    public String words() {
      return words;
    }
  }

  /** How lines stand. */
  public enum Align {
    LEFT,
    CENTRE,
    RIGHT
  }

  /** Which part of a title stands where it is put. */
  public enum Hold {
    TOP,
    MIDDLE,
    BOTTOM
  }

  /** A line around the letters, outwards from their edge. */
  public record Outline(double width, Colour colour) {}

  /** The letters once more behind them, to the right and below. */
  public record Shadow(double x, double y, Colour colour, double opacity) {}

  /**
   * A box behind all lines.
   *
   * @param opacity 0 to 1
   * @param radius of its corners
   * @param padding between the lines and its edge
   */
  public record Box(Colour colour, double opacity, double radius, double padding) {}

  /** Speakers as they are typed: names with commas between them. */
  public static List<String> speakers(String typed) {
    return Arrays.stream(typed.split(",", -1))
        .map(String::strip)
        .filter(name -> !name.isEmpty())
        .toList();
  }

  /** The look of a line, counted from zero. */
  public Line line(int number) {
    return lines.get(Math.min(number, lines.size() - 1));
  }

  /** This with each line changed. */
  public Style withLines(UnaryOperator<Line> change) {
    return with(lines.stream().map(change).toList());
  }

  /** This with all its letters larger or smaller by a factor. */
  public Style scaled(double factor) {
    return withLines(line -> line.withSize(line.size() * factor));
  }

  /** This with other lines. */
  public Style with(List<Line> newLines) {
    return new Style(
        name, title, newLines, spacing, outline, shadow, box, x, y, hold, align, width, inBand,
        smallest, mostLines, speed, shortest, speakers);
  }

  /** This somewhere else in the picture, and not in the band under it. */
  public Style at(double newX, double newY) {
    return placed(newX, newY, hold, align, false);
  }

  /** This held at a part of it at a height, in the band or not. */
  public Style at(double newY, Hold newHold, boolean newInBand) {
    return placed(x, newY, newHold, align, newInBand);
  }

  /** This with its lines set to a side, which stands at {@code newX}. */
  public Style at(double newX, Align newAlign) {
    return placed(newX, y, hold, newAlign, inBand);
  }

  private Style placed(double newX, double newY, Hold newHold, Align newAlign, boolean newInBand) {
    return new Style(
        name, title, lines, spacing, outline, shadow, box, newX, newY, newHold, newAlign, width,
        newInBand, smallest, mostLines, speed, shortest, speakers);
  }

  /** This with other things around and behind the letters. */
  public Style with(
      double newSpacing,
      Optional<Outline> newOutline,
      Optional<Shadow> newShadow,
      Optional<Box> newBox,
      double newWidth) {
    return new Style(
        name,
        title,
        lines,
        newSpacing,
        newOutline,
        newShadow,
        newBox,
        x,
        y,
        hold,
        align,
        newWidth,
        inBand,
        smallest,
        mostLines,
        speed,
        shortest,
        speakers);
  }

  /** This with a box, or without one. */
  public Style withBox(Optional<Box> newBox) {
    return with(spacing, outline, shadow, newBox, width);
  }

  /** This with an outline, or without one. */
  public Style withOutline(Optional<Outline> newOutline) {
    return with(spacing, newOutline, shadow, box, width);
  }

  /** This with a shadow, or without one. */
  public Style withShadow(Optional<Shadow> newShadow) {
    return with(spacing, outline, newShadow, box, width);
  }

  /** This under another name. */
  public Style named(String newName, String newTitle) {
    return new Style(
        newName, newTitle, lines, spacing, outline, shadow, box, x, y, hold, align, width, inBand,
        smallest, mostLines, speed, shortest, speakers);
  }
}
