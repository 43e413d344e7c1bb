package org.oddlot.format.caption;

/** What a format of captions may have a place for, beside words and their times. */
public enum Feature {
  ITALIC("italics"),
  BOLD("bold letters"),
  UNDERLINE("underlined letters"),
  SPEAKER("names of speakers"),
  PLACE("places in the picture"),
  LANGUAGE("the language"),
  WORD_TIMES("times of words"),
  CONFIDENCE("how sure each word is"),
  OVERLAP("two captions at once"),
  BLANK_LINES("empty lines within a caption"),
  EMPTY("captions without words"),
  OUTER_SPACE("space around lines"),
  LINES("where lines break"),
  ENDS("where captions end"),
  BEFORE_ZERO("times before zero"),
  NO_LENGTH("captions of no length"),
  ORDER("captions out of their order");

  private final String words;

  Feature(String words) {
    this.words = words;
  }

  /** As people read it. */
  public String words() {
    return words;
  }
}
