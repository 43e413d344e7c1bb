package org.oddlot.format.caption;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Markup;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;

/**
 * Reads what was written, and says what is otherwise than it was: that everything is carried is
 * said of what was looked at, not of what a format has a place for.
 */
public final class ReadBack {
  private ReadBack() {}

  /**
   * What of some captions is otherwise in their file, a sentence each with count and place; nothing
   * where all is the same.
   */
  public static List<String> differences(CaptionFormat format, byte[] bytes, Captions said) {
    var problems = new Problems(said.name());
    Optional<Captions> read = format.read(bytes, ReadingOptions.DETECTED, problems);
    if (read.isEmpty()) {
      return said.captions().isEmpty()
          ? List.of()
          : List.of("it cannot be read again: " + problems.list().getFirst());
    }
    List<Caption> was = said.captions();
    List<Caption> is = read.get().captions();
    if (was.size() != is.size()) {
      return List.of(
          Phrase.of(
              "read again it has %s, not %s",
              Phrase.count(is.size(), "caption"), Phrase.number(was.size())));
    }
    Map<String, List<Caption>> otherwise = new LinkedHashMap<>();
    for (int i = 0; i < was.size(); i++) {
      for (String what : differences(was.get(i), is.get(i))) {
        otherwise.computeIfAbsent(what, _ -> new ArrayList<>()).add(was.get(i));
      }
    }
    var sentences = new ArrayList<String>();
    otherwise.forEach((what, captions) ->
        sentences.add(
            Phrase.of(
                "read again, %s: %s, the first at %s",
                what,
                Phrase.count(captions.size(), "caption"),
                said.grid().label(captions.getFirst().start()))));
    return sentences;
  }

  private static List<String> differences(Caption was, Caption is) {
    var all = new ArrayList<String>();
    if (!was.text().plain().equals(is.text().plain())) {
      all.add("the words are otherwise");
    } else {
      for (Markup.Look look : Markup.Look.values()) {
        if (looks(was, look) != looks(is, look)) {
          all.add(
              "letters that are "
                  + look.name().toLowerCase(java.util.Locale.ROOT)
                  + " are otherwise");
        }
      }
    }
    if (others(was) != others(is)) {
      all.add("what else is noted of the letters, as colours, is otherwise");
    }
    if (!was.speaker().equals(is.speaker())) {
      all.add("the speaker is otherwise");
    }
    if (!was.place().equals(is.place())) {
      all.add("the place is otherwise");
    }
    return all;
  }

  /** How many letters that can be seen look so. */
  private static int looks(Caption caption, Markup.Look look) {
    String plain = caption.text().plain();
    int count = 0;
    for (int i = 0; i < plain.length(); i++) {
      count += !Character.isWhitespace(plain.charAt(i)) && caption.text().isOn(look, i) ? i + 1 : 0;
    }
    return count;
  }

  private static long others(Caption caption) {
    return caption.text().marks().stream()
        .filter(mark -> mark.what() instanceof Markup.Other)
        .count();
  }
}
