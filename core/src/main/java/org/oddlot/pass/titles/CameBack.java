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
import java.util.function.Function;
import java.util.stream.Collectors;
import org.oddlot.caption.Caption;
import org.oddlot.format.title.StyleFiles;
import org.oddlot.format.title.TitleClip;
import org.oddlot.format.title.TitleParameters;
import org.oddlot.format.title.TitleProperty;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonValue;
import org.oddlot.material.LaidTitle;
import org.oddlot.material.Material;
import org.oddlot.problem.Problems;
import org.oddlot.profile.Field;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Effect;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;
import org.oddlot.timeline.Transition;
import org.oddlot.title.Style;

/**
 * What was changed elsewhere in titles that were made here and came back. Each says how it was
 * made; what is otherwise now was changed by somebody, and so is what was changed before it was
 * made. What happened to most of a timeline happened to no title: it is said, and not kept.
 */
final class CameBack {
  private final Map<String, Came> byTitle = new HashMap<>();
  private final Map<String, List<Added>> added = new HashMap<>();
  private final Map<String, List<Marker>> markers = new HashMap<>();
  private final List<String> said = new ArrayList<>();

  /**
   * A title that came back.
   *
   * @param words if they are others
   * @param put where it was put
   * @param factor how much larger than the style it is now
   * @param start its first frame after the timeline's, if it begins at another
   * @param end the frame behind its last one, if it ends at another
   * @param look what is otherwise about its look
   * @param kept what lies on it
   * @param isGone whether it is not there any more
   */
  record Came(
      Optional<String> words,
      Optional<Spot> put,
      Optional<Double> factor,
      Optional<Long> start,
      Optional<Long> end,
      Optional<Restyled> look,
      Kept kept,
      boolean isGone) {
    static final Came AS_MADE = nothing(false);
    static final Came GONE = nothing(true);

    private static Came nothing(boolean isGone) {
      return new Came(
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Kept.NOTHING,
          isGone);
    }

    /** What of it was changed, as documents say it. */
    List<String> aspects() {
      var aspects = new ArrayList<String>();
      words.ifPresent(_ -> aspects.add("words"));
      put.ifPresent(_ -> aspects.add("place"));
      factor.ifPresent(_ -> aspects.add("size"));
      if (start.isPresent() || end.isPresent()) {
        aspects.add("time");
      }
      look.ifPresent(_ -> aspects.add("look"));
      aspects.addAll(kept.aspects());
      return aspects;
    }
  }

  /**
   * What lies on a title.
   *
   * @param effects those on it
   * @param enabled whether it is seen
   */
  record Kept(List<Marker> markers, List<Effect> effects, boolean enabled) {
    static final Kept NOTHING = new Kept(List.of(), List.of(), true);

    Kept {
      markers = List.copyOf(markers);
      effects = List.copyOf(effects);
    }

    /** A clip with this on it. */
    Clip on(Clip clip) {
      Clip its = markers.isEmpty() ? clip : clip.withMarkers(markers);
      its = effects.size() > clip.effects().size() ? its.withEffects(effects) : its;
      return enabled ? its : its.withEnabled(false);
    }

    private List<String> aspects() {
      var aspects = new ArrayList<String>();
      if (!markers.isEmpty()) {
        aspects.add("markers");
      }
      if (!enabled) {
        aspects.add("switched off");
      }
      return aspects;
    }
  }

  /**
   * Something that somebody laid between the titles.
   *
   * @param start in seconds after the timeline's first frame
   */
  record Added(Clip clip, Rational start, Rational end) {}

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

    /** Whether somebody had changed this about it before it was made. */
    boolean isByHand(String aspect) {
      return from.array("hand").stream().anyMatch(each -> each.display().equals(aspect));
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
    timelines.forEach(
        timeline -> new Reading(timeline, byTimeline.getOrDefault(timeline, List.of())).read());
  }

  private static There there(LaidTitle title, JsonObject from) {
    Placed placed = title.placed();
    long start = placed.recordOffset().map(RationalTime::value).orElse(0L);
    long length = title.title().clip().duration().map(RationalTime::value).orElse(0L);
    return new There(title, from, start, start + length);
  }

  /** One timeline of titles as it is read. */
  private final class Reading {
    private final Timeline timeline;
    private final List<There> titles;
    private final JsonObject own;
    private final String shape;
    private final List<Optional<Style>> looks;
    private final double scale;
    private final long shift;

    Reading(Timeline timeline, List<There> titles) {
      this.timeline = timeline;
      this.titles = titles;
      own = timeline.metadata().object("oddlot");
      shape = own.string("shape").orElse("");
      looks =
          own.array("looks").stream()
              .map(yaml -> StyleFiles.read(yaml.display(), new Problems("looks")))
              .toList();
      JsonObject frame = own.object("frame");
      long side = Math.min(frame.whole("width").orElse(1080L), frame.whole("height").orElse(1080L));
      scale = side > 0 ? side / 1080.0 : 1;
      shift = common(titles);
    }

