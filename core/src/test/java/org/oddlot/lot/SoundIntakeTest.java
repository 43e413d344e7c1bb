package org.oddlot.lot;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Standing;
import org.oddlot.problem.Problem;
import org.oddlot.progress.Progress;
import org.oddlot.sound.BroadcastExtension;
import org.oddlot.sound.Recording;
import org.oddlot.sound.SoundFile;
import org.oddlot.sound.WaveWriter;

class SoundIntakeTest {
  /** Ten in the morning at 24 frames in a second. */
  private static final long TEN = 36_000L * 48_000;

  @TempDir Path folder;

  private Path wave(String name, long reference) throws IOException {
    return wave(name, reference, (channel, frame) -> 0);
  }

  private Path wave(String name, long reference, WaveWriter.Sound sound) throws IOException {
    Path file = folder.resolve(name);
    Files.createDirectories(file.getParent());
    WaveWriter.of(2, 48_000)
        .with(
            BroadcastExtension.of(
                "sTRK1=Boom", "Recorder", LocalDate.of(2026, 3, 14), "10:00:00", reference))
        .write(file, 48_000 * 8, sound);
    return file;
  }

  private Path timeline(String url) throws IOException {
    String time = "{\"OTIO_SCHEMA\":\"RationalTime.1\",\"rate\":24,\"value\":%d}";
    String range =
        "{\"OTIO_SCHEMA\":\"TimeRange.1\",\"start_time\":%s,\"duration\":%s}"
            .formatted(time.formatted(864_000), time.formatted(144));
    Path file = folder.resolve("day.otio");
    return Files.writeString(
        file,
        """
        {"OTIO_SCHEMA":"SerializableCollection.1","metadata":{},"name":"Day","children":[
          {"OTIO_SCHEMA":"Clip.2","metadata":{},"name":"A001C001","source_range":null,"effects":[],
           "markers":[],"enabled":true,"active_media_reference_key":"DEFAULT_MEDIA",
           "media_references":{"DEFAULT_MEDIA":{"OTIO_SCHEMA":"ExternalReference.1","metadata":{},
           "name":"","target_url":"%s","available_range":%s}}}]}
        """
            .formatted(url, range));
  }

  private static ReadLot read(Path... files) {
    return LotReader.read(Lot.of(Folders.opened(List.of(files)).files()), Progress.NONE);
  }

  @Test
  void aFolderStandsForTheSoundAndThePapersInIt() throws IOException {
    wave("S01/b.wav", TEN);
    wave("S01/sub/a.WAV", TEN + 900_000);
    Files.writeString(folder.resolve("S01/report.csv"), "File,Tr1\nb.wav,Boom\n");
    Files.writeString(folder.resolve("S01/.b.wav"), "a twin that some systems leave");
    Files.writeString(folder.resolve("S01/readme.md"), "nothing of ours");

    Files.writeString(folder.resolve("S01/cut (odd lot).otio"), "{}");
    Files.writeString(folder.resolve("S01/A001C001.mov"), "media that a clip will find");
    Folders.Found found = Folders.opened(List.of(folder.resolve("S01")));
    assertThat(found.left())
        .extracting(Problem::toString)
        .containsExactly(
            "S01: Left out, as written by Odd Lot before: cut (odd lot).otio.",
            "S01: Left out, as nothing that is read here: readme.md.");
    assertThat(found.files())
        .extracting(file -> file.getFileName().toString())
        .containsExactlyInAnyOrder("b.wav", "a.WAV", "report.csv");
    assertThat(read(folder.resolve("S01")).material().recordings())
        .extracting(Recording::name)
        .containsExactly("b", "a");
  }

  @Test
  void soundBesideTheTimelineIsAddressedFromThere() throws IOException {
    Path sound = wave("sound roll/S01 T01.wav", TEN);
    ReadLot taken = read(timeline("A001C001.mov"), sound);

    assertThat(taken.material().sounds())
        .extracting(SoundFile::id)
        .containsExactly("sound%20roll/S01%20T01.wav");
    Outcome outcome =
        new Engine(Engine.Acceptance.ALL)
            .run(
                taken.material(),
                taken.lot().sheet(),
                Answers.NONE,
                Optional.empty(),
                Progress.NONE);
    Path written =
        new Output(taken.lot(), outcome)
            .write(folder.resolve("out"), Progress.NONE)
            .files()
            .getFirst()
            .path();
    assertThat(Files.readString(written))
        .contains("sound%20roll/S01%20T01.wav")
        .contains("\"synced\"");
  }

  @Test
  void aWreckIsListedAndTheOthersAreReadAllTheSame() throws IOException {
    Path good = wave("a.wav", TEN);
    Path wreck = folder.resolve("wreck.wav");
    Files.write(wreck, java.util.Arrays.copyOf(Files.readAllBytes(good), 30));
    Outcome outcome =
        new Engine()
            .run(
                read(good, wreck).material(),
                Lot.empty("x").sheet(),
                Answers.NONE,
                Optional.empty(),
                Progress.NONE);

    assertThat(outcome.step("intake").orElseThrow().reviewed())
        .extracting(reviewed -> reviewed.finding().title() + ": " + reviewed.standing())
        .containsExactlyInAnyOrder("Recorder: " + Standing.SETTLED, "wreck.wav: " + Standing.OPEN);
  }

  @Test
  void whatTheTimelineUsesIsHeardWithoutBeingAddedAndReadOnce() throws IOException {
    wave("media/S01T01.wav", TEN);
    Path timeline = timeline("media/S01T01.wav");
    ReadLot first = read(timeline);
    assertThat(first.material().sounds())
        .extracting(SoundFile::id)
        .containsExactly("media/S01T01.wav");
    assertThat(first.mediaOf("media/S01T01.wav")).isPresent();

    ReadLot again =
        LotReader.read(first.lot(), MappingMemory.none(), Optional.of(first), Progress.NONE);
    assertThat(again.material()).isSameAs(first.material());
  }

  @Test
  void aFileOfNoKnownKindIsTurnedAwayWithAWord() throws IOException {
    Path movie = Files.writeString(folder.resolve("A001C001.mov"), "no movie, but no sound either");
    assertThat(read(movie).problems().getFirst().message()).contains("cannot be read here");
  }
}
