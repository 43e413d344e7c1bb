package org.oddlot.json;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

class JsonAuditTest {

  @Test
  void findsKeysThatAreThereTwiceAtAnyDepth() {
    var text = JsonText.of("{\"a\":1,\"b\":[{\"c\":1,\"d\":{},\"c\":2}],\"a\":3,\"\\u0061\":4}");
    assertThat(JsonAudit.of(text))
        .extracting(note -> text.place(note.offset()) + " " + note.message().substring(0, 11))
        .containsExactly(
            "line 1, column 27 the key \"c\"",
            "line 1, column 35 the key \"a\"",
            "line 1, column 41 the key \"a\"");
  }

  @Test
  void findsTextThatIsNotUtf8() {
    byte[] bytes = "{\"name\":\"In\u00e9s\"}".getBytes(StandardCharsets.ISO_8859_1);
    assertThat(JsonAudit.of(JsonText.of(bytes)))
        .extracting(JsonAudit.Note::message)
        .containsExactly("this text is not in UTF-8; it is carried as it is");
  }

  @Test
  void saysNothingOfWhatIsAsItShouldBeHoweverDeep() {
    assertThat(JsonAudit.of(JsonText.of("{\"a\":{\"a\":[{\"a\":\"In\u00e9s\"},{\"a\":1}]}}")))
        .isEmpty();
    assertThat(JsonAudit.of(JsonText.of("[".repeat(50_000) + "]".repeat(50_000)))).isEmpty();
  }

  @Test
  void placesAreCountedAlsoBackwards() {
    var text = JsonText.of("{\n  \"a\": 1,\n  \"b\": 2\n}");
    assertThat(text.place(16)).isEqualTo("line 3, column 5");
    assertThat(text.place(4)).isEqualTo("line 2, column 3");
    assertThat(text.place(0)).isEqualTo("line 1, column 1");
  }

  @Test
  void theStyleOfATextIsSeenFromItsBeginning() {
    assertThat(JsonText.of("{\"a\":1}").style())
        .isEqualTo(new JsonStyle(false, "\n", "", ":", ",", false));
    assertThat(JsonText.of("{\r\n\t\"a\" : \"\\u00e9\"\r\n}").style())
        .isEqualTo(new JsonStyle(true, "\r\n", "\t", " : ", ", ", true));
    assertThat(JsonText.of("{ }").style().multiLine()).isFalse();
    assertThat(JsonText.of("").style().multiLine()).isFalse();
  }
}
