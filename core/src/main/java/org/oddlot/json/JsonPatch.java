package org.oddlot.json;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Writes changed objects and arrays: everything of the text they came from that did not change is
 * copied, the rest is formatted in the style of its neighbours.
 */
public final class JsonPatch {

  private JsonPatch() {}

  /** What becomes of one member or element. */
  public sealed interface Change {
    /** It goes, with its comma. */
    record Removed() implements Change {}

    /**
     * It is written anew, in its place if it was there, else at the end.
     *
     * @param emitter writes it
     */
    record Written(JsonOutput.Emitter emitter) implements Change {}
  }

  /** One element of a changed array, in its new order. */
  public sealed interface Item {
    /**
     * An element as it was.
     *
     * @param index its index among the old elements
     */
    record Kept(int index) implements Item {}

    /**
     * An element written anew.
     *
     * @param replacing the index of the old element in whose place it comes, -1 for none
     * @param emitter writes it
     */
    record Written(int replacing, JsonOutput.Emitter emitter) implements Item {}
  }

  /** {@code value} as text in {@code style}. */
  public static String toString(JsonValue value, JsonStyle style) {
    var buffer = new ByteArrayOutputStream();
    var output = new JsonOutput(buffer, style);
    output.value(value, style.rootLead());
    output.flush();
    return buffer.toString(StandardCharsets.UTF_8);
  }

  /** Writes the object that stood at {@code origin} and now has {@code members}. */
  static void object(JsonOutput out, JsonSlice origin, Map<String, JsonValue> members) {
    var patch = new ObjectPatch(out, origin, Optional.empty());
    patch.write(patch.changesTo(members));
  }

  /**
   * Writes the object that stood at {@code origin} with {@code changes} by key.
   *
   * @param known the place of one member's value whose end is known, so that a long one need not be
   *     read through again to find the members after it
   */
  public static void object(
      JsonOutput out, JsonSlice origin, Map<String, Change> changes, Optional<JsonSlice> known) {
    new ObjectPatch(out, origin, known).write(changes);
  }

  /**
   * The value of {@code key} in the object at {@code origin}, if it has one.
   *
   * @param known as in {@link #object(JsonOutput, JsonSlice, Map, Optional)}; this value itself is
   *     not found
   */
  public static Optional<JsonValue> member(
      JsonSlice origin, String key, Optional<JsonSlice> known) {
    int knownStart = known.map(JsonSlice::start).orElse(-1);
    var reader = origin.reader();
    reader.beginObject();
    for (boolean first = true; reader.nextMember(first); first = false) {
      if (reader.offset() == knownStart) {
        reader.jumpTo(known.orElseThrow().end());
      } else if (reader.key().equals(key)) {
        return Optional.of(JsonValue.read(origin.text(), reader));
      } else {
        reader.skipValue();
      }
    }
    return Optional.empty();
  }

  /** Writes the array that stood at {@code origin} and now has {@code elements}. */
  static void array(JsonOutput out, JsonSlice origin, List<JsonValue> elements) {
    List<JsonSlice> slices = elements(origin);
    List<JsonValue> before =
        JsonArray.slice(origin.text(), origin.start(), origin.end()).elements();
    int shorter = Math.min(before.size(), elements.size());
    int head = 0;
    while (head < shorter && before.get(head).equals(elements.get(head))) {
      head++;
    }
    int tail = 0;
    while (tail < shorter - head
        && before.get(before.size() - 1 - tail).equals(elements.get(elements.size() - 1 - tail))) {
      tail++;
    }
    boolean sameCount = before.size() == elements.size();
    if (sameCount && head == elements.size()) {
      out.copy(origin.text(), origin.start(), origin.end());
      return;
    }
    var items = new ArrayList<Item>();
    for (int i = 0; i < elements.size(); i++) {
      JsonValue element = elements.get(i);
      if (i < head) {
        items.add(new Item.Kept(i));
      } else if (i >= elements.size() - tail) {
        items.add(new Item.Kept(before.size() - elements.size() + i));
      } else {
        items.add(new Item.Written(sameCount ? i : -1, lead -> out.value(element, lead)));
      }
    }
    array(out, origin, slices, items);
  }

