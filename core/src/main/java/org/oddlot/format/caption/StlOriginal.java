package org.oddlot.format.caption;

import java.util.List;
import java.util.Optional;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Original;

/** A file as it was read. */
final class StlOriginal implements Original {
  final byte[] bytes;
  final List<Caption> captions;

  /** Which text blocks each caption has: the first, and how many. */
  final List<int[]> blocks;

  final String table;

  StlOriginal(byte[] bytes, List<Caption> captions, List<int[]> blocks, String table) {
    this.bytes = bytes;
    this.captions = captions;
    this.blocks = blocks;
    this.table = table;
  }

  @Override
  public String format() {
    return EbuStl.NAME;
  }

  @Override
  public List<Caption> captions() {
    return captions;
  }

  /** What captions were read from, if that is such a file. */
  static Optional<StlOriginal> of(Captions captions) {
    return captions.original().filter(StlOriginal.class::isInstance).map(StlOriginal.class::cast);
  }
}
