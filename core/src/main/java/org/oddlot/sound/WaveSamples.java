package org.oddlot.sound;

import java.io.IOException;
import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;

/** Reads samples of a WAVE file: whole numbers of 8 to 32 bits and floats of 32 and 64. */
public final class WaveSamples {
  private static final VarHandle INT =
      MethodHandles.byteArrayViewVarHandle(int[].class, ByteOrder.LITTLE_ENDIAN);

  private static final VarHandle DOUBLE =
      MethodHandles.byteArrayViewVarHandle(double[].class, ByteOrder.LITTLE_ENDIAN);

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
    ByteBuffer buffer = ByteBuffer.allocate(Math.max(block, (64 << 10) / block * block));
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
        int into = (int) (at - from);
        for (int c = first(channel); c <= last(channel, head); c++) {
          add(buffer.array(), (c - 1) * width, block, head, samples, into, blocks);
        }
        if (channel == 0 && head.channels() > 1) {
          for (int i = into; i < into + blocks; i++) {
            samples[i] /= head.channels();
          }
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

  private static int first(int channel) {
    return channel == 0 ? 1 : channel;
  }

  private static int last(int channel, WaveHead head) {
    return channel == 0 ? head.channels() : channel;
  }

  /**
   * Adds samples of a channel: a loop for each way of writing them, since hours are read by it.
   *
   * @param at where the first one begins
   * @param step from one to the next, in bytes
   */
  private static void add(
      byte[] in, int at, int step, WaveHead head, float[] sums, int from, int count) {
    int to = from + count;
    int p = at;
    boolean isFloat = head.coding() == WaveHead.Coding.FLOAT;
    switch (head.blockBytes() / head.channels()) {
      case 1 -> {
        for (int i = from; i < to; i++, p += step) {
          sums[i] += (in[p] & 0xFF) / 128f - 1;
        }
      }
      case 2 -> {
        for (int i = from; i < to; i++, p += step) {
          sums[i] += (short) ((in[p + 1] << 8) | (in[p] & 0xFF)) / 32_768f;
        }
      }
      case 3 -> {
        for (int i = from; i < to; i++, p += step) {
          sums[i] += ((in[p + 2] << 16) | ((in[p + 1] & 0xFF) << 8) | (in[p] & 0xFF)) / 0x1p23f;
        }
      }
      case 8 -> {
        for (int i = from; i < to; i++, p += step) {
          sums[i] += (float) (double) DOUBLE.get(in, p);
        }
      }
      default -> {
        for (int i = from; i < to; i++, p += step) {
          int bits = (int) INT.get(in, p);
          sums[i] += isFloat ? Float.intBitsToFloat(bits) : bits / 0x1p31f;
        }
      }
    }
  }
}
