package org.oddlot.sound;

import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.SampleTime;

/**
 * A sound file, with what its head says of it in one place, wherever the head says it.
 *
 * @param id what it is known by in a lot: the address that clips of it have
 * @param name the file's name with its ending
 * @param path where it is; empty where it is not at hand and only a timeline speaks of it
 * @param channels how many, one or more
 * @param sampleRate samples in a second when it is played
 * @param frames how many samples each channel has
 * @param reference the first sample since midnight, counted at the rate of the recorder's clock;
 *     empty where the file does not say it
 * @param timecodeRate the rate of the recorder's timecode, where the file says it
 * @param dropFrame whether that timecode drops frames
 * @param day when it was recorded
 * @param scene empty if not known, like all texts
 * @param take its number
 * @param reel the recorder's roll
 * @param recorder who or what made it
 * @param family the same for all files of one recording
 * @param note what was remarked
 * @param circled whether the take was circled
 * @param tracks the channels in the file's order, all of them
 * @param tags what it says of the music in it
 * @param problems what is wrong with it
 */
public record SoundFile(
    String id,
    String name,
    Optional<Path> path,
    int channels,
    long sampleRate,
    long frames,
    Optional<SampleTime> reference,
    Optional<FrameRate> timecodeRate,
    boolean dropFrame,
    Optional<LocalDate> day,
    String scene,
    String take,
    String reel,
    String recorder,
    String family,
    String note,
    boolean circled,
    List<Track> tracks,
    MusicTags tags,
    List<Problem> problems) {

  /** The endings of WAVE files, in lower case. */
  public static final List<String> WAVE_ENDINGS = List.of(".wav", ".bwf", ".rf64", ".bw64");

  /** The endings of other files that hold sound alone. */
  public static final List<String> OTHER_ENDINGS =
      List.of(".aif", ".aiff", ".aifc", ".caf", ".flac", ".m4a", ".mp3");

  /**
   * A channel of the file.
   *
   * @param recorderChannel which input of the recorder it was, counted from one
   * @param name what the mixer called it, empty if nothing
   */
  public record Track(int recorderChannel, String name) {}

  public SoundFile {
    tracks = List.copyOf(tracks);
    problems = List.copyOf(problems);
  }

  /** What the head of a file says; empty where it cannot be read, and {@code problems} says why. */
  public static Optional<SoundFile> read(Path path, Problems problems) {
    return WaveReader.read(path, problems).map(head -> of(path, head, problems));
  }

  private static SoundFile of(Path path, WaveHead head, Problems problems) {
    Map<String, String> keys = head.bext().map(BroadcastExtension::keys).orElse(Map.of());
    Optional<Ixml> ixml = head.ixml();
    return new SoundFile(
        path.toString(),
        String.valueOf(path.getFileName()),
        Optional.of(path),
        head.channels(),
        head.sampleRate(),
        head.frames(),
        reference(head, problems),
        ixml.flatMap(Ixml::timecodeRate),
        ixml.filter(Ixml::dropFrame).isPresent(),
        head.bext().flatMap(BroadcastExtension::day),
        said(ixml.map(Ixml::scene), keys.get("SCENE")),
        said(ixml.map(Ixml::take), keys.get("TAKE")),
        said(ixml.map(Ixml::tape), keys.get("TAPE")),
        head.bext().map(BroadcastExtension::originator).orElse(""),
        ixml.map(Ixml::familyUid).orElse(""),
        said(ixml.map(Ixml::note), keys.get("NOTE")),
        ixml.filter(Ixml::circled).isPresent(),
        tracks(head, keys),
        head.tags(),
        problems.list());
  }

  private static String said(
      Optional<String> first, @org.jspecify.annotations.Nullable String second) {
    return first
        .filter(text -> !text.isEmpty())
        .orElse(java.util.Objects.requireNonNullElse(second, ""));
  }

  /**
   * Samples since midnight: EBU Tech 3285 counts them at the file's rate; iXML can say another rate
   * at which the recorder counted them. A count of zero is what is written where nothing is known.
   */
  private static Optional<SampleTime> reference(WaveHead head, Problems problems) {
    Optional<Ixml> ixml = head.ixml();
    long rate = ixml.flatMap(Ixml::timestampRate).filter(r -> r > 0).orElse(head.sampleRate());
    Optional<Long> inBext =
        head.bext().map(BroadcastExtension::timeReference).filter(count -> count != 0);
    Optional<Long> inIxml = ixml.flatMap(Ixml::timestamp).filter(count -> count != 0);
    if (inBext.isPresent() && inIxml.isPresent() && !inBext.equals(inIxml)) {
      problems.warning(
          "iXML",
          Phrase.of(
              "It says %,d samples since midnight, the broadcast extension %,d.",
              inIxml.get(), inBext.get()),
          "The broadcast extension is used.");
    }
    Optional<Long> count = inBext.or(() -> inIxml);
    if (count.filter(c -> c < 0 || c / rate >= 2 * 86_400L).isPresent()) {
      problems.warning(
          "bext", "Its time reference is later than any day has samples.", "It is left aside.");
      return Optional.empty();
    }
    return count.map(c -> SampleTime.of(c, rate));
  }

  private static List<Track> tracks(WaveHead head, Map<String, String> keys) {
    var tracks = new ArrayList<Track>();
    for (int i = 1; i <= head.channels(); i++) {
      String key = keys.getOrDefault("TRK" + i, "");
      tracks.add(new Track(i, key));
    }
    head.ixml()
        .map(Ixml::tracks)
        .orElse(List.of())
        .forEach(track -> {
          if (track.fileChannel() <= head.channels()) {
            String before = tracks.get(track.fileChannel() - 1).name;
            tracks.set(
                track.fileChannel() - 1,
                new Track(track.recorderChannel(), track.name().isEmpty() ? before : track.name()));
          }
        });
    return tracks;
  }

  /** This, known by another address. */
  public SoundFile withId(String newId) {
    return new SoundFile(
        newId,
        name,
        path,
        channels,
        sampleRate,
        frames,
        reference,
        timecodeRate,
        dropFrame,
        day,
        scene,
        take,
        reel,
        recorder,
        family,
        note,
        circled,
        tracks,
        tags,
        problems);
  }

  /**
   * This with what is known of it from elsewhere, where it does not say it itself.
   *
   * @param names of its channels, counted from one
   */
  public SoundFile filledIn(
      String newScene, String newTake, String newReel, Map<Integer, String> names) {
    var named = new ArrayList<Track>();
    for (int i = 0; i < tracks.size(); i++) {
      Track track = tracks.get(i);
      named.add(
          track.name.isEmpty()
              ? new Track(track.recorderChannel, names.getOrDefault(i + 1, ""))
              : track);
    }
    return new SoundFile(
        id,
        name,
        path,
        channels,
        sampleRate,
        frames,
        reference,
        timecodeRate,
        dropFrame,
        day,
        scene.isEmpty() ? newScene : scene,
        scene.isEmpty() && take.isEmpty() ? newTake : take,
        reel.isEmpty() ? newReel : reel,
        recorder,
        family,
        note,
        circled,
        named,
        tags,
        problems);
  }

  /** The name without its ending. */
  public String stem() {
    int dot = name.lastIndexOf('.');
    return dot > 0 ? name.substring(0, dot) : name;
  }

  /**
   * Whether the recorder counted time at another rate than the file is played at, as it does where
   * sound is recorded to be slowed down: a clock of 48,048 in a file of 48,000.
   */
  public boolean isPulled() {
    return reference.filter(r -> r.sampleRate() != sampleRate).isPresent();
  }
}
