package org.oddlot.caption;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import org.oddlot.time.Rational;

/**
 * The times of captions changed by hand. Each new moment is the nearest that the file can name;
 * both ends of a gap are rounded alike, so that none is closed or made. What is not moved stays as
 * it was read.
 */
public final class CaptionTimes {
  private CaptionTimes() {}

  /** Those of some captions later by so many seconds, or earlier. */
  public static Captions shifted(Captions captions, Predicate<Caption> which, Rational seconds) {
    return moved(captions, which, time -> time.plus(seconds));
  }

  /** Those of some captions multiplied, from a moment that stays where it is. */
  public static Captions stretched(
      Captions captions, Predicate<Caption> which, Rational factor, Rational anchor) {
    return moved(captions, which, time -> anchor.plus(time.minus(anchor).times(factor)));
  }

  private static Captions moved(
      Captions captions, Predicate<Caption> which, UnaryOperator<Rational> change) {
    return captions.withEach(caption ->
        which.test(caption)
            ? caption.withTimes(time -> captions.grid().nearest(change.apply(time)))
            : caption);
  }

  /** Only some captions, counted from {@code from} on. */
  public static Captions cut(Captions captions, Predicate<Caption> which, Rational from) {
    List<Caption> kept = captions.captions().stream().filter(which).toList();
    return shifted(captions.withCaptions(kept), _ -> true, Rational.ZERO.minus(from));
  }

  /**
   * Several files as one, each counted from its moment on; in the grid and language of the first.
   *
   * @param zeros where the zero of each file lies, as many as there are files
   */
  public static Captions joined(List<Captions> files, List<Rational> zeros) {
    Captions first = files.getFirst();
    var all = new ArrayList<Caption>();
    for (int i = 0; i < files.size(); i++) {
      Rational zero = zeros.get(i);
      for (Caption caption : files.get(i).captions()) {
        all.add(
            caption
                .withTimes(time -> first.grid().nearest(time.plus(zero)))
                .withId(Integer.toString(all.size() + 1)));
      }
    }
    return Captions.made(first.name(), first.language(), first.grid(), all);
  }
}
