package org.oddlot.profile;

import java.util.List;
import java.util.Optional;
import org.oddlot.json.JsonValue;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Effect;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.TimelineObject;

/**
 * Where a program keeps something about a clip: {@code /a/b} in the clip's metadata, {@code
 * generator/a/b} in the parameters of the generator that makes its picture, {@code
 * effect[NAME]/a/b} in the metadata of the effect of this name.
 */
public sealed interface Place {

  /** The value there, if there is one. */
  Optional<JsonValue> get(Clip clip);

  /** {@code clip} with {@code value} there; the same where it has no such generator or effect. */
  Clip set(Clip clip, JsonValue value);

  /** The value there in words, if it is anything but empty. */
  default Optional<String> text(Clip clip) {
    return get(clip).map(JsonValue::display).filter(words -> !words.isBlank());
  }

  /**
   * Reads a place.
   *
   * @throws IllegalArgumentException if it is none; the message says why
   */
  static Place parse(String text) {
    if (text.startsWith("generator/")) {
      return new InGenerator(Pointer.parse(text.substring("generator".length())));
    }
    int end = text.indexOf("]/");
    if (text.startsWith("effect[") && end > 0) {
      return new InEffect(
          text.substring("effect[".length(), end), Pointer.parse(text.substring(end + 1)));
    }
    if (!text.startsWith("/")) {
      throw new IllegalArgumentException(
          "A place begins with /, generator/ or effect[NAME]/, not \"" + text + "\"");
    }
    return new InMetadata(Pointer.parse(text));
  }

  /** In the clip's own metadata. */
  record InMetadata(Pointer pointer) implements Place {
    @Override
    public Optional<JsonValue> get(Clip clip) {
      return pointer.get(clip.metadata());
    }

    @Override
    public Clip set(Clip clip, JsonValue value) {
      return clip.withMetadata(pointer.set(clip.metadata(), value));
    }
  }

  /** In the parameters of the generator that makes the clip's picture. */
  record InGenerator(Pointer pointer) implements Place {
    @Override
    public Optional<JsonValue> get(Clip clip) {
      return clip.media()
          .flatMap(media ->
              media instanceof MediaReference.Generator generator
                  ? pointer.get(generator.parameters())
                  : Optional.empty());
    }

    @Override
    public Clip set(Clip clip, JsonValue value) {
      return clip.withMedia(media ->
          media instanceof MediaReference.Generator generator
              ? generator.withParameters(pointer.set(generator.parameters(), value))
              : media);
    }
  }

  /**
   * In the metadata of an effect.
   *
   * @param name the effect's name, or what kind of effect it is
   */
  record InEffect(String name, Pointer pointer) implements Place {
    /** Whether an effect is of that name. */
    public boolean isMeant(Effect effect) {
      return effect.name().equals(name) || effect.effectName().equals(name);
    }

    @Override
    public Optional<JsonValue> get(Clip clip) {
      return clip.effects().stream()
          .filter(this::isMeant)
          .map(TimelineObject::metadata)
          .flatMap(metadata -> pointer.get(metadata).stream())
          .findFirst();
    }

    @Override
    public Clip set(Clip clip, JsonValue value) {
      List<Effect> effects =
          clip.effects().stream()
              .map(effect ->
                  isMeant(effect)
                      ? effect.withMetadata(pointer.set(effect.metadata(), value))
                      : effect)
              .toList();
      return clip.withEffects(effects);
    }
  }
}
