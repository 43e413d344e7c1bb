package org.oddlot.practice.desk;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;

/**
 * What metadata says about a clip: in Practice Desk's own places, and where those have nothing, in
 * the documented places of {@code metadata.oddlot}.
 */
final class DeskNotes {
  private static final Set<String> KINDS = Set.of("word", "pick", "remark", "part");
  private static final Map<String, String> OPEN_KINDS =
      Map.of("keyword", "word", "select", "pick", "note", "remark", "chapter", "part");

  private final JsonNode own;
  private final JsonNode open;
  private final Consumer<String> warn;

  DeskNotes(JsonNode metadata, Consumer<String> warn) {
    this.own = metadata.path("practice_desk");
    this.open = metadata.path("oddlot");
    this.warn = warn;
  }

  Slate slate() {
    JsonNode slate = own.path("slate");
    JsonNode log = open.path("log");
    return new Slate(
        either(slate.path("scene"), log.path("scene")),
        either(slate.path("setup"), log.path("shot")),
        either(slate.path("take"), log.path("take")),
        either(slate.path("unit"), log.path("camera")),
        either(slate.path("card"), log.path("roll")),
        print(slate.path("print"), log.path("circled")),
        either(slate.path("day"), log.path("date")),
        either(own.path("remarks"), log.path("notes")),
        own.has("cast") ? cast(own.path("cast")) : names(log.path("people")));
  }

  private String either(JsonNode first, JsonNode second) {
    JsonNode value = first.isMissingNode() ? second : first;
    if (!value.isMissingNode() && !value.isTextual()) {
      warn.accept("\"" + value + "\" should be a text");
    }
    return value.asText("");
  }

  private boolean print(JsonNode first, JsonNode second) {
    JsonNode value = first.isMissingNode() ? second : first;
    if (!value.isMissingNode() && !value.isBoolean()) {
      warn.accept("whether the take is printed should be true or false, not " + value);
    }
    return value.asBoolean(false);
  }

  /** Practice Desk writes names in one text with commas. */
  private static List<String> cast(JsonNode text) {
    return Arrays.stream(text.asText("").split(",", -1))
        .map(String::strip)
        .filter(name -> !name.isEmpty())
        .toList();
  }

  private static List<String> names(JsonNode list) {
    var names = new ArrayList<String>();
    list.forEach(name -> names.add(name.asText()));
    return names;
  }

  List<Item.Word> words() {
    var words = new ArrayList<Item.Word>();
    own.path("words")
        .forEach(
            w -> words.add(new Item.Word(w.path("word").asText(), w.path("group").asText(""))));
    open.path("keywords")
        .forEach(
            w -> words.add(new Item.Word(w.path("text").asText(), w.path("category").asText(""))));
    for (Item.Word word : words) {
      if (word.word().isBlank()) {
        warn.accept("a keyword is empty");
      }
    }
    return words.stream().distinct().toList();
  }

  /**
   * The channels of a clip: in Practice Desk's own list, counted from zero, else in the open one.
   */
  List<Item.Channel> channels() {
    var channels = new ArrayList<Item.Channel>();
    own.path("lanes")
        .forEach(lane ->
            channels.add(
                new Item.Channel(
                    lane.path("no").asInt(-1),
                    lane.path("label").asText(""),
                    lane.path("bus").asText(""),
                    lane.path("wide").asInt(1),
                    lane.path("shape").asText(""))));
    if (channels.isEmpty()) {
      open.path("channels")
          .forEach(channel ->
              channels.add(
                  new Item.Channel(
                      channel.path("channel").asInt(1) - 1,
                      channel.path("name").asText(""),
                      channel.path("role").asText("").replaceFirst("/", ": "),
                      channel.path("channels").asInt(1),
                      channel.path("layout").asText(""))));
    }
    var seen = new HashSet<Integer>();
    for (Item.Channel channel : channels) {
      if (channel.no() < 0 || !seen.add(channel.no())) {
        warn.accept("channel " + channel.no() + " cannot be, or is there twice");
      }
      if (!channel.bus().isEmpty() && !channel.bus().contains(": ")) {
        warn.accept("\"" + channel.bus() + "\" is no bus; one is written \"Stem: Name\"");
      }
    }
    return channels;
  }

  String nameAtImport() {
    return own.path("name_at_import").asText(open.path("original_name").asText(""));
  }

  static Item.Shoot shoot(JsonNode metadata) {
    JsonNode shoot = metadata.path("practice_desk").path("shoot");
    JsonNode sound = metadata.path("practice_desk").path("sound");
    JsonNode source = metadata.path("oddlot").path("source");
    return new Item.Shoot(
        shoot.path("day").asText(source.path("recorded").asText("")),
        shoot.path("unit").asText(source.path("camera").asText("")),
        shoot.path("card").asText(source.path("reel").asText("")),
        sound.path("tracks").asInt(source.path("channels").asInt(0)),
        sound.path("hertz").asInt(source.path("sample_rate").asInt(0)));
  }

  static Flag flag(ObjectNode marker, String name, Span span, Consumer<String> warn) {
    JsonNode own = marker.path("metadata").path("practice_desk");
    JsonNode open = marker.path("metadata").path("oddlot");
    String kind =
        own.path("flag").asText(OPEN_KINDS.getOrDefault(open.path("kind").asText(""), "remark"));
    if (!KINDS.contains(kind)) {
      warn.accept("a mark of the kind \"" + kind + "\" is not known here");
    }
    if (name.isBlank()) {
      warn.accept("a mark says nothing");
    }
    return new Flag(
        kind,
        name,
        own.path("group").asText(open.path("category").asText("")),
        own.path("remark").asText(open.path("text").asText(marker.path("comment").asText(""))),
        own.path("done").asText(open.path("done").asText("")),
        span,
        marker.path("color").asText(""));
  }
}
