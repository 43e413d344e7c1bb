package org.oddlot.timeline;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;

class TimelineTest {

  private static Clip clip(String name, long start, long frames, FrameRate rate) {
    var media =
        new MediaReference.External(
            Origin.NONE, name, name + ".mov", Optional.empty(), JsonObject.EMPTY);
    return Clip.of(name, media, Optional.of(TimeRange.of(start, frames, rate)));
  }

  private static Timeline timeline(Optional<RationalTime> start, Composable... items) {
    return Timeline.of("cut", start, List.of(Track.of("V1", Track.VIDEO, List.of(items))));
  }

  private static List<String> timecodes(TimelineObject root) {
    return Placed.root(root).clips().stream()
        .map(p -> p.recordTimecode().map(Object::toString).orElse("unknown"))
        .toList();
  }

  @Test
  void recordTimesAreSumsOfWhatComesBefore() {
    var fps = FrameRate.FPS_25;
    var transition =
        new Transition(
            Origin.NONE,
            "",
            "SMPTE_Dissolve",
            RationalTime.of(5, fps),
            RationalTime.of(5, fps),
            JsonObject.EMPTY);
    assertThat(
            timecodes(
                timeline(
                    Optional.of(RationalTime.of(25 * 3600, fps)),
                    clip("a", 100, 50, fps),
                    transition,
                    clip("b", 0, 25, fps),
                    Gap.of(RationalTime.of(10, fps)),
                    clip("c", 7, 5, fps))))
        .containsExactly("01:00:00:00", "01:00:02:00", "01:00:03:10");
  }

  @Test
  void theStartIsALabelWhateverRateItIsWrittenAt() {
    var fps = FrameRate.FPS_23_976;
    var start = Optional.of(RationalTime.of(24 * 3600, FrameRate.FPS_24));
    assertThat(timecodes(timeline(start, clip("a", 0, 12, fps), clip("b", 0, 12, fps))))
        .containsExactly("01:00:00:00", "01:00:00:12");
  }

  @Test
  void aStartThatIsAFullMinuteOnlyWithDroppedLabelsSaysSo() {
    var fps = FrameRate.FPS_29_97;
    // SMPTE ST 12-1: frame 107,892 is 01:00:00;00.
    assertThat(
            timecodes(timeline(Optional.of(RationalTime.of(107_892, fps)), clip("a", 0, 5, fps))))
        .containsExactly("01:00:00;00");
    assertThat(
            timecodes(timeline(Optional.of(RationalTime.of(108_000, fps)), clip("a", 0, 5, fps))))
        .containsExactly("01:00:00:00");
  }

  @Test
  void behindSomethingOfUnknownLengthNothingIsKnown() {
    var fps = FrameRate.FPS_24;
    var unknown = new Opaque(Origin.NONE, "", "Puppet.3");
    assertThat(
            timecodes(
                timeline(Optional.empty(), clip("a", 0, 5, fps), unknown, clip("b", 0, 5, fps))))
        .containsExactly("00:00:00:00", "unknown");
  }

  @Test
  void nestedTracksAreSeenThroughTheirUsedPart() {
    var fps = FrameRate.FPS_24;
    Track inner =
        Track.of("inner", Track.VIDEO, List.of(clip("a", 0, 24, fps), clip("b", 0, 24, fps)));
    Stack nested =
        Stack.of("nested", List.of(inner)).withSourceRange(Optional.of(TimeRange.of(12, 24, fps)));
    assertThat(timecodes(timeline(Optional.empty(), clip("x", 0, 48, fps), nested)))
        .containsExactly("00:00:00:00", "00:00:01:12", "00:00:02:12");
  }

