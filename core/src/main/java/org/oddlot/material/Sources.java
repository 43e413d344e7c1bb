package org.oddlot.material;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.oddlot.profile.Field;
import org.oddlot.profile.Profile;
import org.oddlot.time.Rational;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Placed;

/**
 * The sources of some documents: clips of the same media, in bins and in timelines, gathered. Clips
 * of generated media (titles, bars) are no sources.
 */
public final class Sources {
  /** A camera's letter, the card's number and the clip's: common practice, no source. */
  private static final Pattern CAMERA_NAME =
      Pattern.compile("(([A-Za-z])\\d{3,4})[_-]?[Cc]\\d{3,4}.*");

  /** The sources of all documents of a lot. */
  static final Derived<Sources> OF_DOCUMENTS =
      Derived.anew(
          Set.of(TimelineFile.class), (material, former) -> of(material.documents(), former));

  private final List<Source> all;
  private final Map<String, Source> byId;

  /** Clips whose name alone does not say which source they are of. */
  private final IdentityHashMap<Clip, String> ambiguous;

  /** Addresses that mean a source which is known by another spelling of them. */
  private final Map<String, String> spelled;

  private Sources(
      List<Source> all, IdentityHashMap<Clip, String> ambiguous, Map<String, String> spelled) {
    this.all = List.copyOf(all);
    this.ambiguous = ambiguous;
    this.spelled = spelled;
    Map<String, Source> ids = HashMap.newHashMap(all.size());
    all.forEach(source -> ids.put(source.id(), source));
    this.byId = ids;
  }

  /** The sources of these documents, in the order in which they first appear. */
  public static Sources of(List<TimelineFile> documents) {
    return of(documents, Optional.empty());
  }

  /** The same; a source whose clips are what they were says what it said. */
  private static Sources of(List<TimelineFile> documents, Optional<Sources> former) {
    LinkedHashMap<String, Gathered> gathered =
        LinkedHashMap.newLinkedHashMap(former.map(its -> its.all.size()).orElse(16));
    Map<String, String> copies = new HashMap<>();
    for (TimelineFile document : documents) {
      for (Placed place : Placed.root(document.root()).clips()) {
        var placed = new PlacedClip(document.name(), document.profile(), place);
        Clip clip = placed.clip();
        if (clip.media().orElse(null) instanceof MediaReference.Generator) {
          continue;
        }
        gathered.computeIfAbsent(idOf(clip), Gathered::new).add(placed);
        if (clip.mediaReferences().size() > 1) {
          noteCopies(clip, copies);
        }
      }
    }
    Map<String, String> spelled = new HashMap<>();
    IdentityHashMap<Clip, String> ambiguous = new IdentityHashMap<>();
    List<Gathered> apart =
        together(gathered.values(), copies, spelled).stream()
            .flatMap(each -> each.apart(ambiguous))
            .toList();
    // Each by itself, on all processors; they stay in their order.
    return new Sources(
        apart.parallelStream()
            .map(each ->
                former
                    .flatMap(its -> its.byId(each.id))
                    .flatMap(each::asBefore)
                    .orElseGet(each::toSource))
            .toList(),
        ambiguous,
        spelled);
  }

  /** What is one file in several spellings put together, under the first of them. */
  private static Collection<Gathered> together(
      Collection<Gathered> gathered, Map<String, String> copies, Map<String, String> spelled) {
    if (copies.isEmpty() && gathered.stream().allMatch(each -> Spelling.isPlain(each.id))) {
      return gathered;
    }
    Map<String, Gathered> byFile = LinkedHashMap.newLinkedHashMap(gathered.size());
    for (Gathered each : gathered) {
      boolean isName = each.id.startsWith(Source.NAME_ONLY);
      Gathered first =
          byFile.computeIfAbsent(
              isName ? each.id : Spelling.canonical(copies.getOrDefault(each.id, each.id)),
              _ -> each);
      if (!first.id.equals(each.id)) {
        each.clips().forEach(first::add);
        spelled.put(each.id, first.id);
      }
    }
    copies.forEach((url, copy) -> {
      Gathered its = byFile.get(Spelling.canonical(copy));
      if (its != null && !its.id.equals(url)) {
        spelled.put(url, its.id);
      }
    });
    return byFile.values();
  }

  /** What one clip has as a proxy and in full is one thing; its angles and grades are not. */
  private static void noteCopies(Clip clip, Map<String, String> copies) {
    List<String> urls =
        clip.mediaReferences().entrySet().stream()
            .filter(each -> SourceMedia.isCopy(each.getKey()))
            .flatMap(each -> url(each.getValue()).stream())
            .filter(url -> !url.isEmpty())
            .toList();
    // Keys alone do not make two files one thing: they are called alike as well.
    if (urls.size() < 2 || !urls.stream().allMatch(url -> isCalledLike(url, urls.getFirst()))) {
      return;
    }
    String first =
        urls.stream()
            .filter(copies::containsKey)
            .findFirst()
            .map(url -> copies.getOrDefault(url, url))
            .orElse(urls.getFirst());
    urls.forEach(url -> copies.put(url, first));
  }

