package org.oddlot.waveform;

/**
 * Samples of a byte each, the quiet ones as fine in their way as the loud ones: the μ-law of ITU-T
 * G.711, its formula rather than its segments, which nothing here has to exchange.
 */
final class MuLaw {
  private static final double MU = 255;
  private static final float[] DECODED = new float[256];

  static {
    for (int i = 0; i < 256; i++) {
      double part = (byte) i / 127.0;
      DECODED[i] = (float) (Math.signum(part) * (Math.pow(1 + MU, Math.abs(part)) - 1) / MU);
    }
  }

  private static final double PER_LOG = 127 / Math.log(1 + MU);

  private MuLaw() {}

  /** A sample from −1 to 1; what lies beyond is taken for the end. */
  static byte encode(float sample) {
    double loud = Math.log(1 + MU * Math.min(1, Math.abs(sample))) * PER_LOG;
    return (byte) Math.round(Math.copySign(loud, sample));
  }

  /** The sample that a byte stands for. */
  static float decode(byte coded) {
    return DECODED[coded & 0xFF];
  }
}
