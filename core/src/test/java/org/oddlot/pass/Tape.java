package org.oddlot.pass;

import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.sound.MusicTags;
import org.oddlot.sound.SoundFile;
import org.oddlot.time.FrameRate;
import org.oddlot.time.SampleTime;
import org.oddlot.time.Timecode;

/** Sound files for tests. */
public final class Tape {
  private final String name;
  private final long reference;
  private final double seconds;
  private FrameRate rate = FrameRate.FPS_24;
  private long clock = 48_000;
  private boolean drop;
  private String scene = "";
  private String take = "";
  private String recorder = "Recorder";
  private String reel = "S01";
  private LocalDate day = LocalDate.of(2026, 3, 14);
  private List<String> tracks = List.of("Boom", "Inés");

  private Tape(String name, long reference, double seconds) {
    this.name = name;
    this.reference = reference;
    this.seconds = seconds;
  }

  /** A file whose first sample has a label: {@code samples = frames × 48000 ÷ rate}. */
  public static Tape at(String name, String label, FrameRate rate, double seconds) {
    long frames = Timecode.parse(label, rate, false).frames();
    long reference =
        org.oddlot.time.Rational.of(frames)
            .times(48_000)
            .dividedBy(rate.toRational())
            .rounded(java.math.RoundingMode.HALF_UP);
    return new Tape(name, reference, seconds).rate(rate);
  }

  /** A file whose first sample is so many after midnight. */
  public static Tape from(String name, long reference, double seconds) {
    return new Tape(name, reference, seconds);
  }

  public Tape rate(FrameRate newRate) {
    rate = newRate;
    return this;
  }

  public Tape clock(long newClock) {
    clock = newClock;
    return this;
  }

  /** Labelled at 29.97 with frames dropped. */
  public Tape dropFrame() {
    rate = FrameRate.FPS_29_97;
    drop = true;
    return this;
  }

  public Tape slate(String newScene, String newTake) {
    scene = newScene;
    take = newTake;
    return this;
  }

  public Tape recorder(String newRecorder, String newReel) {
    recorder = newRecorder;
    reel = newReel;
    return this;
  }

  public Tape day(LocalDate newDay) {
    day = newDay;
    return this;
  }

  public Tape tracks(String... names) {
    tracks = List.of(names);
    return this;
  }

  public SoundFile file() {
    var list = new ArrayList<SoundFile.Track>();
    for (int i = 0; i < tracks.size(); i++) {
      list.add(new SoundFile.Track(i + 1, tracks.get(i)));
    }
    return new SoundFile(
        "media/" + name + ".wav",
        name + ".wav",
        Optional.of(Path.of("media", name + ".wav")),
        tracks.size(),
        48_000,
        Math.round(seconds * 48_000),
        Optional.of(SampleTime.of(reference, clock)),
        Optional.of(rate),
        drop,
        Optional.of(day),
        scene,
        take,
        reel,
        recorder,
        "",
        "",
        false,
        list,
        MusicTags.NONE,
        List.of());
  }
}
