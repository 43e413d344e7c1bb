package org.oddlot.json;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.oddlot.text.Phrase;

/**
 * A thorough look at a text that is JSON: finds what the grammar allows and programs disagree
 * about. Slower than reading; for documents of a size at which that does not matter, or on request.
 */
public final class JsonAudit {
  /**
   * One finding.
   *
   * @param offset where it stands
   * @param message what it is
   */
  public record Note(int offset, String message) {}

  private static final int LIMIT = 20;

  private final JsonText text;
  private final JsonReader reader;
  private final List<Note> notes = new ArrayList<>();
  private final ArrayDeque<Level> levels = new ArrayDeque<>();

  private static final class Level {
    private final boolean object;
    private final Set<String> keys = new HashSet<>();
    private boolean first = true;

    private Level(boolean object) {
      this.object = object;
    }
  }

  private JsonAudit(JsonText text) {
    this.text = text;
    this.reader = new JsonReader(text);
  }

  /**
   * Keys that an object has twice, and strings that are not UTF-8; the first {@value #LIMIT}.
   *
   * @throws JsonException if the text is not JSON
   */
  public static List<Note> of(JsonText text) {
    var audit = new JsonAudit(text);
    audit.run();
    return List.copyOf(audit.notes);
  }

  private void run() {
    value();
    while (!levels.isEmpty() && notes.size() < LIMIT) {
      Level level = levels.peek();
      boolean more =
          level.object ? reader.nextMember(level.first) : reader.nextElement(level.first);
      level.first = false;
      if (!more) {
        levels.pop();
        continue;
      }
      if (level.object && !level.keys.add(reader.key())) {
        notes.add(
            new Note(
                reader.keyStart() - 1,
                Phrase.of(
                    "the key \"%s\" stands twice in one object; the first one is used",
                    reader.key())));
      }
      value();
    }
  }

  private void value() {
    switch (reader.peek()) {
      case '{' -> {
        reader.beginObject();
        levels.push(new Level(true));
      }
      case '[' -> {
        reader.beginArray();
        levels.push(new Level(false));
      }
      case '"' -> {
        int start = reader.offset();
        reader.skipValue();
        checkEncoding(start, reader.offset());
      }
      default -> reader.skipValue();
    }
  }

  private void checkEncoding(int start, int end) {
    boolean ascii = true;
    for (int i = start; i < end && ascii; i++) {
      ascii = text.at(i) >= 0;
    }
    if (ascii) {
      return;
    }
    try {
      StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(text.bytes(), start, end - start));
    } catch (CharacterCodingException e) {
      notes.add(new Note(start, "this text is not in UTF-8; it is carried as it is"));
    }
  }
}
