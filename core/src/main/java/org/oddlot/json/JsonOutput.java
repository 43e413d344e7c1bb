package org.oddlot.json;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.oddlot.text.Phrase;

/**
 * Where JSON is written to: copies of stretches of a text, and values formatted anew in a style.
 * Neighbouring stretches are joined, so that a large document with few changes is written in few
 * calls. What goes wrong while writing is an {@link UncheckedIOException}.
 *
 * <p>A <i>lead</i> is what stands before each member of an object or element of an array: a line
 * break and the indentation, or nothing where all stands on one line.
 */
public final class JsonOutput {
  private static final int BUFFER_SIZE = 1 << 16;

  private final OutputStream stream;
  private final JsonStyle style;

  /** Grows as it is needed, for most of what is written is short. */
  private byte[] buffer = new byte[128];

  private int buffered;
  private @Nullable JsonText pendingText;
  private int pendingStart;
  private int pendingEnd;

  /** Writes to {@code stream}; new values in {@code style}. Call {@link #flush} at the end. */
  public JsonOutput(OutputStream stream, JsonStyle style) {
    this.stream = stream;
    this.style = style;
  }

  /** The style of new values. */
  public JsonStyle style() {
    return style;
  }

  /** Writes what is pending. The stream is neither flushed nor closed. */
  public void flush() {
    flushCopy();
    flushBuffer();
  }

  /** Copies the bytes of {@code text} from {@code start} up to {@code end}. */
  public void copy(JsonText text, int start, int end) {
    if (text == pendingText && start == pendingEnd) {
      pendingEnd = end;
      return;
    }
    flushCopy();
    pendingText = text;
    pendingStart = start;
    pendingEnd = end;
  }

  /** Writes {@code json} as it is. */
  public void raw(String json) {
    flushCopy();
    byte[] bytes = json.getBytes(StandardCharsets.UTF_8);
    write(bytes, 0, bytes.length);
  }

  private void flushCopy() {
    JsonText text = pendingText;
    if (text != null) {
      pendingText = null;
      write(text.bytes(), pendingStart, pendingEnd - pendingStart);
    }
  }

  private void write(byte[] bytes, int from, int length) {
    if (length > buffer.length - buffered) {
      makeRoom(length);
    }
    if (length > BUFFER_SIZE) {
      send(bytes, from, length);
    } else {
      System.arraycopy(bytes, from, buffer, buffered, length);
      buffered += length;
    }
  }

  private void makeRoom(int length) {
    if (length > BUFFER_SIZE - buffered) {
      flushBuffer();
    }
    if (length > buffer.length - buffered && length <= BUFFER_SIZE) {
      int size = Math.max(buffer.length * 4, buffered + length);
      buffer = Arrays.copyOf(buffer, Math.min(size, BUFFER_SIZE));
    }
  }

  private void flushBuffer() {
    send(buffer, 0, buffered);
    buffered = 0;
  }

