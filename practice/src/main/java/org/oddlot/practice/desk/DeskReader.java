package org.oddlot.practice.desk;

import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.json.JsonReadFeature;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Reads an interchange file strictly: whatever is not as it should be is complained about. */
public final class DeskReader {
  private static final JsonMapper JSON =
      JsonMapper.builder()
          .enable(JsonReadFeature.ALLOW_NON_NUMERIC_NUMBERS)
          .enable(JsonParser.Feature.STRICT_DUPLICATE_DETECTION)
          .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
          .build();

  private static final Set<String> EFFECTS =
      Set.of("Effect.1", "TimeEffect.1", "LinearTimeWarp.1", "FreezeFrame.1");

  private final List<Complaint> complaints = new ArrayList<>();

  private DeskReader() {}

  /** Takes in a file. */
  public static Project read(Path file) {
    var reader = new DeskReader();
    try {
      JsonNode root = JSON.readTree(Files.readAllBytes(file));
      if (!(root instanceof ObjectNode object)) {
        return reader.refused("", "the file holds no object");
      }
      Item item = reader.item(object, "");
      if (item instanceof Item.Carried) {
        return reader.refused("", "a file is imported whole: a bin, a timeline or a clip");
      }
      reader.checkSequences(item);
      return new Project(Optional.of(item), reader.complaints);
    } catch (JsonProcessingException e) {
      return reader.refused(
          "line " + e.getLocation().getLineNr(), "not valid: " + e.getOriginalMessage());
    } catch (IOException e) {
      return reader.refused("", "cannot be read: " + e.getMessage());
    }
  }

  private Project refused(String place, String text) {
    complaints.add(new Complaint(true, place, text));
    return new Project(Optional.empty(), complaints);
  }

  private void warn(String place, String text) {
    complaints.add(new Complaint(false, place, text));
  }

  private Item item(ObjectNode node, String path) {
    String name = text(node, "name");
    String here = path.isEmpty() ? name : path + " / " + name;
    String schema = text(node, "OTIO_SCHEMA");
    return switch (schema) {
      case "SerializableCollection.1" ->
          new Item.Bin(name, items(node.get("children"), here), foreign(node));
      case "Timeline.1" -> sequence(node, here);
      case "Stack.1", "Track.1" -> lane(node, schema.equals("Track.1"), here);
      case "Clip.2", "Clip.1" -> clip(node, here);
      case "Gap.1" -> {
        Span span = span(node.get("source_range"), here).orElse(new Span(0, 0, 24));
        yield new Item.Space(name, span, foreign(node));
      }
      case "Transition.1" -> transition(node, here);
      default -> {
        warn(here, "\"" + schema + "\" is not known here and is only carried");
        yield new Item.Carried(name, node);
      }
    };
  }

  private List<Item> items(JsonNode children, String path) {
    var items = new ArrayList<Item>();
    if (children == null || !children.isArray()) {
      warn(path, "has no list of children");
      return items;
    }
    for (JsonNode child : children) {
      if (child instanceof ObjectNode object) {
        items.add(item(object, path));
      } else {
        warn(path, "something among its children is no object and was left out");
      }
    }
    return items;
  }

  private Item sequence(ObjectNode node, String here) {
    Optional<Span> start =
        node.hasNonNull("global_start_time")
            ? time(node.get("global_start_time"), here).map(t -> new Span(t.start(), 0, t.rate()))
            : Optional.empty();
    JsonNode tracks = node.get("tracks");
    List<Item> lanes =
        tracks instanceof ObjectNode stack ? items(stack.get("children"), here) : List.of();
    if (lanes.isEmpty()) {
      warn(here, "the timeline has no tracks");
    }
    String uid = node.path("metadata").path("practice_desk").path("uid").asText("");
    return new Item.Sequence(text(node, "name"), uid, start, lanes, foreign(node));
  }

