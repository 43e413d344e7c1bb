package org.oddlot.pass.names;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * Names by pieces of their letters, so that those that differ by one or two are found without going
 * through all: of a name that is cut into one piece more than letters may differ, one piece at
 * least stands in the word as it is, shifted by no more than that.
 */
final class NearSpellings {
  /** A piece that more names have tells nothing apart. */
  private static final int MOST_OF_PIECE = 200;

  private static final int MOST_LETTERS = 2;

  private final List<String> terms = new ArrayList<>();
  private final Map<String, List<Integer>> byPiece = new HashMap<>();

  NearSpellings(Collection<String> names) {
    for (String name : names) {
      String letters = Sounds.letters(name);
      int most = most(letters.length());
      for (int i = 0; i <= most && !letters.isEmpty(); i++) {
        String piece =
            letters.substring(begin(i, letters.length()), begin(i + 1, letters.length()));
        byPiece
            .computeIfAbsent(key(letters.length(), i, piece), _ -> new ArrayList<>(1))
            .add(terms.size());
      }
      terms.add(name);
    }
  }

  /** How many letters may differ in a name of so many. */
  static int most(int length) {
    return length >= 8 ? MOST_LETTERS : length >= 5 ? 1 : 0;
  }

  private static int begin(int piece, int length) {
    return piece * length / (most(length) + 1);
  }

  private static String key(int length, int piece, String letters) {
    return length + " " + piece + " " + letters;
  }

  /** The names that may be spelled like these letters, in their order. */
  List<String> near(String letters) {
    Set<Integer> near = new TreeSet<>();
    for (int length = letters.length() - MOST_LETTERS;
        length <= letters.length() + MOST_LETTERS;
        length++) {
      int most = most(length);
      if (length < 1 || Math.abs(length - letters.length()) > most) {
        continue;
      }
      for (int i = 0; i <= most; i++) {
        near.addAll(ofPiece(letters, length, i, most));
      }
    }
    return near.stream().map(terms::get).toList();
  }

  private Set<Integer> ofPiece(String letters, int length, int piece, int most) {
    int from = begin(piece, length);
    int size = begin(piece + 1, length) - from;
    var found = new HashSet<Integer>();
    for (int at = Math.max(0, from - most);
        at <= from + most && at + size <= letters.length();
        at++) {
      List<Integer> its =
          byPiece.getOrDefault(key(length, piece, letters.substring(at, at + size)), List.of());
      if (its.size() <= MOST_OF_PIECE) {
        found.addAll(its);
      }
    }
    return found;
  }
}
