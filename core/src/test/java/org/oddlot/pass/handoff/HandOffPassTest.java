package org.oddlot.pass.handoff;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Timebase;
import org.oddlot.format.caption.CaptionTracks;
import org.oddlot.handoff.HandOff;
import org.oddlot.json.JsonObject;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.output.HandOffFiles;
import org.oddlot.output.PlannedFile;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Settings;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;

class HandOffPassTest {
  private static final FrameRate RATE = FrameRate.FPS_25;
  private final HandOffPass pass = new HandOffPass();

  @TempDir private Path folder;

  private static Clip clip(String name) {
    return Clip.of(
        name,
        new MediaReference.External(
            Origin.made(),
            name,
            "media/" + name + ".mov",
            Optional.of(TimeRange.of(1000, 300, RATE)),
            JsonObject.EMPTY),
        Optional.of(TimeRange.of(1100, 50, RATE)));
  }

  private static Clip title(String words) {
    return Clip.of(
        words,
        new MediaReference.Generator(
            Origin.made(), "", "title", JsonObject.EMPTY, Optional.empty(), JsonObject.EMPTY),
        Optional.of(TimeRange.of(0, 50, RATE)));
  }

  private static Timeline cut(String name, Clip... clips) {
    return Timeline.of(
        name,
        Optional.of(RationalTime.of(90_000, RATE)),
        List.of(Track.of("V1", Track.VIDEO, List.of(clips))));
  }

  private static Material project() {
    Bin root =
        Bin.of(
            "project",
            List.of(
                Bin.of("rushes", List.of(clip("pier"), clip("harbour"))),
                cut("lock 2", clip("harbour")),
                cut("lock 3", clip("pier"), title("Orrin, 1962"))));
    return Material.of(
        "lot",
        List.of(TimelineFile.of("project.otio", "", root, Profiles.own(), List.of())),
        List.of());
  }

  private Request request(Settings settings) {
    return new Request(project(), settings, Answers.NONE, Progress.NONE);
  }

  private static final Settings LOCK_3 =
      Settings.INITIAL.with(HandOffPass.TIMELINES, "lock 3").with(HandOffPass.HANDLES, "12");

  @Test
  void whatIsLostIsAskedAndWhatTravelsIsSaid() {
    Analysis<CarryFinding> analysis = pass.analyse(request(LOCK_3));
    assertThat(analysis.findings())
        .extracting(each -> each.standing() + " " + each.title() + ": " + each.becomes())
        .contains(
            "TO_LOOK_AT Titles and generated pictures, 1 place: no place for it",
            "SETTLED Clips in bins, 1 place: no place for it");
    assertThat(analysis.findings())
        .filteredOn(each -> each.standing().needsAPerson())
        .extracting(CarryFinding::at)
        .contains("01:00:02:00");
    assertThat(analysis.remarks())
        .extracting(Analysis.Remark::text)
        .containsExactly("not there; 74 of its frames in 1 part, with handles of 12");
    assertThat(pass.analyse(request(LOCK_3.with(HandOffPass.TIMELINES, "lock 9"))).remarks())
        .anyMatch(remark -> remark.text().contains("lock 9"));
    assertThat(pass.analyse(request(LOCK_3.with(HandOffPass.FOR, "otio"))).findings()).isEmpty();
  }

  @Test
  void nothingGoesOutBeforeAllThatIsLostWasSeen() throws IOException {
    Request request = request(LOCK_3);
    List<Reviewed<CarryFinding>> all =
        pass.analyse(request).findings().stream()
            .map(finding -> new Reviewed<>(finding, Optional.empty()))
            .toList();
    List<Reviewed<CarryFinding>> settled =
        all.stream().filter(each -> each.standing() == Standing.SETTLED).toList();
    assertThat(pass.apply(request, settled).material().one(HandOff.class)).isEmpty();
    Material end = pass.apply(request, all).material();
    List<PlannedFile> files = new HandOffFiles().plan(end);
    assertThat(files)
        .extracting(PlannedFile::name)
        .containsExactly("lock 3, handed on.edl", "lock 3, handed on, media.xlsx");
    assertThat(files.getFirst().lost()).anyMatch(lost -> lost.contains("titles"));
    Path out = folder.resolve("out.edl");
    files.getFirst().write(end, _ -> folder.resolve("project.otio"), out);
    assertThat(Files.readString(out)).contains("FROM CLIP NAME:  pier").doesNotContain("harbour");
  }

  @Test
  void whatIsCarriedWholeGoesByItself() {
    Request request = request(Settings.INITIAL.with(HandOffPass.FOR, "otio"));
    Material end = pass.apply(request, List.of()).material();
    HandOff handOff = end.one(HandOff.class).orElseThrow();
    assertThat(handOff.sends())
        .singleElement()
        .satisfies(send -> {
          assertThat(send.name()).isEqualTo("project, handed on");
          assertThat(send.report().notWhole()).isEmpty();
        });
  }

  @Test
  void asCaptionsNobodyCountsOnPicturesAndNoMediaTravels() throws IOException {
    var grid = new Timebase.Frames(RATE, false);
    Captions captions =
        Captions.made(
            "cut",
            "en",
            grid,
            List.of(
                Caption.of("1", grid.at(90_000), grid.at(90_050), "The ferry")
                    .withSpeaker("Pilar")));
    Timeline cut = CaptionTracks.timeline(captions, grid);
    var tracks = new ArrayList<TimelineObject>(cut.tracks().orElseThrow().children());
    tracks.addFirst(Track.of("V1", Track.VIDEO, List.of(clip("pier"))));
    Timeline both = cut.withChildren(List.of(cut.tracks().orElseThrow().withChildren(tracks)));
    Material material =
        Material.of(
            "lot",
            List.of(TimelineFile.of("cut.otio", "", both, Profiles.own(), List.of())),
            List.of());
    Request request =
        new Request(
            material, Settings.INITIAL.with(HandOffPass.FOR, "srt"), Answers.NONE, Progress.NONE);
    Analysis<CarryFinding> analysis = pass.analyse(request);
    assertThat(analysis.remarks()).isEmpty();
    assertThat(analysis.findings())
        .filteredOn(finding -> finding.standing() == Standing.TO_LOOK_AT)
        .extracting(CarryFinding::title)
        .containsExactly("Names of speakers, 1 place", "The language, 1 place");
    assertThat(analysis.findings())
        .filteredOn(finding -> finding.standing() == Standing.SETTLED)
        .extracting(finding -> finding.row().feature().words())
        .contains("shots", "how much there is of the media");
    Material end =
        pass.apply(
                request,
                analysis.findings().stream()
                    .map(finding -> new Reviewed<>(finding, Optional.empty()))
                    .toList())
            .material();
    List<PlannedFile> planned = new HandOffFiles().plan(end);
    assertThat(planned).extracting(PlannedFile::name).containsExactly("cut, handed on.srt");
    Path out = folder.resolve("out.srt");
    planned.getFirst().write(end, folder::resolve, out);
    assertThat(Files.readString(out)).contains("01:00:00,000 --> 01:00:02,000\nThe ferry");
  }
}
