package org.oddlot.find;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.oddlot.progress.Progress;
import org.oddlot.time.Rational;

class FindTest {
  /** Ordinary words; common practice, no source. */
  private static final List<String> WORDS =
      List.of(
          "harbour",
          "ferry",
          "captain",
          "lantern",
          "weather",
          "kitchen",
          "passenger",
          "evening",
          "engine",
          "morning",
          "Kvitholmen",
          "Skarvøy",
          "Tormod",
          "window",
          "mother",
          "silver",
          "journey",
          "winter",
          "letter",
          "museum",
          "shoulder",
          "question",
          "northern",
          "island",
          "bread",
          "rope",
          "ice",
          "été",
          "Straße",
          "naïve",
          "bell",
          "deck",
          "quay",
          "mate");

  static Passage passage(String about, String field, String text, int... stretch) {
    return new Passage(
        about,
        about,
        field,
        text,
        stretch.length == 0
            ? Optional.empty()
            : Optional.of(new Passage.Stretch(Rational.of(stretch[0]), Rational.of(stretch[1]))),
        stretch.length == 0 ? "" : "10:00:%02d:00".formatted(stretch[0]),
        "",
        "en",
        Optional.empty());
  }

  static FindIndex index(List<Passage> passages) {
    return FindIndex.of(passages, KeptIndexes.none(), Progress.NONE);
  }

  /** What is kept answers as what is new, and what is damaged is made again. */
  @Property(tries = 25)
  void whatIsKeptAnswersTheSame(@ForAll long seed) throws IOException {
    var chance = new Random(seed);
    var passages = new ArrayList<Passage>();
    for (int i = 0; i < 40; i++) {
      passages.add(
          passage(
              "c" + i,
              "note",
              WORDS.get(chance.nextInt(WORDS.size()))
                  + " "
                  + WORDS.get(chance.nextInt(WORDS.size()))));
    }
    Path folder = Files.createTempDirectory("kept");
    KeptIndexes kept = KeptIndexes.in(folder, 0);
    Question question = Question.parse(WORDS.get(chance.nextInt(WORDS.size())));
    List<Passage> expected = index(passages).find(question);
    assertThat(FindIndex.of(passages, kept, Progress.NONE).find(question)).isEqualTo(expected);
    Path file = kept.file(passages).orElseThrow();
    assertThat(kept.read(file)).isPresent();
    assertThat(FindIndex.of(passages, kept, Progress.NONE).find(question)).isEqualTo(expected);
    byte[] bytes = Files.readAllBytes(file);
    bytes[chance.nextInt(bytes.length)] ^= (byte) (1 + chance.nextInt(255));
    Files.write(file, chance.nextBoolean() ? bytes : Arrays.copyOf(bytes, bytes.length / 2));
    assertThat(kept.read(file)).isEmpty();
    assertThat(FindIndex.of(passages, kept, Progress.NONE).find(question)).isEqualTo(expected);
    // With other words it is another index; with few passages none is kept.
    assertThat(kept.file(passages.subList(1, 40)).orElseThrow()).isNotEqualTo(file);
    assertThat(KeptIndexes.in(folder, 41).file(passages)).isEmpty();
    Files.delete(file);
    Files.delete(folder);
  }

  private static List<String> found(FindIndex index, String words) {
    return index.find(Question.parse(words)).stream().map(Passage::text).toList();
  }

  private static String sentence(Random random, int words) {
    var sentence = new ArrayList<String>();
    for (int i = 0; i < words; i++) {
      String word = WORDS.get(random.nextInt(WORDS.size()));
      sentence.add(random.nextInt(9) == 0 ? word.toUpperCase(Locale.ROOT) : word);
    }
    return String.join(" ", sentence);
  }

  /** In quotes nothing is forgiven: what a plain scan finds is found, and nothing besides. */
  @Property(tries = 60)
  void inQuotesItFindsWhatAScanFinds(
      @ForAll @IntRange(min = 0) int seed, @ForAll @IntRange(min = 1, max = 3) int length) {
    var random = new Random(seed);
    var passages = new ArrayList<Passage>();
    for (int i = 0; i < 300; i++) {
      passages.add(passage("c" + i, "note", sentence(random, 1 + random.nextInt(9))));
    }
    FindIndex index = index(passages);
    String words = sentence(random, length).toLowerCase(Locale.ROOT);
    List<String> scanned =
        passages.stream()
            .map(Passage::text)
            .filter(text -> (" " + text.toLowerCase(Locale.ROOT) + " ").contains(" " + words + " "))
            .toList();
    assertThat(found(index, '"' + words + '"')).containsExactlyInAnyOrderElementsOf(scanned);
  }

