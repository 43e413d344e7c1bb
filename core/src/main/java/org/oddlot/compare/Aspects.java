package org.oddlot.compare;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import org.jspecify.annotations.Nullable;
import org.oddlot.format.title.TitleClip;
import org.oddlot.format.title.TitleProperty;
import org.oddlot.material.Source;
import org.oddlot.profile.Field;
import org.oddlot.profile.Profile;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Cut;
import org.oddlot.timeline.Effect;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Transition;

/**
 * What else a shot is: its name, words and their look, levels, roles, notes, effects, transitions.
 */
final class Aspects {
  private static final List<TitleProperty> LOOKS =
      List.of(
          TitleProperty.FONT,
          TitleProperty.SIZE,
          TitleProperty.WEIGHT,
          TitleProperty.COLOUR,
          TitleProperty.CASE);

  private static final List<Field> NOTES =
      List.of(
          Field.SCENE,
          Field.SHOT,
          Field.TAKE,
          Field.CIRCLED,
          Field.NOTES,
          Field.PEOPLE,
          Field.DEPARTMENTS,
          Field.KEYWORDS);

  private final Pair pair;
  private final Clip was;
  private final Clip is;
  private final Profile wasIn;
  private final Profile isIn;

  Aspects(Version before, Version after, Pair pair) {
    this.pair = pair;
    this.was = pair.before().event().clip();
    this.is = pair.after().event().clip();
    this.wasIn = before.document().profile();
    this.isIn = after.document().profile();
  }

  /** Tells everything that is otherwise. */
  void tell(BiConsumer<Change.Kind, String> told) {
    transition(told);
    if (saysTheSame()) {
      return;
    }
    name(told);
    words(told);
    look(told);
    boolean isLevel = level(told);
    text(Field.ROLE)
        .or(() -> texts(Field.CHANNELS))
        .ifPresent(says -> told.accept(Change.Kind.ROLE, says));
    for (Field field : NOTES) {
      texts(field)
          .ifPresent(says -> told.accept(Change.Kind.NOTES, Phrase.of("%s %s", word(field), says)));
    }
    if (!isLevel) {
      effects(told);
    }
  }

  /** Whether both clips say the same of themselves, so that nothing has to be looked up in them. */
  private boolean saysTheSame() {
    return was.name().equals(is.name())
        && wasIn.equals(isIn)
        && pair.before().words().equals(pair.after().words())
        && was.metadata().equals(is.metadata())
        && saysTheSame(was.media().orElse(null), is.media().orElse(null))
        && properties(effects(was)).equals(properties(effects(is)));
  }

  private static boolean saysTheSame(@Nullable MediaReference old, @Nullable MediaReference now) {
    if (old == null || now == null) {
      return old == null && now == null;
    }
    boolean isGenerated = old instanceof MediaReference.Generator;
    return old.metadata().equals(now.metadata())
        && (!isGenerated || old.properties().equals(now.properties()));
  }

  private static List<Map<String, Object>> properties(List<Effect> effects) {
    return effects.stream().map(Effect::properties).toList();
  }

  private static String word(Field field) {
    return field.name().toLowerCase(Locale.ROOT);
  }

  private void name(BiConsumer<Change.Kind, String> told) {
    boolean isSameMedia =
        pair.before().source().map(Source::id).equals(pair.after().source().map(Source::id));
    // Words that changed name a title anew, and media that is called otherwise its clips.
    boolean isByWords = !pair.before().words().equals(pair.after().words());
    if (isSameMedia && !isByWords && !was.name().equals(is.name())) {
      told.accept(Change.Kind.NAME, was(was.name(), is.name()));
    }
  }

  private void words(BiConsumer<Change.Kind, String> told) {
    if (!pair.before().words().equals(pair.after().words())) {
      told.accept(Change.Kind.WORDS, was(pair.before().words(), pair.after().words()));
    }
  }

