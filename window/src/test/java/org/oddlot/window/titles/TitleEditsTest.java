package org.oddlot.window.titles;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.oddlot.caption.Caption;
import org.oddlot.caption.LineBreaker;
import org.oddlot.format.title.StyleFiles;
import org.oddlot.pass.Instruction;
import org.oddlot.pass.titles.InShape;
import org.oddlot.pass.titles.TitleFinding;
import org.oddlot.pass.titles.TitleOption;
import org.oddlot.pass.titles.TitleOrder;
import org.oddlot.time.Rational;
import org.oddlot.title.Area;
import org.oddlot.title.Fitter;
import org.oddlot.title.Fonts;
import org.oddlot.title.Frame;
import org.oddlot.title.Shape;
import org.oddlot.title.Typesetter;

/** What keys do to a title: the orders that come of them. */
class TitleEditsTest {
  private static final Shape WIDE = Shape.of(1920, 1080);
  private static final String WORDS =
      "The boom swings when the tide turns, so nobody stands on the port side";

  private static Fitter fitter() {
    return new Fitter(
        new Typesetter(Fonts.shipped()),
        new LineBreaker("en", List.of()),
        StyleFiles.byName("boxed").orElseThrow(),
        Frame.of(WIDE, Area.TITLE_SAFE, WIDE));
  }

  private static TitleFinding finding(String words, List<TitleOption.Piece> pieces) {
    Caption caption = Caption.of("4", Rational.ZERO, Rational.of(5), words);
    var shape =
        new InShape(
            fitter().frame(),
            fitter().style(),
            List.of(new TitleOption(TitleOption.Kind.TYPED, "as it is", pieces, List.of())),
            List.of(),
            List.of());
    return new TitleFinding("talk.srt", caption, "", "", 0, List.of(shape));
  }

  private static TitleFinding finding(String words) {
    return finding(words, List.of(new TitleOption.Piece(fitter().set(words, 1), 0, 125)));
  }

  private static TitleEdits edits(TitleFinding finding) {
    return new TitleEdits(finding, finding.shapes().getFirst(), fitter());
  }

  @Test
  void linesAreBrokenIntoTwoThreeAndOneAgain() {
    var seen = new ArrayList<Integer>();
    String words = WORDS;
    for (int i = 0; i < 4; i++) {
      var order = (TitleOrder.Words) edits(finding(words)).balanced().orElseThrow();
      assertThat(order.shape()).isEqualTo("1920x1080");
      assertThat(order.file()).isEqualTo("talk.srt");
      assertThat(order.id()).isEqualTo("4");
      assertThat(order.after().replace('\n', ' ')).isEqualTo(WORDS);
      words = order.after();
      seen.add((int) words.lines().count());
    }
    assertThat(seen).containsExactly(2, 3, 1, 2);
    assertThat(edits(finding("No.")).balanced()).isEmpty();
  }

  @Test
  void itIsMovedByPartsOfThePictureAndNeverOutOfIt() {
    var moved = (TitleOrder.Put) edits(finding("No.")).moved(0.01, -0.01).orElseThrow();
    assertThat(moved.x()).isCloseTo(0.51, within(1e-9));
    assertThat(moved.y()).isCloseTo(0.89, within(1e-9));
    var far = (TitleOrder.Put) edits(finding("No.")).moved(-9, 9).orElseThrow();
    assertThat(far.x()).isZero();
    assertThat(far.y()).isEqualTo(1);
  }

  @Test
  void whatIsLeftOutCannotBeChanged() {
    TitleFinding none = finding("No.", List.of());
    assertThat(edits(none).balanced()).isEmpty();
    assertThat(edits(none).moved(0.1, 0)).isEmpty();
    assertThat(edits(none).words()).isEmpty();
  }

  @Test
  void wordsAreForOnePictureOrForAll() {
    TitleEdits edits = edits(finding("No."));
    assertThat(((TitleOrder.Words) edits.typed("Yes.", false)).shape()).isEqualTo("1920x1080");
    assertThat(((TitleOrder.Words) edits.typed("Yes.", true)).shape()).isEmpty();
    assertThat(((TitleOrder.Words) edits.typed("Yes.", true)).before()).isEqualTo("No.");
  }

  @Test
  void onlyWhatIsAboutATitleIsTakenBack() {
    var instructions = new ArrayList<Instruction>();
    List<TitleOrder> orders =
        List.of(
            new TitleOrder.Words("", "talk.srt", "4", "No.", "Yes."),
            new TitleOrder.Words("", "talk.srt", "5", "No.", "Yes."),
            new TitleOrder.Put("1920x1080", "talk.srt", "4", "No.", 0.5, 0.5),
            new TitleOrder.Words("", "other.srt", "4", "No.", "Yes."),
            new TitleOrder.Look(StyleFiles.byName("plain").orElseThrow()));
    for (int i = 0; i < orders.size(); i++) {
      instructions.add(
          Instruction.of("titles:hand:" + i, "titles", TitleOrder.CODEC, orders.get(i)));
    }
    instructions.add(new Instruction("titles:hand:9", "titles", List.of("tilt")));
    assertThat(TitleEdits.about(finding("No."), instructions))
        .containsExactly("titles:hand:0", "titles:hand:2");
  }
}