  /** The places of the elements of the array at {@code origin}. */
  public static List<JsonSlice> elements(JsonSlice origin) {
    var slices = new ArrayList<JsonSlice>();
    var reader = origin.reader();
    reader.beginArray();
    for (boolean first = true; reader.nextElement(first); first = false) {
      reader.peek();
      int start = reader.offset();
      reader.skipValue();
      slices.add(new JsonSlice(origin.text(), start, reader.offset()));
    }
    return slices;
  }

  /**
   * Writes the array that stood at {@code origin}, whose old elements stand at {@code before}, with
   * {@code items} in their order. The {@link Item.Kept} ones must be in ascending order.
   */
  public static void array(
      JsonOutput out, JsonSlice origin, List<JsonSlice> before, List<Item> items) {
    JsonText text = origin.text();
    String outer = leadOf(origin);
    if (items.isEmpty()) {
      out.raw("[]");
      return;
    }
    String lead = out.style().nestedLead(outer);
    String separator = lead.isEmpty() ? out.style().comma() : "," + lead;
    String close = lead.isEmpty() ? "" : outer;
    if (!before.isEmpty()) {
      lead = text.slice(origin.start() + 1, before.getFirst().start());
      separator =
          before.size() > 1
              ? text.slice(before.get(0).end(), before.get(1).start())
              : lead.isEmpty() ? out.style().comma() : "," + lead;
      close = text.slice(before.getLast().end(), origin.end() - 1);
    }
    out.raw("[" + lead);
    boolean first = true;
    for (Item item : items) {
      int index = oldIndex(item);
      if (!first && index > 0) {
        out.copy(text, before.get(index - 1).end(), before.get(index).start());
      } else if (!first) {
        out.raw(separator);
      }
      switch (item) {
        case Item.Kept _ -> out.copy(text, before.get(index).start(), before.get(index).end());
        case Item.Written written -> written.emitter().emit(lead);
      }
      first = false;
    }
    out.raw(close + "]");
  }

  private static int oldIndex(Item item) {
    return switch (item) {
      case Item.Kept(int index) -> index;
      case Item.Written(int replacing, _) -> replacing;
    };
  }

  /** The lead of the value at {@code slice}: the white space between it and what comes before. */
  static String leadOf(JsonSlice slice) {
    JsonText text = slice.text();
    int lineStart = slice.start();
    while (lineStart > text.start() && text.at(lineStart - 1) != '\n') {
      lineStart--;
    }
    if (lineStart == text.start()) {
      return text.style().rootLead();
    }
    int indentEnd = lineStart;
    while (indentEnd < slice.start() && JsonReader.isSpace(text.at(indentEnd))) {
      indentEnd++;
    }
    return text.style().newline() + text.slice(lineStart, indentEnd);
  }

  /** Writes one changed object by copying between its changed members. */
  private static final class ObjectPatch {
    private final JsonOutput out;
    private final JsonSlice origin;
    private final JsonText text;
    private final List<Member> members = new ArrayList<>();

    private record Member(String key, int keyStart, int keyEnd, int valueStart, int valueEnd) {}

    ObjectPatch(JsonOutput out, JsonSlice origin, Optional<JsonSlice> known) {
      this.out = out;
      this.origin = origin;
      this.text = origin.text();
      int knownStart = known.map(JsonSlice::start).orElse(-1);
      var reader = origin.reader();
      reader.beginObject();
      for (boolean first = true; reader.nextMember(first); first = false) {
        int keyStart = reader.keyStart() - 1;
        int keyEnd = reader.keyEnd() + 1;
        String key = reader.key();
        int valueStart = reader.offset();
        if (valueStart == knownStart) {
          reader.jumpTo(known.orElseThrow().end());
        } else {
          reader.skipValue();
        }
        members.add(new Member(key, keyStart, keyEnd, valueStart, reader.offset()));
      }
    }

