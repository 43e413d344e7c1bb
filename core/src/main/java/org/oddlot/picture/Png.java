package org.oddlot.picture;

import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.zip.CRC32;
import java.util.zip.DeflaterOutputStream;

/** Pictures as PNG (ISO/IEC 15948): eight bits each of red, green and blue. */
public final class Png {
  private static final byte[] SIGNATURE = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'};
  private static final int DEPTH = 8;
  private static final int TRUE_COLOUR = 2;

  private Png() {}

  /** A picture as a file of it. */
  public static byte[] of(StillFrame picture) {
    var bytes = new ByteArrayOutputStream();
    try (var to = new DataOutputStream(bytes)) {
      to.write(SIGNATURE);
      var head = new ByteArrayOutputStream();
      var its = new DataOutputStream(head);
      its.writeInt(picture.width());
      its.writeInt(picture.height());
      its.write(new byte[] {DEPTH, TRUE_COLOUR, 0, 0, 0});
      chunk("IHDR", head.toByteArray(), to);
      chunk("IDAT", deflated(picture), to);
      chunk("IEND", new byte[0], to);
    } catch (IOException e) {
      throw new UncheckedIOException("What is in memory can be written", e);
    }
    return bytes.toByteArray();
  }

  private static void chunk(String type, byte[] data, DataOutputStream to) throws IOException {
    byte[] name = type.getBytes(StandardCharsets.US_ASCII);
    var sum = new CRC32();
    sum.update(name);
    sum.update(data);
    to.writeInt(data.length);
    to.write(name);
    to.write(data);
    to.writeInt((int) sum.getValue());
  }

  /** Each row as its differences to the dots on their left: photographs become half as large. */
  private static byte[] deflated(StillFrame picture) throws IOException {
    var bytes = new ByteArrayOutputStream();
    try (var to = new DeflaterOutputStream(bytes)) {
      byte[] row = new byte[1 + 3 * picture.width()];
      row[0] = 1;
      for (int y = 0; y < picture.height(); y++) {
        int left = 0;
        for (int x = 0; x < picture.width(); x++) {
          int dot = picture.dots().get(y * picture.width() + x);
          for (int i = 0; i < 3; i++) {
            int shift = 16 - 8 * i;
            row[1 + 3 * x + i] = (byte) ((dot >> shift) - (left >> shift));
          }
          left = dot;
        }
        to.write(row);
      }
    }
    return bytes.toByteArray();
  }
}
