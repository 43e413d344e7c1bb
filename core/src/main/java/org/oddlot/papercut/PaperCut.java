package org.oddlot.papercut;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What should be said, in which order.
 *
 * @param name what its timeline is called
 * @param entries passages as {@link Passage#written()} has them, or {@linkplain Numbers numbers} of
 *     the page
 */
public record PaperCut(String name, List<String> entries) {
  private static final String WORD = "cut";

  public PaperCut {
    entries = List.copyOf(entries);
  }

  /** What it is made of: passages as they are marked. */
  public static PaperCut of(String name, List<Marked> passages) {
    return new PaperCut(name, passages.stream().map(marked -> marked.passage().written()).toList());
  }

  /** As instructions have it: {@code cut}, the name, the entries. */
  public List<String> written() {
    return Stream.concat(Stream.of(WORD, name), entries.stream()).toList();
  }

  /**
   * What an instruction says.
   *
   * @throws IllegalArgumentException if it says no paper cut; the message says why
   */
  public static PaperCut parse(List<String> words) {
    if (words.size() < 2 || !words.getFirst().equals(WORD) || words.get(1).isBlank()) {
      throw new IllegalArgumentException("it takes \"cut\", a name, and passages or numbers");
    }
    List<String> entries = words.subList(2, words.size());
    for (String entry : entries) {
      if (Passage.parse(entry).isEmpty()) {
        Numbers.problem(entry)
            .ifPresent(problem -> {
              throw new IllegalArgumentException(problem);
            });
      }
    }
    return new PaperCut(words.get(1).strip(), entries);
  }

  /**
   * What of it is to be found.
   *
   * @param passages in the order of the cut
   * @param lost entries that are not to be found, each with why
   */
  public record Resolved(List<Marked> passages, List<String> lost) {
    public Resolved {
      passages = List.copyOf(passages);
      lost = List.copyOf(lost);
    }
  }

  /** Its passages as they are now. */
  public Resolved in(Ties ties, Page page) {
    var passages = new ArrayList<Marked>();
    var lost = new ArrayList<String>();
    for (String entry : entries) {
      Optional<Passage> passage = Passage.parse(entry);
      if (passage.isPresent()) {
        FoundAgain.in(ties, passage.get())
            .ifPresentOrElse(
                passages::add,
                () -> lost.add("“" + passage.get().text() + "” is not there any more"));
        continue;
      }
      try {
        passages.addAll(Numbers.parse(entry, page));
      } catch (IllegalArgumentException e) {
        lost.add(String.valueOf(e.getMessage()));
      }
    }
    return new Resolved(passages, lost);
  }
}
