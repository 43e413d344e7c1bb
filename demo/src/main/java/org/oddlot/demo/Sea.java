package org.oddlot.demo;

/**
 * What was to be heard on the third day, sample by sample: voices that come and go, with the hiss
 * and the rumble of a harbour. The same moment sounds alike wherever it is asked for.
 */
final class Sea {
  static final int SAMPLE_RATE = 48_000;

  private Sea() {}

  /**
   * A voice at a moment.
   *
   * @param who whose voice, from 0
   * @param sample samples since midnight
   */
  static float voice(int who, long sample) {
    // Syllables of about a quarter of a second, each as loud as chance has it.
    long syllable = Math.floorDiv(sample, 11_000L + 1_700L * who);
    double within = Math.floorMod(sample, 11_000L + 1_700L * who) / (11_000.0 + 1_700 * who);
    float loud = 0.5f + 0.5f * chance(syllable * 31 + who);
    double shape = Math.sin(Math.PI * within);
    double breath = 0.6 * chance(sample * 7 + who) + 0.4 * chance((sample >> 1) * 13 + who);
    double tone = wave(sample, 571 - 152L * who) * (loud > 0.5 ? 1 : 0.2);
    return (float) (0.30 * loud * shape * (0.55 * breath + 0.45 * tone));
  }

  /** The harbour at a moment, a little otherwise at each microphone. */
  static float harbour(int microphone, long sample) {
    double swell = 0.6 + 0.4 * wave(sample, 314_159);
    return (float) (0.012 * swell * chance(sample * 3 + 1_000_003L * microphone));
  }

  /** A sine that comes round every {@code period} samples; its argument stays small, and quick. */
  private static double wave(long sample, long period) {
    return Math.sin(2 * Math.PI * Math.floorMod(sample, period) / period);
  }

  /** Noise from −1 to 1 that is always the same for the same number. */
  private static float chance(long number) {
    long mixed = (number + 0x9E3779B97F4A7C15L) * 0xBF58476D1CE4E5B9L;
    mixed ^= mixed >>> 29;
    mixed *= 0x94D049BB133111EBL;
    mixed ^= mixed >>> 32;
    return (mixed & 0xFFFFFF) / (float) 0x7FFFFF - 1;
  }
}
