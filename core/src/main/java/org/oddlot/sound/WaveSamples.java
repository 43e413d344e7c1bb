package org.oddlot.sound;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;

/** Reads samples of a WAVE file: whole numbers of 8 to 32 bits and floats of 32 and 64. */
public final class WaveSamples {
  private WaveSamples() {}

  /**
   * Some samples of one channel, from −1 to 1. What lies before the first sample or after the last
   * one is silent.
   *
   * @param channel counted from one; zero for all of them, mixed
   * @param from the first sample that is wanted, counted from the file's first
   * @param count how many
   * @throws IOException if the file cannot be read or its samples are of another kind
   */
  public static float[] read(Path file, WaveHead head, int channel, long from, int count)
      throws IOException {
    if (head.coding() == WaveHead.Coding.OTHER || channel < 0 || channel > head.channels()) {
      throw new IOException("the samples are of a kind that is not read here");
    }
    var samples = new float[count];
    long first = Math.max(0, from);
    long last = Math.min(head.frames(), from + count);
    if (first >= last) {
      return samples;
    }
    int block = head.blockBytes();
    int width = block / head.channels();
    ByteBuffer buffer =
        ByteBuffer.allocate(Math.max(block, (64 << 10) / block * block))
            .order(ByteOrder.LITTLE_ENDIAN);
    try (FileChannel in = FileChannel.open(file, StandardOpenOption.READ)) {
      long at = first;
      while (at < last) {
        int blocks = (int) Math.min(buffer.capacity() / block, last - at);
        buffer.clear().limit(blocks * block);
        long start = head.dataStart() + at * block;
        while (buffer.hasRemaining()) {
          if (in.read(buffer, start + buffer.position()) < 0) {
            return samples;
          }
        }
        for (int i = 0; i < blocks; i++) {
          float sum = 0;
          for (int c = channel == 0 ? 1 : channel;
              c <= (channel == 0 ? head.channels() : channel);
              c++) {
            sum += sample(buffer, i * block + (c - 1) * width, width, head.coding());
          }
          samples[(int) (at + i - from)] = channel == 0 ? sum / head.channels() : sum;
        }
        at += blocks;
      }
    }
    return samples;
  }

  /** All channels mixed, from the first sample to the last, a second at a time. */
  static void listen(Path file, WaveHead head, SoundListener listener) throws IOException {
    int atOnce = Math.clamp(head.sampleRate(), 1, 1 << 18);
    for (long at = 0; at < head.frames(); at += atOnce) {
      int length = (int) Math.min(atOnce, head.frames() - at);
      if (!listener.hear(read(file, head, 0, at, length), length)) {
        return;
      }
    }
  }

  private static float sample(ByteBuffer in, int at, int width, WaveHead.Coding coding) {
    if (coding == WaveHead.Coding.FLOAT) {
      return width == 8 ? (float) in.getDouble(at) : in.getFloat(at);
    }
    return switch (width) {
      case 1 -> (in.get(at) & 0xFF) / 128f - 1;
      case 2 -> in.getShort(at) / 32_768f;
      case 3 -> ((in.get(at + 2) << 16) | (in.getShort(at) & 0xFFFF)) / 0x1p23f;
      default -> in.getInt(at) / 0x1p31f;
    };
  }
}
