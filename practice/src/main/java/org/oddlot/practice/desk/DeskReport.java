package org.oddlot.practice.desk;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectWriter;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

/** What Practice Desk shows of a file that it took in. */
public final class DeskReport {
  private static final JsonMapper JSON = new JsonMapper();
  private static final ObjectWriter PRETTY = JSON.writerWithDefaultPrettyPrinter();

  private DeskReport() {}

  /** As a JSON document; {@code docs/json.md} describes it. */
  public static String json(String file, Project project) {
    ObjectNode root = JSON.createObjectNode();
    root.put("file", file);
    ArrayNode bins = root.putArray("bins");
    ArrayNode timelines = root.putArray("timelines");
    ArrayNode clips = root.putArray("clips");
    project.walk((path, item) -> {
      switch (item) {
        case Item.Bin bin -> bins.addObject().put("path", path).put("items", bin.items().size());
        case Item.Sequence sequence ->
            timelines
                .addObject()
                .put("name", sequence.name())
                .put("uid", sequence.uid())
                .put("start", sequence.start().map(Span::label).orElse("00:00:00:00"))
                .put("tracks", sequence.tracks().size());
        case Item.Clip clip -> clip(clips.addObject(), path, clip);
        case Item.Lane _, Item.Space _, Item.Carried _ -> {}
      }
    });
    stacks(root.putArray("stacks"), project);
    ArrayNode warnings = root.putArray("warnings");
    ArrayNode refusals = root.putArray("refusals");
    project
        .complaints()
        .forEach(c ->
            (c.refusal() ? refusals : warnings)
                .addObject()
                .put("place", c.place())
                .put("text", c.text()));
    try {
      return PRETTY.writeValueAsString(root);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }

  /** The stacks that lie in bins, such as synced clips. */
  private static void stacks(ArrayNode stacks, Project project) {
    project.walk((path, item) -> {
      if (item instanceof Item.Bin bin) {
        for (Item inside : bin.items()) {
          if (inside instanceof Item.Lane lane && lane.isStack()) {
            ArrayNode tracks =
                stacks.addObject().put("name", lane.name()).put("bin", path).putArray("tracks");
            lane.items().forEach(track -> tracks.add(track.name()));
          }
        }
      }
    });
  }

  private static void clip(ObjectNode node, String path, Item.Clip clip) {
    node.put("name", clip.name()).put("path", path);
    clip.span()
        .ifPresent(span ->
            node.put("start", span.label())
                .put("frames", span.duration())
                .put("rate", span.rate()));
    clip.active().ifPresent(media -> node.put("media", media.url()));
    Slate slate = clip.slate();
    node.put("scene", slate.scene())
        .put("shot", slate.setup())
        .put("take", slate.take())
        .put("camera", slate.unit())
        .put("roll", slate.card())
        .put("circled", slate.print())
        .put("date", slate.day())
        .put("notes", slate.remarks());
    ArrayNode people = node.putArray("people");
    slate.cast().forEach(people::add);
    ArrayNode keywords = node.putArray("keywords");
    clip.words()
        .forEach(word -> keywords.addObject().put("word", word.word()).put("group", word.group()));
    ArrayNode channels = node.putArray("channels");
    clip.channels()
        .forEach(channel ->
            channels
                .addObject()
                .put("no", channel.no())
                .put("label", channel.label())
                .put("bus", channel.bus())
                .put("wide", channel.wide()));
    Card.of(clip)
        .ifPresent(card ->
            node.putObject("card")
                .put("words", card.words())
                .put("face", card.face())
                .put("height", card.height())
                .put("from_left", card.fromLeft())
                .put("from_top", card.fromTop()));
    node.put("enabled", clip.enabled());
    ArrayNode flags = node.putArray("marks");
    clip.flags()
        .forEach(flag ->
            flags
                .addObject()
                .put("kind", flag.kind())
                .put("name", flag.name())
                .put("group", flag.group())
                .put("text", flag.remark())
                .put("done", flag.done())
                .put("at", flag.span().label())
                .put("frames", flag.span().duration()));
  }

  /** In a few lines. */
  public static String text(String file, Project project) {
    var out = new StringBuilder();
    out.append("Practice Desk, ").append(file).append('\n');
    project.complaints().forEach(complaint -> out.append("  ").append(complaint).append('\n'));
    if (project.root().isEmpty()) {
      return out.append("  Nothing was taken in.\n").toString();
    }
    project.walk((path, item) -> {
      if (item instanceof Item.Bin bin) {
        long clips = bin.items().stream().filter(Item.Clip.class::isInstance).count();
        out.append("  bin       ").append(path).append(", ").append(clips).append(" clips\n");
      } else if (item instanceof Item.Sequence sequence) {
        out.append("  timeline  ")
            .append(sequence.name())
            .append(", ")
            .append(sequence.tracks().size())
            .append(" tracks\n");
      }
    });
    long logged = project.clips().stream().filter(c -> !c.slate().equals(Slate.BLANK)).count();
    long marks = project.clips().stream().mapToLong(c -> c.flags().size()).sum();
    out.append("  clips     ")
        .append(project.clips().size())
        .append(", ")
        .append(logged)
        .append(" with scene or take, ")
        .append(marks)
        .append(" marks\n");
    return out.append(
            project.isClean() ? "  Taken in without a warning.\n" : "  Taken in with the above.\n")
        .toString();
  }
}
