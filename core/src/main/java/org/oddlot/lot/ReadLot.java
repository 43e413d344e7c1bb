package org.oddlot.lot;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.input.FileState;
import org.oddlot.material.Material;
import org.oddlot.material.MediaAtHand;
import org.oddlot.material.ReadInput;
import org.oddlot.problem.Problem;
import org.oddlot.sound.SoundFile;

/** What was read of a lot. */
public final class ReadLot {
  private final Lot lot;
  private final Material material;
  private final Map<LotReader.Key, LotReader.Loaded> loaded;
  private final Map<FileState, Optional<SoundFile>> heads;

  ReadLot(
      Lot lot,
      Material material,
      Map<LotReader.Key, LotReader.Loaded> loaded,
      Map<FileState, Optional<SoundFile>> heads) {
    this.lot = lot;
    this.material = material;
    this.loaded = loaded;
    this.heads = heads;
  }

  /** The lot, its inputs with the digests of what was read. */
  public Lot lot() {
    return lot;
  }

  /** What is in the files. */
  public Material material() {
    return material;
  }

  /** Where the media of a source lies, if it is there. */
  public Optional<Path> mediaOf(String source) {
    return MediaAtHand.of(material).of(source);
  }

  /** All that is wrong with the files. */
  public List<Problem> problems() {
    return material.all(ReadInput.class).stream()
        .flatMap(input -> input.problems().stream())
        .toList();
  }

  Map<LotReader.Key, LotReader.Loaded> loaded() {
    return loaded;
  }

  Map<FileState, Optional<SoundFile>> heads() {
    return heads;
  }
}
