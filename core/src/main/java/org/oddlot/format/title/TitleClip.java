package org.oddlot.format.title;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.profile.Field;
import org.oddlot.profile.Place;
import org.oddlot.profile.Pointer;
import org.oddlot.profile.Profile;
import org.oddlot.profile.Profiles;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.MediaReference;

/**
 * A clip that is a title, seen through the profile of the program that wrote it. What is changed is
 * the one value that is meant, of the type that it has.
 */
public final class TitleClip {
  private static final Pattern WHOLE = Pattern.compile("-?\\d+");

  private final Clip clip;
  private final Profile profile;

  /** The looks of its lines. */
  private final JsonArray array;

  /** The same, read once, for they are asked for over and over. */
  private final List<JsonValue> lines;

  /**
   * A clip that is a title.
   *
   * @param clip the clip
   * @param profile where its program keeps things
   */
  public TitleClip(Clip clip, Profile profile) {
    this.clip = clip;
    this.profile = profile;
    this.array =
        profile
            .titlePlace(Field.TITLE_LINES)
            .flatMap(place -> place.get(clip))
            .filter(JsonArray.class::isInstance)
            .map(JsonArray.class::cast)
            .orElse(JsonArray.of(List.of()));
    this.lines = array.elements();
  }

  /** The clip. */
  public Clip clip() {
    return clip;
  }

  /** Where its program keeps things. */
  public Profile profile() {
    return profile;
  }

  /**
   * The title that a clip is; empty where its program keeps no words in it. A title of ours is one
   * in files of every program.
   */
  public static Optional<TitleClip> of(Clip clip, Profile profile) {
    String maker =
        clip.media()
            .filter(MediaReference.Generator.class::isInstance)
            .map(media -> ((MediaReference.Generator) media).generatorKind())
            .orElse("");
    // Captions keep their words as titles do, and have no look.
    if (maker.equals("oddlot.caption")) {
      return Optional.empty();
    }
    Profile its = maker.equals(TitleParameters.GENERATOR) ? Profiles.own() : profile;
    return its.titleText(clip, Field.TITLE_TEXT).map(_ -> new TitleClip(clip, its));
  }

  /** Its words, a line each. */
  public String text() {
    return profile.titleText(clip, Field.TITLE_TEXT).orElse("");
  }

  /** How many lines have a look of their own; one where all have the same. */
  public int looks() {
    return Math.max(1, lines.size());
  }

  /** What a look says of a property; empty where it says nothing. */
  public Optional<String> value(TitleProperty property, int look) {
    return switch (property) {
      case TEXT -> Optional.of(text());
      case NAME -> Optional.of(clip.name());
      case TRACK, LENGTH -> Optional.empty();
      default -> raw(property, look).map(JsonValue::display).filter(text -> !text.isBlank());
    };
  }

  /** Whether a look is set in italics; empty where nothing is said of it, or not by us. */
  Optional<Boolean> isItalic(int look) {
    return look < lines.size() && lines.get(look) instanceof JsonObject line
        ? line.get("italic").map(value -> value.display().equals("true")).or(() -> ours(false))
        : Optional.empty();
  }

  private Optional<Boolean> ours(boolean value) {
    return profile.equals(Profiles.own()) ? Optional.of(value) : Optional.empty();
  }

  private Optional<JsonValue> raw(TitleProperty property, int look) {
    Optional<Pointer> inLine = property.ofLine().flatMap(profile::place);
    if (look < lines.size() && inLine.isPresent() && lines.get(look) instanceof JsonObject line) {
      return inLine.get().get(line);
    }
    return property.ofTitle().flatMap(profile::titlePlace).flatMap(place -> place.get(clip));
  }

  /**
   * This with a property of some of its looks changed; the very same where its program keeps no
   * such thing in it.
   */
  public TitleClip with(TitleProperty property, List<Integer> looks, String value) {
    if (property == TitleProperty.NAME) {
      return value.equals(clip.name()) ? this : new TitleClip(clip.withName(value), profile);
    }
    Optional<Pointer> inLine = property.ofLine().flatMap(profile::place);
    if (inLine.isEmpty() || lines.isEmpty()) {
      return with(property, value);
    }
    var changed = new ArrayList<>(lines);
    for (int look : looks) {
      if (changed.get(look) instanceof JsonObject line) {
        changed.set(look, changed(line, inLine.get(), value));
      }
    }
    return changed.equals(lines) ? this : withLines(changed);
  }

  /** This with a property of the whole title changed. */
  private TitleClip with(TitleProperty property, String value) {
    Optional<Place> place = property.ofTitle().flatMap(profile::titlePlace);
    Optional<JsonValue> there = place.flatMap(its -> its.get(clip));
    if (there.isEmpty() || like(there.get(), value).equals(there.get())) {
      return this;
    }
    return new TitleClip(place.get().set(clip, like(there.get(), value)), profile);
  }

  private static JsonObject changed(JsonObject line, Pointer place, String value) {
    Optional<JsonValue> there = place.get(line);
    return there.isEmpty() ? line : place.set(line, like(there.get(), value));
  }

  private TitleClip withLines(List<JsonValue> changed) {
    Place place = profile.titlePlace(Field.TITLE_LINES).orElseThrow();
    return new TitleClip(place.set(clip, array.withElements(changed)), profile);
  }

  /** A value of the same type, and a number spelled alike. */
  private static JsonValue like(JsonValue there, String value) {
    if (!(there instanceof JsonNumber number)) {
      return JsonString.of(value);
    }
    boolean hasPoint = number.spelling().indexOf('.') >= 0;
    return new JsonNumber(hasPoint && WHOLE.matcher(value).matches() ? value + ".0" : value);
  }

  /** This with other words. */
  public TitleClip withText(String words) {
    return with(TitleProperty.TEXT, words);
  }
}
