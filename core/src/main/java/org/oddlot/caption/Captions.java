package org.oddlot.caption;

import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * The captions of one file or one track.
 *
 * @param name what it is known by in the lot, unlike any other
 * @param language its language as BCP 47 has it: {@code nn}; empty where it is not known
 * @param grid the moments that its format can name
 * @param captions in the order of the file
 * @param asides what else is in the file
 * @param original the file as it was read; empty for captions that were made
 */
public record Captions(
    String name,
    String language,
    Timebase grid,
    List<Caption> captions,
    List<Aside> asides,
    Optional<Original> original) {
  public Captions {
    captions = List.copyOf(captions);
    asides = List.copyOf(asides);
  }

  /** Captions that were made here. */
  public static Captions made(String name, String language, Timebase grid, List<Caption> captions) {
    return new Captions(name, language, grid, captions, List.of(), Optional.empty());
  }

  /** This by another name. */
  public Captions withName(String newName) {
    return new Captions(newName, language, grid, captions, asides, original);
  }

  /** This in a language. */
  public Captions withLanguage(String newLanguage) {
    return new Captions(name, newLanguage, grid, captions, asides, original);
  }

  /** This with other captions; the very same where that changes nothing. */
  public Captions withCaptions(List<Caption> changed) {
    return changed.equals(captions)
        ? this
        : new Captions(name, language, grid, changed, asides, original);
  }

  /** This with each caption changed. */
  public Captions withEach(UnaryOperator<Caption> change) {
    return withCaptions(captions.stream().map(change).toList());
  }

  /** This with moments of another grid, the captions as they are. */
  public Captions on(Timebase newGrid) {
    return new Captions(name, language, newGrid, captions, asides, original);
  }

  /** The captions as they were read; none for what was made here. */
  public List<Caption> asRead() {
    return original.map(Original::captions).orElse(List.of());
  }

  /** Whether anything differs from what was read, or all of it is new. */
  public boolean isChanged() {
    return original.isEmpty() || !asRead().equals(captions);
  }
}
