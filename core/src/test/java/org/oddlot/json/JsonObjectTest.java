package org.oddlot.json;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class JsonObjectTest {
  private static final JsonObject READ =
      (JsonObject)
          JsonValue.parse(
              """
              {"a": {"b\\u0065": {"c": 1, "c": 2}, "list": [{"c": 3}], "none": null, "é": "ü"},
               "a": {"later": true}, "text": "{\\"c\\": 4}"}\
              """);

  @Test
  void aPathGoesThroughObjectsAndTheFirstOfTwoKeysCounts() {
    assertThat(READ.at("a", "be", "c").map(JsonValue::display)).contains("1");
    assertThat(READ.at("a", "é").map(JsonValue::display)).contains("ü");
    assertThat(READ.at("a", "none")).contains(JsonLiteral.NULL);
    assertThat(READ.at("a", "later")).isEmpty();
    assertThat(READ.at(List.of())).contains(READ);
  }

  @Test
  void throughWhatIsNoObjectThereIsNoWay() {
    assertThat(READ.at("a", "list", "c")).isEmpty();
    assertThat(READ.at("a", "none", "c")).isEmpty();
    assertThat(READ.at("text", "c")).isEmpty();
    assertThat(READ.at("a", "be", "c", "d")).isEmpty();
  }

  @Test
  void aPathIsTheSameWhereAPartWasChanged() {
    JsonObject changed = READ.withAt(List.of("a", "new", "x"), JsonString.of("y"));
    assertThat(changed.at("a", "new", "x").map(JsonValue::display)).contains("y");
    assertThat(changed.at("a", "be", "c").map(JsonValue::display)).contains("1");
    assertThat(changed.at("a", "list", "c")).isEmpty();
    assertThat(changed.at("b", "c")).isEmpty();
  }
}
