package org.oddlot.find;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;

/**
 * What is looked for, step by step, kept under a name, and what becomes of what it finds.
 *
 * @param name what people call it
 * @param words what was typed, each within what the one before found
 * @param where what things have to have
 * @param becomes what becomes of it
 */
public record Search(String name, List<String> words, List<Found.Where> where, Becomes becomes) {
  /** What can become of what is found. */
  public enum Becomes {
    /** A timeline, one piece behind another. */
    STRING_OUT("string-out"),
    /** A bin with the pieces as clips. */
    BIN("bin"),
    /** A keyword on the pieces. */
    KEYWORD("keyword");

    private final String word;

    Becomes(String word) {
      this.word = word;
    }

    /** As documents and people have it. */
    public String word() {
      return word;
    }

    static Becomes of(String word) {
      return Arrays.stream(values())
          .filter(each -> each.word.equals(word))
          .findFirst()
          .orElseThrow(() ->
              new IllegalArgumentException(
                  "\""
                      + word
                      + "\" is nothing that it can become; it is string-out, bin or"
                      + " keyword"));
    }
  }

  private static final String WORD = "found";
  private static final String WORDS = "words ";
  private static final String WHERE = "where ";
  private static final String AS = "as ";

  public Search {
    words = List.copyOf(words);
    where = List.copyOf(where);
  }

  /** One that is called by what it looks for. */
  public static Search of(List<String> words, List<Found.Where> where, Becomes becomes) {
    List<String> said = words.stream().map(String::strip).filter(its -> !its.isEmpty()).toList();
    String name =
        String.join(
            ", ",
            Stream.concat(
                    said.stream(), where.stream().map(each -> each.field() + " " + each.value()))
                .toList());
    return new Search(name, said, where, becomes);
  }

  /** Whether it looks for nothing, so that it would find everything. */
  public boolean isEmpty() {
    return words.isEmpty() && where.isEmpty();
  }

  /** As instructions have it: {@code found}, the name, the steps. */
  public List<String> written() {
    var written = new ArrayList<>(List.of(WORD, name));
    words.forEach(its -> written.add(WORDS + its));
    where.forEach(its -> written.add(WHERE + its.field() + "=" + its.value()));
    if (becomes != Becomes.STRING_OUT) {
      written.add(AS + becomes.word);
    }
    return written;
  }

  /**
   * What an instruction says.
   *
   * @throws IllegalArgumentException if it says no search; the message says why
   */
  public static Search parse(List<String> written) {
    if (written.size() < 3 || !written.getFirst().equals(WORD) || written.get(1).isBlank()) {
      throw new IllegalArgumentException(
          "it takes \"found\", a name, and \"words …\" or \"where FIELD=VALUE\"");
    }
    var words = new ArrayList<String>();
    var where = new ArrayList<Found.Where>();
    Becomes becomes = Becomes.STRING_OUT;
    for (String step : written.subList(2, written.size())) {
      if (step.startsWith(WORDS)) {
        words.add(step.substring(WORDS.length()).strip());
      } else if (step.startsWith(WHERE)) {
        where.add(Found.Where.parse(step.substring(WHERE.length())));
      } else if (step.startsWith(AS)) {
        becomes = Becomes.of(step.substring(AS.length()).strip());
      } else {
        throw new IllegalArgumentException(
            "\""
                + step
                + "\" is no step of a search; it begins with \"words\", \"where\" or \"as\"");
      }
    }
    return new Search(written.get(1).strip(), words, where, becomes);
  }

  /** What it looks for, each within what the one before found. */
  public List<Question> questions() {
    // A word that is kept is whole.
    return words.stream().map(its -> Question.parse(its + " ")).toList();
  }
}
