package org.oddlot.media;

import org.oddlot.text.Phrase;

/**
 * One frame of linear timecode.
 *
 * @param hours 0 to 23
 * @param minutes 0 to 59
 * @param seconds 0 to 59
 * @param frames the frames digits
 * @param dropFrame whether the drop-frame flag is set
 * @param start where in the sound it begins, in samples
 * @param length how long it lasts, in samples
 */
public record LtcFrame(
    int hours,
    int minutes,
    int seconds,
    int frames,
    boolean dropFrame,
    double start,
    double length) {

  @Override
  public String toString() {
    return Phrase.of(
        "%02d:%02d:%02d%s%02d", hours, minutes, seconds, dropFrame ? ";" : ":", frames);
  }
}
