package org.oddlot.practice.desk;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import java.util.UUID;

/**
 * Exports a project with habits of its own: three spaces of indentation, keys in alphabetical order
 * but the schema last, a space before colons, whole numbers without a point, and a block of
 * metadata with a long opaque value. All that is noted about clips is in places that no other
 * program uses.
 */
public final class DeskWriter {
  private static final JsonNodeFactory NODES = JsonNodeFactory.instance;
  private static final int OPAQUE_BYTES = 300;

  private DeskWriter() {}

  /** The file for this item. */
  public static byte[] write(Item root) {
    var out = new StringBuilder();
    print(new DeskWriter().item(root), "", out);
    return out.toString().getBytes(StandardCharsets.UTF_8);
  }

  private ObjectNode item(Item item) {
    return switch (item) {
      case Item.Bin bin -> {
        ObjectNode node = named("SerializableCollection.1", bin.name());
        node.set("children", list(bin.items()));
        node.set("metadata", block(bin.foreign(), bin.name(), new TreeMap<>()));
        yield node;
      }
      case Item.Sequence sequence -> sequence(sequence);
      case Item.Lane lane -> lane(lane);
      case Item.Clip clip -> clip(clip);
      case Item.Space space -> {
        ObjectNode node = named("Gap.1", space.name());
        node.set("source_range", span(space.span()));
        node.set("metadata", space.foreign());
        yield common(node);
      }
      case Item.Carried carried -> carried.body();
    };
  }

  private ArrayNode list(List<Item> items) {
    ArrayNode list = NODES.arrayNode();
    items.forEach(item -> list.add(item(item)));
    return list;
  }

  private ObjectNode sequence(Item.Sequence sequence) {
    ObjectNode node = named("Timeline.1", sequence.name());
    node.set(
        "global_start_time",
        sequence.start().<JsonNode>map(s -> time(s.start(), s.rate())).orElse(NODES.nullNode()));
    ObjectNode stack = named("Stack.1", "tracks");
    stack.set("children", list(sequence.tracks()));
    stack.set("metadata", NODES.objectNode());
    stack.set("source_range", NODES.nullNode());
    node.set("tracks", common(stack));
    var own = new TreeMap<String, JsonNode>();
    own.put(
        "uid", NODES.textNode(sequence.uid().isEmpty() ? uid(sequence.name()) : sequence.uid()));
    node.set("metadata", block(sequence.foreign(), sequence.name(), own));
    return node;
  }

  private ObjectNode lane(Item.Lane lane) {
    ObjectNode node = named(lane.isStack() ? "Stack.1" : "Track.1", lane.name());
    node.set("children", list(lane.items()));
    if (!lane.isStack()) {
      node.put("kind", lane.kind());
    }
    node.set("source_range", optional(lane.used()));
    node.set("metadata", lane.foreign());
    return common(node);
  }

  private ObjectNode clip(Item.Clip clip) {
    ObjectNode node = named("Clip.2", clip.name());
    node.put("active_media_reference_key", clip.activeMedia());
    ObjectNode references = NODES.objectNode();
    clip.media().forEach((key, media) -> references.set(key, media(media)));
    node.set("media_references", references);
    node.set("source_range", optional(clip.used()));
    common(node);
    ArrayNode markers = NODES.arrayNode();
    clip.flags().forEach(flag -> markers.add(flag(flag)));
    node.set("markers", markers);
    ArrayNode effects = NODES.arrayNode();
    clip.effects().forEach(effects::add);
    node.set("effects", effects);
    node.put("enabled", clip.enabled());
    node.set("metadata", block(clip.foreign(), clip.name(), notes(clip)));
    return node;
  }

