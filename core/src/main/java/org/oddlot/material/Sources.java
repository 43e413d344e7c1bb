package org.oddlot.material;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.profile.Field;
import org.oddlot.profile.Profile;
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
      Derived.anew(Set.of(Document.class), (material, former) -> of(material.documents(), former));

  private final List<Source> all;
  private final Map<String, Source> byId;

  private Sources(List<Source> all) {
    this.all = List.copyOf(all);
    Map<String, Source> ids = HashMap.newHashMap(all.size());
    all.forEach(source -> ids.put(source.id(), source));
    this.byId = ids;
  }

  /** The sources of these documents, in the order in which they first appear. */
  public static Sources of(List<Document> documents) {
    return of(documents, Optional.empty());
  }

  /** The same; a source whose clips are what they were says what it said. */
  private static Sources of(List<Document> documents, Optional<Sources> former) {
    LinkedHashMap<String, Gathered> gathered =
        LinkedHashMap.newLinkedHashMap(former.map(its -> its.all.size()).orElse(16));
    for (Document document : documents) {
      for (Placed place : Placed.root(document.root()).clips()) {
        var placed = new PlacedClip(document.name(), document.profile(), place);
        Clip clip = placed.clip();
        if (clip.media().orElse(null) instanceof MediaReference.Generator) {
          continue;
        }
        gathered.computeIfAbsent(idOf(clip), Gathered::new).add(placed);
      }
    }
    // Each by itself, on all processors; they stay in their order.
    return new Sources(
        List.copyOf(gathered.values()).parallelStream()
            .map(each ->
                former
                    .flatMap(its -> its.byId(each.id))
                    .flatMap(each::asBefore)
                    .orElseGet(each::toSource))
            .toList());
  }

  /** What the source of {@code clip} is known by. */
  public static String idOf(Clip clip) {
    return clip.media()
        .flatMap(Sources::url)
        .filter(url -> !url.isEmpty())
        .orElseGet(() -> Source.NAME_ONLY + clip.name());
  }

  private static Optional<String> url(MediaReference media) {
    return switch (media) {
      case MediaReference.External external -> Optional.of(external.targetUrl());
      case MediaReference.ImageSequence images ->
          Optional.of(images.targetUrlBase() + images.namePrefix());
      default -> Optional.empty();
    };
  }

  /** The source that {@code clip} is of; empty where its media is generated. */
  public Optional<Source> of(Clip clip) {
    return clip.media().orElse(null) instanceof MediaReference.Generator
        ? Optional.empty()
        : byId(idOf(clip));
  }

  /** All of them. */
  public List<Source> all() {
    return all;
  }

  /** The source of this id. */
  public Optional<Source> byId(String id) {
    return Optional.ofNullable(byId.get(id));
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

    private List<String> alternatives() {
      var found = new LinkedHashSet<String>();
      inBins.forEach(placed -> addAlternatives(placed.clip(), found));
      uses.forEach(placed -> addAlternatives(placed.clip(), found));
      return List.copyOf(found);
    }

    private static void addAlternatives(Clip clip, Set<String> found) {
      if (clip.mediaReferences().size() > 1) {
        clip.mediaReferences()
            .forEach((key, media) -> {
              if (!key.equals(clip.activeKey())) {
                found.add(key + ": " + url(media).orElse(media.name()));
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
}
