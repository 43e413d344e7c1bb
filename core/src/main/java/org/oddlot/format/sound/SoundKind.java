package org.oddlot.format.sound;

import org.oddlot.input.Contents;
import org.oddlot.input.InputKind;
import org.oddlot.sound.SoundFile;
import org.oddlot.text.Phrase;

/** A kind of file that holds sound. */
public interface SoundKind extends InputKind<SoundFile> {
  @Override
  default String what() {
    return "sound";
  }

  @Override
  default Class<SoundFile> type() {
    return SoundFile.class;
  }

  @Override
  default Contents describe(SoundFile sound) {
    return Contents.of(
        Phrase.of(
            "%s of %d Hz, %.1f s",
            Phrase.count(sound.channels(), "channel"),
            sound.sampleRate(),
            (double) sound.frames() / sound.sampleRate()));
  }
}
