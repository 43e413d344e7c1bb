package org.oddlot.practice.captioner;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What is said in a sound, and what the service hears: a line for each passage, {@code 2.4 7.5
 * Tormod: We lay off, and {Inés|in as} went forward}; in braces the truth and what is heard.
 */
public final class SpokenScript {
  private static final Pattern LINE =
      Pattern.compile("(\\d+(?:\\.\\d+)?)\\s+(\\d+(?:\\.\\d+)?)\\s+([^:]+):\\s*(.+)");
  private static final Pattern MISHEARD = Pattern.compile("\\{([^|{}]*)\\|([^|{}]*)\\}");

  private final List<Passage> passages;

  /** A passage as it is heard; times in seconds. */
  record Passage(double from, double to, String speaker, String heard) {}

  private SpokenScript(List<Passage> passages) {
    this.passages = List.copyOf(passages);
  }

  /**
   * The script in {@code text}.
   *
   * @throws IllegalArgumentException if a line is none; the message names it
   */
  public static SpokenScript parse(String text) {
    var passages = new ArrayList<Passage>();
    int number = 0;
    for (String line : text.lines().toList()) {
      number++;
      if (line.isBlank() || line.startsWith("#")) {
        continue;
      }
      Matcher matcher = LINE.matcher(line.strip());
      if (!matcher.matches()) {
        throw new IllegalArgumentException(
            "line " + number + ": it takes a start, an end, a speaker with a colon, and words");
      }
      passages.add(
          new Passage(
              Double.parseDouble(matcher.group(1)),
              Double.parseDouble(matcher.group(2)),
              matcher.group(3).strip(),
              MISHEARD.matcher(matcher.group(4)).replaceAll("$2")));
    }
    return new SpokenScript(passages);
  }

  /** The captions, as SubRip text. */
  String captions() {
    var out = new StringBuilder();
    int number = 0;
    for (Passage passage : passages) {
      out.append(++number)
          .append("\r\n")
          .append(clock(passage.from))
          .append(" --> ")
          .append(clock(passage.to))
          .append("\r\n")
          .append(passage.heard)
          .append("\r\n\r\n");
    }
    return out.toString();
  }

  private static String clock(double seconds) {
    long millis = Math.round(seconds * 1000);
    return String.format(
        Locale.ROOT,
        "%02d:%02d:%02d,%03d",
        millis / 3_600_000,
        millis / 60_000 % 60,
        millis / 1000 % 60,
        millis % 1000);
  }

  /** The words with their times, as JSON. */
  String words() {
    var out = new StringBuilder("{\"turns\": [");
    String between = "";
    for (Passage passage : passages) {
      out.append(between)
          .append("{\"speaker\": ")
          .append(quoted(passage.speaker))
          .append(
              String.format(
                  Locale.ROOT,
                  ", \"start\": %.3f, \"end\": %.3f, \"words\": [",
                  passage.from,
                  passage.to));
      words(out, passage);
      out.append("]}");
      between = ",\n";
    }
    return out.append("]}\n").toString();
  }

  private static void words(StringBuilder out, Passage passage) {
    double perLetter = (passage.to - passage.from) / (passage.heard.length() + 1);
    double at = passage.from;
    String between = "";
    for (String word : passage.heard.split(" ", -1)) {
      double end = at + perLetter * (word.length() + 1);
      out.append(between)
          .append("{\"text\": ")
          .append(quoted(word))
          .append(
              String.format(
                  Locale.ROOT, ", \"start\": %.3f, \"end\": %.3f, \"confidence\": 0.9}", at, end));
      at = end;
      between = ", ";
    }
  }

  private static String quoted(String text) {
    return '"' + text.replace("\\", "\\\\").replace("\"", "\\\"") + '"';
  }
}
