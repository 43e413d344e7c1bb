package org.oddlot.stringout;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.stream.Stream;
import org.oddlot.caption.Span;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.material.Group;
import org.oddlot.material.Material;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.Source;
import org.oddlot.material.Sources;
import org.oddlot.material.TimelineFile;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Address;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Copies;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

/**
 * Makes the timelines of string-outs: pictures on one track; below them what was recorded with
 * them, that of synced recorders as well, each at the same moment; above them the names of people.
 */
public final class StringOutTimeline {
  private static final String KIND = "string-out";

  private final Sources sources;
  private final Map<String, List<Group>> synced = new HashMap<>();
  private final GroupMoments moments;
  private final int gap;
  private final boolean asGroups;
  private final BiFunction<String, FrameRate, Optional<Clip>> lowerThird;

  /**
   * @param material whose groups say what was recorded with what
   * @param gap frames of nothing between pieces
   * @param asGroups whether what is in a group of angles is laid as that group, the angle chosen
   * @param lowerThird the title with the name of somebody, at a rate; empty for none
   */
  public StringOutTimeline(
      Material material,
      int gap,
      boolean asGroups,
      BiFunction<String, FrameRate, Optional<Clip>> lowerThird) {
    this.sources = material.sources();
    this.moments = material.derive(GroupMoments.ALL);
    this.gap = gap;
    this.asGroups = asGroups;
    this.lowerThird = lowerThird;
    for (Group group : material.derive(Group.ALL)) {
      if (group.kind() == Group.Kind.SYNCED) {
        for (String source : group.sources(sources)) {
          synced.computeIfAbsent(source, _ -> new ArrayList<>(1)).add(group);
        }
      }
    }
  }

  /** The timeline of a string-out, which begins at one hour. */
  public Timeline made(StringOut out) {
    FrameRate rate = rate(out.pieces());
    return Timeline.of(
            out.name(),
            Optional.of(RationalTime.of(3600L * rate.nominal(), rate)),
            tracks(out, rate))
        .withMetadata(noted(out, out.pieces().stream().map(StringOut.Piece::key).toList()));
  }

  /** What of a string-out is not in a timeline that was made of it before. */
  public static List<StringOut.Piece> fresh(StringOut out, Timeline before) {
    Set<String> has = Set.copyOf(pieces(before));
    return out.pieces().stream().filter(piece -> !has.contains(piece.key())).toList();
  }

  /** The key of the string-out that a timeline was made of; empty where it was made of none. */
  public static Optional<String> of(Timeline timeline) {
    JsonObject noted = timeline.metadata().object("oddlot");
    return noted.string("kind").filter(KIND::equals).flatMap(_ -> noted.string("of"));
  }

  /** Where timelines lie that were made of string-outs before, by the keys of these. */
  public static Map<String, Address> in(Material material) {
    Map<String, Address> before = new HashMap<>();
    for (TimelineFile document : material.documents()) {
      Placed.root(document.root())
          .walk(placed -> {
            if (placed.object() instanceof Timeline timeline) {
              of(timeline)
                  .ifPresent(key ->
                      before.computeIfAbsent(key, _ -> material.address(document.name(), placed)));
            }
          });
    }
    return before;
  }

  /** The pieces that a timeline was made of, those that were thrown away since as well. */
  public static List<String> pieces(Timeline timeline) {
    var pieces = new ArrayList<String>();
    timeline
        .metadata()
        .object("oddlot")
        .array("pieces")
        .forEach(piece -> pieces.add(piece.display()));
    return pieces;
  }

  /** A timeline that was made before with what is new behind all that is in it. */
  public Timeline continued(Timeline before, StringOut out) {
    Stack stack = before.tracks().orElseThrow();
    FrameRate rate = before.editRate().orElseGet(() -> rate(out.pieces()));
    StringOut more = new StringOut(out.name(), out.category(), out.key(), "", fresh(out, before));
    RationalTime length =
        stack.children().stream()
            .filter(Item.class::isInstance)
            .map(Item.class::cast)
            .flatMap(item -> item.duration().stream())
            .max(Comparator.naturalOrder())
            .orElse(RationalTime.zero(rate));
    List<Track> fresh = tracks(more, rate);
    var tracks = new ArrayList<Composable>();
    tracks.addAll(stack.children());
    var taken = new HashMap<String, Integer>();
    for (Track track : fresh) {
      int which = taken.merge(track.kind(), 1, Integer::sum);
      Optional<Track> there =
          tracks.stream()
              .filter(Track.class::isInstance)
              .map(Track.class::cast)
              .filter(its -> its.kind().equals(track.kind()))
              .skip(which - 1L)
              .findFirst();
      Track under = there.orElseGet(() -> Track.of(track.name(), track.kind(), List.of()));
      RationalTime end = under.duration().orElse(RationalTime.zero(rate));
      var children = new ArrayList<Composable>();
      children.addAll(under.children());
      if (length.isAfter(end)) {
        children.add(Gap.of(length.minus(end)));
      }
      children.addAll(track.children());
      Track longer = under.withChildren(children);
      if (there.isPresent()) {
        tracks.set(tracks.indexOf(there.get()), longer);
      } else {
        tracks.add(longer);
      }
    }
    return before
        .withChildren(List.of(stack.withChildren(tracks)))
        .withMetadata(
            before
                .metadata()
                .with(
                    "oddlot",
                    noted(
                            out,
                            Stream.concat(
                                    pieces(before).stream(),
                                    more.pieces().stream().map(StringOut.Piece::key))
                                .toList())
                        .object("oddlot")));
  }

