package org.oddlot.pass.sync;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.pass.Matter;
import org.oddlot.pass.ShootingDay;
import org.oddlot.pass.Source;
import org.oddlot.sound.Recording;
import org.oddlot.sound.SoundFile;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.SampleTime;

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
public final class Laying {
  private static final long DAY = 86_400;

  /** What is further apart than this by rough reckoning is not looked at exactly, in seconds. */
  private static final double MARGIN = 1;

  private final List<Picture> pictures;
  private final List<Sound> sounds;

  /** A picture and, roughly, when it is. */
  private record Picture(Source source, double label, double clock, double seconds) {}

  /** A recording and, roughly, when it is; by the label only as far as its rate is known. */
  private record Sound(Recording recording, SampleTime reference, double clock, double seconds) {}

  /** Lays what is in {@code matter}. */
  public Laying(Matter matter) {
    pictures = new ArrayList<>();
    for (Source source : matter.sources().all()) {
      if (!matter.isSound(source) && source.start().isPresent() && !source.startsAtZero()) {
        RationalTime start = source.start().get();
        pictures.add(
            new Picture(
                source,
                (double) start.value() / start.rate().nominal(),
                start.seconds().toDouble(),
                source.range().orElseThrow().duration().seconds().toDouble()));
      }
    }
    sounds = new ArrayList<>();
    for (Recording recording : matter.recordings()) {
      SoundFile file = recording.first();
      file.reference()
          .ifPresent(reference ->
              sounds.add(
                  new Sound(
                      recording,
                      reference,
                      reference.seconds().toDouble(),
                      (double) file.frames() / file.sampleRate())));
    }
  }

  /** The pairs that share time by what is said of them, in either reading where it matters. */
  public List<Laid> asSaid() {
    var all = new ArrayList<Laid>();
    for (Picture picture : pictures) {
      for (Sound sound : sounds) {
        FrameRate rate = rate(sound, picture.source);
        laid(picture, sound, Reading.LABELS, Rational.ZERO).ifPresent(all::add);
        if (Reading.matters(picture.source.rate().orElseThrow(), rate)) {
          laid(picture, sound, Reading.CLOCK, Rational.ZERO).ifPresent(all::add);
        }
      }
    }
    return all;
  }

  /** The pairs that share time when clocks are put right in this way. */
  List<Laid> by(Clocks clocks) {
    var all = new ArrayList<Laid>();
    for (Picture picture : pictures) {
      for (Sound sound : sounds) {
        laid(
                picture,
                sound,
                clocks.reading(sound.recording, picture.source.rate().orElseThrow()),
                clocks.late(sound.recording))
            .ifPresent(all::add);
      }
    }
    return all;
  }

  private static FrameRate rate(Sound sound, Source picture) {
    return sound.recording.first().timecodeRate().orElseGet(() -> picture.rate().orElseThrow());
  }

  private static Optional<Laid> laid(Picture picture, Sound sound, Reading reading, Rational late) {
    FrameRate pictureRate = picture.source.rate().orElseThrow();
    FrameRate soundRate = rate(sound, picture.source);
    // Both roughly, at the sound's own pace: label seconds of the sound are slower than its clock.
    double pace = reading == Reading.LABELS ? soundRate.nominal() / soundRate.toDouble() : 1;
    double begins = (reading == Reading.LABELS ? picture.label : picture.clock) * pace;
    double apart = sound.clock - late.toDouble() / sound.reference.sampleRate() - begins;
    double day = DAY * pace;
    long days = Math.round(apart / day);
    for (long k = days - 1; k <= days + 1; k++) {
      double from = apart - k * day;
      if (from < picture.seconds + MARGIN && from + sound.seconds > -MARGIN) {
        Laid laid =
            new Laid(
                picture.source,
                sound.recording,
                reading,
                first(picture.source, pictureRate, soundRate, sound.reference, reading, k)
                    .plus(late));
        if (laid.overlaps() && isSameDay(laid)) {
          return Optional.of(laid);
        }
      }
    }
    return Optional.empty();
  }

  /**
   * The sample of the picture's first frame, the recording being {@code days} later by the clock.
   */
  static Rational first(
      Source picture,
      FrameRate pictureRate,
      FrameRate soundRate,
      SampleTime reference,
      Reading reading,
      long days) {
    RationalTime start = picture.start().orElseThrow();
    Rational seconds =
        switch (reading) {
          case LABELS ->
              Rational.of(start.value(), pictureRate.nominal())
                  .plus(Rational.of(days * DAY))
                  .times(soundRate.nominal())
                  .dividedBy(soundRate.toRational());
          case CLOCK -> start.seconds().plus(Rational.of(days * DAY));
        };
    return seconds.times(reference.sampleRate()).minus(Rational.of(reference.samples()));
  }

  private static boolean isSameDay(Laid laid) {
    Optional<LocalDate> pictures = laid.picture().recorded();
    Optional<LocalDate> sounds = laid.recording().first().day();
    if (pictures.isEmpty() || sounds.isEmpty()) {
      return true;
    }
    int pictureHour = hour(laid.picture().start().orElseThrow().seconds().toDouble());
    int soundHour = hour(laid.recording().first().reference().orElseThrow().seconds().toDouble());
    return ShootingDay.isSame(pictures.get(), sounds.get(), Math.min(pictureHour, soundHour));
  }

  private static int hour(double seconds) {
    return (int) (seconds / 3600) % 24;
  }
}
