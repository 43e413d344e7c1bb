package org.oddlot.waveform;

/**
 * Samples of a byte each, the quiet ones as fine in their way as the loud ones: the μ-law of ITU-T
 * G.711, its formula rather than its segments, which nothing here has to exchange.
 */
final class MuLaw {
  private static final double MU = 255;
  private static final float[] DECODED = new float[256];

  /** Loudness is looked up in steps that are a tenth of what a byte tells apart. */
  private static final int STEPS = 1 << 16;

  private static final byte[] ENCODED = new byte[STEPS + 1];

  static {
    for (int i = 0; i < 256; i++) {
      double part = (byte) i / 127.0;
      DECODED[i] = (float) (Math.signum(part) * (Math.pow(1 + MU, Math.abs(part)) - 1) / MU);
    }
    for (int i = 0; i <= STEPS; i++) {
      double loud = Math.log(1 + MU * i / STEPS) / Math.log(1 + MU);
      ENCODED[i] = (byte) Math.round(127 * loud);
    }
  }

  private MuLaw() {}

  /** A sample from −1 to 1; what lies beyond is taken for the end. */
  static byte encode(float sample) {
    float loud = Math.abs(sample);
    byte coded = ENCODED[loud >= 1 ? STEPS : (int) (loud * STEPS + 0.5f)];
    return (byte) (sample < 0 ? -coded : coded);
  }

  /** The sample that a byte stands for. */
  static float decode(byte coded) {
    return DECODED[coded & 0xFF];
  }
}
