package org.oddlot.pass.names;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Predicate;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Letters;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Turn;
import org.oddlot.material.InOrder;
import org.oddlot.time.Rational;

/** Looks for misheard names in captions and transcripts. */
final class Search {
  private static final int AROUND = 4;

  private final Terms terms;
  private final List<Witness> witnesses;
  private final Map<String, Integer> sameContext = new HashMap<>();

  /**
   * Words, what they may be, and where they stand.
   *
   * @param isDoubtful whether something speaks against it: it is a word of the language as it
   *     stands, or another text has it as well
   */
  record Found(Terms.Guess guess, Hit hit, String claim, boolean isDoubtful) {}

  /**
   * A text that says something at some time.
   *
   * @param name the file
   * @param at when
   * @param until until when
   * @param text what
   */
  record Witness(String name, double at, double until, String text) {
    /** Whether it is said at that time, for half of the shorter of both. */
    boolean isAt(double from, double to) {
      double shared = Math.min(until, to) - Math.max(at, from);
      return shared > 0 && 2 * shared >= Math.min(until - at, to - from);
    }

    /** Whether it has some words in the very same form, by themselves. */
    boolean says(String words) {
      for (int at = text.indexOf(words); at >= 0; at = text.indexOf(words, at + 1)) {
        int end = at + words.length();
        boolean begins = at == 0 || !Character.isLetter(text.codePointBefore(at));
        if (begins && (end == text.length() || !Character.isLetter(text.codePointAt(end)))) {
          return true;
        }
      }
      return false;
    }
  }

  /** Of more texts at one time each says less. */
  private static final int MOST_AT_ONCE = 50;

  private static final int MOST_LOOKED_AT = 2000;

  private final Map<Integer, Map<String, Integer>> termsOf = new HashMap<>();
  private final Map<FreeOf, Map<String, Integer>> freeOf = new HashMap<>();
  private final Words words;

  /** What a witness has and a file has not. */
  private record FreeOf(int witness, String file) {}

  Search(Terms terms, List<Witness> witnesses, Words words) {
    this.terms = terms;
    this.witnesses = witnesses;
    this.words = words;
  }

  static List<Witness> witnesses(List<Captions> captions, List<Transcript> transcripts) {
    var all = new ArrayList<Witness>();
    for (Captions each : captions) {
      for (Caption caption : each.captions()) {
        all.add(
            new Witness(
                each.name(),
                caption.start().toDouble(),
                caption.end().toDouble(),
                caption.text().inOneLine()));
      }
    }
    for (Transcript each : transcripts) {
      for (Turn turn : each.turns()) {
        all.add(
            new Witness(
                each.name(),
                turn.span().start().toDouble(),
                turn.span().end().toDouble(),
                turn.text()));
      }
    }
    all.sort(java.util.Comparator.comparingDouble(Witness::at));
    return all;
  }

  List<Found> in(Captions captions) {
    var found = new ArrayList<Found>();
    for (Caption caption : captions.captions()) {
      String text = caption.text().plain();
      double from = caption.start().toDouble();
      double to = caption.end().toDouble();
      for (Match match : matches(text, around(captions.name(), captions.language(), from, to))) {
        found(
                captions.name(),
                caption.id(),
                match,
                text,
                caption.start(),
                captions.grid().label(caption.start()),
                from,
                to)
            .ifPresent(found::add);
      }
    }
    return withoutDisputed(found);
  }

  List<Found> in(Transcript transcript) {
    var found = new ArrayList<Found>();
    int number = 0;
    for (Turn turn : transcript.turns()) {
      String text = turn.text();
      Terms.Around around =
          around(
              transcript.name(),
              transcript.language(),
              turn.span().start().toDouble(),
              turn.span().end().toDouble());
      for (Match match : matches(text, around)) {
        int word = (int) text.substring(0, match.from).chars().filter(c -> c == ' ').count();
        Rational at =
            word < turn.words().size()
                ? turn.words().get(word).span().orElse(turn.span()).start()
                : turn.span().start();
        found(
                transcript.name(),
                Integer.toString(number),
                match,
                text,
                at,
                transcript.grid().label(at),
                at.toDouble(),
                at.toDouble() + 0.8)
            .ifPresent(found::add);
      }
      number++;
    }
    return withoutDisputed(found);
  }

  private record Match(int from, int to, Terms.Guess guess, boolean areWords) {}

