package org.oddlot.stringout;

import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import org.oddlot.material.Group;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.Source;
import org.oddlot.profile.Field;
import org.oddlot.text.NaturalOrder;
import org.oddlot.text.Phrase;
import org.oddlot.time.Intervals;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;

/**
 * What was logged of one thing, one piece behind another.
 *
 * @param name what its timeline is called
 * @param category the bin that it lies in
 * @param key what it is known by in a later run
 * @param person whose it is; empty where it is nobody's
 * @param pieces in their order
 */
public record StringOut(
    String name, String category, String key, String person, List<Piece> pieces) {

  private static final Comparator<String> BY_NUMBERS = NaturalOrder::compare;

  /**
   * A piece of a source.
   *
   * @param source the source
   * @param clip the clip that is laid
   * @param range what of it, in media time
   */
  public record Piece(Source source, PlacedClip clip, TimeRange range) {
    /** What it is known by in a later run. */
    public String key() {
      return source.id() + " " + range.start().seconds() + " " + range.duration().seconds();
    }
  }

  /** The order in which pieces come. */
  public enum Order {
    /** By day and time of day. */
    TIME("time of day"),
    /** By scene and take, circled takes first. */
    SLATE("scene and take"),
    /** As they were found. */
    FOUND("as found");

    private final String word;

    Order(String word) {
      this.word = word;
    }

    /** As documents have it. */
    public String word() {
      return word;
    }

    /** The one that is written so; by time where none is. */
    public static Order of(String word) {
      return Arrays.stream(values())
          .filter(order -> order.word.equals(word))
          .findFirst()
          .orElse(TIME);
    }
  }

  /**
   * How pieces are laid.
   *
   * @param handles frames before and behind each, as far as its media has them
   * @param join whether pieces of one source that meet or overlap become one
   * @param order the order
   * @param camera the letter of the camera that is wanted where several have the same moment; empty
   *     for all of them
   * @param angles which of those that are left
   * @param groups where sources are in groups of angles
   */
  public record Wanted(
      int handles, boolean join, Order order, String camera, Angles angles, GroupMoments groups) {
    /** This in another order. */
    Wanted in(Order other) {
      return new Wanted(handles, join, other, camera, angles, groups);
    }
  }

  /** What becomes of several angles of the same moment. */
  public enum Angles {
    /** Each is a piece. */
    ALL("all of them"),
    /** Only the closest, as far as logs say how much a picture shows. */
    CLOSEST("the closest"),
    /** One piece, which is their group; what is in none is left as it is. */
    GROUP("as a group");

    private final String word;

    Angles(String word) {
      this.word = word;
    }

    /** As documents have it. */
    public String word() {
      return word;
    }

    /** The one that is written so; all where none is. */
    public static Angles of(String word) {
      return Arrays.stream(values())
          .filter(angles -> angles.word.equals(word))
          .findFirst()
          .orElse(ALL);
    }
  }

  public StringOut {
    pieces = List.copyOf(pieces);
  }

  /** How long it lasts, in seconds. */
  public Rational seconds() {
    Rational all = Rational.ZERO;
    for (Piece piece : pieces) {
      all = all.plus(piece.range.duration().seconds());
    }
    return all;
  }

  /** How long it is, in hours, minutes and seconds. */
  public String length() {
    return Phrase.clock(seconds().rounded(RoundingMode.HALF_UP));
  }

  /** Some stretches as pieces, as they are wanted. */
  public static List<Piece> pieces(List<Logged> logged, Wanted wanted) {
    List<Piece> pieces =
        angle(angle(logged, wanted.camera), wanted.angles).stream()
            .map(each ->
                new Piece(
                    each.source(),
                    each.clip(),
                    withHandles(each.range(), each.source(), wanted.handles)))
            .toList();
    if (wanted.join) {
      pieces = joined(pieces);
    }
    if (wanted.angles == Angles.GROUP) {
      pieces = grouped(pieces, wanted.groups);
    }
    return switch (wanted.order) {
      case TIME -> sorted(pieces, byTime());
      case SLATE -> sorted(pieces, bySlate().thenComparing(byTime()));
      case FOUND -> pieces;
    };
  }

  private static List<Piece> sorted(List<Piece> pieces, Comparator<Piece> order) {
    return pieces.stream().sorted(order).toList();
  }

  /** Those of the wanted camera, and those of others at moments that it does not have. */
  private static List<Logged> angle(List<Logged> logged, String camera) {
    if (camera.isEmpty()) {
      return logged;
    }
    Map<Optional<LocalDate>, Intervals<Logged>> its = new HashMap<>();
    for (Logged each : logged) {
      if (each.source().camera().equalsIgnoreCase(camera)) {
        its.computeIfAbsent(each.source().recorded(), _ -> new Intervals<>())
            .add(each.range().start().seconds(), each.range().endExclusive().seconds(), each);
      }
    }
    return logged.stream()
        .filter(each -> each.source().camera().equalsIgnoreCase(camera) || !hasMoment(its, each))
        .toList();
  }

  /** What is not shown closer by another camera at the same timecode of the same day. */
  private static List<Logged> angle(List<Logged> logged, Angles angles) {
    if (angles != Angles.CLOSEST) {
      return logged;
    }
    IdentityHashMap<Source, Framing> framings = framings(logged);
    Map<LocalDate, Intervals<Logged>> byDay = new HashMap<>();
    for (Logged each : logged) {
      if (framings.containsKey(each.source())) {
        byDay
            .computeIfAbsent(each.source().recorded().orElseThrow(), _ -> new Intervals<>())
            .add(each.range().start().seconds(), each.range().endExclusive().seconds(), each);
      }
    }
    var left = new ArrayList<Logged>();
    for (Logged each : logged) {
      Framing its = framings.get(each.source());
      Intervals<Logged> day = each.source().recorded().map(byDay::get).orElse(null);
      if (its == null || day == null) {
        left.add(each);
        continue;
      }
      List<TimeRange> closer =
          day.overlapping(each.range().start().seconds(), each.range().endExclusive().seconds())
              .filter(other -> !other.source().camera().equalsIgnoreCase(each.source().camera()))
              .filter(other ->
                  Optional.ofNullable(framings.get(other.source()))
                      .filter(framing -> framing.isCloserThan(its))
                      .isPresent())
              .map(Logged::range)
              .toList();
      without(each.range(), closer).forEach(range -> left.add(each.withRange(range)));
    }
    return left;
  }

  /** How much pictures show whose camera, day and time of day are known. */
  private static IdentityHashMap<Source, Framing> framings(List<Logged> logged) {
    var framings = new IdentityHashMap<Source, Framing>();
    for (Source source : logged.stream().map(Logged::source).distinct().toList()) {
      if (!source.camera().isEmpty() && source.recorded().isPresent() && !source.startsAtZero()) {
        framing(source).ifPresent(framing -> framings.put(source, framing));
      }
    }
    return framings;
  }

  /** Pictures of which nobody says how much they show, or two things. */
  public static int unframed(List<StringOut> outs) {
    return (int)
        outs.stream()
            .flatMap(out -> out.pieces.stream())
            .map(Piece::source)
            .distinct()
            .filter(source -> !source.isSound() && framing(source).isEmpty())
            .count();
  }

  /** How much a source shows, as its logs have it; empty where they do not say, or say two. */
  private static Optional<Framing> framing(Source source) {
    var texts = new ArrayList<String>();
    source
        .clips()
        .forEach(placed -> {
          Clip clip = placed.clip();
          texts.add(placed.profile().text(clip, Field.SHOT).orElse(""));
          texts.add(placed.profile().text(clip, Field.NOTES).orElse(""));
          placed.profile().keywords(clip).forEach(keyword -> texts.add(keyword.text()));
        });
    return Framing.of(texts);
  }

  /** Pictures of one group: each of its moments once, in the angle that was found first. */
  private static List<Piece> grouped(List<Piece> pieces, GroupMoments groups) {
    var taken = new IdentityHashMap<Group, List<Interval>>();
    var left = new ArrayList<Piece>();
    for (Piece piece : pieces) {
      Optional<GroupMoments.Moment> moment = groups.of(piece, Group.Kind.ANGLES);
      if (moment.isEmpty()) {
        left.add(piece);
        continue;
      }
      List<Interval> its = taken.computeIfAbsent(moment.get().group(), _ -> new ArrayList<>());
      RationalTime start = piece.range().start();
      Rational later = start.seconds().minus(moment.get().from());
      List<TimeRange> covered =
          its.stream()
              .map(each ->
                  TimeRange.between(
                      RationalTime.ofSeconds(
                          each.from.plus(later), start.rate(), RoundingMode.HALF_UP),
                      RationalTime.ofSeconds(
                          each.to.plus(later), start.rate(), RoundingMode.HALF_UP)))
              .toList();
      for (TimeRange range : without(piece.range(), covered)) {
        left.add(new Piece(piece.source(), piece.clip(), range));
        its.add(
            new Interval(
                range.start().seconds().minus(later), range.endExclusive().seconds().minus(later)));
      }
    }
    return left;
  }

  private record Interval(Rational from, Rational to) {}

  /** What of a range is in none of the others. */
  private static List<TimeRange> without(TimeRange range, List<TimeRange> others) {
    List<TimeRange> left = List.of(range);
    for (TimeRange other : others) {
      var next = new ArrayList<TimeRange>();
      for (TimeRange each : left) {
        RationalTime from =
            RationalTime.ofSeconds(
                other.start().seconds(), each.start().rate(), RoundingMode.HALF_UP);
        RationalTime to =
            RationalTime.ofSeconds(
                other.endExclusive().seconds(), each.start().rate(), RoundingMode.HALF_UP);
        if (!from.isBefore(each.endExclusive()) || !to.isAfter(each.start())) {
          next.add(each);
          continue;
        }
        if (from.isAfter(each.start())) {
          next.add(TimeRange.between(each.start(), from));
        }
        if (to.isBefore(each.endExclusive())) {
          next.add(TimeRange.between(to, each.endExclusive()));
        }
      }
      left = next;
    }
    return left;
  }

  private static boolean hasMoment(Map<Optional<LocalDate>, Intervals<Logged>> its, Logged logged) {
    Intervals<Logged> ofDay = its.get(logged.source().recorded());
    return ofDay != null
        && ofDay.overlaps(
            logged.range().start().seconds(), logged.range().endExclusive().seconds());
  }

  /** A range with frames before and behind it, as far as its source has them. */
  public static TimeRange withHandles(TimeRange range, Source source, int handles) {
    RationalTime some = RationalTime.of(handles, range.start().rate());
    RationalTime from = range.start().minus(some);
    RationalTime to = range.endExclusive().plus(some);
    Optional<TimeRange> there = source.range();
    if (there.isPresent()) {
      from = from.isBefore(there.get().start()) ? there.get().start() : from;
      to = to.isAfter(there.get().endExclusive()) ? there.get().endExclusive() : to;
    }
    return from.isBefore(to) ? TimeRange.between(from, to) : range;
  }

  /** Pieces of one source that meet or overlap as one, at the place of the first of them. */
  private static List<Piece> joined(List<Piece> pieces) {
    Map<String, List<Integer>> bySource = new LinkedHashMap<>();
    for (int i = 0; i < pieces.size(); i++) {
      bySource.computeIfAbsent(pieces.get(i).source.id(), _ -> new ArrayList<>(1)).add(i);
    }
    var joined = new TreeMap<Integer, Piece>();
    for (List<Integer> numbers : bySource.values()) {
      numbers.sort(Comparator.comparing(number -> pieces.get(number).range.start()));
      int first = numbers.getFirst();
      Piece now = pieces.get(first);
      for (int number : numbers.subList(1, numbers.size())) {
        Piece next = pieces.get(number);
        if (next.range.start().isAfter(now.range.endExclusive())) {
          joined.put(first, now);
          first = number;
          now = next;
        } else {
          first = Math.min(first, number);
          now = together(now, next);
        }
      }
      joined.put(first, now);
    }
    return List.copyOf(joined.values());
  }

  private static Piece together(Piece one, Piece other) {
    RationalTime from =
        one.range.start().isBefore(other.range.start()) ? one.range.start() : other.range.start();
    RationalTime to =
        one.range.endExclusive().isAfter(other.range.endExclusive())
            ? one.range.endExclusive()
            : other.range.endExclusive();
    return new Piece(one.source, one.clip, TimeRange.between(from, to));
  }

  private static Comparator<Piece> byTime() {
    Function<Piece, LocalDate> day = piece -> piece.source.recorded().orElse(LocalDate.MAX);
    return Comparator.comparing(day)
        .thenComparing((Piece piece) -> piece.range.start().seconds())
        .thenComparing(piece -> piece.source.camera())
        .thenComparing(piece -> piece.source.id());
  }

  private static Comparator<Piece> bySlate() {
    return Comparator.<Piece, String>comparing(
            piece -> text(piece, Field.SCENE) + text(piece, Field.SHOT), BY_NUMBERS)
        .thenComparing(piece -> !text(piece, Field.CIRCLED).equals("true"))
        .thenComparing(piece -> text(piece, Field.TAKE), BY_NUMBERS);
  }

  private static String text(Piece piece, Field field) {
    Clip clip = piece.clip.clip();
    return piece.clip.profile().text(clip, field).orElse("").toLowerCase(Locale.ROOT);
  }
}
