package org.oddlot.pass.names;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Names letter by letter, so that all that stand in a text are found in one walk through it. */
final class TermTrie {
  private final Node root = new Node();

  private static final class Node {
    private final Map<Character, Node> next = new HashMap<>(2);
    private @Nullable String term;
  }

  TermTrie(Collection<String> terms) {
    for (String term : terms) {
      Node at = root;
      for (char letter : term.toLowerCase(Locale.ROOT).toCharArray()) {
        at = at.next.computeIfAbsent(letter, _ -> new Node());
      }
      at.term = at.term == null ? term : at.term;
    }
  }

  /**
   * A name where it stands.
   *
   * @param from its first letter
   * @param to behind its last
   */
  record Place(String term, int from, int to) {}

  /** The names that stand in {@code text}, be it within a word; case does not matter. */
  Set<String> in(String text) {
    return places(text).stream()
        .map(Place::term)
        .collect(Collectors.toCollection(LinkedHashSet::new));
  }

  /** Where they stand. */
  List<Place> places(String text) {
    String small = text.toLowerCase(Locale.ROOT);
    var found = new ArrayList<Place>();
    for (int from = 0; from < small.length(); from++) {
      Node at = root;
      for (int i = from; i < small.length(); i++) {
        at = at.next.get(small.charAt(i));
        if (at == null) {
          break;
        }
        if (at.term != null) {
          found.add(new Place(at.term, from, i + 1));
        }
      }
    }
    return found;
  }
}