    void read() {
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
        byCaption.computeIfAbsent(key(there), _ -> new ArrayList<>()).add(there);
      }
      var copies = new ArrayList<There>();
      byCaption.forEach((key, pieces) -> {
        copies.addAll(takeCopies(pieces));
        byTitle.put(key, came(pieces));
      });
      gone(byCaption.keySet());
      laidBetween(copies);
    }

    private String key(There there) {
      return CameBack.key(
          there.from.string("file").orElse(""), there.from.string("id").orElse(""), shape);
    }

    /**
     * Titles that somebody made of others by copying them; the one that stands where it was stays.
     */
    private List<There> takeCopies(List<There> pieces) {
      Map<Optional<Long>, Integer> nearest = new HashMap<>();
      for (int i = 0; i < pieces.size(); i++) {
        nearest.merge(
            pieces.get(i).made().whole("in"),
            i,
            (one, other) -> distance(pieces.get(other)) < distance(pieces.get(one)) ? other : one);
      }
      var copies = new ArrayList<There>();
      for (int i = pieces.size() - 1; i >= 0; i--) {
        if (nearest.getOrDefault(pieces.get(i).made().whole("in"), i) != i) {
          copies.addFirst(pieces.remove(i));
        }
      }
      return copies;
    }

    private long distance(There there) {
      return Math.abs(there.shift().orElse(0L) - shift);
    }

