package org.oddlot.pass.titles;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Timebase;
import org.oddlot.format.title.StyleFiles;
import org.oddlot.format.title.TitleClip;
import org.oddlot.format.title.TitleParameters;
import org.oddlot.format.title.TitleProperty;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonLiteral;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.pass.titles.TitleOption.Piece;
import org.oddlot.profile.Field;
import org.oddlot.profile.Profile;
import org.oddlot.profile.Profiles;
import org.oddlot.text.Phrase;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;
import org.oddlot.title.SetTitle;
import org.oddlot.title.Shape;
import org.oddlot.title.Style;

/** A timeline with titles, as it is made for one shape. */
final class TitleTimeline {
  static final String KIND = "titles";

  /** What another program's layout can say of a line. */
  static final List<TitleProperty> SPELLED =
      List.of(TitleProperty.FONT, TitleProperty.WEIGHT, TitleProperty.COLOUR, TitleProperty.CASE);

  private static final int LONGEST_NAME = 60;

  private final Shape shape;
  private final Timebase.Frames frames;
  private final Looks looks;
  private final Hands hands;
  private final String file;
  private final List<String> takenOut = new ArrayList<>();

  /** Each look that captions ask for, once. */
  private final List<Style> styles = new ArrayList<>();

  private final List<Laid> titles = new ArrayList<>();
  private final List<Lane> lanes = new ArrayList<>();
  private final Profile profile;

  /** A template whose program keeps titles in another way than we do. */
  private final Optional<TitleClip> foreign;

  private final Optional<MediaReference.Generator> generator;
  private final TitleParameters.Writer parameters;

  private static final class Lane {
    private final List<Composable> items = new ArrayList<>();
    private long end;
  }

  TitleTimeline(Shape shape, Timebase.Frames frames, Looks looks, Hands hands, String file) {
    this.shape = shape;
    this.frames = frames;
    this.looks = looks;
    this.hands = hands;
    this.file = file;
    profile = looks.template().map(TitleClip::profile).orElseGet(Profiles::own);
    foreign = looks.template().filter(_ -> profile.titlePlace(Field.TITLE_LINES).isEmpty());
    generator =
        looks
            .template()
            .map(TitleClip::clip)
            .flatMap(Clip::media)
            .filter(MediaReference.Generator.class::isInstance)
            .map(MediaReference.Generator.class::cast);
    parameters =
        new TitleParameters.Writer(
            shape, generator.map(MediaReference.Generator::parameters).orElse(JsonObject.EMPTY));
  }

  /** A title that is to be laid. */
  private record Laid(Caption caption, List<String> byHand, Piece piece) {}

  /** A clip where it is to lie. */
  private record Lying(Clip clip, long start, long end) {}

  /** Takes a caption's titles. */
  void add(Caption caption, InShape stands, TitleOption way) {
    way.pieces().forEach(piece -> titles.add(new Laid(caption, stands.byHand(), piece)));
    if (way.pieces().isEmpty() && !stands.byHand().isEmpty()) {
      takenOut.add(caption.id());
    }
  }

  /** All that is laid: titles, and what somebody laid between them when they had gone out. */
  private List<Lying> lying() {
    var all = new ArrayList<Lying>();
    for (Laid laid : titles) {
      all.add(new Lying(clip(laid), laid.piece.start(), laid.piece.end()));
    }
    for (CameBack.Added added : hands.added(file, shape.toString())) {
      long start = Math.max(0, frames.count(added.start()));
      long end = Math.max(start + 1, frames.count(added.end()));
      RationalTime from =
          added
              .clip()
              .sourceRange()
              .map(range -> range.start().rescaledTo(frames.rate(), RoundingMode.HALF_UP))
              .orElseGet(() -> time(0));
      var range = TimeRange.of(from, time(end - start));
      all.add(new Lying(added.clip().withSourceRange(Optional.of(range)), start, end));
    }
    all.sort(Comparator.comparingLong(Lying::start));
    return all;
  }

  /** Lays each title on the first track that is free there. */
  private void lay() {
    for (Lying piece : lying()) {
      Lane lane =
          lanes.stream()
              .filter(each -> each.end <= piece.start())
              .findFirst()
              .orElseGet(() -> {
                var more = new Lane();
                lanes.add(more);
                return more;
              });
      if (piece.start() > lane.end) {
        lane.items.add(Gap.of(time(piece.start() - lane.end)));
      }
      lane.items.add(piece.clip());
      lane.end = piece.end();
    }
  }

  private RationalTime time(long count) {
    return RationalTime.of(count, frames.rate());
  }