  private void look(BiConsumer<Change.Kind, String> told) {
    Optional<TitleClip> old = TitleClip.of(was, wasIn);
    Optional<TitleClip> now = TitleClip.of(is, isIn);
    if (old.isEmpty() || now.isEmpty()) {
      return;
    }
    for (TitleProperty property : LOOKS) {
      for (int look = 0; look < Math.max(old.get().looks(), now.get().looks()); look++) {
        String its = old.get().value(property, look).orElse("");
        String others = now.get().value(property, look).orElse("");
        if (!its.equals(others)) {
          told.accept(Change.Kind.LOOK, property.word() + " " + was(its, others));
          break;
        }
      }
    }
  }

  private boolean level(BiConsumer<Change.Kind, String> told) {
    Optional<String> says = text(Field.SOUND_LEVEL);
    says.ifPresent(its -> told.accept(Change.Kind.LEVEL, its));
    return says.isPresent();
  }

  /** How a value changed, wherever either program keeps it. */
  private Optional<String> text(Field field) {
    String old = value(was, wasIn, field);
    String now = value(is, isIn, field);
    return old.equals(now) ? Optional.empty() : Optional.of(was(old, now));
  }

  private static String value(Clip clip, Profile profile, Field field) {
    return profile.text(clip, field).or(() -> profile.titleText(clip, field)).orElse("");
  }

  private Optional<String> texts(Field field) {
    List<String> old = wasIn.texts(was, field);
    List<String> now = isIn.texts(is, field);
    return old.equals(now)
        ? Optional.empty()
        : Optional.of(was(String.join(", ", old), String.join(", ", now)));
  }

  private void effects(BiConsumer<Change.Kind, String> told) {
    List<Effect> old = effects(was);
    List<Effect> now = effects(is);
    List<String> names = old.stream().map(Effect::label).toList();
    List<String> others = now.stream().map(Effect::label).toList();
    if (!names.equals(others)) {
      told.accept(Change.Kind.EFFECT, was(String.join(", ", names), String.join(", ", others)));
      return;
    }
    for (int i = 0; i < old.size(); i++) {
      if (!old.get(i).metadata().equals(now.get(i).metadata())) {
        told.accept(Change.Kind.EFFECT, "other settings of " + old.get(i).label());
      }
    }
  }

  /** Effects but changes of speed. */
  private static List<Effect> effects(Clip clip) {
    return clip.effects().stream().filter(effect -> effect.timeScalar().isEmpty()).toList();
  }

  private void transition(BiConsumer<Change.Kind, String> told) {
    compare(
        pair.befores().getFirst().event().into(), pair.afters().getFirst().event().into(), told);
    Optional<Cut.Edge> old = pair.befores().getLast().event().outOf().filter(Cut.Edge::toNothing);
    Optional<Cut.Edge> now = pair.afters().getLast().event().outOf().filter(Cut.Edge::toNothing);
    compare(old, now, told);
  }

  private void compare(
      Optional<Cut.Edge> old, Optional<Cut.Edge> now, BiConsumer<Change.Kind, String> told) {
    String its = old.map(this::words).orElse("");
    String others = now.map(this::words).orElse("");
    if (!its.equals(others)) {
      told.accept(
          Change.Kind.TRANSITION,
          its.isEmpty()
              ? "a cut, is " + others + " now"
              : others.isEmpty() ? its + " is a cut now" : was(its, others));
    }
  }

  private String words(Cut.Edge edge) {
    Transition its = edge.transition();
    String kind = its.name().isEmpty() ? its.transitionType() : its.name();
    return Phrase.of("%s of %s", kind, its.inOffset().plus(its.outOffset()).inWords());
  }

  private static String was(String before, String after) {
    String old = before.replace('\n', ' ');
    String now = after.replace('\n', ' ');
    return old.isEmpty()
        ? Phrase.of("“%s” is new", now)
        : now.isEmpty() ? Phrase.of("“%s” is gone", old) : Phrase.of("“%s” is “%s” now", old, now);
  }
}
