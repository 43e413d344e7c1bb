package org.oddlot.caption;

import java.util.List;
import java.util.stream.Collectors;

/**
 * A passage of a transcript: what one person says without being interrupted.
 *
 * @param speaker who; empty where that is not told
 * @param span when
 * @param words what; none where only the speaker is known
 */
public record Turn(String speaker, Span span, List<Word> words) {
  public Turn {
    words = List.copyOf(words);
  }

  /** The words in one line. */
  public String text() {
    return words.stream().map(Word::text).collect(Collectors.joining(" "));
  }

  /** Whether each word has a time of its own. */
  public boolean isTimed() {
    return !words.isEmpty() && words.stream().allMatch(word -> word.span().isPresent());
  }

  /** This said by somebody. */
  public Turn withSpeaker(String newSpeaker) {
    return new Turn(newSpeaker, span, words);
  }

  /** This with other words. */
  public Turn withWords(List<Word> newWords) {
    return new Turn(speaker, span, newWords);
  }
}
