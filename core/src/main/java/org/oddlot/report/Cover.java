package org.oddlot.report;

import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.oddlot.format.title.TitleClip;
import org.oddlot.material.Covers;
import org.oddlot.material.Source;
import org.oddlot.picture.PictureForm;
import org.oddlot.profile.Field;
import org.oddlot.profile.Place;
import org.oddlot.profile.Profile;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Effect;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Track;

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

  /** Shapes that differ by less are one: 1.78 and 16:9, 1.85 and 1998 by 1080. */
  private static final double SAME_SHAPE = 1.01;

  private static final Set<String> TIMING = Set.of("LinearTimeWarp", "FreezeFrame", "TimeEffect");

  /**
   * Formats in which cameras and archives deliver, and which have no holes; common practice, no
   * source. Whether such a picture is as wide as the frame is seen where it is at hand.
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
   * What speaks for how pictures cover.
   *
   * @param grounds media that is seen somewhere with nothing below it, or is heard: a logo is not
   * @param covers what somebody said
   * @param pictures what pictures are like whose media is at hand
   * @param frame the timeline's
   */
  record Witnesses(
      Profile profile,
      Set<String> grounds,
      Covers covers,
      PicturesAtHand pictures,
      PicturesAtHand.Frame frame) {

    private boolean isGround(Optional<Source> source) {
      return source.map(Source::id).filter(grounds::contains).isPresent();
    }
  }

  /** Whether a track is the lowest of its timeline or nest: nothing is below what lies there. */
  static boolean isLowest(Placed place) {
    return place.track().map(Placed::ordinalOfItsKind).orElse(1) == 0;
  }

  /** Whether nothing lies below it, so that its media need not be looked at. */
  private static boolean isAtTheBottom(Placed place) {
    int tracks = 0;
    for (Optional<Placed> at = place.parent(); at.isPresent(); at = at.get().parent()) {
      tracks += at.get().object() instanceof Track ? 1 : 0;
    }
    return tracks <= 1 && isLowest(place);
  }

  /**
   * How the picture of {@code clip} covers what is below it where it lies.
   *
   * @param source its media
   */
  static Cover of(Clip clip, Placed place, Optional<Source> source, Witnesses by) {
    if (TitleClip.of(clip, by.profile).isPresent()) {
      return new Cover(Kind.NONE, "letters");
    }
    Optional<Boolean> said = by.covers.hides(about(clip, source));
    if (said.isPresent() && !said.get()) {
      return new Cover(Kind.NONE, "it was said to hide nothing");
    }
    if (said.isPresent()) {
      return number(clip, by.profile, Field.PICTURE_OPACITY).filter(its -> its <= 0).isPresent()
          ? new Cover(Kind.ABSENT, "its opacity is zero")
          : PLAIN;
    }
    Cover its = bySays(clip, place, by.profile);
    if (its.kind != Kind.ALL || isAtTheBottom(place)) {
      return its;
    }
    return byPicture(clip, source, by)
        .or(() -> by.isGround(source) ? Optional.empty() : byMedia(clip, source, by))
        .orElse(its);
  }

  /** Where its picture was looked at and can be seen through, or has another shape than others. */
  private static Optional<Cover> byPicture(Clip clip, Optional<Source> source, Witnesses by) {
    Optional<PictureForm> form = source.map(Source::id).flatMap(by.pictures::of);
    if (form.isEmpty()) {
      return Optional.empty();
    }
    if (form.get().hasAlpha()) {
      return Optional.of(
          unknown("the picture of “" + clip.name() + "” can be seen through", clip, source));
    }
    return by.frame
        .shape()
        .filter(frame -> isOther(frame, form.get().shape()))
        .map(frame ->
            unknown(
                Phrase.of(
                    "“%s” is %s wide for its height, other pictures are %s",
                    clip.name(), form.get().shape().toDecimal(2), frame.toDecimal(2)),
                clip,
                source));
  }

  /** Whether two shapes are not the same to within a line or two of rounding. */
  private static boolean isOther(Rational one, Rational other) {
    double ratio = one.toDouble() / other.toDouble();
    return ratio > SAME_SHAPE || ratio < 1 / SAME_SHAPE;
  }

  /** Whether its picture was looked at, is opaque, and has the shape of the others. */
  private static boolean isSeenToBeFull(Optional<Source> source, Witnesses by) {
    return source.map(Source::id).flatMap(by.pictures::of).isPresent()
        && by.frame.shape().isPresent();
  }

  /** What a picture is known by to whoever says how it covers. */
  private static String about(Clip clip, Optional<Source> source) {
    if (clip.media().orElse(null) instanceof MediaReference.Generator generator) {
      return "generator " + generator.generatorKind();
    }
    return source.map(Source::id).orElseGet(() -> "clip " + clip.name());
  }

  /** Where its medium does not speak for a full picture. */
  private static Optional<Cover> byMedia(Clip clip, Optional<Source> source, Witnesses by) {
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
    return FULL_PICTURES.contains(ending) || isSeenToBeFull(source, by)
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