  /** A word with a letter wrong, doubled, missing or swapped. */
  private static String mistyped(String word, Random random) {
    int at = 1 + random.nextInt(word.length() - 2);
    String left = word.substring(0, at);
    String right = word.substring(at);
    return switch (random.nextInt(4)) {
      case 0 -> left + (char) ('a' + random.nextInt(26)) + right.substring(1);
      case 1 -> left + right.charAt(0) + right;
      case 2 -> left + right.substring(1);
      default -> left + right.charAt(1) + right.charAt(0) + right.substring(2);
    };
  }

  @Test
  void whatIsMistypedIsFoundAmongTheFirstTen() {
    var random = new Random(29);
    var passages = new ArrayList<Passage>();
    for (int i = 0; i < 20_000; i++) {
      // Words that nobody knows, beside the ones that are looked for.
      var text = new StringBuilder();
      for (int j = 0; j < 8; j++) {
        for (int k = 3 + random.nextInt(8); k > 0; k--) {
          text.append((char) ('a' + random.nextInt(26)));
        }
        text.append(' ');
      }
      passages.add(passage("c" + i, "note", text.toString()));
    }
    List<String> looked =
        WORDS.stream().filter(word -> word.length() >= 5 && word.matches("[A-Za-z]+")).toList();
    looked.forEach(word -> passages.add(passage(word, "note", "the " + word + " of them")));
    FindIndex index = index(passages);
    int right = 0;
    int asked = 0;
    for (String word : looked) {
      for (int i = 0; i < 20; i++) {
        String wrong = mistyped(word, random);
        asked++;
        right +=
            found(index, wrong + " ").stream().limit(10).anyMatch(text -> text.contains(word))
                ? 1
                : 0;
      }
    }
    assertThat(right).isGreaterThan(asked * 95 / 100);
  }

  @Test
  void theSameWordComesBeforeOthersThatAreForgiven() {
    FindIndex index =
        index(
            List.of(
                passage("1", "note", "the bells are late"),
                passage("2", "note", "the belt is torn"),
                passage("3", "note", "the bell"),
                passage("4", "note", "Béll, he said"),
                passage("5", "note", "a dog")));
    assertThat(found(index, "bell "))
        .containsExactly("the bell", "Béll, he said", "the bells are late", "the belt is torn");
    assertThat(found(index, "bell -torn"))
        .containsExactly("the bell", "Béll, he said", "the bells are late");
    // While it is typed, a word may go on.
    assertThat(found(index, "to")).containsExactly("the belt is torn");
    // What is not to be there is not forgiven, but for accents.
    assertThat(found(index, "-bell -dog"))
        .containsExactly("the bells are late", "the belt is torn");
  }

  @Test
  void numbersAreNotForgiven() {
    FindIndex index =
        index(List.of(passage("1", "name", "A001C0012"), passage("2", "name", "A001C0013")));
    assertThat(found(index, "A001C0012 ")).containsExactly("A001C0012");
  }

  @Test
  void eachQuestionIsWithinTheOneBeforeAtTheSameMoment() {
    FindIndex index =
        index(
            List.of(
                passage("A001", "scene", "12A"),
                passage("A001", "keyword", "gulls", 10, 20),
                passage("A001", "transcript", "the ferry is late", 15, 18),
                passage("A001", "transcript", "the ferry is here", 30, 33),
                passage("A002", "transcript", "the ferry left", 15, 18)));
    Found found =
        Found.in(
            index,
            List.of(Question.parse("gulls"), Question.parse("ferry")),
            List.of(Found.Where.parse("scene=12a")));
    assertThat(found.hits()).extracting(Passage::text).containsExactly("the ferry is late");
    assertThat(found.counts())
        .isEqualTo(Map.of("scene", Map.of("12A", 1), "keyword", Map.of("gulls", 1)));
    assertThat(Found.in(index, List.of(), List.of(Found.Where.parse("scene=2"))).hits()).isEmpty();
    assertThatThrownBy(() -> Found.Where.parse("scene")).hasMessageContaining("FIELD=VALUE");
  }

  @Test
  void whateverIsTypedIsUnderstoodAsSomething() {
    for (String typed :
        Arrays.asList("", " ", "\"", "-", "--", "-\"", "\"\"", "AND OR", "*", "a:b", "(", "日本")) {
      assertThat(found(index(List.of(passage("1", "note", "a b 日本"))), typed)).isNotNull();
    }
    assertThat(found(index(List.of(passage("1", "note", "夜のフェリー"))), "夜")).hasSize(1);
  }
}
