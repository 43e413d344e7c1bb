package org.oddlot.format.caption;

import org.oddlot.format.Content;

/** What a format of captions may have a place for, beside words and their times. */
public enum Feature implements Content {
  ITALIC("italics", "send them as WebVTT or TTML"),
  BOLD("bold letters", "send them as WebVTT or TTML"),
  UNDERLINE("underlined letters", "send them as WebVTT or TTML"),
  SPEAKER("names of speakers", "send them as WebVTT or TTML"),
  PLACE("places in the picture", "send them as WebVTT or TTML"),
  LANGUAGE("the language", "name the file by it"),
  WORD_TIMES("times of words", "look at what came out"),
  CONFIDENCE("how sure each word is", "look at what came out"),
  OVERLAP("two captions at once", "send them as WebVTT"),
  BLANK_LINES("empty lines within a caption", "send them as WebVTT"),
  EMPTY("captions without words", "look at what came out"),
  OUTER_SPACE("space around lines", "send them as WebVTT"),
  LINES("where lines break", "look at what came out"),
  ENDS("where captions end", "look at what came out"),
  BEFORE_ZERO("times before zero", "look at what came out"),
  NO_LENGTH("captions of no length", "look at what came out"),
  ORDER("captions out of their order", "look at what came out"),
  /** What every format carries: what is said, and when. */
  WORDS("words of captions", "look at what came out"),
  TIMES("times of captions", "look at what came out");

  private final String words;
  private final String instead;

  Feature(String words, String instead) {
    this.words = words;
    this.instead = instead;
  }

  @Override
  public String words() {
    return words;
  }

  @Override
  public String instead() {
    return instead;
  }
}
