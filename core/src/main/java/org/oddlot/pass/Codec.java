package org.oddlot.pass;

import java.util.List;
import java.util.function.Function;

/**
 * How a pass's own answers or instructions are written down, as a few words.
 *
 * @param <T> the answers
 */
public interface Codec<T> {
  /** The answers to findings that are accepted as they are: there is nothing to be said. */
  Codec<List<String>> NOTHING =
      checked(words -> words.isEmpty() ? "" : "there is nothing to choose");

  /** Answers that are the ids of one or several choices. */
  Codec<List<String>> CHOICES = checked(_ -> "");

  /** As documents have it. */
  List<String> encode(T value);

  /**
   * What {@code words} say.
   *
   * @throws IllegalArgumentException if they say nothing that the pass understands; the message
   *     says why
   */
  T decode(List<String> words);

  private static Codec<List<String>> checked(Function<List<String>, String> problem) {
    return of(
        words -> words,
        words -> {
          String what = problem.apply(words);
          if (!what.isEmpty()) {
            throw new IllegalArgumentException(what);
          }
          return List.copyOf(words);
        });
  }

  /** A codec of two functions. */
  static <T> Codec<T> of(Function<T, List<String>> encode, Function<List<String>, T> decode) {
    return new Codec<>() {
      @Override
      public List<String> encode(T value) {
        return encode.apply(value);
      }

      @Override
      public T decode(List<String> words) {
        return decode.apply(words);
      }
    };
  }
}
