package org.oddlot.find;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What is looked for, as people type it: words, all of which must be there in one text; {@code
 * "words in quotes"} for these very words one behind the other; {@code -word} for what must not be
 * there.
 *
 * @param words words, forgiving
 * @param phrases words in quotes, as they are
 * @param not what must not be there
 * @param isGoingOn whether the last word may go on: it is still being typed
 */
public record Question(
    List<String> words, List<String> phrases, List<String> not, boolean isGoingOn) {
  private static final Pattern PART = Pattern.compile("(-?)\"([^\"]*)\"?|(\\S+)");

  public Question {
    words = List.copyOf(words);
    phrases = List.copyOf(phrases);
    not = List.copyOf(not);
  }

  /** Reads what was typed; whatever it is, it is understood as something. */
  public static Question parse(String text) {
    var words = new ArrayList<String>();
    var phrases = new ArrayList<String>();
    var not = new ArrayList<String>();
    Matcher part = PART.matcher(text);
    while (part.find()) {
      String quoted = part.group(2);
      String word = part.group(3);
      if (quoted != null) {
        if (!quoted.isBlank()) {
          (part.group(1).isEmpty() ? phrases : not).add(quoted.strip());
        }
      } else if (word.startsWith("-") && word.length() > 1) {
        not.add(word.substring(1));
      } else {
        words.add(word);
      }
    }
    boolean isGoingOn = !words.isEmpty() && !text.isEmpty() && text.endsWith(words.getLast());
    return new Question(words, phrases, not, isGoingOn);
  }

  /** Whether nothing is looked for. */
  public boolean isEmpty() {
    return words.isEmpty() && phrases.isEmpty() && not.isEmpty();
  }
}
