package org.oddlot.pass.titles;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.oddlot.caption.Caption;
import org.oddlot.format.title.TitleClip;
import org.oddlot.format.title.TitleProperty;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonValue;
import org.oddlot.material.LaidTitle;
import org.oddlot.material.Material;
import org.oddlot.profile.Field;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;

/**
 * What was changed elsewhere in titles that were made here and came back. Each says how it was
 * made; what is otherwise now was changed by somebody. What happened to most of a timeline happened
 * to no title: it is said, and not kept.
 */
final class CameBack {
  private final Map<String, Came> byTitle = new HashMap<>();
  private final List<String> said = new ArrayList<>();

  /**
   * A title that came back.
   *
   * @param words if they are others
   * @param put where it was put
   * @param factor how much larger than the style it is now
   * @param start its first frame after the timeline's, if it begins at another
   * @param end the frame behind its last one, if it ends at another
   * @param isGone whether it is not there any more
   */
  record Came(
      Optional<String> words,
      Optional<Spot> put,
      Optional<Double> factor,
      Optional<Long> start,
      Optional<Long> end,
      boolean isGone) {
    static final Came AS_MADE =
        new Came(
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            false);
    static final Came GONE =
        new Came(
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            true);
  }

  /** A place in the picture, in parts of its width and height. */
  record Spot(double x, double y) {}

  /** A title with when it is there now, in frames after its timeline's first. */
  private record There(LaidTitle title, JsonObject from, long start, long end) {
    JsonObject made() {
      return from.object("made");
    }

    /** How much later than it was made; empty where that is not known. */
    Optional<Long> shift() {
      return made().whole("in").map(in -> start - in);
    }
  }

  /** All titles of a lot that were made here. */
  CameBack(Material material) {
    // By identity, for two timelines may be equal; and in their order.
    var byTimeline = new IdentityHashMap<Timeline, List<There>>();
    var timelines = new ArrayList<Timeline>();
    for (LaidTitle title : material.derive(LaidTitle.ALL)) {
      JsonObject from = title.title().clip().metadata().object("oddlot").object("caption");
      Optional<Timeline> timeline = title.placed().timeline();
      if (timeline.isPresent() && !from.object("made").isEmpty()) {
        List<There> its = byTimeline.get(timeline.get());
        if (its == null) {
          its = new ArrayList<>();
          byTimeline.put(timeline.get(), its);
          timelines.add(timeline.get());
        }
        its.add(there(title, from));
      }
    }
    timelines.forEach(timeline -> read(timeline, byTimeline.getOrDefault(timeline, List.of())));
  }

  private static There there(LaidTitle title, JsonObject from) {
    Placed placed = title.placed();
    long start = placed.recordOffset().map(time -> time.value()).orElse(0L);
    long length = title.title().clip().duration().map(time -> time.value()).orElse(0L);
    return new There(title, from, start, start + length);
  }

  private void read(Timeline timeline, List<There> titles) {
    JsonObject own = timeline.metadata().object("oddlot");
    String shape = own.string("shape").orElse("");
    long shift = common(titles);
    if (shift != 0) {
      said.add(
          Phrase.of(
              "most titles of %s came back %s %s; they are made where the captions are",
              timeline.name(),
              Phrase.count((int) Math.abs(shift), "frame"),
              shift > 0 ? "later" : "earlier"));
    }
    Map<String, List<There>> byCaption = new LinkedHashMap<>();
    for (There there : titles) {
      String file = there.from.string("file").orElse("");
      byCaption
          .computeIfAbsent(
              key(file, there.from.string("id").orElse(""), shape), _ -> new ArrayList<>())
          .add(there);
    }
    byCaption.forEach((key, pieces) -> byTitle.put(key, came(pieces, shift)));
    gone(timeline, own, shape, byCaption.keySet());
  }

  /** Those that were made and are not there. */
  private void gone(Timeline timeline, JsonObject own, String shape, Set<String> there) {
    var gone = new LinkedHashSet<String>();
    List<JsonValue> made = own.array("made");
    for (JsonValue file : own.array("captions")) {
      for (JsonValue id : made) {
        String key = key(file.display(), id.display(), shape);
        if (!there.contains(key)) {
          gone.add(key);
        }
      }
    }
    if (gone.size() * 2 > made.size()) {
      said.add(
          Phrase.of(
              "%s came back without %s of %s; they are made again",
              timeline.name(), Phrase.number(gone.size()), Phrase.count(made.size(), "title")));
    } else {
      gone.forEach(key -> byTitle.put(key, Came.GONE));
    }
  }