  /** Whatever is changed: only the way to it is new, all else is shared. */
  @Property(tries = 100)
  void editsShareWhatTheyDoNotTouch(@ForAll long seed) {
    var random = new Random(seed);
    var bins = new ArrayList<Bin>();
    for (int b = 0; b < 5; b++) {
      var clips = new ArrayList<Clip>();
      for (int c = 0; c < 5; c++) {
        clips.add(clip(b + "-" + c, c, 24, FrameRate.FPS_24));
      }
      bins.add(Bin.of("bin " + b, clips));
    }
    Bin root = Bin.of("root", bins);
    int bin = random.nextInt(5);
    int index = random.nextInt(5);
    TimelineObject target = bins.get(bin).children().get(index);
    var after =
        (Bin) new Edits().change(target, object -> object.withName("changed")).applyTo(root);
    for (int b = 0; b < 5; b++) {
      if (b != bin) {
        assertThat(after.children().get(b)).isSameAs(bins.get(b));
      } else {
        var now = new ArrayList<TimelineObject>(after.children().get(b).children().size());
        now.addAll(after.children().get(b).children());
        assertThat(now.remove(index).name()).isEqualTo("changed");
        var before = new ArrayList<>(bins.get(b).children());
        before.remove(index);
        assertThat(now)
            .usingElementComparator((x, y) -> x.identity() == y.identity() ? 0 : 1)
            .isEqualTo(before);
      }
    }
    assertThat(root.children().get(bin).children().get(index)).isSameAs(target);
  }

  @Test
  void editsOfOneObjectAreMadeInTheirOrder() {
    Clip clip = clip("a", 0, 5, FrameRate.FPS_24);
    var edits =
        new Edits()
            .change(clip, o -> o.withName(o.name() + "1"))
            .change(clip, o -> o.withName(o.name() + "2"));
    assertThat(edits.applyTo(Bin.of("x", List.of(clip))).children().getFirst().name())
        .isEqualTo("a12");
    TimelineObject untouched = Bin.of("x", List.of());
    assertThat(edits.applyTo(untouched)).isSameAs(untouched);
  }

  @Test
  void differencesNameTheLeafThatDiffers() {
    Clip before = clip("a", 0, 5, FrameRate.FPS_24);
    JsonObject noted =
        JsonObject.EMPTY
            .withAt(List.of("x", "y"), JsonString.of("1"))
            .with("z", JsonString.of("2"));
    Clip after =
        before
            .withMetadata(noted)
            .withSourceRange(Optional.of(TimeRange.of(1, 5, FrameRate.FPS_24)));
    assertThat(Differences.between(before, after))
        .extracting(d -> d.property() + ": " + d.beforeText() + " → " + d.afterText())
        .containsExactly(
            "metadata/x/y:  → 1",
            "metadata/z:  → 2",
            "source_range: 00:00:00:00 for 00:00:00:05 → 00:00:00:01 for 00:00:00:05");
    assertThat(Differences.between(after, before))
        .extracting(Difference::property)
        .containsExactly("metadata/x/y", "metadata/z", "source_range");
  }

  @Test
  void childrenThatCameWentAndMovedAreToldApart() {
    Clip a = clip("a", 0, 5, FrameRate.FPS_24);
    Clip b = clip("b", 0, 5, FrameRate.FPS_24);
    Clip c = clip("c", 0, 5, FrameRate.FPS_24);
    Clip d = clip("d", 0, 5, FrameRate.FPS_24);
    Bin before = Bin.of("x", List.of(a, b, c));
    assertThat(Differences.between(before, before.withChildren(List.of(a, d, c, b))))
        .extracting(x -> x.place().object().name() + " " + x.property() + x.before().isPresent())
        .containsExactly("d false", "b positiontrue");
    assertThat(Differences.between(before, before.withChildren(List.of(c))))
        .extracting(x -> x.place().object().name() + x.after().isPresent())
        .containsExactly("afalse", "bfalse");
  }

  @Test
  void whatIsNotUnderstoodCannotBeChanged() {
    var opaque = new Opaque(Origin.NONE, "x", "Puppet.3");
    assertThatThrownBy(() -> opaque.withName("y")).hasMessageContaining("not understood");
    assertThatThrownBy(() -> opaque.withMetadata(JsonObject.EMPTY))
        .isInstanceOf(UnsupportedOperationException.class);
    assertThatThrownBy(() -> clip("a", 0, 1, FrameRate.FPS_24).withChildren(List.of()))
        .hasMessageContaining("no children");
  }
}
