package org.oddlot.media;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.material.FoundStart.Origin;
import org.oddlot.material.FoundTimecode;
import org.oddlot.material.StartFinder;
import org.oddlot.progress.Progress;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.Timecode;
import org.oddlot.time.TimecodeException;

/**
 * Finds the start of a source in its media: in the container's timecode track, as linear timecode
 * on any channel of its sound, in a sound file's time reference.
 */
public final class MediaStartFinder implements StartFinder {
  /** How much of the sound is listened to, in seconds: enough to be sure, short enough to wait. */
  private static final int SECONDS = 20;

  private static final System.Logger LOG = System.getLogger(MediaStartFinder.class.getName());

  @Override
  public Optional<FoundTimecode> find(FrameRate rate, Path media, Progress progress) {
    try (MediaFile file = MediaFile.open(media)) {
      Optional<FoundTimecode> found = inContainer(rate, file);
      if (found.isEmpty()) {
        found = inTimeReference(rate, file);
      }
      return found.isPresent() || file.channels() == 0 ? found : onChannels(rate, file, progress);
    } catch (IOException e) {
      LOG.log(System.Logger.Level.DEBUG, "{0}: {1}", media, e.getMessage());
      return Optional.empty();
    }
  }

  private static Optional<FoundTimecode> inContainer(FrameRate rate, MediaFile file) {
    return file.timecode()
        .flatMap(text -> {
          try {
            Timecode timecode = Timecode.parse(text, file.rate().orElse(rate));
            return timecode.rate().equals(rate)
                ? Optional.of(new FoundTimecode(timecode, Origin.CONTAINER, "timecode track"))
                : Optional.<FoundTimecode>empty();
          } catch (TimecodeException e) {
            return Optional.empty();
          }
        })
        .filter(found -> found.start().frames() != 0);
  }

  private static Optional<FoundTimecode> inTimeReference(FrameRate rate, MediaFile file) {
    return file.timeReference()
        .filter(samples -> samples > 0 && file.sampleRate() > 0)
        .map(samples ->
            new FoundTimecode(
                Timecode.of(
                    RationalTime.ofSeconds(
                        Rational.of(samples, file.sampleRate()),
                        rate,
                        java.math.RoundingMode.FLOOR),
                    false),
                Origin.TIME_REFERENCE,
                Phrase.of("%,d samples after midnight", samples)));
  }

  private static Optional<FoundTimecode> onChannels(
      FrameRate rate, MediaFile file, Progress progress) throws IOException {
    int channels = file.channels();
    int sampleRate = file.sampleRate();
    List<LtcDecoder> decoders = new ArrayList<>();
    for (int i = 0; i < channels; i++) {
      decoders.add(new LtcDecoder(sampleRate));
    }
    long[] heard = {0};
    file.listen((samples, length) -> {
      progress.check();
      for (int i = 0; i < channels; i++) {
        decoders.get(i).add(samples[i], length);
      }
      heard[0] += length;
      return heard[0] < (long) SECONDS * sampleRate;
    });
    for (int i = 0; i < channels; i++) {
      Optional<LtcStart> start = LtcStart.of(decoders.get(i).frames(), sampleRate, rate);
      if (start.isPresent()) {
        LtcStart found = start.get();
        String steady = found.isSteady() ? "" : ", and it jumps";
        return Optional.of(
            new FoundTimecode(
                found.start(),
                Origin.LTC,
                Phrase.of(
                    "channel %d, %,d of %,d frames agree%s",
                    i + 1, found.agreeing(), found.frames(), steady)));
      }
    }
    return Optional.empty();
  }
}
