package org.oddlot.material;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.oddlot.paper.LogEntry;
import org.oddlot.profile.Field;
import org.oddlot.profile.Profile;
import org.oddlot.sound.MusicTags;
import org.oddlot.sound.Recording;
import org.oddlot.sound.SoundFile;
import org.oddlot.time.FrameRate;
import org.oddlot.time.SampleTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;

/**
 * The recordings of a lot: of the sound files that are at hand, and of those that only a timeline
 * speaks of. What a sound report says of a file is filled in where the file says nothing itself.
 */
final class Recordings {
  /** All recordings of a lot. */
  static final Derived<List<Recording>> ALL =
      Derived.of(Set.of(TimelineFile.class, Paper.class, SoundFile.class), Recordings::of);

  /** The ids of the sound files that are at hand. */
  static final Derived<Set<String>> SOUND_IDS =
      Derived.of(
          Set.of(SoundFile.class),
          material -> material.sounds().stream().map(SoundFile::id).collect(Collectors.toSet()));

  /** Samples in a second where nothing says how many: common practice, no source. */
  private static final long USUAL_SAMPLE_RATE = 48_000;

  private Recordings() {}

  static List<Recording> of(Material material) {
    var files = new ArrayList<>(material.sounds());
    Set<String> atHand = files.stream().map(SoundFile::id).collect(Collectors.toSet());
    for (Source source : material.sources().all()) {
      if (source.isSound() && !atHand.contains(source.id())) {
        files.add(unseen(source));
      }
    }
    Map<String, LogEntry> reports = reports(material);
    if (reports.isEmpty()) {
      return Recording.of(files);
    }
    files.replaceAll(file ->
        Optional.ofNullable(reports.get(PlainName.of(file.stem())))
            .map(row -> filled(file, row, row.tracks()))
            .orElse(file));
    return Recording.of(files).stream()
        .map(recording ->
            Optional.ofNullable(reports.get(PlainName.of(recording.name())))
                .filter(_ -> recording.files().size() > 1)
                .map(row -> filled(recording, row))
                .orElse(recording))
        .toList();
  }

  private static SoundFile filled(SoundFile file, LogEntry row, Map<Integer, String> names) {
    String reel = row.soundReel().isEmpty() ? row.reel() : row.soundReel();
    return file.filledIn(row.scene(), row.take(), reel, names);
  }

  /** A set of files of one channel each, of which the report has one row. */
  private static Recording filled(Recording set, LogEntry row) {
    var files = new ArrayList<SoundFile>();
    for (SoundFile file : set.files()) {
      String name = row.tracks().getOrDefault(files.size() + 1, "");
      files.add(filled(file, row, Map.of(1, name)));
    }
    return new Recording(set.name(), files);
  }

  private static Map<String, LogEntry> reports(Material material) {
    var byName = new HashMap<String, LogEntry>();
    material
        .entries()
        .filter(entry -> !entry.clip().isEmpty())
        .forEach(entry -> byName.putIfAbsent(PlainName.of(entry.clip()), entry));
    return byName;
  }

  /** A file that is not at hand, as the timeline describes it: known to the frame only. */
  private static SoundFile unseen(Source source) {
    PlacedClip placed = source.first();
    Clip clip = placed.clip();
    Profile profile = placed.profile();
    long sampleRate =
        profile.text(clip, Field.SAMPLE_RATE).flatMap(Recordings::whole).orElse(USUAL_SAMPLE_RATE);
    int channels =
        profile.text(clip, Field.CHANNEL_COUNT).flatMap(Recordings::whole).orElse(1L).intValue();
    var tracks = new ArrayList<SoundFile.Track>();
    for (int i = 1; i <= Math.clamp(channels, 1, 1024); i++) {
      tracks.add(new SoundFile.Track(i, ""));
    }
    Optional<TimeRange> range = source.range();
    return new SoundFile(
        source.id(),
        source.name(),
        Optional.empty(),
        tracks.size(),
        sampleRate,
        range
            .map(r -> SampleTime.of(r.duration(), sampleRate, RoundingMode.HALF_UP).samples())
            .orElse(0L),
        source
            .start()
            .filter(start -> start.value() != 0)
            .map(start -> SampleTime.of(start, sampleRate, RoundingMode.HALF_UP)),
        source.rate().filter(rate -> rate.compareTo(FrameRate.of(1000)) < 0),
        false,
        source.recorded(),
        profile.text(clip, Field.SCENE).orElse(""),
        profile.text(clip, Field.TAKE).orElse(""),
        source.reel(),
        "",
        "",
        "",
        false,
        tracks,
        MusicTags.NONE,
        List.of());
  }

  private static Optional<Long> whole(String text) {
    return text.matches("\\d{1,9}") ? Optional.of(Long.parseLong(text)) : Optional.empty();
  }
}
