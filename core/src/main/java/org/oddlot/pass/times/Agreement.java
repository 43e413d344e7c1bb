package org.oddlot.pass.times;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Letters;
import org.oddlot.caption.Span;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Turn;
import org.oddlot.caption.Word;
import org.oddlot.time.Rational;

/**
 * When the same is said in two texts: moments of three words in a row that each of them has once,
 * and how the times of one become those of the other.
 */
final class Agreement {
  private static final int WORDS = 3;

  /** Moments that agree this well are the same; captions begin a little before the words. */
  private static final double NEAR = 0.7;

  private Agreement() {}

  /**
   * How times of one text become those of another.
   *
   * @param stretch what they are multiplied with
   * @param shift seconds that are added then
   * @param agreeing how many moments agree then
   * @param compared of how many
   */
  record Found(Rational stretch, Rational shift, int agreeing, int compared) {}

  /** The moments of a text: groups of words that stand in it once, and when. */
  static Map<String, Rational> moments(Captions captions) {
    var moments = new HashMap<String, Rational>();
    var twice = new ArrayList<String>();
    captions
        .captions()
        .forEach(caption -> {
          String[] words = caption.text().plain().strip().split("\\s+", -1);
          Rational length = caption.span().length();
          for (int i = 0; i + WORDS <= words.length; i++) {
            put(
                moments,
                twice,
                key(Arrays.asList(words).subList(i, i + WORDS)),
                caption.start().plus(length.times(Rational.of(i, words.length))));
          }
        });
    twice.forEach(moments::remove);
    return moments;
  }

  static Map<String, Rational> moments(Transcript transcript) {
    var moments = new HashMap<String, Rational>();
    var twice = new ArrayList<String>();
    for (Turn turn : transcript.turns()) {
      List<Word> words = turn.words();
      Rational length = turn.span().length();
      for (int i = 0; i + WORDS <= words.size(); i++) {
        Optional<Span> span = words.get(i).span();
        Rational at =
            span.isPresent()
                ? span.get().start()
                : turn.span().start().plus(length.times(Rational.of(i, words.size())));
        put(moments, twice, key(words.subList(i, i + WORDS).stream().map(Word::text).toList()), at);
      }
    }
    twice.forEach(moments::remove);
    return moments;
  }

  private static String key(List<String> words) {
    var key = new StringBuilder();
    for (String word : words) {
      key.append(Letters.bare(word)).append(' ');
    }
    return key.toString();
  }

  private static void put(
      Map<String, Rational> moments, List<String> twice, String key, Rational at) {
    if (moments.putIfAbsent(key, at) != null) {
      twice.add(key);
    }
  }

  /** How {@code of} becomes {@code to}; empty where too little is said in both. */
  static Optional<Found> between(Map<String, Rational> of, Map<String, Rational> to) {
    var pairs = new ArrayList<double[]>();
    of.forEach((key, time) -> {
      Rational other = to.get(key);
      if (other != null) {
        pairs.add(new double[] {time.toDouble(), other.toDouble()});
      }
    });
    if (pairs.size() < 8) {
      return Optional.empty();
    }
    Found best = null;
    for (Rational stretch : Rates.all()) {
      double factor = stretch.toDouble();
      double[] shifts =
          pairs.stream().mapToDouble(pair -> pair[1] - pair[0] * factor).sorted().toArray();
      int from = 0;
      int most = 0;
      int at = 0;
      for (int i = 0; i < shifts.length; i++) {
        while (shifts[i] - shifts[from] > NEAR) {
          from++;
        }
        if (i - from + 1 > most) {
          most = i - from + 1;
          at = from + (i - from) / 2;
        }
      }
      if (best == null || most > best.agreeing) {
        best =
            new Found(
                stretch, Rational.of(Math.round(shifts[at] * 1000), 1000), most, pairs.size());
      }
    }
    return Optional.ofNullable(best).filter(found -> found.agreeing * 2 > found.compared);
  }
}
