package org.oddlot.papercut;

import java.util.List;
import java.util.Optional;
import org.oddlot.compare.TimelinePairs;
import org.oddlot.material.Material;

/**
 * The text that can be marked.
 *
 * @param ties which transcript was said in which source
 * @param page all of it with its numbers: all transcripts, or a timeline
 * @param shown what of the page is shown
 */
public record Reading(Ties ties, Page page, Page shown) {
  /**
   * The text of a lot.
   *
   * @param saidIn as for {@link Ties#of}
   * @param text a transcript or a timeline by its name; all transcripts where it is empty
   */
  public static Reading of(Material material, String saidIn, String text) {
    Ties ties = saidIn.isBlank() ? Ties.in(material) : Ties.of(material, saidIn);
    Page all = Page.of(ties.spoken());
    if (text.isEmpty()) {
      return new Reading(ties, all, all);
    }
    Optional<Spoken> transcript = ties.named(text);
    if (transcript.isPresent()) {
      return new Reading(ties, all, all.only(transcript.get()));
    }
    Page page =
        TimelinePairs.in(material).stream()
            .filter(side -> side.name().equals(text))
            .findFirst()
            .map(side -> Page.of(side.place(), material.sources(), ties))
            .orElseGet(() -> new Page(List.of()));
    return new Reading(ties, page, page);
  }

  /** The passages of a cut as they are now. */
  public PaperCut.Resolved passages(PaperCut cut) {
    return cut.in(ties, page);
  }
}