  private static JsonObject noted(StringOut out, List<String> pieces) {
    return JsonObject.of(
        "oddlot",
        JsonObject.of("kind", JsonString.of(KIND))
            .with("of", JsonString.of(out.key()))
            .with("pieces", JsonArray.ofStrings(pieces)));
  }

  /** The rate of most of its pictures. */
  public static FrameRate rate(List<StringOut.Piece> pieces) {
    Map<FrameRate, Integer> rates = new LinkedHashMap<>();
    for (StringOut.Piece piece : pieces) {
      if (!piece.source().isSound()) {
        rates.merge(piece.range().start().rate(), 1, Integer::sum);
      }
    }
    return rates.entrySet().stream()
        .max(Map.Entry.comparingByValue())
        .map(Map.Entry::getKey)
        .orElse(FrameRate.FPS_25);
  }

  /** What is on a track, with how far it goes. */
  private static final class Lane {
    private final List<Composable> items = new ArrayList<>();
    private RationalTime end;

    Lane(FrameRate rate) {
      end = RationalTime.zero(rate);
    }

    void put(RationalTime at, Item item, RationalTime length) {
      if (at.isAfter(end)) {
        items.add(Gap.of(at.minus(end)));
      }
      items.add((Composable) item);
      end = at.plus(length);
    }
  }

  private List<Track> tracks(StringOut out, FrameRate rate) {
    var pictures = new Lane(rate);
    var sound = new ArrayList<Lane>();
    RationalTime at = RationalTime.zero(rate);
    for (StringOut.Piece piece : out.pieces()) {
      // Whole frames of the timeline, so that all tracks stay in step.
      RationalTime length = piece.range().duration().rescaledTo(rate, RoundingMode.HALF_UP);
      if (length.value() == 0) {
        continue;
      }
      Optional<GroupMoments.Moment> inGroup =
          asGroups ? moments.of(piece, Group.Kind.ANGLES) : Optional.empty();
      if (inGroup.isPresent()) {
        pictures.put(at, use(inGroup.get(), length), length);
      } else if (!piece.source().isSound()) {
        pictures.put(at, trimmed(piece.clip(), piece.range().start(), length), length);
      }
      int lane = 0;
      List<Heard> under =
          inGroup.filter(its -> sound(its).isPresent()).isPresent()
              ? List.of(
                  new Heard(use(inGroup.get(), length), RationalTime.zero(length.rate()), length))
              : heard(piece, length);
      for (Heard heard : under) {
        while (sound.size() <= lane) {
          sound.add(new Lane(rate));
        }
        sound.get(lane++).put(at.plus(heard.after), heard.item, heard.length);
      }
      at = at.plus(length).plus(RationalTime.of(gap, rate));
    }
    var tracks = new ArrayList<Track>();
    tracks.add(Track.of("V1", Track.VIDEO, pictures.items));
    lowerThird(out, rate, at)
        .ifPresent(title -> tracks.add(Track.of("V2", Track.VIDEO, List.of(title))));
    for (int i = 0; i < sound.size(); i++) {
      tracks.add(Track.of("A" + (i + 1), Track.AUDIO, sound.get(i).items));
    }
    return tracks;
  }

  private Optional<Clip> lowerThird(StringOut out, FrameRate rate, RationalTime length) {
    if (out.person().isEmpty()) {
      return Optional.empty();
    }
    return lowerThird
        .apply(out.person(), rate)
        .map(title ->
            title.withSourceRange(
                title
                    .sourceRange()
                    .map(range ->
                        range.duration().isAfter(length)
                            ? TimeRange.of(range.start(), length)
                            : range)));
  }

  /** A piece as a clip by itself. */
  public static Clip clip(StringOut.Piece piece) {
    return trimmed(piece.clip(), piece.range().start(), piece.range().duration());
  }

