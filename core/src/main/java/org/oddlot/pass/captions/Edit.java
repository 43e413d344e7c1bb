package org.oddlot.pass.captions;

import java.math.BigDecimal;
import java.util.List;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.pass.Codec;
import org.oddlot.time.Rational;

/**
 * Something that was changed by hand. It holds on to the words that it was about, so that it is
 * found again.
 */
public sealed interface Edit {

  /** The name of the captions. */
  String file();

  /** The caption it is about. */
  String id();

  /** The caption's words as they were. */
  String before();

  /** Other words. */
  record Words(String file, String id, String before, String after) implements Edit {}

  /** Another time. */
  record Times(String file, String id, String before, Span span) implements Edit {}

  /** Two captions, the second of which begins with a letter of the first. */
  record Split(String file, String id, String before, int at) implements Edit {}

  /** One caption with the one behind it. */
  record Join(String file, String id, String before) implements Edit {}

  /** No caption any more. */
  record Remove(String file, String id, String before) implements Edit {}

  /** It stays as it is, whatever guidelines and lists of names say. */
  record Lock(String file, String id, String before) implements Edit {}

  /** As instructions have it. */
  Codec<Edit> CODEC = Codec.of(Edit::encoded, Edit::decoded);

  private static List<String> encoded(Edit edit) {
    return switch (edit) {
      case Words its -> List.of("words", its.file, its.id, its.before, its.after);
      case Times its ->
          List.of(
              "times",
              its.file,
              its.id,
              its.before,
              its.span.start().toDecimal(6),
              its.span.end().toDecimal(6));
      case Split its -> List.of("split", its.file, its.id, its.before, Integer.toString(its.at));
      case Join its -> List.of("join", its.file, its.id, its.before);
      case Remove its -> List.of("remove", its.file, its.id, its.before);
      case Lock its -> List.of("lock", its.file, its.id, its.before);
    };
  }

  private static Edit decoded(List<String> words) {
    String what = words.isEmpty() ? "" : words.getFirst();
    int length =
        switch (what) {
          case "words", "split" -> 5;
          case "times" -> 6;
          case "join", "remove", "lock" -> 4;
          default ->
              throw new IllegalArgumentException(
                  "it takes words, times, split, join, remove or lock, with a file, a caption and"
                      + " its words");
        };
    if (words.size() != length) {
      throw new IllegalArgumentException(what + " takes " + (length - 1) + " words more");
    }
    String file = words.get(1);
    String id = words.get(2);
    String before = words.get(3);
    return switch (what) {
      case "words" -> new Words(file, id, before, words.get(4));
      case "times" ->
          new Times(file, id, before, new Span(seconds(words.get(4)), seconds(words.get(5))));
      case "split" -> new Split(file, id, before, whole(words.get(4)));
      case "join" -> new Join(file, id, before);
      case "lock" -> new Lock(file, id, before);
      default -> new Remove(file, id, before);
    };
  }

  private static int whole(String text) {
    if (!text.matches("\\d{1,6}")) {
      throw new IllegalArgumentException("\"" + text + "\" is no number of letters");
    }
    return Integer.parseInt(text);
  }

  private static Rational seconds(String text) {
    if (!text.matches("-?\\d{1,7}(\\.\\d{1,9})?")) {
      throw new IllegalArgumentException("\"" + text + "\" is no number of seconds");
    }
    var micros = new BigDecimal(text).movePointRight(6).setScale(0, java.math.RoundingMode.HALF_UP);
    return new Timebase.Ticks(1_000_000).at(micros.longValueExact());
  }
}
