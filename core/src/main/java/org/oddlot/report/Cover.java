package org.oddlot.report;

import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.oddlot.format.title.TitleClip;
import org.oddlot.profile.Field;
import org.oddlot.profile.Place;
import org.oddlot.profile.Profile;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Effect;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Placed;

/**
 * How a picture covers what is below it, as far as its file says so. What an effect does that no
 * profile names is not known, and is not guessed.
 *
 * @param kind how
 * @param why in a few words; empty where it simply covers
 */
record Cover(Kind kind, String why) {
  enum Kind {
    /** Nothing below it is seen. */
    ALL,
    /** It is there, and what is below it is seen as well: letters, a weak picture. */
    NONE,
    /** It is not seen itself. */
    ABSENT,
    /** Nobody can tell. */
    UNKNOWN
  }

  private static final Cover PLAIN = new Cover(Kind.ALL, "");

  /** Generators whose picture fills the frame; the first two are named in OpenTimelineIO. */
  private static final Set<String> FULL =
      Set.of("black", "smptebars", "solid", "solid color", "colour", "color", "bars");

  private static final Set<String> TIMING = Set.of("LinearTimeWarp", "FreezeFrame", "TimeEffect");

  /** How the picture of {@code clip} covers what is below it where it lies. */
  static Cover of(Clip clip, Placed place, Profile profile) {
    if (TitleClip.of(clip, profile).isPresent()) {
      return new Cover(Kind.NONE, "letters");
    }
    if (clip.media().orElse(null) instanceof MediaReference.Generator generator) {
      String kind = generator.generatorKind();
      if (kind.startsWith("oddlot.")) {
        return new Cover(Kind.NONE, "letters");
      }
      if (!FULL.contains(kind.toLowerCase(Locale.ROOT))) {
        return new Cover(Kind.UNKNOWN, Phrase.of("what “%s” makes is not known", kind));
      }
    }
    Optional<Double> opacity = number(clip, profile, Field.PICTURE_OPACITY);
    if (opacity.filter(its -> its <= 0).isPresent()) {
      return new Cover(Kind.ABSENT, "its opacity is zero");
    }
    Optional<Cover> around = around(place);
    if (around.isPresent()) {
      return around.get();
    }
    for (Effect effect : clip.effects()) {
      if (!TIMING.contains(effect.schema()) && !isKnown(effect, profile)) {
        return unknown(effect);
      }
    }
    if (opacity.filter(its -> its < 1).isPresent()) {
      return new Cover(Kind.NONE, "its opacity is below one");
    }
    if (number(clip, profile, Field.PICTURE_SCALE).filter(its -> its < 1).isPresent()) {
      return new Cover(Kind.UNKNOWN, "it does not fill the frame");
    }
    return profile
        .titleText(clip, Field.PICTURE_BLEND)
        .filter(blend -> !blend.equalsIgnoreCase("normal"))
        .map(blend -> new Cover(Kind.UNKNOWN, Phrase.of("it is blended over as “%s”", blend)))
        .orElse(PLAIN);
  }

  /** Whether sound is silent, as far as its file says so. */
  static boolean isSilent(Clip clip, Profile profile) {
    return number(clip, profile, Field.SOUND_LEVEL).filter(its -> its <= 0).isPresent();
  }

  /** What an effect on a nested timeline or a track does to all that lies in it. */
  private static Optional<Cover> around(Placed place) {
    for (Optional<Placed> at = place.parent(); at.isPresent(); at = at.get().parent()) {
      if (at.get().object() instanceof Item item) {
        for (Effect effect : item.effects()) {
          if (!TIMING.contains(effect.schema())) {
            return Optional.of(unknown(effect));
          }
        }
      }
    }
    return Optional.empty();
  }

  private static Cover unknown(Effect effect) {
    return new Cover(
        Kind.UNKNOWN, Phrase.of("what the effect “%s” does is not known", effect.label()));
  }

  private static boolean isKnown(Effect effect, Profile profile) {
    for (Field field : Set.of(Field.PICTURE_OPACITY, Field.PICTURE_SCALE, Field.PICTURE_BLEND)) {
      if (profile.titlePlace(field).orElse(null) instanceof Place.InEffect its
          && its.isMeant(effect)) {
        return true;
      }
    }
    return false;
  }

  private static Optional<Double> number(Clip clip, Profile profile, Field field) {
    return profile
        .titleText(clip, field)
        .filter(text -> text.matches("\\d{1,6}(\\.\\d{1,12})?"))
        .map(Double::valueOf);
  }
}
