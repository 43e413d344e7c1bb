package org.oddlot.media;

import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.oddlot.problem.Problems;
import org.oddlot.sound.SoundFile;
import org.oddlot.sound.SoundListener;
import org.oddlot.sound.SoundOpener;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.SampleTime;
import org.oddlot.time.Timecode;
import org.oddlot.time.TimecodeException;

/** The sound of files that FFmpeg opens: of pictures, and AIFF and others by themselves. */
public final class MediaSound implements SoundOpener {
  private static final System.Logger LOG = System.getLogger(MediaSound.class.getName());

  @Override
  public Optional<SoundFile> head(Path path, Problems problems) {
    try (MediaFile file = MediaFile.open(path)) {
      if (file.rate().isPresent() || file.channels() == 0) {
        return Optional.empty();
      }
      var tracks = new ArrayList<SoundFile.Track>();
      for (int i = 1; i <= file.channels(); i++) {
        tracks.add(new SoundFile.Track(i, ""));
      }
      return Optional.of(
          new SoundFile(
              path.toString(),
              String.valueOf(path.getFileName()),
              Optional.of(path),
              file.channels(),
              file.sampleRate(),
              file.samples(),
              reference(file),
              Optional.empty(),
              false,
              file.created().flatMap(MediaSound::day),
              "",
              "",
              "",
              "",
              "",
              "",
              false,
              List.copyOf(tracks),
              file.tags(),
              problems.list()));
    } catch (IOException e) {
      problems.error("", e.getMessage() + ".", "Copy it from the card again.");
      return Optional.empty();
    }
  }

  /** A time reference, else a timecode that says its frames at a whole rate. */
  private static Optional<SampleTime> reference(MediaFile file) {
    return file.timeReference()
        .filter(samples -> samples > 0)
        .or(() ->
            file.timecode()
                .flatMap(text -> {
                  try {
                    Timecode timecode = Timecode.parse(text, FrameRate.FPS_30);
                    return Optional.of(
                        Rational.of(timecode.frames(), 30)
                            .times(file.sampleRate())
                            .rounded(java.math.RoundingMode.HALF_UP));
                  } catch (TimecodeException e) {
                    return Optional.empty();
                  }
                }))
        .map(samples -> SampleTime.of(samples, file.sampleRate()));
  }

  private static Optional<LocalDate> day(String created) {
    try {
      return Optional.of(LocalDate.parse(created.substring(0, Math.min(10, created.length()))));
    } catch (DateTimeParseException e) {
      return Optional.empty();
    }
  }

  @Override
  public long sampleRate(Path path) {
    try (MediaFile file = MediaFile.open(path)) {
      return file.sampleRate();
    } catch (IOException e) {
      LOG.log(System.Logger.Level.DEBUG, "{0}: {1}", path, e.getMessage());
      return 0;
    }
  }

  @Override
  public float[] samples(Path path, long from, int count) throws IOException {
    var samples = new float[count];
    try (MediaFile file = MediaFile.open(path)) {
      long[] at = {file.seek(Math.max(0, from))};
      file.listen((channels, length) -> {
        for (int i = 0; i < length; i++, at[0]++) {
          long index = at[0] - from;
          if (index >= 0 && index < count) {
            float sum = 0;
            for (float[] channel : channels) {
              sum += channel[i];
            }
            samples[(int) index] = sum / channels.length;
          }
        }
        return at[0] < from + count;
      });
    }
    return samples;
  }

  @Override
  public void listen(Path path, SoundListener listener) throws IOException {
    try (MediaFile file = MediaFile.open(path)) {
      float[][] mixed = {new float[1 << 12]};
      IOException[] failed = {null};
      file.listen((channels, length) -> {
        float[] mono = mixed[0].length >= length ? mixed[0] : new float[length];
        mixed[0] = mono;
        Arrays.fill(mono, 0, length, 0);
        for (float[] channel : channels) {
          for (int i = 0; i < length; i++) {
            mono[i] += channel[i] / channels.length;
          }
        }
        try {
          return listener.hear(mono, length);
        } catch (IOException e) {
          failed[0] = e;
          return false;
        }
      });
      if (failed[0] != null) {
        throw failed[0];
      }
    }
  }
}
