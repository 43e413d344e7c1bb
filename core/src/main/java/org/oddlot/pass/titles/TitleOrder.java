package org.oddlot.pass.titles;

import java.util.List;
import org.oddlot.format.title.StyleFiles;
import org.oddlot.pass.Codec;
import org.oddlot.problem.Problems;
import org.oddlot.title.Style;

/** Something about titles that a person ordered. It holds on to the words that it is about. */
public sealed interface TitleOrder {

  /** An order about one title. */
  sealed interface OfOne extends TitleOrder {
    /** The shape that it is about, as it is written; empty for all. */
    String shape();

    /** The name of the captions. */
    String file();

    /** The caption. */
    String id();

    /** The caption's words. */
    String before();
  }

  /** Other words, or the same in other lines. */
  record Words(String shape, String file, String id, String before, String after)
      implements OfOne {}

  /** Another place in the picture, in parts of its width and height. */
  record Put(String shape, String file, String id, String before, double x, double y)
      implements OfOne {}

  /** How all titles look. */
  record Look(Style style) implements TitleOrder {}

  /** As instructions have it. */
  Codec<TitleOrder> CODEC = Codec.of(TitleOrder::encoded, TitleOrder::decoded);

  private static List<String> encoded(TitleOrder order) {
    return switch (order) {
      case Words its -> List.of("words", its.shape, its.file, its.id, its.before, its.after);
      case Put its ->
          List.of(
              "put",
              its.shape,
              its.file,
              its.id,
              its.before,
              Double.toString(its.x),
              Double.toString(its.y));
      case Look its -> List.of("style", StyleFiles.write(its.style));
    };
  }

  private static TitleOrder decoded(List<String> words) {
    String what = words.isEmpty() ? "" : words.getFirst();
    int length =
        switch (what) {
          case "words" -> 6;
          case "put" -> 7;
          case "style" -> 2;
          default ->
              throw new IllegalArgumentException(
                  "it takes words or put, with a shape, a file, a caption and its words, or style");
        };
    if (words.size() != length) {
      throw new IllegalArgumentException(what + " takes " + (length - 1) + " words more");
    }
    return switch (what) {
      case "words" ->
          new Words(words.get(1), words.get(2), words.get(3), words.get(4), words.get(5));
      case "put" ->
          new Put(
              words.get(1),
              words.get(2),
              words.get(3),
              words.get(4),
              part(words.get(5)),
              part(words.get(6)));
      default -> {
        var problems = new Problems("style");
        yield StyleFiles.read(words.get(1), problems)
            .map(Look::new)
            .orElseThrow(() -> new IllegalArgumentException("its second word is no style"));
      }
    };
  }

  private static double part(String text) {
    if (!text.matches("[01](\\.\\d{1,17})?(E-\\d+)?")) {
      throw new IllegalArgumentException("\"" + text + "\" is no part of a picture, 0 to 1");
    }
    return Math.min(1, Double.parseDouble(text));
  }
}
