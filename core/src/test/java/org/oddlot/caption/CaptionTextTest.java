package org.oddlot.caption;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.oddlot.caption.Markup.Look;
import org.oddlot.caption.Markup.Style;

/** Words with marks among them: marks stay at their letters whatever becomes of the words. */
class CaptionTextTest {
  private static final CaptionText TEXT =
      new CaptionText(
          "and in as went",
          List.of(
              Mark.of(4, new Style(Look.ITALIC, true)), Mark.of(9, new Style(Look.ITALIC, false))));

  private static List<Integer> places(CaptionText text) {
    return text.marks().stream().map(Mark::at).toList();
  }

  @Test
  void marksAroundWhatIsReplacedStayAroundIt() {
    CaptionText replaced = TEXT.replace(4, 9, "Inés");
    assertThat(replaced.plain()).isEqualTo("and Inés went");
    assertThat(places(replaced)).containsExactly(4, 8);
    assertThat(places(TEXT.replace(0, 3, "but then"))).containsExactly(9, 14);
    assertThat(places(TEXT.replace(10, 14, "stayed"))).containsExactly(4, 9);
  }

  @Test
  void otherLettersAreFoundByWhatStaysTheSame() {
    assertThat(places(TEXT.withPlain("and in was went"))).containsExactly(4, 10);
    assertThat(TEXT.withPlain(TEXT.plain())).isSameAs(TEXT);
  }

  @Test
  void aPartHasTheStylesThatGoOn() {
    CaptionText second = TEXT.part(7, 14);
    assertThat(second.plain()).isEqualTo("as went");
    assertThat(second.marks().getFirst()).isEqualTo(Mark.of(0, new Style(Look.ITALIC, true)));
    CaptionText first = TEXT.part(0, 7);
    assertThat(first.marks().getLast()).isEqualTo(Mark.of(7, new Style(Look.ITALIC, false)));
  }

  @Property(tries = 300)
  void marksNeverLeaveTheText(@ForAll long seed) {
    var random = new Random(seed);
    CaptionText text = TEXT;
    for (int i = 0; i < 12; i++) {
      int from = random.nextInt(text.plain().length() + 1);
      int to = from + random.nextInt(text.plain().length() + 1 - from);
      String before = text.plain();
      text = text.replace(from, to, "x".repeat(random.nextInt(6)));
      assertThat(text.plain()).startsWith(before.substring(0, from)).endsWith(before.substring(to));
      assertThat(places(text)).isSorted();
      int length = text.plain().length();
      assertThat(places(text)).allMatch(at -> at >= 0 && at <= length);
    }
    CaptionText whole = text;
    int at = random.nextInt(whole.plain().length() + 1);
    assertThat(whole.part(0, at).plain() + whole.part(at, whole.plain().length()).plain())
        .isEqualTo(whole.plain());
  }

  @Test
  void linesAreJoinedAndBrokenWithoutLosingALetter() {
    CaptionText lines = CaptionText.of("We lay off  \n the quay\n\nat night");
    assertThat(LineBreaker.joined(lines).plain()).isEqualTo("We lay off the quay at night");
    assertThat(LineBreaker.joined(CaptionText.of("夜の\n渡し船")).plain()).isEqualTo("夜の渡し船");
    assertThat(LineBreaker.broken(CaptionText.of("We lay off the quay"), List.of(7, 15)).plain())
        .isEqualTo("We lay\noff the\nquay");
  }
}