  /** A clip as it is laid: its media from a moment on, and the markers that are in it. */
  private static Clip trimmed(PlacedClip placed, RationalTime from, RationalTime length) {
    Clip clip = placed.clip();
    // What was done to it in a timeline is nothing of the material.
    boolean isUsed = placed.place().timeline().isPresent();
    TimeRange range = TimeRange.of(from, length.atRate(from.rate()));
    return Copies.of(isUsed ? clip.withEffects(List.of()).withEnabled(true) : clip)
        .withSourceRange(Optional.of(range))
        .withMarkers(
            clip.markers().stream()
                .filter(marker ->
                    range.contains(marker.markedRange().start())
                        || marker.markedRange().overlaps(range))
                .toList());
  }

  /**
   * Something that is heard under a piece.
   *
   * @param after how long after the piece's beginning it begins
   */
  private record Heard(Item item, RationalTime after, RationalTime length) {}

  /** A group from a moment on, with the angle that was logged chosen in it. */
  private static Stack use(GroupMoments.Moment moment, RationalTime length) {
    Stack group = Copies.of((Stack) moment.group().place().object());
    JsonObject noted = group.metadata().object("oddlot");
    JsonObject chosen = JsonObject.of("picture", JsonString.of(moment.member().name()));
    JsonObject angle =
        sound(moment).map(name -> chosen.with("sound", JsonString.of(name))).orElse(chosen);
    return group
        .withMetadata(group.metadata().with("oddlot", noted.with("angle", angle)))
        .withSourceRange(
            Optional.of(
                TimeRange.of(
                    RationalTime.ofSeconds(moment.from(), length.rate(), RoundingMode.HALF_UP),
                    length)));
  }

  /** The sound that is heard with an angle of a group: its own, else that of the first recorder. */
  private static Optional<String> sound(GroupMoments.Moment moment) {
    List<String> names =
        moment.group().members().stream()
            .filter(Group.Member::isSound)
            .map(Group.Member::name)
            .toList();
    return names.contains(moment.member().name())
        ? Optional.of(moment.member().name())
        : names.stream().findFirst();
  }

  private List<Heard> heard(StringOut.Piece piece, RationalTime length) {
    var heard = new ArrayList<Heard>();
    if (piece.source().isSound() || hasSound(piece)) {
      heard.add(
          new Heard(
              trimmed(piece.clip(), piece.range().start(), length)
                  .withMarkers(
                      piece.source().isSound() ? piece.clip().clip().markers() : List.of()),
              RationalTime.zero(length.rate()),
              length));
    }
    for (Group group : synced.getOrDefault(piece.source().id(), List.of())) {
      heard.addAll(ofGroup(piece, length, group));
    }
    return heard;
  }

  /** Whether a picture has sound of its own: its file says so, or some timeline has it. */
  private static boolean hasSound(StringOut.Piece piece) {
    return piece.clip().profile().channelCount(piece.clip().clip()).filter(n -> n > 0).isPresent()
        || piece.source().uses().stream().anyMatch(StringOutTimeline::isHeard);
  }

  private static boolean isHeard(PlacedClip use) {
    return use.place()
        .track()
        .filter(track -> track.object() instanceof Track its && its.kind().equals(Track.AUDIO))
        .isPresent();
  }

  /** What recorders of a group recorded while the piece was. */
  private List<Heard> ofGroup(StringOut.Piece piece, RationalTime length, Group group) {
    Optional<Rational> from = moments.of(piece, group).map(GroupMoments.Moment::from);
    if (from.isEmpty()) {
      return List.of();
    }
    Rational to = from.get().plus(length.seconds());
    var heard = new ArrayList<Heard>();
    for (Group.Member member : group.members()) {
      if (!member.isSound()) {
        continue;
      }
      for (PlacedClip placed : member.clips()) {
        Clip clip = placed.clip();
        Optional<Rational> begins = moments.begins(placed);
        Optional<TimeRange> its = clip.trimmedRange();
        boolean isOwn =
            sources.of(clip).map(Source::id).filter(piece.source().id()::equals).isPresent();
        if (begins.isEmpty() || its.isEmpty() || isOwn) {
          continue;
        }
        Rational ends = begins.get().plus(its.get().duration().seconds());
        Rational first = Span.later(begins.get(), from.get());
        Rational last = Span.earlier(ends, to);
        if (first.compareTo(last) < 0) {
          FrameRate counted = its.get().start().rate();
          RationalTime start =
              RationalTime.ofSeconds(
                  its.get().start().seconds().plus(first.minus(begins.get())),
                  counted,
                  RoundingMode.HALF_UP);
          RationalTime lasts =
              RationalTime.ofSeconds(last.minus(first), counted, RoundingMode.HALF_UP);
          RationalTime after =
              RationalTime.ofSeconds(first.minus(from.get()), counted, RoundingMode.HALF_UP);
          heard.add(
              new Heard(
                  Copies.of(clip).withSourceRange(Optional.of(TimeRange.of(start, lasts))),
                  after,
                  lasts));
        }
      }
    }
    return heard;
  }
}
