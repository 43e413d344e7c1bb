package org.oddlot.caption;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.oddlot.time.Rational;

/** Lines are set as somebody set them who knows the language: in 92 of 100 captions at least. */
class BrokenByHandTest {
  private static final int WIDE = 37;

  @Test
  void linesAreBrokenAsByHand() throws IOException {
    var other = new ArrayList<String>();
    List<String> all = captions();
    for (String each : all) {
      String language = each.substring(0, 2);
      String joint = language.equals("ja") ? "" : " ";
      List<String> ways = List.of(each.substring(4).split(" // ", -1));
      String line = ways.getFirst().replace(" / ", joint);
      String set =
          new LineBreaker(language, List.of())
              .lines(line, WIDE, 2)
              .map(ends ->
                  LineBreaker.broken(CaptionText.of(line), ends).plain().replace("\n", " / "))
              .orElse(line);
      if (!ways.contains(set)) {
        other.add(each + "   is set as   " + set);
      }
    }
    assertThat(all).hasSize(100);
    assertThat(other).as(String.join("\n", other)).hasSizeLessThanOrEqualTo(8);
  }

  /** What a guideline says of words goes before what is usual. */
  @Test
  void ownWordsAreHeeded() {
    String line = "The keeper of the old light was never seen again";
    var plain = new LineBreaker("en", List.of());
    assertThat(broken(plain, line)).isEqualTo("The keeper of the old|light was never seen again");
    var own =
        new Guideline(
            "own",
            "Own",
            WIDE,
            2,
            Rational.of(17),
            Rational.ONE,
            Rational.of(7),
            2,
            3,
            false,
            List.of("was"),
            List.of("old"));
    assertThat(broken(plain.heeding(own), line))
        .isEqualTo("The keeper of the old light|was never seen again");
  }

  private static String broken(LineBreaker breaker, String line) {
    List<Integer> ends = breaker.lines(line, WIDE, 2).orElseThrow();
    return LineBreaker.broken(CaptionText.of(line), ends).plain().replace('\n', '|');
  }

  private static List<String> captions() throws IOException {
    try (var in = BrokenByHandTest.class.getResourceAsStream("lines-broken-by-hand.txt")) {
      String text = new String(Objects.requireNonNull(in).readAllBytes(), StandardCharsets.UTF_8);
      return text.lines().filter(line -> !line.startsWith("#")).toList();
    }
  }
}
