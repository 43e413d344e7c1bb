package org.oddlot.pass.names;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.apache.commons.text.similarity.LevenshteinDistance;
import org.jspecify.annotations.Nullable;
import org.oddlot.caption.Letters;
import org.oddlot.caption.Lexicon;
import org.oddlot.caption.NameList;

/** The names of a lot, found by how they are spelled and how they sound. */
final class Terms {
  /** How many letters have to be put in, left out, or changed (Levenshtein 1966). */
  private static final LevenshteinDistance LETTERS = LevenshteinDistance.getDefaultInstance();

  private final Map<String, String> bySpelling = new LinkedHashMap<>();
  private final Map<String, String> byFolded = new HashMap<>();
  private final Map<String, String> byHeard = new HashMap<>();
  private final Map<String, String> elsewhere = new HashMap<>();

  /** The name that a form of it is one of. */
  private final Map<String, String> baseOf = new HashMap<>();

  private final Map<String, Set<String>> languagesOf = new HashMap<>();

  /** What is right as it stands, whatever it is like. */
  private final Set<String> notNames = new HashSet<>();

  private final Inflections inflections;
  private static final int MOST_ALIKE = 200;

  /** How much further than its name a form is, in letters of a hundred. */
  private static final int FORM = 5;

  /** How many letters more a word may have in which a name of four letters or more stands. */
  private static final int LONGEST_ENDING = 4;

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
    /** Whether it was said of the words themselves, and is not a likeness. */
    boolean isKnown() {
      return kind == Kind.KNOWN || kind == Kind.ELSEWHERE;
    }

    boolean isBetterThan(Guess other) {
      int order = rank().compareTo(other.rank());
      if (order != 0) {
        return order < 0;
      }
      return distance != other.distance
          ? distance < other.distance
          : kind.compareTo(other.kind) < 0;
    }

