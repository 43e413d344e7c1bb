package org.oddlot.handoff;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.material.TimelineFile;
import org.oddlot.profile.Profiles;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;
import org.oddlot.timeline.Transition;

class ExtractionTest {
  private static final FrameRate RATE = FrameRate.FPS_25;

  private static Clip use(String media, long from, long length) {
    return Clip.of(
        media,
        new MediaReference.External(
            Origin.made(),
            media,
            "media/" + media + ".mov",
            Optional.of(TimeRange.of(1000, 500, RATE)),
            JsonObject.EMPTY),
        Optional.of(TimeRange.of(from, length, RATE)));
  }

  private static Clip source(String media) {
    return use(media, 1000, 500).withSourceRange(Optional.empty());
  }

  private static Timeline cut(String name, List<? extends Composable> children) {
    return Timeline.of(name, Optional.empty(), List.of(Track.of("V1", Track.VIDEO, children)));
  }

  private static Stack group(String name, String... media) {
    var tracks = new ArrayList<Track>();
    for (String each : media) {
      tracks.add(Track.of(each, Track.VIDEO, List.of(use(each, 1000, 100))));
    }
    return Stack.of(name, tracks)
        .withMetadata(JsonObject.of("oddlot", JsonObject.of("kind", JsonString.of("angles"))));
  }

  private static TimelineFile file(TimelineObject root) {
    return TimelineFile.of("project.otio", "", root, Profiles.own(), List.of());
  }

  private static Set<String> names(TimelineObject root) {
    var names = new TreeSet<String>();
    Placed.root(root)
        .walk(placed -> {
          boolean isInABin =
              placed.parent().map(Placed::object).filter(Bin.class::isInstance).isPresent();
          if (isInABin) {
            names.add(placed.object().schema() + " " + placed.object().name());
          }
        });
    return names;
  }

  @Test
  void aTimelineTakesItsSourcesGroupsAndNestedTimelinesAlong() {
    Stack angles = group("evening", "camA", "camB");
    Stack otherAngles = group("evening", "camC", "camD");
    Timeline nested = cut("scene 2", List.of(use("s2", 1000, 10)));
    Stack nestedUse = Stack.of("scene 2", nested.tracks().orElseThrow().children());
    Timeline wanted =
        cut("lock 3", List.of(use("a", 1000, 10), angles, nestedUse, Gap.of(time(5))));
    Bin root =
        Bin.of(
            "project",
            List.of(
                Bin.of("rushes", List.of(source("a"), source("b"), source("camA"))),
                Bin.of("more", List.of(source("camB"), source("camC"), source("s2"))),
                Bin.of("empty", List.of()),
                Bin.of("unused", List.of(source("x"))),
                Bin.of("groups", List.of(angles, otherAngles)),
                Bin.of(
                    "cuts", List.of(wanted, nested, cut("lock 2", List.of(use("b", 1000, 9)))))));
    Extraction extraction = Extraction.of(file(root), List.of("lock 3"));
    assertThat(names(extraction.root()))
        .containsExactly(
            "Clip a",
            "Clip camA",
            "Clip camB",
            "Clip s2",
            "SerializableCollection cuts",
            "SerializableCollection groups",
            "SerializableCollection more",
            "SerializableCollection rushes",
            "Stack evening",
            "Timeline lock 3",
            "Timeline scene 2");
    assertThat(extraction.timelineNames()).containsExactly("lock 3");
    assertThat(extraction.left()).isEqualTo(new Extraction.Counts(1, 2, 3, 1, 0));
    assertThat(Extraction.of(file(root), List.of()).timelineNames())
        .containsExactly("lock 3", "scene 2", "lock 2");
    assertThatThrownBy(() -> Extraction.of(file(root), List.of("lock 9")))
        .hasMessageContaining("lock 9");
  }

  @Test
  void whereAllIsUsedAllStaysAsItIs() {
    Bin root = Bin.of("project", List.of(source("a"), cut("lock", List.of(use("a", 1000, 10)))));
    assertThat(Extraction.of(file(root), List.of()).root()).isSameAs(root);
    Timeline alone = cut("alone", List.of(use("a", 1000, 10)));
    assertThat(Extraction.of(file(alone), List.of()).root()).isSameAs(alone);
  }

  @Test
  void aClipThatIsEveryAngleTakesTheGroupOfThese() {
    Clip all =
        use("camA", 1000, 10)
            .withMedia(
                java.util.Map.of(
                    "A", use("camA", 1000, 1).media().orElseThrow(),
                    "B", use("camB", 1000, 1).media().orElseThrow()),
                "A");
    Bin root =
        Bin.of(
            "project",
            List.of(
                group("evening", "camA", "camB"),
                group("morning", "camA", "camC"),
                source("camB"),
                source("camC"),
                cut("lock", List.of(all))));
    assertThat(names(Extraction.of(file(root), List.of("lock")).root()))
        .containsExactly("Clip camB", "Stack evening", "Timeline lock");
  }