  private void send(byte[] bytes, int from, int length) {
    try {
      stream.write(bytes, from, length);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Writes {@code characters} as a string; what must be escaped is, and nothing else. */
  public void string(String characters) {
    var json = new StringBuilder(characters.length() + 2).append('"');
    for (int i = 0; i < characters.length(); i++) {
      char c = characters.charAt(i);
      switch (c) {
        case '"' -> json.append("\\\"");
        case '\\' -> json.append("\\\\");
        case '\n' -> json.append("\\n");
        case '\r' -> json.append("\\r");
        case '\t' -> json.append("\\t");
        case '\b' -> json.append("\\b");
        case '\f' -> json.append("\\f");
        default -> {
          if (c < 0x20 || (style.ascii() && c > 0x7E) || isLoneSurrogate(characters, i)) {
            json.append(Phrase.of("\\u%04x", (int) c));
          } else {
            json.append(c);
          }
        }
      }
    }
    raw(json.append('"').toString());
  }

  private static boolean isLoneSurrogate(String text, int i) {
    char c = text.charAt(i);
    if (Character.isHighSurrogate(c)) {
      return i + 1 == text.length() || !Character.isLowSurrogate(text.charAt(i + 1));
    }
    return Character.isLowSurrogate(c)
        && (i == 0 || !Character.isHighSurrogate(text.charAt(i - 1)));
  }

  /**
   * Writes {@code value} as a member or element whose own lead is {@code lead}. A slice of a text
   * is copied, re-indented where it stood elsewhere; a changed slice is patched.
   */
  public void value(JsonValue value, String lead) {
    switch (value) {
      case JsonString string -> string(string.value());
      case JsonNumber number -> raw(number.spelling());
      case JsonLiteral literal -> raw(literal.spelling());
      case JsonObject object -> {
        JsonSlice origin = object.origin();
        if (origin == null) {
          object(object.members(), lead);
        } else if (object.isPristine()) {
          moved(origin, lead, out -> out.copy(origin.text(), origin.start(), origin.end()));
        } else {
          moved(origin, lead, out -> JsonPatch.object(out, origin, object.members()));
        }
      }
      case JsonArray array -> {
        JsonSlice origin = array.origin();
        if (origin == null) {
          array(array, lead);
        } else if (array.isPristine()) {
          moved(origin, lead, out -> out.copy(origin.text(), origin.start(), origin.end()));
        } else {
          moved(origin, lead, out -> JsonPatch.array(out, origin, array.elements()));
        }
      }
    }
  }

  private void object(Map<String, JsonValue> members, String lead) {
    var writer = beginObject(lead);
    members.forEach((key, value) -> writer.member(key, inner -> value(value, inner)));
    writer.end();
  }

  private void array(JsonArray array, String lead) {
    var writer = beginArray(lead);
    for (JsonValue element : array.elements()) {
      writer.element(inner -> value(element, inner));
    }
    writer.end();
  }

  /** Begins an object, formatted anew, whose own lead is {@code lead}. */
  public Container beginObject(String lead) {
    return new Container('{', '}', lead, style.nestedLead(lead));
  }

  /** Begins an array, formatted anew, whose own lead is {@code lead}. */
  public Container beginArray(String lead) {
    return new Container('[', ']', lead, style.nestedLead(lead));
  }

  /** Begins an object, formatted anew on one line whatever the style. */
  public Container beginInlineObject() {
    return new Container('{', '}', "", "");
  }

  /** Writes a value at a lead. */
  @FunctionalInterface
  public interface Emitter {
    /** Writes the value as a member or element whose own lead is {@code lead}. */
    void emit(String lead);
  }

  /** An object or array that is being written anew. */
  public final class Container {
    private final char close;
    private final String outerLead;
    private final String lead;
    private boolean empty = true;

    private Container(char open, char close, String outerLead, String lead) {
      this.close = close;
      this.outerLead = outerLead;
      this.lead = lead;
      raw(String.valueOf(open));
    }

    /** Writes one member. */
    public Container member(String key, Emitter value) {
      separate();
      string(key);
      raw(style.colon());
      value.emit(lead);
      return this;
    }

    /** Writes one element. */
    public Container element(Emitter value) {
      separate();
      value.emit(lead);
      return this;
    }

    private void separate() {
      if (!empty) {
        raw(lead.isEmpty() ? style.comma() : ",");
      }
      raw(lead);
      empty = false;
    }

    /** Writes the closing bracket. */
    public void end() {
      raw((empty || lead.isEmpty() ? "" : outerLead) + close);
    }
  }

  /**
   * Writes what stood at {@code origin}, copied or patched, at a place whose lead is {@code lead}:
   * straight on where the indentation is the same, else with the lines after the first re-indented.
   */
  public void moved(JsonSlice origin, String lead, java.util.function.Consumer<JsonOutput> write) {
    String from = indentOfLine(origin);
    String to = lead.substring(lead.lastIndexOf('\n') + 1);
    if (lead.isEmpty() || from.equals(to)) {
      write.accept(this);
      return;
    }
    var buffer = new ByteArrayOutputStream();
    var inner = new JsonOutput(buffer, style);
    write.accept(inner);
    inner.flush();
    // A string never holds a raw line break, so every one of them is white space between values.
    String newline = lead.startsWith("\r") ? "\r\n" : "\n";
    String moved =
        buffer
            .toString(StandardCharsets.UTF_8)
            .replaceAll("\r?\n" + from, java.util.regex.Matcher.quoteReplacement(newline + to));
    raw(moved);
  }

  private static String indentOfLine(JsonSlice slice) {
    JsonText text = slice.text();
    int lineStart = slice.start();
    while (lineStart > text.start() && text.at(lineStart - 1) != '\n') {
      lineStart--;
    }
    int end = lineStart;
    while (end < slice.start() && JsonReader.isSpace(text.at(end))) {
      end++;
    }
    return text.slice(lineStart, end);
  }
}
