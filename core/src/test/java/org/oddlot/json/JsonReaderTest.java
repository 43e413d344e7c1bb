package org.oddlot.json;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonToken;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class JsonReaderTest {

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      value = {
        "{\"a\": 1,} | line 1, column 9 | a key in quotation marks",
        "{\"a\" 1} | line 1, column 6 | a colon",
        "[1 2] | line 1, column 4 | a comma or the closing ]",
        "[1, 2 | line 1, column 6 | ends in the middle",
        "\"abc | line 1, column 5 | ends in the middle",
        "{\"a\": tru} | line 1, column 7 | a value",
        "[01] | line 1, column 2 | cannot begin with 0",
        "[1.] | line 1, column 4 | a value",
        "\"\\x\" | line 1, column 3 | an escape",
        "\"\\u00g0\" | line 1, column 6 | hexadecimal",
        "{} {} | line 1, column 4 | nothing more",
        "[1}] | line 1, column 3 | the closing ]",
      })
  void saysWhereAndWhatWasExpected(String json, String place, String message) {
    assertThatThrownBy(() -> JsonValue.parse(json))
        .isInstanceOfSatisfying(
            JsonException.class,
            e -> {
              assertThat(e.place()).isEqualTo(place);
              assertThat(e).hasMessageContaining(message);
            });
  }

  @Test
  void skipsAnyDepthWithoutRunningOutOfStack() {
    int depth = 1_000_000;
    String json = "[".repeat(depth) + "{\"a\":[]}" + "]".repeat(depth);
    assertThat(JsonValue.parse(json)).isInstanceOf(JsonArray.class);
    assertThatThrownBy(() -> JsonValue.parse(json.substring(0, json.length() - 1)))
        .hasMessageContaining("ends in the middle");
  }

  @Test
  void carriesNumbersThatAreNotFinite() {
    var text = JsonText.of("[NaN, Infinity, -Infinity, 1]");
    var reader = new JsonReader(text);
    reader.skipValue();
    assertThat(reader.nonFiniteNumbers()).isEqualTo(3);
    assertThat(reader.firstNonFinite()).isEqualTo(1);
  }

  @Test
  void resolvesEscapes() {
    assertThat(
            ((JsonString) JsonValue.parse("\"In\\u00e9s \\ud83c\\udfac \\\"\\\\\\/\\n\\t\""))
                .value())
        .isEqualTo("Inés \uD83C\uDFAC \"\\/\n\t");
  }

  /** Oracle: Jackson's streaming parser, over texts that were damaged at random. */
  @Property(tries = 20_000)
  void acceptsWhatJacksonAccepts(@ForAll("damaged") String json) {
    boolean ours;
    try {
      JsonValue.parse(json);
      ours = true;
    } catch (JsonException e) {
      ours = false;
    }
    assertThat(ours).as(json).isEqualTo(jacksonAccepts(json));
  }

  private static boolean jacksonAccepts(String json) {
    try (var parser = new JsonFactory().createParser(json.getBytes(StandardCharsets.UTF_8))) {
      JsonToken first = parser.nextToken();
      if (first == null) {
        return false;
      }
      int depth = first.isStructStart() ? 1 : 0;
      finish(parser.currentToken(), parser.getText());
      while (depth > 0) {
        JsonToken token = parser.nextToken();
        depth += token.isStructStart() ? 1 : token.isStructEnd() ? -1 : 0;
        finish(token, parser.getText());
      }
      return parser.nextToken() == null;
    } catch (IOException | NullPointerException e) {
      return false;
    }
  }

  private static void finish(JsonToken token, String text) {
    // Jackson reads the rest of a string only when it is asked for its text.
    assertThat(token.isScalarValue() && text == null).isFalse();
  }

  private static final List<String> PIECES =
      List.of(
          "{",
          "}",
          "[",
          "]",
          ",",
          ":",
          "\"",
          "\"a\"",
          "\"\\n\"",
          "\"\\u12ab\"",
          "\\",
          "1",
          "-1.5e3",
          "-",
          "0",
          "00",
          "1.",
          "true",
          "fals",
          "null",
          " ",
          "\n",
          "\u0001",
          "\"é\"",
          "x");

  @Provide
  Arbitrary<String> damaged() {
    return Arbitraries.longs().map(seed -> damaged(new Random(seed)));
  }

  private static String damaged(Random random) {
    var piece = new StringBuilder();
    for (int i = random.nextInt(8); i > 0; i--) {
      piece.append(PIECES.get(random.nextInt(PIECES.size())));
    }
    if (random.nextInt(4) == 0) {
      return piece.toString();
    }
    String json = document(random, 3);
    int from = random.nextInt(json.length() + 1);
    int to = Math.min(from + random.nextInt(3), json.length());
    return json.substring(0, from) + piece + json.substring(to);
  }

  private static final List<String> SCALARS =
      List.of(
          "1", "1.0", "-12.50e-3", "0", "true", "false", "null", "\"\"", "\"Inés\"", "\"a\\\"b\"");

  private static final List<String> SPACES = List.of("", " ", "\n  ", "\r\n\t", "          \n");

  /** A valid document in some layout. */
  static String document(Random random, int depth) {
    int kind = depth == 0 ? 2 : random.nextInt(3);
    if (kind == 2) {
      return SCALARS.get(random.nextInt(SCALARS.size()));
    }
    String space = SPACES.get(random.nextInt(SPACES.size()));
    var parts = new ArrayList<String>();
    for (int i = random.nextInt(5); i > 0; i--) {
      String key = kind == 0 ? "\"k" + i + "\"" + space + ":" + space : "";
      parts.add(space + key + document(random, depth - 1));
    }
    String joined = String.join(space + ",", parts) + space;
    return kind == 0 ? "{" + joined + "}" : "[" + joined + "]";
  }
}
