package org.oddlot.waveform;

import java.io.BufferedOutputStream;
import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import org.oddlot.input.FileState;
import org.oddlot.input.InputFile;
import org.oddlot.input.KeptFile;
import org.oddlot.input.OldestFirst;
import org.oddlot.input.UserFolder;
import org.oddlot.progress.CancelledException;
import org.oddlot.progress.Progress;
import org.oddlot.sound.Peaks;
import org.oddlot.sound.SoundMedia;

/**
 * The sound of a media file as it is listened to: one channel, {@value #RATE} samples a second, a
 * byte each. Made once by decoding the file from end to end, and kept by the file's state among
 * what can be made again, so that hours of sound are compared without being decoded, and without
 * being held in memory.
 */
public final class ListeningCopy implements Closeable {
  /** Samples a second. Voices lie below 4 kHz. */
  public static final int RATE = 8000;

  /** The oldest copies go when all together are larger, in bytes: some 140 hours. */
  private static final long MOST = 4_000_000_000L;

  private final FileChannel file;
  private final long length;

  private ListeningCopy(FileChannel file, long length) {
    this.file = file;
    this.length = length;
  }

  /**
   * The copy of a file's sound, made where there is none yet.
   *
   * @throws IOException if the file has no sound that can be decoded, or the copy cannot be kept
   * @throws CancelledException if {@code progress} asks to stop
   */
  public static ListeningCopy of(Path media, Progress progress) throws IOException {
    return of(media, UserFolder.CACHE.path().resolve("listening"), progress);
  }

  static ListeningCopy of(Path media, Path folder, Progress progress) throws IOException {
    String state = FileState.of(media).inOneLine();
    Path kept =
        folder.resolve(
            InputFile.sha256(("copy 1 " + state).getBytes(StandardCharsets.UTF_8)) + ".mono");
    if (!Files.exists(kept)) {
      make(media, kept, progress);
      OldestFirst.shrink(folder, ".mono", MOST, BasicFileAttributes::size);
    }
    FileChannel file = FileChannel.open(kept, StandardOpenOption.READ);
    return new ListeningCopy(file, file.size());
  }

  private static void make(Path media, Path kept, Progress progress) throws IOException {
    long rate = SoundMedia.sampleRate(media);
    if (rate == 0) {
      throw new IOException(media.getFileName() + " has no sound that can be read");
    }
    KeptFile.put(
        kept,
        part -> {
          try (var out = new BufferedOutputStream(Files.newOutputStream(part), 1 << 16)) {
            var decimator =
                new Decimator(rate, RATE, (samples, length) -> write(samples, length, out));
            SoundMedia.listen(
                media,
                (samples, length) -> {
                  progress.check();
                  decimator.hear(samples, length);
                  return true;
                });
            decimator.end();
          }
        });
  }

  private static void write(float[] samples, int length, OutputStream out) throws IOException {
    var coded = new byte[length];
    for (int i = 0; i < length; i++) {
      coded[i] = MuLaw.encode(samples[i]);
    }
    out.write(coded);
  }

  /** How many samples there are. */
  public long length() {
    return length;
  }

  /** How long it is. */
  public double seconds() {
    return (double) length / RATE;
  }

  /** Some samples, from −1 to 1; silent where there are none. */
  public float[] samples(long from, int count) throws IOException {
    var samples = new float[count];
    byte[] coded = bytes(from, count);
    int at = (int) (Math.clamp(from, 0, length) - from);
    for (int i = 0; i < coded.length; i++) {
      samples[at + i] = MuLaw.decode(coded[i]);
    }
    return samples;
  }

  /**
   * A stretch as it is drawn, each part read by itself.
   *
   * @param from where it begins, in seconds
   * @param to where it ends
   * @param parts how many parts
   */
  public Peaks peaks(double from, double to, int parts) throws IOException {
    var all = new ArrayList<float[]>();
    for (int i = 0; i < parts; i++) {
      long first = Math.round((from + (to - from) * i / parts) * RATE);
      long last = Math.round((from + (to - from) * (i + 1) / parts) * RATE);
      all.add(samples(first, (int) Math.max(1, last - first)));
    }
    return Peaks.of(all);
  }

  /** Some samples at half the rate: the mean of two each. */
  float[] halved(long from, int count) throws IOException {
    var halved = new float[count];
    byte[] coded = bytes(from, 2 * count);
    int at = (int) (Math.clamp(from, 0, length) - from);
    for (int i = 0; i < coded.length; i++) {
      halved[(at + i) >> 1] += 0.5f * MuLaw.decode(coded[i]);
    }
    return halved;
  }

  /** What there is of some samples, as it is kept. */
  private byte[] bytes(long from, int count) throws IOException {
    long first = Math.clamp(from, 0, length);
    long last = Math.clamp(from + count, 0, length);
    var coded = new byte[(int) (last - first)];
    ByteBuffer bytes = ByteBuffer.wrap(coded);
    while (bytes.hasRemaining() && file.read(bytes, first + bytes.position()) >= 0) {
      // All of it, however many turns that takes.
    }
    return coded;
  }

  @Override
  public void close() throws IOException {
    file.close();
  }
}
