package org.oddlot.pass.names;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.apache.commons.text.similarity.LevenshteinDistance;
import org.jspecify.annotations.Nullable;
import org.oddlot.caption.Letters;
import org.oddlot.caption.NameList;

/** The names of a lot, found by how they are spelled and how they sound. */
final class Terms {
  /** How many letters have to be put in, left out, or changed (Levenshtein 1966). */
  private static final LevenshteinDistance LETTERS = LevenshteinDistance.getDefaultInstance();

  private final Map<String, String> bySpelling = new LinkedHashMap<>();
  private final Map<String, String> byFolded = new HashMap<>();
  private final Map<String, String> byHeard = new HashMap<>();
  private final Map<String, String> elsewhere = new HashMap<>();
  private static final int MOST_ALIKE = 200;

  private final Map<String, Set<String>> bySound = new HashMap<>();
  private int longest = 1;

  private @Nullable TermTrie trie;
  private @Nullable NearSpellings spellings;

  /** How likely it is that words are a name that was misheard. */
  enum Kind {
    /** Somebody wrote down that the name is heard so. */
    KNOWN("is in the list as heard so"),
    /** It was heard so at other places, where another text has the name. */
    ELSEWHERE("was misheard for this name elsewhere"),
    /** Only accents differ. */
    ACCENT("differs by accents"),
    /** Only capitals differ. */
    CAPITAL("differs by capitals"),
    /** It sounds alike. */
    SOUND("sounds alike"),
    /** It is spelled almost alike. */
    SPELLING("is spelled almost alike"),
    /** Another text has the name there, and it is a little like it. */
    INSTEAD("stands where another text has the name");

    private final String words;

    Kind(String words) {
      this.words = words;
    }

    String words() {
      return words;
    }
  }

  /**
   * A name that words may be.
   *
   * @param term the name
   * @param kind why
   * @param distance how many letters in a hundred are otherwise
   */
  record Guess(String term, Kind kind, int distance) {
    static Guess of(String term, Kind kind, int distance, int letters) {
      return new Guess(term, kind, distance * 100 / Math.max(1, letters));
    }

    boolean isBetterThan(Guess other) {
      return kind != other.kind ? kind.compareTo(other.kind) < 0 : distance < other.distance;
    }
  }

  /**
   * The names of these lists.
   *
   * @param learned what was heard and what it is, beside the lists
   */
  Terms(List<NameList> lists, Map<String, String> learned) {
    for (NameList list : lists) {
      for (NameList.Term term : list.terms()) {
        add(term.text());
        term.heardAs().forEach(heard -> heard(heard, term.text()));
      }
    }
    learned.forEach((heard, right) -> {
      add(right);
      heard(heard, right);
    });
  }

  private void add(String term) {
    if (bySpelling.putIfAbsent(key(term), term) == null) {
      byFolded.putIfAbsent(Letters.folded(key(term)), term);
      longest = Math.max(longest, term.split("\\s+", -1).length);
      Sounds.keys(term)
          .forEach(key -> bySound.computeIfAbsent(key, _ -> new LinkedHashSet<>()).add(term));
    }
  }

  private void heard(String heard, String term) {
    byHeard.putIfAbsent(key(heard), term);
    longest = Math.max(longest, heard.split("\\s+", -1).length);
  }

  /** Takes note that words are a name at some places. */
  void heardElsewhere(String heard, String right) {
    String key = key(heard);
    if (!byHeard.containsKey(key)) {
      elsewhere.putIfAbsent(key, right);
      longest = Math.max(longest, heard.split("\\s+", -1).length);
    }
  }

  private static String key(String words) {
    var key = new ArrayList<String>();
    Tokens.of(words).forEach(token -> key.add(token.bare()));
    return String.join(" ", key);
  }

  boolean isEmpty() {
    return bySpelling.isEmpty();
  }

  /** The names that stand in a text, be it within a word. */
  Set<String> in(String text) {
    TermTrie its = trie;
    if (its == null) {
      its = new TermTrie(bySpelling.values());
      trie = its;
    }
    return its.in(text);
  }

  private NearSpellings spellings() {
    NearSpellings its = spellings;
    if (its == null) {
      its = new NearSpellings(bySpelling.values());
      spellings = its;
    }
    return its;
  }

