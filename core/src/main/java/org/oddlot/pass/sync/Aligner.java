package org.oddlot.pass.sync;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.material.DayBoundary;
import org.oddlot.material.Material;
import org.oddlot.material.Source;
import org.oddlot.sound.Recording;
import org.oddlot.sound.SoundFile;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.SampleTime;
import org.oddlot.time.Timecode;

/**
 * Lays recordings to pictures by timecode. A time reference counts samples since midnight, and the
 * label of a sample is
 *
 * <pre>frames since midnight = samples since midnight × timecode rate ÷ samples in a second</pre>
 *
 * <p>with the samples in a second of the recorder's clock, which iXML can give apart from the
 * file's. Where a file does not say its timecode rate, the picture's is taken. Everything is exact;
 * the sample that lies at a frame is rounded once, at the end.
 */
public final class Aligner {
  private static final long DAY = 86_400;

  /** What is further apart than this by rough reckoning is not looked at exactly, in seconds. */
  private static final double MARGIN = 1;

  private final List<CameraClip> pictures;
  private final List<Sound> sounds;

  /** A picture and, roughly, when it is, its frames counted as time. */
  private record CameraClip(
      Source source, FrameRate rate, double clock, double seconds, double labelSecond) {}

  /** A recording and, roughly, when it is by its own clock. */
  private record Sound(
      Recording recording,
      SampleTime reference,
      double clock,
      double seconds,
      Optional<Double> labelSecond) {}

  /** Lays what is in {@code material}. */
  public Aligner(Material material) {
    sounds = new ArrayList<>();
    for (Recording recording : material.recordings()) {
      SoundFile file = recording.first();
      file.reference()
          .filter(_ -> hasStart(recording))
          .ifPresent(reference ->
              sounds.add(
                  new Sound(
                      recording,
                      reference,
                      reference.seconds().toDouble(),
                      (double) file.frames() / file.sampleRate(),
                      file.timecodeRate()
                          .map(rate ->
                              TimecodeBasis.labelSecond(rate, file.dropFrame()).toDouble()))));
    }
    pictures = new ArrayList<>();
    if (sounds.isEmpty()) {
      return;
    }
    for (Source source : material.sources().all()) {
      if (!material.isSound(source) && source.start().isPresent() && !source.startsAtZero()) {
        RationalTime start = source.start().get();
        pictures.add(
            new CameraClip(
                source,
                start.rate(),
                start.seconds().toDouble(),
                source.range().orElseThrow().duration().seconds().toDouble(),
                TimecodeBasis.labelSecond(start.rate(), false).toDouble()));
      }
    }
  }

  /**
   * Whether a recording says when it begins. Midnight to the sample is what a recorder writes that
   * was never set.
   */
  static boolean hasStart(Recording recording) {
    return recording.first().reference().filter(reference -> reference.samples() != 0).isPresent();
  }

  /**
   * A picture and a recording somewhere about each other, roughly.
   *
   * @param picture the picture's id
   * @param recording the recording
   * @param begins when the sound begins, in seconds after the picture does
   * @param soundSeconds how long the sound is
   * @param pictureSeconds how long the picture is
   */
  record Near(
      String picture,
      Recording recording,
      double begins,
      double soundSeconds,
      double pictureSeconds) {

    /** How much of the picture has sound, from none to all of it. */
    double share() {
      double shared = Math.min(pictureSeconds, begins + soundSeconds) - Math.max(0, begins);
      return pictureSeconds <= 0 ? 0 : Math.max(0, shared) / pictureSeconds;
    }
  }

  /**
   * The pairs of one recorder that lie within some time of each other, in either direction.
   *
   * @param seconds how far apart they may lie
   */
  List<Near> near(String recorder, Clocks clocks, double seconds) {
    var all = new ArrayList<Near>();
    for (Sound sound : sounds) {
      if (!sound.recording.recorder().equals(recorder)) {
        continue;
      }
      double late = clocks.late(sound.recording).toDouble() / sound.reference.sampleRate();
      long daysOff = clocks.days(sound.recording);
      for (CameraClip picture : pictures) {
        TimecodeBasis basis = clocks.basis(sound.recording, picture.rate);
        double day = day(picture, sound, basis);
        double apart = apart(picture, sound, basis) - late;
        double begins = apart - Math.rint(apart / day) * day;
        boolean isNear = begins < picture.seconds + seconds && begins + sound.seconds > -seconds;
        if (isNear && isSameDay(picture.source, sound.recording, daysOff)) {
          all.add(
              new Near(
                  picture.source.id(), sound.recording, begins, sound.seconds, picture.seconds));
        }
      }
    }
    return all;
  }

  /** How much later a sound begins than a picture, in seconds, by the recorder's clock. */
  private static double apart(CameraClip picture, Sound sound, TimecodeBasis basis) {
    if (basis == TimecodeBasis.CLOCK) {
      return sound.clock - picture.clock;
    }
    SoundFile file = sound.recording.first();
    // Both roughly, at the sound's own pace: its labels may take longer than the clock.
    double ofPicture = isDropped(picture.rate, file) ? 1 : picture.labelSecond;
    return sound.clock - picture.clock / ofPicture * ofSound(picture, sound);
  }

