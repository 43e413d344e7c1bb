package org.oddlot.timeline;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.oddlot.json.JsonObject;
import org.oddlot.time.FrameRate;
import org.oddlot.time.TimeRange;

/** What a cut is compared with: itself after edits, here and in another program. */
class ReEditTest {
  private static final FrameRate RATE = FrameRate.of(25);

  private static Clip clip(String name, int from, int frames) {
    return Clip.of(
        name,
        new MediaReference.External(
            Origin.made(), "", "media/" + name + ".mov", Optional.empty(), JsonObject.EMPTY),
        Optional.of(TimeRange.of(from, frames, RATE)));
  }

  /** A cut of clips of few names, so that many are alike. */
  private static Timeline cut(Random random, int clips) {
    var children = new ArrayList<Composable>();
    for (int i = 0; i < clips; i++) {
      children.add(clip("A" + random.nextInt(6), random.nextInt(500), 1 + random.nextInt(40)));
    }
    return cut(children);
  }

  private static Timeline cut(List<? extends Composable> children) {
    return Timeline.of("Cut", Optional.empty(), List.of(Track.of("V1", Track.VIDEO, children)));
  }

  /** The same, with every object as a file of its own would have it. */
  private static Timeline readAgain(Timeline timeline) {
    return (Timeline) copied(timeline);
  }

  private static TimelineObject copied(TimelineObject object) {
    List<TimelineObject> children = new ArrayList<>();
    object.children().forEach(child -> children.add(copied(child)));
    return Origin.read(
        switch (object) {
          case Clip clip ->
              new Clip(
                  Origin.made(),
                  clip.name(),
                  clip.sourceRange(),
                  clip.mediaReferences(),
                  clip.activeKey(),
                  clip.markers(),
                  clip.effects(),
                  clip.enabled(),
                  clip.metadata());
          case Track track ->
              new Track(
                  Origin.made(),
                  track.name(),
                  track.kind(),
                  track.sourceRange(),
                  Stack.composables(children),
                  track.markers(),
                  track.effects(),
                  track.enabled(),
                  track.metadata());
          case Stack stack ->
              new Stack(
                  Origin.made(),
                  stack.name(),
                  stack.sourceRange(),
                  Stack.composables(children),
                  stack.markers(),
                  stack.effects(),
                  stack.enabled(),
                  stack.metadata());
          case Timeline timeline ->
              new Timeline(
                  Origin.made(),
                  timeline.name(),
                  timeline.globalStart(),
                  children.stream().findFirst().map(Stack.class::cast),
                  timeline.metadata());
          default -> throw new AssertionError(object);
        });
  }

  private static Track trackOf(Timeline timeline) {
    return (Track) timeline.children().getFirst().children().getFirst();
  }

  private static Timeline with(Timeline timeline, List<? extends TimelineObject> children) {
    return (Timeline)
        new Edits()
            .change(trackOf(timeline), track -> track.withChildren(children))
            .applyTo(timeline);
  }

  @Test
  void aClipBeforeFourMakesOneDifference() {
    Timeline before =
        cut(List.of(clip("a", 0, 9), clip("b", 0, 9), clip("c", 0, 9), clip("d", 0, 9)));
    var more = new ArrayList<TimelineObject>(trackOf(before).children());
    more.addFirst(clip("new", 0, 25));
    assertThat(Differences.between(before, readAgain(with(before, more)))).hasSize(1);
    // One that is trimmed as well, one that goes and one that moves: one difference each.
    more.set(2, ((Clip) more.get(2)).withSourceRange(Optional.of(TimeRange.of(3, 6, RATE))));
    more.remove(3);
    more.addFirst(more.removeLast());
    List<Difference> differences = Differences.between(before, readAgain(with(before, more)));
    assertThat(differences.stream().map(Difference::property))
        .containsExactlyInAnyOrder("position", "", "source_range", "");
    assertThat(differences.stream().map(each -> each.place().object().name()))
        .containsExactlyInAnyOrder("d", "new", "b", "c");
  }

