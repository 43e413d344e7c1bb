package org.oddlot.report;

import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.oddlot.format.title.TitleClip;
import org.oddlot.material.Covers;
import org.oddlot.material.Source;
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
 * @param about what somebody would have to say something about, so that it is known; empty where
 *     that is not a matter of the medium alone
 */
record Cover(Kind kind, String why, String about) {
  private Cover(Kind kind, String why) {
    this(kind, why, "");
  }

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

  /**
   * Formats in which cameras and archives deliver, and which have no holes; common practice, no
   * source. Whether such a picture is as wide as the frame is not looked at.
   */
  private static final Set<String> FULL_PICTURES =
      Set.of(
          "mxf", "mp4", "m4v", "mts", "m2ts", "mpg", "mpeg", "m2v", "ts", "vob", "dv", "wmv", "3gp",
          "r3d", "braw", "ari", "arx", "crm", "rmf", "dng", "cine", "mjpeg", "mjpg");

  /** Pictures that stand still: logos, plates, maps, tables. */
  private static final Set<String> STILL =
      Set.of(
          "png", "tga", "psd", "psb", "exr", "tif", "tiff", "gif", "svg", "ai", "eps", "pdf",
          "webp", "jpg", "jpeg", "bmp", "heic", "heif", "sgi", "rgb", "dpx", "cin", "hdr", "iff",
          "jp2", "apng", "avif");

  /**
   * How the picture of {@code clip} covers what is below it where it lies.
   *
   * @param source its media
   * @param isGround whether that is seen elsewhere with nothing below it, or is heard: a logo is
   *     not
   * @param covers what somebody said
   */
  static Cover of(
      Clip clip,
      Placed place,
      Profile profile,
      Optional<Source> source,
      boolean isGround,
      Covers covers) {
    if (TitleClip.of(clip, profile).isPresent()) {
      return new Cover(Kind.NONE, "letters");
    }
    Optional<Boolean> said = covers.hides(about(clip, source));
    if (said.isPresent() && !said.get()) {
      return new Cover(Kind.NONE, "it was said to hide nothing");
    }
    if (said.isPresent()) {
      return number(clip, profile, Field.PICTURE_OPACITY).filter(its -> its <= 0).isPresent()
          ? new Cover(Kind.ABSENT, "its opacity is zero")
          : PLAIN;
    }
    Cover its = bySays(clip, place, profile);
    return its.kind == Kind.ALL && !isGround ? byMedia(clip, source).orElse(its) : its;
  }

  /** What a picture is known by to whoever says how it covers. */
  private static String about(Clip clip, Optional<Source> source) {
    if (clip.media().orElse(null) instanceof MediaReference.Generator generator) {
      return "generator " + generator.generatorKind();
    }
    return source.map(Source::id).orElseGet(() -> "clip " + clip.name());
  }

  /** Where its medium does not speak for a full picture. */
  private static Optional<Cover> byMedia(Clip clip, Optional<Source> source) {
    MediaReference media = clip.media().orElse(null);
    if (media instanceof MediaReference.Generator || isOfCamera(source)) {
      return Optional.empty();
    }
    if (media == null || media instanceof MediaReference.Missing) {
      return Optional.of(
          unknown("nothing says what the picture of “" + clip.name() + "” is", clip, source));
    }
    String address = source.map(Source::address).orElse("");
    int dot = address.lastIndexOf('.');
    String ending = address.substring(dot + 1).toLowerCase(Locale.ROOT);
    if (media instanceof MediaReference.ImageSequence || STILL.contains(ending)) {
      return Optional.of(
          unknown("whether the still “" + clip.name() + "” hides it is not known", clip, source));
    }
    return FULL_PICTURES.contains(ending)
        ? Optional.empty()
        : Optional.of(
            unknown("whether “" + clip.name() + "” fills the frame is not known", clip, source));
  }

  private static Cover unknown(String why, Clip clip, Optional<Source> source) {
    return new Cover(Kind.UNKNOWN, why, about(clip, source));
  }

  /** Whether it was shot: a camera, a card or a day is known of it. */
  private static boolean isOfCamera(Optional<Source> source) {
    return source
        .filter(
            its -> !its.camera().isEmpty() || !its.reel().isEmpty() || its.recorded().isPresent())
        .isPresent();
  }

  /** How it covers as far as the timeline says so. */
  private static Cover bySays(Clip clip, Placed place, Profile profile) {
    if (clip.media().orElse(null) instanceof MediaReference.Generator generator) {
      String kind = generator.generatorKind();
      if (kind.startsWith("oddlot.")) {
        return new Cover(Kind.NONE, "letters");
      }
      if (!FULL.contains(kind.toLowerCase(Locale.ROOT))) {
        return new Cover(
            Kind.UNKNOWN, Phrase.of("what “%s” makes is not known", kind), "generator " + kind);
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
