package org.oddlot.format.caption;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Caption.Height;
import org.oddlot.caption.Caption.Placement;
import org.oddlot.caption.Caption.Side;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Mark;
import org.oddlot.caption.Markup;
import org.oddlot.caption.Original;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;

/**
 * Captions as a track of a timeline: a track of kind {@code Caption}, a clip for each caption whose
 * media is generated from its {@code text}; see {@code docs/conventions-otio.md}. Its times are
 * counted from the timeline's first frame, after the timeline's own start.
 */
public final class CaptionTracks {
  /** The kind of such a track. */
  public static final String KIND = "Caption";

  private static final String GENERATOR = "oddlot.caption";

  private CaptionTracks() {}

  /**
   * The track that captions were read from.
   *
   * @param track the track
   * @param clips the clip of each caption
   * @param start the timeline's start
   * @param captions as they were read
   */
  public record TrackOriginal(Track track, List<Clip> clips, Rational start, List<Caption> captions)
      implements Original {
    public TrackOriginal {
      clips = List.copyOf(clips);
      captions = List.copyOf(captions);
    }

    @Override
    public String format() {
      return "caption track";
    }
  }

  /**
   * The captions in the timelines under {@code root}, a set for each track.
   *
   * @param name what the file is known by in the lot
   */
  public static List<Captions> in(String name, TimelineObject root) {
    var all = new ArrayList<Captions>();
    var timelines = new ArrayList<Timeline>();
    Placed.root(root)
        .walk(placed -> {
          if (placed.object() instanceof Timeline timeline) {
            timelines.add(timeline);
          }
        });
    for (Timeline timeline : timelines) {
      for (TimelineObject child : timeline.tracks().map(Stack::children).orElse(List.of())) {
        if (child instanceof Track track && isCaptions(track)) {
          all.add(captions(name, timeline, track, all.size()));
        }
      }
    }
    return all;
  }

  private static boolean isCaptions(Track track) {
    return track.kind().equalsIgnoreCase(KIND)
        && track.children().stream().anyMatch(Clip.class::isInstance);
  }

  private static Captions captions(String name, Timeline timeline, Track track, int before) {
    FrameRate rate =
        timeline
            .editRate()
            .or(() -> track.trimmedRange().map(range -> range.start().rate()))
            .orElse(FrameRate.FPS_25);
    Rational start = timeline.globalStart().map(RationalTime::seconds).orElse(Rational.ZERO);
    var captions = new ArrayList<Caption>();
    var clips = new ArrayList<Clip>();
    Rational at = start;
    for (Composable child : track.children()) {
      Rational length =
          child instanceof Item item
              ? item.duration().map(RationalTime::seconds).orElse(Rational.ZERO)
              : Rational.ZERO;
      if (child instanceof Clip clip && clip.enabled()) {
        captions.add(
            caption(Integer.toString(captions.size() + 1), clip, new Span(at, at.plus(length))));
        clips.add(clip);
      }
      at = at.plus(length);
    }
    String language =
        clips.stream()
            .flatMap(clip -> parameters(clip).string("language").stream())
            .findFirst()
            .orElse("");
    String its = track.name().isEmpty() ? "captions " + (before + 1) : track.name();
    boolean drop = timeline.recordTimecode(RationalTime.zero(rate)).dropFrame();
    return new Captions(
        name + ", " + its,
        language,
        new Timebase.Frames(rate, drop),
        captions,
        List.of(),
        Optional.of(new TrackOriginal(track, clips, start, captions)));
  }

  private static JsonObject parameters(Clip clip) {
    return clip.media().orElse(null) instanceof MediaReference.Generator generator
        ? generator.parameters()
        : JsonObject.EMPTY;
  }

  private static Caption caption(String id, Clip clip, Span span) {
    String plain = parameters(clip).string("text").orElse(clip.name());
    JsonObject noted = clip.metadata().object("oddlot").object("caption");
    return new Caption(
        id,
        span,
        new CaptionText(plain, marks(noted, plain.length())),
        noted.string("speaker").orElse(""),
        place(noted.string("place").orElse("")));
  }

