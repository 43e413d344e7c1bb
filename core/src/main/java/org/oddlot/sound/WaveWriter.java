package org.oddlot.sound;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * Writes WAVE files of 16 bits, with a broadcast extension and iXML where they are wanted; one that
 * grows beyond 4 GB as RF64 (EBU Tech 3306).
 */
public final class WaveWriter {
  private static final long LARGEST_RIFF = 0xFFFF_FFFFL - 8;

  private final int channels;
  private final long sampleRate;
  private final Map<String, byte[]> before = new LinkedHashMap<>();
  private final Map<String, byte[]> after = new LinkedHashMap<>();
  private boolean rf64;

  /** What gives the samples. */
  public interface Sound {
    /** The sample of a channel, both counted from zero; from −1 to 1. */
    float at(int channel, long frame);
  }

  private WaveWriter(int channels, long sampleRate) {
    this.channels = channels;
    this.sampleRate = sampleRate;
  }

  /** A writer of files with so many channels and so many samples in a second. */
  public static WaveWriter of(int channels, long sampleRate) {
    return new WaveWriter(channels, sampleRate);
  }

  /** With a broadcast extension. */
  public WaveWriter with(BroadcastExtension bext) {
    before.put("bext", bext.toBytes());
    return this;
  }

  /** With iXML, behind the samples, as recorders write it when they stop. */
  public WaveWriter withIxml(String xml) {
    after.put("iXML", xml.getBytes(StandardCharsets.UTF_8));
    return this;
  }

  /** With any other chunk before the samples. */
  public WaveWriter withChunk(String name, byte[] data) {
    before.put(name, data.clone());
    return this;
  }

  /** As RF64 however small it is. */
  public WaveWriter asRf64() {
    rf64 = true;
    return this;
  }

  /**
   * Writes a file.
   *
   * @param frames how many samples of each channel
   * @throws IOException if it cannot be written
   */
  public void write(Path file, long frames, Sound sound) throws IOException {
    long data = frames * channels * 2;
    long size = 4 + 24 + sizes(before) + 8 + data + (data & 1) + sizes(after);
    boolean large = rf64 || size > LARGEST_RIFF;
    try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file), 1 << 16)) {
      out.write(name(large ? "RF64" : "RIFF"));
      out.write(whole(large ? -1 : (int) size));
      out.write(name("WAVE"));
      if (large) {
        chunk(out, "ds64", sizes64(size + 36, data, frames));
      }
      chunk(out, "fmt ", format());
      for (var each : before.entrySet()) {
        chunk(out, each.getKey(), each.getValue());
      }
      out.write(name("data"));
      out.write(whole(large ? -1 : (int) data));
      samples(out, frames, sound);
      for (var each : after.entrySet()) {
        chunk(out, each.getKey(), each.getValue());
      }
    }
  }

  private static long sizes(Map<String, byte[]> chunks) {
    return chunks.values().stream().mapToLong(data -> 8L + data.length + (data.length & 1)).sum();
  }

  private static byte[] sizes64(long riff, long data, long frames) {
    return ByteBuffer.allocate(28)
        .order(ByteOrder.LITTLE_ENDIAN)
        .putLong(riff)
        .putLong(data)
        .putLong(frames)
        .putInt(0)
        .array();
  }

  private byte[] format() {
    return ByteBuffer.allocate(16)
        .order(ByteOrder.LITTLE_ENDIAN)
        .putShort((short) 1)
        .putShort((short) channels)
        .putInt((int) sampleRate)
        .putInt((int) sampleRate * channels * 2)
        .putShort((short) (channels * 2))
        .putShort((short) 16)
        .array();
  }

  private void samples(OutputStream out, long frames, Sound sound) throws IOException {
    int atOnce = Math.max(1, (64 << 10) / (channels * 2));
    ByteBuffer block = ByteBuffer.allocate(atOnce * channels * 2).order(ByteOrder.LITTLE_ENDIAN);
    for (long from = 0; from < frames; from += atOnce) {
      long to = Math.min(frames, from + atOnce);
      block.clear();
      for (long frame = from; frame < to; frame++) {
        for (int channel = 0; channel < channels; channel++) {
          float value = Math.clamp(sound.at(channel, frame), -1f, 1f);
          block.putShort((short) Math.round(value * 32_767));
        }
      }
      out.write(block.array(), 0, block.position());
    }
    // All samples have two bytes: no pad byte is ever due here.
  }

  private static void chunk(OutputStream out, String name, byte[] data) throws IOException {
    out.write(name(name));
    out.write(whole(data.length));
    out.write(data);
    if ((data.length & 1) == 1) {
      out.write(0);
    }
  }

  private static byte[] name(String name) {
    return name.getBytes(StandardCharsets.ISO_8859_1);
  }

  private static byte[] whole(int value) {
    return ByteBuffer.allocate(4).order(ByteOrder.LITTLE_ENDIAN).putInt(value).array();
  }
}
