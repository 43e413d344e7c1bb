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
import org.jspecify.annotations.Nullable;
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

  /**
   * A reel whose name was too long for the list: {@code * REEL A003R204 IS A003_R2_0412_X}.
   *
   * @param word what it is called in the list
   * @param full what it is called
   */
  record ReelName(String word, String full) implements EdlLine {}

  /** Nothing. */
  record Blank() implements EdlLine {}

  /** A line that is not understood, and why. */
  record Bad(String text, String why) implements EdlLine {}

  /** No line of a list has more. */
  int MOST_WORDS = 200;

  Pattern REEL_NAME = Pattern.compile("\\* REEL (\\S{1,40}) IS (\\S.*)");
  Pattern SPEED = Pattern.compile("[+-]?\\d{1,4}(?:\\.\\d*)?");
  Pattern FRAMES = Pattern.compile("\\d{1,4}");
  Pattern KEY_PART = Pattern.compile("[BO]|\\(F\\)");
  Pattern KIND = Pattern.compile("C|D|K|K[BO]|W\\d{0,3}");

  /** How statements begin that are carried as they are: they say how a machine does something. */
  List<String> CARRIED =
      List.of(
          "*", ">>>", "SPLIT", "AUD ", "GPI", "M/S", "SWM", "PTR", "SLAVE", "TRIG", "REEL ",
          "FINAL", "DLEDL", "@", "#", "%");

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
    Matcher reel = REEL_NAME.matcher(text);
    if (reel.matches()) {
      return new ReelName(reel.group(1), reel.group(2));
    }
    if (CARRIED.stream().anyMatch(upper::startsWith)) {
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
      inARow = isLabel(words.get(i)) ? inARow + 1 : 0;
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
        || !isLabel(words.get(count - 1))) {
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
    if (words.size() > 1 && FRAMES.matcher(last).matches()) {
      frames = Long.parseLong(last);
      words.removeLast();
      last = words.getLast().toUpperCase(Locale.ROOT);
    }
    boolean isKeyPart = words.size() > 1 && KEY_PART.matcher(last).matches();
    if (isKeyPart && words.get(words.size() - 2).equalsIgnoreCase("K")) {
      words.removeLast();
      words.removeLast();
      return Optional.of(new Change('K', last.substring(0, 1), frames));
    }
    if (!KIND.matcher(last).matches()) {
      return Optional.empty();
    }
    words.removeLast();
    return Optional.of(new Change(last.charAt(0), last.substring(1), frames));
  }

  /**
   * Whether a word is a label: two digits four times, the hours perhaps with one and the frames
   * with three, colons between them or what drop-frame writes instead; eight digits alone are one
   * too.
   */
  private static boolean isLabel(String word) {
    return parts(word) != null;
  }

  /** The four numbers of a label; null where a word is none. */
  private static long @Nullable [] parts(String word) {
    int length = word.length();
    if (length < 8 || length > 12) {
      return null;
    }
    var parts = new long[4];
    int part = 0;
    int digits = 0;
    for (int i = 0; i < length; i++) {
      char c = word.charAt(i);
      if (c >= '0' && c <= '9') {
        parts[part] = parts[part] * 10 + (c - '0');
        digits++;
      } else if (part < 3 && digits > 0 && digits <= 2 && isSeparator(c)) {
        part++;
        digits = 0;
      } else {
        return null;
      }
    }
    if (part == 0 && digits == 8) {
      long all = parts[0];
      return new long[] {all / 1_000_000, all / 10_000 % 100, all / 100 % 100, all % 100};
    }
    return part == 3 && digits >= 2 && digits <= 3 ? parts : null;
  }

  private static boolean isSeparator(char c) {
    return c == ':' || c == ';' || c == '.' || c == ',';
  }

  /** A label; empty where it cannot be. */
  private static Optional<Label> label(String word) {
    long[] parts = parts(word);
    if (parts == null || parts[1] > 59 || parts[2] > 59) {
      return Optional.empty();
    }
    int last = word.length() - 1;
    while (last > 0 && Character.isDigit(word.charAt(last))) {
      last--;
    }
    boolean drop =
        word.indexOf(';') >= 0
            || (last > 0 && (word.charAt(last) == '.' || word.charAt(last) == ','));
    return Optional.of(new Label(parts[0] * 3600 + parts[1] * 60 + parts[2], parts[3], drop));
  }

  private static Rational decimal(String text) {
    return Rational.of(
        new BigDecimal(text).movePointRight(6).setScale(0, RoundingMode.HALF_UP).longValueExact(),
        1_000_000);
  }
}