  private static List<Mark> marks(JsonObject noted, int length) {
    var marks = new ArrayList<Mark>();
    for (JsonValue value : noted.array("marks")) {
      if (value instanceof JsonObject mark) {
        int at = mark.whole("at").map(Math::toIntExact).orElse(0);
        Optional<Markup> what =
            mark.string("speaker")
                .<Markup>map(Markup.Speaker::new)
                .or(() -> mark.string("begins").flatMap(look -> style(look, true)))
                .or(() -> mark.string("ends").flatMap(look -> style(look, false)));
        what.ifPresent(its -> marks.add(Mark.of(Math.max(0, Math.min(at, length)), its)));
      }
    }
    return marks;
  }

  private static Optional<Markup> style(String name, boolean begins) {
    for (Markup.Look look : Markup.Look.values()) {
      if (word(look).equals(name)) {
        return Optional.of(new Markup.Style(look, begins));
      }
    }
    return Optional.empty();
  }

  private static String word(Enum<?> value) {
    return value.name().toLowerCase(Locale.ROOT);
  }

  private static Placement place(String text) {
    for (Height height : Height.values()) {
      for (Side side : Side.values()) {
        if (text.equals(word(height) + " " + word(side))) {
          return new Placement(height, side);
        }
      }
    }
    return Placement.USUAL;
  }

  // Writing.

  /** A new timeline with nothing but these captions, whose times are frames of {@code grid}. */
  public static Timeline timeline(Captions captions, Timebase.Frames grid) {
    Rational first =
        captions.captions().stream()
            .map(Caption::start)
            .min(Rational::compareTo)
            .orElse(Rational.ZERO);
    // Programmes begin at a full hour, as labels have it, or at zero.
    long frames = labelledHour(first, grid);
    var start = RationalTime.of(frames, grid.rate());
    String title = captions.name().replaceFirst("\\.[A-Za-z0-9]{1,5}$", "");
    return Timeline.of(title, Optional.of(start), tracks(captions, grid, start.seconds()));
  }

  private static long labelledHour(Rational first, Timebase.Frames grid) {
    long hours = Math.max(0, first.dividedBy(Rational.of(3600)).rounded(RoundingMode.FLOOR));
    long hourOfFrames =
        grid.dropFrame()
            ? org.oddlot.time.Timecode.of((int) hours, 0, 0, 0, grid.rate(), true).frames()
            : hours * 3600 * grid.rate().nominal();
    if (grid.at(hourOfFrames).compareTo(first) > 0 && hours > 0) {
      hours--;
      hourOfFrames =
          grid.dropFrame()
              ? org.oddlot.time.Timecode.of((int) hours, 0, 0, 0, grid.rate(), true).frames()
              : hours * 3600 * grid.rate().nominal();
    }
    return hourOfFrames;
  }

  /** Tracks with these captions; more than one where some are there at the same time. */
  public static List<Track> tracks(Captions captions, Timebase.Frames grid, Rational start) {
    var tracks = new ArrayList<Track>();
    List<Caption> left =
        captions.captions().stream()
            .sorted(java.util.Comparator.comparing(Caption::start))
            .toList();
    String name = captions.language().isEmpty() ? "Captions" : "Captions " + captions.language();
    while (!left.isEmpty()) {
      var items = new ArrayList<Composable>();
      var later = new ArrayList<Caption>();
      long at = grid.count(start);
      for (Caption caption : left) {
        long from = grid.count(caption.start());
        long to = Math.max(from + 1, grid.count(caption.end()));
        if (from < at) {
          later.add(caption);
          continue;
        }
        if (from > at) {
          items.add(Gap.of(RationalTime.of(from - at, grid.rate())));
        }
        items.add(clip(caption, captions.language(), RationalTime.of(to - from, grid.rate())));
        at = to;
      }
      if (items.isEmpty()) {
        // What lies before the timeline's start has no place in it.
        break;
      }
      tracks.add(Track.of(tracks.isEmpty() ? name : name + " " + (tracks.size() + 1), KIND, items));
      left = later;
    }
    return tracks;
  }

