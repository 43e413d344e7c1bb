package org.oddlot.window.titles;

import java.util.List;
import java.util.Optional;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.LineBreaker;
import org.oddlot.pass.Instruction;
import org.oddlot.pass.titles.InShape;
import org.oddlot.pass.titles.TitleFinding;
import org.oddlot.pass.titles.TitleOption;
import org.oddlot.pass.titles.TitleOrder;
import org.oddlot.title.Fitter;
import org.oddlot.title.SetTitle;
import org.oddlot.title.Shape;

/** What keys do to a title in one picture: each gives the order that makes it so. */
final class TitleEdits {
  private static final int MOST_LINES = 3;

  private final TitleFinding finding;
  private final InShape where;
  private final Fitter fitter;

  TitleEdits(TitleFinding finding, InShape where, Fitter fitter) {
    this.finding = finding;
    this.where = where;
    this.fitter = fitter;
  }

  /** What measures it there. */
  Fitter fitter() {
    return fitter;
  }

  private Optional<SetTitle> title() {
    return where
        .way(TitleOption.Kind.ANYHOW)
        .or(() -> Optional.of(where.proposed()))
        .filter(way -> !way.pieces().isEmpty())
        .map(way -> way.pieces().getFirst().title());
  }

  /** Its words as they stand there, a line each. */
  Optional<String> words() {
    return title().map(SetTitle::words);
  }

  /** Other words. */
  TitleOrder typed(String words, boolean everywhere) {
    return new TitleOrder.Words(
        everywhere ? "" : where.frame().shape().toString(),
        finding.file(),
        finding.caption().id(),
        finding.caption().text().plain(),
        words);
  }

  /** Its lines broken where they balance: one more than there are, and from three back to one. */
  Optional<TitleOrder> balanced() {
    return words()
        .flatMap(words -> {
          int lines = (int) words.lines().count();
          Optional<String> broken =
              lines >= MOST_LINES
                  ? Optional.of(LineBreaker.joined(CaptionText.of(words)).plain())
                  : fitter.balanced(words, lines + 1);
          return broken.filter(text -> !text.equals(words));
        })
        .map(words -> typed(words, false));
  }

  /** It somewhere else, in parts of the picture; never out of it. */
  Optional<TitleOrder> moved(double across, double down) {
    return title()
        .map(title -> {
          Shape shape = where.frame().shape();
          double y =
              switch (title.style().hold()) {
                case TOP -> title.text().top();
                case MIDDLE -> (title.text().top() + title.text().bottom()) / 2;
                case BOTTOM -> title.text().bottom();
              };
          return new TitleOrder.Put(
              shape.toString(),
              finding.file(),
              finding.caption().id(),
              finding.caption().text().plain(),
              Math.clamp(title.style().x() + across, 0, 1),
              Math.clamp(y / shape.height() + down, 0, 1));
        });
  }

  /** The instructions that are about a title. */
  static List<String> about(TitleFinding finding, List<Instruction> instructions) {
    return instructions.stream()
        .filter(each -> isAbout(each, finding))
        .map(Instruction::id)
        .toList();
  }

  private static boolean isAbout(Instruction instruction, TitleFinding finding) {
    return order(instruction)
        .filter(order ->
            order instanceof TitleOrder.OfOne one
                && one.file().equals(finding.file())
                && one.id().equals(finding.caption().id()))
        .isPresent();
  }

  /** What an instruction orders; empty where it cannot be read. */
  static Optional<TitleOrder> order(Instruction instruction) {
    try {
      return Optional.of(TitleOrder.CODEC.decode(instruction.words()));
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
  }
}