    /** What becomes of the members where the object now has these. */
    Map<String, Change> changesTo(Map<String, JsonValue> now) {
      var changes = new LinkedHashMap<String, Change>();
      var there = new HashSet<String>();
      for (Member member : members) {
        JsonValue value = now.get(member.key);
        if (!there.add(member.key)) {
          continue;
        }
        if (value == null) {
          changes.put(member.key, new Change.Removed());
        } else if (!isAt(member, value)) {
          changes.put(member.key, written(value));
        }
      }
      now.forEach((key, value) -> {
        if (!there.contains(key)) {
          changes.put(key, written(value));
        }
      });
      return changes;
    }

    private Change written(JsonValue value) {
      return new Change.Written(lead -> out.value(value, lead));
    }

    /**
     * Whether a member's value is this. One that was changed since it was read here is not
     * compared: where it says the same again it is written as it was.
     */
    private boolean isAt(Member member, JsonValue value) {
      return switch (value) {
        case JsonObject object when isHere(object.origin(), member) -> object.isPristine();
        case JsonArray array when isHere(array.origin(), member) -> array.isPristine();
        default ->
            value.equals(
                JsonValue.read(text, new JsonReader(text, member.valueStart, member.valueEnd)));
      };
    }

    private boolean isHere(@Nullable JsonSlice slice, Member member) {
      return slice != null && slice.text() == text && slice.start() == member.valueStart;
    }

    void write(Map<String, Change> changes) {
      if (changes.isEmpty()) {
        out.copy(text, origin.start(), origin.end());
        return;
      }
      var left = new LinkedHashMap<>(changes);
      String lead = lead();
      boolean first = true;
      for (int i = 0; i < members.size(); i++) {
        Member member = members.get(i);
        if (changes.get(member.key) instanceof Change.Removed) {
          continue;
        }
        // Of two members with the same key only the first one counts; the other stays as it is.
        @Nullable Change change = left.remove(member.key);
        if (first) {
          out.copy(text, origin.start(), members.getFirst().keyStart);
        }
        int from = first ? member.keyStart : members.get(i - 1).valueEnd;
        out.copy(text, from, member.keyStart);
        switch (change) {
          case Change.Written(JsonOutput.Emitter emitter) -> {
            out.copy(text, member.keyStart, member.valueStart);
            emitter.emit(lead);
          }
          case null, default -> out.copy(text, member.keyStart, member.valueEnd);
        }
        first = false;
      }
      for (var change : left.entrySet()) {
        if (change.getValue() instanceof Change.Written(JsonOutput.Emitter emitter)) {
          out.raw(first ? "{" + lead : separator(lead));
          out.string(change.getKey());
          out.raw(colon());
          emitter.emit(lead);
          first = false;
        }
      }
      if (first) {
        out.raw("{}");
      } else if (members.isEmpty()) {
        out.raw((lead.isEmpty() ? "" : leadOf(origin)) + "}");
      } else {
        out.copy(text, members.getLast().valueEnd, origin.end());
      }
    }

    /** The white space before the first member, or what it would be. */
    private String lead() {
      return members.isEmpty()
          ? out.style().nestedLead(leadOf(origin))
          : text.slice(origin.start() + 1, members.getFirst().keyStart);
    }

    private String separator(String lead) {
      if (members.size() > 1) {
        return text.slice(members.get(0).valueEnd, members.get(1).keyStart);
      }
      return lead.isEmpty() ? out.style().comma() : "," + lead;
    }

    private String colon() {
      return members.isEmpty()
          ? out.style().colon()
          : text.slice(members.getFirst().keyEnd, members.getFirst().valueStart);
    }
  }
}
