package org.oddlot.pass.sync;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/** What becomes of the sound that a camera recorded itself. */
enum CameraSound {
  /** It is there and heard. */
  KEEP,
  /** It is there and not heard. */
  MUTE,
  /** It is not there; the camera's clip still has it. */
  DROP;

  String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  static List<String> words() {
    return Arrays.stream(values()).map(CameraSound::word).toList();
  }

  static CameraSound of(String word) {
    return valueOf(word.toUpperCase(Locale.ROOT));
  }
}
