package org.oddlot.format.text;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;

/**
 * A text file that can be written back to the byte: its text in a charset in which every byte of it
 * means something.
 */
public final class TextFile {
  private final byte[] bytes;
  private final Charset charset;
  private final int mark;
  private final String text;

  private TextFile(byte[] bytes, Charset charset, int mark) {
    this.bytes = bytes;
    this.charset = charset;
    this.mark = mark;
    this.text = new String(bytes, mark, bytes.length - mark, charset);
  }

  /**
   * The text in {@code bytes}; empty where it is none, and then {@code problems} says why.
   *
   * @param said the charset, where a person said which it is
   */
  public static Optional<TextFile> of(byte[] bytes, Optional<Charset> said, Problems problems) {
    if (bytes.length == 0) {
      problems.error("", "The file is empty.", "");
      return Optional.empty();
    }
    int mark = markLength(bytes);
    Charsets.Detected detected =
        said.map(charset -> new Charsets.Detected(charset, true))
            .orElseGet(() -> Charsets.detected(bytes));
    Charset charset = detected.charset();
    var file = new TextFile(bytes, charset, mark);
    if (file.text.indexOf('\0') >= 0) {
      problems.error("", "This is not a text file.", "Choose the file that was exported as text.");
      return Optional.empty();
    }
    if (!file.isLossless()) {
      problems.warning(
          "",
          Phrase.of("Some characters do not belong to the charset %s.", charset.name()),
          "Choose another charset if names look wrong.");
      // In this one each byte is a letter, so that at least nothing is lost when it is written.
      file = new TextFile(bytes, StandardCharsets.ISO_8859_1, 0);
    }
    if (!detected.isSure()) {
      problems.warning(
          "",
          Phrase.of(
              "Its charset is not sure; it is read as %s: “%s”.",
              charset.name(), file.firstBeyondAscii()),
          "If letters look wrong, say another one: --read \"FILE:charset=windows-1250\", or in"
              + " Intake.");
    }
    return Optional.of(file);
  }

  /** A piece of the text in which charsets differ. */
  private String firstBeyondAscii() {
    for (int at = 0; at < text.length(); at++) {
      if (text.charAt(at) > '~') {
        int from = Math.max(text.lastIndexOf('\n', at) + 1, at - 20);
        int end = text.indexOf('\n', at);
        return text.substring(from, Math.min(end < 0 ? text.length() : end, at + 20)).strip();
      }
    }
    return "";
  }

  private static int markLength(byte[] bytes) {
    int first = bytes[0] & 0xFF;
    int second = bytes.length > 1 ? bytes[1] & 0xFF : 0;
    int third = bytes.length > 2 ? bytes[2] & 0xFF : 0;
    if (first == 0xEF && second == 0xBB && third == 0xBF) {
      return 3;
    }
    boolean isOfFour =
        bytes.length > 3
            && ((first == 0xFF && second == 0xFE && third == 0 && bytes[3] == 0)
                || (first == 0 && second == 0 && third == 0xFE && (bytes[3] & 0xFF) == 0xFF));
    if (isOfFour) {
      return 4;
    }
    return (first == 0xFF && second == 0xFE) || (first == 0xFE && second == 0xFF) ? 2 : 0;
  }

  private boolean isLossless() {
    if (charset.equals(StandardCharsets.UTF_8) && text.indexOf('\uFFFD') < 0) {
      return true;
    }
    byte[] again = text.getBytes(charset);
    return Arrays.equals(again, 0, again.length, bytes, mark, bytes.length);
  }

  /** Its text, without a byte order mark. */
  public String text() {
    return text;
  }

  /** The charset that it is read in. */
  public Charset charset() {
    return charset;
  }

  /** Its bytes as they were read. */
  public byte[] bytes() {
    return bytes.clone();
  }

  /** What stands at the end of its lines: {@code \n}, {@code \r\n} or {@code \r}. */
  public String lineEnd() {
    int feed = text.indexOf('\n');
    if (feed > 0 && text.charAt(feed - 1) == '\r') {
      return "\r\n";
    }
    return feed < 0 && text.indexOf('\r') >= 0 ? "\r" : "\n";
  }

  /**
   * Another text as this file would have it: its charset, its byte order mark. Where the charset
   * has no place for a letter, all of it is in UTF-8.
   */
  public byte[] encode(String changed) {
    if (changed.equals(text)) {
      return bytes();
    }
    Charset target = charset.newEncoder().canEncode(changed) ? charset : StandardCharsets.UTF_8;
    byte[] body = changed.getBytes(target);
    if (mark == 0 || !target.equals(charset)) {
      return body;
    }
    byte[] all = Arrays.copyOf(bytes, mark + body.length);
    System.arraycopy(body, 0, all, mark, body.length);
    return all;
  }

  /** Which line of the file a place in its text is on, counted from one. */
  public int line(int at) {
    int line = 1;
    for (int i = 0; i < Math.min(at, text.length()); i++) {
      char c = text.charAt(i);
      boolean ends =
          c == '\n' || (c == '\r' && !(i + 1 < text.length() && text.charAt(i + 1) == '\n'));
      line += ends ? 1 : 0;
    }
    return line;
  }
}
