package org.oddlot.media;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.oddlot.format.sound.SoundKind;
import org.oddlot.input.InputFile;
import org.oddlot.input.Probe;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.sound.SoundFile;

/** {@code .aif}, {@code .flac} and others, and films that hold nothing but sound. */
public final class MediaSoundFiles implements SoundKind {
  /** Containers of pictures that can hold sound alone. */
  private static final List<String> FILMS = List.of(".mov", ".mp4");

  @Override
  public String name() {
    return "Media with sound alone";
  }

  @Override
  public List<String> extensions() {
    return Stream.concat(SoundFile.OTHER_ENDINGS.stream(), FILMS.stream()).toList();
  }

  /** Pictures are found through the timelines that use them. */
  @Override
  public List<String> extensionsInFolders() {
    return SoundFile.OTHER_ENDINGS;
  }

  @Override
  public Likeness likeness(Probe probe) {
    return extensions().contains(probe.extension()) ? Likeness.POSSIBLE : Likeness.NONE;
  }

  @Override
  public Optional<SoundFile> read(InputFile file, ReadingOptions options, Problems problems) {
    Optional<SoundFile> sound = new MediaSound().head(file.path(), problems);
    if (sound.isEmpty() && problems.list().isEmpty()) {
      problems.error(
          "",
          "This file has no separate sound.",
          "Pictures are found through the timelines that use them; they need not be added.");
    }
    return sound;
  }
}