    /** Those that were made and are not there. */
    private void gone(Set<String> there) {
      var gone = new LinkedHashSet<String>();
      List<JsonValue> made = own.array("made");
      for (JsonValue file : own.array("captions")) {
        for (JsonValue id : made) {
          String key = CameBack.key(file.display(), id.display(), shape);
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
      for (JsonValue file : own.array("captions")) {
        for (JsonValue id : own.array("taken_out")) {
          byTitle.putIfAbsent(CameBack.key(file.display(), id.display(), shape), Came.GONE);
        }
      }
    }

    /** One caption's title, or the two that it became. */
    private Came came(List<There> pieces) {
      There first = pieces.getFirst();
      There last = pieces.getLast();
      boolean isOne = pieces.size() == 1;
      boolean isTimed = first.isByHand("time");
      long start = first.start - shift;
      long end = last.end - shift;
      return new Came(
          words(pieces),
          isOne ? put(first) : Optional.empty(),
          isOne ? factor(first) : Optional.empty(),
          first.made().whole("in").filter(in -> in != start || isTimed).map(_ -> start),
          last.made().whole("out").filter(out -> out != end || isTimed).map(_ -> end),
          isOne ? restyled(first) : Optional.empty(),
          isOne ? kept(first) : Kept.NOTHING,
          false);
    }

    private Optional<Restyled> restyled(There there) {
      int look = Math.toIntExact(Math.min(there.made().whole("look").orElse(0L), 1_000_000));
      if (look >= looks.size() || looks.get(look).isEmpty()) {
        return Optional.empty();
      }
      Style made = looks.get(look).get();
      TitleClip title = there.title.title();
      var its =
          new Restyled(
              title.looks(), made, TitleParameters.style(title, scale, made), spelled(title));
      return its.isNone() ? Optional.empty() : Optional.of(its);
    }

    /** What another program's layout says otherwise than the title that it was made after. */
    private List<Restyled.Spelled> spelled(TitleClip title) {
      JsonObject before = own.object("template");
      var spelled = new ArrayList<Restyled.Spelled>();
      for (TitleProperty property : TitleTimeline.SPELLED) {
        List<JsonValue> was = before.array(property.word());
        for (int look = 0; look < was.size(); look++) {
          Optional<String> is = title.value(property, look);
          if (is.isPresent() && !is.get().equals(was.get(look).display())) {
            spelled.add(new Restyled.Spelled(property, look, is.get()));
          }
        }
      }
      return spelled;
    }

    /** What was laid on the tracks of titles and is none of them, and markers on all of it. */
    private void laidBetween(List<There> copies) {
      var its = new ArrayList<Added>();
      var noted = new ArrayList<Marker>();
      int transitions = 0;
      for (There copy : copies) {
        its.add(added(copy.title.placed(), copy.title.title().clip()));
      }
      for (Placed track : tracks()) {
        noted.addAll(((Track) track.object()).markers());
        var children = new ArrayList<Placed>();
        track.forEachChild(children::add);
        for (Placed child : children) {
          if (child.object() instanceof Transition) {
            transitions++;
          } else if (child.object() instanceof Clip clip
              && clip.metadata().object("oddlot").object("caption").isEmpty()) {
            its.add(added(child, clip));
          }
        }
      }
      if (transitions > 0) {
        said.add(
            Phrase.of(
                "%s between titles of %s; %s, the titles are laid anew",
                Phrase.count(transitions, "transition"),
                timeline.name(),
                transitions == 1 ? "it is not kept" : "they are not kept"));
      }
      Set<String> known =
          own.array("markers").stream().map(JsonValue::display).collect(Collectors.toSet());
      timeline
          .tracks()
          .ifPresent(stack ->
              stack.markers().stream()
                  .filter(marker -> !known.contains(TitleTimeline.key(marker)))
                  .forEach(noted::add));
      for (JsonValue file : own.array("captions")) {
        String key = CameBack.key(file.display(), "", shape);
        added.computeIfAbsent(key, _ -> new ArrayList<>()).addAll(its);
        markers.computeIfAbsent(key, _ -> new ArrayList<>()).addAll(noted);
      }
    }

    private Added added(Placed placed, Clip clip) {
      Rational start =
          placed.recordOffset().map(at -> at.plusCounts(-shift).seconds()).orElse(Rational.ZERO);
      Rational length = clip.duration().map(RationalTime::seconds).orElse(Rational.ZERO);
      JsonObject ours = clip.metadata().object("oddlot").without("caption");
      Clip bare =
          clip.metadata().get("oddlot").isEmpty()
              ? clip
              : clip.withMetadata(
                  ours.isEmpty()
                      ? clip.metadata().without("oddlot")
                      : clip.metadata().with("oddlot", ours));
      return new Added(bare, start, start.plus(length));
    }

    /** The tracks that titles lie on, and those that were put above what lay there. */
    private List<Placed> tracks() {
      long under = own.whole("under").orElse((long) Integer.MAX_VALUE);
      Set<TimelineObject> ours =
          titles.stream()
              .flatMap(there -> there.title.placed().parent().stream())
              .map(Placed::object)
              .collect(
                  Collectors.toCollection(
                      () -> java.util.Collections.newSetFromMap(new IdentityHashMap<>())));
      var tracks = new ArrayList<Placed>();
      Placed root = titles.getFirst().title.placed().parent().flatMap(Placed::parent).orElseThrow();
      root.forEachChild(child -> {
        if (child.object() instanceof Track track
            && track.kind().equals(Track.VIDEO)
            && (ours.contains(track) || child.ordinalOfItsKind() >= under)) {
          tracks.add(child);
        }
      });
      return tracks;
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

  private static Optional<String> words(List<There> pieces) {
    String now = text(pieces, p -> p.title.title().text());
    String made = text(pieces, p -> p.made().string("text").orElse(""));
    boolean isByHand = pieces.getFirst().isByHand("words");
    return now.equals(made) && !isByHand ? Optional.empty() : Optional.of(now);
  }

  private static String text(List<There> pieces, Function<There, String> of) {
    return pieces.stream().map(of).collect(Collectors.joining("\n"));
  }

  private static Optional<Spot> put(There there) {
    TitleClip title = there.title.title();
    Optional<Double> x = part(title.profile().titleText(title.clip(), Field.TITLE_X));
    Optional<Double> y = part(title.profile().titleText(title.clip(), Field.TITLE_Y));
    boolean moved =
        isOther(x, part(there.made().get("x").map(JsonValue::display)))
            || isOther(y, part(there.made().get("y").map(JsonValue::display)));
    return (moved || there.isByHand("place")) && x.isPresent() && y.isPresent()
        ? Optional.of(new Spot(x.get(), y.get()))
        : Optional.empty();
  }

  private static Optional<Double> factor(There there) {
    Optional<Double> made = number(there.made().get("size"));
    Optional<Double> now =
        there.title.title().value(TitleProperty.SIZE, 0).flatMap(CameBack::number);
    boolean isByHand = there.isByHand("size") && now.isPresent() && made.isPresent();
    if (!isOther(now, made) && !isByHand) {
      return Optional.empty();
    }
    double before = number(there.made().get("factor")).orElse(1.0);
    return Optional.of(before * now.orElseThrow() / made.orElseThrow());
  }

  private static Kept kept(There there) {
    Clip clip = there.title.title().clip();
    return new Kept(clip.markers(), clip.effects(), clip.enabled());
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

  /** What was laid between the titles of captions in a shape. */
  List<Added> added(String file, String shape) {
    return added.getOrDefault(key(file, "", shape), List.of());
  }

  /** Markers that were set there, on tracks and on the timeline. */
  List<Marker> markers(String file, String shape) {
    return markers.getOrDefault(key(file, "", shape), List.of());
  }

  /** What happened to whole timelines. */
  List<String> said() {
    return List.copyOf(said);
  }
}
