package org.oddlot.papercut;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.oddlot.caption.Letters;
import org.oddlot.caption.Span;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Turn;
import org.oddlot.caption.Word;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.Source;
import org.oddlot.time.Rational;

/** A transcript and the source that it was said in, with all its words in the order of the file. */
public final class Spoken {
  private final Transcript transcript;
  private final Source source;
  private final Rational zero;
  private final String doubt;
  private final List<Said> words;

  /** The numbers of all words by what they are, and by when they begin. */
  private final Map<String, List<Integer>> byWord = new HashMap<>();

  private final List<Integer> byTime;

  /** The longest of them, in seconds. */
  private final Rational longest;

  /**
   * A word as it was said.
   *
   * @param word the word
   * @param turn the number of the passage in the transcript that it is in, from 0
   * @param speaker who says it; empty where that is not told
   * @param bare its letters for comparing, case and punctuation apart
   * @param span when, in seconds of media time; that of its passage where it has none of its own
   */
  public record Said(Word word, int turn, String speaker, String bare, Span span) {
    /** Whether it has a time of its own. */
    public boolean isTimed() {
      return word.span().isPresent();
    }
  }

  /**
   * @param zero the media time of the transcript's zero, in seconds
   * @param doubt what speaks against its being of this source; empty where nothing does
   */
  Spoken(Transcript transcript, Source source, Rational zero, String doubt) {
    this.transcript = transcript;
    this.source = source;
    this.zero = zero;
    this.doubt = doubt;
    var all = new ArrayList<Said>();
    int number = 0;
    for (Turn turn : transcript.turns()) {
      for (Word word : turn.words()) {
        Span span = word.span().orElse(turn.span()).map(zero::plus);
        all.add(new Said(word, number, turn.speaker(), Letters.bare(word.text()), span));
      }
      number++;
    }
    this.words = List.copyOf(all);
    Rational most = Rational.ZERO;
    for (int i = 0; i < words.size(); i++) {
      byWord.computeIfAbsent(words.get(i).bare(), _ -> new ArrayList<>(1)).add(i);
      most = Span.later(most, words.get(i).span().length());
    }
    this.longest = most;
    this.byTime =
        IntStream.range(0, words.size())
            .boxed()
            .sorted(Comparator.comparing(i -> words.get(i).span().start()))
            .toList();
  }

  /** What the transcript is called. */
  public String name() {
    return transcript.name();
  }

  /** The language; empty where it is not known. */
  public String language() {
    return transcript.language();
  }

  /** What it was said in. */
  public Source source() {
    return source;
  }

  /** The clip that is laid. */
  public PlacedClip clip() {
    return source.first();
  }

  /** The media time of the transcript's zero, in seconds. */
  public Rational zero() {
    return zero;
  }

  /** What speaks against its being of this source; empty where nothing does. */
  public String doubt() {
    return doubt;
  }

  /** All words. */
  public List<Said> words() {
    return words;
  }

  /** How many there are. */
  public int size() {
    return words.size();
  }

  /** One of them. */
  public Said word(int number) {
    return words.get(number);
  }

  /** The numbers of all words that are this one, case and punctuation apart. */
  List<Integer> places(String bare) {
    return byWord.getOrDefault(bare, List.of());
  }

  /** The numbers, in their order, of all words of which something is said in a span. */
  List<Integer> around(Span span) {
    int low = 0;
    int high = byTime.size();
    Rational first = span.start().minus(longest);
    while (low < high) {
      int middle = (low + high) >>> 1;
      if (words.get(byTime.get(middle)).span().start().compareTo(first) < 0) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    var around = new ArrayList<Integer>();
    for (int i = low; i < byTime.size(); i++) {
      Span its = words.get(byTime.get(i)).span();
      if (its.start().compareTo(span.end()) > 0) {
        break;
      }
      if (its.end().compareTo(span.start()) >= 0) {
        around.add(byTime.get(i));
      }
    }
    Collections.sort(around);
    return around;
  }

  /** Some of them in one line. */
  public String text(int from, int to) {
    var text = new StringBuilder();
    for (Said said : words.subList(from, to)) {
      text.append(text.isEmpty() ? "" : " ").append(said.word().text());
    }
    return text.toString();
  }

  /** All of them, a passage of the transcript each. */
  public List<Marked> turns() {
    return turns(0, size());
  }

  /** Some of them, one for each passage of the transcript that they are in. */
  List<Marked> turns(int from, int to) {
    var turns = new ArrayList<Marked>();
    int start = from;
    for (int i = from; i < to; i++) {
      if (i + 1 == to || words.get(i + 1).turn() != words.get(i).turn()) {
        turns.add(Marked.of(this, start, i + 1));
        start = i + 1;
      }
    }
    return turns;
  }

  /** When some of them are said: from the first that begins to the last that ends. */
  public Span span(int from, int to) {
    Span all = words.get(from).span();
    for (Said said : words.subList(from, to)) {
      all =
          new Span(
              Span.earlier(all.start(), said.span().start()),
              Span.later(all.end(), said.span().end()));
    }
    return all;
  }

  /** Whether the first and the last of some have times of their own. */
  public boolean isTimed(int from, int to) {
    return words.get(from).isTimed() && words.get(to - 1).isTimed();
  }

  /**
   * What is beside a passage.
   *
   * @param silence seconds in which nobody speaks; below zero where somebody speaks over its edge
   * @param over who that is; empty where nobody does, or it is not told
   */
  public record Beside(Rational silence, String over) {}

  /** What is before some words; empty where nothing is said before. */
  public Optional<Beside> before(int from, int to) {
    Rational edge = span(from, to).start();
    Said last = null;
    for (int i = 0; i < words.size(); i++) {
      Said said = words.get(i);
      boolean isBefore = (i < from || i >= to) && said.span().start().compareTo(edge) < 0;
      if (isBefore && (last == null || said.span().end().compareTo(last.span().end()) > 0)) {
        last = said;
      }
    }
    return Optional.ofNullable(last).map(said -> beside(edge.minus(said.span().end()), said));
  }

  /** What is behind some words; empty where nothing is said behind. */
  public Optional<Beside> after(int from, int to) {
    Rational edge = span(from, to).end();
    Said next = null;
    for (int i = 0; i < words.size(); i++) {
      Said said = words.get(i);
      boolean isAfter = (i < from || i >= to) && said.span().end().compareTo(edge) > 0;
      if (isAfter && (next == null || said.span().start().compareTo(next.span().start()) < 0)) {
        next = said;
      }
    }
    return Optional.ofNullable(next).map(said -> beside(said.span().start().minus(edge), said));
  }

  private static Beside beside(Rational silence, Said said) {
    return new Beside(silence, silence.signum() < 0 ? said.speaker() : "");
  }
}