  private static double ofSound(CameraClip picture, Sound sound) {
    return sound.labelSecond.orElse(sound.recording.first().dropFrame() ? 1 : picture.labelSecond);
  }

  private static double day(CameraClip picture, Sound sound, TimecodeBasis basis) {
    return basis == TimecodeBasis.CLOCK ? DAY : DAY * ofSound(picture, sound);
  }

  /** How many pairs of a recorder would lie together if it were dated so many days off. */
  int together(String recorder, Clocks clocks, long days) {
    int count = 0;
    for (CameraClip picture : pictures) {
      for (Sound sound : sounds) {
        if (sound.recording.recorder().equals(recorder)
            && laid(
                    picture,
                    sound,
                    clocks.basis(sound.recording, picture.rate),
                    clocks.late(sound.recording),
                    days)
                .isPresent()) {
          count++;
        }
      }
    }
    return count;
  }

  /** The pairs that share time by what is said of them, in either reading where it matters. */
  public List<Alignment> asSaid() {
    var all = new ArrayList<Alignment>();
    for (CameraClip picture : pictures) {
      for (Sound sound : sounds) {
        laid(picture, sound, TimecodeBasis.LABELS, Rational.ZERO, 0).ifPresent(all::add);
        if (TimecodeBasis.matters(picture.rate, sound.recording.first())) {
          laid(picture, sound, TimecodeBasis.CLOCK, Rational.ZERO, 0).ifPresent(all::add);
        }
      }
    }
    return all;
  }

  /** The pairs that share time when clocks are put right in this way. */
  List<Alignment> by(Clocks clocks) {
    var all = new ArrayList<Alignment>();
    for (CameraClip picture : pictures) {
      for (Sound sound : sounds) {
        laid(
                picture,
                sound,
                clocks.basis(sound.recording, picture.rate),
                clocks.late(sound.recording),
                clocks.days(sound.recording))
            .ifPresent(all::add);
      }
    }
    return all;
  }

  private static Optional<Alignment> laid(
      CameraClip picture, Sound sound, TimecodeBasis basis, Rational late, long daysOff) {
    SoundFile file = sound.recording.first();
    double apart = apart(picture, sound, basis) - late.toDouble() / sound.reference.sampleRate();
    double day = day(picture, sound, basis);
    long days = Math.round(apart / day);
    for (long k = days - 1; k <= days + 1; k++) {
      double from = apart - k * day;
      if (from < picture.seconds + MARGIN && from + sound.seconds > -MARGIN) {
        Rational first = first(picture.source, file, basis, k).plus(late);
        var laid = new Alignment(picture.source, sound.recording, basis, first);
        if (laid.overlaps() && isSameDay(picture.source, sound.recording, daysOff)) {
          return Optional.of(laid);
        }
      }
    }
    return Optional.empty();
  }

  /**
   * Whether a picture's labels are taken to drop frames: the timeline does not say it, the recorder
   * does, and both were set alike.
   */
  private static boolean isDropped(FrameRate picture, SoundFile sound) {
    return sound.dropFrame() && picture.canDropFrames();
  }

  private static Rational labelSecond(FrameRate picture, SoundFile sound) {
    return TimecodeBasis.labelSecond(sound.timecodeRate().orElse(picture), sound.dropFrame());
  }

  /** How long a day of the recorder takes, in seconds. */
  private static Rational day(FrameRate picture, SoundFile sound, TimecodeBasis basis) {
    FrameRate rate = sound.timecodeRate().orElse(picture);
    if (basis == TimecodeBasis.CLOCK) {
      return Rational.of(DAY);
    }
    return sound.dropFrame() && rate.canDropFrames()
        ? Rational.of(Timecode.framesInADay(rate, true)).times(rate.frameDuration())
        : labelSecond(picture, sound).times(DAY);
  }

  /** The sample of the picture's first frame, the recording being so many days later. */
  static Rational first(Source picture, SoundFile sound, TimecodeBasis basis, long days) {
    FrameRate rate = picture.rate().orElseThrow();
    SampleTime reference = sound.reference().orElseThrow();
    Rational start = picture.start().orElseThrow().seconds();
    Rational seconds =
        basis == TimecodeBasis.CLOCK
            ? start
            : start
                .dividedBy(TimecodeBasis.labelSecond(rate, isDropped(rate, sound)))
                .times(labelSecond(rate, sound));
    return seconds
        .plus(day(rate, sound, basis).times(days))
        .times(reference.sampleRate())
        .minus(Rational.of(reference.samples()));
  }

  private static boolean isSameDay(Source picture, Recording recording, long daysOff) {
    Optional<LocalDate> pictures = picture.recorded();
    Optional<LocalDate> sounds = recording.first().day().map(day -> day.minusDays(daysOff));
    if (pictures.isEmpty() || sounds.isEmpty()) {
      return true;
    }
    int pictureHour = hour(picture.start().orElseThrow().seconds().toDouble());
    int soundHour = hour(recording.first().reference().orElseThrow().seconds().toDouble());
    return DayBoundary.isSame(pictures.get(), sounds.get(), Math.min(pictureHour, soundHour));
  }

  private static int hour(double seconds) {
    return (int) (seconds / 3600) % 24;
  }
}
