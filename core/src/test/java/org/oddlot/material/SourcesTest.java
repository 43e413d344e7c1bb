package org.oddlot.material;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.profile.Profiles;
import org.oddlot.time.FrameRate;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;

class SourcesTest {
  private static final FrameRate RATE = FrameRate.FPS_25;

  private static Material material(TimelineObject... inBins) {
    return Material.of("lot")
        .with(
            TimelineFile.class,
            List.of(
                new TimelineFile(
                    "day.otio",
                    "",
                    Bin.of("Day", List.of(inBins)),
                    Profiles.own(),
                    List.of(),
                    List.of())));
  }

  private static MediaReference file(String url, long start) {
    return new MediaReference.External(
        Origin.NONE, "", url, Optional.of(TimeRange.of(start, 500, RATE)), JsonObject.EMPTY);
  }

  /** A clip of which only the name is known, and where it starts, and perhaps its card. */
  private static Clip lost(String name, long start, String reel) {
    JsonObject noted =
        reel.isEmpty()
            ? JsonObject.EMPTY
            : JsonObject.of(
                "oddlot", JsonObject.of("source", JsonObject.of("reel", JsonString.of(reel))));
    var media =
        new MediaReference.Missing(
            Origin.NONE, "", Optional.of(TimeRange.of(start, 500, RATE)), noted);
    return Clip.of(name, media, Optional.of(TimeRange.of(start + 10, 20, RATE)));
  }

  private static Timeline cut(Composable... clips) {
    return Timeline.of(
        "Cut", Optional.empty(), List.of(Track.of("V1", Track.VIDEO, List.of(clips))));
  }

  @Test
  void clipsOfOneNameOnDifferentCardsAreTwoSources() {
    Sources sources =
        material(
                lost("0001", 0, "A001"),
                lost("0001", 0, "B001"),
                cut(lost("0001", 0, "B001"), lost("0001", 0, "b001"), lost("0002", 0, "")))
            .sources();
    assertThat(sources.all()).extracting(Source::name).containsExactly("0001", "0001", "0002");
    assertThat(sources.all()).extracting(Source::reel).containsExactly("A001", "B001", "");
    assertThat(sources.all()).extracting(source -> source.uses().size()).containsExactly(0, 2, 1);
    assertThat(sources.all()).extracting(Source::address).containsOnly("");
    assertThat(sources.all())
        .allSatisfy(source ->
            assertThat(source.clips())
                .allSatisfy(clip -> assertThat(sources.of(clip.clip())).contains(source)));
  }

  private static Clip keyed(String active, Map<String, String> urls) {
    Map<String, MediaReference> media = new LinkedHashMap<>();
    urls.forEach((key, url) -> media.put(key, file(url, 0)));
    return new Clip(
        Origin.made(),
        "A001",
        Optional.of(TimeRange.of(10, 20, RATE)),
        media,
        active,
        List.of(),
        List.of(),
        true,
        JsonObject.EMPTY);
  }

  /** What one clip has as a proxy and another in full is one source; its angles are several. */
  @Test
  void proxyAndFullAreOneSourceAnglesAreNot() {
    Map<String, String> copies = new LinkedHashMap<>();
    copies.put("DEFAULT_MEDIA", "full/A001.mxf");
    copies.put("proxy", "proxy/A001.mov");
    Clip proxy = keyed("proxy", copies);
    Clip full = keyed("DEFAULT_MEDIA", copies);
    Clip plain = Clip.of("A001", file("full/A001.mxf", 0), Optional.empty());
    Sources sources = material(cut(proxy, full, plain)).sources();
    assertThat(sources.all()).hasSize(1);
    for (Clip clip : List.of(proxy, full, plain)) {
      assertThat(sources.of(clip)).contains(sources.all().getFirst());
    }
    assertThat(sources.all().getFirst().names())
        .contains("A001.mxf", "A001.mov", "full/A001.mxf", "proxy/A001.mov");
    // The proxy alone: what is not there is no source, and nothing is lost by it.
    Sources alone = material(cut(proxy)).sources();
    assertThat(alone.of(proxy)).contains(alone.all().getFirst());
    // A key that may mean either is not believed where the files are called otherwise.
    Map<String, String> high = new LinkedHashMap<>();
    high.put("DEFAULT_MEDIA", "A001.mxf");
    high.put("high angle", "B001.mxf");
    Sources both = material(cut(keyed("DEFAULT_MEDIA", high), keyed("high angle", high))).sources();
    assertThat(both.all()).hasSize(2);
    Map<String, String> angles = new LinkedHashMap<>();
    angles.put("angle 1", "A001.mxf");
    angles.put("angle 2", "B001.mxf");
    Sources two = material(cut(keyed("angle 1", angles), keyed("angle 2", angles))).sources();
    assertThat(two.all()).hasSize(2);
  }

