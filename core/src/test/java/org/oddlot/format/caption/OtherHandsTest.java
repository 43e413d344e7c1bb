package org.oddlot.format.caption;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.oddlot.caption.Captions;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;

/**
 * Caption files as other hands write them: each file has habits of its own, in how it spells times,
 * numbers, line ends and what it puts between. Times and words have to be read all the same, and
 * the file has to come back to the byte. Common practice, no source.
 */
class OtherHandsTest {
  private record Cue(long start, long end, List<String> lines) {
    String said() {
      return start + "-" + end + " " + String.join("\n", lines);
    }
  }

  private static List<Cue> cues(Random random) {
    var cues = new ArrayList<Cue>();
    long at = random.nextInt(3) * 3_600_000L;
    for (int i = 0; i < 1 + random.nextInt(20); i++) {
      at += 200 + random.nextInt(9000);
      long end = at + 500 + random.nextInt(5000);
      var lines = new ArrayList<String>();
      for (int line = 0; line <= random.nextInt(3); line++) {
        lines.add(LINES[random.nextInt(LINES.length)]);
      }
      cues.add(new Cue(at, end, lines));
      at = end;
    }
    return cues;
  }

  private static final String[] LINES = {
    "Not before the lamps are lit.",
    "– No.",
    "Ærøskøbing, 1924",
    "¿De verdad?",
    "“So quiet.”",
    "5 + 5 = 10",
    "Größe; a/b",
    "Πριν ανάψουν",
    "- Yes.",
    "...and then",
    "No. 12"
  };

  private static String clock(long millis, Random habits, boolean hours, char point) {
    String digits = habits.nextBoolean() ? "%02d" : "%d";
    String clock =
        String.format(
            Locale.ROOT,
            (hours || millis >= 3_600_000 ? digits + ":" : "%s") + "%02d:%02d%c%03d",
            hours || millis >= 3_600_000 ? (Object) (millis / 3_600_000) : "",
            millis / 60_000 % 60,
            millis / 1000 % 60,
            point,
            millis % 1000);
    return habits.nextInt(6) == 0 ? clock + " " : clock;
  }

  @Property(tries = 300)
  void subRip(@ForAll long seed) {
    var random = new Random(seed);
    List<Cue> cues = cues(random);
    long habit = random.nextLong();
    String end = List.of("\n", "\r\n", "\r").get(random.nextInt(3));
    char point = random.nextBoolean() ? ',' : '.';
    boolean hours = random.nextInt(3) > 0;
    String arrow = List.of(" --> ", "-->", " -> ", " → ", " ---> ").get(random.nextInt(5));
    int numbers = random.nextInt(3);
    var text = new StringBuilder(random.nextInt(4) == 0 ? "\uFEFF" : "");
    for (int i = 0; i < cues.size(); i++) {
      Cue cue = cues.get(i);
      if (numbers > 0) {
        text.append(numbers == 1 ? i + 1 : 1000 + 10 * i).append(end);
      }
      text.append(clock(cue.start, new Random(habit), hours, point))
          .append(arrow)
          .append(clock(cue.end, new Random(habit), hours, point))
          .append(random.nextInt(5) == 0 ? "  X1:100 X2:600" : "")
          .append(end)
          .append(String.join(end, cue.lines));
      boolean isLast = i + 1 == cues.size();
      text.append(isLast && random.nextBoolean() ? "" : end + end.repeat(1 + random.nextInt(2)));
    }
    assertRead(new SubRip(), text.toString(), cues);
  }

  @Property(tries = 300)
  void webVtt(@ForAll long seed) {
    var random = new Random(seed);
    List<Cue> cues = cues(random);
    long habit = random.nextLong();
    String end = List.of("\n", "\r\n").get(random.nextInt(2));
    var text = new StringBuilder(random.nextInt(4) == 0 ? "\uFEFF" : "");
    text.append("WEBVTT").append(random.nextBoolean() ? " - talk" : "").append(end);
    if (random.nextBoolean()) {
      text.append("Kind: captions").append(end).append("Language: en").append(end);
    }
    for (Cue cue : cues) {
      text.append(end);
      if (random.nextInt(5) == 0) {
        text.append("NOTE ").append("checked").append(end).append(end);
      }
      if (random.nextInt(3) == 0) {
        text.append("cue ").append(cue.start).append(end);
      }
      text.append(clock(cue.start, new Random(habit), true, '.'))
          .append(random.nextBoolean() ? " --> " : "\t-->\t")
          .append(clock(cue.end, new Random(habit), true, '.'))
          .append(List.of("", " align:start", " line:90% position:50%").get(random.nextInt(3)))
          .append(end)
          .append(random.nextInt(4) == 0 ? "<v Tormod>" : "")
          .append(String.join(end, cue.lines))
          .append(end)
          .append(random.nextBoolean() ? end : "");
    }
    assertRead(new WebVtt(), text.toString(), cues);
  }

  @Property(tries = 200)
  void ttml(@ForAll long seed) {
    var random = new Random(seed);
    List<Cue> cues = cues(random);
    String prefix = random.nextBoolean() ? "tt:" : "";
    String name = prefix.isEmpty() ? "xmlns" : "xmlns:tt";
    boolean offsets = random.nextBoolean();
    boolean lasts = random.nextBoolean();
    var text = new StringBuilder(random.nextBoolean() ? "<?xml version='1.0'?>\n" : "");
    text.append("<")
        .append(prefix)
        .append("tt ")
        .append(name)
        .append("='http://www.w3.org/ns/ttml' xml:lang=\"en\"><")
        .append(prefix)
        .append("body><")
        .append(prefix)
        .append("div>\n");
    for (Cue cue : cues) {
      text.append(random.nextInt(6) == 0 ? "<!-- seen -->" : "")
          .append("  <")
          .append(prefix)
          .append("p ")
          .append(random.nextBoolean() ? "xml:id=\"c" + cue.start + "\" " : "")
          .append("begin=\"")
          .append(moment(cue.start, offsets))
          .append("\"\n    ")
          .append(lasts ? "dur=\"" : "end='")
          .append(moment(lasts ? cue.end - cue.start : cue.end, offsets))
          .append(lasts ? "\">" : "'>")
          .append(String.join("<" + prefix + "br />", cue.lines))
          .append("</")
          .append(prefix)
          .append("p>\r\n");
    }
    text.append("</")
        .append(prefix)
        .append("div></")
        .append(prefix)
        .append("body></")
        .append(prefix)
        .append("tt>");
    assertRead(new Ttml(), text.toString(), cues);
  }

  private static String moment(long millis, boolean offsets) {
    return offsets
        ? millis + "ms"
        : String.format(
            Locale.ROOT,
            "%02d:%02d:%02d.%03d",
            millis / 3_600_000,
            millis / 60_000 % 60,
            millis / 1000 % 60,
            millis % 1000);
  }

  private static void assertRead(CaptionFormat format, String text, List<Cue> cues) {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    Captions captions =
        format.read(bytes, ReadingOptions.DETECTED, new Problems("talk")).orElseThrow();
    assertThat(CaptionSamples.said(captions))
        .as(text)
        .containsExactlyElementsOf(cues.stream().map(Cue::said).toList());
    assertThat(format.write(captions)).isEqualTo(bytes);
  }
}