  private Item lane(ObjectNode node, boolean track, String here) {
    String kind = track ? text(node, "kind") : "";
    if (track && !kind.equals("Video") && !kind.equals("Audio") && !kind.equals("Caption")) {
      warn(here, "a track of kind \"" + kind + "\" is not known here");
    }
    List<Item> items = items(node.get("children"), here);
    if (track) {
      checkTransitions(items, here);
    }
    return new Item.Lane(
        text(node, "name"),
        kind,
        optionalSpan(node.get("source_range"), here),
        items,
        foreign(node));
  }

  private void checkTransitions(List<Item> items, String here) {
    for (int i = 0; i < items.size(); i++) {
      if (items.get(i) instanceof Item.Carried) {
        boolean between =
            i > 0
                && i < items.size() - 1
                && !(items.get(i - 1) instanceof Item.Carried)
                && !(items.get(i + 1) instanceof Item.Carried);
        if (!between && i > 0 && i < items.size() - 1) {
          warn(here, "two transitions touch each other");
        }
      }
    }
  }

  private Item transition(ObjectNode node, String here) {
    for (String offset : List.of("in_offset", "out_offset")) {
      if (time(node.get(offset), here).filter(t -> t.start() >= 0).isEmpty()) {
        warn(here, "the transition has no usable " + offset);
      }
    }
    return new Item.Carried(text(node, "name"), node);
  }

  private Item clip(ObjectNode node, String here) {
    if (text(node, "name").isEmpty()) {
      warn(here, "a clip has no name");
    }
    Map<String, Item.Media> media = new LinkedHashMap<>();
    if (node.get("media_references") instanceof ObjectNode references) {
      references
          .properties()
          .forEach(e -> media(e.getValue(), here).ifPresent(m -> media.put(e.getKey(), m)));
    } else if (node.hasNonNull("media_reference")) {
      media(node.get("media_reference"), here).ifPresent(m -> media.put("DEFAULT_MEDIA", m));
    }
    String active = node.path("active_media_reference_key").asText("DEFAULT_MEDIA");
    if (!media.containsKey(active)) {
      warn(here, "the clip has no media");
    }
    Optional<Span> used = optionalSpan(node.get("source_range"), here);
    Optional<Span> available =
        Optional.ofNullable(media.get(active)).flatMap(Item.Media::available);
    used.ifPresent(span -> {
      if (span.duration() <= 0) {
        warn(here, "the clip lasts no time");
      }
      // At half the speed half of what it lasts is used.
      Span of = span.times(Math.abs(speed(node)));
      available.ifPresent(all -> checkWithin(all, of, "the clip", here));
    });
    JsonNode metadata = node.path("metadata");
    var notes = new DeskNotes(metadata, text -> warn(here, text));
    var clip =
        new Item.Clip(
            text(node, "name"),
            used,
            media,
            active,
            notes.slate(),
            notes.words(),
            flags(node.get("markers"), available.or(() -> used), here),
            effects(node.get("effects"), here),
            node.path("enabled").asBoolean(true),
            notes.nameAtImport(),
            notes.channels(),
            foreign(node));
    Card.of(clip).ifPresent(card -> card.complaints().forEach(text -> warn(here, text)));
    return clip;
  }

  private static double speed(JsonNode clip) {
    double speed = 1;
    for (JsonNode effect : clip.path("effects")) {
      speed *= effect.path("time_scalar").asDouble(1);
    }
    return speed;
  }

  private void checkWithin(Span all, Span part, String what, String here) {
    if (!all.sameRateAs(part)) {
      warn(here, what + " is at rate " + part.rate() + ", its media at " + all.rate());
    } else if (!all.contains(part)) {
      warn(here, what + " uses media that is not there");
    }
  }

  private Optional<Item.Media> media(JsonNode node, String here) {
    if (!(node instanceof ObjectNode object)) {
      return Optional.empty();
    }
    String schema = text(object, "OTIO_SCHEMA");
    Optional<Span> available = optionalSpan(object.get("available_range"), here);
    String url = text(object, "target_url");
    switch (schema) {
      case "ExternalReference.1" -> {
        if (url.isEmpty()) {
          warn(here, "its media has no address");
        }
      }
      case "MissingReference.1", "GeneratorReference.1", "ImageSequenceReference.1" -> {}
      default -> warn(here, "media of the kind \"" + schema + "\" is not known here");
    }
    return Optional.of(
        new Item.Media(
            schema,
            text(object, "name"),
            url,
            available,
            DeskNotes.shoot(object.path("metadata")),
            object,
            foreign(object)));
  }

