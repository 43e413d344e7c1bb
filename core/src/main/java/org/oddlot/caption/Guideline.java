package org.oddlot.caption;

import java.util.List;
import org.oddlot.time.Rational;

/**
 * The limits within which captions can be read.
 *
 * @param name what it is called in documents
 * @param title what people call it
 * @param letters columns a line at the most; see {@link Letters#columns}
 * @param lines lines at the most
 * @param speed columns a second at the most, spaces with them
 * @param shortest seconds at the least
 * @param longest seconds at the most
 * @param gap frames between two captions at the least; none where one goes on to the other
 * @param cut frames around a shot change in which a caption neither begins nor ends, but on it
 * @param alone whether a line may hold a single word, where another line is full
 * @param begins words that a line may well begin with, beside those of the language
 * @param holds words that are not parted from what follows them, beside those of the language
 */
public record Guideline(
    String name,
    String title,
    int letters,
    int lines,
    Rational speed,
    Rational shortest,
    Rational longest,
    int gap,
    int cut,
    boolean alone,
    List<String> begins,
    List<String> holds) {
  public Guideline {
    begins = List.copyOf(begins);
    holds = List.copyOf(holds);
  }
}
