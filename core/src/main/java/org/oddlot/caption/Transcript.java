package org.oddlot.caption;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.oddlot.time.Rational;

/**
 * What was said in a recording or a programme.
 *
 * @param name what it is known by in the lot, unlike any other
 * @param language its language as BCP 47 has it; empty where it is not known
 * @param grid the moments that its format can name
 * @param turns in the order of the file
 * @param asRead the file as it was read; empty for one that was made
 */
public record Transcript(
    String name, String language, Timebase grid, List<Turn> turns, Optional<AsRead> asRead) {
  public Transcript {
    turns = List.copyOf(turns);
  }

  /**
   * The file that a transcript was read from.
   *
   * @param format the name of the format
   * @param turns what was read
   * @param bytes all of it
   */
  public record AsRead(String format, List<Turn> turns, List<byte[]> bytes) {}

  /** A transcript that was made here. */
  public static Transcript made(String name, String language, Timebase grid, List<Turn> turns) {
    return new Transcript(name, language, grid, turns, Optional.empty());
  }

  /** All words. */
  public Stream<Word> words() {
    return turns.stream().flatMap(turn -> turn.words().stream());
  }

  /** Who speaks, in the order in which they do first. */
  public Set<String> speakers() {
    var speakers = new LinkedHashSet<String>();
    turns.stream().map(Turn::speaker).filter(name -> !name.isEmpty()).forEach(speakers::add);
    return speakers;
  }

  /** This by another name. */
  public Transcript withName(String newName) {
    return new Transcript(newName, language, grid, turns, asRead);
  }

  /** This in a language. */
  public Transcript withLanguage(String newLanguage) {
    return new Transcript(name, newLanguage, grid, turns, asRead);
  }

  /** This with other passages. */
  public Transcript withTurns(List<Turn> newTurns) {
    return newTurns.equals(turns) ? this : new Transcript(name, language, grid, newTurns, asRead);
  }

  /** This with each moment changed. */
  public Transcript withTimes(UnaryOperator<Rational> change) {
    return withTurns(
        turns.stream()
            .map(turn ->
                new Turn(
                    turn.speaker(),
                    turn.span().map(change),
                    turn.words().stream()
                        .map(word -> word.withSpan(word.span().map(span -> span.map(change))))
                        .toList()))
            .toList());
  }

  /**
   * Where words stand one after another, case and punctuation apart.
   *
   * @return from the first word's moment to the last one's end; that of the passage where the words
   *     have none
   */
  public List<Span> find(String words) {
    List<String> wanted = Stream.of(words.strip().split("\\s+", -1)).map(Letters::bare).toList();
    var found = new ArrayList<Span>();
    for (Turn turn : turns) {
      List<String> bare = turn.words().stream().map(word -> Letters.bare(word.text())).toList();
      for (int i = 0; i + wanted.size() <= bare.size(); i++) {
        if (bare.subList(i, i + wanted.size()).equals(wanted)) {
          Span first = turn.words().get(i).span().orElse(turn.span());
          Span last = turn.words().get(i + wanted.size() - 1).span().orElse(turn.span());
          found.add(new Span(first.start(), last.end()));
        }
      }
    }
    return List.copyOf(found);
  }
}