  /** Where names may be: of guesses that overlap, the best. */
  private List<Match> matches(String text, Terms.Around around) {
    if (terms.isLocked(text.strip().replaceAll("\\s+", " "))) {
      return List.of();
    }
    List<Tokens> tokens = Tokens.of(text);
    var all = new ArrayList<Match>();
    int[] right = new int[tokens.size()];
    for (int i = 0; i < tokens.size(); i++) {
      for (int length = 1; length <= Math.min(terms.longest(), tokens.size() - i); length++) {
        List<Tokens> its = tokens.subList(i, i + length);
        if (!areTogether(text, its)) {
          break;
        }
        int from = its.getFirst().from();
        int to = its.getLast().to();
        String words = text.substring(from, to).replaceAll("\\s+", " ");
        if (terms.isRight(words)) {
          java.util.Arrays.fill(right, i, i + length, length);
        } else {
          terms
              .guess(words, its, startsSentence(text, from), around)
              .ifPresent(guess -> all.add(new Match(from, to, guess, around.areWords(its))));
        }
      }
    }
    all.removeIf(match -> touchesRight(match, tokens, right));
    all.sort((one, other) ->
        one.guess.isBetterThan(other.guess)
            ? -1
            : other.guess.isBetterThan(one.guess)
                ? 1
                : Integer.compare(other.to - other.from, one.to - one.from));
    var chosen = new ArrayList<Match>();
    for (Match match : all) {
      boolean isFree =
          chosen.stream().noneMatch(other -> match.from < other.to && other.from < match.to);
      if (isFree) {
        chosen.add(match);
      }
    }
    chosen.sort(java.util.Comparator.comparingInt(Match::from));
    return chosen;
  }

  /**
   * Whether some of the words are a name as it is spelled: then they are not another one, but for
   * that of which they are a part.
   *
   * @param right of how many words the name is that each word belongs to; 0 for none
   */
  private static boolean touchesRight(Match match, List<Tokens> tokens, int[] right) {
    List<String> its = Tokens.of(match.guess.term()).stream().map(Tokens::bare).toList();
    for (int i = 0; i < tokens.size(); i++) {
      Tokens token = tokens.get(i);
      boolean isIn = token.from() < match.to && token.to() > match.from;
      boolean isBefore =
          token.to() < match.from
              && i + 1 < tokens.size()
              && tokens.get(i + 1).from() == match.from;
      boolean isPart = its.size() > right[i] && its.contains(token.bare());
      if (right[i] > 0 && ((isIn && !isPart) || (isBefore && isPart))) {
        return true;
      }
    }
    return false;
  }

  /** Whether nothing but spaces and a line end stands between words. */
  private static boolean areTogether(String text, List<Tokens> tokens) {
    for (int i = 0; i + 1 < tokens.size(); i++) {
      if (!text.substring(tokens.get(i).to(), tokens.get(i + 1).from()).isBlank()) {
        return false;
      }
    }
    return true;
  }

  private static boolean startsSentence(String text, int at) {
    String head = text.substring(0, at).stripTrailing();
    return head.isEmpty() || ".!?…-–—\"“«".indexOf(head.charAt(head.length() - 1)) >= 0;
  }

  /** What claims the name of another text more often than it stands there, is not said by it. */
  private List<Found> withoutDisputed(List<Found> found) {
    var claims = new HashMap<String, Integer>();
    found.forEach(each -> claims.merge(each.claim, 1, Integer::sum));
    return found.stream()
        .map(each -> {
          if (each.claim.isEmpty()) {
            return each;
          }
          int witness = Integer.parseInt(each.claim.split(" ", 2)[0]);
          boolean disputed =
              claims.getOrDefault(each.claim, 0)
                  > free(witness, each.hit.file()).getOrDefault(terms.base(each.guess.term()), 0);
          return disputed
              ? new Found(each.guess, each.hit.withWitness(""), "", each.isDoubtful)
              : each;
        })
        .toList();
  }