  private List<Flag> flags(JsonNode markers, Optional<Span> media, String here) {
    var flags = new ArrayList<Flag>();
    if (markers == null) {
      return flags;
    }
    for (JsonNode marker : markers) {
      if (!(marker instanceof ObjectNode object)) {
        continue;
      }
      String schema = text(object, "OTIO_SCHEMA");
      if (!schema.startsWith("Marker.")) {
        warn(here, "a mark of the kind \"" + schema + "\" is not known here");
        continue;
      }
      JsonNode range =
          object.has("marked_range") ? object.get("marked_range") : object.get("range");
      Optional<Span> span = span(range, here);
      if (span.isEmpty()) {
        continue;
      }
      String name = text(object, "name");
      media.ifPresent(all -> {
        if (!all.sameRateAs(span.get())
            || span.get().start() < all.start()
            || span.get().end() > all.end()) {
          warn(here, "the mark \"" + name + "\" lies outside of the media");
        }
      });
      flags.add(DeskNotes.flag(object, name, span.get(), text -> warn(here, text)));
    }
    return flags;
  }

  private List<JsonNode> effects(JsonNode effects, String here) {
    var list = new ArrayList<JsonNode>();
    if (effects != null) {
      for (JsonNode effect : effects) {
        if (!EFFECTS.contains(effect.path("OTIO_SCHEMA").asText())) {
          warn(here, "an effect of the kind \"" + effect.path("OTIO_SCHEMA").asText() + "\"");
        }
        list.add(effect);
      }
    }
    return list;
  }

  private Optional<Span> optionalSpan(JsonNode node, String here) {
    return node == null || node.isNull() ? Optional.empty() : span(node, here);
  }

  private Optional<Span> span(JsonNode node, String here) {
    if (node == null || !node.isObject()) {
      warn(here, "a range is missing");
      return Optional.empty();
    }
    Optional<Span> start = time(node.get("start_time"), here);
    Optional<Span> duration = time(node.get("duration"), here);
    if (start.isEmpty() || duration.isEmpty()) {
      return Optional.empty();
    }
    if (duration.get().start() < 0) {
      warn(here, "a range lasts less than nothing");
      return Optional.empty();
    }
    if (!start.get().sameRateAs(duration.get())) {
      warn(here, "a range starts at one rate and lasts at another");
    }
    return Optional.of(new Span(start.get().start(), duration.get().start(), start.get().rate()));
  }

  /** A time as a span without duration. */
  private Optional<Span> time(JsonNode node, String here) {
    double value = node == null ? Double.NaN : node.path("value").asDouble(Double.NaN);
    double rate = node == null ? Double.NaN : node.path("rate").asDouble(Double.NaN);
    if (!Double.isFinite(value) || !(rate > 0) || !Double.isFinite(rate)) {
      warn(here, "a time is not usable");
      return Optional.empty();
    }
    return Optional.of(new Span(value, 0, rate));
  }

  private void checkSequences(Item root) {
    var seen = new java.util.HashMap<String, String>();
    for (Item.Sequence sequence : new Project(Optional.of(root), List.of()).sequences()) {
      String other = sequence.uid().isEmpty() ? null : seen.put(sequence.uid(), sequence.name());
      if (other != null) {
        warn(sequence.name(), "has the same identity as \"" + other + "\"");
      }
    }
  }

  private static ObjectNode foreign(ObjectNode node) {
    return node.path("metadata") instanceof ObjectNode metadata ? metadata : node.objectNode();
  }

  private String text(ObjectNode node, String key) {
    JsonNode value = node.get(key);
    if (value == null || value.isNull()) {
      return "";
    }
    if (!value.isTextual()) {
      warn(node.path("name").asText(""), "\"" + key + "\" is no text");
    }
    return value.asText();
  }
}
