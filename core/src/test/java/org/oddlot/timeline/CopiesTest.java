package org.oddlot.timeline;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.oddlot.json.JsonObject;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;

class CopiesTest {
  private static final FrameRate RATE = FrameRate.FPS_25;

  private static Clip clip(String name) {
    return Clip.of(
            name,
            new MediaReference.External(
                Origin.made(),
                name,
                name + ".mov",
                Optional.of(TimeRange.of(0, 100, RATE)),
                JsonObject.EMPTY),
            Optional.of(TimeRange.of(10, 50, RATE)))
        .withMarkers(List.of(Marker.of("here", TimeRange.of(12, 1, RATE), "", JsonObject.EMPTY)));
  }

  private static void identities(TimelineObject object, Set<Object> all) {
    assertThat(all.add(object.identity())).isTrue();
    object.children().forEach(child -> identities(child, all));
  }

  @Test
  void acopyIsTheSameAndNothingOfItIsTheVerySame() {
    RationalTime half = RationalTime.of(5, RATE);
    Stack stack =
        Stack.of(
            "group",
            List.of(
                Track.of(
                    "A",
                    Track.VIDEO,
                    List.of(
                        Gap.of(RationalTime.of(25, RATE)).withName("lead"),
                        clip("one"),
                        new Transition(
                            Origin.made(), "", "SMPTE_Dissolve", half, half, JsonObject.EMPTY),
                        clip("two"))),
                Stack.of("within", List.of(clip("three")))));
    Stack copy = Copies.of(stack);
    assertThat(Differences.between(stack, copy)).isEmpty();
    var identities = new HashSet<>();
    identities(stack, identities);
    identities(copy, identities);
  }
}
