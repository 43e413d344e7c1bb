package org.oddlot.pass.titles;

import java.util.List;
import java.util.Optional;
import org.oddlot.title.Frame;
import org.oddlot.title.Misfit;
import org.oddlot.title.Style;

/**
 * A caption in a picture of one shape.
 *
 * @param frame the picture
 * @param style how it looks there
 * @param ways in which it can stand there, the one that is proposed first
 * @param misfits what does not fit if nothing is done; nothing where it needs nobody
 * @param byHand what a person changed about it: {@code words}, {@code place}, {@code size}, {@code
 *     time}, {@code look}, {@code markers}, {@code switched off}, {@code taken out}
 */
public record InShape(
    Frame frame, Style style, List<TitleOption> ways, List<Misfit> misfits, List<String> byHand) {
  public InShape {
    ways = List.copyOf(ways);
    misfits = List.copyOf(misfits);
    byHand = List.copyOf(byHand);
  }

  /** Whether it stands there without anybody being asked. */
  public boolean fits() {
    return misfits.isEmpty();
  }

  /**
   * Whether some way makes it fit the picture. That it is read too fast, or drawn with a font that
   * is not here, can be taken as it is.
   */
  public boolean canFit() {
    return fits()
        || ways.stream()
            .anyMatch(way -> way.left().stream().allMatch(left -> left.kind().canBeTaken()));
  }

  /** The way that is proposed. */
  public TitleOption proposed() {
    return ways.getFirst();
  }

  /** The way of a kind, if there is one. */
  public Optional<TitleOption> way(TitleOption.Kind kind) {
    return ways.stream().filter(way -> way.kind() == kind).findFirst();
  }

  /** As decisions name a way here: {@code 1080x1080 smaller}. */
  String choice(TitleOption way) {
    return frame.shape() + " " + way.kind().word();
  }

  /** The way that is chosen; the proposed one where none here is. */
  TitleOption chosen(List<String> chosen) {
    return ways.stream()
        .filter(way -> chosen.contains(choice(way)))
        .findFirst()
        .orElseGet(this::proposed);
  }
}
