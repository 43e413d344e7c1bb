package org.oddlot.format.edl;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.StringTokenizer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.time.Rational;

/** A line of an edit decision list. */
sealed interface EdlLine {

  /** What the list is called. */
  record Title(String name) implements EdlLine {}

  /** How record timecodes count from here on. */
  record FrameCode(boolean drop) implements EdlLine {}

  /**
   * What is there, from where to where.
   *
   * @param number the event's number as it is written
   * @param reel what it is on
   * @param channels which channels; none for {@code NONE}
   * @param change how it begins
   * @param times source in and out, record in and out
   */
  record Edit(String number, String reel, List<String> channels, Change change, List<Label> times)
      implements EdlLine {
    /** Whether nothing is on it: black. */
    boolean isBlack() {
      return reel.equalsIgnoreCase("BL") || reel.equalsIgnoreCase("BLK");
    }
  }

  /**
   * How an edit begins.
   *
   * @param kind {@code C} for a cut, {@code D} a dissolve, {@code W} a wipe, {@code K} a key
   * @param code the number of a wipe, or {@code B} and {@code O} of a key; else empty
   * @param frames how long it lasts
   */
  record Change(char kind, String code, long frames) {
    static final Change CUT = new Change('C', "", 0);

    /** Whether it fades or wipes from what was there before. */
    boolean isTransition() {
      return kind == 'D' || kind == 'W';
    }
  }

  /**
   * A timecode label as it is written.
   *
   * @param seconds hours and minutes included
   * @param frames its frames digits
   * @param drop whether its separators say drop-frame
   */
  record Label(long seconds, long frames, boolean drop) {}

  /**
   * The speed of a reel in an event: {@code M2}.
   *
   * @param reel which
   * @param framesPerSecond how fast it runs; negative backwards, 0 where it stands still
   */
  record Motion(String reel, Rational framesPerSecond) implements EdlLine {}

  /** A note: a line that begins with a star or says how something is to be done. */
  record Note(String text) implements EdlLine {}

  /** Nothing. */
  record Blank() implements EdlLine {}

  /** A line that is not understood, and why. */
  record Bad(String text, String why) implements EdlLine {}

  /** No line of a list has more. */
  int MOST_WORDS = 200;

  /** A label: colons or what drop-frame writes instead; eight digits alone are one too. */
  Pattern LABEL =
      Pattern.compile("(\\d{1,2})([:;.,])(\\d{2})([:;.,])(\\d{2})([:;.,])(\\d{2,3})|(\\d{8})");

  Pattern SPEED = Pattern.compile("[+-]?\\d{1,4}(?:\\.\\d*)?");

  /** Statements that are carried as they are: they say how a machine is to do something. */
  Pattern CARRIED =
      Pattern.compile(
          "^\\s*(?:\\*|>>>|SPLIT|AUD\\b|GPI|M/S|SWM|PTR|SLAVE|TRIG|REEL\\s|FINAL|DLEDL|@|#|%).*",
          Pattern.CASE_INSENSITIVE);

  /** What a line says. */
  static EdlLine parse(String line) {
    String text = line.strip();
    String upper = text.toUpperCase(Locale.ROOT);
    if (text.isEmpty() || upper.equals("\u001A")) {
      return new Blank();
    }
    if (upper.startsWith("TITLE:")) {
      return new Title(text.substring(6).strip());
    }
    if (upper.startsWith("FCM:")) {
      String count = upper.substring(4).strip();
      return count.startsWith("DROP")
          ? new FrameCode(true)
          : count.startsWith("NON")
              ? new FrameCode(false)
              : new Bad(text, "it says neither DROP FRAME nor NON-DROP FRAME");
    }
    if (CARRIED.matcher(text).matches()) {
      return new Note(text);
    }
    List<String> words = words(text);
    if (words.getFirst().equalsIgnoreCase("M2")) {
      return motion(text, words);
    }
    int labels = labels(words);
    return labels < 0
        ? new Bad(text, "it has no four timecodes")
        : edit(text, new ArrayList<>(words.subList(0, labels)), words.subList(labels, labels + 4));
  }