  private static Map<String, JsonNode> notes(Item.Clip clip) {
    var own = new TreeMap<String, JsonNode>();
    Slate slate = clip.slate();
    ObjectNode takes = NODES.objectNode();
    put(takes, "scene", slate.scene());
    put(takes, "setup", slate.setup());
    put(takes, "take", slate.take());
    put(takes, "unit", slate.unit());
    put(takes, "card", slate.card());
    put(takes, "day", slate.day());
    if (slate.print()) {
      takes.put("print", true);
    }
    if (!takes.isEmpty()) {
      own.put("slate", takes);
    }
    if (!slate.remarks().isEmpty()) {
      own.put("remarks", NODES.textNode(slate.remarks()));
    }
    if (!slate.cast().isEmpty()) {
      own.put("cast", NODES.textNode(String.join(", ", slate.cast())));
    }
    if (!clip.words().isEmpty()) {
      ArrayNode words = NODES.arrayNode();
      clip.words()
          .forEach(word -> put(put(words.addObject(), "word", word.word()), "group", word.group()));
      own.put("words", words);
    }
    if (!clip.channels().isEmpty()) {
      ArrayNode lanes = NODES.arrayNode();
      for (Item.Channel channel : clip.channels()) {
        ObjectNode lane = put(lanes.addObject().put("no", channel.no()), "label", channel.label());
        put(put(lane, "bus", channel.bus()), "shape", channel.shape());
        if (channel.wide() > 1) {
          lane.put("wide", channel.wide());
        }
      }
      own.put("lanes", lanes);
    }
    if (!clip.nameAtImport().isEmpty()) {
      own.put("name_at_import", NODES.textNode(clip.nameAtImport()));
    }
    return own;
  }

  private static ObjectNode media(Item.Media media) {
    ObjectNode node = media.body().deepCopy();
    node.put("OTIO_SCHEMA", media.schema());
    node.put("name", media.name());
    if (media.schema().equals("ExternalReference.1")) {
      node.put("target_url", media.url());
    }
    node.set("available_range", optional(media.available()));
    var own = new TreeMap<String, JsonNode>();
    ObjectNode shoot = NODES.objectNode();
    put(shoot, "day", media.shoot().day());
    put(shoot, "unit", media.shoot().unit());
    put(shoot, "card", media.shoot().card());
    if (!shoot.isEmpty()) {
      own.put("shoot", shoot);
    }
    if (media.shoot().tracks() > 0) {
      own.put(
          "sound",
          NODES
              .objectNode()
              .put("tracks", media.shoot().tracks())
              .put("hertz", media.shoot().hertz()));
    }
    node.set("metadata", own.isEmpty() ? media.foreign() : block(media.foreign(), "", own));
    return node;
  }

  private static ObjectNode flag(Flag flag) {
    ObjectNode node = named("Marker.2", flag.name());
    node.put("color", flag.color());
    node.put("comment", flag.remark());
    node.set("marked_range", span(flag.span()));
    ObjectNode own = NODES.objectNode();
    own.put("flag", flag.kind());
    put(own, "group", flag.group());
    put(own, "remark", flag.remark());
    put(own, "done", flag.done());
    own.put("at", flag.span().label());
    node.set("metadata", NODES.objectNode().set("practice_desk", own));
    return node;
  }

  /** The metadata with what is noted in Practice Desk's block, and the rest as it came. */
  private static ObjectNode block(ObjectNode foreign, String seed, Map<String, JsonNode> own) {
    ObjectNode metadata = foreign.deepCopy();
    ObjectNode block =
        metadata.path("practice_desk") instanceof ObjectNode there
            ? there
            : metadata.putObject("practice_desk");
    if (!seed.isEmpty() && !block.has("state")) {
      block.put("state", opaque(seed));
    }
    own.forEach(block::set);
    // What was taken over from the documented places is kept in its own from now on.
    if (metadata.path("oddlot") instanceof ObjectNode open) {
      open.remove(List.of("log", "keywords", "channels", "source", "original_name"));
      if (open.isEmpty()) {
        metadata.remove("oddlot");
      }
    }
    return metadata;
  }

