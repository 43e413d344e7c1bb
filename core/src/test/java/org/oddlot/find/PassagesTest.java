package org.oddlot.find;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.format.otio.OtioWriter;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotReader;
import org.oddlot.profile.Field;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.Progress;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

class PassagesTest {
  private static final FrameRate RATE = FrameRate.FPS_25;

  @TempDir private Path folder;

  private static JsonObject noted(JsonObject in, Field field, String value) {
    return Profiles.own().place(field).orElseThrow().set(in, JsonString.of(value));
  }

  private static Clip clip() {
    JsonObject metadata = noted(JsonObject.EMPTY, Field.SCENE, "12A");
    metadata = noted(metadata, Field.NOTES, "boom in shot");
    metadata = noted(metadata, Field.CIRCLED, "true");
    metadata =
        Profiles.own()
            .place(Field.PEOPLE)
            .orElseThrow()
            .set(metadata, JsonArray.of(List.of(JsonString.of("Pilar"))));
    return Clip.of(
            "A001C001",
            new MediaReference.External(
                Origin.made(),
                "",
                "media/A001/A001C001.mov",
                Optional.of(TimeRange.of(90_000, 500, RATE)),
                JsonObject.EMPTY),
            Optional.of(TimeRange.of(90_000, 100, RATE)))
        .withMetadata(metadata)
        .plusMarker(
            Marker.of(
                "gulls",
                TimeRange.of(90_010, 25, RATE),
                "",
                noted(JsonObject.EMPTY, Field.MARKER_KIND, "keyword")));
  }

  private Path written(String name, Bin root) throws IOException {
    Path file = folder.resolve(name);
    try (OutputStream out = Files.newOutputStream(file)) {
      OtioWriter.write(root, out);
    }
    return file;
  }

  private List<Passage> known() throws IOException {
    Timeline cut =
        Timeline.of(
            "lock 2",
            Optional.of(RationalTime.of(90_000, RATE)),
            List.of(Track.of("V1", Track.VIDEO, List.of(clip()))));
    Stack stack = cut.tracks().orElseThrow();
    Timeline marked =
        cut.withChildren(
            List.of(
                stack.withMarkers(
                    List.of(
                        Marker.of(
                            "mix", TimeRange.of(50, 1, RATE), "too loud", JsonObject.EMPTY)))));
    Path project =
        written("day.otio", Bin.of("day", List.of(Bin.of("rushes", List.of(clip())), marked)));
    Path captions =
        Files.writeString(
            folder.resolve("talk.srt"), "1\n00:00:02,000 --> 00:00:04,000\nThe ferry\nis late\n");
    Path log =
        Files.writeString(
            folder.resolve("log.csv"),
            "Scene,Take,TC In,Keyword,Notes\n14,2,01:00:10:00,fog,camera shakes\n");
    return Passages.of(
        LotReader.read(Lot.of(List.of(project, captions, log)), Progress.NONE).material());
  }

  private static String line(Passage passage) {
    return passage.clip() + " " + passage.field() + ": " + passage.text();
  }

  @Test
  void everythingThatIsKnownIsThereOnce() throws IOException {
    assertThat(known())
        .extracting(PassagesTest::line)
        .contains(
            "A001C001 name: A001C001",
            "A001C001 file: media/A001/A001C001.mov",
            "A001C001 scene: 12A",
            "A001C001 notes: boom in shot",
            "A001C001 circled: yes",
            "A001C001 people: Pilar",
            "A001C001 keyword: gulls",
            "lock 2 timeline: lock 2",
            "lock 2 marker: mix: too loud",
            "talk.srt caption: The ferry is late",
            "log.csv, row 2 row: 14 take 2",
            "log.csv, row 2 row note: camera shakes",
            "log.csv, row 2 row keyword: fog")
        // The clip in the bin and that in the timeline say the same.
        .doesNotHaveDuplicates();
  }

  @Test
  void eachSaysWhenInItsOwnTime() throws IOException {
    List<Passage> known = known();
    assertThat(known)
        .filteredOn(passage -> passage.text().equals("gulls"))
        .extracting(passage -> passage.label() + " " + passage.labelOut())
        .containsExactly("01:00:00:10 01:00:01:10");
    assertThat(known)
        .filteredOn(passage -> passage.field().equals("marker"))
        .extracting(Passage::label)
        .containsExactly("01:00:02:00");
    assertThat(known)
        .filteredOn(passage -> passage.field().equals("scene"))
        .extracting(Passage::stretch)
        .containsExactly(Optional.empty());
  }

  @Test
  void aMarkerOfANestedTimelineIsAtTheRecordTimeOfTheOuterOne() throws IOException {
    Stack nest =
        Stack.of("nest", List.of(Track.of("V1", Track.VIDEO, List.of(clip()))))
            .withMarkers(
                List.of(Marker.of("inner", TimeRange.of(25, 1, RATE), "", JsonObject.EMPTY)));
    Timeline cut =
        Timeline.of(
            "lock 2",
            Optional.of(RationalTime.of(90_000, RATE)),
            List.of(Track.of("V1", Track.VIDEO, List.of(clip(), nest))));
    Path project = written("day.otio", Bin.of("day", List.of(cut)));
    assertThat(Passages.of(LotReader.read(Lot.of(List.of(project)), Progress.NONE).material()))
        .filteredOn(passage -> passage.text().equals("inner"))
        .extracting(Passage::label)
        .containsExactly("01:00:05:00");
  }
}
