package org.oddlot.find;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/**
 * What is looked for, step by step, kept under a name: what it finds becomes a string-out.
 *
 * @param name what people call it
 * @param words what was typed, each within what the one before found
 * @param where what things have to have
 */
public record Search(String name, List<String> words, List<Found.Where> where) {
  private static final String WORD = "found";
  private static final String WORDS = "words ";
  private static final String WHERE = "where ";

  public Search {
    words = List.copyOf(words);
    where = List.copyOf(where);
  }

  /** One that is called by what it looks for. */
  public static Search of(List<String> words, List<Found.Where> where) {
    List<String> said = words.stream().map(String::strip).filter(its -> !its.isEmpty()).toList();
    String name =
        String.join(
            ", ",
            Stream.concat(
                    said.stream(), where.stream().map(each -> each.field() + " " + each.value()))
                .toList());
    return new Search(name, said, where);
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
    for (String step : written.subList(2, written.size())) {
      if (step.startsWith(WORDS)) {
        words.add(step.substring(WORDS.length()).strip());
      } else if (step.startsWith(WHERE)) {
        where.add(Found.Where.parse(step.substring(WHERE.length())));
      } else {
        throw new IllegalArgumentException(
            "\"" + step + "\" is no step of a search; it begins with \"words\" or \"where\"");
      }
    }
    return new Search(written.get(1).strip(), words, where);
  }

  /** What it looks for, each within what the one before found. */
  public List<Question> questions() {
    // A word that is kept is whole.
    return words.stream().map(its -> Question.parse(its + " ")).toList();
  }
}
