package org.oddlot.papercut;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.text.Phrase;

/**
 * A paper cut by the numbers that are printed: {@code 3, 7, 5a}. {@code 3} is a paragraph, {@code
 * 5a} its first sentence, {@code 5a-c} three of them, {@code 3-5} three paragraphs, {@code 5.4-12}
 * the fourth to the twelfth word of a paragraph.
 */
public final class Numbers {
  private static final Pattern ONE =
      Pattern.compile(
          "(\\d{1,6})(?:([a-z]{1,3})(?:-(?:\\1)?([a-z]{1,3}))?"
              + "|\\.(\\d{1,5})(?:-(\\d{1,5}))?"
              + "|-(\\d{1,6}))?");

  private Numbers() {}

  /** Why a text is no list of numbers, in a sentence; empty where it is one. */
  public static Optional<String> problem(String text) {
    return entries(text).stream()
        .filter(entry -> !ONE.matcher(entry).matches())
        .findFirst()
        .map(entry ->
            Phrase.of("“%s” is no number of a paragraph, such as 3, 5a, 5a-c or 5.4-12", entry));
  }

  /**
   * The passages that are meant.
   *
   * @throws IllegalArgumentException if one is not on the page; the message says which
   */
  public static List<Marked> parse(String text, Page page) {
    var all = new ArrayList<Marked>();
    for (String entry : entries(text)) {
      Matcher one = ONE.matcher(entry);
      if (!one.matches()) {
        throw new IllegalArgumentException(problem(entry).orElse(entry));
      }
      Page.Paragraph paragraph = paragraph(Integer.parseInt(one.group(1)), page);
      if (one.group(2) != null) {
        List<Marked> sentences = paragraph.sentences();
        Marked first = sentence(one.group(2), sentences, paragraph);
        Marked last = one.group(3) == null ? first : sentence(one.group(3), sentences, paragraph);
        all.add(words(paragraph, first.from(), last.to(), entry));
      } else if (one.group(4) != null) {
        int first = Integer.parseInt(one.group(4));
        int last = one.group(5) == null ? first : Integer.parseInt(one.group(5));
        all.add(words(paragraph, paragraph.from() + first - 1, paragraph.from() + last, entry));
      } else if (one.group(6) != null) {
        Page.Paragraph last = paragraph(Integer.parseInt(one.group(6)), page);
        if (last.number() < paragraph.number()) {
          throw new IllegalArgumentException(Phrase.of("“%s” goes backwards", entry));
        }
        page.paragraphs()
            .subList(paragraph.number() - 1, last.number())
            .forEach(each -> all.add(each.whole()));
      } else {
        all.add(paragraph.whole());
      }
    }
    return all;
  }

  private static List<String> entries(String text) {
    return Arrays.stream(
            text.toLowerCase(Locale.ROOT)
                .replaceAll("\\s*[-–—]\\s*", "-")
                .strip()
                .split("[,;\\s]+", -1))
        .filter(entry -> !entry.isEmpty())
        .toList();
  }

  private static Page.Paragraph paragraph(int number, Page page) {
    if (number < 1 || number > page.paragraphs().size()) {
      throw new IllegalArgumentException(
          Phrase.of(
              "there is no paragraph %d; there are %s",
              number, Phrase.number(page.paragraphs().size())));
    }
    return page.paragraphs().get(number - 1);
  }

  private static Marked sentence(String letter, List<Marked> sentences, Page.Paragraph paragraph) {
    for (int i = 0; i < sentences.size(); i++) {
      if (letter(i).equals(letter)) {
        return sentences.get(i);
      }
    }
    throw new IllegalArgumentException(
        Phrase.of(
            "there is no %d%s; paragraph %d has %s",
            paragraph.number(),
            letter,
            paragraph.number(),
            Phrase.count(sentences.size(), "sentence")));
  }

  private static Marked words(Page.Paragraph paragraph, int from, int to, String entry) {
    if (from < paragraph.from() || to > paragraph.to() || from >= to) {
      throw new IllegalArgumentException(
          Phrase.of(
              "“%s” is not in paragraph %d, which has %s",
              entry, paragraph.number(), Phrase.count(paragraph.to() - paragraph.from(), "word")));
    }
    return Marked.of(paragraph.spoken(), from, to);
  }

  /** The letter of a sentence: a to z, then aa, ab. */
  public static String letter(int index) {
    return (index < 26 ? "" : letter(index / 26 - 1)) + (char) ('a' + index % 26);
  }

  /** Passages by their numbers; a passage that goes over several paragraphs as several. */
  public static String of(List<Marked> passages, Page page) {
    var numbers = new ArrayList<String>();
    for (Marked marked : passages) {
      numbers.addAll(of(marked, page));
    }
    return String.join(", ", numbers);
  }

  /** One passage by its numbers; empty where it is not on the page. */
  public static List<String> of(Marked marked, Page page) {
    for (Page.Paragraph paragraph : page.paragraphs()) {
      if (marked.isIn(paragraph.whole())) {
        return List.of(of(marked, paragraph));
      }
    }
    var numbers = new ArrayList<String>();
    for (Page.Paragraph paragraph : page.paragraphs()) {
      int from = Math.max(paragraph.from(), marked.from());
      int to = Math.min(paragraph.to(), marked.to());
      if (marked.isOfOne(paragraph.whole()) && from < to) {
        numbers.add(of(Marked.of(paragraph.spoken(), from, to), paragraph));
      }
    }
    return numbers;
  }

  private static String of(Marked marked, Page.Paragraph paragraph) {
    if (marked.from() == paragraph.from() && marked.to() == paragraph.to()) {
      return Integer.toString(paragraph.number());
    }
    List<Marked> sentences = paragraph.sentences();
    int first = -1;
    int last = -1;
    for (int i = 0; i < sentences.size(); i++) {
      first = sentences.get(i).from() == marked.from() ? i : first;
      last = sentences.get(i).to() == marked.to() ? i : last;
    }
    if (first >= 0 && last >= first) {
      return paragraph.number() + letter(first) + (last == first ? "" : "-" + letter(last));
    }
    int from = marked.from() - paragraph.from() + 1;
    int to = marked.to() - paragraph.from();
    return paragraph.number() + "." + from + (to == from ? "" : "-" + to);
  }
}
