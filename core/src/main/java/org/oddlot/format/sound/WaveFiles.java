package org.oddlot.format.sound;

import java.util.List;
import java.util.Optional;
import org.oddlot.input.InputFile;
import org.oddlot.input.Probe;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.sound.SoundFile;

/** {@code .wav}, {@code .bwf}: RIFF, RF64 and BW64, by their heads alone. */
public final class WaveFiles implements SoundKind {
  @Override
  public String name() {
    return "WAVE";
  }

  @Override
  public List<String> extensions() {
    return SoundFile.WAVE_ENDINGS;
  }

  @Override
  public Likeness likeness(Probe probe) {
    String head = probe.head();
    boolean wave =
        head.length() > 12
            && List.of("RIFF", "RF64", "BW64").contains(head.substring(0, 4))
            && head.startsWith("WAVE", 8);
    return wave ? Likeness.CERTAIN : Likeness.NONE;
  }

  @Override
  public Optional<SoundFile> read(InputFile file, ReadingOptions options, Problems problems) {
    return SoundFile.read(file.path(), problems);
  }
}