  /** How much later most titles are; zero where they have nothing in common. */
  private static long common(List<There> titles) {
    Map<Long, Long> shifts =
        titles.stream()
            .flatMap(there -> there.shift().stream())
            .collect(Collectors.groupingBy(shift -> shift, Collectors.counting()));
    // With two titles nobody knows which of them was moved.
    return shifts.entrySet().stream()
        .filter(each -> titles.size() > 2 && each.getValue() * 2 > titles.size())
        .map(Map.Entry::getKey)
        .findFirst()
        .orElse(0L);
  }

  /** One caption's title, or the two that it became. */
  private static Came came(List<There> pieces, long shift) {
    There first = pieces.getFirst();
    There last = pieces.getLast();
    boolean isOne = pieces.size() == 1;
    Optional<Long> madeIn = first.made().whole("in");
    Optional<Long> madeOut = last.made().whole("out");
    long start = first.start - shift;
    long end = last.end - shift;
    return new Came(
        words(pieces),
        isOne ? put(first) : Optional.empty(),
        isOne ? factor(first) : Optional.empty(),
        madeIn.filter(in -> in != start).map(_ -> start),
        madeOut.filter(out -> out != end).map(_ -> end),
        false);
  }

  private static Optional<String> words(List<There> pieces) {
    String now = pieces.stream().map(p -> p.title.title().text()).collect(Collectors.joining("\n"));
    String made =
        pieces.stream()
            .map(p -> p.made().string("text").orElse(""))
            .collect(Collectors.joining("\n"));
    return now.equals(made) ? Optional.empty() : Optional.of(now);
  }

  private static Optional<Spot> put(There there) {
    TitleClip title = there.title.title();
    Optional<Double> x = part(title.profile().titleText(title.clip(), Field.TITLE_X));
    Optional<Double> y = part(title.profile().titleText(title.clip(), Field.TITLE_Y));
    boolean moved =
        isOther(x, part(there.made().get("x").map(JsonValue::display)))
            || isOther(y, part(there.made().get("y").map(JsonValue::display)));
    return moved && x.isPresent() && y.isPresent()
        ? Optional.of(new Spot(x.get(), y.get()))
        : Optional.empty();
  }

  private static Optional<Double> factor(There there) {
    Optional<Double> made = number(there.made().get("size"));
    Optional<Double> now =
        there.title.title().value(TitleProperty.SIZE, 0).flatMap(CameBack::number);
    if (!isOther(now, made)) {
      return Optional.empty();
    }
    double before = number(there.made().get("factor")).orElse(1.0);
    return Optional.of(before * now.orElseThrow() / made.orElseThrow());
  }

  private static Optional<Double> number(Optional<JsonValue> value) {
    return value.filter(JsonNumber.class::isInstance).flatMap(its -> number(its.display()));
  }

  private static Optional<Double> number(String text) {
    return Optional.of(text)
        .filter(its -> its.matches("\\d{1,5}(\\.\\d{1,17})?"))
        .map(Double::valueOf)
        .filter(its -> its > 0);
  }

  /** A part of a picture, as it is written; empty where it is none. */
  private static Optional<Double> part(Optional<String> written) {
    return written.filter(text -> text.matches("[01](\\.\\d{1,17})?")).map(Double::valueOf);
  }

  private static boolean isOther(Optional<Double> now, Optional<Double> made) {
    return now.isPresent() && made.isPresent() && Math.abs(now.get() - made.get()) > 1e-9;
  }

  private static String key(String file, String id, String shape) {
    return file + "\n" + id + "\n" + shape;
  }

  /** How a caption's title came back in a shape. */
  Came of(String file, Caption caption, String shape) {
    return byTitle.getOrDefault(key(file, caption.id(), shape), Came.AS_MADE);
  }

  /** What happened to whole timelines. */
  List<String> said() {
    return List.copyOf(said);
  }
}