  /** The program's own state of a thing: long, opaque, and not to be cut short. */
  private static String opaque(String seed) {
    var bytes = new byte[OPAQUE_BYTES];
    new Random(seed.hashCode()).nextBytes(bytes);
    return Base64.getEncoder().encodeToString(bytes);
  }

  /** The identity of a timeline that has none yet. */
  static String uid(String name) {
    return UUID.nameUUIDFromBytes(("practice desk " + name).getBytes(StandardCharsets.UTF_8))
        .toString();
  }

  private static ObjectNode named(String schema, String name) {
    return NODES.objectNode().put("OTIO_SCHEMA", schema).put("name", name);
  }

  private static ObjectNode common(ObjectNode node) {
    node.set("effects", NODES.arrayNode());
    node.set("markers", NODES.arrayNode());
    node.put("enabled", true);
    return node;
  }

  private static ObjectNode put(ObjectNode node, String key, String text) {
    return text.isEmpty() ? node : node.put(key, text);
  }

  private static JsonNode optional(Optional<Span> span) {
    return span.<JsonNode>map(DeskWriter::span).orElse(NODES.nullNode());
  }

  private static ObjectNode span(Span span) {
    ObjectNode node = NODES.objectNode().put("OTIO_SCHEMA", "TimeRange.1");
    node.set("start_time", time(span.start(), span.rate()));
    node.set("duration", time(span.duration(), span.rate()));
    return node;
  }

  private static ObjectNode time(double value, double rate) {
    return NODES
        .objectNode()
        .put("OTIO_SCHEMA", "RationalTime.1")
        .put("value", value)
        .put("rate", rate);
  }

  /** Prints a value in the house style. */
  private static void print(JsonNode node, String indent, StringBuilder out) {
    String inner = indent + "   ";
    if (node instanceof ObjectNode object) {
      if (object.isEmpty()) {
        out.append("{ }");
        return;
      }
      var members = new TreeMap<String, JsonNode>();
      object.properties().forEach(e -> members.put(e.getKey(), e.getValue()));
      JsonNode schema = members.remove("OTIO_SCHEMA");
      String separator = "{\n";
      for (var member : members.entrySet()) {
        out.append(separator).append(inner).append(quoted(member.getKey())).append(" : ");
        print(member.getValue(), inner, out);
        separator = ",\n";
      }
      if (schema != null) {
        out.append(separator).append(inner).append("\"OTIO_SCHEMA\" : ");
        print(schema, inner, out);
      }
      out.append('\n').append(indent).append('}');
    } else if (node.isArray()) {
      if (node.isEmpty()) {
        out.append("[ ]");
        return;
      }
      String separator = "[\n";
      for (JsonNode element : node) {
        out.append(separator).append(inner);
        print(element, inner, out);
        separator = ",\n";
      }
      out.append('\n').append(indent).append(']');
    } else if (node.isNumber()) {
      out.append(number(node.asDouble(), node.asText()));
    } else if (node.isTextual()) {
      out.append(quoted(node.asText()));
    } else {
      out.append(node);
    }
  }

  private static String number(double value, String spelling) {
    if (value == Math.rint(value) && Math.abs(value) < 1e15) {
      return Long.toString((long) value);
    }
    if (Math.abs(value - 24000 / 1001.0) < 1e-6) {
      return "23.976";
    }
    return spelling;
  }

  /** A string with everything but plain letters escaped, as cautious programs do. */
  private static String quoted(String text) {
    var out = new StringBuilder("\"");
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      switch (c) {
        case '"' -> out.append("\\\"");
        case '\\' -> out.append("\\\\");
        case '\n' -> out.append("\\n");
        default -> {
          if (c < 0x20 || c > 0x7E) {
            out.append(String.format(Locale.ROOT, "\\u%04x", (int) c));
          } else {
            out.append(c);
          }
        }
      }
    }
    return out.append('"').toString();
  }
}
