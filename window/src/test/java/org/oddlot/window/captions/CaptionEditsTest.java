package org.oddlot.window.captions;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.oddlot.caption.Caption;
import org.oddlot.caption.LineBreaker;
import org.oddlot.format.guideline.GuidelineFiles;
import org.oddlot.pass.captions.Edit;
import org.oddlot.time.Rational;

/** What keys do to a caption and its neighbours. */
class CaptionEditsTest {
  private static final Caption FIRST = caption("1", "We lay off the quay");
  private static final Caption SECOND = caption("2", "at night, and\nInés went");
  private static final Caption THIRD = caption("3", "on.");
  private static final CaptionEdits EDITS =
      new CaptionEdits(
          "talk.srt",
          List.of(FIRST, SECOND, THIRD),
          new LineBreaker("en", List.of()),
          GuidelineFiles.shipped().getFirst());

  private static Caption caption(String id, String words) {
    return Caption.of(id, Rational.of(1), Rational.of(2), words);
  }

  private static List<String> after(List<Edit> edits) {
    return edits.stream()
        .map(edit ->
            edit instanceof Edit.Words words ? words.id() + " " + words.after() : edit.toString())
        .toList();
  }

  @Test
  void aWordGoesToTheNeighbour() {
    assertThat(after(EDITS.firstWordBack(SECOND)))
        .containsExactly("1 We lay off the quay at", "2 night, and\nInés went");
    assertThat(after(EDITS.lastWordOn(SECOND)))
        .containsExactly("2 at night, and\nInés", "3 went on.");
    assertThat(EDITS.firstWordBack(FIRST)).isEmpty();
    assertThat(EDITS.lastWordOn(THIRD)).isEmpty();
  }

  @Test
  void theLineBreakMovesWordByWord() {
    assertThat(after(EDITS.breakMoved(SECOND, -1))).containsExactly("2 at night,\nand Inés went");
    assertThat(after(EDITS.breakMoved(SECOND, 1))).containsExactly("2 at night, and Inés\nwent");
    assertThat(after(EDITS.breakMoved(FIRST, -1))).containsExactly("1 We lay off the\nquay");
    assertThat(EDITS.breakMoved(THIRD, 1)).isEmpty();
  }

  @Test
  void aCaptionIsSplitWhereItsLineEndsElseInTheMiddle() {
    assertThat(EDITS.split(SECOND))
        .containsExactly(new Edit.Split("talk.srt", "2", SECOND.text().plain(), 14));
    assertThat(((Edit.Split) EDITS.split(FIRST).getFirst()).at()).isBetween(7, 12);
    assertThat(EDITS.split(FIRST, 0)).isEmpty();
    assertThat(EDITS.split(THIRD)).isEmpty();
  }

  @Test
  void joinedBalancedReplaced() {
    assertThat(EDITS.joined(FIRST))
        .containsExactly(new Edit.Join("talk.srt", "1", "We lay off the quay"));
    assertThat(EDITS.joined(THIRD)).isEmpty();
    assertThat(after(EDITS.balanced(SECOND))).containsExactly("2 at night, and Inés went");
    assertThat(EDITS.balanced(FIRST)).isEmpty();
    assertThat(after(EDITS.replaced("night", "dawn"))).containsExactly("2 at dawn, and\nInés went");
    assertThat(EDITS.replaced("", "x")).isEmpty();
    assertThat(EDITS.written(FIRST, FIRST.text().plain())).isEmpty();
  }

  /** What is ordered is read again from a lot as it was. */
  @Test
  void editsAreWrittenDownAndReadAgain() {
    for (Edit edit :
        List.of(
            EDITS.split(SECOND).getFirst(),
            EDITS.joined(FIRST).getFirst(),
            EDITS.written(FIRST, "two\nlines").getFirst(),
            new Edit.Remove("a:b.srt", "7.2", "gone"),
            new Edit.Times("t.srt", "1", "x", FIRST.span()))) {
      assertThat(Edit.CODEC.decode(Edit.CODEC.encode(edit))).isEqualTo(edit);
    }
  }
}
