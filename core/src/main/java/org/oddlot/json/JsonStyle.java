package org.oddlot.json;

/**
 * How a document is laid out, read off its first lines; what is newly written follows it.
 *
 * @param multiLine whether members stand on lines of their own
 * @param newline {@code "\n"} or {@code "\r\n"}
 * @param unit one step of indentation: spaces or a tab
 * @param colon what stands between a key and its value, {@code ": "} or {@code ":"}
 * @param comma what stands between two values on one line, {@code ", "} or {@code ","}
 * @param ascii whether letters outside of ASCII are written as escapes
 */
public record JsonStyle(
    boolean multiLine, String newline, String unit, String colon, String comma, boolean ascii) {

  private static final int ENOUGH_TO_SEE = 1 << 16;

  /** One line, no spaces. */
  public static final JsonStyle COMPACT = new JsonStyle(false, "\n", "", ":", ",", false);

  /** Lines, indented by {@code unit}. */
  public static JsonStyle indented(String unit) {
    return new JsonStyle(true, "\n", unit, ": ", ", ", false);
  }

  static JsonStyle of(JsonText text) {
    byte[] bytes = text.bytes();
    int end = Math.min(bytes.length, text.start() + ENOUGH_TO_SEE);
    int at = skipSpace(bytes, text.start(), end);
    String rootIndent = indentBefore(text, at);
    int first = skipSpace(bytes, at + 1, end);
    String colon = colonAfter(text, first, end);
    String lead = first <= end && at + 1 <= first ? text.slice(Math.min(at + 1, first), first) : "";
    if (lead.indexOf('\n') < 0) {
      return new JsonStyle(
          false, "\n", "", colon, colon.endsWith(" ") ? ", " : ",", escapesLetters(text));
    }
    String newline = lead.contains("\r\n") ? "\r\n" : "\n";
    String indent = lead.substring(lead.lastIndexOf('\n') + 1);
    String unit = indent.startsWith(rootIndent) ? indent.substring(rootIndent.length()) : indent;
    return new JsonStyle(true, newline, unit, colon, ", ", escapesLetters(text));
  }

  /** The lead of the members of an object whose own lead is {@code outer}. */
  String nestedLead(String outer) {
    return multiLine ? outer + unit : "";
  }

  /** The lead of the outermost object: a new line without indentation. */
  String rootLead() {
    return multiLine ? newline : "";
  }

  /** Whether the first megabyte has letters that are escaped, and none that are not. */
  private static boolean escapesLetters(JsonText text) {
    int end = Math.min(text.length(), text.start() + (1 << 20));
    boolean escaped = false;
    for (int i = text.start(); i < end; i++) {
      if (text.at(i) < 0) {
        return false;
      }
      escaped |= text.at(i) == '\\' && i + 1 < end && text.at(i + 1) == 'u';
    }
    return escaped;
  }

  private static String indentBefore(JsonText text, int at) {
    int lineStart = at;
    while (lineStart > text.start() && text.at(lineStart - 1) != '\n') {
      lineStart--;
    }
    return text.slice(lineStart, at);
  }

  private static String colonAfter(JsonText text, int key, int end) {
    int at = key;
    if (at >= end || text.at(at) != '"') {
      return ": ";
    }
    at++;
    while (at < end && text.at(at) != '"') {
      at++;
    }
    int from = at + 1;
    int to = skipSpace(text.bytes(), from, end);
    if (to >= end || text.at(to) != ':') {
      return ": ";
    }
    to = skipSpace(text.bytes(), to + 1, end);
    return text.slice(from, to);
  }

  private static int skipSpace(byte[] bytes, int from, int end) {
    int at = from;
    while (at < end && JsonReader.isSpace(bytes[at])) {
      at++;
    }
    return at;
  }
}
