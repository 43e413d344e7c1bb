package org.oddlot.compare;

import java.util.Optional;
import org.oddlot.material.Source;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.timeline.Cut;
import org.oddlot.timeline.Track;

/**
 * A use in one version of a timeline: a picture, a sound, a title or a caption.
 *
 * @param number its ordinal in its version, from zero
 * @param lane the track that it lies on
 * @param event the clip, and when what of it is there
 * @param in its first frame, counted after the timeline's first
 * @param out the frame after its last
 * @param source its media; empty for what is generated
 * @param words what is read in it, of titles and captions; else empty
 */
public record Shot(
    int number,
    Lane lane,
    Cut.Event event,
    long in,
    long out,
    Optional<Source> source,
    String words) {

  /**
   * A track of a version.
   *
   * @param ordinal which of its kind it is, from the bottom, from zero
   * @param kind {@code Video}, {@code Audio}, or another
   * @param label what it is called: {@code V1}
   */
  public record Lane(int ordinal, String kind, String label) {
    boolean isPicture() {
      return kind.equals(Track.VIDEO);
    }
  }

  /** How many frames it is there. */
  public long length() {
    return out - in;
  }

  /** What it is called: its clip's name, else its words, else its media's name. */
  public String name() {
    String own = event.clip().name();
    return !own.isEmpty() ? own : !words.isEmpty() ? words : source.map(Source::name).orElse("");
  }

  /** What of its media is there first, in media time. */
  RationalTime sourceIn() {
    return event.source().start();
  }

  /** Where what is there of its media ends. */
  RationalTime sourceOut() {
    return event.source().endExclusive();
  }

  Rational speed() {
    return event.speed();
  }

  boolean isGenerated() {
    return source.isEmpty();
  }
}
