package org.oddlot.pass.putright;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.oddlot.material.Source;
import org.oddlot.paper.Label;
import org.oddlot.paper.LogEntry;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.Timecode;

/**
 * Times of day in frames at one rate, for entries and sources of any rate: what their labels say,
 * the frames digits taken as the fraction of a second that they are.
 */
record DayFrames(FrameRate rate) {

  /** Frames in a day. */
  long inDay() {
    return Timecode.framesInADay(rate, false);
  }

  /** Where an entry begins, whatever rate it is tagged with; empty if it has no timecode. */
  Optional<Long> of(LogEntry entry) {
    return entry.in().flatMap(label -> of(label, entry.rate()));
  }

  Optional<Long> of(Label label, Optional<FrameRate> tagged) {
    Label here = tagged.map(from -> label.recounted(from, rate)).orElse(label);
    return here.at(rate, here.semicolon())
        .or(() -> here.toTheSecond().at(rate, here.semicolon()))
        .map(Timecode::frames);
  }

  /** Where a source starts; empty if that is not known. */
  Optional<Long> of(Source source) {
    return source.start().map(this::count);
  }

  /** How many frames a time or a duration is here, by its label. */
  long count(RationalTime time) {
    return time.value() * rate.nominal() / time.rate().nominal();
  }

  /** A camera's letter as it is compared. */
  static String camera(String letter) {
    return letter.strip().toUpperCase(Locale.ROOT);
  }

  /** Whether a source can be of a camera: it is, or one of the two does not say its camera. */
  static boolean canBeOf(Source source, String camera) {
    if (source.isSound()) {
      return false;
    }
    String its = camera(source.camera());
    return camera.isEmpty()
        || its.isEmpty()
        || its.equals(camera)
        // One row can speak of several cameras.
        || (camera.length() > 1 && List.of(camera.split("[^\\p{L}\\p{N}]+", -1)).contains(its));
  }
}
