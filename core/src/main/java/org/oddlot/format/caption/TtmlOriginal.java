package org.oddlot.format.caption;

import java.util.List;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Original;
import org.oddlot.format.text.TextFile;
import org.oddlot.time.Rational;

/**
 * A TTML document, with where each caption stands in it.
 *
 * @param file the document
 * @param captions as they were read
 * @param elements the element of each caption
 * @param times how the document writes times
 */
record TtmlOriginal(TextFile file, List<Caption> captions, List<Element> elements, TtmlTimes times)
    implements Original {

  /**
   * An element that holds a caption.
   *
   * @param from where its start tag begins
   * @param content where its content begins
   * @param contentEnd where its end tag begins
   * @param to behind its end tag
   * @param zero the moment that its times are counted from, in seconds
   * @param isEmpty whether it is written as one tag without content
   */
  record Element(int from, int content, int contentEnd, int to, Rational zero, boolean isEmpty) {}

  @Override
  public String format() {
    return Ttml.NAME;
  }
}
