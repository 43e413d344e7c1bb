package org.oddlot.format.caption;

import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.text.SameEnds;

/**
 * The content of a paragraph as it is spelled, with the place of each of its letters: so that a
 * word is put right, and the spans, colours, entities and line ends around it stay as they are.
 */
final class TtmlContent {
  private static final Map<String, String> ENTITIES =
      Map.of("amp", "&", "lt", "<", "gt", ">", "quot", "\"", "apos", "'");

  /** The tag of an element whose words are none of the caption's: small text beside others. */
  private static final Pattern SILENT =
      Pattern.compile(
          "<((?:[\\w.-]+:)?(?:span|rt|metadata))\\b(?:[^>]*\\bruby\\s*=\\s*[\"'](?:text|textContainer|delimiter)[\"'][^>]*|(?<=:rt|<rt|metadata)[^>]*)(?<!/)>");

  private final String raw;
  private final String plain;
  private final int[] from;
  private final int[] to;

  private TtmlContent(String raw, String plain, int[] from, int[] to) {
    this.raw = raw;
    this.plain = plain;
    this.from = from;
    this.to = to;
  }

  /**
   * The places of the letters of {@code plain} in {@code raw}; empty where they are not found one
   * after the other.
   */
  static Optional<TtmlContent> of(String raw, String plain) {
    int[] from = new int[plain.length()];
    int[] to = new int[plain.length()];
    int letter = 0;
    int at = 0;
    while (at < raw.length()) {
      int end = end(raw, at);
      if (end < 0) {
        return Optional.empty();
      }
      String means = means(raw.substring(at, end));
      boolean isExpected = letter < plain.length() && means.length() == 1;
      boolean isSpace = isExpected && means.isBlank() && !means.equals("\n");
      if (isExpected
          && (plain.startsWith(means, letter) || (isSpace && plain.charAt(letter) == ' '))) {
        from[letter] = at;
        to[letter++] = end;
      } else if (!means.isBlank()) {
        return Optional.empty();
      }
      at = end;
    }
    return letter == plain.length()
        ? Optional.of(new TtmlContent(raw, plain, from, to))
        : Optional.empty();
  }

  /** Behind the tag, the entity or the letter at a place; −1 for one that does not end. */
  private static int end(String raw, int at) {
    if (raw.startsWith("<!--", at)) {
      int end = raw.indexOf("-->", at);
      return end < 0 ? -1 : end + 3;
    }
    Matcher silent = SILENT.matcher(raw).region(at, raw.length());
    if (silent.lookingAt()) {
      return behind(raw, silent.end(), silent.group(1));
    }
    return switch (raw.charAt(at)) {
      case '<' -> raw.indexOf('>', at) + 1 == 0 ? -1 : raw.indexOf('>', at) + 1;
      case '&' -> raw.indexOf(';', at) + 1 == 0 ? -1 : raw.indexOf(';', at) + 1;
      default -> at + 1;
    };
  }

  /** Behind the end of an element whose tag ends at a place; −1 where it does not end. */
  private static int behind(String raw, int at, String name) {
    Matcher tag =
        Pattern.compile("<(/?)" + Pattern.quote(name) + "\\b[^>]*?(/?)>")
            .matcher(raw)
            .region(at, raw.length());
    for (int depth = 1; tag.find(); ) {
      depth += tag.group(1).isEmpty() ? (tag.group(2).isEmpty() ? 1 : 0) : -1;
      if (depth == 0) {
        return tag.end();
      }
    }
    return -1;
  }

  /** The letter that a piece means; nothing for a tag; more than one for what has no place here. */
  private static String means(String piece) {
    if (piece.startsWith("<!--") || SILENT.matcher(piece).lookingAt()) {
      return "";
    }
    if (piece.startsWith("<")) {
      String name = piece.replaceFirst("^</?(?:[\\w.-]+:)?", "").split("[\\s/>]", 2)[0];
      boolean isSilent = name.equals("metadata") || name.equals("rt") || piece.startsWith("<!");
      return name.equals("br") ? "\n" : isSilent ? "??" : "";
    }
    if (!piece.startsWith("&")) {
      return piece.equals("\n") || piece.equals("\r") || piece.equals("\t") ? " " : piece;
    }
    String name = piece.substring(1, piece.length() - 1).toLowerCase(Locale.ROOT);
    if (name.matches("#\\d{1,6}|#x[0-9a-f]{1,5}")) {
      int code =
          name.startsWith("#x")
              ? Integer.parseInt(name.substring(2), 16)
              : Integer.parseInt(name.substring(1));
      return Character.toString(code);
    }
    return ENTITIES.getOrDefault(name, "??");
  }

  /**
   * The content with other letters; empty where a tag stands within what changes.
   *
   * @param prefix of the names of elements, with its colon
   */
  Optional<String> with(String changed, String prefix) {
    var same = SameEnds.of(plain, changed);
    int head = same.head();
    int tail = same.tail();
    int last = plain.length() - tail;
    int begin = head < plain.length() ? from[head] : plain.isEmpty() ? 0 : to[plain.length() - 1];
    int end = last > head ? to[last - 1] : begin;
    if (raw.substring(begin, end).replaceAll("<(?:[\\w.-]+:)?br\\s*/>", "").indexOf('<') >= 0) {
      return Optional.empty();
    }
    String middle =
        TtmlWriter.escaped(changed.substring(head, changed.length() - tail))
            .replace("\n", "<" + prefix + "br/>");
    return Optional.of(raw.substring(0, begin) + middle + raw.substring(end));
  }
}