  /** A clip for a caption. */
  public static Clip clip(Caption caption, String language, RationalTime length) {
    Map<String, JsonValue> parameters = new LinkedHashMap<>();
    parameters.put("text", JsonString.of(caption.text().plain()));
    if (!language.isEmpty()) {
      parameters.put("language", JsonString.of(language));
    }
    var range = new TimeRange(RationalTime.zero(length.rate()), length);
    var media =
        new MediaReference.Generator(
            Origin.made(),
            "",
            GENERATOR,
            JsonObject.of(parameters),
            Optional.of(range),
            JsonObject.EMPTY);
    Clip clip = Clip.of(caption.text().inOneLine(), media, Optional.of(range));
    JsonObject noted = noted(caption);
    return noted.isEmpty()
        ? clip
        : clip.withMetadata(JsonObject.of("oddlot", JsonObject.of("caption", noted)));
  }

  private static JsonObject noted(Caption caption) {
    Map<String, JsonValue> noted = new LinkedHashMap<>();
    if (!caption.speaker().isEmpty()) {
      noted.put("speaker", JsonString.of(caption.speaker()));
    }
    if (!caption.place().equals(Placement.USUAL)) {
      noted.put(
          "place",
          JsonString.of(word(caption.place().height()) + " " + word(caption.place().side())));
    }
    var marks = new ArrayList<JsonValue>();
    for (Mark mark : caption.text().marks()) {
      Map<String, JsonValue> its = new LinkedHashMap<>();
      its.put("at", JsonNumber.of(mark.at()));
      switch (mark.what()) {
        case Markup.Style(Markup.Look look, boolean begins) ->
            its.put(begins ? "begins" : "ends", JsonString.of(word(look)));
        case Markup.Speaker(String name) -> its.put("speaker", JsonString.of(name));
        case Markup.Other _ -> {
          continue;
        }
      }
      marks.add(JsonObject.of(its));
    }
    if (!marks.isEmpty()) {
      noted.put("marks", JsonArray.of(marks));
    }
    return JsonObject.of(noted);
  }

  /**
   * The track that captions were read from, with what was changed: a clip whose words and length
   * are the same stays the very same. Captions that lie over another have no place on it; they are
   * on further tracks.
   */
  public static List<Track> changed(Captions captions, TrackOriginal original) {
    var grid = (Timebase.Frames) captions.grid();
    Map<String, Integer> indexes = new LinkedHashMap<>();
    for (int i = 0; i < original.captions().size(); i++) {
      indexes.put(original.captions().get(i).id(), i);
    }
    List<Track> fresh = tracks(captions, grid, original.start());
    Map<String, List<Caption>> bySpan = new LinkedHashMap<>();
    for (Caption caption : captions.captions()) {
      bySpan.computeIfAbsent(caption.text().inOneLine(), _ -> new ArrayList<>()).add(caption);
    }
    var changed = new ArrayList<Track>();
    for (Track track : fresh) {
      var items = new ArrayList<Composable>();
      for (Composable child : track.children()) {
        items.add(child instanceof Clip clip ? kept(clip, bySpan, indexes, original) : child);
      }
      changed.add(
          changed.isEmpty() ? original.track().withChildren(items) : track.withChildren(items));
    }
    return changed;
  }

  private static Clip kept(
      Clip made,
      Map<String, List<Caption>> byWords,
      Map<String, Integer> indexes,
      TrackOriginal original) {
    List<Caption> its = byWords.getOrDefault(made.name(), List.of());
    if (its.isEmpty()) {
      return made;
    }
    Caption caption = its.removeFirst();
    Integer index = indexes.get(caption.id());
    if (index == null) {
      return made;
    }
    Clip clip = original.clips().get(index);
    Caption was = original.captions().get(index);
    boolean sameWords =
        was.text().equals(caption.text())
            && was.speaker().equals(caption.speaker())
            && was.place().equals(caption.place());
    boolean sameLength = was.span().length().equals(caption.span().length());
    if (sameWords && sameLength) {
      return clip;
    }
    Clip timed = sameLength ? clip : clip.withSourceRange(made.sourceRange());
    if (sameWords) {
      return timed;
    }
    Clip named =
        timed.withName(clip.name().equals(was.text().inOneLine()) ? made.name() : clip.name());
    return named.withMedia(media ->
        media instanceof MediaReference.Generator generator
            ? generator.withParameters(
                generator.parameters().with("text", JsonString.of(caption.text().plain())))
            : media);
  }
}
