package org.oddlot.practice.desk;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What Practice Desk has in its project. What it does not understand it carries as it came. */
public sealed interface Item {

  /** Its name. */
  String name();

  /** A bin. */
  record Bin(String name, List<Item> items, ObjectNode foreign) implements Item {}

  /** A timeline; {@code uid} is what Practice Desk knows it by. */
  record Sequence(
      String name, String uid, Optional<Span> start, List<Item> tracks, ObjectNode foreign)
      implements Item {}

  /** A track, or a stack of tracks within one. */
  record Lane(String name, String kind, Optional<Span> used, List<Item> items, ObjectNode foreign)
      implements Item {
    boolean isStack() {
      return kind.isEmpty();
    }
  }

  /** A clip. */
  record Clip(
      String name,
      Optional<Span> used,
      Map<String, Media> media,
      String activeMedia,
      Slate slate,
      List<Word> words,
      List<Flag> flags,
      List<JsonNode> effects,
      boolean enabled,
      String nameAtImport,
      List<Channel> channels,
      ObjectNode foreign)
      implements Item {

    /** A clip of one piece of media of which nothing is noted. */
    public static Clip of(String name, Optional<Span> used, Media media) {
      return new Clip(
          name,
          used,
          Map.of("DEFAULT_MEDIA", media),
          "DEFAULT_MEDIA",
          Slate.BLANK,
          List.of(),
          List.of(),
          List.of(),
          true,
          "",
          List.of(),
          JsonNodeFactory.instance.objectNode());
    }

    /** This to be seen and heard, or not. */
    public Clip withEnabled(boolean now) {
      return new Clip(
          name,
          used,
          media,
          activeMedia,
          slate,
          words,
          flags,
          effects,
          now,
          nameAtImport,
          channels,
          foreign);
    }

    /** The media that is used, if there is any. */
    public Optional<Media> active() {
      return Optional.ofNullable(media.get(activeMedia));
    }

    /** The part that is used, or all of the media. */
    public Optional<Span> span() {
      return used.isPresent() ? used : active().flatMap(Media::available);
    }
  }

  /** A keyword for all of a clip. */
  record Word(String word, String group) {}

  /**
   * A channel of a clip; Practice Desk counts them from zero. One that is several wide is one
   * component of so many.
   */
  record Channel(int no, String label, String bus, int wide, String shape) {}

  /** A piece of media; {@code body} is all else that the file says of it. */
  record Media(
      String schema,
      String name,
      String url,
      Optional<Span> available,
      Shoot shoot,
      ObjectNode body,
      ObjectNode foreign) {

    /** A file. */
    public static Media file(String name, String url, Span available, Shoot shoot) {
      ObjectNode body = JsonNodeFactory.instance.objectNode();
      body.set("available_image_bounds", JsonNodeFactory.instance.nullNode());
      return new Media(
          "ExternalReference.1",
          name,
          url,
          Optional.of(available),
          shoot,
          body,
          JsonNodeFactory.instance.objectNode());
    }
  }

  /** What is known of the recording of a piece of media; empty texts if nothing. */
  record Shoot(String day, String unit, String card, int tracks, int hertz) {
    public static final Shoot UNKNOWN = new Shoot("", "", "", 0, 0);
  }

  /** Empty time. */
  record Space(String name, Span span, ObjectNode foreign) implements Item {}

  /** A transition, or anything else that is carried as it came. */
  record Carried(String name, ObjectNode body) implements Item {}
}
