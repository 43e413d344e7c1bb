package org.oddlot.sound;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.oddlot.problem.Problems;
import org.oddlot.problem.Wall;

/** The sound of media files of any kind: WAVE is read here, all else by what can be found. */
public final class SoundMedia {
  private static final List<SoundOpener> OPENERS = Wall.members(SoundOpener.class);

  private SoundMedia() {}

  /** Whether a file's name ends like that of a WAVE file. */
  static boolean isWave(Path file) {
    String name = file.toString().toLowerCase(Locale.ROOT);
    return SoundFile.WAVE_ENDINGS.stream().anyMatch(name::endsWith);
  }

  /** What a sound file says of itself; empty where it is none, and {@code problems} says why. */
  public static Optional<SoundFile> head(Path file, Problems problems) {
    return isWave(file)
        ? SoundFile.read(file, problems)
        : OPENERS.stream().flatMap(opener -> opener.head(file, problems).stream()).findFirst();
  }

  /** How many samples a second of the file's sound has; zero where there is none to be had. */
  public static long sampleRate(Path file) {
    if (isWave(file)) {
      return WaveReader.read(file, new Problems("")).map(WaveHead::sampleRate).orElse(0L);
    }
    return OPENERS.stream().mapToLong(opener -> opener.sampleRate(file)).max().orElse(0);
  }

  /**
   * Some samples, all channels mixed, from −1 to 1; silent where there are none.
   *
   * @param from the first one that is wanted, counted from the file's first
   * @param count how many
   * @throws IOException if the file cannot be read or has no sound
   */
  public static float[] samples(Path file, long from, int count) throws IOException {
    if (isWave(file)) {
      return WaveSamples.read(file, head(file), 0, from, count);
    }
    return byOpener(file, opener -> opener.samples(file, from, count));
  }

  /**
   * All of a file's sound from its beginning, all channels mixed, as it is decoded.
   *
   * @throws IOException if the file cannot be read or has no sound, or the listener says so
   */
  public static void listen(Path file, SoundListener listener) throws IOException {
    if (isWave(file)) {
      WaveSamples.listen(file, head(file), listener);
      return;
    }
    byOpener(
        file,
        opener -> {
          opener.listen(file, listener);
          return file;
        });
  }

  private static WaveHead head(Path file) throws IOException {
    return WaveReader.read(file, new Problems(""))
        .orElseThrow(() -> new IOException(file.getFileName() + " cannot be read"));
  }

  /** Asks one opener after the other. */
  private interface Asked<T> {
    T of(SoundOpener opener) throws IOException;
  }

  private static <T> T byOpener(Path file, Asked<T> asked) throws IOException {
    // Each says by itself that there is nothing for it; asking first would open the file twice.
    var nothing = new IOException(file.getFileName() + " has no sound that can be read");
    for (SoundOpener opener : OPENERS) {
      try {
        return asked.of(opener);
      } catch (IOException e) {
        nothing.addSuppressed(e);
      }
    }
    throw nothing;
  }

  /**
   * A stretch of a file's sound, all channels mixed, with as many samples a second as are asked
   * for.
   *
   * @param from its beginning in seconds from the file's
   * @throws IOException if the file has no sound that can be read
   */
  public static float[] resampled(Path file, double from, double seconds, long rate)
      throws IOException {
    long own = sampleRate(file);
    if (own == 0) {
      throw new IOException(file.getFileName() + " has no sound that can be read");
    }
    int count = (int) Math.round(seconds * own);
    float[] samples = samples(file, Math.round(from * own), count);
    return own == rate ? samples : resampled(samples, (int) Math.round(seconds * rate));
  }

  /** Straight lines between samples: good enough to compare sounds by, not to listen to. */
  private static float[] resampled(float[] samples, int count) {
    var result = new float[count];
    for (int i = 0; i < count && samples.length > 1; i++) {
      double at = (double) i * (samples.length - 1) / Math.max(1, count - 1);
      int low = Math.min(samples.length - 2, (int) at);
      double part = at - low;
      result[i] = (float) (samples[low] * (1 - part) + samples[low + 1] * part);
    }
    return result;
  }
}