  /** The words of a line; of one that is far longer than any, as many as a line can have. */
  private static List<String> words(String text) {
    var words = new ArrayList<String>();
    var tokens = new StringTokenizer(text);
    while (tokens.hasMoreTokens() && words.size() < MOST_WORDS) {
      words.add(tokens.nextToken());
    }
    return words;
  }

  /** Where the first four labels in a row are; −1 where there are none. */
  private static int labels(List<String> words) {
    int inARow = 0;
    for (int i = 0; i < words.size(); i++) {
      inARow = LABEL.matcher(words.get(i)).matches() ? inARow + 1 : 0;
      if (inARow == 4) {
        return i - 3;
      }
    }
    return -1;
  }

  private static EdlLine motion(String text, List<String> words) {
    int count = words.size();
    if (count < 3
        || !SPEED.matcher(words.get(count - 2)).matches()
        || !LABEL.matcher(words.get(count - 1)).matches()) {
      return new Bad(text, "its speed or its timecode cannot be read");
    }
    return new Motion(String.join(" ", words.subList(1, count - 2)), decimal(words.get(count - 2)));
  }

  private static EdlLine edit(String text, List<String> words, List<String> labels) {
    Optional<Change> change = words.isEmpty() ? Optional.empty() : change(words);
    if (change.isEmpty()) {
      return new Bad(text, "it says neither a cut nor a dissolve, a wipe or a key");
    }
    if (words.size() < 3) {
      return new Bad(text, "its number, its reel or its channels are missing");
    }
    Optional<List<String>> channels = Channels.parse(words.removeLast());
    if (channels.isEmpty()) {
      return new Bad(text, "its channels are not understood");
    }
    var times = new ArrayList<Label>();
    labels.forEach(word -> label(word).ifPresent(times::add));
    if (times.size() < 4) {
      return new Bad(text, "a timecode has more than 59 minutes or seconds");
    }
    String number = words.removeFirst();
    return new Edit(number, String.join(" ", words), channels.get(), change.get(), times);
  }

  /** The change that the last words say; they are taken away. */
  private static Optional<Change> change(List<String> words) {
    long frames = 0;
    String last = words.getLast().toUpperCase(Locale.ROOT);
    if (words.size() > 1 && last.matches("\\d{1,4}")) {
      frames = Long.parseLong(last);
      words.removeLast();
      last = words.getLast().toUpperCase(Locale.ROOT);
    }
    boolean isKeyPart = words.size() > 1 && last.matches("[BO]|\\(F\\)");
    if (isKeyPart && words.get(words.size() - 2).equalsIgnoreCase("K")) {
      words.removeLast();
      words.removeLast();
      return Optional.of(new Change('K', last.substring(0, 1), frames));
    }
    if (!last.matches("C|D|K|K[BO]|W\\d{0,3}")) {
      return Optional.empty();
    }
    words.removeLast();
    return Optional.of(new Change(last.charAt(0), last.substring(1), frames));
  }

  /** A label; empty where it cannot be. */
  private static Optional<Label> label(String text) {
    Matcher its = LABEL.matcher(text);
    if (!its.matches()) {
      return Optional.empty();
    }
    boolean isPlain = its.group(8) != null;
    String digits = isPlain ? its.group(8) : "";
    long hours = Long.parseLong(isPlain ? digits.substring(0, 2) : its.group(1));
    long minutes = Long.parseLong(isPlain ? digits.substring(2, 4) : its.group(3));
    long seconds = Long.parseLong(isPlain ? digits.substring(4, 6) : its.group(5));
    long frames = Long.parseLong(isPlain ? digits.substring(6) : its.group(7));
    boolean drop = !isPlain && (text.indexOf(';') >= 0 || its.group(6).matches("[.,]"));
    return minutes > 59 || seconds > 59
        ? Optional.empty()
        : Optional.of(new Label(hours * 3600 + minutes * 60 + seconds, frames, drop));
  }

  private static Rational decimal(String text) {
    return Rational.of(
        new BigDecimal(text).movePointRight(6).setScale(0, RoundingMode.HALF_UP).longValueExact(),
        1_000_000);
  }
}