  private static RationalTime time(long frames) {
    return RationalTime.of(frames, RATE);
  }

  /** A random project, with what each of its cuts uses known from its making. */
  @Property(tries = 200)
  void keptIsWhatIsUsedAndNothingElse(@ForAll @IntRange(min = 0) int seed) {
    var random = new Random(seed);
    int sources = 1 + random.nextInt(30);
    List<Set<String>> uses = new ArrayList<>();
    var cuts = new ArrayList<TimelineObject>();
    for (int i = 0; i < 4; i++) {
      var its = new HashSet<String>();
      var children = new ArrayList<Composable>();
      for (int k = random.nextInt(12); k >= 0; k--) {
        String media = "m" + random.nextInt(sources);
        its.add(media);
        Clip clip = use(media, 1000 + random.nextInt(400), 1 + random.nextInt(90));
        children.add(
            random.nextInt(4) == 0
                ? Stack.of("n" + k, List.of(Track.of("", Track.VIDEO, List.of(clip))))
                : clip);
      }
      uses.add(its);
      cuts.add(cut("cut " + i, children));
    }
    var bins = new ArrayList<TimelineObject>();
    for (int i = 0; i < sources; i++) {
      Bin bin = Bin.of("bin " + i, List.of(source("m" + i)));
      bins.add(random.nextBoolean() ? bin : Bin.of("outer " + i, List.of(bin)));
    }
    bins.add(random.nextInt(bins.size()), Bin.of("cuts", cuts));
    int chosen = random.nextInt(4);
    Extraction extraction = Extraction.of(file(Bin.of("project", bins)), List.of("cut " + chosen));
    var kept = new HashSet<String>();
    Placed.root(extraction.root())
        .walk(placed -> {
          if (placed.object() instanceof Clip clip && placed.timeline().isEmpty()) {
            kept.add(clip.name());
          }
          if (placed.object() instanceof Bin bin) {
            assertThat(bin.children()).isNotEmpty();
          }
        });
    assertThat(kept).isEqualTo(uses.get(chosen));
    assertThat(extraction.kept().timelines()).isEqualTo(1);
  }

  // The media that travels.

  private static List<String> ranges(Travel travel) {
    return travel.media().stream()
        .map(media ->
            media.name()
                + " "
                + media.ranges().stream()
                    .map(range -> range.start().value() + "+" + range.duration().value())
                    .toList()
                + (media.clipped() > 0 ? " less in " + media.clipped() : ""))
        .toList();
  }

  private static Travel travel(Timeline cut, long handles) {
    return Travel.of(
        cut, List.of(Placed.root(cut)), handles, Profiles.own(), Travel.from(Path.of("/nowhere")));
  }

  @Test
  void stretchesWithHandlesAreOneWhereTheyMeet() {
    Timeline cut =
        cut(
            "lock",
            List.of(use("a", 1100, 20), use("b", 1005, 10), use("a", 1130, 10), use("a", 1300, 5)));
    assertThat(ranges(travel(cut, 0)))
        .containsExactly("a.mov [1100+20, 1130+10, 1300+5]", "b.mov [1005+10]");
    assertThat(ranges(travel(cut, 12)))
        .containsExactly("a.mov [1088+64, 1288+29]", "b.mov [1000+27] less in 1");
  }

  @Test
  void whatADissolveTakesTravelsToo() {
    var dissolve =
        new Transition(Origin.made(), "", "SMPTE_Dissolve", time(6), time(8), JsonObject.EMPTY);
    Timeline cut = cut("lock", List.of(use("a", 1100, 50), dissolve, use("b", 1200, 50)));
    assertThat(ranges(travel(cut, 0))).containsExactly("a.mov [1100+58]", "b.mov [1194+56]");
  }

  @Test
  void anAngleThatIsNotShownIsReferredTo() {
    Timeline cut = cut("lock", List.of(use("a", 1100, 50)));
    Travel travel =
        Travel.of(
            Bin.of("all", List.of(cut, group("evening", "a", "camB"))),
            List.of(Placed.root(cut)),
            0,
            Profiles.own(),
            Travel.from(Path.of("/nowhere")));
    assertThat(ranges(travel)).containsExactly("a.mov [1100+50]", "camB.mov []");
    assertThat(travel.missing()).hasSize(2);
  }
}