  @Test
  void clipsOfOneNameWhoseRangesDoNotMeetAreTwoSources() {
    Sources sources =
        material(lost("0001", 0, ""), cut(lost("0001", 90_000, ""), lost("0001", 0, ""))).sources();
    assertThat(sources.all()).extracting(source -> source.uses().size()).containsExactly(1, 1);
    assertThat(sources.all()).extracting(Source::startsAtZero).containsExactly(true, false);
    assertThat(sources.all()).extracting(Source::id).doesNotHaveDuplicates();
  }

  @Test
  void clipsOfOneNameThatNothingTellsApartAreOneSource() {
    Sources sources = material(lost("0001", 0, "A001"), cut(lost("0001", 0, ""))).sources();
    assertThat(sources.all()).extracting(Source::id).containsExactly("name:0001");
    assertThat(sources.all().getFirst().uses()).hasSize(1);
  }

  @Test
  void clipsOfNoLengthAreOneSourceToo() {
    var media =
        new MediaReference.Missing(
            Origin.NONE, "", Optional.of(TimeRange.of(0, 0, RATE)), JsonObject.EMPTY);
    Clip still = Clip.of("card", media, Optional.of(TimeRange.of(0, 20, RATE)));
    Sources sources = material(still, cut(still.withName("card"), still)).sources();
    assertThat(sources.all()).extracting(Source::id).containsExactly("name:card");
    assertThat(sources.all().getFirst().uses()).hasSize(2);
  }

  @Test
  void whichSourceAClipIsOfDoesNotDependOnTheOrder() {
    var one = material(lost("0001", 0, "A001"), lost("0001", 0, "B001")).sources();
    var other = material(lost("0001", 0, "B001"), lost("0001", 0, "A001")).sources();
    assertThat(one.all())
        .hasSize(2)
        .extracting(Source::id)
        .containsExactlyInAnyOrderElementsOf(other.all().stream().map(Source::id).toList());
  }

  @Test
  void everyMediaOfAClipIsHadAsAValueAndHasAnAddress() {
    var media = new LinkedHashMap<String, MediaReference>();
    media.put("full", file("media/a.mov", 100));
    media.put("proxy", file("proxies/a.mov", 0));
    Clip clip = Clip.of("a", file("media/a.mov", 100), Optional.empty()).withMediaReferences(media);
    var active =
        new Clip(
            clip.origin(),
            "a",
            Optional.empty(),
            media,
            "full",
            List.of(),
            List.of(),
            true,
            JsonObject.EMPTY);
    Material material = material(active, cut(active.withSourceRange(Optional.empty())));
    Source source = material.sources().all().getFirst();
    assertThat(source.address()).isEqualTo("media/a.mov");
    assertThat(source.alternatives())
        .singleElement()
        .satisfies(proxy -> {
          assertThat(proxy.key()).isEqualTo("proxy");
          assertThat(proxy.where()).isEqualTo("proxies/a.mov");
          assertThat(proxy.range()).contains(TimeRange.of(0, 500, RATE));
          assertThat(proxy.address(material).part()).isEqualTo("media_references/proxy");
          assertThat(material.at(proxy.address(material).whole()))
              .hasValueSatisfying(at -> assertThat(at.object().name()).isEqualTo("a"));
        });
  }

  @Test
  void aGroupKnowsItsMembersAndTheirSources() {
    Clip picture = Clip.of("A001C001", file("A001C001.mov", 0), Optional.empty());
    Clip sound = Clip.of("S01T01", file("S01T01.wav", 0), Optional.empty());
    Stack synced =
        Stack.of(
                "12A take 1",
                List.of(
                    Track.of("Picture", Track.VIDEO, List.of(picture)),
                    Track.of(
                        "Mixer",
                        Track.AUDIO,
                        List.of(Gap.of(TimeRange.of(0, 12, RATE).duration()), sound))))
            .withMetadata(JsonObject.of("oddlot", JsonObject.of("kind", JsonString.of("synced"))));
    Stack angles =
        Stack.of("Band", List.of(Track.of("Camera A", Track.VIDEO, List.of(picture))))
            .withMetadata(JsonObject.of("oddlot", JsonObject.of("kind", JsonString.of("angles"))));
    Material material = material(synced, angles, Stack.of("Plain", List.of()));
    List<Group> groups = material.derive(Group.ALL);
    assertThat(groups).extracting(Group::name).containsExactly("12A take 1", "Band");
    assertThat(groups)
        .extracting(Group::kind)
        .containsExactly(Group.Kind.SYNCED, Group.Kind.ANGLES);
    assertThat(groups.getFirst().members())
        .extracting(Group.Member::name)
        .containsExactly("Picture", "Mixer");
    assertThat(groups.getFirst().members())
        .extracting(Group.Member::isSound)
        .containsExactly(false, true);
    assertThat(groups.getFirst().sources(material.sources()))
        .containsExactly("A001C001.mov", "S01T01.wav");
  }
}
