package org.oddlot.window.kit;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.oddlot.caption.Span;
import org.oddlot.material.CaptionPlace;
import org.oddlot.material.Material;
import org.oddlot.material.Programme;
import org.oddlot.material.Source;
import org.oddlot.sound.SoundMedia;
import org.oddlot.time.Rational;
import org.oddlot.timeline.Cut;
import org.oddlot.timeline.Track;
import org.oddlot.window.session.Session;

/** Plays what is heard of a programme while a caption stands. */
public final class ProgrammeSound {
  private static final double BEFORE = 0.3;
  private static final double LONGEST = 12;
  private static final System.Logger LOG = System.getLogger(ProgrammeSound.class.getName());

  private final Session session;
  private final SoundLine line = new SoundLine();

  /** Plays what the lot of {@code session} has. */
  public ProgrammeSound(Session session) {
    this.session = session;
  }

  /** Stops what is played. */
  public void stop() {
    line.stop();
  }

  /**
   * A piece of a sound file.
   *
   * @param from seconds after its first sample
   */
  private record Piece(Path file, double from, double seconds) {}

  /**
   * Plays the sound of a programme from a little before {@code span} on.
   *
   * @param words the name of the captions or the transcript
   * @param span in seconds of record time
   */
  public void play(Material material, String words, Span span) {
    Optional<Piece> piece = piece(material, words, span);
    if (piece.isEmpty()) {
      session.tell("The sound of this moment is not at hand.");
      return;
    }
    session.aside(
        () -> heard(piece.get()),
        heard -> {
          if (!heard) {
            session.tell("There is nothing to hear it with.");
          }
        });
  }

  private boolean heard(Piece piece) {
    try {
      long rate = SoundMedia.sampleRate(piece.file);
      float[] samples =
          SoundMedia.samples(
              piece.file, Math.round(piece.from * rate), (int) Math.round(piece.seconds * rate));
      ByteBuffer out = ByteBuffer.allocate(samples.length * 2).order(ByteOrder.LITTLE_ENDIAN);
      for (float sample : samples) {
        out.putShort((short) (Math.clamp(sample, -1f, 1f) * 32_767));
      }
      return line.play(out.array(), rate, 1);
    } catch (IOException e) {
      LOG.log(System.Logger.Level.DEBUG, "{0}", e.getMessage());
      return false;
    }
  }

  private Optional<Piece> piece(Material material, String words, Span span) {
    Optional<Programme> programme = CaptionPlace.programme(material, words);
    if (programme.isEmpty()) {
      return Optional.empty();
    }
    Rational at = span.start().minus(programme.get().span().start());
    double seconds = Math.min(LONGEST, span.length().toDouble() + 2 * BEFORE);
    for (Cut.Event event : events(material, programme.get())) {
      boolean holds =
          event.kind().equals(Track.AUDIO)
              && event.enabled()
              && event.record().start().seconds().compareTo(at) <= 0
              && event.record().endExclusive().seconds().compareTo(at) > 0;
      if (!holds) {
        continue;
      }
      Optional<Source> source =
          material.sources().all().stream()
              .filter(each ->
                  each.clips()
                      .anyMatch(clip -> clip.clip().identity().equals(event.clip().identity())))
              .findFirst();
      Optional<Path> file = source.flatMap(each -> session.mediaOf(each.id()));
      if (file.isPresent()) {
        Rational into = at.minus(event.record().start().seconds());
        Rational first =
            event
                .clip()
                .availableRange()
                .map(range -> range.start().seconds())
                .orElse(Rational.ZERO);
        double from = event.source().start().seconds().minus(first).plus(into).toDouble() - BEFORE;
        return Optional.of(new Piece(file.get(), Math.max(0, from), seconds));
      }
    }
    return Optional.empty();
  }

  private static List<Cut.Event> events(Material material, Programme programme) {
    return programme.place(material).map(placed -> Cut.of(placed).events()).orElse(List.of());
  }
}
