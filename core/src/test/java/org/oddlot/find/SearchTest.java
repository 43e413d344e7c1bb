package org.oddlot.find;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.oddlot.find.FindTest.index;
import static org.oddlot.find.FindTest.passage;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.oddlot.time.Rational;

class SearchTest {
  private static boolean has(List<Moments.Moment> moments, String about, Rational at) {
    return moments.stream()
        .filter(moment -> moment.about().equals(about))
        .anyMatch(moment ->
            moment
                .stretch()
                .filter(its -> its.from().compareTo(at) > 0 || its.to().compareTo(at) <= 0)
                .isEmpty());
  }

  /** Second by second: what is found is where every step has something, and nowhere else. */
  @Property(tries = 200)
  void momentsAreThoseThatEveryStepHas(@ForAll Random random) {
    List<String> words = List.of("bell", "ice", "rope");
    var passages = new ArrayList<Passage>();
    for (int i = 0; i < 40; i++) {
      String about = "c" + random.nextInt(4);
      String text = words.get(random.nextInt(3));
      int from = random.nextInt(40);
      passages.add(
          random.nextInt(9) == 0
              ? passage(about, "note", text)
              : passage(about, "note", text, from, from + 1 + random.nextInt(12)));
    }
    List<String> steps = words.subList(0, 1 + random.nextInt(3));
    List<Moments.Moment> moments =
        Moments.of(index(passages), new Search("x", steps, List.of(), Search.Becomes.STRING_OUT));
    for (int thing = 0; thing < 4; thing++) {
      String about = "c" + thing;
      for (int second = 0; second < 60; second++) {
        Rational at = Rational.of(2L * second + 1, 2);
        boolean every =
            steps.stream()
                .allMatch(step ->
                    passages.stream()
                        .filter(each -> each.about().equals(about) && each.text().equals(step))
                        .anyMatch(each ->
                            each.stretch()
                                .filter(its ->
                                    its.from().compareTo(at) > 0 || its.to().compareTo(at) <= 0)
                                .isEmpty()));
        assertThat(has(moments, about, at)).isEqualTo(every);
      }
    }
  }

  @Test
  void aSearchIsKeptAsItIsAndSaysWhatIsWrongWithIt() {
    Search search =
        Search.of(
            List.of("captain ", "\"the last night\""),
            List.of(new Found.Where("day", "..2026-03-17")),
            Search.Becomes.BIN);
    assertThat(search.name()).isEqualTo("captain, \"the last night\", day ..2026-03-17");
    assertThat(Search.parse(search.written())).isEqualTo(search);
    assertThatThrownBy(() -> Search.parse(List.of("found", "x", "anything")))
        .hasMessageContaining("is no step of a search");
    assertThatThrownBy(() -> Search.parse(List.of("found", "x"))).hasMessageContaining("it takes");
  }

  @Test
  void rangesGoFromAValueToAnotherOrAreOpen() {
    FindIndex index =
        index(
            List.of(
                passage("a", "scene", "2"),
                passage("b", "scene", "12A"),
                passage("c", "scene", "110"),
                passage("d", "note", "rope", 5, 6),
                passage("e", "note", "rope", 40, 41)));
    assertThat(abouts(index, "scene=2..100")).containsExactly("a", "b");
    assertThat(abouts(index, "scene=12..")).containsExactly("b", "c");
    assertThat(abouts(index, "scene=..2")).containsExactly("a");
    assertThat(abouts(index, "time=10:00:06..10:00:40")).containsExactly("e");
    assertThat(abouts(index, "time=..10:00:05")).containsExactly("d");
  }

  private static List<String> abouts(FindIndex index, String where) {
    return Found.in(index, List.of(), List.of(Found.Where.parse(where))).hits().stream()
        .map(Passage::about)
        .toList();
  }

  private static String marked(String text, String... questions) {
    return Marks.in(text, "en", List.of(questions).stream().map(Question::parse).toList()).stream()
        .map(piece -> piece.isHit() ? "[" + piece.text() + "]" : piece.text())
        .collect(Collectors.joining());
  }

  @Test
  void whatWasLookedForStandsOutHoweverItWasForgiven() {
    String text = "The Captain's letters from Skarvøy, and a cpatain of 12 boats";
    assertThat(marked(text, "captain ")).contains("a [cpatain] of");
    assertThat(marked(text, "letter ")).contains("[letters]");
    assertThat(marked(text, "skarvoy ")).contains("[Skarvøy],");
    assertThat(marked(text, "boa")).contains("[boats]");
    assertThat(marked(text, "\"from skarvøy\"")).contains("[from Skarvøy]");
    assertThat(marked(text, "13 ", "-and")).isEqualTo(text);
    assertThat(marked("", "x")).isEmpty();
  }

  /** What is found by one word has that word marked somewhere, and the pieces are the text. */
  @Property(tries = 100)
  void everyHitIsMarked(@ForAll Random random) {
    List<String> words =
        List.of("captain", "letters", "winter", "weather", "harbours", "Skarvøy", "ropes", "ice");
    var passages = new ArrayList<Passage>();
    for (int i = 0; i < 30; i++) {
      var text = new StringBuilder();
      for (int k = 0; k < 1 + random.nextInt(6); k++) {
        text.append(k == 0 ? "" : ", ").append(words.get(random.nextInt(words.size())));
      }
      passages.add(passage("c" + i, "note", text.toString()));
    }
    String wanted = words.get(random.nextInt(words.size()));
    int at = random.nextInt(wanted.length());
    String wrong =
        wanted.length() > 4 ? wanted.substring(0, at) + wanted.substring(at + 1) : wanted;
    Question question = Question.parse(wrong + " ");
    for (Passage hit : index(passages).find(question)) {
      List<Marks.Piece> pieces = Marks.in(hit.text(), "en", List.of(question));
      assertThat(pieces).anyMatch(Marks.Piece::isHit);
      assertThat(pieces.stream().map(Marks.Piece::text).collect(Collectors.joining()))
          .isEqualTo(hit.text());
    }
  }
}
