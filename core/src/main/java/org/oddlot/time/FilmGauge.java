package org.oddlot.time;

import org.oddlot.text.Phrase;

/**
 * How many frames a foot of film has. 35 mm film has 64 perforations a foot (SMPTE ST 139), four of
 * them a frame: 16 frames a foot. 16 mm film has one perforation a frame and 40 of them a foot
 * (SMPTE ST 109). The counts are as in SMPTE RP 195 and EBU practice; the pitches were not looked
 * up.
 */
public enum FilmGauge {
  /** 35 mm, four perforations a frame. */
  MM_35(16),
  /** 16 mm. */
  MM_16(40);

  private final int framesAFoot;

  FilmGauge(int framesAFoot) {
    this.framesAFoot = framesAFoot;
  }

  /** How many frames a foot of it has. */
  public int framesAFoot() {
    return framesAFoot;
  }

  /** A number of frames as feet and frames: {@code 12+05}; with a minus sign below zero. */
  public String inWords(long frames) {
    long count = Math.abs(frames);
    return Phrase.of("%s%d+%02d", frames < 0 ? "-" : "", count / framesAFoot, count % framesAFoot);
  }
}
