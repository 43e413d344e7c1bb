package org.oddlot.material;

/**
 * Where a picture's first frame lies in a recording by what both hear: evidence beside timecode,
 * where the media is at hand.
 *
 * @param picture the source's id
 * @param recording the id of the recording's first file
 * @param sample which of the recording's samples sounds with the picture's first frame; negative
 *     where the recording begins later
 * @param clarity how sure that is, as in {@link org.oddlot.sound.Lag}
 */
public record MeasuredOffset(String picture, String recording, long sample, double clarity) {

  /** What a picture and a recording are known by together, by the ids of the two. */
  public static String pair(String picture, String recording) {
    return picture + "|" + recording;
  }

  /** What the two are known by together. */
  public String pair() {
    return pair(picture, recording);
  }
}
