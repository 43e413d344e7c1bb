package org.oddlot.caption;

import java.util.List;

/**
 * The names and terms of a production, as they are spelled.
 *
 * @param name what it is known by in the lot, unlike any other
 * @param terms in the order of the list
 * @param rightAsTheyAre words that are none of the names, however like one they are
 */
public record NameList(String name, List<Term> terms, List<String> rightAsTheyAre) {
  public NameList {
    terms = List.copyOf(terms);
    rightAsTheyAre = List.copyOf(rightAsTheyAre);
  }

  /** A list that says of no words that they are right as they are. */
  public NameList(String name, List<Term> terms) {
    this(name, terms, List.of());
  }

  /**
   * A name or a term.
   *
   * @param text as it is spelled: {@code Inés}
   * @param heardAs what it has been misheard as
   * @param about who or what it is; empty where the list does not say
   */
  public record Term(String text, List<String> heardAs, String about) {
    public Term {
      heardAs = List.copyOf(heardAs);
    }
  }
}
