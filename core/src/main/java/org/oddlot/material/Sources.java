package org.oddlot.material;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
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
      Derived.of(Set.of(Document.class), material -> of(material.documents()));

  private final List<Source> all;
  private final Map<String, Source> byId;

  private Sources(List<Source> all) {
    this.all = List.copyOf(all);
    var ids = new LinkedHashMap<String, Source>();
    all.forEach(source -> ids.put(source.id(), source));
    this.byId = ids;
  }

  /** The sources of these documents, in the order in which they first appear. */
  public static Sources of(List<Document> documents) {
    var gathered = new LinkedHashMap<String, Gathered>();
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
        List.copyOf(gathered.values()).parallelStream().map(Gathered::toSource).toList());
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
    private final List<PlacedClip> inBins = new ArrayList<>();
    private final List<PlacedClip> uses = new ArrayList<>();

    Gathered(String id) {
      this.id = id;
    }

    void add(PlacedClip placed) {
      (placed.place().timeline().isPresent() ? uses : inBins).add(placed);
    }

    private List<String> alternatives() {
      var found = new LinkedHashSet<String>();
      Stream.concat(inBins.stream(), uses.stream())
          .map(PlacedClip::clip)
          .filter(clip -> clip.mediaReferences().size() > 1)
          .forEach(clip ->
              clip.mediaReferences()
                  .forEach((key, media) -> {
                    if (!key.equals(clip.activeKey())) {
                      found.add(key + ": " + url(media).orElse(media.name()));
                    }
                  }));
      return List.copyOf(found);
    }

    Source toSource() {
      PlacedClip leading = (inBins.isEmpty() ? uses : inBins).getFirst();
      Clip first = leading.clip();
      Profile places = leading.profile();
      Optional<TimeRange> range =
          first.availableRange().isPresent() ? first.availableRange() : first.sourceRange();
      Matcher name = CAMERA_NAME.matcher(first.name());
      boolean named = name.matches();
      Optional<String> camera = places.text(first, Field.SOURCE_CAMERA);
      return new Source(
          id,
          first.name(),
          range,
          camera.orElse(named ? name.group(2).toUpperCase(java.util.Locale.ROOT) : ""),
          camera.isEmpty() && named,
          places.text(first, Field.SOURCE_REEL).orElse(named ? name.group(1) : ""),
          places.recorded(first),
          inBins,
          uses,
          alternatives());
    }
  }
}
