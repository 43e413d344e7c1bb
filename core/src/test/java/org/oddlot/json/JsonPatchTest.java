package org.oddlot.json;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Random;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;

class JsonPatchTest {

  private static JsonObject object(String json) {
    return (JsonObject) JsonValue.parse(json);
  }

  private static String written(JsonValue value, String source) {
    return JsonPatch.toString(value, JsonText.of(source).style());
  }

  @Test
  void aChangedValueIsAllThatIsSpelledAnew() {
    String json = "{ \"a\" : 1.50,\n  \"b\":[ 1,2 ],\"c\": {\"d\":null} }";
    assertThat(written(object(json).withAt(List.of("c", "d"), JsonString.of("x\"y")), json))
        .isEqualTo("{ \"a\" : 1.50,\n  \"b\":[ 1,2 ],\"c\": {\"d\":\"x\\\"y\"} }");
  }

  @Test
  void newMembersFollowTheirNeighbours() {
    String lines = "{\r\n\t\"a\": {},\r\n\t\"b\": 2\r\n}";
    assertThat(written(object(lines).withAt(List.of("a", "n", "m"), JsonNumber.of(1)), lines))
        .isEqualTo(
            "{\r\n\t\"a\": {\r\n\t\t\"n\": {\r\n\t\t\t\"m\": 1\r\n\t\t}\r\n\t},\r\n\t\"b\": 2\r\n}");
    assertThat(written(object("{\"a\":1,\"b\":2}").with("c", JsonNumber.of(3)), "{\"a\":1}"))
        .isEqualTo("{\"a\":1,\"b\":2,\"c\":3}");
    assertThat(written(object("{\"a\": 1, \"b\": 2}").with("c", JsonNumber.of(3)), "{\"a\": 1}"))
        .isEqualTo("{\"a\": 1, \"b\": 2, \"c\": 3}");
  }

  @Test
  void aRemovedMemberTakesItsCommaWithIt() {
    String json = "{\n  \"a\": 1,\n  \"b\": 2,\n  \"c\": 3\n}";
    assertThat(written(object(json).without("a"), json)).isEqualTo("{\n  \"b\": 2,\n  \"c\": 3\n}");
    assertThat(written(object(json).without("b"), json)).isEqualTo("{\n  \"a\": 1,\n  \"c\": 3\n}");
    assertThat(written(object(json).without("c"), json)).isEqualTo("{\n  \"a\": 1,\n  \"b\": 2\n}");
    assertThat(written(object(json).without("a").without("b").without("c"), json)).isEqualTo("{}");
    assertThat(written(object(json).without("a").without("c").with("d", JsonLiteral.TRUE), json))
        .isEqualTo("{\n  \"b\": 2,\n  \"d\": true\n}");
  }

  @Test
  void arraysKeepTheElementsTheyHad() {
    String json = "{\n  \"a\": [\n    1.0,\n    {\"x\": 1e0}\n  ]\n}";
    var array = (JsonArray) object(json).get("a").orElseThrow();
    var elements = array.elements();
    var more = array.withElements(List.of(JsonNumber.of(0), elements.get(0), elements.get(1)));
    assertThat(written(object(json).with("a", more), json))
        .isEqualTo("{\n  \"a\": [\n    0,\n    1.0,\n    {\"x\": 1e0}\n  ]\n}");
    var changed =
        array.withElements(
            List.of(elements.get(0), ((JsonObject) elements.get(1)).with("y", JsonNumber.of(2))));
    assertThat(written(object(json).with("a", changed), json))
        .isEqualTo("{\n  \"a\": [\n    1.0,\n    {\"x\": 1e0, \"y\": 2}\n  ]\n}");
  }

  @Test
  void whatSaysTheSameAgainIsWrittenAsItWas() {
    String json = "{ \"a\": { }, \"b\": [ ], \"c\": [1 ,2] }";
    JsonObject read = object(json);
    JsonObject filled = read.withAt(List.of("a", "x"), JsonNumber.of(1));
    assertThat(written(filled.withoutAt(List.of("a", "x")), json)).isEqualTo(json);
    for (String key : List.of("b", "c")) {
      var array = (JsonArray) read.get(key).orElseThrow();
      JsonArray anew = array.withElements(array.elements());
      assertThat(written(JsonObject.of(Map.of(key, anew)), json))
          .endsWith(array.slice().orElseThrow() + "}");
      assertThat(written(filled.with(key, JsonLiteral.NULL).with(key, anew), json))
          .isEqualTo(written(filled, json));
    }
  }

  @Test
  void valuesAreEqualWhenTheyMeanTheSame() {
    assertThat(object("{\"a\":1.0,\"b\":[true]}"))
        .isEqualTo(object("{ \"b\" : [true], \"a\":1e0 }"));
    assertThat(object("{\"a\":1}")).isNotEqualTo(object("{\"a\":\"1\"}"));
    assertThat(JsonValue.parse("NaN")).isEqualTo(JsonValue.parse("NaN"));
    assertThat(object("{\"a\":1,\"a\":2}").get("a")).contains(JsonNumber.of(1));
  }

  @Property
  void whatIsWrittenReadsBackAsWhatWasMeant(
      @ForAll("documents") String json,
      @ForAll("keys") String key,
      @ForAll("values") String value) {
    JsonObject before = object(json);
    var after = before.with(key, JsonValue.parse(value));
    assertThat(JsonValue.parse(written(after, json))).isEqualTo(after);
    var without = after.without("k0");
    assertThat(JsonValue.parse(written(without, json))).isEqualTo(without);
  }

  @Property
  void aChangeTakenBackLeavesTheBytes(@ForAll("documents") String json) {
    JsonObject before = object(json);
    for (Map.Entry<String, JsonValue> member : before.members().entrySet()) {
      var there = before.with(member.getKey(), JsonString.of("other"));
      var back = there.with(member.getKey(), member.getValue());
      assertThat(written(back, json)).isEqualTo(json);
    }
  }

  @Provide
  Arbitrary<String> documents() {
    return Arbitraries.longs()
        .map(seed -> JsonReaderTest.document(new Random(seed), 3))
        .filter(json -> json.strip().startsWith("{") && json.indexOf(':') > 0);
  }

  @Provide
  Arbitrary<String> values() {
    return Arbitraries.longs().map(seed -> JsonReaderTest.document(new Random(seed), 2));
  }

  @Provide
  Arbitrary<String> keys() {
    return Arbitraries.of("k0", "k1", "k3", "new");
  }
}
