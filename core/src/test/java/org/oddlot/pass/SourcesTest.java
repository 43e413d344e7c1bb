package org.oddlot.pass;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.format.otio.OtioReader;
import org.oddlot.material.Material;
import org.oddlot.material.Pairing;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.Source;
import org.oddlot.material.Sources;
import org.oddlot.material.TimelineFile;
import org.oddlot.problem.Problems;
import org.oddlot.profile.Profiles;
import org.oddlot.time.FrameRate;

class SourcesTest {
  private static final FrameRate RATE = FrameRate.of(24000, 1001);

  private static TimelineFile document(String name, String... items) {
    var problems = new Problems(name);
    String json =
        "{\"OTIO_SCHEMA\":\"SerializableCollection.1\",\"metadata\":{},\"name\":\"b\",\"children\":["
            + String.join(",", items)
            + "]}";
    var root = OtioReader.read(json.getBytes(StandardCharsets.UTF_8), problems).orElseThrow();
    return TimelineFile.of(name, "00", root, Profiles.own(), problems.list());
  }

  private static String clip(String name, String media) {
    return """
    {"OTIO_SCHEMA":"Clip.2","metadata":{},"name":"%s","source_range":null,"effects":[],"markers":[],\
    "enabled":true,"media_references":{"DEFAULT_MEDIA":%s},"active_media_reference_key":"DEFAULT_MEDIA"}\
    """
        .formatted(name, media);
  }

  private static String external(String url) {
    return "{\"OTIO_SCHEMA\":\"ExternalReference.1\",\"metadata\":{},\"name\":\"\",\"available_range\":null,"
        + "\"target_url\":\""
        + url
        + "\"}";
  }

  @Test
  void aClipInABinAndItsUsesAreOneSource() {
    Sources sources =
        Sample.at(RATE)
            .clip("A001C001 10:00:00:00 240 A 2026-03-14")
            .clip("A001C002 10:01:00:00 240 A 2026-03-14")
            .use("A001C001 10:00:00:00 240", 24, 48)
            .use("A001C001 10:00:00:00 240", 100, 20)
            .material()
            .sources();
    assertThat(sources.all()).extracting(Source::name).containsExactly("A001C001", "A001C002");
    Source first = sources.all().getFirst();
    assertThat(first.inBins()).hasSize(1);
    assertThat(first.uses()).hasSize(2);
    assertThat(first.clips()).hasSize(3);
    assertThat(first.startLabel().orElseThrow()).hasToString("10:00:00:00");
    assertThat(sources.byId(first.id())).contains(first);
    assertThat(sources.byId("media/none.mov")).isEmpty();
  }

  @Test
  void theSameMediaInTwoFilesIsOneSource() {
    Sources sources =
        Sources.of(
            List.of(
                document("one.otio", clip("A001C001", external("media/a.mov"))),
                document("two.otio", clip("renamed", external("media/a.mov")))));
    assertThat(sources.all()).hasSize(1);
    assertThat(sources.all().getFirst().name()).isEqualTo("A001C001");
    assertThat(sources.all().getFirst().clips())
        .extracting(PlacedClip::document)
        .containsExactly("one.otio", "two.otio");
  }

  @Test
  void whatIsGeneratedIsNoSourceAndWhatIsMissingIsKnownByItsName() {
    String bars =
        "{\"OTIO_SCHEMA\":\"GeneratorReference.1\",\"metadata\":{},\"name\":\"\",\"available_range\":null,"
            + "\"generator_kind\":\"SMPTEBars\",\"parameters\":{}}";
    String missing =
        "{\"OTIO_SCHEMA\":\"MissingReference.1\",\"metadata\":{},\"name\":\"\",\"available_range\":null}";
    String images =
        "{\"OTIO_SCHEMA\":\"ImageSequenceReference.1\",\"metadata\":{},\"name\":\"\",\"available_range\":null,"
            + "\"target_url_base\":\"plates/\",\"name_prefix\":\"sea.\",\"name_suffix\":\".exr\",\"start_frame\":1,"
            + "\"frame_step\":1,\"rate\":24.0,\"frame_zero_padding\":4,\"missing_frame_policy\":\"error\"}";
    Sources sources =
        Sources.of(
            List.of(
                document(
                    "day.otio",
                    clip("bars", bars),
                    clip("lost", missing),
                    clip("lost", missing),
                    clip("sea", images))));
    assertThat(sources.all()).extracting(Source::id).containsExactly("name:lost", "plates/sea.");
  }

  /** Camera, card and clip in the name: common practice, no source. */
  @ParameterizedTest
  @CsvSource({
    "A001C001, A, A001",
    "b012_c003_250314, B, b012",
    "D0007-C0012, D, D0007",
    "12A take 3, '', ''",
    "interview, '', ''"
  })
  void theCameraIsReadFromTheNameIfNothingElseSaysIt(String name, String camera, String reel) {
    Source source =
        Sources.of(List.of(document("d.otio", clip(name, external("m/" + name + ".mov")))))
            .all()
            .getFirst();
    assertThat(source.camera()).isEqualTo(camera);
    assertThat(source.reel()).isEqualTo(reel);
    assertThat(source.cameraIsGuessed()).isEqualTo(!camera.isEmpty());
  }

  @Test
  void aSourceIsFoundAnewOnlyIfTheDocumentsChanged() {
    Material material = Sample.at(RATE).clip("A001C001 10:00:00:00 240").material();
    Sources sources = material.sources();
    assertThat(material.sources()).isSameAs(sources);
    assertThat(material.with(Pairing.class, List.of(new Pairing("entry", "source"))).sources())
        .isSameAs(sources);
    assertThat(material.withDocuments(document -> document).sources()).isNotSameAs(sources);
  }

  @Test
  void aMatterFindsItsDocumentsAndEntries() {
    Material material =
        Sample.at(RATE)
            .clip("A001C001 10:00:00:00 240")
            .log("Scene,Take,TC In")
            .log("12,1,10:00:00:00")
            .log("12,2,10:00:05:00")
            .material();
    assertThat(material.document("day.otio")).isPresent();
    assertThat(material.document("night.otio")).isEmpty();
    assertThat(material.entries()).hasSize(2);
    assertThat(material.lot()).isEqualTo("Day");
  }

  @Test
  void aClipWithoutKnownMediaRangeIsKnownByWhatIsUsedOfIt() {
    String used =
        clip("A001C001", external("m/a.mov"))
            .replace(
                "\"source_range\":null",
                "\"source_range\":{\"OTIO_SCHEMA\":\"TimeRange.1\",\"start_time\":{\"OTIO_SCHEMA\":"
                    + "\"RationalTime.1\",\"value\":86400.0,\"rate\":24.0},\"duration\":{\"OTIO_SCHEMA\":"
                    + "\"RationalTime.1\",\"value\":48.0,\"rate\":24.0}}");
    Source source = Sources.of(List.of(document("d.otio", used))).all().getFirst();
    assertThat(source.startLabel().orElseThrow()).hasToString("01:00:00:00");
    assertThat(source.rate()).contains(FrameRate.of(24, 1));
    Source bare =
        Sources.of(List.of(document("d.otio", clip("x", external("m/x.mov"))))).all().getFirst();
    assertThat(bare.range()).isEmpty();
    assertThat(bare.startLabel()).isEmpty();
  }
}