  private Clip clip(Laid laid) {
    Caption caption = laid.caption;
    Piece piece = laid.piece;
    CameBack.Came came = hands.came(file, caption, shape.toString());
    Style usual = looks.style(caption);
    SetTitle title = piece.title();
    String line = title.words().replace('\n', ' ');
    String name = line.length() > LONGEST_NAME ? line.substring(0, LONGEST_NAME) : line;
    var range = TimeRange.of(time(0), time(piece.end() - piece.start()));
    Clip clip =
        came.kept().on(foreign.isPresent() ? foreign(foreign.get(), title, came) : own(title));
    JsonObject made =
        JsonObject.of("text", JsonString.of(title.words()))
            .with("in", JsonNumber.of(piece.start()))
            .with("out", JsonNumber.of(piece.end()));
    Optional<String> size = new TitleClip(clip, profile).value(TitleProperty.SIZE, 0);
    if (size.isPresent()) {
      made = made.with("size", new JsonNumber(size.get()));
    }
    double factor = title.lines().getFirst().look().size() / (usual.line(0).size() * shape.scale());
    int look = look(usual);
    made = look > 0 ? made.with("look", JsonNumber.of(look)) : made;
    if (Math.abs(factor - 1) > 1e-6) {
      made = made.with("factor", new JsonNumber(Double.toString(factor)));
    }
    for (Field field : List.of(Field.TITLE_X, Field.TITLE_Y)) {
      Optional<JsonValue> at = profile.titlePlace(field).flatMap(place -> place.get(clip));
      made = at.isPresent() ? made.with(field.key(), at.get()) : made;
    }
    JsonObject from =
        JsonObject.of("file", JsonString.of(file))
            .with("id", JsonString.of(caption.id()))
            .with("text", JsonString.of(caption.text().plain()))
            .with("made", made);
    if (!laid.byHand.isEmpty()) {
      from = from.with("hand", JsonArray.of(laid.byHand.stream().map(JsonString::of).toList()));
    }
    return clip.withName(name)
        .withSourceRange(Optional.of(range))
        .withMetadata(
            clip.metadata().with("oddlot", clip.metadata().object("oddlot").with("caption", from)));
  }

  private int look(Style style) {
    if (!styles.contains(style)) {
      styles.add(style);
    }
    return styles.indexOf(style);
  }

  /** A title in our own layout, over what else a template of ours has. */
  private Clip own(SetTitle title) {
    var media =
        new MediaReference.Generator(
            Origin.made(),
            generator.map(MediaReference.Generator::name).orElse(""),
            generator
                .map(MediaReference.Generator::generatorKind)
                .orElse(TitleParameters.GENERATOR),
            parameters.write(title),
            Optional.empty(),
            generator.map(MediaReference.Generator::metadata).orElse(JsonObject.EMPTY));
    Clip clip = Clip.of("", media, Optional.empty());
    return looks
        .template()
        .map(TitleClip::clip)
        .map(its -> clip.withEffects(its.effects()).withMetadata(its.metadata()))
        .orElse(clip);
  }

  /** A template of another program with other words, in its own layout. */
  private Clip foreign(TitleClip template, SetTitle title, CameBack.Came came) {
    Clip its = template.clip();
    Clip copy =
        new Clip(
            Origin.made(),
            its.name(),
            its.sourceRange(),
            its.mediaReferences(),
            its.activeKey(),
            List.of(),
            its.effects(),
            true,
            its.metadata());
    var changed = new TitleClip(copy, template.profile()).withText(title.words());
    double size = title.lines().getFirst().look().size();
    boolean isSmaller = Math.abs(size - looks.style().line(0).size() * shape.scale()) > 0.001;
    if (isSmaller) {
      changed = changed.with(TitleProperty.SIZE, List.of(0), Phrase.decimal(Math.rint(size), 1));
    }
    for (Restyled.Spelled each : came.look().map(Restyled::spelled).orElse(List.of())) {
      changed = changed.with(each.property(), List.of(each.line()), each.value());
    }
    return changed.clip();
  }

  /** The tracks of titles, the lowest first. */
  List<Track> tracks() {
    var tracks = new ArrayList<Track>();
    for (int i = 0; i < lanes.size(); i++) {
      if (!lanes.get(i).items.isEmpty()) {
        tracks.add(
            Track.of(i == 0 ? "Titles" : "Titles " + (i + 1), Track.VIDEO, lanes.get(i).items));
      }
    }
    return tracks;
  }