  /** How many words a misheard name may be at the most. */
  int longest() {
    return longest + 1;
  }

  /** Whether words are a name as it is spelled; case is not heeded at the start of a sentence. */
  boolean isRight(String words) {
    String term = bySpelling.get(key(words));
    return term != null && (term.equals(words) || isPossessive(words, term));
  }

  private static boolean isPossessive(String words, String term) {
    return words.startsWith(term) && words.substring(term.length()).matches("['’]s?");
  }

  /**
   * The name that some words may be.
   *
   * @param nearby names that other texts have at that time
   */
  Optional<Guess> guess(
      String words, List<Tokens> tokens, boolean startsSentence, Set<String> nearby) {
    String key = key(words);
    String known = byHeard.get(key);
    if (known != null && !known.equals(words)) {
      return Optional.of(new Guess(known, Kind.KNOWN, 0));
    }
    String other = elsewhere.get(key);
    if (other != null) {
      return Optional.of(new Guess(other, Kind.ELSEWHERE, 0));
    }
    String same = bySpelling.get(key);
    if (same != null) {
      return capital(words, same, startsSentence);
    }
    String accented = byFolded.get(Letters.folded(key));
    if (accented != null) {
      return Optional.of(new Guess(accented, Kind.ACCENT, 0));
    }
    return alike(words, tokens, nearby);
  }

  /** A name in small letters; one that begins a sentence, or is shouted, is none of that. */
  private static Optional<Guess> capital(String words, String term, boolean startsSentence) {
    boolean shouted = words.equals(words.toUpperCase(java.util.Locale.ROOT));
    boolean capitalOnly =
        (startsSentence && words.substring(1).equals(term.substring(1))) || shouted;
    return words.equals(term) || capitalOnly || isPossessive(words, term)
        ? Optional.empty()
        : Optional.of(new Guess(term, Kind.CAPITAL, 0));
  }

  private Optional<Guess> alike(String words, List<Tokens> tokens, Set<String> nearby) {
    String letters = Sounds.letters(words);
    if (letters.length() < 4) {
      return Optional.empty();
    }
    boolean allCommon = tokens.stream().allMatch(token -> Sounds.isCommon(token.bare()));
    boolean allCapital = tokens.stream().allMatch(Tokens::isCapital);
    if (allCommon && tokens.size() == 1 && !allCapital) {
      return Optional.empty();
    }
    Guess best = null;
    var sounding = new LinkedHashSet<String>();
    for (String key : Sounds.keys(words)) {
      Set<String> alike = bySound.getOrDefault(key, Set.of());
      // Where hundreds of names sound alike, the sound says nothing.
      if (alike.size() <= MOST_ALIKE) {
        sounding.addAll(alike);
      }
    }
    for (String term : sounding) {
      String its = Sounds.letters(term);
      int distance = LETTERS.apply(letters, its);
      // Short words sound like many others: they have to be spelled alike as well, common ones
      // and those in small letters most of all.
      int most =
          allCommon
              ? 1
              : allCapital || nearby.contains(term)
                  ? Math.max(letters.length(), its.length()) / 2
                  : its.length() < 5 ? 0 : Math.max(letters.length(), its.length()) / 3;
      if (distance <= most) {
        best = better(best, Guess.of(term, Kind.SOUND, distance, its.length()));
      }
    }
    if (allCapital) {
      for (String term : spellings().near(letters)) {
        String its = Sounds.letters(term);
        int distance = LETTERS.apply(letters, its);
        if (distance <= NearSpellings.most(its.length())) {
          best = better(best, Guess.of(term, Kind.SPELLING, distance, its.length()));
        }
      }
    }
    if (best == null && tokens.stream().anyMatch(Tokens::isCapital)) {
      for (String term : nearby) {
        String its = Sounds.letters(term);
        int distance = LETTERS.apply(letters, its);
        if (distance * 2 <= Math.max(its.length(), letters.length())) {
          best = better(best, Guess.of(term, Kind.INSTEAD, distance, its.length()));
        }
      }
    }
    return Optional.ofNullable(best);
  }

  private static Guess better(@Nullable Guess one, Guess other) {
    return one == null || other.isBetterThan(one) ? other : one;
  }
}
