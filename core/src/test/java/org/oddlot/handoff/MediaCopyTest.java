package org.oddlot.handoff;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.json.JsonObject;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.CancelledException;
import org.oddlot.progress.Progress;
import org.oddlot.time.FrameRate;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

class MediaCopyTest {
  private static final List<String> FILES =
      List.of("rushes/A001/C0001.mov", "rushes/A002/C0001.mov", "rushes/sound/T1.wav");

  @TempDir private Path folder;
  private Timeline cut = Timeline.of("none", Optional.empty(), List.of());

  @BeforeEach
  void makeMedia() throws IOException {
    var random = new Random(7);
    for (String each : FILES) {
      Path file = folder.resolve(each);
      Files.createDirectories(file.getParent());
      var bytes = new byte[3_500_000 + random.nextInt(100)];
      random.nextBytes(bytes);
      Files.write(file, bytes);
    }
    cut =
        Timeline.of(
            "lock",
            Optional.empty(),
            List.of(Track.of("V1", Track.VIDEO, FILES.stream().map(MediaCopyTest::use).toList())));
  }

  private static Clip use(String address) {
    return Clip.of(
        address,
        new MediaReference.External(Origin.made(), "", address, Optional.empty(), JsonObject.EMPTY),
        Optional.of(TimeRange.of(10, 10, FrameRate.FPS_25)));
  }

  private Travel travel() {
    return Travel.of(cut, List.of(Placed.root(cut)), 0, Profiles.own(), Travel.from(folder));
  }

  private MediaCopy copy() {
    return MediaCopy.of(travel(), folder.resolve("out/media"));
  }

  private Path copied(String name) {
    return folder.resolve("out/media").resolve(name);
  }

  @Test
  void filesOfOneNameStayApartAndTheirAddressesFollow() throws IOException {
    MediaCopy copy = copy();
    assertThat(copy.obstacle()).isEmpty();
    MediaCopy.Result result = copy.make(Progress.NONE);
    assertThat(result.failed()).isEmpty();
    assertThat(copied("A001/C0001.mov")).hasSameBinaryContentAs(folder.resolve(FILES.get(0)));
    assertThat(copied("A002/C0001.mov")).hasSameBinaryContentAs(folder.resolve(FILES.get(1)));
    Timeline written =
        (Timeline) Readdressed.of(cut, travel(), copy, result, folder.resolve("out"));
    assertThat(written.toString())
        .contains("targetUrl=media/A001/C0001.mov")
        .contains("targetUrl=media/sound/T1.wav")
        .doesNotContain("targetUrl=rushes");
  }

  @Test
  void whatWasStoppedGoesOnWhereItStopped() throws IOException {
    var checks = new AtomicInteger();
    Progress stops = Progress.untold(() -> checks.incrementAndGet() > 12);
    assertThatThrownBy(() -> copy().make(stops)).isInstanceOf(CancelledException.class);
    Path part = copied("A002/C0001.mov.part");
    assertThat(part).exists();
    assertThat(copied("A002/C0001.mov")).doesNotExist();
    // A machine that went down may leave what was never written.
    byte[] half = Files.readAllBytes(part);
    Arrays.fill(half, half.length - 100, half.length, (byte) 0);
    Files.write(part, half);
    MediaCopy.Result result = copy().make(Progress.NONE);
    assertThat(result.copied()).hasSize(3);
    assertThat(result.copied().getFirst().isNew()).isFalse();
    assertThat(copied("A002/C0001.mov")).hasSameBinaryContentAs(folder.resolve(FILES.get(1)));
    assertThat(part).doesNotExist();
  }

  @Test
  void somethingElseThatIsThereIsNotOverwrittenAndCostsNoOther() throws IOException {
    Files.createDirectories(copied("A001"));
    Files.writeString(copied("A001/C0001.mov"), "mine");
    MediaCopy copy = copy();
    MediaCopy.Result result = copy.make(Progress.NONE);
    assertThat(result.copied()).hasSize(2);
    assertThat(result.failed()).singleElement().asString().contains("there already");
    assertThat(copied("A001/C0001.mov")).hasContent("mine");
    assertThat(Readdressed.of(cut, travel(), copy, result, folder.resolve("out")).toString())
        .contains("targetUrl=" + FILES.getFirst())
        .contains("targetUrl=media/A002/C0001.mov");
  }

  @Test
  void everyCopyIsAGenerationOfTheList() throws IOException {
    MediaCopy copy = copy();
    Instant now = Instant.parse("2026-03-14T20:15:30Z");
    Path first = copy.writeManifest(copy.make(Progress.NONE), now, "0.1");
    assertThat(first.getFileName()).hasToString("0001_media_2026-03-14_201530Z.mhl");
    assertThat(first)
        .content()
        .contains("<path size=")
        .contains(">A001/C0001.mov</path><sha1 action=\"original\"");
    Path second = copy.writeManifest(copy.make(Progress.NONE), now, "0.1");
    assertThat(second).content().contains("action=\"verified\"");
    assertThat(copied("ascmhl/ascmhl_chain.xml"))
        .content()
        .contains("sequencenr=\"1\"")
        .contains("sequencenr=\"2\"")
        .contains(MediaManifest.c4(Files.readAllBytes(first)));
  }

  /** SMPTE ST 2114: the identity of nothing; the value from memory. */
  @Test
  void theIdentityOfNothing() {
    assertThat(MediaManifest.c4(new byte[0]))
        .isEqualTo(
            "c459dsjfscH38cYeXXYogktxf4Cd9ibshE3BHUo6a58hBXmRQdZrAkZzsWcbWtDg5oQstpDuni4Hirj75GEmTc1sFT");
    assertThat(MediaManifest.c4("odd lot".getBytes(StandardCharsets.UTF_8))).hasSize(90);
  }
}
