package org.oddlot.demo;

import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.oddlot.practice.desk.DeskWriter;
import org.oddlot.practice.desk.Item;
import org.oddlot.practice.desk.Span;
import org.oddlot.text.Phrase;

/**
 * The first day as Practice Desk exports it: a bin of the clips of two cameras, and a rough cut.
 */
final class DayOne {
  /** What is done with it by itself; see {@link DemoDay}. */
  static final List<String> TOUR =
      List.of(
          "station intake",
          "select intake-rows 1",
          "picture intake",
          "station match",
          "select match-rows 1",
          "picture match",
          "report Before anything is decided",
          "accept match",
          "station tag",
          "press tab-all",
          "select tag-rows 1",
          "picture tag",
          "station return",
          "write",
          "select return-rows 0",
          "select ledger-rows 14",
          "picture return",
          "report After the doubtful ones were settled",
          "written");

  private static final JsonNodeFactory NODES = JsonNodeFactory.instance;

  /** Clips that no log speaks of: a lens test, a slate by itself, and the sea for its own sake. */
  private static final List<RawClip> UNLOGGED =
      List.of(
          new RawClip("A000C001", DayOneTakes.at(8, 2, 40, 3), 24 * 11),
          new RawClip("B000C001", DayOneTakes.at(8, 3, 2, 19), 24 * 9),
          new RawClip("A003C017", DayOneTakes.at(17, 20, 31, 8), 24 * 74));

  private final List<RawClip> clips = new ArrayList<>();

  /**
   * A clip as the camera recorded it.
   *
   * @param name its name
   * @param start its first frame, in frames of the day
   * @param frames how long it is
   */
  record RawClip(String name, long start, long frames) {
    char camera() {
      return name.charAt(0);
    }
  }

  DayOne(List<Take> takes) {
    for (Take take : takes) {
      clips.add(new RawClip(take.clipA(), take.start(), take.frames()));
      if (!take.clipB().isEmpty()) {
        clips.add(new RawClip(take.clipB(), take.start() + take.lagB(), take.frames() - 30));
      }
    }
    clips.addAll(UNLOGGED);
    // The trigger bounced: a clip of eight frames, and the take itself one frame later.
    RawClip bounced = clip("A002C003");
    clips.add(new RawClip("A002C003B", bounced.start - 9, 8));
    clips.sort(Comparator.comparing(RawClip::name));
  }

  List<RawClip> clips() {
    return clips;
  }

  RawClip clip(String name) {
    return clips.stream().filter(clip -> clip.name.equals(name)).findFirst().orElseThrow();
  }

  /** The file that Practice Desk exports. */
  byte[] export() {
    var cameraA = new ArrayList<Item>();
    var cameraB = new ArrayList<Item>();
    for (RawClip clip : clips) {
      (clip.camera() == 'A' ? cameraA : cameraB).add(item(clip, Optional.empty()));
    }
    Item day =
        new Item.Bin(
            "Day 1",
            List.of(
                new Item.Bin("Camera A", cameraA, NODES.objectNode()),
                new Item.Bin("Camera B", cameraB, NODES.objectNode())),
            NODES.objectNode());
    Item root =
        new Item.Bin("The Night Ferry to Orrin", List.of(day, roughCut()), NODES.objectNode());
    return DeskWriter.write(root);
  }

  private static Item item(RawClip clip, Optional<Span> used) {
    var span = new Span(clip.start, clip.frames, DayOneTakes.RATE);
    return Item.Clip.of(
        clip.name,
        used,
        Item.Media.file(
            clip.name,
            Phrase.of("media/day1/%s/%s.mov", DayOneTakes.card(clip.name), clip.name),
            span,
            new Item.Shoot(
                DayOneTakes.DATE,
                String.valueOf(clip.camera()),
                DayOneTakes.card(clip.name),
                2,
                48_000)));
  }

  /** Thirteen shots in an order that somebody liked, with a hole, a dissolve and a slow one. */
  private Item roughCut() {
    var video = new ArrayList<Item>();
    var sound = new ArrayList<Item>();
    String[] order = {
      "A001C003",
      "B001C003",
      "A001C009",
      "A001C012",
      "A001C015",
      "B001C009",
      "A002C003",
      "B001C012",
      "A002C006",
      "A002C009",
      "A002C012",
      "B002C001",
      "A003C002"
    };
    for (int i = 0; i < order.length; i++) {
      RawClip clip = clip(order[i]);
      long head = 40 + 11L * i % 37;
      long length = Math.min(70 + 23L * i % 120, clip.frames - head - 20);
      var used = new Span(clip.start + head, length, DayOneTakes.RATE);
      Item use = item(clip, Optional.of(used));
      video.add(use);
      sound.add(use);
      if (i == 4) {
        video.add(gap(36));
        sound.add(gap(36));
      } else if (i == 8) {
        video.add(new Item.Carried("dissolve", dissolve()));
      }
    }
    var start = new Span(86_400, 0, 24);
    return new Item.Sequence(
        "Ferry rough cut",
        "",
        Optional.of(start),
        List.of(
            new Item.Lane("V1", "Video", Optional.empty(), video, NODES.objectNode()),
            new Item.Lane("A1", "Audio", Optional.empty(), sound, NODES.objectNode())),
        NODES.objectNode());
  }

  private static Item gap(long frames) {
    return new Item.Space("", new Span(0, frames, DayOneTakes.RATE), NODES.objectNode());
  }

  private static ObjectNode dissolve() {
    ObjectNode node = NODES.objectNode();
    node.put("OTIO_SCHEMA", "Transition.1").put("name", "dissolve");
    node.put("transition_type", "SMPTE_Dissolve");
    node.set("in_offset", time(6));
    node.set("out_offset", time(6));
    node.set("metadata", NODES.objectNode());
    return node;
  }

  private static ObjectNode time(long frames) {
    return NODES
        .objectNode()
        .put("OTIO_SCHEMA", "RationalTime.1")
        .put("value", frames)
        .put("rate", DayOneTakes.RATE);
  }
}
