package org.oddlot.pass.markers;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.format.otio.OtioWriter;
import org.oddlot.json.JsonObject;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotReader;
import org.oddlot.marker.Carried;
import org.oddlot.material.Material;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Settings;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

class MarkersPassTest {
  private static final FrameRate RATE = FrameRate.FPS_25;
  private final MarkersPass pass = new MarkersPass();

  @TempDir private Path folder;

  private static Clip shot(String name, long from, long length) {
    return Clip.of(
        name,
        new MediaReference.External(
            Origin.made(),
            name,
            "m/" + name + ".mov",
            Optional.of(TimeRange.of(0, 5000, RATE)),
            JsonObject.EMPTY),
        Optional.of(TimeRange.of(from, length, RATE)));
  }

  private Path cut(String name, List<Marker> markers, Composable... shots) throws IOException {
    Timeline cut =
        Timeline.of(
            "cut",
            Optional.of(RationalTime.of(90_000, RATE)),
            List.of(Track.of("V1", Track.VIDEO, List.of(shots))));
    Path file = folder.resolve(name);
    try (var out = Files.newOutputStream(file)) {
      OtioWriter.write(
          cut.withChildren(List.of(cut.tracks().orElseThrow().withMarkers(markers))), out);
    }
    return file;
  }

  private Path paper(String text) throws IOException {
    return Files.writeString(folder.resolve("notes.csv"), text);
  }

  private Material lot(Path... files) {
    return LotReader.read(Lot.of(List.of(files)), Progress.NONE).material();
  }

  private Analysis<MarkerFinding> analysed(Material material, Settings settings) {
    return pass.analyse(new Request(material, settings, Answers.NONE, Progress.NONE));
  }

  private List<Marker> applied(Material material, List<Reviewed<MarkerFinding>> accepted) {
    Applied applied =
        pass.apply(new Request(material, Settings.INITIAL, Answers.NONE, Progress.NONE), accepted);
    Timeline cut = (Timeline) applied.material().documents().getLast().root();
    return cut.tracks().orElseThrow().markers();
  }

  @Test
  void notesOfAScreeningStandAtTheirTimesInWhateverSpelling() throws IOException {
    Path cut = cut("cut.otio", List.of(), shot("a", 0, 3000));
    Material material =
        lot(
            cut,
            paper(
                """
                Time;Note;By
                01:00:01:05;Too long;Ines
                1:00:02;Whole seconds;
                01:00:03.480;Thousandths;Tormod
                01:00:01:20;TOO LONG!;Tormod
                01:00:04:31;No such frame;Ines
                01:09:00:00;Behind the end;Ines
                """));
    Analysis<MarkerFinding> analysis = analysed(material, Settings.INITIAL);
    assertThat(analysis.findings())
        .extracting(MarkerFinding::title)
        .containsExactly("Too long (Ines, Tormod)", "Whole seconds", "Thousandths (Tormod)");
    assertThat(analysis.findings())
        .extracting(finding -> finding.at().orElseThrow().toString())
        .containsExactly("01:00:01:05", "01:00:02:00", "01:00:03:12");
    assertThat(analysis.remarks())
        .extracting(Analysis.Remark::title)
        .containsExactly("notes.csv, row 6", "notes.csv, row 7");
    List<Marker> markers =
        applied(
            material,
            analysis.findings().stream()
                .map(finding -> new Reviewed<>(finding, Optional.empty()))
                .toList());
    assertThat(markers).hasSize(3);
    assertThat(markers.getFirst().markedRange()).isEqualTo(TimeRange.of(30, 1, RATE));
  }

  @Test
  void answersGoWithTheNoteThatTheyAnswer() throws IOException {
    Path cut = cut("cut.otio", List.of(), shot("a", 0, 3000));
    Material material =
        lot(
            cut,
            paper(
                """
                Time;Note;By
                01:00:01:05;Which boat is it?;Ines
                ;The small one;Tormod
                01:00:01:05;Re: the small one, I think;Pilar
                01:00:05:00;Re: nothing that stands here;Ines
                01:00:20:00;Louder;Ines
                """));
    Analysis<MarkerFinding> analysis = analysed(material, Settings.INITIAL);
    assertThat(analysis.findings())
        .extracting(finding -> finding.carried().from().marker().comment())
        .containsExactly(
            "Which boat is it?\nTormod: The small one\nPilar: the small one, I think", "", "");
    assertThat(analysis.findings())
        .extracting(MarkerFinding::title)
        .containsExactly(
            "Which boat is it? (Ines)", "Re: nothing that stands here (Ines)", "Louder (Ines)");
  }

