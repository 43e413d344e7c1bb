package org.oddlot.pass.angles;

import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Optional;
import org.oddlot.material.Source;
import org.oddlot.sound.SoundFile;

/**
 * A file of an event: what one camera or recorder recorded from a start to a stop.
 *
 * @param id what it is known by in a lot
 * @param name what it is called
 * @param media where it lies
 * @param seconds how long it is
 * @param angle whose it is
 * @param day when it was recorded, if that is known
 * @param source its clips in the documents, if there are any
 * @param sound the sound file, if it is one that came in
 */
public record Piece(
    String id,
    String name,
    Path media,
    double seconds,
    Angle angle,
    Optional<LocalDate> day,
    Optional<Source> source,
    Optional<SoundFile> sound) {

  /**
   * A camera or a recorder.
   *
   * @param name what it is called
   * @param why how that is known
   * @param isSure whether its files say so themselves, or somebody did
   * @param isSound whether it is heard and not seen
   */
  public record Angle(String name, String why, boolean isSure, boolean isSound) {}
}