  private static boolean isCalledLike(String url, String other) {
    String one = stem(url);
    String two = stem(other);
    return !one.isEmpty() && !two.isEmpty() && (one.startsWith(two) || two.startsWith(one));
  }

  /** What a file is called, without its folder, its ending and its signs. */
  private static String stem(String url) {
    String name = url.substring(url.lastIndexOf('/') + 1);
    int dot = name.lastIndexOf('.');
    return (dot > 0 ? name.substring(0, dot) : name)
        .toLowerCase(Locale.ROOT)
        .replaceAll("[^\\p{L}\\p{N}]", "");
  }

  private static String idOf(Clip clip) {
    return clip.media()
        .flatMap(Sources::url)
        .filter(url -> !url.isEmpty())
        .orElseGet(() -> Source.NAME_ONLY + clip.name());
  }

  static Optional<String> url(MediaReference media) {
    return switch (media) {
      case MediaReference.External external -> Optional.of(external.targetUrl());
      case MediaReference.ImageSequence images ->
          Optional.of(images.targetUrlBase() + images.namePrefix());
      default -> Optional.empty();
    };
  }

  /** The source that a clip of the documents is of; empty where its media is generated. */
  public Optional<Source> of(Clip clip) {
    return clip.media().orElse(null) instanceof MediaReference.Generator
        ? Optional.empty()
        : byId(Optional.ofNullable(ambiguous.get(clip)).orElseGet(() -> idOf(clip)));
  }

  /** All of them. */
  public List<Source> all() {
    return all;
  }

  /** The source of this id. */
  public Optional<Source> byId(String id) {
    return Optional.ofNullable(byId.get(spelled.getOrDefault(id, id)));
  }

  private static final class Gathered {
    private final String id;
    private List<PlacedClip> inBins = List.of();
    private List<PlacedClip> uses = List.of();

    Gathered(String id) {
      this.id = id;
    }

    void add(PlacedClip placed) {
      if (placed.place().timeline().isPresent()) {
        uses = plus(uses, placed);
      } else {
        inBins = plus(inBins, placed);
      }
    }

    /** Most sources have one clip; only for those that have more a list is kept that grows. */
    private static List<PlacedClip> plus(List<PlacedClip> some, PlacedClip more) {
      if (some.isEmpty()) {
        return List.of(more);
      }
      List<PlacedClip> all = some instanceof ArrayList ? some : new ArrayList<>(some);
      all.add(more);
      return all;
    }

    private List<PlacedClip> clips() {
      return Stream.concat(inBins.stream(), uses.stream()).toList();
    }

    /**
     * Itself; but where clips have only a name to go by, and are of different cards or of ranges
     * that have nothing in common, those of each by themselves.
     */
    Stream<Gathered> apart(IdentityHashMap<Clip, String> ambiguous) {
      if (!id.startsWith(Source.NAME_ONLY) || inBins.size() + uses.size() < 2) {
        return Stream.of(this);
      }
      var some = new SameNames();
      clips().forEach(some::add);
      return some.all.size() == 1
          ? Stream.of(this)
          : some.all.stream().map(its -> its.gathered(id, ambiguous));
    }

    private List<SourceMedia> alternatives() {
      Map<String, SourceMedia> found = new LinkedHashMap<>();
      inBins.forEach(placed -> addAlternatives(placed, found));
      uses.forEach(placed -> addAlternatives(placed, found));
      return List.copyOf(found.values());
    }

    private static void addAlternatives(PlacedClip placed, Map<String, SourceMedia> found) {
      Clip clip = placed.clip();
      if (clip.mediaReferences().size() > 1) {
        clip.mediaReferences()
            .forEach((key, media) -> {
              if (!key.equals(clip.activeKey())) {
                var its = new SourceMedia(key, media, placed);
                found.putIfAbsent(its.toString(), its);
              }
            });
      }
    }

    /** What it was before, with the places of its clips as they are now. */
    Optional<Source> asBefore(Source before) {
      return areSame(before.inBins(), inBins) && areSame(before.uses(), uses)
          ? Optional.of(before.placed(inBins, uses))
          : Optional.empty();
    }

    @SuppressWarnings("ReferenceEquality") // a clip that did not change is the same object
    private static boolean areSame(List<PlacedClip> before, List<PlacedClip> now) {
      if (before.size() != now.size()) {
        return false;
      }
      for (int i = 0; i < now.size(); i++) {
        PlacedClip was = before.get(i);
        PlacedClip is = now.get(i);
        if (was.place().object() != is.place().object() || was.profile() != is.profile()) {
          return false;
        }
      }
      return true;
    }