  @Property(tries = 300)
  void inOneProgramEveryEditIsOneDifference(@ForAll long seed) {
    var random = new Random(seed);
    Timeline before = readAgain(cut(random, 4 + random.nextInt(30)));
    var now = new ArrayList<TimelineObject>(trackOf(before).children());
    int added = random.nextInt(4);
    int gone = random.nextInt(4);
    int renamed = random.nextInt(now.size() - gone + 1);
    for (int i = 0; i < gone; i++) {
      now.remove(random.nextInt(now.size()));
    }
    for (int i = 0; i < renamed; i++) {
      now.set(i, now.get(i).withName("renamed"));
    }
    for (int i = 0; i < added; i++) {
      now.add(random.nextInt(now.size() + 1), clip("new", 0, 5));
    }
    assertThat(Differences.between(before, with(before, now))).hasSize(added + gone + renamed);
    // One clip that is moved has moved; those that it passed have not.
    var moved = new ArrayList<TimelineObject>(trackOf(before).children());
    moved.add(random.nextInt(moved.size()), moved.remove(random.nextInt(moved.size())));
    assertThat(Differences.between(before, with(before, moved))).hasSizeLessThanOrEqualTo(1);
  }

  @Property(tries = 300)
  void ofARereadReEditOnlyWhatWasEditedDiffers(@ForAll long seed) {
    var random = new Random(seed);
    Timeline before = readAgain(cut(random, 4 + random.nextInt(30)));
    var now = new ArrayList<TimelineObject>(trackOf(before).children());
    int edits = 0;
    for (int i = random.nextInt(5); i > 0 && now.size() > 1; i--, edits++) {
      int at = random.nextInt(now.size());
      switch (random.nextInt(3)) {
        case 0 -> now.add(at, clip("new " + i, random.nextInt(500), 7));
        case 1 -> now.remove(at);
        default -> {
          var clip = (Clip) now.get(at);
          now.set(at, clip.withEnabled(!clip.enabled()));
        }
      }
    }
    List<Difference> differences = Differences.between(before, readAgain(with(before, now)));
    assertThat(differences.size()).isLessThanOrEqualTo(edits);
    assertThat(differences.stream().map(Difference::property))
        .allMatch(Set.of("", "enabled")::contains);
  }

  @Property(tries = 200)
  void anAddressSurvivesEditsBeforeBehindAndAround(@ForAll long seed) {
    var random = new Random(seed);
    Timeline before = readAgain(cut(random, 3 + random.nextInt(20)));
    Addresses was = Addresses.of("cut.otio", before);
    Map<Object, Address> known = new HashMap<>();
    Placed.root(before).walk(placed -> known.put(placed.object().identity(), was.of(placed)));
    assertThat(Set.copyOf(known.values())).hasSameSizeAs(known.keySet());

    var now = new ArrayList<TimelineObject>(trackOf(before).children());
    now.replaceAll(each -> random.nextBoolean() ? each.withName("A0") : each);
    now.add(random.nextInt(now.size() + 1), clip("A" + random.nextInt(6), 0, 5));
    now.add(random.nextInt(now.size() + 1), clip("A" + random.nextInt(6), 0, 5));
    now.remove(random.nextInt(now.size()));
    Timeline after = with(before, now).withName("Renamed");
    Addresses is = Addresses.of("cut.otio", after);
    var seen = new HashSet<Address>();
    Placed.root(after)
        .walk(placed -> {
          Address address = is.of(placed);
          assertThat(seen.add(address)).as("%s", address).isTrue();
          Optional.ofNullable(known.get(placed.object().identity()))
              .ifPresent(former -> assertThat(address).isEqualTo(former));
          assertThat(is.at(address).map(Placed::object)).containsSame(placed.object());
        });
  }

  @Test
  void namesWithWhatStandsBetweenNamesAreToldApart() {
    Timeline timeline =
        readAgain(
            cut(List.of(clip("9/10", 0, 5), clip("9#2", 0, 5), clip("9", 0, 5), clip("9", 9, 5))));
    var addresses = Addresses.of("f", timeline);
    var paths = new ArrayList<String>();
    Placed.root(timeline).clips().forEach(placed -> paths.add(addresses.of(placed).path()));
    assertThat(paths)
        .containsExactly("tracks/V1/9\\/10", "tracks/V1/9\\#2", "tracks/V1/9", "tracks/V1/9#2");
  }
}
