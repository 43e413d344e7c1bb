package org.oddlot.title;

import java.util.Optional;

/**
 * A picture in which titles are set.
 *
 * @param shape its sides
 * @param safe where titles may stand
 * @param band the safe part under a wide picture that lies in it; empty where there is none worth
 *     the name
 */
public record Frame(Shape shape, Area safe, Optional<Area> band) {
  /** A band lower than this part of the picture has no room for a line. */
  private static final double LEAST = 0.05;

  /**
   * A picture of a shape.
   *
   * @param part how much of width and height is safe
   * @param picture the shape of the picture that lies in it
   */
  public static Frame of(Shape shape, double part, Shape picture) {
    Area safe = Area.safe(shape, part);
    Area lies = Area.picture(picture, shape);
    Area below = new Area(0, lies.bottom(), shape.width(), shape.height()).shared(safe);
    return new Frame(
        shape,
        safe,
        below.height() >= shape.height() * LEAST ? Optional.of(below) : Optional.empty());
  }

  /**
   * Where titles of a style may stand: in the band where they are meant for it and there is one.
   */
  public Area room(Style style) {
    Area room = style.inBand() ? band.orElse(safe) : safe;
    double most = style.width() * shape.width();
    double middle = (room.left() + room.right()) / 2;
    return room.width() <= most
        ? room
        : new Area(middle - most / 2, room.top(), middle + most / 2, room.bottom());
  }
}
