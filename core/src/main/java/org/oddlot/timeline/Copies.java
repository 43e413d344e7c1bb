package org.oddlot.timeline;

import java.util.List;

/**
 * Things once more, with all that is in them: what becomes of the one does not become of the other.
 */
public final class Copies {
  private Copies() {}

  /** A stack once more. */
  public static Stack of(Stack stack) {
    return new Stack(
        Origin.made(),
        stack.name(),
        stack.sourceRange(),
        all(stack.children()),
        stack.markers(),
        stack.effects(),
        stack.enabled(),
        stack.metadata());
  }

  /** A clip once more. */
  public static Clip of(Clip clip) {
    return new Clip(
        Origin.made(),
        clip.name(),
        clip.sourceRange(),
        clip.mediaReferences(),
        clip.activeKey(),
        clip.markers(),
        clip.effects(),
        clip.enabled(),
        clip.metadata());
  }

  private static List<Composable> all(List<Composable> children) {
    return children.stream().map(Copies::of).toList();
  }

  private static Composable of(Composable object) {
    return switch (object) {
      case Clip clip -> of(clip);
      case Stack stack -> of(stack);
      case Track track ->
          new Track(
              Origin.made(),
              track.name(),
              track.kind(),
              track.sourceRange(),
              all(track.children()),
              track.markers(),
              track.effects(),
              track.enabled(),
              track.metadata());
      case Gap gap ->
          new Gap(
              Origin.made(),
              gap.name(),
              gap.sourceRange(),
              gap.markers(),
              gap.effects(),
              gap.enabled(),
              gap.metadata());
      case Transition transition ->
          new Transition(
              Origin.made(),
              transition.name(),
              transition.transitionType(),
              transition.inOffset(),
              transition.outOffset(),
              transition.metadata());
      case Opaque opaque -> opaque;
    };
  }
}