  /** Empty where it is a word of the language, and another text has the same there. */
  private Optional<Found> found(
      String file,
      String place,
      Match match,
      String text,
      Rational at,
      String label,
      double from,
      double to) {
    String before = lastWords(text.substring(0, match.from));
    String after = firstWords(text.substring(match.to));
    String heard = text.substring(match.from, match.to);
    String context =
        Letters.folded(
            lastWord(before) + "_" + heard.replaceAll("\\s+", "-") + "_" + firstWord(after));
    int number = sameContext.merge(file + context, 1, Integer::sum);
    int witness = witness(file, match.guess.term(), from, to);
    var hit =
        new Hit(
            file
                + "@"
                + context.replaceAll("[^\\p{L}\\p{N}_-]", "")
                + (number > 1 ? "#" + number : ""),
            file,
            place,
            match.from,
            match.to,
            heard.replace('\n', ' '),
            before,
            after,
            at,
            label,
            witness < 0 ? "" : witnesses.get(witness).name());
    boolean isSaidSo =
        witnessesAt(file, from, to).stream()
            .anyMatch(other -> witnesses.get(other).says(hit.heard()));
    boolean isKnown = match.guess.isKnown();
    boolean isOne = heard.chars().noneMatch(Character::isWhitespace);
    if (isSaidSo && match.areWords && isOne && !isKnown && witness < 0) {
      return Optional.empty();
    }
    return Optional.of(
        new Found(
            match.guess,
            hit,
            witness < 0 ? "" : witness + " " + terms.base(match.guess.term()) + " " + file,
            isKnown ? match.areWords && witness < 0 : isSaidSo || match.areWords));
  }

  private Terms.Around around(String file, String language, double from, double to) {
    var nearby = new LinkedHashSet<String>();
    for (int witness : witnessesAt(file, from, to)) {
      nearby.addAll(free(witness, file).keySet());
    }
    return new Terms.Around(nearby, language, words.of(file));
  }

  /** The names that another text has, as often as it has them and this one has not at that time. */
  private Map<String, Integer> free(int at, String file) {
    return freeOf.computeIfAbsent(new FreeOf(at, file), _ -> freeAnew(at, file));
  }

  private Map<String, Integer> freeAnew(int at, String file) {
    Map<String, Integer> has = termsOf(at);
    if (has.isEmpty()) {
      return has;
    }
    Witness witness = witnesses.get(at);
    var free = new TreeMap<>(has);
    for (int own : at(witness.at(), witness.until(), name -> name.equals(file))) {
      termsOf(own).forEach((term, times) -> free.merge(term, -times, Integer::sum));
    }
    free.values().removeIf(times -> times <= 0);
    return free;
  }

  private Map<String, Integer> termsOf(int witness) {
    return termsOf.computeIfAbsent(witness, at -> terms.in(witnesses.get(at).text()));
  }

  /** What stands or is said in other files at that time. */
  private List<Integer> witnessesAt(String file, double from, double to) {
    return at(from, to, name -> !name.equals(file));
  }

  private List<Integer> at(double from, double to, Predicate<String> file) {
    var all = new ArrayList<Integer>();
    int first = firstWitness(from);
    for (int i = first;
        i < witnesses.size()
            && witnesses.get(i).at() < to
            && i < first + MOST_LOOKED_AT
            && all.size() < MOST_AT_ONCE;
        i++) {
      Witness witness = witnesses.get(i);
      if (file.test(witness.name()) && witness.isAt(from, to)) {
        all.add(i);
      }
    }
    return all;
  }

  /** The first of those that may still go on: none stands for longer than a minute. */
  private int firstWitness(double from) {
    return InOrder.first(witnesses.size(), i -> witnesses.get(i).at() >= from - 60);
  }

  /** Another file in which the name stands at that time; −1 for none. */
  private int witness(String file, String term, double from, double to) {
    for (int witness : witnessesAt(file, from, to)) {
      if (free(witness, file).containsKey(terms.base(term))) {
        return witness;
      }
    }
    return -1;
  }

  private static String lastWords(String text) {
    String[] words = text.strip().split("\\s+", -1);
    int from = Math.max(0, words.length - AROUND);
    return String.join(" ", java.util.Arrays.copyOfRange(words, from, words.length));
  }

  private static String firstWords(String text) {
    String[] words = text.strip().split("\\s+", -1);
    return String.join(" ", java.util.Arrays.copyOf(words, Math.min(AROUND, words.length)));
  }

  private static String lastWord(String text) {
    return text.substring(text.lastIndexOf(' ') + 1);
  }

  private static String firstWord(String text) {
    int space = text.indexOf(' ');
    return space < 0 ? text : text.substring(0, space);
  }
}