    Source toSource() {
      PlacedClip leading = (inBins.isEmpty() ? uses : inBins).getFirst();
      Clip first = leading.clip();
      Profile places = leading.profile();
      Optional<TimeRange> range =
          first.availableRange().isPresent() ? first.availableRange() : first.sourceRange();
      String camera = places.text(first, Field.SOURCE_CAMERA).orElse("");
      String reel = places.text(first, Field.SOURCE_REEL).orElse("");
      boolean cameraIsGuessed = false;
      if (camera.isEmpty() || reel.isEmpty()) {
        Matcher name = CAMERA_NAME.matcher(first.name());
        if (name.matches()) {
          cameraIsGuessed = camera.isEmpty();
          camera = cameraIsGuessed ? name.group(2).toUpperCase(Locale.ROOT) : camera;
          reel = reel.isEmpty() ? name.group(1) : reel;
        }
      }
      return new Source(
          id,
          first.name(),
          range,
          camera,
          cameraIsGuessed,
          reel,
          places.recorded(first),
          inBins,
          uses,
          alternatives());
    }
  }

  /** Clips of one name, those that nothing tells apart together. */
  private static final class SameNames {
    private final List<SameName> all = new ArrayList<>();

    /** Those with a range, by the second at which it starts: thousands may have one name. */
    private final NavigableMap<Rational, List<SameName>> byStart = new TreeMap<>();

    private final List<SameName> withoutRange = new ArrayList<>();
    private Rational longest = Rational.ZERO;

    /** Puts a clip to the first that it can be of, else to a new one. */
    void add(PlacedClip placed) {
      String reel = placed.profile().text(placed.clip(), Field.SOURCE_REEL).orElse("");
      Optional<TimeRange> range = placed.clip().availableRange();
      SameName its =
          range
              .map(this::near)
              .orElseGet(all::stream)
              .filter(each -> each.canBe(reel, range))
              .min(Comparator.comparingInt(each -> each.number))
              .orElseGet(this::another);
      boolean hadRange = its.range.isPresent();
      its.add(placed, reel, range);
      if (!hadRange && its.range.isPresent()) {
        withoutRange.remove(its);
        byStart
            .computeIfAbsent(its.range.get().start().seconds(), _ -> new ArrayList<>(1))
            .add(its);
        Rational length = its.range.get().duration().seconds();
        longest = length.compareTo(longest) > 0 ? length : longest;
      }
    }

    private SameName another() {
      var more = new SameName(all.size());
      all.add(more);
      withoutRange.add(more);
      return more;
    }

    /** Those whose range can meet this one, and those without. */
    private Stream<SameName> near(TimeRange range) {
      Rational start = range.start().seconds();
      return Stream.concat(
          withoutRange.stream(),
          byStart
              .subMap(start.minus(longest), true, start.plus(range.duration().seconds()), true)
              .values()
              .stream()
              .flatMap(List::stream));
    }
  }

  /** Clips of one name that nothing tells apart. */
  private static final class SameName {
    private final int number;
    private final List<PlacedClip> clips = new ArrayList<>();
    private String reel = "";
    private Optional<TimeRange> range = Optional.empty();

    SameName(int number) {
      this.number = number;
    }

    /** Whether a clip can be of the same source: neither its card nor its range says otherwise. */
    boolean canBe(String itsReel, Optional<TimeRange> itsRange) {
      boolean isOtherCard =
          !reel.isEmpty() && !itsReel.isEmpty() && !reel.equalsIgnoreCase(itsReel);
      return !isOtherCard
          && (range.isEmpty() || itsRange.isEmpty() || meet(range.get(), itsRange.get()));
    }

    private static boolean meet(TimeRange one, TimeRange other) {
      // Of no length they can still be one and the same.
      return one.start().equals(other.start())
          || (one.start().compareTo(other.endExclusive()) < 0
              && other.start().compareTo(one.endExclusive()) < 0);
    }

    void add(PlacedClip placed, String itsReel, Optional<TimeRange> itsRange) {
      clips.add(placed);
      reel = reel.isEmpty() ? itsReel : reel;
      range = range.or(() -> itsRange);
    }

    Gathered gathered(String name, IdentityHashMap<Clip, String> ambiguous) {
      var its =
          new Gathered(
              name
                  + (reel.isEmpty() ? "" : " of " + reel)
                  + range.map(known -> " from " + known.start().seconds()).orElse(""));
      clips.forEach(each -> {
        its.add(each);
        ambiguous.put(each.clip(), its.id);
      });
      return its;
    }
  }
}
