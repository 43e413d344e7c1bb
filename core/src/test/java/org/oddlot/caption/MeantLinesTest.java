package org.oddlot.caption;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.oddlot.time.Rational;

/** Lines that end where they do because that says something, and lines that merely end there. */
class MeantLinesTest {
  private static boolean areMeant(String words) {
    return MeantLines.are(
        Caption.of("1", Rational.ZERO, Rational.of(4), words.replace('/', '\n')),
        new LineBreaker("en", List.of())::isJoint);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "[INES] The tide is out./[PEDER] I can see that.",
        "Who goes there?/(Ines) Me.",
        "「明日は来ますか」/「来ません」",
        "\"Nobody came.\"/\"Somebody did.\"",
        "Orrin 2/Turrow 4",
        "Adults 12.50/Children 6.00",
        "Lieber Peder,/hier schneit es noch.",
        "An Frau Holm,/Leuchtturm 3",
        "Director of photography/Peder Aas",
        "He wrote only this:/we are not coming back",
        "Ask for the keeper:/+47 555 01 23",
        "WET PAINT/KEEP OFF THE RAIL"
      })
  void linesThatSaySomethingAreMeant(String words) {
    assertThat(areMeant(words)).isTrue();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "We waited for the last ferry/until the morning came.",
        "She told me that Ines Holm/would be there at ten.",
        "[sighs] We waited for a ferry/that never came.",
        "Nobody had seen the boat,/and nobody asked.",
        "WE WAITED FOR THE FERRY/UNTIL THE MORNING.",
        "There were 12 of us/and one of them."
      })
  void otherLinesAreNot(String words) {
    assertThat(areMeant(words)).isFalse();
  }
}