  /**
   * The timeline.
   *
   * @param of the timeline that the captions belong to; empty where they belong to none
   * @param over whether the titles lie over what is in it, or by themselves at its timecode
   */
  Timeline made(String name, Optional<Timeline> of, boolean over) {
    Timecode begins =
        of.map(its -> begins(its.recordTimecode(RationalTime.zero(frames.rate())), frames))
            .orElseGet(() -> Timecode.ofFrames(0, frames.rate(), frames.dropFrame()));
    Optional<Timeline> under = of.filter(_ -> over);
    var children = new ArrayList<TimelineObject>();
    under
        .flatMap(Timeline::tracks)
        .map(Stack::children)
        .orElse(List.of())
        .forEach(child -> children.add(off(child)));
    int top = 0;
    for (int i = 0; i < children.size(); i++) {
      boolean isVideo = children.get(i) instanceof Track track && track.kind().equals(Track.VIDEO);
      top = isVideo || !(children.get(i) instanceof Track) ? i + 1 : top;
    }
    lay();
    children.addAll(top, tracks());
    JsonObject metadata = under.map(Timeline::metadata).orElse(JsonObject.EMPTY);
    JsonObject own =
        metadata
            .object("oddlot")
            .with("kind", JsonString.of(KIND))
            .with("shape", JsonString.of(shape.toString()))
            .with(
                "frame",
                JsonObject.of("width", JsonNumber.of(shape.width()))
                    .with("height", JsonNumber.of(shape.height()))
                    .with("rate", JsonString.of(frames.rate().toString()))
                    .with("drop_frame", JsonLiteral.of(frames.dropFrame())))
            .with("style", JsonString.of(looks.style().title()))
            .with("looks", JsonArray.of(looks()))
            .with("template", template())
            .with("under", JsonNumber.of(under.map(TitleTimeline::pictures).orElse(0L)))
            .with(
                "markers",
                JsonArray.of(markers(under).map(TitleTimeline::key).map(JsonString::of).toList()))
            .with("captions", JsonArray.of(List.of(JsonString.of(file))))
            .with("made", JsonArray.of(madeOf()))
            .with("taken_out", JsonArray.of(takenOut.stream().map(JsonString::of).toList()));
    Timeline timeline =
        Timeline.of(name, Optional.of(RationalTime.of(begins.frames(), frames.rate())), List.of());
    return timeline
        .withMetadata(metadata.with("oddlot", own))
        .withChildren(List.of(stack(under, children)));
  }

  /** The looks that titles are made with, so that what is changed about one can be told. */
  private List<JsonString> looks() {
    return styles.stream().map(style -> JsonString.of(StyleFiles.write(style))).toList();
  }

  /** What the title of another program says, as that spells it. */
  private JsonObject template() {
    JsonObject its = JsonObject.EMPTY;
    if (foreign.isPresent()) {
      for (TitleProperty property : SPELLED) {
        List<JsonString> values =
            IntStream.range(0, foreign.get().looks())
                .mapToObj(look -> foreign.get().value(property, look).orElse(""))
                .map(JsonString::of)
                .toList();
        its = its.with(property.word(), JsonArray.of(values));
      }
    }
    return its;
  }

  private static long pictures(Timeline timeline) {
    return timeline.tracks().map(Stack::children).orElse(List.of()).stream()
        .filter(child -> child instanceof Track track && track.kind().equals(Track.VIDEO))
        .count();
  }

  private static Stream<Marker> markers(Optional<Timeline> under) {
    return under.flatMap(Timeline::tracks).map(Stack::markers).orElse(List.of()).stream();
  }

  /** What a marker is known by here. */
  static String key(Marker marker) {
    return marker.markedRange().start() + " " + marker.name();
  }

  /** The captions that it has titles of. */
  private List<JsonString> madeOf() {
    return titles.stream().map(laid -> laid.caption.id()).distinct().map(JsonString::of).toList();
  }

  private Stack stack(Optional<Timeline> over, List<TimelineObject> children) {
    Stack made = Stack.of("tracks", children.stream().map(child -> (Composable) child).toList());
    List<Marker> all =
        Stream.concat(markers(over), hands.markers(file, shape.toString()).stream()).toList();
    Stack noted = all.isEmpty() ? made : made.withMarkers(all);
    return over.flatMap(Timeline::tracks)
        .map(was -> noted.withMetadata(was.metadata()))
        .orElse(noted);
  }

  /** A track of captions is switched off: its words are titles now. */
  private static TimelineObject off(TimelineObject child) {
    return child instanceof Track track && track.kind().equals("Caption") && track.enabled()
        ? track.withEnabled(false)
        : child;
  }

  /** The first frame's timecode counted in frames of another rate: the same time of day. */
  private static Timecode begins(Timecode timecode, Timebase.Frames frames) {
    long nominal = frames.rate().nominal();
    long digits = timecode.frameDigits() * nominal / timecode.rate().nominal();
    long seconds = (timecode.hours() * 60L + timecode.minutes()) * 60 + timecode.seconds();
    long count = Timecode.countOf(seconds, digits, frames.rate(), frames.dropFrame());
    return Timecode.ofFrames(count, frames.rate(), frames.dropFrame());
  }
}