    /** A likeness is as good as another; which is nearer decides between them. */
    private Kind rank() {
      return kind == Kind.SPELLING ? Kind.SOUND : kind;
    }
  }

  /**
   * What is known of a place at which words stand.
   *
   * @param nearby names that other texts have at that time, and this one has not
   * @param language of the text, as BCP 47 has it; empty if it is not known
   * @param known words of it that the language has
   */
  record Around(Set<String> nearby, String language, Lexicon.Known known) {
    private boolean isOrdinary(Tokens token) {
      return known.ordinary().contains(token.bare()) || Sounds.isCommon(token.bare());
    }

    /** Whether words are what the language has anyway, be they names. */
    boolean areWords(List<Tokens> tokens) {
      return tokens.stream()
          .allMatch(token -> known.all().contains(token.bare()) || isOrdinary(token));
    }

    /** Whether they are ordinary ones. */
    boolean areOrdinary(List<Tokens> tokens) {
      return tokens.stream().allMatch(this::isOrdinary);
    }

    /** The language whose forms of names it has. */
    String formsOf() {
      return Inflections.language(language);
    }

    /** Whether a capital says nothing: nouns have one, or a sentence begins. */
    boolean isAnyCapital(boolean startsSentence) {
      String its = Lexicon.language(language);
      return startsSentence || its.equals("de") || its.equals("lb");
    }
  }

  /**
   * The names of these lists.
   *
   * @param learned what was heard and what it is, beside the lists
   * @param right what is right as it stands, though it is like a name
   * @param languages of the texts, as BCP 47 has them: names have their forms in them
   */
  Terms(
      List<NameList> lists,
      Map<String, String> learned,
      Collection<String> right,
      Set<String> languages) {
    inflections = new Inflections(languages);
    right.forEach(words -> notNames.add(key(words)));
    for (NameList list : lists) {
      for (NameList.Term term : list.terms()) {
        add(term.text());
        term.heardAs().forEach(heard -> heard(heard, term.text()));
      }
    }
    learned.forEach((heard, name) -> {
      add(name);
      heard(heard, name);
    });
    addForms();
  }

  private void add(String term) {
    if (bySpelling.putIfAbsent(key(term), term) == null) {
      byFolded.putIfAbsent(Letters.folded(key(term)), term);
      longest = Math.max(longest, term.split("\\s+", -1).length);
      addSound(term);
    }
  }

  private void addSound(String term) {
    Sounds.keys(term)
        .forEach(key -> bySound.computeIfAbsent(key, _ -> new LinkedHashSet<>()).add(term));
  }

  /** The names in the forms that they have, behind all names as they are listed. */
  private void addForms() {
    for (String term : List.copyOf(bySpelling.values())) {
      inflections
          .of(term)
          .forEach((form, its) -> {
            if (bySpelling.putIfAbsent(key(form), form) == null) {
              byFolded.putIfAbsent(Letters.folded(key(form)), form);
              baseOf.put(form, term);
              languagesOf.put(form, its);
              addSound(form);
            }
          });
    }
  }

  /** The name as it is listed, of one of its forms or of itself. */
  String base(String term) {
    return baseOf.getOrDefault(term, term);
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

  private TermTrie trie() {
    TermTrie its = trie;
    if (its == null) {
      its = new TermTrie(bySpelling.values());
      trie = its;
    }
    return its;
  }

  /**
   * The names that stand in a text and how often, each under the spelling of its list: as words of
   * their own, with an ending, or, where letters are not words, anywhere.
   */
  Map<String, Integer> in(String text) {
    var ends = new HashMap<Integer, TermTrie.Place>();
    // Of those that begin at one letter the longest: a form has its name in it.
    for (TermTrie.Place place : trie().places(text)) {
      if (isApart(text, place)) {
        ends.merge(place.from(), place, (one, other) -> other.to() > one.to() ? other : one);
      }
    }
    var names = new HashMap<String, Integer>();
    ends.values().forEach(place -> names.merge(base(place.term()), 1, Integer::sum));
    return names;
  }

  private static boolean isApart(String text, TermTrie.Place place) {
    int first = text.codePointAt(place.from());
    if (!isAlphabetic(first)) {
      return true;
    }
    int end = place.to();
    while (end < text.length() && isAlphabetic(text.codePointAt(end))) {
      end++;
    }
    int more = end - place.to();
    boolean mayBeEnding = place.to() - place.from() >= LONGEST_ENDING && more <= LONGEST_ENDING;
    return (place.from() == 0 || !isAlphabetic(text.codePointBefore(place.from())))
        && (more == 0 || mayBeEnding);
  }

  /** Whether a letter is of a script that parts words by spaces and whose words have endings. */
  private static boolean isAlphabetic(int letter) {
    return Character.isLetter(letter)
        && !Character.isIdeographic(letter)
        && Character.getType(letter) != Character.OTHER_LETTER;
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

  /** Whether somebody said that words stay as they are; of a locked caption all its words. */
  boolean isLocked(String words) {
    return notNames.contains(key(words));
  }

  private static boolean isPossessive(String words, String term) {
    return words.startsWith(term) && words.substring(term.length()).matches("['’]s?");
  }

  /** The name that some words may be. */
  Optional<Guess> guess(String words, List<Tokens> tokens, boolean startsSentence, Around around) {
    String key = key(words);
    if (notNames.contains(key)) {
      return Optional.empty();
    }
    String known = byHeard.get(key);
    if (known != null && !known.equals(words)) {
      return Optional.of(new Guess(known, Kind.KNOWN, 0));
    }
    boolean areWords = around.areWords(tokens);
    String other = elsewhere.get(key);
    boolean isPlain = areWords && tokens.stream().noneMatch(Tokens::isCapital);
    if (other != null && (!isPlain || around.nearby().contains(base(other)))) {
      return Optional.of(new Guess(other, Kind.ELSEWHERE, 0));
    }
    String same = bySpelling.get(key);
    if (same != null) {
      boolean isJustAWord = tokens.size() == 1 && areWords && !around.nearby().contains(base(same));
      return isJustAWord ? Optional.empty() : capital(words, same, startsSentence);
    }
    String accented = byFolded.get(Letters.folded(key));
    boolean mayBeAccented =
        !isPlain || around.nearby().contains(base(Optional.ofNullable(accented).orElse("")));
    if (accented != null && mayBeAccented && mayStand(accented, words, around)) {
      return Optional.of(new Guess(accented, Kind.ACCENT, 0));
    }
    return alike(words, tokens, startsSentence, around);
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

  private Optional<Guess> alike(
      String words, List<Tokens> tokens, boolean startsSentence, Around around) {
    String letters = Sounds.letters(words);
    if (letters.length() < 4) {
      return Optional.empty();
    }
    boolean areWords = around.areWords(tokens);
    boolean allCapital = tokens.stream().allMatch(Tokens::isCapital);
    // A word that the language has is a misheard name only where something speaks for it: another
    // text, or a capital that it would not have by itself.
    boolean isPlain =
        areWords
            && (!allCapital || (around.areOrdinary(tokens) && around.isAnyCapital(startsSentence)));
    Guess best = null;
    for (String term : sounding(words)) {
      String its = Sounds.letters(term);
      int distance = LETTERS.apply(letters, its);
      boolean isNearby = around.nearby().contains(base(term));
      int longer = Math.max(letters.length(), its.length());
      // Short words sound like many others: they have to be spelled alike as well, common ones
      // and those in small letters most of all.
      int most =
          isNearby
              ? longer / 2
              : isPlain
                  ? its.length() < 5 || tokens.size() > 1 ? -1 : 1
                  : around.areOrdinary(tokens)
                      ? 1
                      : allCapital ? longer / 2 : its.length() < 5 ? 0 : longer / 3;
      if (distance <= most && mayStand(term, words, around)) {
        best = better(best, guess(term, Kind.SOUND, distance, its));
      }
    }
    if (allCapital) {
      for (String term : spellings().near(letters)) {
        String its = Sounds.letters(term);
        int distance = LETTERS.apply(letters, its);
        boolean mayBe = !isPlain || around.nearby().contains(base(term));
        if (mayBe
            && distance <= NearSpellings.most(its.length())
            && mayStand(term, words, around)) {
          best = better(best, guess(term, Kind.SPELLING, distance, its));
        }
      }
    }
    boolean hasCapital =
        tokens.stream().skip(areWords && startsSentence ? 1 : 0).anyMatch(Tokens::isCapital);
    if (best == null && hasCapital && !(isPlain && tokens.size() == 1)) {
      for (String term : around.nearby()) {
        String its = Sounds.letters(term);
        int distance = LETTERS.apply(letters, its);
        if (distance * 2 <= Math.max(its.length(), letters.length())
            && mayStand(term, words, around)) {
          best = better(best, guess(term, Kind.INSTEAD, distance, its));
        }
      }
    }
    return Optional.ofNullable(best);
  }

  /** Of a name and a form of it that are as near, the name: it is longer only by its ending. */
  private Guess guess(String term, Kind kind, int distance, String letters) {
    int share = distance * 100 / Math.max(1, letters.length());
    return new Guess(term, kind, share + (baseOf.containsKey(term) ? FORM : 0));
  }

  /** The names that sound like some words; none of the hundreds of a sound that says nothing. */
  private Set<String> sounding(String words) {
    var sounding = new LinkedHashSet<String>();
    for (String key : Sounds.keys(words)) {
      Set<String> alike = bySound.getOrDefault(key, Set.of());
      if (alike.size() <= MOST_ALIKE) {
        sounding.addAll(alike);
      }
    }
    return sounding;
  }

  /** Whether a text may have a name: it is of its script, and the form one of its language. */
  private boolean mayStand(String term, String words, Around around) {
    Set<String> its = languagesOf.getOrDefault(term, Set.of());
    boolean isOfLanguage =
        its.isEmpty() || around.language().isEmpty() || its.contains(around.formsOf());
    return isOfLanguage && isSameScript(words, term);
  }

  private static boolean isSameScript(String words, String term) {
    return Character.UnicodeScript.of(words.codePointAt(0))
        == Character.UnicodeScript.of(term.codePointAt(0));
  }

  private static Guess better(@Nullable Guess one, Guess other) {
    return one == null || other.isBetterThan(one) ? other : one;
  }
}
