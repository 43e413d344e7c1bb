package org.oddlot.window.kit;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Path;
import java.util.Optional;
import org.oddlot.caption.Span;
import org.oddlot.material.CaptionPlace;
import org.oddlot.material.Material;
import org.oddlot.material.Moment;
import org.oddlot.material.Source;
import org.oddlot.sound.SoundMedia;
import org.oddlot.window.session.Session;

/** Plays what is heard of a programme while a caption stands, or of a source at a moment. */
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
    play(piece(material, words, span));
  }

  /**
   * Plays the sound of a source.
   *
   * @param span in seconds of media time
   */
  public void play(Source source, Span span) {
    play(
        session
            .mediaOf(source.id())
            .flatMap(file ->
                source
                    .start()
                    .map(start ->
                        new Piece(
                            file,
                            Math.max(0, span.start().minus(start.seconds()).toDouble() - BEFORE),
                            Math.min(LONGEST, span.length().toDouble() + 2 * BEFORE)))));
  }

  private void play(Optional<Piece> piece) {
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

  private static Optional<Piece> piece(Material material, String words, Span span) {
    double seconds = Math.min(LONGEST, span.length().toDouble() + 2 * BEFORE);
    return CaptionPlace.programme(material, words)
        .flatMap(programme -> Moment.heard(material, programme, span.start()))
        .map(moment ->
            new Piece(moment.file(), Math.max(0, moment.seconds().toDouble() - BEFORE), seconds));
  }
}
