package org.oddlot.pass.titles;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.format.title.TitleProperty;
import org.oddlot.title.Style;

/**
 * What somebody changed about the look of one title, elsewhere: whatever is otherwise now than it
 * was made. It holds on to that alone, so that the rest can follow another style.
 *
 * @param shown how many lines it shows: of the others nothing is known
 * @param made the look that it was made with
 * @param now the look that it came back with
 * @param spelled what is otherwise in the layout of another program, as that spells it
 */
record Restyled(int shown, Style made, Style now, List<Spelled> spelled) {
  /** Numbers are written with four decimals and scaled; what is nearer than this is the same. */
  private static final double FINE = 0.02;

  Restyled {
    spelled = List.copyOf(spelled);
  }

  /** A property of a line in the layout of another program. */
  record Spelled(TitleProperty property, int line, String value) {}

  /** Whether nothing is otherwise. */
  boolean isNone() {
    return spelled.isEmpty() && on(made).equals(made);
  }

  /** A style with what was changed. */
  Style on(Style base) {
    var lines = new ArrayList<Style.Line>();
    for (int i = 0; i < Math.max(base.lines().size(), shown); i++) {
      lines.add(i < shown ? line(i, base.line(i)) : base.line(i));
    }
    while (lines.size() > base.lines().size()
        && lines.getLast().equals(lines.get(lines.size() - 2))) {
      lines.removeLast();
    }
    Style its =
        base.with(
            isNear(now.spacing(), made.spacing()) ? base.spacing() : now.spacing(),
            outline(base),
            shadow(base),
            box(base),
            isNear(now.width(), made.width()) ? base.width() : now.width());
    if (now.hold() != made.hold()) {
      its = its.at(its.y(), now.hold(), false);
    }
    if (now.align() != made.align()) {
      its = its.at(its.x(), now.align());
    }
    return its.with(lines);
  }

  /** The size of the first line is kept as a factor, by whoever asks; here are the others'. */
  private Style.Line line(int i, Style.Line base) {
    Style.Line was = made.line(i);
    Style.Line is = now.line(i);
    Style.Line its = base;
    if (!is.font().equals(was.font())) {
      its = its.withFont(is.font());
    }
    if (is.weight() != was.weight()) {
      its = its.withWeight(is.weight());
    }
    if (is.letters() != was.letters()) {
      its = its.withLetters(is.letters());
    }
    if (!is.colour().equals(was.colour())) {
      its = its.withColour(is.colour());
    }
    if (is.italic() != was.italic()) {
      its = its.withItalic(is.italic());
    }
    double before = was.size() / made.line(0).size();
    double after = is.size() / now.line(0).size();
    return Math.abs(after / before - 1) < FINE ? its : its.withSize(its.size() * (after / before));
  }

  private Optional<Style.Outline> outline(Style base) {
    boolean isSame =
        isSame(
            made.outline(),
            now.outline(),
            (a, b) -> isNear(a.width(), b.width()) && a.colour().equals(b.colour()));
    return isSame ? base.outline() : now.outline();
  }

  private Optional<Style.Shadow> shadow(Style base) {
    boolean isSame =
        isSame(
            made.shadow(),
            now.shadow(),
            (a, b) ->
                isNear(a.x(), b.x())
                    && isNear(a.y(), b.y())
                    && isNear(a.opacity(), b.opacity())
                    && a.colour().equals(b.colour()));
    return isSame ? base.shadow() : now.shadow();
  }

  private Optional<Style.Box> box(Style base) {
    boolean isSame =
        isSame(
            made.box(),
            now.box(),
            (a, b) ->
                isNear(a.radius(), b.radius())
                    && isNear(a.padding(), b.padding())
                    && isNear(a.opacity(), b.opacity())
                    && a.colour().equals(b.colour()));
    return isSame ? base.box() : now.box();
  }

  private interface Alike<T> {
    boolean are(T one, T other);
  }

  private static <T> boolean isSame(Optional<T> one, Optional<T> other, Alike<T> alike) {
    if (one.isEmpty() || other.isEmpty()) {
      return one.isEmpty() == other.isEmpty();
    }
    return alike.are(one.get(), other.get());
  }

  private static boolean isNear(double one, double other) {
    return Math.abs(one - other) < FINE;
  }
}
