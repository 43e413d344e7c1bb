package org.oddlot.pass.captions;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Letters;
import org.oddlot.caption.Span;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Word;
import org.oddlot.material.InOrder;
import org.oddlot.time.Rational;

/** When words of captions are said, where a transcript has it. */
final class WordTimes {
  private final List<Word> words = new ArrayList<>();

  WordTimes(List<Transcript> transcripts) {
    transcripts.forEach(transcript ->
        transcript.words().filter(word -> word.span().isPresent()).forEach(words::add));
    words.sort(Comparator.comparing(word -> word.span().orElseThrow().start()));
  }

  /**
   * When the second part of a caption begins to be said: its first two words, one after the other,
   * while the caption stands.
   */
  Optional<Rational> startOf(Caption caption, String first, String second) {
    String[] its = second.strip().split("\\s+", -1);
    String[] before = first.strip().split("\\s+", -1);
    String one = Letters.bare(its[0]);
    String last = Letters.bare(before[before.length - 1]);
    for (int i = from(caption.start()); i < words.size(); i++) {
      Span span = words.get(i).span().orElseThrow();
      if (span.start().compareTo(caption.end()) > 0) {
        break;
      }
      boolean same =
          Letters.bare(words.get(i).text()).equals(one)
              && i > 0
              && Letters.bare(words.get(i - 1).text()).equals(last);
      if (same) {
        return Optional.of(span.start());
      }
    }
    return Optional.empty();
  }

  private int from(Rational time) {
    int first =
        InOrder.first(
            words.size(), i -> words.get(i).span().orElseThrow().start().compareTo(time) >= 0);
    return Math.max(0, first - 1);
  }
}
