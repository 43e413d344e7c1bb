package org.oddlot.find;

import java.util.Optional;
import org.oddlot.time.Rational;
import org.oddlot.timeline.Address;

/**
 * A text that is known of something, to be found by its words.
 *
 * @param about the id of what it is known of: a source, a timeline, a file of words
 * @param clip what people call that
 * @param field what kind of text it is: {@code note}, {@code caption} …
 * @param text the text
 * @param stretch when, in the time of what it is about; empty for all of it
 * @param label when, as people read it; empty for all of it
 * @param labelOut when it ends
 * @param language its language, as BCP 47 has it; empty where that is not known
 * @param place where in a document it is; empty where it is in none
 */
public record Passage(
    String about,
    String clip,
    String field,
    String text,
    Optional<Stretch> stretch,
    String label,
    String labelOut,
    String language,
    Optional<Address> place) {

  /**
   * When something is, in seconds.
   *
   * @param from its first moment
   * @param to the moment at which it is over; may be the first as well
   */
  public record Stretch(Rational from, Rational to) {}
}
