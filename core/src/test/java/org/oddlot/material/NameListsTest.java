package org.oddlot.material;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.oddlot.caption.NameList;
import org.oddlot.caption.NameList.Term;
import org.oddlot.format.table.SeparatedValues;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;

/** Which tables are lists of names, and which language words are in. */
class NameListsTest {
  private static Optional<NameList> read(String name, String text) {
    return SeparatedValues.read(
            text.getBytes(StandardCharsets.UTF_8), ReadingOptions.DETECTED, new Problems(name))
        .flatMap(table -> NameLists.of(name, table));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Name,Heard as,Who\nInés,in as; Ines,deckhand\nOrrin,,island\n",
        "term;misheard as\nInés;in as, Ines\nOrrin;\n",
        "SPELLING\tINSTEAD OF\nInés\tin as / Ines\nOrrin\t\n",
      })
  void aTableWithSpellingsIsOne(String text) {
    List<Term> terms = read("people.csv", text).orElseThrow().terms();
    assertThat(terms).extracting(Term::text).containsExactly("Inés", "Orrin");
    assertThat(terms.getFirst().heardAs()).containsExactly("in as", "Ines");
  }

  @Test
  void aTextThatIsCalledSoIsOne() {
    List<Term> terms =
        read("ferry names.txt", "Inés = in as; Ines\nTormod Aaslund\n# the island\nOrrin\n")
            .orElseThrow()
            .terms();
    assertThat(terms).extracting(Term::text).containsExactly("Inés", "Tormod Aaslund", "Orrin");
    assertThat(terms.getFirst().heardAs()).containsExactly("in as", "Ines");
  }

  @Test
  void aLogIsNone() {
    assertThat(read("shots.csv", "Scene,Take,Name,Notes\n1,1,A001C001,good\n")).isEmpty();
    assertThat(read("names.csv", "Name,Scene,Take\nA001C001,1,1\n")).isEmpty();
    assertThat(read("people.txt", "Inés\nOrrin\n")).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "talk.nn.srt,anything,nn",
    "talk_pt-BR.vtt,anything,pt",
    "talk.srt,the lamp was lit and they were with you that night,en",
    "talk.srt,der Hund und die Katze das ist nicht auf ein Schiff ich,de",
    "talk.srt,le chat et les nous vous pas dans une que est,fr",
    "talk.srt,eg veit ikkje korleis vi kom frå ein holme dei berre sa og,nn",
    "talk.srt,לא לפני האור הזה כאן,he",
    "talk.srt,夜の渡し船はもう出ました,ja",
    "talk.srt,lamp rope quay,''",
  })
  void languages(String name, String text, String language) {
    assertThat(Languages.of(name, Stream.of(text))).isEqualTo(language);
  }
}
