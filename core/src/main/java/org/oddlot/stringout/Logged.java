package org.oddlot.stringout;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.oddlot.caption.NameList;
import org.oddlot.material.Derived;
import org.oddlot.material.Material;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.Source;
import org.oddlot.material.TimelineFile;
import org.oddlot.profile.Field;
import org.oddlot.profile.MarkerKind;
import org.oddlot.profile.NotedKeyword;
import org.oddlot.profile.NotedMarker;
import org.oddlot.profile.Profile;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Marker;

/**
 * A stretch of a source to which something applies.
 *
 * @param source the source
 * @param clip the clip that says so, which is laid
 * @param range when, in media time
 * @param kind what kind of thing applies
 * @param key the keyword, the person, or the scene
 * @param category the keyword's group, empty if it has none
 */
public record Logged(
    Source source, PlacedClip clip, TimeRange range, Kind kind, String key, String category) {

  /** What a stretch can be logged by. */
  public enum Kind {
    KEYWORD("keyword"),
    PERSON("person"),
    SCENE("scene");

    private final String word;

    Kind(String word) {
      this.word = word;
    }

    /** As documents have it. */
    public String word() {
      return word;
    }
  }

  /** All that was logged of a lot. */
  public static final Derived<List<Logged>> ALL =
      Derived.of(Set.of(TimelineFile.class, NameList.class), Logged::of);

  /** The category of keywords that are people. */
  public static final String PEOPLE = "People";

  /**
   * Everything that was logged of the sources of a lot, source by source as they come. What several
   * clips of a source say the same of it is there once; what is said of the whole of a source
   * counts where it says how long it is.
   */
  public static List<Logged> of(Material material) {
    var all = new ArrayList<Logged>();
    Set<String> people = people(material);
    for (Source source : material.sources().all()) {
      Set<String> known = new LinkedHashSet<>();
      source
          .clips()
          .forEach(placed ->
              ofClip(source, placed, people)
                  .forEach(logged -> {
                    if (known.add(logged.identity())) {
                      all.add(logged);
                    }
                  }));
    }
    return all;
  }

  /** Who is known to be a person: what is called so in lists of names, or logged as one. */
  private static Set<String> people(Material material) {
    Set<String> people = new HashSet<>();
    material.all(NameList.class).stream()
        .flatMap(list -> list.terms().stream())
        .forEach(term -> people.add(plain(term.text())));
    material.sources().all().stream()
        .flatMap(Source::clips)
        .flatMap(placed -> placed.profile().texts(placed.clip(), Field.PEOPLE).stream())
        .forEach(person -> people.add(plain(person)));
    return people;
  }

  /** A name, however its capitals and spaces are written. */
  static String plain(String name) {
    return name.toLowerCase(Locale.ROOT).strip().replaceAll("\\s+", " ");
  }

  /** What it is, in one line, the same in every run. */
  String identity() {
    return kind.word + " " + key + " " + range.start().seconds() + " " + range.duration().seconds();
  }

  /** The same at another time. */
  Logged withRange(TimeRange other) {
    return new Logged(source, clip, other, kind, key, category);
  }

  private static List<Logged> ofClip(Source source, PlacedClip placed, Set<String> people) {
    var logged = new ArrayList<Logged>();
    Clip clip = placed.clip();
    Profile profile = placed.profile();
    for (Marker marker : clip.markers()) {
      NotedMarker noted = profile.noted(marker);
      if (noted.isOf(MarkerKind.KEYWORD) && noted.range().duration().value() > 0) {
        logged.add(keyword(source, placed, noted.range(), noted.name(), noted.category(), people));
      }
    }
    Optional<TimeRange> whole = source.range().or(clip::trimmedRange);
    if (whole.isEmpty()) {
      return logged;
    }
    for (NotedKeyword keyword : profile.keywords(clip)) {
      if (!keyword.text().isEmpty()) {
        logged.add(
            keyword(source, placed, whole.get(), keyword.text(), keyword.category(), people));
      }
    }
    for (String person : profile.texts(clip, Field.PEOPLE)) {
      logged.add(new Logged(source, placed, whole.get(), Kind.PERSON, person, PEOPLE));
    }
    profile
        .text(clip, Field.SCENE)
        .filter(scene -> !scene.isEmpty())
        .ifPresent(
            scene -> logged.add(new Logged(source, placed, whole.get(), Kind.SCENE, scene, "")));
    return logged;
  }

  private static Logged keyword(
      Source source,
      PlacedClip placed,
      TimeRange range,
      String key,
      String category,
      Set<String> people) {
    // What stands in a category for people need not be one: "waiting".
    boolean isPerson = category.equalsIgnoreCase(PEOPLE) && people.contains(plain(key));
    return new Logged(source, placed, range, isPerson ? Kind.PERSON : Kind.KEYWORD, key, category);
  }
}
