package org.oddlot.profile;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Collectors;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;

/** What holds for any place in any metadata. */
class PlacePropertiesTest {

  private static Pointer pointer(List<String> steps) {
    return Pointer.parse(
        steps.stream()
            .map(step -> "/" + step.replace("~", "~0").replace("/", "~1"))
            .collect(Collectors.joining()));
  }

  /** What was put somewhere is there, and what is elsewhere stays (RFC 6901, steps escaped). */
  @Property(tries = 300)
  void whatIsPutIsThereAndTheRestStays(
      @ForAll("steps") List<String> one, @ForAll("steps") List<String> other) {
    int shorter = Math.min(one.size(), other.size());
    boolean apart = !one.subList(0, shorter).equals(other.subList(0, shorter));
    JsonObject before = pointer(other).set(JsonObject.EMPTY, JsonString.of("stays"));
    JsonObject after = pointer(one).set(before, JsonString.of("put"));
    assertThat(pointer(one).text(after)).contains("put");
    if (apart) {
      assertThat(pointer(other).text(after)).contains("stays");
    }
    // Putting the same again changes nothing.
    assertThat(pointer(one).set(after, JsonString.of("put"))).isEqualTo(after);
  }

  @Provide
  Arbitrary<List<String>> steps() {
    return Arbitraries.strings()
        .withChars("ab/~é ")
        .ofMinLength(1)
        .ofMaxLength(3)
        .list()
        .ofMinSize(1)
        .ofMaxSize(4);
  }
}
