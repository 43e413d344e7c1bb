package org.oddlot.format.edl;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The channels of an edit, as they are written: {@code V}, {@code AA/V}, {@code A3}, {@code B}. */
final class Channels {
  static final String PICTURE = "V";

  private static final Pattern ONE = Pattern.compile("NONE|AA|B|V\\d{0,2}|A\\d{0,2}");

  private static final Pattern BETWEEN = Pattern.compile("[/+,]");

  private Channels() {}

  /**
   * The channels that a word means, pictures as {@code V} or {@code V2}, sounds as {@code A1} and
   * so on; none for {@code NONE}; empty where the word means nothing.
   */
  static Optional<List<String>> parse(String word) {
    String text = BETWEEN.matcher(word.toUpperCase(Locale.ROOT)).replaceAll("");
    var channels = new ArrayList<String>();
    Matcher one = ONE.matcher(text);
    int at = 0;
    while (at < text.length()) {
      if (!one.find(at) || one.start() != at) {
        return Optional.empty();
      }
      at = one.end();
      switch (one.group()) {
        case "NONE" -> {}
        case "AA" -> add(channels, "A1", "A2");
        // Both: the picture and the first sound.
        case "B" -> add(channels, PICTURE, "A1");
        case "A" -> add(channels, "A1");
        case "V1" -> add(channels, PICTURE);
        default -> add(channels, one.group());
      }
    }
    return text.isEmpty() ? Optional.empty() : Optional.of(channels);
  }

  private static void add(List<String> channels, String... more) {
    for (String each : more) {
      if (!channels.contains(each)) {
        channels.add(each);
      }
    }
  }

  /** Whether a channel is of pictures. */
  static boolean isPicture(String channel) {
    return channel.startsWith(PICTURE);
  }

  /** The words for some channels: one where one can say it, else one for each that is left. */
  static List<String> words(List<String> channels) {
    var left = new ArrayList<>(channels);
    boolean picture = left.remove(PICTURE);
    boolean first = left.remove("A1");
    boolean second = left.remove("A2");
    var words = new ArrayList<String>();
    String sound = first && second ? "AA" : first ? "A" : second ? "A2" : "";
    if (picture && first && !second) {
      words.add("B");
    } else if (picture && !sound.isEmpty()) {
      words.add(sound + "/V");
    } else if (picture || !sound.isEmpty()) {
      words.add(picture ? PICTURE : sound);
    }
    words.addAll(left);
    return words;
  }
}