  @Test
  void notesAreShiftedAndLaidOnCutsWhereThatIsWanted() throws IOException {
    Path cut = cut("cut.otio", List.of(), shot("a", 0, 100), shot("b", 0, 100));
    Material material = lot(cut, paper("Time;Note\n01:00:03:10;Late\n01:00:01:00;Away\n"));
    Settings settings =
        Settings.INITIAL
            .with(MarkersPass.SHIFT, "10")
            .with(MarkersPass.SNAP, "6")
            .with(MarkersPass.COLOUR, "red");
    List<MarkerFinding> findings = analysed(material, settings).findings();
    assertThat(findings)
        .extracting(finding -> finding.at().orElseThrow().toString())
        .containsExactly("01:00:01:10", "01:00:04:00");
    assertThat(findings.getFirst().carried().from().marker().color()).isEqualTo("RED");
  }

  @Test
  void timesThatMayBeThoseOfMediaAreNotSettled() throws IOException {
    Clip hourly = shot("a", 90_000, 3000);
    MediaReference media = hourly.media().orElseThrow();
    Clip known =
        hourly.withMedia(_ ->
            new MediaReference.External(
                Origin.made(),
                media.name(),
                "m/a.mov",
                Optional.of(TimeRange.of(90_000, 5000, RATE)),
                JsonObject.EMPTY));
    Material material =
        lot(cut("cut.otio", List.of(), known), paper("Time;Note\n01:00:03:10;Which?\n"));
    MarkerFinding finding = analysed(material, Settings.INITIAL).findings().getFirst();
    assertThat(finding.standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(finding.reason()).contains("those of media in it as well");
  }

  @Test
  void aShotLogIsNoListOfNotes() throws IOException {
    Material material =
        lot(
            cut("cut.otio", List.of(), shot("a", 0, 3000)),
            paper("Scene;Take;TC in;Notes\n12;3;01:00:03:10;good\n"));
    assertThat(analysed(material, Settings.INITIAL).findings()).isEmpty();
  }

  @Test
  void markersGoToTheNextCutAndWhatIsLostWhereSomebodySays() throws IOException {
    var old = new ArrayList<Marker>();
    old.add(Marker.of("stays", TimeRange.of(10, 1, RATE), "", JsonObject.EMPTY));
    old.add(Marker.of("lost", TimeRange.of(120, 1, RATE), "", JsonObject.EMPTY));
    old.add(Marker.of("range", TimeRange.of(80, 40, RATE), "", JsonObject.EMPTY));
    Material material =
        lot(
            cut("1.otio", old, shot("a", 0, 100), shot("b", 500, 100), shot("c", 0, 50)),
            cut("2.otio", List.of(), shot("d", 0, 30), shot("a", 0, 100), shot("c", 0, 50)));
    List<MarkerFinding> findings = analysed(material, Settings.INITIAL).findings();
    assertThat(findings)
        .extracting(MarkerFinding::standing)
        .containsExactly(Standing.SETTLED, Standing.OPEN, Standing.SETTLED);
    assertThat(findings.getLast().reason())
        .isEqualTo("it marks what is left of its frames, 20 of 40");
    MarkerFinding lost = findings.get(1);
    assertThat(lost.problem(List.of("at 01:00:09:00"))).isPresent();
    assertThat(lost.problem(List.of("at 01:00:05:20"))).isEmpty();
    List<Marker> markers =
        applied(
            material,
            List.of(
                new Reviewed<>(findings.getFirst(), Optional.empty()),
                new Reviewed<>(lost, Optional.of(Decision.accept(List.of("at 01:00:05:20")))),
                new Reviewed<>(findings.getLast(), Optional.empty())));
    assertThat(markers)
        .extracting(Marker::markedRange)
        .containsExactly(
            TimeRange.of(40, 1, RATE), TimeRange.of(145, 1, RATE), TimeRange.of(110, 20, RATE));
  }

  private static Marker only(List<Marker> markers) {
    assertThat(markers).hasSize(1);
    return markers.getFirst();
  }

  private static String doneBy(Marker marker) {
    return Profiles.own().doneBy(marker);
  }

  @Test
  void whatIsTickedOffStaysSoFromCutToCutAndCanBeOpenedAgain() throws IOException {
    Path first = cut("1.otio", List.of(), shot("a", 0, 100), shot("b", 500, 100));
    Material screening = lot(first, paper("Time;Note;By\n01:00:01:05;Too long;Ines\n"));
    MarkerFinding note = analysed(screening, Settings.INITIAL).findings().getFirst();
    assertThat(note.isNote()).isTrue();
    assertThat(note.doneBy(List.of())).isEmpty();
    assertThat(note.problem(List.of("done Liv"))).isEmpty();
    List<String> ticked = note.ticked(List.of("at 01:00:02:00"), "Liv");
    Marker done =
        only(
            applied(
                screening, List.of(new Reviewed<>(note, Optional.of(Decision.accept(ticked))))));
    assertThat(doneBy(done)).isEqualTo("Liv");
    assertThat(done.markedRange()).isEqualTo(TimeRange.of(50, 1, RATE));
    // The next cut: what is done comes along as done.
    Material next =
        lot(
            cut("1.otio", List.of(done), shot("a", 0, 100), shot("b", 500, 100)),
            cut("2.otio", List.of(), shot("c", 0, 30), shot("a", 0, 100)));
    MarkerFinding carried = analysed(next, Settings.INITIAL).findings().getFirst();
    assertThat(carried.doneBy(List.of())).isEqualTo("Liv");
    Marker there =
        only(applied(next, List.of(new Reviewed<>(carried, Optional.<Decision>empty()))));
    assertThat(doneBy(there)).isEqualTo("Liv");
    // In that cut alone it is a note of its own, and is opened again where it stands.
    Material alone = lot(cut("2.otio", List.of(there), shot("c", 0, 30), shot("a", 0, 100)));
    MarkerFinding own = analysed(alone, Settings.INITIAL).findings().getFirst();
    assertThat(own.ticked(List.of(), "Ines")).containsExactly("open");
    Marker open =
        only(
            applied(
                alone,
                List.of(new Reviewed<>(own, Optional.of(Decision.accept(List.of("open")))))));
    assertThat(doneBy(open)).isEmpty();
    assertThat(open.markedRange()).isEqualTo(there.markedRange());
    assertThat(only(applied(alone, List.of(new Reviewed<>(own, Optional.<Decision>empty())))))
        .isSameAs(
            ((Timeline) alone.documents().getFirst().root())
                .tracks()
                .orElseThrow()
                .markers()
                .getFirst());
  }

  private Path captions(String name, String text) throws IOException {
    return Files.writeString(folder.resolve(name), text);
  }

  @Test
  void linesOfCaptionsAreNotesWhereTheyAreNamedAndOnlyTheWantedOnes() throws IOException {
    Path cut = cut("cut.otio", List.of(), shot("a", 0, 3000));
    String lines =
        """
        1
        00:00:02,000 --> 00:00:04,000
        Too long

        2
        00:00:05,480 --> 00:00:06,000
        Lovely

        3
        00:09:00,000 --> 00:09:01,000
        Behind the end
        """;
    Material material = lot(cut, captions("notes.srt", lines));
    assertThat(analysed(material, Settings.INITIAL).findings()).isEmpty();
    Settings named = Settings.INITIAL.with(MarkersPass.CAPTIONS, "notes.srt");
    Analysis<MarkerFinding> analysis = analysed(material, named);
    assertThat(analysis.findings())
        .extracting(finding -> finding.title() + " " + finding.at().orElseThrow())
        .containsExactly("Too long 01:00:02:00", "Lovely 01:00:05:12");
    assertThat(analysis.remarks())
        .extracting(Analysis.Remark::title)
        .containsExactly("notes.srt, row 3");
    assertThat(analysed(material, named.with(MarkersPass.ONLY, "long, short")).findings())
        .extracting(MarkerFinding::title)
        .containsExactly("Too long");
    // By record timecode they stand at the same places.
    Material byTimecode = lot(cut, captions("notes.srt", lines.replace("00:00:0", "01:00:0")));
    assertThat(analysed(byTimecode, named).findings())
        .extracting(finding -> finding.at().orElseThrow().toString())
        .containsExactly("01:00:02:00", "01:00:05:12");
    assertThat(analysed(material, named.with(MarkersPass.CAPTIONS, "other.srt")).remarks())
        .extracting(Analysis.Remark::text)
        .containsExactly("there is no file of captions “other.srt” here");
  }

  @Test
  void markersAreNumberedInTheOrderOfTheCutAndNotTwice() throws IOException {
    Path cut = cut("cut.otio", List.of(), shot("a", 0, 3000));
    Material material = lot(cut, paper("Time;Note\n01:00:09:00;7 Later\n01:00:02:00;Sooner\n"));
    Settings numbered = Settings.INITIAL.with(MarkersPass.NUMBERED, "yes");
    List<Reviewed<MarkerFinding>> all =
        analysed(material, numbered).findings().stream()
            .map(finding -> new Reviewed<>(finding, Optional.<Decision>empty()))
            .toList()
            .reversed();
    Material after =
        pass.apply(new Request(material, numbered, Answers.NONE, Progress.NONE), all).material();
    Timeline made = (Timeline) after.documents().getLast().root();
    assertThat(made.tracks().orElseThrow().markers())
        .extracting(Marker::name)
        .containsExactlyInAnyOrder("1 Sooner", "2 Later");
    assertThat(
            analysed(after, numbered).findings().stream()
                .filter(finding -> finding.carried().fate() == Carried.Fate.SURE))
        .isEmpty();
  }
}
