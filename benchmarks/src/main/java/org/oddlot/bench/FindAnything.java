package org.oddlot.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Random;
import java.util.function.Supplier;
import org.oddlot.find.FindIndex;
import org.oddlot.find.Found;
import org.oddlot.find.KeptIndexes;
import org.oddlot.find.Passage;
import org.oddlot.find.Question;
import org.oddlot.progress.Progress;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;

/**
 * Times the index of Find: {@code FindAnything [CLIPS] [WORDS]}, 100,000 clips with a million words
 * of notes unless said otherwise. How long it takes to be built, what memory it takes, and how long
 * questions take, beside a plain scan for the same letters. A question is timed with all that is
 * shown of its answer, counts included.
 */
public final class FindAnything {
  private static final int RUNS = 21;

  private FindAnything() {}

  /** Runs the benchmark. */
  public static void main(String[] arguments) {
    int clips = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 100_000;
    int words = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 1_000_000;
    List<Passage> passages = passages(clips, words);
    long start = System.nanoTime();
    FindIndex index = FindIndex.of(passages, KeptIndexes.none(), Progress.NONE);
    System.out.print(
        Phrase.of(
            "%,d passages of %,d clips, %,d words: built in %.2f s, %s of memory%n",
            passages.size(),
            clips,
            words,
            (System.nanoTime() - start) / 1e9,
            Phrase.size(index.bytes())));
    // The first of these builds and keeps it, where it was not kept before.
    FindIndex.of(passages, KeptIndexes.ofUser(), Progress.NONE);
    start = System.nanoTime();
    FindIndex.of(passages, KeptIndexes.ofUser(), Progress.NONE);
    System.out.print(
        Phrase.of("  kept on disk, it is there in %.2f s%n", (System.nanoTime() - start) / 1e9));
    String rare = passages.get(clips / 2 * 3 + 2).text().split(" ", -1)[0];
    for (String typed :
        List.of(
            rare,
            rare.substring(0, 3),
            rare.charAt(1) + rare.substring(0, 1) + rare.substring(2) + " ",
            '"' + rare + '"',
            "scene",
            rare + " -scene")) {
      Question question = Question.parse(typed);
      int hits = Found.in(index, List.of(question), List.of()).hits().size();
      double first = milliseconds(() -> index.find(question));
      double all = milliseconds(() -> Found.in(index, List.of(question), List.of()));
      String letters = typed.replace("\"", "").strip().toLowerCase(Locale.ROOT);
      double scan =
          milliseconds(() ->
              passages.stream()
                  .filter(its -> its.text().toLowerCase(Locale.ROOT).contains(letters))
                  .count());
      System.out.print(
          Phrase.of(
              "  %-16s %,9d hits  %7.2f ms, with counts %7.2f ms; plain scan %7.2f ms%n",
              typed, hits, first, all, scan));
    }
  }

  private static double milliseconds(Supplier<?> work) {
    var times = new double[RUNS];
    for (int i = 0; i < RUNS; i++) {
      long start = System.nanoTime();
      Objects.requireNonNull(work.get());
      times[i] = (System.nanoTime() - start) / 1e6;
    }
    Arrays.sort(times);
    return times[RUNS / 2];
  }

  private static List<Passage> passages(int clips, int words) {
    var random = new Random(29);
    var vocabulary = new ArrayList<String>();
    for (int i = 0; i < 30_000; i++) {
      var word = new StringBuilder();
      for (int j = 3 + random.nextInt(8); j > 0; j--) {
        word.append((char) ('a' + random.nextInt(26)));
      }
      vocabulary.add(word.toString());
    }
    var minute = Optional.of(new Passage.Stretch(Rational.ZERO, Rational.of(60)));
    var passages = new ArrayList<Passage>(clips * 3);
    for (int i = 0; i < clips; i++) {
      String clip = Phrase.of("A%03dC%04d", i / 1000, i % 1000);
      passages.add(passage(clip, "name", clip, Optional.empty()));
      passages.add(passage(clip, "scene", "Scene " + i / 40, Optional.empty()));
      var text = new StringBuilder();
      for (int j = words / clips; j > 0; j--) {
        // Few words are frequent, as in language.
        double part = random.nextDouble();
        text.append(vocabulary.get((int) (part * part * part * vocabulary.size()))).append(' ');
      }
      passages.add(passage(clip, "notes", text.toString().strip(), minute));
    }
    return passages;
  }

  private static Passage passage(
      String clip, String field, String text, Optional<Passage.Stretch> stretch) {
    return new Passage(clip, clip, field, text, stretch, "", "", "en", Optional.empty());
  }
}
