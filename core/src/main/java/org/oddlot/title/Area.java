package org.oddlot.title;

/**
 * A rectangle of the picture.
 *
 * @param left its left edge
 * @param top its upper edge
 * @param right its right edge
 * @param bottom its lower edge
 */
public record Area(double left, double top, double right, double bottom) {
  /** How much of width and height is safe for titles: SMPTE ST 2046-1 and EBU R 95, 90 %. */
  public static final double TITLE_SAFE = 0.90;

  /** How much is safe for what happens: SMPTE ST 2046-1 and EBU R 95, 93 %. */
  public static final double ACTION_SAFE = 0.93;

  /**
   * The part of a picture in which titles are seen on every screen. The standards speak of 16:9;
   * that the same parts are taken of other shapes is common practice, no source.
   */
  public static Area safe(Shape shape, double part) {
    double across = (shape.width() - shape.width() * part) / 2;
    double down = (shape.height() - shape.height() * part) / 2;
    return new Area(across, down, shape.width() - across, shape.height() - down);
  }

  /**
   * Where a picture lies in one of another shape, as large as it can be without being cut, in the
   * middle.
   */
  public static Area picture(Shape inner, Shape outer) {
    double scale =
        Math.min((double) outer.width() / inner.width(), (double) outer.height() / inner.height());
    double across = (outer.width() - inner.width() * scale) / 2;
    double down = (outer.height() - inner.height() * scale) / 2;
    return new Area(across, down, outer.width() - across, outer.height() - down);
  }

  public double width() {
    return right - left;
  }

  public double height() {
    return bottom - top;
  }

  /** Whether another lies within it, to a hundredth of a pixel. */
  public boolean contains(Area other) {
    double fine = 0.01;
    return other.left >= left - fine
        && other.top >= top - fine
        && other.right <= right + fine
        && other.bottom <= bottom + fine;
  }

  /** Whether both have something in common. */
  public boolean meets(Area other) {
    return other.left < right && other.right > left && other.top < bottom && other.bottom > top;
  }

  /** What both have in common; of no size where that is nothing. */
  public Area shared(Area other) {
    double l = Math.max(left, other.left);
    double t = Math.max(top, other.top);
    return new Area(
        l,
        t,
        Math.max(l, Math.min(right, other.right)),
        Math.max(t, Math.min(bottom, other.bottom)));
  }

  /** The smallest that contains both. */
  public Area around(Area other) {
    return new Area(
        Math.min(left, other.left),
        Math.min(top, other.top),
        Math.max(right, other.right),
        Math.max(bottom, other.bottom));
  }

  /** This larger on each side. */
  public Area grown(double by) {
    return new Area(left - by, top - by, right + by, bottom + by);
  }

  /** This moved. */
  public Area moved(double across, double down) {
    return new Area(left + across, top + down, right + across, bottom + down);
  }
}
